/**
 * What it weighs in the hands: the point it balances on, whether it lies flat on a table and on
 * which points, and how far it leans when it does not.
 */
import { outlineSpan, type Ref } from '../model';
import { shellMass } from '../shell';
import { keysInFaces } from './keys';
import type { Scene } from './scene';

export interface Balance {
  massG: number;
  /** Parts whose mass is not known. */
  unknown: number;
  x: number;
  y: number;
  z: number;
  /** Share of the weight left of the middle, seen from the front. */
  left: number;
  working: string[];
}
type P3 = [number, number, number];
/** The lowest of what stands out carries it; every three points are tried. */
const MOST_CORNERS = 16;

/** Mass of each item at the middle of its blocks by volume; the shell spread over its outline. */
export function balance(scene: Scene): Balance | undefined {
  const body = scene.shell?.body;
  if (!body) return undefined;
  const { w, h } = outlineSpan(body.outline);
  const shell = shellMass(body).value;
  const depth = (sign: 1 | -1) =>
    body.pieces.find((q) => scene.shell!.sign(q.id) === sign)?.depth.mm ?? 0;
  const list: Array<{ g: number; at: P3 }> = [
    { g: shell, at: [w / 2, h / 2, (depth(1) - depth(-1)) / 2] },
  ];
  let unknown = 0;
  for (const it of scene.items.values()) {
    if (it.part.massG === undefined) {
      unknown++;
      continue;
    }
    let volume = 0;
    const mid: P3 = [0, 0, 0];
    for (const { solid: s } of it.blocks) {
      const v = (s.x1 - s.x0) * (s.y1 - s.y0) * (s.z1 - s.z0);
      volume += v;
      mid[0] += (v * (s.x0 + s.x1)) / 2;
      mid[1] += (v * (s.y0 + s.y1)) / 2;
      mid[2] += (v * (s.z0 + s.z1)) / 2;
    }
    list.push({ g: it.part.massG, at: [mid[0] / volume, mid[1] / volume, mid[2] / volume] });
  }
  const massG = list.reduce((s, q) => s + q.g, 0);
  const c = [0, 1, 2].map((i) => list.reduce((s, q) => s + q.g * q.at[i]!, 0) / massG) as P3;
  // A lever on two hands at the outer edges carries the weight in the ratio of the distances.
  const left = 1 - c[0] / w;
  return {
    massG,
    unknown,
    x: c[0],
    y: c[1],
    z: c[2],
    left,
    working: [
      `${shell.toFixed(0)} g of shell and ${(massG - shell).toFixed(0)} g of parts${unknown ? `, ${unknown} without a mass` : ''}`,
      `balances ${c[0].toFixed(0)} mm from the left and ${c[1].toFixed(0)} mm from the bottom: ${Math.round(100 * left)} % of the weight in the left hand`,
    ],
  };
}

export interface Rest {
  flat: boolean;
  /** Lean against the table, degrees. */ tiltDeg: number;
  /** Points it stands on, as x, y, and what they are; a key or part by its id. */ on: Array<{
    x: number;
    y: number;
    name: string;
    of?: StandsOn;
  }>;
  sentence: string;
}

/** A key of the back, or a part outside it. */
type StandsOn = Extract<Ref, { is: 'input' | 'opening' | 'item' }>;

interface Corner {
  p: P3;
  name: string;
  of?: StandsOn;
}

/** The four corners of a box at one height. */
const boxCorners = (
  { x0, x1, y0, y1 }: Record<'x0' | 'x1' | 'y0' | 'y1', number>,
  z: number,
): P3[] => [
  [x0, y0, z],
  [x1, y0, z],
  [x1, y1, z],
  [x0, y1, z],
];

/** Keys in the back and parts outside it: what lifts it off the table. */
function standingOut(scene: Scene, back: string, z: number): Corner[] {
  const isRead = new Set(scene.project.controls.inputs.map((i) => i.id));
  const keys = keysInFaces(scene)
    .filter((key) => key.piece === back)
    .flatMap((key) => {
      const of: StandsOn = { is: isRead.has(key.id) ? 'input' : 'opening', id: key.id };
      return boxCorners(key, z - key.proud.mm).map((p) => ({ p, name: key.name, of }));
    });
  const parts = [...scene.items.values()].flatMap((at) =>
    at.blocks
      .map(({ solid }) => solid)
      .filter((s) => s.z0 < z - 0.05)
      .flatMap((s) =>
        boxCorners(s, s.z0).map((p) => ({
          p,
          name: at.item.name,
          of: { is: 'item' as const, id: at.item.id },
        })),
      ),
  );
  return [...keys, ...parts];
}

