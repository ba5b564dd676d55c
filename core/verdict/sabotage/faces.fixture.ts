/** Spoilings of keys that are cut into walls and backs: shoulders and triggers, the keys forgotten first. */
import { libraryPart, STARTER_PARTS } from '../../catalogue';
import { tactileUnder } from '../../controls';
import { cutting, newKeyWays } from '../../cuts';
import { sceneOf } from '../../fit';
import { appliedAll, type Input, type InputPlace, isOpen, type Project } from '../../model';
import { type Case, type Kind, withPlacement } from './kind.fixture';

const ID = 'sabotaged-shoulder';
const NAME = 'Sabotaged shoulder';

const key = (at: InputPlace, more: Partial<Input> = {}): Input => ({
  id: ID,
  name: NAME,
  functions: ['menu'],
  at,
  hole: 8,
  routed: true,
  ...more,
});
const withKey = (p: Project, input: Input): Project => ({
  ...p,
  controls: { ...p.controls, inputs: [...p.controls.inputs, input] },
});

/** Builds whose keys have switches of the builder's own, in a shell with walls. */
const isOwn = (p: Project): boolean =>
  ['gpio', 'usb', 'expander'].includes(p.controls.route) &&
  p.controls.inputs.length > 0 &&
  !isOpen(p.shell.bodies[0]!);

interface Wall {
  index: number;
  length: number;
  /** A height in the middle of the deeper half. */
  v: number;
  front: number;
}
function wallsOf(p: Project): Wall[] {
  const shell = sceneOf(p).shell!;
  const deep = (sign: 1 | -1): number =>
    shell.body.pieces.find((q) => shell.sign(q.id) === sign)?.depth.mm ?? 0;
  const v = deep(1) > deep(-1) ? deep(1) / 2 : -deep(-1) / 2;
  return shell.walls.map((w) => ({ index: w.index, length: w.length, v, front: deep(1) }));
}
const inWall = (p: Project, wall: number, along: number, v: number): InputPlace => ({
  body: p.shell.bodies[0]!.id,
  wall,
  along,
  v,
});

/** A key with the switch the product itself lays behind it. */
function backed(p: Project, at: InputPlace): { project: Project; item: string } | undefined {
  const keyed = withKey(p, key(at));
  const way = tactileUnder(sceneOf(keyed), keyed.controls.inputs.at(-1)!, STARTER_PARTS)[0];
  if (!way) return undefined;
  const project = appliedAll(keyed, way.changes);
  return { project, item: project.kit.items.at(-1)!.id };
}

/** A build with a shoulder key in the middle of each wall, and what then becomes of it. */
const behindWalls = (
  p: Project,
  spoil: (project: Project, item: string, wall: Wall) => Project,
): Case[] =>
  isOwn(p)
    ? wallsOf(p).flatMap((wall): Case[] => {
        const made = backed(p, inWall(p, wall.index, wall.length / 2, wall.v));
        if (!made) return [];
        const spoilt = spoil(made.project, made.item, wall);
        return [{ where: `wall ${wall.index}`, spoilt, ids: [ID] }];
      })
    : [];

const inWalls = (p: Project, place: (wall: Wall) => [along: number, v: number]): Case[] =>
  isOwn(p)
    ? wallsOf(p).map((wall) => ({
        where: `wall ${wall.index}`,
        spoilt: withKey(p, key(inWall(p, wall.index, ...place(wall)))),
        ids: [ID],
      }))
    : [];

const turnedRound = (p: Project, item: string): Project =>
  withPlacement(p, item, {
    turn: (p.layout.placements.find((q) => q.item === item)!.turn + 180) % 360,
  });
const raised = (p: Project, item: string, by: number): Project =>
  withPlacement(p, item, {
    lift: p.layout.placements.find((q) => q.item === item)!.lift + by,
  });

const backOf = (p: Project): string | undefined =>
  p.shell.bodies[0]!.pieces.find((q) => q.role === 'back')?.id;
const middle = (p: Project): { x: number; y: number } => {
  const xs = sceneOf(p).shell!.walls.map((w) => w.x0);
  const ys = sceneOf(p).shell!.walls.map((w) => w.y0);
  return {
    x: (Math.min(...xs) + Math.max(...xs)) / 2,
    y: (Math.min(...ys) + Math.max(...ys)) / 2,
  };
};
const inBack = (p: Project, more: Partial<Input> = {}, by = { x: 0, y: 0 }): Project[] => {
  const piece = backOf(p);
  const { x, y } = middle(p);
  return piece && isOwn(p) ? [withKey(p, key({ piece, x: x + by.x, y: y + by.y }, more))] : [];
};

