/**
 * A sheet for a laser, knife plotter or mill: what is cut, drawn so that what the beam takes away
 * leaves the size that was asked for; what is marked; and what is engraved.
 */
import { area, inside, mitred, pointsOf, type Pt, type Ring, ringOf } from '../geometry';
import { formatMm } from '../model';
import type { Mark, Sheet } from './sheet';

/** Wider no beam or bit of these machines cuts, mm. */
export const MOST_KERF_MM = 3;

type Line = Exclude<Mark, { kind: 'text' }>;
type Words = Extract<Mark, { kind: 'text' }>;
export interface CutterSheet {
  title: string;
  w: number;
  h: number;
  /** Paths the beam follows to part the material, already corrected by half its width. */
  cut: Line[];
  /** Lines to see by, as light as the machine can. */
  mark: Line[];
  engrave: Words[];
}

type Ringed = Extract<Mark, { kind: 'ring' | 'circle' }>;
const isClosed = (m: Mark): m is Ringed => m.kind === 'ring' || m.kind === 'circle';

const ringPoints = (m: Ringed): Ring => {
  if (m.kind === 'ring') return ringOf(m.points);
  return ringOf(
    Array.from({ length: 16 }, (_, k): Pt => {
      const a = (k * Math.PI) / 8;
      return [m.x + m.r * Math.cos(a), m.y + m.r * Math.sin(a)];
    }),
  );
};

/** How many of the others a closed line lies in. */
const depthOf = (m: Ringed, all: readonly Ringed[]): number => {
  const ring = ringPoints(m);
  return all.filter((o) => o !== m && inside(ringPoints(o), ring[0]!, ring[1]!)).length;
};

/** A closed line moved by half the kerf; nothing where nothing is left of it. */
function shifted(m: Ringed, by: number): Ringed | undefined {
  if (m.kind === 'circle') {
    const r = m.r + by;
    return r > 0 ? { ...m, r } : undefined;
  }
  const ring = ringOf(m.points);
  const moved = mitred(ring, area(ring) < 0 ? -by : by);
  // Turned inside out: the hole is narrower than the beam.
  const isLeft =
    area(moved) * area(ring) > 0 && (by >= 0 || Math.abs(area(moved)) < Math.abs(area(ring)));
  if (!isLeft || !keepsItsSides(ring, moved)) return undefined;
  return { ...m, points: pointsOf(moved) };
}

/** Every side still runs the way it ran: none was shorter than what was taken off it. */
const keepsItsSides = (before: Ring, after: Ring): boolean => {
  const [a, b] = [pointsOf(before), pointsOf(after)];
  return a.every(([x, y], i) => {
    const j = (i + 1) % a.length;
    const dot = (a[j]![0] - x) * (b[j]![0] - b[i]![0]) + (a[j]![1] - y) * (b[j]![1] - b[i]![1]);
    return dot >= -1e-9;
  });
};

/**
 * @param kerf  width of what the machine takes away along its path, mm
 * @returns     the drawing, or a sentence when the kerf cannot be, or is wider than a hole
 */
export function cutterSheet(
  sheet: Sheet,
  kerf: number,
): { ok: true; sheet: CutterSheet } | { ok: false; sentence: string } {
  if (!(kerf >= 0 && kerf <= MOST_KERF_MM)) {
    return { ok: false, sentence: `A kerf is 0 to ${MOST_KERF_MM} mm wide.` };
  }
  const closed = sheet.marks.filter(isClosed);
  const asked = closed.filter((m) => m.ink === 'cut');
  // What a face's outline encloses is a hole; what nothing encloses is the rim of a part.
  const around = closed.filter((m) => m.ink === 'cut' || m.ink === 'outline');
  const cut = asked.map((m) => shifted(m, (depthOf(m, around) % 2 ? -1 : 1) * (kerf / 2)));
  const lost = cut.filter((m) => m === undefined).length;
  if (lost) {
    const which = lost === 1 ? 'One hole is' : `${lost} holes are`;
    return {
      ok: false,
      sentence: `${which} narrower than the ${formatMm(kerf)} mm that the machine takes away.`,
    };
  }
  const isShown = (m: Mark): m is Line =>
    m.kind !== 'text' && !['cut', 'start', 'by hand'].includes(m.ink);
  return {
    ok: true,
    sheet: {
      title: sheet.title,
      w: sheet.w,
      h: sheet.h,
      cut: cut.flatMap((m) => m ?? []),
      mark: sheet.marks.filter(isShown),
      engrave: sheet.marks.filter((m): m is Words => m.kind === 'text'),
    },
  };
}
