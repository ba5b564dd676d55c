/** A board's edge that reaches into something, sawn off: as little as clears it, the last thing one does. */
import { type Finding, mm1, type Sawn, type WayOut } from '../model';
import { isTender, stripOf } from '../kit';
import { axesOf, dot, type Vec } from './frame';
import type { PlacedItem, Scene } from './scene';

/** More is another board, not a sawn one, mm. */
const MOST_MM = 12;
/** How nearly the other lies straight before an edge: the cosine. */
const STRAIGHT = 0.95;
/** Whatever else clears it is gentler. */
const EFFORT = 9;

/** The edge of a part, as it is drawn, that looks a way in the body's frame. */
function edgeTowards(at: PlacedItem, way: Vec): Sawn['edge'] | undefined {
  const [x, y] = axesOf(at).map((axis) => dot(axis, way)) as [number, number, number];
  if (Math.abs(x) > STRAIGHT) return x > 0 ? 'right' : 'left';
  if (Math.abs(y) > STRAIGHT) return y > 0 ? 'top' : 'bottom';
  return undefined;
}

const isAtItsBoard = (finding: Finding, { item, blocks }: PlacedItem): boolean =>
  finding.refs?.some(
    (r) =>
      r.is === 'block' &&
      r.item === item.id &&
      blocks.some(({ block }) => block.id === r.block && block.kind === 'board'),
  ) ?? false;

/** An edge sawn off a board that overlaps something beside it. */
export function sawnOff(scene: Scene, finding: Finding, items: readonly PlacedItem[]): WayOut[] {
  const { measure, way } = finding;
  if (finding.check !== 'touch' || !measure || !way) return [];
  const short = Math.ceil(2 * (measure.required - measure.gap)) / 2;
  if (short <= 0 || short > MOST_MM) return [];
  return items.flatMap((at): WayOut[] => {
    const { item, part } = at;
    if (isTender(part) || !isAtItsBoard(finding, at)) return [];
    // The move that parts them is the first one's, away from the second.
    const sign = finding.about[0] === item.id ? -1 : 1;
    const edge = edgeTowards(at, [sign * way.x, sign * way.y, sign * way.z]);
    const whole = scene.project.kit.parts.find((q) => q.id === part.id);
    const before = item.sawn?.find((s) => s.edge === edge);
    if (!edge || !whole) return [];
    const cut: Sawn = { ...before, edge, mm: (before?.mm ?? 0) + short };
    if (!stripOf(whole, cut)) return [];
    return [
      {
        id: `saw-${item.id}-${edge}`,
        text: `Saw ${mm1(cut.mm)} mm off the ${edge} edge of ${item.name}`,
        cost: 'look first what runs there: bridge it, file and seal the cut, read rail to ground',
        changes: [{ do: 'saw', item: item.id, cut }],
        effort: EFFORT,
      },
    ];
  });
}
