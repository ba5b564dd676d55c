/** Mesh files are read and searched here; the screen's thread stays free, and the worker can be ended. */
import { expose } from 'comlink';
import { halvesIn, type HalfRead, readHalf, type Role } from '@deft/core/capture';
import { type MeshFile, readMeshFile, type Solid } from '@deft/core/formats/mesh';
import { BadInput } from '@deft/core/model';
import { stepApart } from './stepApart';

export interface Read {
  kind: MeshFile['kind'];
  unitMm?: number;
  solids: Array<{ name: string; triangles: number; size: [number, number, number] }>;
}
type Said<T> = { ok: true; value: T } | { ok: false; sentence: string };

const said = async <T>(work: () => Promise<T> | T, otherwise: string): Promise<Said<T>> => {
  try {
    return { ok: true, value: await work() };
  } catch (e) {
    return { ok: false, sentence: e instanceof BadInput ? e.message : otherwise };
  }
};
let held: Solid[] = [];

function sizeOf(p: Float32Array): [number, number, number] {
  const lo = [Infinity, Infinity, Infinity];
  const hi = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < p.length; i++) {
    const k = i % 3;
    const v = p[i]!;
    if (v < lo[k]!) lo[k] = v;
    if (v > hi[k]!) hi[k] = v;
  }
  return [0, 1, 2].map((k) => hi[k]! - lo[k]!) as [number, number, number];
}

const api = {
  read: (bytes: Uint8Array): Promise<Said<Read>> =>
    said(async () => {
      const f = await readMeshFile(bytes, stepApart);
      // Halves printed side by side come as one solid; small loose ones are screws and feet.
      const apart =
        f.solids.length === 1
          ? halvesIn(f.solids[0]!.mesh).map((mesh, i, all): Solid => ({
              name: all.length > 1 ? `half ${i + 1}` : f.solids[0]!.name,
              mesh,
            }))
          : f.solids;
      held = apart.filter((s) => s.mesh.triangles.length >= 36).slice(0, 40);
      if (!held.length) {
        throw new BadInput('', 'The file holds nothing large enough to be half a shell.');
      }
      return {
        kind: f.kind,
        ...(f.unitMm ? { unitMm: f.unitMm } : {}),
        solids: held.map((s) => ({
          name: s.name,
          triangles: s.mesh.triangles.length / 3,
          size: sizeOf(s.mesh.positions),
        })),
      };
    }, 'This file cannot be read.'),
  half: (
    solid: number,
    unitMm: number,
    role: Role,
    lies: { open?: [number, number, number] | undefined; quarters: number },
    tell: (stage: string) => void,
  ): Promise<Said<HalfRead>> =>
    said(
      () =>
        readHalf(held[solid]!.mesh, unitMm, role, lies, (stage) => {
          tell(stage);
        }),
      'This half cannot be read.',
    ),
};
export type MeshApi = typeof api;
expose(api);
