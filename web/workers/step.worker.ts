/** STEP files, away from everything else: see the server's rule for this worker's file. */
import { expose } from 'comlink';
import occt from 'occt-import-js';
import wasmUrl from 'occt-import-js/dist/occt-import-js.wasm?url';
import { type MeshFile, readStep } from '@deft/core/formats/mesh';
import { BadInput } from '@deft/core/model';

const api = {
  async read(
    bytes: Uint8Array,
  ): Promise<{ ok: true; file: MeshFile } | { ok: false; sentence: string }> {
    try {
      return {
        ok: true,
        file: readStep(
          bytes,
          await occt({
            locateFile: () => wasmUrl,
            print: () => undefined,
            printErr: () => undefined,
          }),
        ),
      };
    } catch (e) {
      return {
        ok: false,
        sentence: e instanceof BadInput ? e.message : 'This STEP file cannot be read.',
      };
    }
  },
};
export type StepApi = typeof api;
expose(api);
