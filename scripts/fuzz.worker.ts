/** Reads mutants of one format and reports each: read, refused in a sentence, or anything else. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { parentPort, workerData } from 'node:worker_threads';
import occt from 'occt-import-js';
import { readDxf, readSvg, takenFrom } from '../core/formats/drawing';
import { readMeshFile, readStep } from '../core/formats/mesh';
import { type OddFormat, oddBytes, twisted } from '../core/formats/odd/twist.fixture';
import { partOfBoard, readIdf, readPartsCsv, readPartsJson } from '../core/formats/parts';
import { readPicture } from '../core/formats/picture';
import { seeded } from '../core/geometry/seeded';
import { BadInput } from '../core/model';

const { jobs, kinds } = workerData as {
  jobs: Array<{ format: OddFormat; from: number; to: number }>;
  kinds: 'both' | 'structure';
};
/** Compiled once; only what a file may have broken is made anew. */
const steps = jobs.some((j) => j.format === 'step');
const compiled = steps
  ? new WebAssembly.Module(
      readFileSync(
        createRequire(import.meta.url).resolve('occt-import-js/dist/occt-import-js.wasm'),
      ),
    )
  : undefined;
const quiet = () =>
  occt({
    print: () => undefined,
    printErr: () => undefined,
    instantiateWasm: (imports, done) => {
      const instance = new WebAssembly.Instance(compiled!, imports);
      done(instance);
      return instance.exports;
    },
  });
let reader = steps ? quiet() : undefined;

const utf = (t: string) => new TextEncoder().encode(t);

/** Bytes changed, put in and taken out anywhere. */
function scratched(original: Uint8Array, seed: number): Uint8Array {
  const random = seeded(seed + 1);
  const at = () => Math.floor(random() * b.length);
  let b = original.slice();
  const junk = ['', '-', 'NaN', '1e999', '<', '\u0000', '#1', '9'.repeat(40), '(', ');'].map(utf);
  for (let n = 1 + Math.floor(random() * 6); n > 0 && b.length; n--) {
    const what = random();
    if (what < 0.15) b = b.slice(0, at());
    else if (what < 0.5) b[at()] = Math.floor(random() * 256);
    else {
      const k = at();
      const j = junk[Math.floor(random() * junk.length)]!;
      const rest = b.subarray(k + Math.floor(random() * 30));
      const out = new Uint8Array(k + j.length + rest.length);
      out.set(b.subarray(0, k));
      out.set(j, k);
      out.set(rest, k + j.length);
      b = out;
    }
  }
  return b;
}

// Starting the reader is no part of reading a file.
await reader;
for (const { format, from, to } of jobs) {
  for (let k = from; k < to; k++) {
    // One with knowledge of its kind, then one without.
    const bytes =
      kinds === 'both' && k % 2 ? scratched(oddBytes(format, k), k) : twisted(format, k);
    parentPort!.postMessage({ format, k, begun: true });
    let said = 'read';
    try {
      if (format === 'dxf' || format === 'svg') {
        const d = (format === 'dxf' ? readDxf : readSvg)(new TextDecoder().decode(bytes));
        takenFrom(d, d.unitMm ?? 1, false);
      } else if (format === 'idf') {
        const [a, b] = new TextDecoder().decode(bytes).split('\u001d');
        partOfBoard(readIdf(a!, b ?? ''), 'x');
      } else if (format === 'csv') {
        const g = readPartsCsv(new TextDecoder().decode(bytes));
        while (!g.next().done);
      } else if (format === 'parts') readPartsJson(new TextDecoder().decode(bytes));
      else if (format === 'jpeg' || format === 'png') readPicture(bytes);
      else await readMeshFile(bytes, async (b) => readStep(b, await reader!));
    } catch (e) {
      said =
        e instanceof BadInput ? 'refused' : `crash: ${e instanceof Error ? e.stack : String(e)}`;
      // A reader that gave up may be left broken: the next file gets a new one, as in the interface.
      if (format === 'step' && /gave up/.test(String(e))) reader = quiet();
    }
    parentPort!.postMessage({ format, k, said });
  }
}
