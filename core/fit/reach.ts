/**
 * What a finger must move: the lever of a slide switch, the cap of a panel key, the rim of a wheel.
 * It has to look out of the shell and come through an opening there.
 */
import { type Finding, mm1, type Part, type WayOut } from '../model';
import { blockBox, inside, ringOf } from '../geometry';
import { handled } from './handle';
import { type PlacedBlock, type PlacedItem, placing, pointOf, type Scene } from './scene';
import { judgedGap } from './contact';
import type { SceneCheck } from './sceneCheck';

/** A finger still moves a lever whose tip lies so far behind the outer face, mm: typical. */
const FINGER_MM = 3;
/** How nearly its axis must lie along a wall's or face's normal. */
const STRAIGHT = 0.9;

/** A part that is moved from outside: it turns the build off, or is a key of its own panel hole. */
export const isMoved = (part: Part): boolean => part.off?.kind === 'switch';

type Vec = readonly [number, number, number];
export interface Actuator {
  block: PlacedBlock;
  /** Middle of its free end, and the way it looks, in the build's frame. */
  tip: Vec;
  dir: Vec;
}

/** The lever or cap of a part: the block that stands out of the rest of it, and which way. */
export function actuatorOf(at: PlacedItem): Actuator | undefined {
  const caps = at.blocks.filter((b) => b.block.kind === 'cap');
  const rest = at.blocks.filter((b) => b.block.kind !== 'cap');
  if (!caps.length || !rest.length) return undefined;
  const boxes = rest.map((b) => blockBox(b.block));
  const low = [0, 1, 2].map((i) => Math.min(...boxes.map((b) => b[0][i]!)));
  const high = [0, 1, 2].map((i) => Math.max(...boxes.map((b) => b[1][i]!)));
  const block = caps[0]!;
  const [from, to] = blockBox(block.block);
  const out = [0, 1, 2].flatMap((i) => [
    { i, sign: 1, by: to[i]! - high[i]! },
    { i, sign: -1, by: low[i]! - from[i]! },
  ]);
  const most = out.sort((a, b) => b.by - a.by)[0]!;
  if (most.by <= 0) return undefined;
  const middle = [0, 1, 2].map((i) => (from[i]! + to[i]!) / 2) as [number, number, number];
  const end = [...middle] as [number, number, number];
  end[most.i] = most.sign > 0 ? to[most.i]! : from[most.i]!;
  const tip = pointOf(at, end);
  const base = pointOf(at, middle);
  const long = Math.hypot(tip[0] - base[0], tip[1] - base[1], tip[2] - base[2]);
  const dir = [0, 1, 2].map((i) => (tip[i]! - base[i]!) / long) as [number, number, number];
  return { block, tip, dir };
}

interface Outlet {
  /** Distance from the tip to the outer face, mm; negative when it stands out. */
  recess: number;
  where: string;
  open: boolean;
}

/** Where an actuator comes out: the face or wall it looks at, and whether that is open there. */
function outlet(scene: Scene, a: Actuator): Outlet | undefined {
  const shell = scene.shell!;
  const [x, y, z] = a.tip;
  if (Math.abs(a.dir[2]) > STRAIGHT) {
    const piece = shell.body.pieces.find(
      (q) => shell.sign(q.id) === Math.sign(a.dir[2]) && q.role !== 'door',
    );
    if (!piece) return undefined;
    // A part fixed in the other half looks across the cavity, not out.
    const recess = piece.depth.mm - Math.abs(z);
    const hole = shell.openings.face.find(
      (o) => o.piece === piece.id && inside(ringOf(o.points), x, y),
    );
    return { recess, where: `${piece.role} face`, open: hole !== undefined };
  }
  const walls = shell.walls.filter((w) => a.dir[0] * w.nx + a.dir[1] * w.ny > STRAIGHT);
  const found = walls
    .map((w) => ({
      w,
      off: (w.x0 - x) * w.nx + (w.y0 - y) * w.ny,
      u: (x - w.x0) * w.ux + (y - w.y0) * w.uy,
    }))
    .filter(({ u, w }) => u > 0 && u < w.length)
    .sort((p, q) => Math.abs(p.off) - Math.abs(q.off))[0];
  if (!found) return undefined;
  const hole = shell.openings.wall.find(
    (o) =>
      o.wall === found.w.index && Math.abs(o.u - found.u) < o.w / 2 && Math.abs(o.v - z) < o.h / 2,
  );
  return { recess: found.off, where: 'wall', open: hole !== undefined };
}

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
  if (!scene.shell || scene.project.way === 'open plate') return [];
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
      if (!out.open) {
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
          why: [`Its tip lies ${out.recess.toFixed(1)} mm behind the outer face.`],
        },
      ];
    });
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
