/** Spoilings of floors made thinner from inside: through, too thin, under a post, into a wall, for nothing. */
import { sceneOf } from '../../fit';
import { wallRules } from '../../shell';
import { length, type Cut, type Project } from '../../model';
import { type Case, type Kind, laidOut } from './kind.fixture';

type Pocket = Extract<Cut, { kind: 'pocket' }>;

const withPocket = (
  p: Project,
  cut: Partial<Pocket> & Pick<Pocket, 'x' | 'y' | 'piece'>,
): Project => ({
  ...p,
  cuts: [
    ...p.cuts,
    {
      kind: 'pocket',
      id: 'sabotaged',
      w: 8,
      h: 6,
      deep: 0.4,
      state: 'decided',
      ...cut,
    },
  ],
});

/** Cells that lie flat on a floor of the first body: where a builder first thinks of thinning it. */
function sinkable(p: Project) {
  const scene = sceneOf(p);
  const { body } = scene.shell!;
  return laidOut(p).flatMap(({ id, placement, part }) => {
    const at = scene.items.get(id);
    const piece = body.pieces.find((q) => q.id === at?.piece);
    if (!part.cell || !at || !piece || !('piece' in placement.on) || placement.lift > 0) return [];
    const prisms = at.solids.flatMap((s) => s.prisms);
    const [x0, x1] = [Math.min(...prisms.map((q) => q.x0)), Math.max(...prisms.map((q) => q.x1))];
    const [y0, y1] = [Math.min(...prisms.map((q) => q.y0)), Math.max(...prisms.map((q) => q.y1))];
    // Where there is a bay under it the wall is another.
    if (piece.zones.length || piece.profile) return [];
    const plan = { x: (x0 + x1) / 2, y: (y0 + y1) / 2, w: x1 - x0 + 0.6, h: y1 - y0 + 0.6 };
    return [{ id, piece, plan, wall: body.wall.mm, least: wallRules(piece).skin }];
  });
}

/** A pocket under each such cell, so deep. */
const under =
  (deep: (wall: number, least: number) => number, more: Partial<Pocket> = {}) =>
  (p: Project): Case[] =>
    sinkable(p).map(({ id, piece, plan, wall, least }) => ({
      where: id,
      spoilt: withPocket(p, { ...plan, piece: piece.id, deep: deep(wall, least), ...more }),
      ids: ['sabotaged'],
    }));

export const POCKET_KINDS: readonly Kind[] = [
  {
    name: 'a pocket through the wall',
    makes: 'hit',
    cases: under((wall) => wall + 0.1),
  },
  {
    name: 'a pocket milled through, though planned shallow',
    makes: 'hit',
    cases: (p) =>
      sinkable(p).map(({ id, piece, plan, wall }) => ({
        where: id,
        spoilt: withPocket(p, {
          ...plan,
          piece: piece.id,
          state: 'measured',
          measured: length(wall + 0.05, 'calliper'),
        }),
        ids: ['sabotaged'],
      })),
  },
  {
    name: 'a pocket that leaves 0.2 mm less wall than the material wants',
    makes: 'tight',
    cases: under((wall, least) => wall - least + 0.2),
  },
  {
    name: 'a pocket that takes the foot of a post',
    makes: 'hit',
    cases: (p) =>
      sceneOf(p)
        .shell!.features.filter((f) => f.height > 0)
        .map((f) => ({
          where: f.id,
          spoilt: withPocket(p, { x: f.x, y: f.y, piece: f.piece }),
          ids: [f.id],
        })),
  },
  {
    name: 'a pocket that runs into the side wall',
    needsWalls: true,
    makes: 'hit',
    cases: (p) =>
      p.shell.bodies[0]!.pieces.map((q) => ({
        where: q.id,
        spoilt: withPocket(p, { x: 4, y: 30, w: 8, piece: q.id }),
        ids: ['sabotaged'],
      })),
  },
  {
    name: 'a pocket over the edge of a bay',
    makes: 'tight',
    cases: (p) => {
      const scene = sceneOf(p);
      return p.shell.bodies[0]!.pieces.flatMap((piece) =>
        piece.zones.flatMap((zone) => {
          const bay = scene.shell!.floors.get(piece.id)?.find((f) => f.name === zone.name);
          const q = bay?.prisms[0];
          if (!q) return [];
          const spoilt = withPocket(p, { x: q.x0, y: (q.y0 + q.y1) / 2, piece: piece.id });
          return [{ where: `${piece.id} ${zone.id}`, spoilt, ids: ['sabotaged'] }];
        }),
      );
    },
  },
  {
    name: 'a pocket whose part moved 1 mm beyond its edge',
    needsWalls: true,
    makes: 'tight',
    cases: (p) =>
      sinkable(p).map(({ id, piece, plan }) => ({
        where: id,
        spoilt: withPocket(p, { ...plan, x: plan.x + 1.3, piece: piece.id }),
        ids: ['sabotaged'],
      })),
  },
];

/** A pocket under its cell, as a builder would cut it: 0.3 mm, with wall enough left. */
export function soundPocket(p: Project): Project {
  const [one] = sinkable(p).filter(({ wall, least }) => wall - 0.3 > least + 0.4);
  return one ? withPocket(p, { ...one.plan, piece: one.piece.id, deep: 0.3 }) : p;
}
