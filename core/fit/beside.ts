/**
 * What is plugged in from outside, as it hangs there: two mouldings side by side in one wall, and
 * whether the handheld still lies flat with its plug in.
 */
import { type Finding, mm1, uOf } from '../model';
import { PLUGS } from '../kit';
import { depthsOf } from '../shell';
import type { SceneCheck } from './sceneCheck';
import { measured } from './contact';
import { type Mouth, mouldSizes, type PlacedItem, placing, type Scene } from './scene';
import { stepsAway } from './away';

/** Middles further apart than this are no neighbours, mm. */
const FAR_MM = 40;

interface Plugged { at: PlacedItem; mouth: Mouth; u: number; z: number; w: number; h: number }

/** Every moulding that hangs outside; a card goes in whole. */
export function pluggedIn(scene: Scene): Plugged[] {
  return [...scene.items.values()].flatMap((at) => at.mouths.flatMap((mouth): Plugged[] => {
    if (!mouth.outside || !mouth.wall || mouth.u === undefined || mouth.type === 'card') return [];
    const [w, h] = mouldSizes(at, mouth);
    return [{ at, mouth, u: mouth.u, z: mouth.z, w, h }];
  }));
}

const name = ({ at, mouth }: Plugged): string => `${mouth.name} of ${at.item.name}`;
const plugSource = ({ mouth }: Plugged) => ({ key: `plug.${mouth.type}`, label: `the ${PLUGS[mouth.type].name}`, u: uOf('made'), k: 0.5 });

function findings(scene: Scene): Finding[] {
  const all = pluggedIn(scene), out: Finding[] = [];
  all.forEach((a, i) => {
    for (const b of all.slice(i + 1)) {
      if (a.mouth.wall !== b.mouth.wall) continue;
      // Far apart there is nothing to say.
      if (Math.abs(a.u - b.u) > FAR_MM) continue;
      const along = Math.abs(a.u - b.u) - (a.w + b.w) / 2, high = Math.abs(a.z - b.z) - (a.h + b.h) / 2, gap = Math.max(along, high);
      const { measure, verdict } = measured(gap, 0, 'Both mouldings have to find room side by side.', [...(a.at === b.at ? [] : [placing(a.at), placing(b.at, -1)]), plugSource(a), plugSource(b)]);
      out.push({
        id: `beside:${[a, b].map((q) => `${q.at.item.id}/${q.mouth.id}`).sort().join('~')}`, station: 'fit', check: 'beside', verdict: verdict === 'hit' ? 'tight' : verdict, measure,
        title: gap < 0 ? 'Not both plugs at once' : `${mm1(gap)} mm between the plugs`, what: `${name(a)} and ${name(b)}, plugged in together`, about: [a.at.item.id, b.at.item.id], at: { x: (a.mouth.x + b.mouth.x) / 2, y: (a.mouth.y + b.mouth.y) / 2, z: a.z },
        why: [`Mouldings ${a.w} and ${b.w} mm wide (typical), ${mm1(Math.abs(a.u - b.u))} mm between their middles along the wall, ${mm1(Math.abs(a.z - b.z))} in depth: ${mm1(Math.abs(gap))} mm ${gap < 0 ? 'overlap' : 'free'}.`],
      });
    }
    out.push(...lying(scene, a));
  });
  return out;
}

/** A moulding that hangs lower than the back lifts the handheld off the table. */
function lying(scene: Scene, a: Plugged): Finding[] {
  const { back } = depthsOf(scene.shell!.body), low = -back, gap = a.z - a.h / 2 - low;
  if (!back) return [];
  if (gap > a.h) return [];
  const { measure, verdict } = measured(gap, 0, 'It lies flat while it is plugged in.', [{ key: `layout.placements.${a.at.index}.lift`, label: `height of ${a.at.item.name}`, u: placing(a.at).u, k: 1 }, plugSource(a)]);
  return [{
    id: `lying:${a.at.item.id}/${a.mouth.id}`, station: 'fit', check: 'beside', verdict: verdict === 'hit' ? 'tight' : verdict, measure, title: gap < 0 ? `Plug hangs ${mm1(gap)} mm below the back` : `${mm1(gap)} mm over the table`, what: `${name(a)}, on the table`, about: [a.at.item.id], at: { x: a.mouth.x, y: a.mouth.y, z: a.z },
    why: [`Middle of the moulding ${mm1(a.z - low)} mm over the lowest part of the back, the moulding ${a.h} mm high (typical): half of it takes ${mm1(a.h / 2)}.`],
  }];
}

function ways(scene: Scene, f: Finding, items: readonly PlacedItem[]) {
  const shut = items.flatMap((at) => at.mouths.filter((m) => m.outside && f.id.includes(`${at.item.id}/${m.id}`)).map((m) => ({ id: `inside-${at.item.id}-${m.id}`, text: `Do without ${m.name} from outside`, cost: 'the socket stays inside', changes: [{ do: 'reach' as const, item: at.item.id, connector: m.id, outside: false }], effort: 9 })));
  if (!f.id.startsWith('lying:')) return [...items.flatMap((at) => stepsAway(at, [2, 4, 6, 9, 12, 16])), ...shut];
  const up = Math.ceil((-(f.measure?.gap ?? 0) + 0.5) * 2) / 2;
  return [...items.flatMap((at) => (scene.shell!.sign(at.piece) < 0 ? [{ id: `lift-${at.item.id}`, text: `Raise ${at.item.name} ${up.toFixed(1)} mm on stand-offs`, cost: `${up.toFixed(1)} mm less over it`, changes: [{ do: 'place' as const, placement: { ...at.placement, lift: at.placement.lift + up } }], effort: 2 }] : [])), ...shut];
}

export const beside: SceneCheck = { check: 'beside', findings, ways };
