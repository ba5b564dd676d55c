/**
 * What a finger must move: the lever of a slide switch, the cap of a panel key, the rim of a wheel.
 * It has to look out of the shell and come through an opening there.
 */
import { type Finding, isOpen, mm1, type WayOut } from '../model';
import type { WallHole } from '../shell';
import { handled } from './handle';
import {
  type Actuator,
  actuatorOf,
  FINGER_MM,
  isMoved,
  leverSlot,
  leverSweep,
  type Outlet,
  outlet,
  roomIn,
} from './lever';
import { type PlacedBlock, type PlacedItem, placing, type Scene } from './scene';
import { judgedGap } from './contact';
import type { SceneCheck } from './sceneCheck';

/** A thumb wheel: a flat round cap that is wider than the body it turns on. */
function wheelOf(at: PlacedItem): PlacedBlock | undefined {
  if (at.part.family !== 'hardware' || at.part.pads.length < 3) return undefined;
  return at.blocks.find((b) => b.block.kind === 'cap' && b.block.plan.kind === 'circle');
}

/** A wheel's rim has to come to a wall somewhere, at an opening. */
function wheelFindings(scene: Scene): Finding[] {
  return [...scene.items.values()].flatMap((at): Finding[] => {
    const wheel = wheelOf(at);
    if (!wheel) return [];
    const s = wheel.solid;
    const [x, y, z] = [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, (s.z0 + s.z1) / 2];
    const r = Math.max(s.x1 - s.x0, s.y1 - s.y0) / 2;
    const { walls, openings } = scene.shell!;
    const rims = walls
      .map((w) => ({
        w,
        behind: (w.x0 - x) * w.nx + (w.y0 - y) * w.ny - r,
        u: (x - w.x0) * w.ux + (y - w.y0) * w.uy,
      }))
      .filter(({ u, w }) => u > 0 && u < w.length)
      .sort((a, b) => a.behind - b.behind);
    const nearest = rims[0];
    const open = rims.some(
      ({ w, behind, u }) =>
        behind <= FINGER_MM &&
        openings.wall.some(
          (o) =>
            o.wall === w.index && Math.abs(o.u - u) < o.w / 2 && Math.abs(o.v - z) < o.h / 2 + 1,
        ),
    );
    if (open) return [];
    const far = !nearest || nearest.behind > FINGER_MM;
    return [
      {
        id: `reach:${at.item.id}`,
        station: 'fit',
        check: 'reach',
        code: far ? 'looks-inward' : 'no-slot',
        verdict: 'hit',
        title: far ? 'Out of reach' : 'No opening for it',
        what: `${wheel.solid.name} does not come out of the shell.`,
        why: [
          far
            ? `Its rim lies ${mm1(nearest?.behind ?? 0)} mm behind the nearest outer face; a finger reaches about ${FINGER_MM} mm in (typical).`
            : 'Add a slot for its rim in Shell: as long as the chord that stands out, 0.4 mm all round.',
        ],
        about: [at.item.id],
        refs: [{ is: 'block', item: at.item.id, block: wheel.block.id }],
        at: { x, y, z },
      },
    ];
  });
}

function findings(scene: Scene): Finding[] {
  if (!scene.shell || isOpen(scene.shell.body)) return [];
  return [...leverFindings(scene), ...wheelFindings(scene)];
}

function leverFindings(scene: Scene): Finding[] {
  return [...scene.items.values()]
    .filter((at) => isMoved(at.part))
    .flatMap((at): Finding[] => {
      const a = actuatorOf(at);
      if (!a) return [];
      const out = outlet(scene, a);
      const name = a.block.solid.name;
      const base = {
        id: `reach:${at.item.id}`,
        station: 'fit' as const,
        check: 'reach' as const,
        about: [at.item.id],
        refs: [{ is: 'block' as const, item: at.item.id, block: a.block.block.id }],
        at: { x: a.tip[0], y: a.tip[1], z: a.tip[2] },
      };
      if (!out || out.recess > scene.shell!.body.wall.mm + FINGER_MM) {
        return [
          {
            ...base,
            code: 'looks-inward',
            verdict: 'hit',
            title: 'Out of reach',
            what: `${name} does not come out of the shell.`,
            why: [
              out
                ? `Its tip lies ${mm1(out.recess)} mm behind the outer face it looks at; a finger reaches about ${FINGER_MM} mm in (typical).`
                : 'It looks at no wall and no face. Turn the part until it looks out.',
            ],
          },
        ];
      }
      const slot = leverSlot(scene, at);
      const hole = out.hole ?? (slot?.asked ? slot : undefined);
      const room = hole && roomFinding(at, a, out, hole);
      if (room) return [{ ...base, ...room, what: name }];
      if (!out.open && !slot) {
        return [
          {
            ...base,
            code: 'no-slot',
            verdict: 'hit',
            title: 'No opening for it',
            what: `${name} meets a closed ${out.where}.`,
            why: ['Add a slot there in Shell: the lever, its travel and 0.4 mm all round.'],
          },
        ];
      }
      const { measure, verdict } = judgedGap(
        FINGER_MM - out.recess,
        0,
        `A finger moves a lever up to ${FINGER_MM} mm behind the outer face (typical).`,
        [placing(at)],
      );
      return [
        {
          ...base,
          code: 'recessed',
          verdict,
          measure,
          title: out.recess > 0 ? `${mm1(out.recess)} mm below the face` : 'Stands out to be moved',
          what: name,
          why: [
            `Its tip lies ${out.recess.toFixed(1)} mm behind the outer face.`,
            ...(slot ? [`Through a slot to be cut: ${slot.why.join(', ')}.`] : []),
          ],
        },
      ];
    });
}

/** A hole, there or as it was cut, in which a lever cannot travel as far as it does. */
function roomFinding(
  at: PlacedItem,
  lever: Actuator,
  out: Outlet,
  hole: WallHole,
): Pick<Finding, 'code' | 'verdict' | 'title' | 'why' | 'measure'> | undefined {
  const room = roomIn(hole, leverSweep(lever, at, out.wall!));
  const { measure, verdict } = judgedGap(room, 0, 'A lever travels freely in its slot.', [
    placing(at),
  ]);
  if (verdict === 'clear') return undefined;
  return {
    code: 'slot-short',
    verdict,
    measure,
    title: `Slot ${room < 0 ? `${mm1(-room)} mm short` : 'close'} for its travel`,
    why: [
      `The slot is ${mm1(hole.w)} × ${mm1(hole.h)} mm; at its nearest edge the lever on its way ${room < 0 ? `is ${mm1(-room)} mm over it` : `has ${mm1(room)} mm`} (travel typical, measure yours). File it on, or move the part.`,
    ],
  };
}

/** Turned so that it looks another way. */
const ways = (scene: Scene, _: Finding, items: readonly PlacedItem[]): WayOut[] =>
  items.flatMap((at) =>
    [90, 180, 270].map((by): WayOut => ({
      id: `turn-${at.item.id}-${by}`,
      text: `Turn ${at.item.name} ${by === 180 ? 'half way round' : `${by}° counter-clockwise`}`,
      cost: 'no cut',
      changes: [
        {
          do: 'place',
          placement: handled(scene, at.placement, { turn: at.placement.turn + by }),
        },
      ],
      effort: 1.5,
    })),
  );

export const reach: SceneCheck = { check: 'reach', findings, ways };
