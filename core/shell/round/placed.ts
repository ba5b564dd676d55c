/** Where a thing lies and how large it is, each with the dimension that is drawn for it. */
import type { Reading, Shape } from '../../model';
import { copiesOf, halfExtent } from '../datum';
import {
  ANY_PLACE_MM,
  type Measured,
  type Purpose,
  type RoundStep,
  type Stage,
  stepOf,
} from './step';

type Path = ReadonlyArray<string | number>;
type Spot = { x: number; y: number };

export interface Thing {
  stage: Stage;
  purpose: Purpose;
  piece: string;
  it: { id: string; name: string; shape: Shape };
  /** Nothing of what lies in a wall: that is asked along it. */
  place: { x: Reading; y: Reading } | undefined;
  path: Path;
  atPath: Path;
}

/** Across, up and size of a thing. */
export function placedSteps(of: Measured, thing: Thing): RoundStep[] {
  const spot = spotOf(of, thing);
  return [...placeSteps(of, thing, spot), ...sizeSteps(of, thing, spot)];
}

/** Where it comes to lie, or nothing while what it is read from is missing. */
function spotOf({ body, all }: Measured, { it, place }: Thing): Spot | undefined {
  if (!place) return undefined;
  try {
    const [s] = copiesOf(body, all, place, it.shape, 'round', undefined);
    return s && { x: s.x.mm, y: s.y.mm };
  } catch {
    return undefined;
  }
}

/** Whether a reading runs up and to the right, or back. */
function senseOf({ from }: Reading): 1 | -1 {
  if ('edge' in from) return from.edge === 'left' || from.edge === 'bottom' ? 1 : -1;
  return from.toward === 'left' || from.toward === 'bottom' ? -1 : 1;
}

/** How far beyond the middle the end of a reading lies. */
function endOff({ to }: Reading, sense: 1 | -1, half: number): number {
  if (to === 'centre') return 0;
  return to === 'near' ? -sense * half : sense * half;
}

function placeSteps({ all }: Measured, thing: Thing, spot: Spot | undefined): RoundStep[] {
  const { stage, purpose, piece, it, place, atPath } = thing;
  if (!place || !spot) return [];
  return (['x', 'y'] as const).map((axis) => {
    const r = place[axis];
    const sense = senseOf(r);
    const end = spot[axis] + endOff(r, sense, halfExtent(it.shape, axis, '').mm);
    const start = end - sense * r.length.mm;
    const from =
      'edge' in r.from
        ? `the ${r.from.edge} ${r.from.face} face`
        : `${all.get(r.from.feature)?.name ?? 'the other'}, ${r.from.point}`;
    return stepOf({
      id: `${it.id}-${axis}`,
      stage,
      ask: `${it.name}: ${axis === 'x' ? 'across' : 'up'}`,
      jaw: r.to === 'centre' ? 'inside jaws or depth rod, half the width added' : 'depth rod',
      touch: `${from} to its ${r.to === 'centre' ? 'centre' : `${r.to} edge`}`,
      path: [...atPath, axis, 'length'],
      value: r.length,
      min: ANY_PLACE_MM,
      purpose,
      piece,
      about: it.id,
      mark:
        axis === 'x'
          ? { x0: start, y0: spot.y, x1: end, y1: spot.y }
          : { x0: spot.x, y0: start, x1: spot.x, y1: end },
    });
  });
}

function sizeSteps({ w, h }: Measured, thing: Thing, spot: Spot | undefined): RoundStep[] {
  const { stage, purpose, piece, it, path } = thing;
  const { shape } = it;
  const c = spot ?? { x: w / 2, y: h / 2 };
  if (shape.kind === 'circle') {
    const mark = { x0: c.x - shape.d.mm / 2, y0: c.y, x1: c.x + shape.d.mm / 2, y1: c.y };
    return [
      stepOf({
        id: `${it.id}-d`,
        stage,
        ask: `${it.name}: diameter`,
        jaw: stage === 'openings' ? 'inside jaws' : 'outside jaws',
        touch: 'across it, twice at right angles',
        path: [...path, 'shape', 'd'],
        value: shape.d,
        purpose,
        piece,
        about: it.id,
        ...(spot ? { mark } : {}),
      }),
    ];
  }
  if (shape.kind !== 'rect') return [];
  return (['w', 'h'] as const).map((side) => {
    const l = shape[side];
    const mark =
      side === 'w'
        ? { x0: c.x - l.mm / 2, y0: c.y, x1: c.x + l.mm / 2, y1: c.y }
        : { x0: c.x, y0: c.y - l.mm / 2, x1: c.x, y1: c.y + l.mm / 2 };
    return stepOf({
      id: `${it.id}-${side}`,
      stage,
      ask: `${it.name}: ${side === 'w' ? 'width' : 'height'}`,
      jaw: stage === 'openings' || stage === 'bays' ? 'inside jaws' : 'outside jaws',
      touch: 'edge to edge',
      path: [...path, 'shape', side],
      value: l,
      purpose,
      piece,
      about: it.id,
      ...(spot ? { mark } : {}),
    });
  });
}
