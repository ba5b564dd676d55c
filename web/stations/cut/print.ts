/** PDF and SVG files made here, in a worker, with the shipped fonts. */
import { wrap } from 'comlink';
import type { Correction, Sheet } from '@deft/core/cuts';
import type { Project } from '@deft/core/model';
import textUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import fallbackUrl from 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf?url';
import type { PrintApi } from '../../workers/print.worker';
import { download } from '../../ui/download';

const bytes = async (url: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(url)).arrayBuffer());

/** Makes and hands over a PDF. Returns a sentence when it could not. */
export async function printSheets(
  sheets: readonly Sheet[],
  p: Project,
  what: string,
  paper: 'a4' | 'letter',
  correction?: Correction,
  working?: string,
): Promise<string | undefined> {
  const worker = new Worker(new URL('../../workers/print.worker.ts', import.meta.url), {
    type: 'module',
  });
  try {
    const [text, fallback] = await Promise.all([bytes(textUrl), bytes(fallbackUrl)]);
    const made = await wrap<PrintApi>(worker).pdf(sheets, {
      title: p.name,
      paper,
      fonts: { text, fallback },
      ...(correction ? { correction } : {}),
      ...(working ? { working } : {}),
    });
    download(`${p.id}-${what}.pdf`, made as BlobPart, 'application/pdf');
    return undefined;
  } catch (e) {
    return `The PDF could not be made: ${e instanceof Error ? e.message : 'unknown reason'}`;
  } finally {
    worker.terminate();
  }
}
