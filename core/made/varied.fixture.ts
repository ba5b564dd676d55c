/** Builds in which every kind of made part has something to be made for, drawn from a seed. */
import { demos, rectBody } from '../catalogue';
import { sceneOf } from '../fit';
import { seeded } from '../geometry';
import {
  type Body,
  type Cut,
  EDGES,
  length,
  type Opening,
  type Piece,
  type Project,
  cutKey,
  withBody,
} from '../model';
import { hingeAt } from '../model/joint.fixture';
import { cutting } from '../cuts';
import { grafted } from '../verdict/sabotage/builds.fixture';

type Draw = () => number;
const between = (draw: Draw, a: number, b: number): number =>
  Math.round((a + draw() * (b - a)) * 100) / 100;
const oneOf = <T>(draw: Draw, list: readonly T[]): T => list[Math.floor(draw() * list.length)]!;

const onBody = (p: Project, change: (b: Body) => Body): Project => ({
  ...p,
  shell: { ...p.shell, bodies: p.shell.bodies.map((b, i) => (i ? b : change(b))) },
});
const withPiece = (p: Project, id: string, change: (q: Piece) => Piece): Project =>
  onBody(p, (b) => ({ ...b, pieces: b.pieces.map((q) => (q.id === id ? change(q) : q)) }));
const faceAt = (x: number, y: number): Opening['on'] => ({
  kind: 'face',
  at: {
    x: { from: { edge: 'left', face: 'outer' }, to: 'centre', length: length(x) },
    y: { from: { edge: 'bottom', face: 'outer' }, to: 'centre', length: length(y) },
  },
});

type Change = (p: Project, draw: Draw) => Project;

/** Parts a little elsewhere, and some lifted. */
const nudged: Change = (p, draw) => ({
  ...p,
  layout: {
    placements: p.layout.placements.map((q) => ({
      ...q,
      x: q.x + between(draw, -0.4, 0.4),
      y: q.y + between(draw, -0.4, 0.4),
      lift: draw() < 0.3 ? q.lift + between(draw, 0, 2) : q.lift,
    })),
  },
});
/** Legs of loose switches trimmed. */
const trimmedLegs: Change = (p) => ({
  ...p,
  kit: {
    ...p.kit,
    items: p.kit.items.map((i) => (i.part.startsWith('tactile') ? { ...i, struck: ['legs'] } : i)),
  },
});
/** A wall of another thickness. */
const walled: Change = (p, draw) =>
  onBody(p, (b) => ({ ...b, wall: length(between(draw, 1.6, 2.4)) }));
/** A hole for a lamp over a board, and a slot in the face. */
const holed: Change = (p, draw) => {
  const scene = sceneOf(p);
  const front = scene.shell!.body.pieces.find((q) => q.role === 'front');
  if (!front) return p;
  const over = [...scene.items.values()].filter((q) => q.piece === front.id);
  if (!over.length) return p;
  const s = oneOf(draw, over).solids[0]!;
  const [x0, y0] = [
    Math.min(...scene.shell!.walls.map((w) => w.x0)),
    Math.min(...scene.shell!.walls.map((w) => w.y0)),
  ];
  return withPiece(p, front.id, (q) => ({
    ...q,
    openings: [
      ...q.openings,
      {
        id: 'drawn-lamp',
        name: 'lamp hole',
        use: 'lamp',
        on: faceAt((s.x0 + s.x1) / 2 - x0, (s.y0 + s.y1) / 2 - y0),
        shape: { kind: 'circle', d: length(between(draw, 2.4, 5)) },
      },
      {
        id: 'drawn-slot',
        name: 'card slot',
        use: 'slot',
        on: faceAt(between(draw, 20, 40), between(draw, 15, 30)),
        shape: {
          kind: 'rect',
          w: length(between(draw, 12, 30)),
          h: length(between(draw, 2.5, 6)),
        },
        reuse: { as: 'left' },
      },
    ],
  }));
};
/** Openings decided to be closed. */
const blanked: Change = (p, draw) =>
  onBody(p, (b) => ({
    ...b,
    pieces: b.pieces.map((q) => ({
      ...q,
      openings: q.openings.map((o) =>
        o.use !== 'lamp' && draw() < 0.3 ? { ...o, reuse: { as: 'blanked' as const } } : o,
      ),
    })),
  }));
