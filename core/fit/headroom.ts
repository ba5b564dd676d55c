/**
 * How much free depth is left at each spot: the tallest free stretch between back and front floor.
 */
import type { Scene } from './scene';
import { eachCell, inside, type Prism } from '../geometry';
import { innerRing } from '../shell';

export interface Headroom {
  stepMm: number;
  columns: number;
  rows: number;
  /** Free depth in mm, row by row from the bottom left as seen from the front; -1 outside. */
  free: Float32Array;
  /** Where it comes from, in one sentence. */
  working: string;
}

/** Free depth on a grid. Cells are judged at their middle. */
export function headroom(scene: Scene, stepMm = 2): Headroom {
  const shell = scene.shell;
  if (!shell) {
    return {
      stepMm,
      columns: 0,
      rows: 0,
      free: new Float32Array(0),
      working: 'There is no shell yet.',
    };
  }
  const ring = innerRing(shell.body);
  let w = 0;
  let h = 0;
  for (let i = 0; i < ring.length; i += 2) {
    w = Math.max(w, ring[i]!);
    h = Math.max(h, ring[i + 1]!);
  }
  const columns = Math.ceil(w / stepMm);
  const rows = Math.ceil(h / stepMm);
  const free = new Float32Array(columns * rows).fill(-1);
  const taken = new Array<Array<[number, number]> | undefined>(columns * rows);
  const mark = (prisms: readonly Prism[]) => {
    for (const p of prisms) {
      eachCell(p, { step: stepMm, nx: columns, ny: rows }, (k) => {
        (taken[k] ??= []).push([p.z0, p.z1]);
      });
    }
  };
  for (const s of shell.all) if (s.kind !== 'wall') mark(s.prisms);
  for (const at of scene.items.values()) for (const b of at.blocks) mark(b.solid.prisms);
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) {
      if (!inside(ring, (i + 0.5) * stepMm, (j + 0.5) * stepMm)) continue;
      const spans = (taken[j * columns + i] ?? []).sort((a, b) => a[0] - b[0]);
      const low = Math.min(
        ...shell.body.pieces.map((p) => (shell.sign(p.id) < 0 ? -p.depth.mm : 0)),
      );
      const high = Math.max(
        ...shell.body.pieces.map((p) => (shell.sign(p.id) > 0 ? p.depth.mm : 0)),
      );
      let top = low;
      let best = 0;
      for (const [a, b] of spans) {
        best = Math.max(best, Math.min(a, high) - top);
        top = Math.max(top, b);
      }
      free[j * columns + i] = Math.max(best, high - top, 0);
    }
  }
  return {
    stepMm,
    columns,
    rows,
    free,
    working: `Tallest free stretch along the depth, judged at the middle of every ${stepMm} mm square.`,
  };
}
