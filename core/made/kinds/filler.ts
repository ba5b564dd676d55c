/** What closes an opening that is no longer wanted. */
import { openingLedger } from '../../shell';
import type { Cutting } from '../../cuts';
import { type Design, type Ground, type Kind, mm } from '../design';
import { grown, pinRing, prism, type Pt, rectRing } from '../shapes';

export const fillers: Kind = (g) => {
  const here = (piece: string): boolean => g.scene.shell!.body.pieces.some((q) => q.id === piece);
  return g.cuts.blanks.filter((b) => here(b.piece)).flatMap((b) => fillerOf(g, b) ?? []);
};

/** Room for glue at each side of a plug, mm. */
export const GLUE_MM = 0.1;
/** A filler's flange behind the wall reaches so far beside the hole, mm. */
const FLANGE_MM = 2;

/** A plug for a round or square opening that is to be closed, with a flange behind the wall. */
function fillerOf(
  { p, scene, rules }: Ground,
  blank: Cutting['blanks'][number],
): Design | undefined {
  const shape = openingLedger(p).find((l) => l.opening.id === blank.id)?.opening.shape.kind;
  if (!shape || shape === 'polygon') return undefined;
  const wall = scene.shell!.body.wall.mm;
  const [w, h] = [blank.w - 2 * GLUE_MM, blank.h - 2 * GLUE_MM];
  if (w <= 0 || h <= 0) return undefined;
  const ring = (by: number): Pt[] =>
    blank.round
      ? pinRing(0, 0, blank.w - 2 * GLUE_MM + 2 * by)
      : rectRing(grown({ x0: -w / 2, y0: -h / 2, x1: w / 2, y1: h / 2 }, by));
  return {
    kind: 'filler',
    for: blank.id,
    holds: [],
    name: `Filler for ${blank.name}`,
    blocks: [
      prism('flange', 'flange', ring(FLANGE_MM + GLUE_MM), 0, rules.wallMm),
      prism('plug', 'plug', ring(0), rules.wallMm, wall),
    ],
    why: [
      `${mm(GLUE_MM)} for glue at each side, flush with the wall of ${mm(wall)}`,
      `a flange behind it reaches ${mm(FLANGE_MM)} beside the hole: room is needed there`,
    ],
  };
}
