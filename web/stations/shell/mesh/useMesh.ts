/** One mesh file in its worker: reading it, reading a half of it, cancelling, and ending it when it takes too long. */
import { useEffect, useRef, useState } from 'react';
import { proxy, type Remote, wrap } from 'comlink';
import type { HalfRead, Role } from '@deft/core/capture';
import { MESH_LIMIT } from '@deft/core/formats/mesh';
import type { MeshApi, Read } from '../../../workers/mesh.worker';

/** Small files are read in 2 s or not at all; larger ones get a second more for each MB. */
const PATIENCE_MS = 2000;
const PATIENCE_A_MB = 1000;

export function useMesh() {
  const worker = useRef<{ w: Worker; api: Remote<MeshApi> }>(undefined);
  /** Which look is the last one asked for: what an earlier one found is no answer any more. */
  const asked = useRef(0);
  const [file, setFile] = useState<Read & { name: string }>();
  const [half, setHalf] = useState<HalfRead>();
  const [busy, setBusy] = useState<string>();
  const [bad, setBad] = useState<string>();
  const end = () => {
    worker.current?.w.terminate();
    worker.current = undefined;
    setBusy(undefined);
  };
  useEffect(() => () => worker.current?.w.terminate(), []);
  /** What the worker says, or a sentence when the clock runs out first. */
  const within = async <T>(
    ms: number,
    work: Promise<{ ok: true; value: T } | { ok: false; sentence: string }>,
    isWanted = () => true,
  ): Promise<T | undefined> => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const own = worker.current;
    const tooLong = {
      ok: false as const,
      sentence: `Reading took longer than ${Math.round(ms / 1000)} s and was ended. Save the file again with fewer triangles.`,
    };
    const late = new Promise<typeof tooLong>((done) => {
      timer = setTimeout(() => done(tooLong), ms);
    });
    const r = await Promise.race([work, late]);
    clearTimeout(timer);
    if (worker.current !== own || !isWanted()) return undefined;
    setBusy(undefined);
    if (r.ok) {
      setBad(undefined);
      return r.value;
    }
    setBad(r.sentence);
    if (r === tooLong) end();
    return undefined;
  };
  const open = async (f: File) => {
    end();
    setHalf(undefined);
    setFile(undefined);
    if (f.size > MESH_LIMIT) {
      setBad(`The file is larger than ${MESH_LIMIT / 1024 / 1024} MB.`);
      return;
    }
    setBad(undefined);
    setBusy('Reading the file');
    const w = new Worker(new URL('../../../workers/mesh.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.current = { w, api: wrap<MeshApi>(w) };
    const bytes = new Uint8Array(await f.arrayBuffer());
    const read = await within(
      PATIENCE_MS +
        (f.size / 1e6) * PATIENCE_A_MB +
        (/^ISO/.test(new TextDecoder().decode(bytes.subarray(0, 3))) ? 8000 : 0),
      worker.current.api.read(bytes),
    );
    if (read) setFile({ ...read, name: f.name });
  };
  const look = async (
    solid: number,
    unitMm: number,
    role: Role,
    lies: { open?: [number, number, number] | undefined; quarters: number },
  ) => {
    if (!worker.current || !file) return;
    const mine = ++asked.current;
    const isLast = () => asked.current === mine;
    setHalf(undefined);
    setBusy('Levelling by the rim');
    const found = await within(
      20_000 + file.solids[solid]!.triangles / 20,
      worker.current.api.half(
        solid,
        unitMm,
        role,
        lies,
        proxy((stage) => {
          if (isLast()) setBusy(stage);
        }),
      ),
      isLast,
    );
    if (found) setHalf(found);
  };
  const leave = () => {
    end();
    setFile(undefined);
    setHalf(undefined);
    setBad(undefined);
  };
  return { file, half, busy, bad, open, look, leave };
}
