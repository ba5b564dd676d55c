/**
 * Keys whose places contradict what they do: left right of right, up below down. Two buttons
 * swapped is found in the first game, with the case closed.
 */
import { isPlayedOnPads } from '../kit';
import type { Finding, Input, InputRole, WayOut } from '../model';
import type { Scene } from '../fit';
import { inputPlace, outwardAt, type Place } from './places';

/** The first lies on this side of the second, seen from the front as the shell is held. */
const PAIRS: ReadonlyArray<readonly [InputRole, 'left of' | 'above', InputRole]> = [
  ['left', 'left of', 'right'],
  ['west', 'left of', 'east'],
  ['l1', 'left of', 'r1'],
  ['l2', 'left of', 'r2'],
  ['up', 'above', 'down'],
  ['north', 'above', 'south'],
];
/** Keys nearer than this along the axis lie beside each other by intention, mm. */
const ASIDE_MM = 2;

interface Swapped {
  first: Input;
  second: Input;
  side: 'left of' | 'above';
  place: Place;
}

function swapped(scene: Scene): Swapped[] {
  const { inputs } = scene.project.controls;
  const holding = (role: InputRole): Input | undefined =>
    inputs.find((i) => i.functions[0] === role);
  return PAIRS.flatMap(([a, side, b]): Swapped[] => {
    const [first, second] = [holding(a), holding(b)];
    const [p, q] = [first && inputPlace(scene, first), second && inputPlace(scene, second)];
    if (!first || !second || !p || !q) return [];
    // Keys on faces that look apart, a trigger behind and one in front, have no order.
    const [m, n] = [outwardAt(scene, first), outwardAt(scene, second)];
    if (!m || !n || m[2] * n[2] < 0) return [];
    const wrong = side === 'left of' ? p.x - q.x : q.y - p.y;
    return wrong > ASIDE_MM ? [{ first, second, side, place: p }] : [];
  });
}

/** @returns a hit for each pair that lies the wrong way round; nothing for a pad outside the shell */
export function orderFindings(scene: Scene): Finding[] {
  if (isPlayedOnPads(scene.project)) return [];
  return swapped(scene).map(({ first, second, side, place }): Finding => ({
    id: `order:${first.id}-${second.id}`,
    station: 'controls',
    check: 'input',
    code: 'swapped',
    verdict: 'hit',
    title: 'Two buttons swapped',
    what: `${second.name} lies ${side} ${first.name}, and is "${second.functions[0]}".`,
    why: [`"${first.functions[0]}" belongs ${side} "${second.functions[0]}" as the shell is held.`],
    about: [first.id, second.id],
    refs: [
      { is: 'input', id: first.id },
      { is: 'input', id: second.id },
    ],
    at: place,
  }));
}

/** Their roles changed over. */
export function orderWays(scene: Scene, f: Finding): WayOut[] {
  return swapped(scene)
    .filter((s) => f.about.includes(s.first.id) && f.about.includes(s.second.id))
    .map(({ first, second }) => ({
      id: `swap-${first.id}-${second.id}`,
      text: `Change over what ${first.name} and ${second.name} do`,
      cost: 'no iron: only the map',
      changes: [
        { do: 'input', input: { ...first, functions: second.functions } },
        { do: 'input', input: { ...second, functions: first.functions } },
      ],
      effort: 0.5,
    }));
}
