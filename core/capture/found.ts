/**
 * Features found on a levelled half: posts, ribs, pockets and floors, openings. Everything is in the
 * pit frame, mm, with how far the fit is off, and is offered to the builder; nothing is taken unasked.
 */
import {
  area as areaOf,
  cellX,
  cellY,
  lowest,
  median,
  patches,
  type Pt,
  ringOf,
  thinned,
} from '../geometry';
import { circlesAmong, type Circle, fitCircle } from './circles';
import { edgePoints, ringsOf } from './edges';
import { commonest, floorUnder, type Surfaces } from './surfaces';

const { ceil, floor, hypot, max, min, round } = Math;

/** `d` at half height; `taper`: how much wider the foot is than the top; `bore`: a hole in its top. */
export interface FoundPost {
  kind: 'post';
  x: number;
  y: number;
  d: number;
  height: number;
  top: number;
  taper: number;
  bore?: { d: number; deep: number };
  off: number;
  cover: number;
}
/** A straight strip: length along `turn` (radians), width across it. A `gusset` stands against a post. */
export interface FoundRib {
  kind: 'rib' | 'gusset' | 'block';
  x: number;
  y: number;
  length: number;
  width: number;
  turn: number;
  height: number;
  off: number;
  ring?: Pt[];
}
/** A stretch of floor at its own depth below the rim. */
export interface FoundZone {
  kind: 'zone';
  ring: Pt[];
  x: number;
  y: number;
  w: number;
  h: number;
  depth: number;
  area: number;
  off: number;
}
export type FoundHole = { kind: 'hole'; x: number; y: number; off: number; area: number } & (
  | { shape: 'circle'; d: number }
  | { shape: 'rect'; w: number; h: number }
  | { shape: 'ring'; ring: Pt[]; w: number; h: number }
);

export interface Found {
  posts: FoundPost[];
  ribs: FoundRib[];
  zones: FoundZone[];
  holes: FoundHole[];
}

/** Levels are this far apart at least, and no more of them than that. */
const LEVEL_MM = 1;
const MOST_LEVELS = 10;
const LOWEST_MM = 0.5;

/** Half of a window that takes off ribs but leaves the strip between two bays, mm. */
const NARROW_MM = 2.75;

export function foundIn(s: Surfaces): Found {
  const tall = postsIn(s);
  // With the posts known, a narrow window is enough for the rest and keeps narrow stretches of floor.
  const close: Surfaces = {
    ...s,
    ...floorUnder(s.top, s.footprint, s.gaps, NARROW_MM, coveredBy(s, tall)),
  };
  const posts = tall.flatMap((p) => {
    const under = floorBeside(close, p.x, p.y, p.d / 2);
    const height = p.top - (Number.isFinite(under) ? under : p.top - p.height);
    return height > 0.6 ? [{ ...p, height }] : [];
  });
  return {
    posts,
    ribs: ribsIn(close, posts),
    zones: zonesIn(close).filter((z) => !betweenGussets(z, posts, s)),
    holes: holesIn(close),
  };
}

/** A small raised patch beside a post is what its gussets enclose, no floor of its own. */
const betweenGussets = (z: FoundZone, posts: readonly FoundPost[], s: Surfaces): boolean =>
  -z.depth > s.mainFloor &&
  z.area < 40 &&
  posts.some((p) => hypot(p.x - z.x, p.y - z.y) < p.d / 2 + 5);

/** Cells at a distance from r0 to r1 about a place. */
function cellsAbout(s: Surfaces, x: number, y: number, r0: number, r1: number): number[] {
  const { top, step, nx, ny } = s;
  const out: number[] = [];
  const i0 = max(0, floor((x - r1 - top.x0) / step));
  const i1 = min(nx - 1, ceil((x + r1 - top.x0) / step));
  const j0 = max(0, floor((y - r1 - top.y0) / step));
  const j1 = min(ny - 1, ceil((y + r1 - top.y0) / step));
  for (let j = j0; j <= j1; j++) {
    for (let i = i0; i <= i1; i++) {
      const d = hypot(cellX(top, i) - x, cellY(top, j) - y);
      if (d >= r0 && d < r1) out.push(j * nx + i);
    }
  }
  return out;
}

