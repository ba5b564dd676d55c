/** What is left over of a flat lead, laid out and back in folds: how large that pack is, and where on its way there is room for it. */
import { type Field, middle } from './field';

/** How tightly any flat ribbon may be bent, mm: inside radius, typical. */
export const BEND_R_MM = 1;

export interface Pack {
  folds: number;
  /** Along the ribbon, across it, and off the floor, mm. */
  long: number;
  wide: number;
  tall: number;
  working: string;
}
/** A pack where it lies, as a rectangle in plan and the depth it takes. */
export interface LaidPack extends Pack {
  x: number;
  y: number;
  w: number;
  h: number;
  z0: number;
  z1: number;
  /** The depth there. */ free: number;
  /** Kept in the front half, where both its ends are; else it lies in the back. */ hangs: boolean;
}

/**
 * The pack that takes up a spare length: each fold goes back and out again over itself, with two half
 * turns of θ·(r + t/2), θ = π.
 *
 * @param spare  length to take up, mm    @param folds  how often it is folded
 * @param wide, thick  of the ribbon, mm
 * @returns      nothing when so little spare does not make so many turns
 */
export function packOf(
  spare: number,
  folds: number,
  wide: number,
  thick: number,
): Pack | undefined {
  const rho = BEND_R_MM + thick / 2;
  const flat = (spare / folds - 2 * Math.PI * rho) / 2;
  if (flat < 0) return undefined;
  const long = flat + 2 * (BEND_R_MM + thick);
  const tall = 4 * folds * rho + thick;
  return {
    folds,
    long,
    wide,
    tall,
    working: `${spare.toFixed(0)} mm in ${folds === 1 ? 'one fold' : `${folds} folds`}: (${spare.toFixed(0)}${folds > 1 ? `/${folds}` : ''} − 2π·(${BEND_R_MM} + ${thick}/2))/2 = ${flat.toFixed(1)} mm flat, ${long.toFixed(1)} with its turns; ${2 * folds + 1} layers are ${tall.toFixed(1)} mm high`,
  };
}

/**
 * A place on a ribbon's way where its pack lies, or the most depth there is for it.
 *
 * @param cells  the way; wires already laid take their share of each cell    @param hangs  it is kept in the front half
 */
export function roomFor(
  f: Field,
  cells: readonly number[],
  pack: Pack,
  hangs = false,
): LaidPack | { free: number } {
  let best: LaidPack | undefined;
  let most = 0;
  let height = -Infinity;
  cells.forEach((k, n) => {
    const [x0, y0] = middle(f, cells[Math.max(0, n - 2)]!);
    const [x1, y1] = middle(f, cells[Math.min(cells.length - 1, n + 2)]!);
    const [x, y] = middle(f, k);
    // The ribbon runs along the longer of the two, its folds with it.
    const along = Math.abs(x1 - x0) >= Math.abs(y1 - y0);
    const [w, h] = along ? [pack.long, pack.wide] : [pack.wide, pack.long];
    const { low, high } = between(f, x - w / 2, y - h / 2, w, h);
    const free = high - low;
    if (free > most) most = free;
    if (free >= pack.tall && free > height) {
      height = free;
      best = {
        ...pack,
        x: x - w / 2,
        y: y - h / 2,
        w,
        h,
        z0: hangs ? high - pack.tall : low,
        z1: hangs ? high : low + pack.tall,
        free,
        hangs,
      };
    }
  });
  return best ?? { free: most };
}

/** What stands highest and hangs lowest over a rectangle and half a cell around it (a cell is what stands over its middle), less what wires already take; outside the shell there is no room. */
function between(
  f: Field,
  x: number,
  y: number,
  w: number,
  h: number,
): { low: number; high: number } {
  const [i0, i1, j0, j1] = [
    x - f.step / 2,
    x + w + f.step / 2,
    y - f.step / 2,
    y + h + f.step / 2,
  ].map((v) => Math.floor(v / f.step + 1e-9)) as [number, number, number, number];
  let low = -Infinity;
  let high = Infinity;
  let taken = 0;
  for (let j = j0; j <= j1; j++) {
    for (let i = i0; i <= i1; i++) {
      if (i < 0 || j < 0 || i >= f.nx || j >= f.ny) return { low: 0, high: 0 };
      const k = j * f.nx + i;
      low = Math.max(low, f.low[k]!);
      high = Math.min(high, f.high[k]!);
      taken = Math.max(taken, f.used[k]! / f.step);
    }
  }
  return { low, high: Math.max(low, high - taken) };
}

const words = (n: number): string => {
  if (n === 1) return 'Folded once';
  if (n === 2) return 'Folded twice';
  return `Folded ${n} times`;
};

/** What folding a spare length away comes to: a pack that lies somewhere on its way, or what it lacks. */
export function foldedIn(
  f: Field,
  cells: readonly number[],
  spare: number,
  folds: number,
  wide: number,
  thick: number,
  hangs: boolean,
): { lies?: LaidPack; title: string; why: string[] } {
  const pack = packOf(spare, folds, wide, thick);
  if (!pack) {
    return {
      title: `${spare.toFixed(0)} mm do not make ${folds === 1 ? 'a fold' : `${folds} folds`}`,
      why: [
        `Each fold takes two half turns of ${(Math.PI * (BEND_R_MM + thick / 2)).toFixed(1)} mm at least.`,
      ],
    };
  }
  const room = roomFor(f, cells, pack, hangs);
  const size = `${pack.long.toFixed(0)} × ${pack.wide.toFixed(0)} × ${pack.tall.toFixed(1)} mm`;
  if (!('tall' in room)) {
    return {
      title: `${room.free.toFixed(1)} mm free for ${pack.tall.toFixed(1)} of folds`,
      why: [pack.working, `Nowhere on its way is there room for ${size}.`],
    };
  }
  for (
    let j = Math.max(0, Math.floor(room.y / f.step));
    j < f.ny && j * f.step < room.y + room.h;
    j++
  ) {
    for (
      let i = Math.max(0, Math.floor(room.x / f.step));
      i < f.nx && i * f.step < room.x + room.w;
      i++
    ) {
      f.used[j * f.nx + i]! += pack.tall * f.step;
    }
  }
  return {
    lies: room,
    title: `${words(folds)}: ${size}`,
    why: [
      pack.working,
      `In the ${hangs ? 'front' : 'back'} half, where ${room.free.toFixed(1)} mm of depth are free on its way.`,
    ],
  };
}
