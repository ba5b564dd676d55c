/**
 * What a levelled half looks like from above: its inner surface, footprint, wall, and the floor
 * without what stands on it.
 */
import {
  distanceInside,
  type Field,
  gridOver,
  lowest,
  meanNear,
  median,
  patches,
  zBuffer,
} from '../geometry';
import { BadInput } from '../model';
import type { Levelled } from './level';

const { max, round } = Math;

export interface Surfaces {
  nx: number;
  ny: number;
  step: number;
  /** Inner surface seen from the open side, and outer seen from behind, mm from the rim plane. */
  top: Field;
  bottom: Field;
  /** Cells of the half, its through-holes filled in. */
  footprint: Uint8Array;
  /** Cells inside the footprint that nothing covers. */
  gaps: Uint8Array;
  /** Distance from the outer edge, mm; 0 outside. */
  inFromEdge: Float32Array;
  /** Wall at the rim and just above the floor, mm. */
  wall: number;
  wallAtFloor: number;
  /** The floor with posts and ribs taken off, and how far each cell stands above it. */
  floor: Float32Array;
  above: Float32Array;
  /** Cells of the cavity: footprint less the walls. */
  cavity: Uint8Array;
  /** z of the floor that most of the cavity has. */
  mainFloor: number;
}

const NONE = -Infinity;
const FAR_UP = Infinity;

/** Wider than any post, so that the floor under one is taken from beside it, mm to each side. */
const OPEN_MM = 7.5;

export function surfacesOf(lv: Levelled, triangles: Uint32Array, step = 0.25): Surfaces {
  const { top, bottom } = zBuffer(
    { positions: lv.positions, triangles },
    gridOver(lv.positions, step),
  );
  const { nx, ny, z } = top;
  if (nx * ny > 16_000_000) {
    throw new BadInput(
      '',
      `The file spans ${lv.w.toFixed(0)} × ${lv.h.toFixed(0)} mm; check the unit.`,
    );
  }
  const empty = Uint8Array.from(z, (v) => (v > -Infinity ? 0 : 1));
  const outside = new Uint8Array(empty.length);
  for (const patch of patches(empty, nx, ny)) {
    if (patch[0] === 0) for (const c of patch) outside[c] = 1;
  }
  const footprint = Uint8Array.from(outside, (v) => 1 - v);
  const gaps = Uint8Array.from(empty, (v, c) => (v && !outside[c] ? 1 : 0));
  // A cell's centre is half a cell from its edge.
  const inFromEdge = distanceInside(footprint, nx, ny).map((d) => max(0, (d - 0.5) * step));
  const wallAt = (level: number): number => {
    const near = new Map<number, [number, number]>();
    for (let c = 0; c < z.length; c++) {
      const d = inFromEdge[c]!;
      if (d <= 0 || d > 8 || gaps[c]) continue;
      const bin = round(d / step);
      const e = near.get(bin) ?? [0, 0];
      e[0] += z[c]! > level ? 1 : 0;
      e[1]++;
      near.set(bin, e);
    }
    const share = (b: number) => {
      const e = near.get(b);
      return e && e[1] ? e[0] / e[1] : 1;
    };
    for (let b = 1; b * step < 8; b++) {
      if (share(b) < 0.5) {
        const rest = share(b + 2);
        return (b - 2 + (share(b - 1) + share(b) - 2 * rest) / max(1e-6, 1 - rest)) * step;
      }
    }
    return NaN;
  };
  const wall = wallAt(max(-1.5, -lv.deep / 3));
  if (!(wall > 0.3)) {
    throw new BadInput(
      '',
      'No wall around a cavity was found: this does not look like half a shell, open on one side.',
    );
  }
  const { floor, above } = floorUnder(top, footprint, gaps, OPEN_MM);
  const inner: number[] = [];
  for (let c = 0; c < z.length; c += 3) if (inFromEdge[c]! > wall + 2) inner.push(floor[c]!);
  const mainFloor = commonest(inner);
  const wallAtFloor = max(wall, wallAt(mainFloor + Math.min(1.2, -mainFloor / 4)) || wall);
  const cavity = footprint.map((v, c) => (v && inFromEdge[c]! > wallAtFloor + 0.3 ? 1 : 0));
  return {
    nx,
    ny,
    step,
    top,
    bottom,
    footprint,
    gaps,
    inFromEdge,
    wall,
    wallAtFloor,
    floor,
    above,
    cavity,
    mainFloor,
  };
}