/** Planned holes as they were cut: some too large. */
const cut: Change = (p, draw) => {
  const ahead = cutting(p).openings.filter((c) => c.kind !== 'trim');
  const made = ahead
    .filter(() => draw() < 0.5)
    .map((c, i): Cut => {
      const by = between(draw, -0.2, 3);
      return {
        kind: 'opening',
        id: `drawn-${i}`,
        for: c.through,
        state: 'measured',
        measured: { w: length(c.w + by), h: length(c.h + by) },
      };
    });
  const keys = new Set(made.map((c) => (c.kind === 'opening' ? cutKey(c.for) : '')));
  const rest = p.cuts.filter((c) => c.kind !== 'opening' || !keys.has(cutKey(c.for)));
  return { ...p, cuts: [...rest, ...made] };
};
/** Posts cut down to a share of their height, and pockets. */
const lowered: Change = (p, draw) => {
  const { features, body } = sceneOf(p).shell!;
  const posts = features.filter((f) => f.height > 2 && draw() < 0.4);
  const piece = oneOf(draw, body.pieces);
  return {
    ...p,
    cuts: [
      ...p.cuts.filter((c) => c.kind !== 'trim'),
      ...posts.map((f): Cut => ({
        kind: 'trim',
        id: `trim-${f.feature.id}-${f.copy}`,
        feature: f.feature.id,
        copy: f.copy,
        to: between(draw, 0.9, f.height - 0.5),
        state: 'decided',
      })),
      {
        kind: 'pocket',
        id: 'drawn-pocket',
        piece: piece.id,
        x: between(draw, 30, 60),
        y: between(draw, 20, 40),
        w: between(draw, 6, 20),
        h: between(draw, 6, 20),
        deep: between(draw, 0.3, 0.9),
        state: 'decided',
      },
    ],
  };
};
/** Pegs of other lengths, and caps for more holes. */
const capped: Change = (p, draw) =>
  onBody(p, (b) => {
    const holes = b.pieces
      .flatMap((q) => q.openings)
      .filter((o) => o.use === 'button' && o.shape.kind === 'circle')
      .filter((o) => !b.caps?.some((c) => c.opening === o.id));
    const more = holes.slice(0, 3).map((o, i) => {
      const d = o.shape.kind === 'circle' ? o.shape.d.mm : 0;
      return {
        id: `drawn-cap-${i}`,
        name: `cap ${i + 1}`,
        opening: o.id,
        across: length(d - 0.4),
        flange: length(d + between(draw, 1.5, 4)),
        flangeThick: length(between(draw, 0.8, 1.4)),
        peg: length(between(draw, 0, 2.5)),
        proud: length(between(draw, 0, 2)),
      };
    });
    return {
      ...b,
      caps: [
        ...(b.caps ?? []).map((c) => ({
          ...c,
          peg: length(Math.max(0, c.peg.mm + between(draw, -2, 0.5))),
        })),
        ...more,
      ],
    };
  });
/** A lid on a hinge, and a door that was kept. */
const hinged: Change = (one, draw) => {
  const p = withBody(one, 'Lid', 'lid');
  const first = { body: p.shell.bodies[0]!.id, edge: oneOf(draw, EDGES) };
  const barrel = length(between(draw, 5, 12));
  return {
    ...p,
    shell: { ...p.shell, joints: [hingeAt(0, p.shell, { first, barrel, openDeg: 120 })] },
    donor: p.donor && {
      ...p.donor,
      kept: [
        ...p.donor.kept,
        {
          id: 'drawn-door',
          name: 'drawn door',
          kind: 'door',
          w: length(between(draw, 20, 60)),
          h: length(between(draw, 20, 40)),
          d: length(2),
          proved: 'not needed',
          tests: [],
          senses: [],
        },
      ],
    },
  };
};
/** The screen smaller than its face, in a shell that is larger. */
const roomy: Change = (p, draw) => {
  const body = rectBody(
    'roomy',
    [between(draw, 130, 160), between(draw, 90, 110), 4],
    2,
    between(draw, 14, 18),
    between(draw, 10, 14),
    'abs',
  );
  return {
    ...p,
    shell: { bodies: [body] },
    cuts: [],
    layout: {
      placements: p.layout.placements.filter(
        (q) =>
          !('piece' in q.on) || body.pieces.some((x) => 'piece' in q.on && x.id === q.on.piece),
      ),
    },
  };
};

const CHANGES: readonly Change[] = [
  nudged,
  trimmedLegs,
  walled,
  holed,
  blanked,
  cut,
  lowered,
  capped,
  hinged,
];

/** A build of this seed: an example with most of the changes made to it. */
export function varied(seed: number): Project {
  const draw = seeded(seed);
  const p = oneOf(draw, [...demos(), grafted()]);
  const start = draw() < 0.35 ? roomy(p, draw) : p;
  return CHANGES.filter(() => draw() < 0.75).reduce((q, change) => change(q, draw), start);
}
