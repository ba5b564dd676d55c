/** Reads mutants of one format and reports each: read, refused in a sentence, or anything else. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { parentPort, workerData } from 'node:worker_threads';
import occt from 'occt-import-js';
import { demos, STARTER_PARTS } from '../core/catalogue';
import { shellSheets } from '../core/cuts';
import { sheetDxf, sheetSvg } from '../core/formats';
import { readDxf, readSvg, takenFrom } from '../core/formats/drawing';
import { readMeshFile, readStep } from '../core/formats/mesh';
import { samples, squareTray } from '../core/formats/mesh/samples.fixture';
import { emn, emp, made } from '../core/formats/parts/board.fixture';
import {
  partOfBoard,
  partsCsv,
  partsJson,
  readIdf,
  readPartsCsv,
  readPartsJson,
} from '../core/formats/parts';
import { readPicture } from '../core/formats/picture';
import { pictureSamples } from '../core/formats/picture/samples.fixture';
import { seeded } from '../core/geometry/seeded';
import { BadInput } from '../core/model';

const { jobs } = workerData as { jobs: Array<{ format: string; from: number; to: number }> };
const face = shellSheets(demos()[0]!.shell.bodies[0]!, []).find((s) => s.id === 'front-face')!;
const utf = (t: string) => new TextEncoder().encode(t);
const list = made(3, 20);
const some = STARTER_PARTS.slice(0, 20);
const TEXTS: Record<string, string> = {
  idf: `${emn(list)}\u001d${emp(list)}`,
  csv: partsCsv(some),
  parts: partsJson(some),
};
const originalOf = (format: string): Uint8Array => {
  if (TEXTS[format]) return utf(TEXTS[format]);
  if (format === 'dxf') return utf(sheetDxf(face));
  if (format === 'svg') return utf(sheetSvg(face, 'x'));
  if (format === 'jpeg' || format === 'png') return pictureSamples()[format];
  return samples(format === 'step' ? squareTray() : undefined)[format as 'stl'];
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

function mutant(original: Uint8Array, seed: number): Uint8Array {
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
  const original = originalOf(format);
  for (let k = from; k < to; k++) {
    parentPort!.postMessage({ format, k, begun: true });
    const bytes = mutant(original, k);
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