const floorBeside = (s: Surfaces, x: number, y: number, r: number): number =>
  median(
    cellsAbout(s, x, y, r + 0.5, r + 2)
      .filter((c) => s.cavity[c])
      .map((c) => s.floor[c]!),
  );

function coveredBy(s: Surfaces, posts: readonly FoundPost[]): Uint8Array {
  const taken = new Uint8Array(s.nx * s.ny);
  for (const p of posts) {
    for (const c of cellsAbout(s, p.x, p.y, 0, p.d / 2 + p.taper / 2 + 0.35)) taken[c] = 1;
  }
  return taken;
}

interface Seen extends Circle {
  level: number;
}

function postsIn(s: Surfaces): FoundPost[] {
  const { nx, ny, step, above, inFromEdge, wall } = s;
  const g = s.top;
  const w = nx * step;
  const h = ny * step;
  let most = 0;
  for (let c = 0; c < above.length; c++) {
    if (inFromEdge[c]! > wall + 0.5 && above[c]! > most) most = above[c]!;
  }
  const seen: Seen[] = [];
  const apart = max(LEVEL_MM, (most - LOWEST_MM) / MOST_LEVELS);
  for (let level = LOWEST_MM; level < most; level += apart) {
    const mask = above.map((v, c) => (s.footprint[c] && v >= level ? 1 : 0));
    const pts = edgePoints(g, mask)
      .filter((p) => {
        const i = Math.round((p.x + p.nx * 0.6 - g.x0) / step - 0.5);
        const j = Math.round((p.y + p.ny * 0.6 - g.y0) / step - 0.5);
        return i >= 0 && j >= 0 && i < nx && j < ny && inFromEdge[j * nx + i]! > wall + 0.55;
      })
      .map((p) => ({ ...p, x: p.x - g.x0, y: p.y - g.y0 }));
    for (const c of circlesAmong(pts, w, h, 0.27)) {
      seen.push({
        ...c,
        x: c.x + g.x0,
        y: c.y + g.y0,
        on: c.on.map((p) => ({ ...p, x: p.x + g.x0, y: p.y + g.y0 })),
        level,
      });
    }
  }
  seen.sort((a, b) => b.cover - a.cover);
  const groups: Seen[][] = [];
  for (const c of seen) {
    const home = groups.find(
      (k) =>
        Math.hypot(k[0]!.x - c.x, k[0]!.y - c.y) < 0.55 &&
        k.some((o) => Math.abs(o.r - c.r) < 0.12 + 0.09 * Math.abs(o.level - c.level)),
    );
    if (home) {
      if (!home.some((o) => o.level === c.level)) home.push(c);
    } else groups.push([c]);
  }
  const out = groups.flatMap((k) => {
    const p = postOf(s, k, apart);
    return p ? [p] : [];
  });
  // Where two claim the same place the taller and better covered one stays.
  out.sort((a, b) => b.height * b.cover - a.height * a.cover);
  return out.filter(
    (p, i) =>
      !out.slice(0, i).some((o) => Math.hypot(o.x - p.x, o.y - p.y) < Math.max(o.d, p.d) * 0.35),
  );
}

