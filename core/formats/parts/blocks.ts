/** A board file or a solid made into the blocks of a part. */
import { type Block, BadInput, length, type Part } from '../../model';
import type { Mesh } from '../../geometry';
import { type Box, merged, namesOf } from '../../kit';
import type { Solid } from '../mesh';
import type { Board } from './idf';

const round2 = (v: number): number => Math.round(v * 100) / 100;
const blank = (id: string, name: string, note: string): Omit<Part, 'blocks'> => ({
  id,
  name: name.slice(0, 200) || 'Part',
  family: 'hardware',
  words: [],
  note,
  source: 'mine',
  connectors: [],
  pads: [],
});

const block = (b: Box, i: number, kind: Block['kind']): Block => ({
  id: `block-${i + 1}`,
  name: namesOf(b.names),
  kind,
  axis: 'z',
  base: round2(b.z0),
  height: length(Math.max(0.05, round2(b.z1 - b.z0)), 'mesh'),
  plan: {
    kind: 'rect',
    x: round2(b.x0),
    y: round2(b.y0),
    w: length(Math.max(0.05, round2(b.x1 - b.x0)), 'mesh'),
    h: length(Math.max(0.05, round2(b.y1 - b.y0)), 'mesh'),
  },
});

const around = (
  points: ReadonlyArray<readonly [number, number]>,
): Pick<Box, 'x0' | 'y0' | 'x1' | 'y1'> => {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  return { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
};

/** A board with its components: z = 0 on its underside, its lower left corner at 0, 0. */
export function partOfBoard(board: Board, id: string): Part {
  const edge = around(board.outline);
  const moved = (p: readonly [number, number]): [number, number] => [
    round2(p[0] - edge.x0),
    round2(p[1] - edge.y0),
  ];
  const t = board.thickness;
  const boxes = board.placed
    .filter((q) => q.height > 1e-6)
    .map((q): Box => {
      const a = around(q.points.map(moved));
      return {
        names: [q.ref],
        ...a,
        ...(q.side === 'top' ? { z0: t, z1: t + q.height } : { z0: -q.height, z1: 0 }),
      };
    });
  const tall = merged(boxes);
  if (board.outline.length > 500) {
    throw new BadInput(
      '.BOARD_OUTLINE',
      `The outline has ${board.outline.length} points; 500 can be kept.`,
    );
  }
  return {
    ...blank(
      id,
      board.name,
      `${board.placed.length} components from a board file, made ${tall.length} blocks. Measure what its hits hang on.`,
    ),
    blocks: [
      {
        id: 'board',
        name: 'board',
        kind: 'board',
        axis: 'z',
        base: 0,
        height: length(round2(t), 'mesh'),
        plan: {
          kind: 'polygon',
          points: board.outline.map(moved),
          ...(board.cutouts.length
            ? { holes: board.cutouts.slice(0, 40).map((ring) => ring.map(moved)) }
            : {}),
          how: 'mesh',
        },
      },
      ...tall.map((b, i) => block(b, i, 'chip')),
    ],
    ...(board.holes.length
      ? {
          holes: board.holes
            .filter((h) => h.d >= 1.5)
            .slice(0, 20)
            .map((h) => ({ x: moved([h.x, h.y])[0], y: moved([h.x, h.y])[1], d: round2(h.d) })),
        }
      : {}),
  };
}

/** Lumps of a mesh that share no corner, as boxes. */
function separateBoxes(mesh: Mesh, name: string): Box[] {
  const n = mesh.positions.length / 3;
  const parent = Int32Array.from({ length: n }, (_, i) => i);
  const at = new Map<string, number>();
  const root = (i: number): number => {
    let r = i;
    while (parent[r] !== r) r = parent[r]!;
    while (parent[i] !== r) {
      const next = parent[i]!;
      parent[i] = r;
      i = next;
    }
    return r;
  };
  // STL repeats its corners: those at the same place are one.
  for (let v = 0; v < n; v++) {
    const key = `${Math.round(mesh.positions[3 * v]! * 1000)},${Math.round(mesh.positions[3 * v + 1]! * 1000)},${Math.round(mesh.positions[3 * v + 2]! * 1000)}`;
    const known = at.get(key);
    if (known === undefined) at.set(key, v);
    else parent[root(v)] = root(known);
  }
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const r = root(mesh.triangles[t]!);
    parent[root(mesh.triangles[t + 1]!)] = r;
    parent[root(mesh.triangles[t + 2]!)] = r;
  }
  const boxes = new Map<number, Box>();
  for (let v = 0; v < n; v++) {
    const r = root(v);
    const [x, y, z] = [
      mesh.positions[3 * v]!,
      mesh.positions[3 * v + 1]!,
      mesh.positions[3 * v + 2]!,
    ];
    const b = boxes.get(r);
    if (!b) boxes.set(r, { names: [name], x0: x, y0: y, z0: z, x1: x, y1: y, z1: z });
    else {
      b.x0 = Math.min(b.x0, x);
      b.y0 = Math.min(b.y0, y);
      b.z0 = Math.min(b.z0, z);
      b.x1 = Math.max(b.x1, x);
      b.y1 = Math.max(b.y1, y);
      b.z1 = Math.max(b.z1, z);
    }
  }
  return [...boxes.values()];
}

