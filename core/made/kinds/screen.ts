/** What locates a screen and what frames it: corners inside, a bezel outside. */
import { activeArea, type PlacedItem, tapeUnder, windowFor } from '../../fit';
import { blockBox } from '../../geometry';
import { type Design, type Ground, type Kind, mm, ownId, planOf } from '../design';
import { cornerRing, grown, prism, type Pt, type Rect, rectRing } from '../shapes';
import { isFree, placeAs } from '../site';

export const screenCorners: Kind = (g) =>
  [...g.scene.items.values()].flatMap((at) => cornersOf(g, at) ?? []);
export const bezels: Kind = (g) =>
  [...g.scene.items.values()].flatMap((at) => bezelOf(g, at) ?? []);

/** Legs of a corner along the panel, mm. */
const LEG_MM = 8;

/** Four corners glued to the face, between which a panel is laid. */
function cornersOf({ scene, rules }: Ground, at: PlacedItem): Design | undefined {
  if (!at.part.screen || at.placement.stand !== 'flat' || 'item' in at.placement.on) {
    return undefined;
  }
  const widest = [...at.blocks]
    .filter((b) => b.block.axis === 'z' && b.block.plan.kind !== 'circle')
    .sort((a, b) => areaOf(planOf(b.block)) - areaOf(planOf(a.block)))[0]?.block;
  if (!widest) return undefined;
  const panel = planOf(widest);
  const inner = grown(panel, rules.gapMm);
  const t = rules.wallMm;
  // From the floor it is laid on, glass first, to the far side of its board.
  const [low, high] = [widest.base, widest.base + widest.height.mm];
  const tops = at.blocks.map(({ block }) => blockBox(block));
  const tape = tapeUnder(at.placement);
  const [from, to] =
    at.placement.up === 'out'
      ? [low, Math.max(...tops.map((b) => b[1][2])) + tape]
      : [Math.min(...tops.map((b) => b[0][2])) - tape, high];
  const leg = Math.min(LEG_MM, (panel.x1 - panel.x0) / 3, (panel.y1 - panel.y0) / 3);
  const corner = (x: number, y: number, sx: 1 | -1, sy: 1 | -1): Pt[] =>
    cornerRing(x, y, sx, sy, leg, t);
  const corners = [
    corner(inner.x0, inner.y0, 1, 1),
    corner(inner.x1, inner.y0, -1, 1),
    corner(inner.x1, inner.y1, -1, -1),
    corner(inner.x0, inner.y1, 1, -1),
  ].filter((ring) => isFree(scene, at, ring, from, to, ownId(scene, 'screen corners', at.item.id)));
  // Three hold it; two do not.
  if (corners.length < 3) return undefined;
  return {
    kind: 'screen corners',
    for: at.item.id,
    holds: [at.item.id],
    level: true,
    name: `Corners for ${at.item.name}`,
    blocks: corners.map((ring, i) =>
      prism(`corner-${i + 1}`, `corner ${i + 1}`, ring, from, to - from),
    ),
    place: placeAs(at.placement),
    why: [
      `${mm(rules.gapMm)} beside its ${widest.name} at each side, ${mm(t)} thick`,
      `${mm(to - from)} high: from the face to the far side of its ${widest.name}`,
      'glued to the face while the panel lies in them under its window',
      ...(corners.length < 4 ? ['three of them: something stands where the fourth would'] : []),
    ],
  };
}

const areaOf = (r: Rect): number => (r.x1 - r.x0) * (r.y1 - r.y0);

/** How far a bezel covers the face beside the cut, mm, and shows beside the picture. */
export const LAP_MM = 3;
export const SHOW_MM = 0.5;

/** A frame over a window: it hides the cut edge and leaves the lit area free. */
function bezelOf({ scene, cuts, rules }: Ground, at: PlacedItem): Design | undefined {
  const area = activeArea(scene, at);
  if (!area?.facesOut) return undefined;
  const cut = cuts.openings.find((c) => c.kind === 'window' && c.key === `${at.item.id}/window`);
  const there = windowFor(scene, at);
  const hole: Rect | undefined = cut
    ? {
        x0: cut.u - (cut.measured?.w ?? cut.w) / 2,
        x1: cut.u + (cut.measured?.w ?? cut.w) / 2,
        y0: cut.v - (cut.measured?.h ?? cut.h) / 2,
        y1: cut.v + (cut.measured?.h ?? cut.h) / 2,
      }
    : there;
  if (!hole) return undefined;
  // In its own frame, round the middle of the picture: where that lies in the shell is no matter.
  const [cx, cy] = [(area.x0 + area.x1) / 2, (area.y0 + area.y1) / 2];
  const own = (r: Rect): Rect => ({
    x0: r.x0 - cx,
    y0: r.y0 - cy,
    x1: r.x1 - cx,
    y1: r.y1 - cy,
  });
  const lit = grown(own(area), SHOW_MM);
  const edge = own(hole);
  const outer = grown(
    {
      x0: Math.min(edge.x0, lit.x0),
      y0: Math.min(edge.y0, lit.y0),
      x1: Math.max(edge.x1, lit.x1),
      y1: Math.max(edge.y1, lit.y1),
    },
    LAP_MM,
  );
  return {
    kind: 'bezel',
    for: at.item.id,
    holds: [],
    name: `Bezel for ${at.item.name}`,
    blocks: [prism('bezel', 'bezel', rectRing(outer), 0, rules.wallMm, [rectRing(lit)])],
    why: [
      `opening ${mm(lit.x1 - lit.x0)} × ${mm(lit.y1 - lit.y0)}: the lit area + 2 × ${mm(SHOW_MM)}`,
      `covers the ${cut?.measured ? 'hole as it was cut' : 'window'} by ${mm(LAP_MM)} all round, glued on outside`,
    ],
  };
}
