/** Spoilings of holes in a pattern: into what is there, too near one another, for nothing, or shut. */
import { cutting, newPattern } from '../../cuts';
import { activeArea, type Scene, sceneOf } from '../../fit';
import { isOpen, length, type PatternCut, type Project } from '../../model';
import { patternsIn, wallRules } from '../../shell';
import type { Case, Kind } from './kind.fixture';

const ID = 'sabotaged';

const withPattern = (p: Project, cut: PatternCut): Project => ({ ...p, cuts: [...p.cuts, cut] });

/** Holes put down by hand, as somebody without a drawing would. */
const byHand = (at: PatternCut['at'], more: Partial<PatternCut> = {}): PatternCut => ({
  kind: 'pattern',
  id: ID,
  for: { is: 'air' },
  at,
  region: { kind: 'rect', w: 20, h: 20 },
  hole: { kind: 'round', d: 3 },
  lay: 'rows',
  web: 2,
  holes: [[0, 0]],
  state: 'decided',
  ...more,
});

const inFirst = (p: Project): Scene & { shell: NonNullable<Scene['shell']> } =>
  sceneOf(p) as Scene & { shell: NonNullable<Scene['shell']> };

/** A few holes for air that a build bears: the first place of a coarse grid that takes four. */
function soundPattern(p: Project): PatternCut | undefined {
  const scene = inFirst(p);
  const { body, walls } = scene.shell;
  const { openings } = cutting(p, scene);
  const [xs, ys] = [walls.map((w) => w.x0), walls.map((w) => w.y0)];
  for (const piece of body.pieces) {
    for (let x = Math.min(...xs) + 12; x < Math.max(...xs); x += 12) {
      for (let y = Math.min(...ys) + 12; y < Math.max(...ys); y += 12) {
        const cut = newPattern(
          scene,
          {
            for: { is: 'air' },
            at: { piece: piece.id, x, y },
            region: { kind: 'round', d: 12 },
            hole: { kind: 'round', d: 2.5 },
            lay: 'hexagons',
            web: wallRules(piece).web + 0.3,
          },
          openings,
        );
        if (cut.holes.length >= 4) return { ...cut, id: ID };
      }
    }
  }
  return undefined;
}

/** The sound pattern, spoilt in itself. */
const spoilt =
  (change: (c: PatternCut) => PatternCut) =>
  (p: Project): Case[] => {
    const cut = soundPattern(p);
    if (!cut) return [];
    const where = 'piece' in cut.at ? cut.at.piece : `wall ${cut.at.wall}`;
    return [{ where, spoilt: withPattern(p, change(cut)), ids: [ID] }];
  };

/** Items that lie flat against the inside of a face of the first body, with nothing between. */
function against(p: Project, mm: number, isWanted: (item: string) => boolean) {
  const scene = inFirst(p);
  if (isOpen(scene.shell.body)) return [];
  return [...scene.items.values()].flatMap((at) => {
    const piece = scene.shell.body.pieces.find((q) => q.id === at.piece);
    if (!piece || at.isOutside || !isWanted(at.item.id)) return [];
    const sign = scene.shell.sign(piece.id);
    return at.solids
      .flatMap((s) => s.prisms)
      .map((q) => ({
        item: at.item.id,
        piece: piece.id,
        x: (q.x0 + q.x1) / 2,
        y: (q.y0 + q.y1) / 2,
        wide: Math.min(q.x1 - q.x0, q.y1 - q.y0),
        floor: scene.shell.floorAt(piece.id, (q.x0 + q.x1) / 2, (q.y0 + q.y1) / 2),
        q,
      }))
      .filter(({ floor, q, wide }) => wide > 6 && (sign > 0 ? floor - q.z1 : q.z0 - floor) < mm)
      .slice(0, 1);
  });
}

