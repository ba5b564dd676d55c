/** Writes export files into one folder: never outside it, never over a file without --force. */
import { mkdir, stat, writeFile } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';
import { BadInput } from '@deft/core/model';
import type { File } from './exports';

export async function writeAll(
  folder: string,
  files: readonly File[],
  force: boolean,
): Promise<string[]> {
  const dir = resolve(folder);
  await mkdir(dir, { recursive: true }).catch(() => {
    throw new BadInput('--out', `"${folder}" cannot be a folder here.`);
  });
  const paths = files.map((f) => {
    if (basename(f.name) !== f.name || f.name.startsWith('.')) {
      throw new BadInput('--out', `"${f.name}" is not a plain file name.`);
    }
    return join(dir, f.name);
  });
  if (!force) {
    for (const path of paths) {
      if (
        await stat(path).then(
          () => true,
          () => false,
        )
      ) {
        throw new BadInput('--out', `${path} is already there. Add --force to write over it.`);
      }
    }
  }
  await Promise.all(paths.map((path, i) => writeFile(path, files[i]!.bytes)));
  return paths;
}
