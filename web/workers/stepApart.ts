/** STEP is read in a worker of its own: its reader builds code from text, which only that worker is allowed. */
import { wrap } from 'comlink';
import type { MeshFile } from '@deft/core/formats/mesh';
import { BadInput } from '@deft/core/model';
import type { StepApi } from './step.worker';

export async function stepApart(bytes: Uint8Array): Promise<MeshFile> {
  const worker = new Worker(new URL('./step.worker.ts', import.meta.url), { type: 'module' });
  try {
    const r = await wrap<StepApi>(worker).read(bytes);
    if (!r.ok) throw new BadInput('', r.sentence);
    return r.file;
  } finally {
    worker.terminate();
  }
}
