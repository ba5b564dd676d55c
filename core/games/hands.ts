/**
 * Two hands on the shell: which finger gets to which key, and whether keys can be held together.
 *
 * Thumbs have the front, forefingers the shoulders and the walls, middle fingers the back. A finger
 * holds one key, or two that lie so close that it rolls over both.
 */
import { inputPlace, outwardAt } from '../controls';
import { type Hand, type Scene, thumbHolds, THUMB_MM } from '../fit';
import type { Input, InputRole, Project } from '../model';

type Side = 'left' | 'right';
export type Finger = `${Side} ${'thumb' | 'forefinger' | 'middle finger'}`;

/** A finger rolls over two keys whose middles are no further apart, mm: typical of a thumb. */
export const ROLL_MM = 22;

/** What one cannot hold together on one pad, whatever the hands. */
const OPPOSITE: ReadonlyArray<readonly [InputRole, InputRole]> = [
  ['up', 'down'],
  ['left', 'right'],
];
const SHOULDERS: ReadonlySet<InputRole> = new Set<InputRole>(['l1', 'r1', 'l2', 'r2']);

export interface Reach {
  id: string;
  role: InputRole;
  x: number;
  y: number;
  /** Fingers that get to it: of the thumbs those that reach, else the nearer one with a shifted grip. */
  fingers: readonly Finger[];
}

/** A key whose place is not known yet, or lies in another body: any finger may get to it, alone. */
const UNPLACED: Pick<Reach, 'x' | 'y' | 'fingers'> = {
  x: NaN,
  y: NaN,
  fingers: ['left thumb', 'right thumb', 'left forefinger', 'right forefinger'],
};

/** Every routed key of the build, with the fingers that reach it; `scene` is of the body in the hands. */
export function reaches(p: Project, scene: Scene, hand: Hand = 'medium'): Reach[] {
  const holds = thumbHolds(scene);
  return p.controls.inputs
    .filter((i) => i.routed)
    .flatMap((input): Reach[] => {
      const at = inputPlace(scene, input);
      if (!at || !holds) return [{ id: input.id, role: input.functions[0], ...UNPLACED }];
      const far = (side: Side): number => Math.hypot(at.x - holds[side][0], at.y - holds[side][1]);
      const sides = (['left', 'right'] as const).map((side) => ({ side, mm: far(side) }));
      return [
        {
          id: input.id,
          role: input.functions[0],
          x: at.x,
          y: at.y,
          fingers: fingersFor(scene, input, sides, THUMB_MM[hand]),
        },
      ];
    });
}

function fingersFor(
  scene: Scene,
  input: Input,
  sides: ReadonlyArray<{ side: Side; mm: number }>,
  thumbMm: number,
): Finger[] {
  const [near] = [...sides].sort((a, b) => a.mm - b.mm);
  const outward = outwardAt(scene, input) ?? [0, 0, 1];
  if (SHOULDERS.has(input.functions[0]) || outward[2] === 0) return [`${near!.side} forefinger`];
  if (outward[2] < 0) return [`${near!.side} middle finger`];
  const within = sides.filter((s) => s.mm <= thumbMm);
  return (within.length ? within : [near!]).map((s): Finger => `${s.side} thumb`);
}

/**
 * The finger for each key when all are held at once, by every way to share them out.
 *
 * @returns nothing when two hands cannot hold them together
 */
export function heldTogether(keys: readonly Reach[]): Map<string, Finger> | undefined {
  if (OPPOSITE.some((pair) => pair.every((role) => keys.some((k) => k.role === role)))) {
    return undefined;
  }
  const holding = new Map<Finger, Reach[]>();
  const share = ([key, ...rest]: readonly Reach[]): boolean => {
    if (!key) return true;
    for (const finger of key.fingers) {
      const has = holding.get(finger) ?? [];
      if (!canAlsoHold(has, key)) continue;
      holding.set(finger, [...has, key]);
      if (share(rest)) return true;
      holding.set(finger, has);
    }
    return false;
  };
  if (!share(keys)) return undefined;
  return new Map([...holding].flatMap(([finger, all]) => all.map((k) => [k.id, finger] as const)));
}

const canAlsoHold = (has: readonly Reach[], key: Reach): boolean =>
  has.length === 0 ||
  (has.length === 1 && Math.hypot(has[0]!.x - key.x, has[0]!.y - key.y) <= ROLL_MM);