function postOf(s: Surfaces, k: Seen[], apart: number): FoundPost | undefined {
  const { top, step } = s;
  const n = k.length;
  // All levels together: half a circle at each is little, half a cylinder is enough.
  const whole = fitCircle(k.flatMap((c) => c.on));
  if (!whole) return undefined;
  const { x, y, r: rMean } = whole;
  const within = (r0: number, r1: number): number[] => cellsAbout(s, x, y, r0, r1);
  const under = floorBeside(s, x, y, rMean);
  if (!Number.isFinite(under)) return undefined;
  // The top: the highest level that a good part of its face reaches.
  const face = within(0, rMean - 0.3)
    .filter((c) => s.inFromEdge[c]! > s.wallAtFloor + 0.1)
    .map((c) => top.z[c]!)
    .filter(Number.isFinite)
    .sort((a, b) => b - a);
  if (face.length < 4) return undefined;
  const high = face[Math.floor(face.length * 0.06)]!;
  const flat = face.filter((z) => Math.abs(z - high) < 0.3);
  if (flat.length < 0.18 * face.length) return undefined;
  const topZ = commonest(flat);
  const height = topZ - under;
  if (height < 0.6) return undefined;
  // A post is full to its edge all round; the end of a rib is not.
  const edge = within(rMean * 0.7, rMean - 0.15).filter((c) => s.footprint[c]);
  if (edge.filter((c) => top.z[c]! > under + height / 2).length < 0.88 * edge.length) {
    return undefined;
  }
  const levels = k.map((c) => c.level);
  // Seen on most of the levels it passes, or it is only a bend of something else.
  const passed = Math.max(1, Math.floor((height - 0.25 - LOWEST_MM) / apart) + 1);
  if (n < Math.max(1, passed * 0.45) || Math.max(...levels) > height + 0.3) return undefined;
  const cover = Math.max(...k.map((c) => c.cover));
  const at = round((y - top.y0) / step - 0.5) * s.nx + round((x - top.x0) / step - 0.5);
  const inWall = (s.inFromEdge[at] ?? 0) < s.wallAtFloor + rMean;
  // A wall hides half of a post; without one, half a small circle is the end of a rib.
  let share: 0.28 | 0.36 | 0.65;
  if (inWall) {
    if (n >= 3) share = 0.28;
    else share = 0.36;
  } else if (rMean < 1.35) share = 0.65;
  else share = 0.36;
  if (cover < share) return undefined;
  const mid = height / 2;
  const mL = levels.reduce((a, b) => a + b, 0) / n;
  const mR = rMean;
  const sxx = levels.reduce((t, l) => t + (l - mL) ** 2, 0);
  const slope = n >= 4 && sxx > 0 ? k.reduce((t, c) => t + (c.level - mL) * c.r, 0) / sxx : 0;
  const steep = Math.abs(slope) < 0.06 ? slope : 0;
  const core = within(0, Math.max(step, rMean * 0.3)).map((c) => top.z[c]!);
  const low = median(core.map((z) => (Number.isFinite(z) ? z : -1e3)));
  const hollow = within(0, rMean - 0.3).filter((c) => !(top.z[c]! > topZ - 0.6));
  const bore =
    low < topZ - 0.8 && hollow.length > 3
      ? {
          bore: {
            d: 2 * Math.sqrt((hollow.length * step * step) / Math.PI),
            deep: Math.min(height + 3, topZ - low),
          },
        }
      : {};
  return {
    kind: 'post',
    x,
    y,
    d: 2 * (mR + steep * (mid - mL)),
    height,
    top: topZ,
    taper: Math.max(0, -2 * steep * height),
    ...bore,
    off: Math.sqrt(k.reduce((t, c) => t + c.rms ** 2, 0) / n),
    cover,
  };
}

