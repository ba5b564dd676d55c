/**
 * What is plugged in from outside, as it hangs there: two mouldings side by side in one wall, whether
 * the handheld still lies flat with its plug in, and plugs in the palm that holds it.
 */
import { type Finding, mm1, type Ref, uOf, type WayOut } from '../model';
import { ANGLED_MM, PLUGS } from '../kit';
import { depthsOf } from '../shell';
import type { SceneCheck } from './sceneCheck';
import { judgedGap } from './contact';
import { palmSpan } from './hands';
import { type Mouth, mouldSizes, type PlacedItem, placing, type Scene } from './scene';
import { stepsAway } from './away';

/** A plug that stands out no further can be held around, mm; typical. */
const HELD_MM = 18;
/** Middles further apart than this are no neighbours, mm. */
const FAR_MM = 40;

interface Plugged {
  at: PlacedItem;
  mouth: Mouth;
  u: number;
  z: number;
  w: number;
  h: number;
}

/** Every moulding that hangs outside; a card goes in whole. */
export function pluggedIn(scene: Scene): Plugged[] {
  return [...scene.items.values()].flatMap((at) =>
    at.mouths.flatMap((mouth): Plugged[] => {
      if (!mouth.outside || !mouth.wall || mouth.u === undefined || mouth.type === 'card') {
        return [];
      }
      const [w, h] = mouldSizes(at, mouth);
      return [{ at, mouth, u: mouth.u, z: mouth.z, w, h }];
    }),
  );
}

const name = ({ at, mouth }: Plugged): string => `${mouth.name} of ${at.item.name}`;
const plugSource = ({ mouth }: Plugged) => ({
  key: `plug.${mouth.type}`,
  label: `the ${PLUGS[mouth.type].name}`,
  u: uOf('made'),
  k: 0.5,
});

function findings(scene: Scene): Finding[] {
  const all = pluggedIn(scene);
  const out: Finding[] = [];
  all.forEach((a, i) => {
    for (const b of all.slice(i + 1)) {
      if (a.mouth.wall !== b.mouth.wall) continue;
      // Far apart there is nothing to say.
      if (Math.abs(a.u - b.u) > FAR_MM) continue;
      const along = Math.abs(a.u - b.u) - (a.w + b.w) / 2;
      const high = Math.abs(a.z - b.z) - (a.h + b.h) / 2;
      const gap = Math.max(along, high);
      const { measure, verdict } = judgedGap(
        gap,
        0,
        'Both mouldings have to find room side by side.',
        [
          ...(a.at === b.at ? [] : [placing(a.at), placing(b.at, -1)]),
          plugSource(a),
          plugSource(b),
        ],
      );
      out.push({
        id: `beside:${[a, b]
          .map((q) => `${q.at.item.id}/${q.mouth.id}`)
          .sort()
          .join('~')}`,
        station: 'fit',
        check: 'beside',
        code: 'plugs-beside',
        refs: [a, b].map(socketRef),
        verdict: verdict === 'hit' ? 'tight' : verdict,
        measure,
        title: gap < 0 ? 'Not both plugs at once' : `${mm1(gap)} mm between the plugs`,
        what: `${name(a)} and ${name(b)}, plugged in together`,
        about: [a.at.item.id, b.at.item.id],
        at: { x: (a.mouth.x + b.mouth.x) / 2, y: (a.mouth.y + b.mouth.y) / 2, z: a.z },
        why: [
          `Mouldings ${a.w} and ${b.w} mm wide (typical), ${mm1(Math.abs(a.u - b.u))} mm between their middles along the wall, ${mm1(Math.abs(a.z - b.z))} in depth: ${mm1(Math.abs(gap))} mm ${gap < 0 ? 'overlap' : 'free'}.`,
        ],
      });
    }
    out.push(...lying(scene, a), ...inHand(scene, a));
  });
  return out;
}

const socketRef = (a: Plugged): Ref => ({
  is: 'socket',
  item: a.at.item.id,
  connector: a.mouth.id,
});
const isSocket = (r: Ref, at: PlacedItem, m: Mouth): boolean =>
  r.is === 'socket' && r.item === at.item.id && r.connector === m.id;

/** How far a plug stands out with its cable's first bend, mm. */
export const standsOut = ({ at, mouth }: Pick<Plugged, 'at' | 'mouth'>): number =>
  at.item.angled?.includes(mouth.id) ? ANGLED_MM : PLUGS[mouth.type].long;

