/** Files of parts are read here; the screen's thread stays free, and the worker can be ended. */
import { expose } from 'comlink';
import {
  partOfBoard,
  partOfSolids,
  readIdf,
  readPartsCsv,
  readPartsJson,
} from '@deft/core/formats/parts';
import { readMeshFile } from '@deft/core/formats/mesh';
import { BadInput, type Part } from '@deft/core/model';
import { stepApart } from './stepApart';

export type PartsRead = { ok: true; parts: Part[] } | { ok: false; sentence: string };

const said = async (work: () => Promise<Part[]> | Part[]): Promise<PartsRead> => {
  try {
    return { ok: true, parts: await work() };
  } catch (e) {
    return { ok: false, sentence: e instanceof BadInput ? e.message : 'This file cannot be read.' };
  }
};

const api = {
  json: (text: string) => said(() => readPartsJson(text)),
  csv: (text: string, tell: (share: number) => void) =>
    said(async () => {
      const rows = readPartsCsv(text);
      for (;;) {
        const r = rows.next();
        if (r.done) return r.value;
        tell(r.value);
        await new Promise((done) => {
          setTimeout(done, 0);
        });
      }
    }),
  board: (emn: string, emp: string, id: string) => said(() => [partOfBoard(readIdf(emn, emp), id)]),
  solid: (bytes: Uint8Array, id: string, name: string, unitMm: number | undefined) =>
    said(async () => {
      const f = await readMeshFile(bytes, stepApart);
      return [partOfSolids(f.solids, unitMm ?? f.unitMm ?? 1, id, name)];
    }),
};
export type PartsApi = typeof api;
expose(api);