export const PATTERN_KINDS: readonly Kind[] = [
  {
    name: 'a hole of a pattern into the foot of a post',
    makes: 'hit',
    cases: (p) =>
      inFirst(p)
        .shell.features.filter((f) => f.height > 0)
        .map((f) => ({
          where: f.id,
          spoilt: withPattern(p, byHand({ piece: f.piece, x: f.x + 1, y: f.y })),
          ids: [f.id],
        })),
  },
  {
    name: 'a hole far outside the region of its pattern, into the foot of a post',
    makes: 'hit',
    cases: (p) =>
      inFirst(p)
        .shell.features.filter((f) => f.height > 0)
        .slice(0, 2)
        .map((f) => ({
          where: f.id,
          spoilt: withPattern(
            p,
            byHand(
              { piece: f.piece, x: f.x + 60, y: f.y },
              { region: { kind: 'round', d: 4 }, holes: [[-60, 0]] },
            ),
          ),
          ids: [f.id],
        })),
  },
  {
    name: 'a speaker behind a ring of holes that all lie beside its cone',
    needsWalls: true,
    makes: 'tight',
    cases: (p) => {
      const scene = inFirst(p);
      return [...scene.items.values()].flatMap((at) => {
        const [face] = at.blocks;
        if (!at.part.speaker || !face || isOpen(scene.shell.body)) return [];
        const { x0, x1, y0, y1 } = face.solid;
        const r = 0.8 * Math.max(x1 - x0, y1 - y0);
        const mute: Project = {
          ...p,
          shell: {
            ...p.shell,
            bodies: p.shell.bodies.map((b) => ({
              ...b,
              pieces: b.pieces.map((q) => ({
                ...q,
                openings: q.openings.filter((o) => o.use !== 'speaker'),
              })),
            })),
          },
        };
        const ring = byHand(
          { piece: at.piece, x: (x0 + x1) / 2, y: (y0 + y1) / 2 },
          {
            for: { item: at.item.id },
            region: { kind: 'round', d: 3 * r },
            hole: { kind: 'round', d: 2 },
            holes: [
              [-r, 0],
              [r, 0],
            ],
          },
        );
        return [{ where: at.item.id, spoilt: withPattern(mute, ring), ids: [at.item.id] }];
      });
    },
  },
  {
    name: 'a hole of a pattern over the edge of a hole that is there',
    makes: 'hit',
    cases: (p) =>
      inFirst(p).shell.openings.face.map((o) => ({
        where: `${o.id}#${o.copy}`,
        spoilt: withPattern(p, byHand({ piece: o.piece, x: o.x + o.w / 2, y: o.y })),
        ids: [o.id],
      })),
  },
  {
    name: 'a hole of a pattern before the picture',
    makes: 'hit',
    cases: (p) => {
      const scene = inFirst(p);
      return [...scene.items.values()].flatMap((at) => {
        const area = activeArea(scene, at);
        if (!area?.facesOut) return [];
        const place = { x: area.x0 + 3, y: area.y0 + 3 };
        return [
          {
            where: at.item.id,
            spoilt: withPattern(p, byHand({ piece: at.piece, ...place })),
            ids: [at.item.id],
          },
        ];
      });
    },
  },
  {
    name: 'a pattern over the edge of the shell',
    makes: 'hit',
    cases: (p) => {
      const { body, walls } = inFirst(p).shell;
      const y = (Math.min(...walls.map((w) => w.y0)) + Math.max(...walls.map((w) => w.y0))) / 2;
      return body.pieces.map((q) => ({
        where: q.id,
        spoilt: withPattern(p, byHand({ piece: q.id, x: Math.min(...walls.map((w) => w.x0)), y })),
        ids: [ID],
      }));
    },
  },
  {
    name: 'holes across the seam',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => {
      const { body, walls } = inFirst(p).shell;
      const roles = new Set(body.pieces.map((q) => q.role));
      if (!roles.has('front') || !roles.has('back')) return [];
      return walls
        .filter((w) => w.length > 30)
        .map((w) => ({
          where: `wall ${w.index}`,
          spoilt: withPattern(
            p,
            byHand({ body: body.id, wall: w.index, along: w.length / 2, v: 0.5 }),
          ),
          ids: [ID],
        }));
    },
  },
  {
    name: 'holes in a wall that is not there',
    makes: 'hit',
    cases: (p) => [
      {
        where: 'wall 999',
        spoilt: withPattern(p, byHand({ body: p.shell.bodies[0]!.id, wall: 999, along: 10, v: 5 })),
        ids: [ID],
      },
    ],
  },
  {
    name: 'a pattern over the edge of a bay',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => {
      const { shell } = inFirst(p);
      return shell.body.pieces.flatMap((piece) =>
        piece.zones.flatMap((zone) => {
          const bay = shell.floors.get(piece.id)?.find((f) => f.name === zone.name);
          const q = bay?.prisms[0];
          if (!q) return [];
          const at = { piece: piece.id, x: q.x0, y: (q.y0 + q.y1) / 2 };
          return [{ where: zone.id, spoilt: withPattern(p, byHand(at)), ids: [ID] }];
        }),
      );
    },
  },
  {
    name: 'a pattern in which not one hole fits',
    makes: 'hit',
    cases: spoilt((c) => ({ ...c, holes: [] })),
  },
  {
    name: 'holes of a pattern that overlap',
    makes: 'hit',
    cases: spoilt((c) => ({ ...c, holes: [...c.holes, [c.holes[0]![0] + 1, c.holes[0]![1]]] })),
  },
  {
    name: 'half a millimetre of web between holes',
    makes: 'tight',
    cases: spoilt((c) => ({
      ...c,
      holes: [c.holes[0]!, [c.holes[0]![0] + 3, c.holes[0]![1]]],
    })),
  },
  {
    name: 'a pattern drilled half a millimetre wider than it was planned',
    makes: 'tight',
    cases: spoilt((c) => ({ ...c, state: 'measured', measured: length(3.2, 'calliper') })),
  },
  {
    name: 'a grille whose speaker is not in the kit any more',
    makes: 'tight',
    cases: spoilt((c) => ({ ...c, for: { item: 'sold' } })),
  },
  {
    name: 'a hole drilled into a pattern that is there',
    makes: 'hit',
    cases: (p) => {
      const cut = soundPattern(p);
      if (!cut || !('piece' in cut.at)) return [];
      const { piece, x, y } = cut.at;
      const other = { ...cut, id: 'other', state: 'done' as const };
      const [first] = cut.holes;
      // Another pattern drilled through the first one.
      return [
        {
          where: piece,
          spoilt: withPattern(
            withPattern(p, other),
            byHand({ piece, x: x + first![0] + 1, y: y + first![1] }),
          ),
          ids: ['other'],
        },
      ];
    },
  },
  {
    name: 'holes before a cell that lies close behind them',
    needsWalls: true,
    makes: 'tight',
    cases: (p) =>
      against(
        p,
        4.5,
        (item) =>
          p.kit.parts.find((q) => q.id === p.kit.items.find((i) => i.id === item)!.part)?.cell !==
          undefined,
      ).map((a) => ({
        where: a.item,
        spoilt: withPattern(p, byHand({ piece: a.piece, x: a.x, y: a.y })),
        ids: [a.item],
      })),
  },
  {
    name: 'air holes that a part lies against',
    needsWalls: true,
    makes: 'tight',
    cases: (p) =>
      against(p, 0.8, () => true).map((a) => ({
        where: a.item,
        spoilt: withPattern(p, byHand({ piece: a.piece, x: a.x, y: a.y })),
        ids: [a.item],
      })),
  },
];

/** A few holes for air where nothing is in their way. */
export function soundHoles(p: Project): Project {
  const cut = soundPattern(p);
  return cut ? withPattern(p, cut) : p;
}

/** The same once they are drilled, a tenth wider. */
export function drilledHoles(p: Project): Project {
  const next = soundHoles(p);
  const [body] = next.shell.bodies;
  const drilled = new Set(body ? patternsIn(next, body).map((c) => c.id) : []);
  return {
    ...next,
    cuts: next.cuts.map((c) =>
      c.kind === 'pattern' && drilled.has(c.id)
        ? { ...c, state: 'measured', measured: length(2.6, 'calliper') }
        : c,
    ),
  };
}