/**
 * One lump is cut into a grid of columns, so that a board with what stands on it does not become
 * one tall box. Every corner, and every crossing of an edge with the grid, lies in some column.
 */
function columns(mesh: Mesh, box: Box, name: string, across = 24): Box[] {
  const step = Math.max(box.x1 - box.x0, box.y1 - box.y0) / across;
  const nx = Math.max(1, Math.ceil((box.x1 - box.x0) / step));
  const ny = Math.max(1, Math.ceil((box.y1 - box.y0) / step));
  const low = new Float64Array(nx * ny).fill(Infinity);
  const high = new Float64Array(nx * ny).fill(-Infinity);
  const p = mesh.positions;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => mesh.triangles[t + k]! * 3) as [number, number, number];
    const xs = [p[a]!, p[b]!, p[c]!];
    const ys = [p[a + 1]!, p[b + 1]!, p[c + 1]!];
    const zs = [p[a + 2]!, p[b + 2]!, p[c + 2]!];
    const i0 = Math.max(0, Math.floor((Math.min(...xs) - box.x0) / step - 1e-9));
    const i1 = Math.min(nx - 1, Math.floor((Math.max(...xs) - box.x0) / step));
    const j0 = Math.max(0, Math.floor((Math.min(...ys) - box.y0) / step - 1e-9));
    const j1 = Math.min(ny - 1, Math.floor((Math.max(...ys) - box.y0) / step));
    const det = (xs[1]! - xs[0]!) * (ys[2]! - ys[0]!) - (xs[2]! - xs[0]!) * (ys[1]! - ys[0]!);
    const lo = Math.min(...zs);
    const hi = Math.max(...zs);
    const gx =
      Math.abs(det) < 1e-9
        ? 0
        : ((zs[1]! - zs[0]!) * (ys[2]! - ys[0]!) - (zs[2]! - zs[0]!) * (ys[1]! - ys[0]!)) / det;
    const gy =
      Math.abs(det) < 1e-9
        ? 0
        : ((zs[2]! - zs[0]!) * (xs[1]! - xs[0]!) - (zs[1]! - zs[0]!) * (xs[2]! - xs[0]!)) / det;
    for (let j = j0; j <= j1; j++) {
      for (let i = i0; i <= i1; i++) {
        const x = box.x0 + i * step;
        const y = box.y0 + j * step;
        if (!meets(xs, ys, x, y, step)) continue;
        // The plane of the triangle over the cell, within the triangle's own height; a standing one spans it all.
        const near =
          Math.abs(det) < 1e-9
            ? [lo, hi]
            : [
                [x, y],
                [x + step, y],
                [x, y + step],
                [x + step, y + step],
              ].map(([u, v]) => zs[0]! + gx * (u! - xs[0]!) + gy * (v! - ys[0]!));
        low[j * nx + i] = Math.min(low[j * nx + i]!, Math.max(lo, Math.min(...near)));
        high[j * nx + i] = Math.max(high[j * nx + i]!, Math.min(hi, Math.max(...near)));
      }
    }
  }
  const out: Box[] = [];
  for (let j = 0; j < ny; j++) {
    for (let i = 0; i < nx; i++) {
      if (high[j * nx + i]! >= low[j * nx + i]!) {
        out.push({
          names: [name],
          x0: box.x0 + i * step,
          y0: box.y0 + j * step,
          x1: Math.min(box.x1, box.x0 + (i + 1) * step),
          y1: Math.min(box.y1, box.y0 + (j + 1) * step),
          z0: low[j * nx + i]!,
          z1: high[j * nx + i]!,
        });
      }
    }
  }
  return stripes(out);
}

