/** The pocket wider, higher or not as deep, or what it covers given up while it is in. */
import {
  applied,
  type Change,
  type Finding,
  length,
  mm1,
  type Seat,
  type WayOut,
} from '../../model';
import type { Scene } from '../scene';
import { seatFindings } from './findings';
import { SIDES, SLIDE_MM } from './fits';
import { insideOf, takings, type Taking } from './pocket';

/** The pocket wider, not as deep, or what it covers given up while it is in. */
export function seatWays(scene: Scene, f: Finding): WayOut[] {
  const found = takings(scene).find(({ joint }) =>
    f.refs?.some((r) => r.is === 'joint' && r.id === joint.id),
  );
  if (!found) return [];
  const { joint } = found;
  if (f.code === 'seat-covers') return [...shallower(scene, f, joint), idleWay(f, joint)];
  if (f.code === 'seat-narrow' || f.code === 'seat-rattles') {
    return (['w', 'h'] as const).flatMap((key) => fitting(found, f, key));
  }
  if (f.code === 'seat-catches') {
    return [...shallower(scene, f, joint), ...wider(scene, f, joint)];
  }
  if (f.code === 'seat-thin' || f.code === 'seat-in-way') return shallower(scene, f, joint);
  return [];
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const isGone = (scene: Scene, f: Finding, change: Change): boolean => {
  const project = applied(scene.project, change);
  return seatFindings({ ...scene, project }).every((x) => x.id !== f.id);
};
const pocketed = (joint: Seat, set: Partial<Seat['pocket']>): Change => ({
  do: 'joint',
  joint: { ...joint, pocket: { ...joint.pocket, ...set } },
});

/** As wide as a sliding fit, with its doubt. */
function fitting(t: Taking, f: Finding, key: 'w' | 'h'): WayOut[] {
  if (f.id !== `${t.joint.id}:narrow-${key}` && f.id !== `${t.joint.id}:rattles-${key}`) return [];
  const [from, to] = insideOf(t)[0]!.box[SIDES[key].outline];
  const mm = tenth(to - from + 2 * (SLIDE_MM + USUAL_DOUBT_MM));
  return [
    {
      id: `pocket-${key}`,
      text: `Make the pocket ${mm1(mm)} mm ${SIDES[key].word}`,
      cost: 'drawn anew, and a slice of it printed to try',
      changes: [pocketed(t.joint, { [key]: length(mm, t.joint.pocket[key].how) })],
      effort: 2,
    },
  ];
}
/** Beside what a fit wants, so much is left to the printer, mm. */
const USUAL_DOUBT_MM = 0.2;

function shallower(scene: Scene, f: Finding, joint: Seat): WayOut[] {
  for (let mm = joint.pocket.deep.mm - 0.5; mm >= LEAST_DEEP_MM; mm -= 0.5) {
    const change = pocketed(joint, { deep: length(tenth(mm), joint.pocket.deep.how) });
    if (!isGone(scene, f, change)) continue;
    return [
      {
        id: 'pocket-deep',
        text: `Make the pocket ${mm1(mm)} mm deep`,
        cost: 'it stands less firm',
        changes: [change],
        effort: 2,
      },
    ];
  }
  return [];
}
/** Shallower, and it stands on nothing, mm. */
const LEAST_DEEP_MM = 3;

function wider(scene: Scene, f: Finding, joint: Seat): WayOut[] {
  const need = Math.max(0, -(f.measure?.worst ?? 0));
  const h = length(tenth(joint.pocket.h.mm + 2 * need + 0.1), joint.pocket.h.how);
  const change = pocketed(joint, { h });
  if (!isGone(scene, f, change)) return [];
  return [
    {
      id: 'pocket-high',
      text: `Make the pocket ${mm1(h.mm)} mm high`,
      cost: 'it has more play; line it with felt',
      changes: [change],
      effort: 3,
    },
  ];
}

function idleWay(f: Finding, joint: Seat): WayOut {
  const idle = [...new Set([...(joint.idle ?? []), ...f.about])];
  return {
    id: 'idle',
    text: 'None of it is used while it is in',
    cost: 'nothing, if that is true',
    changes: [{ do: 'joint', joint: { ...joint, idle } }],
    effort: 0.5,
  };
}
