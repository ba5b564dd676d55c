/**
 * What comes out of the shell when an opening is sawn or snapped: stock of the right colour and
 * thickness, and which of the holes that are to be closed it closes.
 */
import { type Body, bodyFor, formatMm, type Piece, type Project } from '../model';
import { openingsOf } from '../shell';
import type { CutItem } from './cutItem';
import type { Blank, Cutting } from './list';
import { atRim, isSawn } from './work';

/** A fine saw or a cutting disc takes so much along its line, mm: typical. */
const SAW_MM = 1;
/** Smaller than this it is not kept, mm. */
const WORTH_MM = 6;
/** A patch behind a hole is glued on a rim so wide all round, mm: typical. */
const RIM_MM = 3;

export interface OffCut {
  /** The cut it comes out of. */
  key: string;
  from: string;
  piece: string;
  role: Piece['role'];
  material: Piece['material'];
  round: boolean;
  /** What is left of it between the saw lines, mm. */
  w: number;
  h: number;
  thick: number;
  isCurved: boolean;
  /** It lies on the bench already. */
  isThere: boolean;
}

/** What a blank is made of. */
export interface FromOffCut {
  blank: string;
  offCut: OffCut;
  /** Flush in the hole, or behind it with a rim to glue on. */
  as: 'plug' | 'patch';
}

/** Sizes of what comes out of each piece that an opening goes through, mm. */
function sizes(c: CutItem): Array<{ piece: string; w: number; h: number }> {
  const { w, h } = c.start;
  if (!atRim(c)) {
    const [piece] = c.pieces;
    return isSawn(c) && piece ? [{ piece, w: w - 2 * SAW_MM, h: h - 2 * SAW_MM }] : [];
  }
  // Sawn down both sides and snapped off at the line, half by half.
  const halves = [c.v + h / 2, h / 2 - c.v];
  return c.pieces.map((piece, k) => ({
    piece,
    w: w - 2 * SAW_MM,
    h: Math.max(0, halves[c.pieces.length > 1 ? k : Number(c.v < 0)]!),
  }));
}

/** Whether a hole that was there already lies in what would come out: then nothing whole does. */
function isPierced(body: Body, c: CutItem): boolean {
  const { face } = c;
  const { face: inFaces, wall: inWalls } = openingsOf(body);
  const meets = (u: number, v: number, w: number, h: number): boolean =>
    Math.abs(u - c.u) < (w + c.start.w) / 2 && Math.abs(v - c.v) < (h + c.start.h) / 2;
  return face.kind === 'face'
    ? inFaces.some((o) => o.piece === face.piece && meets(o.x, o.y, o.w, o.h))
    : inWalls.some((o) => o.wall === face.wall && meets(o.u, o.v, o.w, o.h));
}

function offCutsOf(body: Body, c: CutItem): OffCut[] {
  if (isPierced(body, c)) return [];
  return sizes(c).flatMap(({ piece: id, w, h }): OffCut[] => {
    const piece = body.pieces.find((q) => q.id === id);
    if (!piece || Math.min(w, h) < WORTH_MM) return [];
    return [
      {
        key: c.key,
        from: c.name,
        piece: id,
        role: piece.role,
        material: piece.material,
        round: c.round,
        w,
        h,
        thick: body.wall.mm,
        isCurved: piece.profile !== undefined && c.face.kind === 'face',
        isThere: c.state === 'done' || c.state === 'measured',
      },
    ];
  });
}

/** Everything that comes out of a build's shells, the largest first. */
export const offCuts = (p: Project, { openings }: Pick<Cutting, 'openings'>): OffCut[] =>
  openings
    .flatMap((c) => {
      const body = c.pieces[0] === undefined ? undefined : bodyFor(p, c.pieces[0]);
      return body ? offCutsOf(body, c) : [];
    })
    .sort((a, b) => b.w * b.h - a.w * a.h);

const takes = (o: OffCut, w: number, h: number): boolean => {
  if (o.round) return Math.hypot(w, h) <= o.w;
  return (w <= o.w && h <= o.h) || (h <= o.w && w <= o.h);
};

/** What is left of it once a piece is sawn out of one corner: the larger of both strips. */
function restOf(o: OffCut, w: number, h: number): OffCut[] {
  if (o.round) return [];
  const [a, b] = w <= o.w && h <= o.h ? [w, h] : [h, w];
  const beside = { ...o, w: o.w - a - SAW_MM };
  const above = { ...o, h: o.h - b - SAW_MM };
  const rest = beside.w * beside.h >= above.w * above.h ? beside : above;
  return Math.min(rest.w, rest.h) >= WORTH_MM ? [rest] : [];
}

/**
 * Which off-cut closes which hole: the largest hole first, each with the smallest that does; what is
 * left of it serves again. One of the same piece goes before one of another, flat before curved.
 *
 * @returns what each hole is closed with, and what stays in the tray
 */
export function closedWith(
  all: readonly OffCut[],
  blanks: readonly Blank[],
): { closed: FromOffCut[]; left: OffCut[] } {
  const left = [...all].sort((a, b) => a.w * a.h - b.w * b.h);
  const out: FromOffCut[] = [];
  for (const b of [...blanks].sort((x, y) => y.w * y.h - x.w * x.h)) {
    const suits = (as: FromOffCut['as']): OffCut[] => {
      const rim = as === 'patch' ? 2 * RIM_MM : 0;
      return left
        .filter((o) => takes(o, b.w + rim, b.h + rim))
        .sort(
          (x, y) =>
            Number(y.piece === b.piece) - Number(x.piece === b.piece) ||
            Number(x.isCurved) - Number(y.isCurved),
        );
    };
    const [patch] = suits('patch');
    const [plug] = suits('plug');
    const offCut = patch ?? plug;
    if (!offCut) continue;
    const rim = patch ? 2 * RIM_MM : 0;
    left.splice(left.indexOf(offCut), 1, ...restOf(offCut, b.w + rim, b.h + rim));
    left.sort((x, y) => x.w * x.h - y.w * y.h);
    out.push({ blank: b.id, offCut, as: patch ? 'patch' : 'plug' });
  }
  return { closed: out, left: left.reverse() };
}

/** An off-cut as a builder finds it in the tray. */
export function offCutWords(o: OffCut): string {
  const size = o.round ? `⌀${formatMm(o.w, 0)}` : `${formatMm(o.w, 0)} × ${formatMm(o.h, 0)}`;
  return `${size} mm, ${formatMm(o.thick, 1)} thick, ${o.material}, from the ${o.from}`;
}

const HOW: Readonly<Record<FromOffCut['as'], string>> = {
  patch: `glued behind it on a rim of ${RIM_MM} mm, then filled flush`,
  plug: 'filed to the hole and glued in flush',
};
export const closedWords = ({ offCut, as }: FromOffCut): string =>
  `${offCutWords(offCut)}: ${HOW[as]}`;