/** Whether a triangle's plan meets a square cell: no line between them. */
function meets(
  xs: readonly number[],
  ys: readonly number[],
  x: number,
  y: number,
  step: number,
): boolean {
  for (let k = 0; k < 3; k++) {
    const nx = ys[(k + 1) % 3]! - ys[k]!;
    const ny = xs[k]! - xs[(k + 1) % 3]!;
    if (Math.abs(nx) + Math.abs(ny) < 1e-12) continue;
    const tri = [0, 1, 2].map((q) => nx * xs[q]! + ny * ys[q]!);
    const cell = [
      nx * x + ny * y,
      nx * (x + step) + ny * y,
      nx * x + ny * (y + step),
      nx * (x + step) + ny * (y + step),
    ];
    if (
      Math.max(...tri) < Math.min(...cell) - 1e-9 ||
      Math.max(...cell) < Math.min(...tri) - 1e-9
    ) {
      return false;
    }
  }
  return true;
}

/** Cells side by side of the same height become runs, and equal runs one above the other become areas. */
function stripes(cells: readonly Box[]): Box[] {
  const same = (a: number, b: number) => Math.abs(a - b) < 0.15;
  const grow = (list: readonly Box[], fits: (a: Box, b: Box) => boolean): Box[] => {
    const out: Box[] = [];
    for (const c of list) {
      const known = out.find((o) => same(o.z0, c.z0) && same(o.z1, c.z1) && fits(o, c));
      if (known) {
        known.x1 = Math.max(known.x1, c.x1);
        known.y1 = Math.max(known.y1, c.y1);
        known.z0 = Math.min(known.z0, c.z0);
        known.z1 = Math.max(known.z1, c.z1);
      } else out.push({ ...c, names: [...c.names] });
    }
    return out;
  };
  const runs = grow(cells, (a, b) => Math.abs(a.y0 - b.y0) < 1e-6 && Math.abs(a.x1 - b.x0) < 1e-6);
  return grow(
    runs,
    (a, b) =>
      Math.abs(a.x0 - b.x0) < 1e-6 && Math.abs(a.x1 - b.x1) < 1e-6 && Math.abs(a.y1 - b.y0) < 1e-6,
  );
}

/** Solids of a file, in mm, made blocks; its lowest corner at 0, 0, 0. */
export function partOfSolids(
  solids: readonly Solid[],
  unitMm: number,
  id: string,
  name: string,
): Part {
  const scaled = solids.map((s) => ({
    ...s,
    mesh: { ...s.mesh, positions: s.mesh.positions.map((v) => v * unitMm) },
  }));
  const loose = scaled.flatMap((s) => separateBoxes(s.mesh, s.name || name));
  const boxes =
    loose.length === 1 ? columns(scaled[0]!.mesh, loose[0]!, scaled[0]!.name || name) : loose;
  if (!boxes.length) throw new BadInput('', 'The file holds no solid.');
  const [x, y, z] = [
    Math.min(...boxes.map((b) => b.x0)),
    Math.min(...boxes.map((b) => b.y0)),
    Math.min(...boxes.map((b) => b.z0)),
  ];
  const size = Math.max(...boxes.map((b) => Math.max(b.x1 - x, b.y1 - y, b.z1 - z)));
  if (size > 500) {
    throw new BadInput(
      '',
      `It is ${size.toFixed(0)} mm long; 500 mm is the most a part may be. Check the unit.`,
    );
  }
  const few = merged(
    boxes.map((b) => ({
      ...b,
      x0: b.x0 - x,
      x1: b.x1 - x,
      y0: b.y0 - y,
      y1: b.y1 - y,
      z0: b.z0 - z,
      z1: b.z1 - z,
    })),
  );
  return {
    ...blank(
      id,
      name,
      `${loose.length === 1 ? 'One solid' : `${loose.length} solids`} from a file, made ${few.length} blocks. Measure what its hits hang on.`,
    ),
    blocks: few
      .sort((a, b) => (b.x1 - b.x0) * (b.y1 - b.y0) - (a.x1 - a.x0) * (a.y1 - a.y0))
      .map((b, i) => block(b, i, 'body')),
  };
}