/** Strips and blocks that are left when the posts are taken away. */
function ribsIn(s: Surfaces, posts: readonly FoundPost[]): FoundRib[] {
  const { nx, ny, step, above, cavity } = s;
  const taken = coveredBy(s, posts);
  const left = above.map((v, c) => (cavity[c] && !taken[c] && v > 0.6 ? 1 : 0));
  const out: FoundRib[] = [];
  const todo = patches(left as unknown as Uint8Array, nx, ny).map((cells) => [...cells]);
  while (todo.length) {
    const cells = todo.pop()!;
    if (cells.length * step * step < 1.2) continue;
    const tall = commonest(cells.map((c) => above[c]!));
    const body = cells.filter((c) => above[c]! > tall / 2);
    if (body.length * step * step < 1.2) continue;
    // A narrow stretch of the main floor between deeper ones is floor.
    if (Math.abs(commonest(body.map((c) => s.top.z[c]!)) - s.mainFloor) < 0.2) continue;
    const one = stripOf(s, body);
    const full =
      one.length * one.width > 0 ? (body.length * step * step) / (one.length * one.width) : 0;
    if (full > 0.86 || out.length > 400) {
      out.push(named(s, one, tall, body, posts));
      continue;
    }
    const line = longestLine(s, body);
    if (!line) {
      out.push({ ...named(s, one, tall, body, posts), kind: 'block' });
      continue;
    }
    const strip = body.filter((c) => line.has(c));
    const rest = cells.filter((c) => !line.has(c));
    if (strip.length < 8) {
      out.push({ ...named(s, one, tall, body, posts), kind: 'block' });
      continue;
    }
    const fit = stripOf(s, strip);
    out.push(named(s, fit, commonest(strip.map((c) => above[c]!)), strip, posts));
    const mask = new Uint8Array(nx * ny);
    for (const c of rest) mask[c] = 1;
    todo.push(...patches(mask, nx, ny).map((q) => [...q]));
  }
  return out.filter((r) => r.width >= 0.5 && r.length >= 1.5);
}