/** Corners of the back as the table meets them: its face, bays that bulge out of it, keys and parts that stand out. */
function corners(scene: Scene): Corner[] {
  const shell = scene.shell!;
  const body = shell.body;
  const back = body.pieces.find((q) => shell.sign(q.id) < 0);
  if (!back) return [];
  const { w, h } = outlineSpan(body.outline);
  const r = body.outline.kind === 'rect' ? body.outline.r.mm : 0;
  const z = -back.depth.mm;
  const k = r * (1 - Math.SQRT1_2);
  const face = (
    [
      [k, k, 'lower left'],
      [w - k, k, 'lower right'],
      [w - k, h - k, 'upper right'],
      [k, h - k, 'upper left'],
    ] as const
  ).map(([x, y, name]) => ({ p: [x, y, z] as P3, name: `${name} corner` }));
  const bulges = (shell.floors.get(back.id) ?? []).flatMap((f) => {
    const out = f.z - body.wall.mm;
    if (f.pocket !== undefined || out > z - 0.05) return [];
    return f.prisms
      .slice(0, 1)
      .flatMap((q) => boxCorners(q, out).map((p) => ({ p, name: f.name })));
  });
  const out = standingOut(scene, back.id, z).sort((a, b) => a.p[2] - b.p[2]);
  return [...face, ...bulges, ...out.slice(0, MOST_CORNERS)];
}

/** Which three points carry it: every plane through three of them with the rest above and the weight between. */
export function restsOn(scene: Scene): Rest | undefined {
  const b = balance(scene);
  const list = scene.shell ? corners(scene) : [];
  if (!b || list.length < 3) return undefined;
  let best: { tilt: number; on: Set<number> } | undefined;
  for (let i = 0; i < list.length; i++) {
    for (let j = i + 1; j < list.length; j++) {
      for (let k = j + 1; k < list.length; k++) {
        const [p, q, r] = [list[i]!.p, list[j]!.p, list[k]!.p];
        const u = sub(q, p);
        const v = sub(r, p);
        let n: P3 = [
          u[1] * v[2] - u[2] * v[1],
          u[2] * v[0] - u[0] * v[2],
          u[0] * v[1] - u[1] * v[0],
        ];
        const size = Math.hypot(...n);
        if (size < 1e-6) continue;
        if (n[2] < 0) n = [-n[0], -n[1], -n[2]];
        n = [n[0] / size, n[1] / size, n[2] / size];
        const above = (x: P3) => (x[0] - p[0]) * n[0] + (x[1] - p[1]) * n[1] + (x[2] - p[2]) * n[2];
        if (list.some((c) => above(c.p) < -1e-6)) continue;
        // The weight falls along the plane's normal: it must land inside what stands on the table.
        const drop = above([b.x, b.y, b.z]);
        const foot: P3 = [b.x - drop * n[0], b.y - drop * n[1], b.z - drop * n[2]];
        const on = new Set(list.flatMap((c, m) => (above(c.p) < 0.02 ? [m] : [])));
        if (
          !inside(
            [...on].map((m) => list[m]!.p),
            foot,
          )
        ) {
          continue;
        }
        const tilt = (Math.acos(Math.min(1, n[2])) * 180) / Math.PI;
        if (!best || tilt < best.tilt) best = { tilt, on };
      }
    }
  }
  if (!best) return undefined;
  const on = [...best.on].map((m) => {
    const { p, name, of } = list[m]!;
    return { x: p[0], y: p[1], name, ...(of ? { of } : {}) };
  });
  const names = [...new Set(on.map((o) => o.name))];
  const flat = best.tilt < 0.2;
  return {
    flat,
    tiltDeg: best.tilt,
    on,
    sentence: flat
      ? `Lies flat on ${names.length === 1 ? `the ${names[0]}` : names.join(', ')}.`
      : `Leans by ${best.tilt.toFixed(1)}° on ${names.join(', ')}: feet under the other end would level it.`,
  };
}

const sub = (a: P3, b: P3): P3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
/** Whether a point lies in the hull of points, seen from above. */
function inside(points: readonly P3[], q: P3): boolean {
  const c = [
    points.reduce((s, p) => s + p[0], 0) / points.length,
    points.reduce((s, p) => s + p[1], 0) / points.length,
  ] as const;
  const ring = [...points].sort(
    (a, b) => Math.atan2(a[1] - c[1], a[0] - c[0]) - Math.atan2(b[1] - c[1], b[0] - c[0]),
  );
  return ring.every((p, i) => {
    const n = ring[(i + 1) % ring.length]!;
    return (n[0] - p[0]) * (q[1] - p[1]) - (n[1] - p[1]) * (q[0] - p[0]) >= -1e-6;
  });
}