/**
 * The floor: what stays when everything narrower than a window is taken off.
 *
 * @param halfMm  half the window's width, mm
 * @param not     cells known to be something that stands; their floor is that of the nearest cell beside them
 */
export function floorUnder(
  top: Field,
  footprint: Uint8Array,
  gaps: Uint8Array,
  halfMm: number,
  not?: Uint8Array,
): { floor: Float32Array; above: Float32Array } {
  const { nx, ny, step, z } = top;
  const r = round(halfMm / step);
  // The edge of a hole shows its own wall: it says nothing about the floor.
  const rough = lowest(Float32Array.from(gaps), nx, ny, 2, -1);
  const counts = footprint.map((v, c) => (v && !rough[c] && !not?.[c] ? 1 : 0));
  const filled = z.map((v, c) => (counts[c] ? v : FAR_UP));
  const eroded = lowest(filled, nx, ny, r);
  for (let c = 0; c < eroded.length; c++) {
    if (!footprint[c] || not?.[c] || !(eroded[c]! < FAR_UP)) eroded[c] = NONE;
  }
  const floor = lowest(eroded, nx, ny, r, -1);
  // The lowest of a noisy floor lies below it: brought back to the mean of what lies flat around.
  const flat = counts.map((v, c) => (v && z[c]! - floor[c]! < 0.45 ? 1 : 0));
  const rest = z.map((v, c) => v - floor[c]!);
  const back = meanNear(rest, flat, nx, ny, round(1.5 / step));
  const wide = meanNear(rest, flat, nx, ny, round(5 / step));
  for (let c = 0; c < floor.length; c++) {
    let level: number;
    if (back[c]! >= 0) level = back[c]!;
    else if (wide[c]! >= 0) level = wide[c]!;
    else level = 0;
    floor[c] = floor[c]! + level;
  }
  if (not) spread(floor, not, footprint, nx);
  return { floor, above: z.map((v, c) => (footprint[c] && !gaps[c] ? v - floor[c]! : 0)) };
}

/** Give each cell that is not known the value of its nearest known neighbour, in place. */
function spread(values: Float32Array, not: Uint8Array, within: Uint8Array, nx: number): void {
  const known = Uint8Array.from(within, (v, c) => (v && !not[c] ? 1 : 0));
  let front: number[] = [];
  for (let c = nx; c < known.length - nx; c++) {
    if (known[c] && (not[c - 1] || not[c + 1] || not[c - nx] || not[c + nx])) front.push(c);
  }
  while (front.length) {
    const next: number[] = [];
    for (const c of front) {
      for (const q of [c - 1, c + 1, c - nx, c + nx]) {
        if (within[q] && !known[q]) {
          known[q] = 1;
          values[q] = values[c]!;
          next.push(q);
        }
      }
    }
    front = next;
  }
}

/** The value most others are near: the median of those in the fullest 0.3 mm. */
export function commonest(values: readonly number[]): number {
  const bins = new Map<number, number>();
  for (const v of values) {
    const b = Math.floor(v / 0.15);
    bins.set(b, (bins.get(b) ?? 0) + 1);
  }
  let best = NaN;
  let most = -1;
  for (const b of bins.keys()) {
    const n = (bins.get(b) ?? 0) + (bins.get(b + 1) ?? 0);
    if (n > most) {
      most = n;
      best = b;
    }
  }
  return median(values.filter((v) => v >= best * 0.15 && v < (best + 2) * 0.15));
}