export const FACE_KINDS: readonly Kind[] = [
  {
    name: 'a shoulder key in a wall with nothing behind it',
    makes: 'hit',
    cases: (p) => inWalls(p, (wall) => [wall.length / 2, wall.v]),
  },
  {
    name: 'a shoulder key whose hole breaks through the face by 0.2 mm',
    makes: 'hit',
    cases: (p) => inWalls(p, (wall) => [wall.length / 2, wall.front - 4.25 + 0.2]),
  },
  {
    name: 'a shoulder key beyond the end of its wall',
    makes: 'hit',
    cases: (p) => inWalls(p, (wall) => [wall.length + 3, wall.v]),
  },
  {
    name: 'a shoulder key cut into the hole of a socket',
    makes: 'hit',
    cases: (p) =>
      isOwn(p)
        ? cutting(p).openings.flatMap(({ key: cut, kind, face, u, v }): Case[] =>
            face.kind === 'wall' && kind === 'port'
              ? [
                  {
                    where: cut,
                    spoilt: withKey(p, key(inWall(p, face.wall, u, v))),
                    ids: [ID],
                    says: new RegExp(NAME),
                  },
                ]
              : [],
          )
        : [],
  },
  {
    name: 'a switch behind a shoulder key that looks inward',
    makes: 'hit',
    cases: (p) => behindWalls(p, turnedRound),
  },
  {
    name: 'a switch behind a shoulder key, 0.2 mm higher than a key meets',
    makes: 'hit',
    cases: (p) => behindWalls(p, (project, item) => raised(project, item, 4.2)),
  },
  {
    name: 'a shoulder key narrower than the stem behind it',
    makes: 'hit',
    cases: (p) =>
      behindWalls(p, (project) => ({
        ...project,
        controls: {
          ...project.controls,
          inputs: project.controls.inputs.map((i) => (i.id === ID ? { ...i, hole: 3 } : i)),
        },
      })),
  },
  {
    name: 'a key in the back with nothing behind it',
    makes: 'hit',
    cases: (p) => inBack(p).map((spoilt) => ({ where: 'middle', spoilt, ids: [ID] })),
  },
  {
    name: 'a key in the back that it stands on when put down',
    makes: 'tight',
    cases: (p) =>
      // A bay that bulges further out carries it instead.
      p.shell.bodies[0]!.pieces.some((q) => q.role === 'back' && q.zones.length)
        ? []
        : inBack(p).map((spoilt) => ({ where: 'middle', spoilt, says: /stands on Sabotaged/ })),
  },
  {
    name: 'a key in the back, off its edge',
    makes: 'hit',
    cases: (p) =>
      inBack(p, {}, { x: 500, y: 0 }).map((spoilt) => ({ where: 'far', spoilt, ids: [ID] })),
  },
  {
    name: 'a key in the face of another body with nothing behind it',
    makes: 'hit',
    cases: (p) =>
      isOwn(p)
        ? p.shell.bodies.slice(1).flatMap((body): Case[] => {
            const front = body.pieces.find((q) => q.role === 'front');
            const at = front && { piece: front.id, x: 8, y: 8 };
            return at ? [{ where: body.id, spoilt: withKey(p, key(at)), ids: [ID] }] : [];
          })
        : [],
  },
  {
    name: 'a key in a face the shell no longer has',
    makes: 'hit',
    cases: (p) =>
      isOwn(p)
        ? [
            { where: 'face', spoilt: withKey(p, key({ piece: 'gone', x: 40, y: 20 })), ids: [ID] },
            {
              where: 'wall',
              spoilt: withKey(p, key({ body: 'gone', wall: 0, along: 20, v: -4 })),
              ids: [ID],
            },
          ]
        : [],
  },
];

/** The loaner with a latch where there is room for it, and no key yet. */
export function latched(loaner: Project): Project {
  const placement = {
    item: 'latch',
    on: { piece: 'back' },
    x: 15,
    y: 3,
    turn: 0,
    up: 'in',
    stand: 'flat',
    lift: 0,
    held: 'jig',
    fixed: 'bracket',
  } as const;
  return appliedAll(loaner, [
    { do: 'add', part: libraryPart('latch') },
    { do: 'stand', placement },
    { do: 'power', set: { off: 'latch' } },
  ]);
}

/** The same with the key that wakes it. */
export function soundLatch(p: Project): Project {
  if (p.id !== 'dabchick-2-done') return p;
  const asleep = latched(p);
  const ways = newKeyWays(sceneOf(asleep), 'power', STARTER_PARTS);
  return appliedAll(asleep, ways.find((w) => w.text.endsWith('left wall'))!.changes);
}

/** A shoulder key in the right wall of the loaner, with its switch where there is room. */
export const soundShoulder = (p: Project): Project =>
  p.id === 'dabchick-2-done' ? backed(p, inWall(p, 1, 45, -9))!.project : p;