/** A straight plug in a side wall where a palm lies: nobody plays while it charges. */
function inHand(scene: Scene, a: Plugged): Finding[] {
  const span = palmSpan(scene);
  const long = standsOut(a);
  if (
    !span ||
    Math.abs(a.mouth.wall!.nx) < 0.7 ||
    a.mouth.recess! > FAR_MM ||
    a.mouth.y - a.w / 2 > span.to ||
    long <= HELD_MM
  ) {
    return [];
  }
  return [
    {
      id: `held:${a.at.item.id}/${a.mouth.id}`,
      station: 'fit',
      check: 'beside',
      code: 'plug-in-palm',
      refs: [socketRef(a)],
      verdict: 'tight',
      title: `${long} mm of plug in the palm`,
      what: `${name(a)}, ${a.mouth.wall!.nx > 0 ? 'right' : 'left'} wall, held while plugged in`,
      about: [a.at.item.id],
      at: { x: a.mouth.x, y: a.mouth.y, z: a.mouth.z },
      why: [
        `It sits ${mm1(a.mouth.y)} mm up; a palm lies along the side wall up to about ${mm1(span.to)} mm (typical). Moulding and first bend stand ${long} mm out; up to ${HELD_MM} can be held around.`,
      ],
    },
  ];
}

/** A moulding that hangs lower than the back lifts the handheld off the table. */
function lying(scene: Scene, a: Plugged): Finding[] {
  const { back } = depthsOf(scene.shell!.body);
  const low = -back;
  const gap = a.z - a.h / 2 - low;
  if (!back) return [];
  if (gap > a.h) return [];
  const { measure, verdict } = judgedGap(gap, 0, 'It lies flat while it is plugged in.', [
    {
      key: `layout.placements.${a.at.index}.lift`,
      label: `height of ${a.at.item.name}`,
      u: placing(a.at).u,
      k: 1,
    },
    plugSource(a),
  ]);
  return [
    {
      id: `lying:${a.at.item.id}/${a.mouth.id}`,
      station: 'fit',
      check: 'beside',
      code: 'plug-below-back',
      refs: [socketRef(a)],
      verdict: verdict === 'hit' ? 'tight' : verdict,
      measure,
      title: gap < 0 ? `Plug hangs ${mm1(gap)} mm below the back` : `${mm1(gap)} mm over the table`,
      what: `${name(a)}, on the table`,
      about: [a.at.item.id],
      at: { x: a.mouth.x, y: a.mouth.y, z: a.z },
      why: [
        `Middle of the moulding ${mm1(a.z - low)} mm over the lowest part of the back, the moulding ${a.h} mm high (typical): half of it takes ${mm1(a.h / 2)}.`,
      ],
    },
  ];
}

function ways(scene: Scene, f: Finding, items: readonly PlacedItem[]) {
  const shut = items.flatMap((at) =>
    at.mouths
      .filter((m) => m.outside && f.refs?.some((r) => isSocket(r, at, m)))
      .map((m) => ({
        id: `inside-${at.item.id}-${m.id}`,
        text: `Do without ${m.name} from outside`,
        cost: 'the socket stays inside',
        changes: [{ do: 'reach' as const, item: at.item.id, connector: m.id, outside: false }],
        effort: 9,
      })),
  );
  if (f.code === 'plug-in-palm') {
    return [
      ...items.flatMap((at) =>
        at.mouths
          .filter((m) => f.refs?.some((r) => isSocket(r, at, m)))
          .map((m): WayOut => ({
            id: `angle-${at.item.id}-${m.id}`,
            text: `Plug an angled ${PLUGS[m.type].name} in`,
            cost: `stands ${ANGLED_MM} mm out instead of ${PLUGS[m.type].long}; its cable goes along the wall`,
            changes: [{ do: 'angle', item: at.item.id, connector: m.id, on: true }],
            effort: 1,
          })),
      ),
      ...items.flatMap((at) => stepsAway(at, [10, 20, 30, 40], ['up'])),
      ...shut,
    ];
  }
  if (f.code === 'plugs-beside') {
    return [...items.flatMap((at) => stepsAway(at, [2, 4, 6, 9, 12, 16])), ...shut];
  }
  const up = Math.ceil((-(f.measure?.gap ?? 0) + 0.5) * 2) / 2;
  return [
    ...items.flatMap((at) =>
      scene.shell!.sign(at.piece) < 0
        ? [
            {
              id: `lift-${at.item.id}`,
              text: `Raise ${at.item.name} ${up.toFixed(1)} mm on stand-offs`,
              cost: `${up.toFixed(1)} mm less over it`,
              changes: [
                {
                  do: 'place' as const,
                  placement: { ...at.placement, lift: at.placement.lift + up },
                },
              ],
              effort: 2,
            },
          ]
        : [],
    ),
    ...shut,
  ];
}

export const beside: SceneCheck = { check: 'beside', findings, ways };
