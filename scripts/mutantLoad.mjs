/** A loader that hands out one file with one place of it changed: the mutant a run of tests is to notice. */
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';

/** @type {{ file: string, from: number, to: number, by: string } | undefined} */
let mutant;

export function initialize(data) {
  mutant = data;
}

export async function load(url, context, nextLoad) {
  const [address] = url.split('?');
  if (!mutant || !address.endsWith(mutant.file)) return nextLoad(url, context);
  const source = await readFile(fileURLToPath(address), 'utf8');
  const changed = source.slice(0, mutant.from) + mutant.by + source.slice(mutant.to);
  return { format: 'module', shortCircuit: true, source: changed };
}
