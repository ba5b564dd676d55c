/** Spoilings of the shell and of what is cut in it: posts gone, halves too shallow, holes where none may be. */
import { sceneOf, windowFor } from '../../fit';
import { planSize } from '../../kit';
import {
  type Body,
  type Feature,
  type Input,
  type Opening,
  type Piece,
  type Project,
  cutKey,
  openingCut,
} from '../../model';
import { length } from '../../model';
import { type Case, type Kind, laidOut } from './kind.fixture';

const withBody = (p: Project, change: (b: Body) => Body): Project => ({
  ...p,
  shell: { ...p.shell, bodies: p.shell.bodies.map((b, i) => (i === 0 ? change(b) : b)) },
});
const withPiece = (p: Project, id: string, change: (q: Piece) => Piece): Project =>
  withBody(p, (b) => ({ ...b, pieces: b.pieces.map((q) => (q.id === id ? change(q) : q)) }));
const pieces = (p: Project): Piece[] => p.shell.bodies[0]!.pieces;

const screwPosts = (p: Project) =>
  sceneOf(p).shell!.features.filter((f) => f.feature.purpose === 'closing screw');

const trimmed = (p: Project, posts: ReturnType<typeof screwPosts>): Project => ({
  ...p,
  cuts: [
    ...p.cuts,
    ...posts.map((f) => ({
      kind: 'trim' as const,
      id: `trim-${f.feature.id}-${f.copy}`,
      feature: f.feature.id,
      copy: f.copy,
      to: 0,
      state: 'decided' as const,
    })),
  ],
});

const key = (more: Partial<Input> & Pick<Input, 'at'>, id = 'sabotaged'): Input => ({
  id,
  name: 'Sabotaged key',
  functions: ['menu'],
  routed: true,
  hole: 8,
  ...more,
});
const withInputs = (p: Project, inputs: readonly Input[]): Project => ({
  ...p,
  controls: { ...p.controls, inputs: [...p.controls.inputs, ...inputs] },
});
const hole = (p: Project, x: number, y: number, where: string, ids = ['sabotaged']): Case => ({
  where,
  spoilt: withInputs(p, [key({ at: { piece: faceOf(p), x, y } })]),
  ids,
});
/** The face of the first body that holes are cut in. */
const faceOf = (p: Project): string => {
  const { pieces } = sceneOf(p).shell!.body;
  return (pieces.find((q) => q.role === 'front') ?? pieces[0]!).id;
};
const size = (p: Project) => {
  const walls = sceneOf(p).shell!.walls;
  return { w: Math.max(...walls.map((q) => q.x0)), h: Math.max(...walls.map((q) => q.y0)) };
};

const resized = (o: Opening, by: number): Opening =>
  o.shape.kind === 'rect'
    ? {
        ...o,
        shape: {
          ...o.shape,
          w: { ...o.shape.w, mm: o.shape.w.mm + by },
          h: { ...o.shape.h, mm: o.shape.h.mm + by },
        },
      }
    : o;

const newPost = (x: number, y: number, high: number): Feature => ({
  id: 'sabotaged-post',
  name: 'sabotaged post',
  kind: 'post',
  at: {
    x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: length(x) },
    y: { from: { edge: 'bottom', face: 'outer' }, to: 'centre', length: length(y) },
  },
  shape: { kind: 'circle', d: length(6) },
  height: { from: 'floor', length: length(high) },
  purpose: 'unknown',
  mayCut: 'never',
});

/** What is no wider goes into any body, mm. */
const TINY_MM = 10;
/** The highest of what stands in a piece, from its floor, mm. */
function tallest(p: Project, { id: piece, depth }: Piece): number {
  const { items, shell } = sceneOf(p);
  const sign = shell!.sign(piece);
  const floor = depth.mm - p.shell.bodies[0]!.wall.mm;
  const ends = [...items.values()]
    .filter((at) => at.piece === piece)
    .flatMap((at) => at.blocks.flatMap(({ solid }) => [solid.z0, solid.z1]));
  return Math.max(0, ...ends.map((z) => floor - sign * z));
}
/** Flattened to a millimetre, what stands in the one half has its room in the other. */
const hasRoomFor = (p: Project, flat: Piece, other: Piece): boolean =>
  tallest(p, flat) + tallest(p, other) < 1 + other.depth.mm - p.shell.bodies[0]!.wall.mm;