/** Rectangle with the same centre, direction and second moments as some cells. */
function stripOf(
  s: Surfaces,
  cells: readonly number[],
): { x: number; y: number; length: number; width: number; turn: number } {
  let mx = 0;
  let my = 0;
  for (const c of cells) {
    mx += cellX(s.top, c % s.nx);
    my += cellY(s.top, Math.floor(c / s.nx));
  }
  mx /= cells.length;
  my /= cells.length;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (const c of cells) {
    const dx = cellX(s.top, c % s.nx) - mx;
    const dy = cellY(s.top, Math.floor(c / s.nx)) - my;
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const own = (s.step * s.step) / 12;
  xx = xx / cells.length + own;
  yy = yy / cells.length + own;
  xy /= cells.length;
  const turn = 0.5 * Math.atan2(2 * xy, xx - yy);
  const mid = (xx + yy) / 2;
  const half = Math.hypot((xx - yy) / 2, xy);
  return {
    x: mx,
    y: my,
    length: Math.sqrt(12 * (mid + half)),
    width: Math.sqrt(12 * Math.max(1e-6, mid - half)),
    turn,
  };
}

function named(
  s: Surfaces,
  r: ReturnType<typeof stripOf>,
  height: number,
  cells: readonly number[],
  posts: readonly FoundPost[],
): FoundRib {
  const [c, q] = [Math.cos(r.turn), Math.sin(r.turn)];
  // A strip that ends at a wall goes on to it: the cells beside a wall were left out.
  for (const end of [1, -1]) {
    const [ex, ey] = [r.x + (end * c * r.length) / 2, r.y + (end * q * r.length) / 2];
    const i = Math.round((ex - s.top.x0) / s.step - 0.5);
    const j = Math.round((ey - s.top.y0) / s.step - 0.5);
    const short = (s.inFromEdge[j * s.nx + i] ?? 99) - s.wallAtFloor;
    if (short > 0.05 && short < 0.75) {
      r = {
        ...r,
        length: r.length + short,
        x: r.x + (end * c * short) / 2,
        y: r.y + (end * q * short) / 2,
      };
    }
  }
  // How far its cells lie outside the strip: the fit's own doubt.
  let off = 0;
  for (const k of cells) {
    const dx = cellX(s.top, k % s.nx) - r.x;
    const dy = cellY(s.top, Math.floor(k / s.nx)) - r.y;
    off +=
      Math.max(
        0,
        Math.abs(dx * c + dy * q) - r.length / 2,
        Math.abs(dy * c - dx * q) - r.width / 2,
      ) ** 2;
  }
  const base = { ...r, height, off: Math.sqrt(off / cells.length) + s.step / Math.sqrt(12) };
  if (r.width > 4.5 && r.length < 3 * r.width) {
    const mask = new Uint8Array(s.nx * s.ny);
    for (const k of cells) mask[k] = 1;
    const ring = ringsOf(s.top, mask).sort((a, b) => b.length - a.length)[0];
    return { kind: 'block', ...base, ...(ring ? { ring: thinned(ring, 0.2) } : {}) };
  }
  const gusset = posts.some((p) => {
    const dx = p.x - r.x;
    const dy = p.y - r.y;
    const along = Math.abs(dx * c + dy * q);
    const across = Math.abs(dy * c - dx * q);
    return (
      across < p.d / 2 &&
      along - r.length / 2 < p.d / 2 + p.taper / 2 + 1 &&
      along > r.length / 2 - 1 &&
      r.length < Math.max(6, p.d * 1.6)
    );
  });
  return { kind: gusset ? 'gusset' : 'rib', ...base };
}

/** The cells of the longest straight strip in a patch that is no strip as a whole. */
function longestLine(s: Surfaces, cells: readonly number[]): Set<number> | undefined {
  const pts = cells.map(
    (c) => [cellX(s.top, c % s.nx), cellY(s.top, Math.floor(c / s.nx)), c] as const,
  );
  let best: Set<number> | undefined;
  let longest = 3;
  for (let deg = 0; deg < 180; deg += 3) {
    const [ca, sa] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
    const rows = new Map<number, Array<[number, number]>>();
    for (const [x, y, c] of pts) {
      const row = Math.round((y * ca - x * sa) / (2 * s.step));
      const r = rows.get(row);
      const e: [number, number] = [x * ca + y * sa, c];
      if (r) r.push(e);
      else rows.set(row, [e]);
    }
    for (const [row, list] of rows) {
      list.sort((a, b) => a[0] - b[0]);
      let from = 0;
      for (let i = 1; i <= list.length; i++) {
        if (i < list.length && list[i]![0] - list[i - 1]![0] < 2.5 * s.step) continue;
        const length = list[i - 1]![0] - list[from]![0];
        if (length > longest) {
          longest = length;
          const [a0, a1] = [list[from]![0] - s.step, list[i - 1]![0] + s.step];
          // Its width: as far to each side as most of its length is filled.
          const wide = new Set<number>();
          for (const sign of [1, -1]) {
            for (let q = sign === 1 ? 0 : 1; q < 20; q++) {
              const side = (rows.get(row + sign * q) ?? []).filter(([a]) => a >= a0 && a <= a1);
              if (side.length * s.step < length * 1.0) break;
              for (const [, c] of side) wide.add(c);
            }
          }
          best = wide;
        }
        from = i;
      }
    }
  }
  return best;
}

function zonesIn(s: Surfaces): FoundZone[] {
  const { nx, ny, step, cavity, mainFloor } = s;
  const level = s.floor;
  const out: FoundZone[] = [];
  const at = (test: (z: number) => boolean): Int32Array[] =>
    patches(
      level.map((z, c) => (cavity[c] && z > -Infinity && test(z) ? 1 : 0)) as unknown as Uint8Array,
      nx,
      ny,
    );
  const rest: Array<{ cells: number[]; depth: number }> = [];
  for (const patch of [...at((z) => z < mainFloor - 0.35), ...at((z) => z > mainFloor + 0.35)]) {
    let cells = [...patch];
    // A patch of several flats is taken apart, the commonest first.
    for (let n = 0; n < 12 && cells.length * step * step > 12; n++) {
      const flat = commonest(cells.map((c) => level[c]!));
      const on = cells.filter((c) => Math.abs(level[c]! - flat) < 0.3);
      if (!on.length) break;
      rest.push({ cells: on, depth: -flat });
      const gone = new Set(on);
      cells = cells.filter((c) => !gone.has(c));
    }
  }
  for (const { cells, depth } of rest) {
    const mask = new Uint8Array(nx * ny);
    for (const c of cells) mask[c] = 1;
    for (const patch of patches(mask, nx, ny)) {
      if (patch.length * step * step < 12 || depth < 0.3) continue;
      const own = new Float32Array(nx * ny);
      for (const c of patch) own[c] = 1;
      // Bumps where a post stands on its edge are smoothed away.
      const r = round(1.5 / step);
      const smooth = lowest(lowest(own, nx, ny, r), nx, ny, r, -1);
      const ring = ringsOf(s.top, smooth.some((v) => v > 0) ? smooth : own).sort(
        (a, b) => b.length - a.length,
      )[0];
      if (!ring) continue;
      const xs = ring.map((p) => p[0]);
      const ys = ring.map((p) => p[1]);
      const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
      // A sliver beside a slope is no floor of its own.
      if (
        patch.length * step * step < 0.35 * (x1 - x0) * (y1 - y0) &&
        Math.min(x1 - x0, y1 - y0) < 4
      ) {
        continue;
      }
      const sorted = Float64Array.from(patch, (c) => -level[c]!).sort();
      // On a slope the shallowest of the stretch counts: nothing that fits there hits the floor.
      const sloped =
        sorted[Math.floor(sorted.length * 0.9)]! - sorted[Math.floor(sorted.length * 0.1)]! > 0.12;
      const spread = Math.sqrt(
        patch.reduce((t, c) => t + (level[c]! + depth) ** 2, 0) / patch.length,
      );
      out.push({
        kind: 'zone',
        ring: thinned(ring, 0.15),
        x: (x0 + x1) / 2,
        y: (y0 + y1) / 2,
        w: x1 - x0,
        h: y1 - y0,
        depth: sloped ? sorted[Math.floor(sorted.length * 0.02)]! : depth,
        area: Math.abs(areaOf(ringOf(ring))),
        off: spread,
      });
    }
  }
  return out.sort((a, b) => b.area - a.area);
}

function holesIn(s: Surfaces): FoundHole[] {
  const { nx, ny, step } = s;
  const out: FoundHole[] = [];
  for (const patch of patches(s.gaps, nx, ny)) {
    const area = patch.length * step * step;
    if (area < 0.8 || patch.length < 8) continue;
    const own = new Uint8Array(nx * ny);
    for (const c of patch) own[c] = 1;
    const ring = ringsOf(s.top, own).sort((a, b) => b.length - a.length)[0];
    if (!ring) continue;
    const xs = ring.map((p) => p[0]);
    const ys = ring.map((p) => p[1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const [w, h] = [x1 - x0, y1 - y0];
    const x = (x0 + x1) / 2;
    const y = (y0 + y1) / 2;
    const d = 2 * Math.sqrt(area / Math.PI);
    const unround = Math.sqrt(
      ring.reduce((t, p) => t + (Math.hypot(p[0] - x, p[1] - y) - d / 2) ** 2, 0) / ring.length,
    );
    const base = { kind: 'hole' as const, x, y, area };
    const strip = stripOf(s, [...patch]);
    if (unround < 0.14 + 0.01 * d && Math.abs(w - h) < 0.6) {
      out.push({ ...base, shape: 'circle', d, off: unround });
    } else if (
      Math.abs(Math.sin(2 * strip.turn)) < 0.1 &&
      area > 0.95 * strip.length * strip.width
    ) {
      const upright = Math.abs(Math.sin(strip.turn)) > 0.7;
      out.push({
        ...base,
        x: strip.x,
        y: strip.y,
        shape: 'rect',
        w: upright ? strip.width : strip.length,
        h: upright ? strip.length : strip.width,
        off: step / Math.sqrt(12),
      });
    } else {
      out.push({
        ...base,
        shape: 'ring',
        ring: thinned(ring, 0.12),
        w,
        h,
        off: step / Math.sqrt(12),
      });
    }
  }
  return out;
}