export const SHELL_KINDS: readonly Kind[] = [
  {
    name: 'all but two closing posts cut away',
    makes: 'hit',
    cases: (p) => {
      const posts = screwPosts(p);
      const first = posts.filter((f) => f.piece === posts[0]?.piece);
      if (first.length < 4) return [];
      const gone = first.slice(2);
      return [
        { where: `${gone.length} posts`, spoilt: trimmed(p, gone), ids: gone.map((f) => f.id) },
      ];
    },
  },
  {
    name: 'halves of which nobody said what holds them',
    makes: 'open',
    cases: (p) =>
      pieces(p).some((q) => q.features.some((f) => f.purpose === 'closing screw'))
        ? [
            {
              where: 'closing posts',
              spoilt: pieces(p).reduce(
                (next, q) =>
                  withPiece(next, q.id, (piece) => ({
                    ...piece,
                    features: piece.features.map((f) =>
                      f.purpose === 'closing screw' ? { ...f, purpose: 'unknown' } : f,
                    ),
                  })),
                p,
              ),
              says: /no closing screw/,
            },
          ]
        : [],
  },
  {
    name: 'the key supports cut away',
    makes: 'tight',
    cases: (p) => {
      const all = sceneOf(p).shell!.features.filter((f) => f.feature.purpose === 'button support');
      return all.length
        ? [{ where: `${all.length} supports`, spoilt: trimmed(p, all), ids: all.map((f) => f.id) }]
        : [];
    },
  },
  {
    name: 'a donor whose closing posts are broken off',
    makes: 'hit',
    cases: (p) =>
      pieces(p)
        .filter((q) => q.features.some((f) => f.purpose === 'closing screw' && f.repeat?.mirrorX))
        .map((q) => ({
          where: q.id,
          spoilt: withPiece(p, q.id, (piece) => ({
            ...piece,
            features: piece.features.map((f) =>
              f.purpose === 'closing screw' ? { ...f, repeat: {} } : f,
            ),
          })),
          says: /screw|seam/i,
        })),
  },
  {
    name: 'a half with parts in it, almost flat',
    makes: 'hit',
    needsWalls: true,
    cases: (p) =>
      pieces(p)
        .filter((q) =>
          laidOut(p).some((x) => 'piece' in x.placement.on && x.placement.on.piece === q.id),
        )
        // The other half of a deep box has room for both.
        .filter((q) => pieces(p).every((o) => o.id === q.id || !hasRoomFor(p, q, o)))
        .map((q) => ({
          where: q.id,
          spoilt: withPiece(p, q.id, (piece) => {
            const flat = p.shell.bodies[0]!.wall.mm + 1;
            const zones = piece.zones.map((z) => ({ ...z, depth: { ...z.depth, mm: 1 } }));
            return { ...piece, depth: { ...piece.depth, mm: flat }, zones };
          }),
          says: /floor|front|back|overlap/i,
        })),
  },
  {
    name: 'walls 4 mm thicker than they were taken for',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => [
      {
        where: 'wall',
        spoilt: withBody(p, (b) => ({ ...b, wall: { ...b.wall, mm: b.wall.mm + 4 } })),
        says: /wall|plug|floor/i,
      },
    ],
  },
  {
    name: 'a post nobody measured, under a part',
    makes: 'hit',
    cases: (p) => {
      const scene = sceneOf(p);
      return laidOut(p).flatMap(({ id, placement }) => {
        const at = scene.items.get(id);
        if (!at || !('piece' in placement.on)) return [];
        const s = at.blocks[0]!.solid;
        const post = newPost((s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, 9);
        const on = placement.on.piece;
        const spoilt = withPiece(p, on, (q) => ({ ...q, features: [...q.features, post] }));
        return [{ where: id, spoilt, ids: [id], says: /sabotaged post/ }];
      });
    },
  },
  {
    name: 'a window smaller than the picture by 0.4 mm',
    makes: 'hit',
    cases: (p) => {
      const scene = sceneOf(p);
      return laidOut(p).flatMap(({ id, part }) => {
        const at = scene.items.get(id);
        const window = at && windowFor(scene, at);
        if (!window || !part.screen) return [];
        const by = part.screen.active.w - (window.x1 - window.x0) - 0.4;
        const spoilt = withPiece(p, at.piece, (q) => ({
          ...q,
          openings: q.openings.map((o) => (o.id === window.id ? resized(o, by) : o)),
        }));
        return [{ where: id, spoilt, ids: [id] }];
      });
    },
  },
  {
    name: 'a window far larger than the picture',
    makes: 'tight',
    cases: (p) => {
      const scene = sceneOf(p);
      return laidOut(p).flatMap(({ id, part }) => {
        const at = scene.items.get(id);
        const window = at && windowFor(scene, at);
        if (!window || !part.screen || openingCut(p, `${id}/window`)) return [];
        const spoilt = withPiece(p, at.piece, (q) => ({
          ...q,
          openings: q.openings.map((o) => (o.id === window.id ? resized(o, 14) : o)),
        }));
        return [{ where: id, spoilt, ids: [id] }];
      });
    },
  },
  {
    name: 'a hole in the middle of the picture',
    needsWalls: true,
    makes: 'hit',
    cases: (p) => {
      const scene = sceneOf(p);
      return laidOut(p).flatMap(({ id, part }) => {
        const s = scene.items.get(id)?.blocks[0]?.solid;
        if (!s || !part.screen) return [];
        return [hole(p, (s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, id)];
      });
    },
  },
  {
    name: 'a hole outside the shell',
    makes: 'hit',
    cases: (p) => [hole(p, -15, 20, 'left'), hole(p, size(p).w + 15, 20, 'right')],
  },
  {
    name: 'a hole through a side wall',
    makes: 'hit',
    cases: (p) => {
      const { w, h } = size(p);
      return [
        hole(p, 4.5, h / 2, 'left'),
        hole(p, w / 2, h - 4.5, 'top'),
        hole(p, w - 4.5, h / 2, 'right'),
      ];
    },
  },
  {
    name: 'a hole on a hole that is there',
    makes: 'hit',
    cases: (p) =>
      sceneOf(p)
        .shell!.openings.face.filter((o) => o.use === 'button')
        .slice(0, 3)
        .map((o) => hole(p, o.x + o.w / 2 + 2, o.y, `${o.id}#${o.copy}`)),
  },
  {
    name: 'a hole over a post',
    makes: 'hit',
    cases: (p) => {
      const front = pieces(p).find((q) => q.role === 'front');
      return sceneOf(p)
        .shell!.features.filter((f) => f.piece === front?.id)
        .slice(0, 4)
        .map((f) => hole(p, f.x, f.y, f.id));
    },
  },
  {
    name: 'seventeen 8.5 mm holes at 5 mm pitch',
    makes: 'hit',
    cases: (p) => {
      const { w, h } = size(p);
      const at = (i: number) => ({ piece: faceOf(p), x: w / 2 - 40 + 5 * i, y: h / 2 });
      const keys = Array.from({ length: 17 }, (_, i) =>
        key({ at: at(i), hole: 8.5 }, `sabotaged-${i}`),
      );
      return [{ where: 'row', spoilt: withInputs(p, keys), ids: keys.map((k) => k.id) }];
    },
  },
  {
    name: 'eleven holes on one spot',
    makes: 'hit',
    cases: (p) => {
      const keys = Array.from({ length: 11 }, (_, i) =>
        key({ at: { piece: faceOf(p), x: 40, y: 20 } }, `sabotaged-${i}`),
      );
      return [{ where: 'spot', spoilt: withInputs(p, keys), ids: keys.map((k) => k.id) }];
    },
  },
  {
    name: 'a window cut and measured smaller than the picture',
    makes: 'hit',
    cases: (p) => {
      const scene = sceneOf(p);
      return laidOut(p).flatMap(({ id, part }) => {
        const at = scene.items.get(id);
        const window = at && windowFor(scene, at);
        if (!window || !part.screen) return [];
        const { w, h } = part.screen.active;
        const made = { w: length(w - 0.6), h: length(h - 0.6) };
        const closed = withPiece(p, at.piece, (q) => ({
          ...q,
          openings: q.openings.filter((o) => o.id !== window.id),
        }));
        const other = p.cuts.filter(
          (c) => c.kind !== 'opening' || cutKey(c.for) !== `${id}/window`,
        );
        const cut = {
          kind: 'opening' as const,
          id: 'sabotaged-cut',
          for: { item: id, is: 'window' as const },
          state: 'measured' as const,
          measured: made,
        };
        return [{ where: id, spoilt: { ...closed, cuts: [...other, cut] }, ids: [id] }];
      });
    },
  },
  {
    name: 'a screw too long for its hole',
    makes: 'hit',
    cases: (p) =>
      pieces(p).flatMap((q) =>
        q.features
          .filter((f) => f.purpose === 'closing screw')
          .slice(0, 1)
          .map((f) => ({
            where: f.id,
            spoilt: withPiece(p, q.id, (piece) => ({
              ...piece,
              features: piece.features.map((x) =>
                x.id === f.id
                  ? {
                      ...x,
                      bore: { d: length(1.8), deep: length(6) },
                      screw: { d: length(2.2), into: length(8) },
                    }
                  : x,
              ),
            })),
            ids: [f.id],
            says: new RegExp(f.name),
          })),
      ),
  },
  {
    name: 'a cap whose peg is 2 mm longer',
    makes: 'hit',
    cases: (p) =>
      (p.shell.bodies[0]!.caps ?? []).map((cap) => ({
        where: cap.id,
        spoilt: withBody(p, (b) => ({
          ...b,
          caps: b.caps!.map((c) =>
            c.id === cap.id ? { ...c, peg: { ...c.peg, mm: c.peg.mm + 2 } } : c,
          ),
        })),
        says: new RegExp(cap.name),
      })),
  },
  {
    name: 'a board in a second body that does not hold it',
    makes: 'hit',
    cases: (p) =>
      laidOut(p)
        .filter((q) => 'piece' in q.placement.on && planSize(q.part.blocks).w > TINY_MM)
        .map((q) => {
          const body = p.shell.bodies[0]!;
          const lid: Body = {
            ...body,
            id: 'lid',
            name: 'Lid',
            outline: { kind: 'rect', w: length(20), h: length(16), r: length(2) },
            caps: [],
            underlays: [],
            pieces: [
              {
                ...body.pieces[0]!,
                id: 'lid-back',
                role: 'back',
                depth: length(4),
                zones: [],
                features: [],
                openings: [],
              },
            ],
          };
          const moved = {
            ...p,
            shell: { ...p.shell, bodies: [body, lid] },
            layout: {
              placements: p.layout.placements.map((x) =>
                x.item === q.id ? { ...x, on: { piece: 'lid-back' }, x: 10, y: 8 } : x,
              ),
            },
          };
          return { where: q.id, spoilt: moved, ids: [q.id], says: /nothing to press/ };
        }),
  },
  {
    name: 'an opening measured too small for its plug',
    makes: 'hit',
    cases: (p) => {
      const scene = sceneOf(p);
      return [...scene.items.values()].flatMap((at) =>
        at.mouths
          .filter((m) => m.outside && m.wall)
          .map((m) => {
            const made = { w: length(4), h: length(2) };
            const cut = {
              kind: 'opening' as const,
              id: 'sabotaged-cut',
              for: { item: at.item.id, connector: m.id },
              state: 'measured' as const,
              measured: made,
            };
            const cuts = [
              ...p.cuts.filter((c) => c.kind !== 'opening' || cutKey(c.for) !== cutKey(cut.for)),
              cut,
            ];
            return { where: cutKey(cut.for), spoilt: { ...p, cuts }, ids: [at.item.id] };
          }),
      );
    },
  },
];
