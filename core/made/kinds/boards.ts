/** What boards stand on and against: stand-offs, spacer frames, braces at a port, a ring for a speaker. */
import { blockBox } from '../../geometry';
import { liftOf, type PlacedItem } from '../../fit';
import type { Block, MadeKind } from '../../model';
import { type Design, type Ground, type Kind, mm, ownId, planOf } from '../design';
import {
  boreRing,
  cornerRing,
  grown,
  pinRing,
  prism,
  type Pt,
  type Rect,
  rectRing,
} from '../shapes';
import { clearOfOwn, isFree, placeAs } from '../site';

/** Lower than this is tape, not a stand-off, mm. */
const LOWEST_MM = 1;
/** A screw that cuts its own thread is led by a bore of so much of its hole. */
const PILOT_SHARE = 0.8;
/** Width of a frame under a board's edge, mm. */
const RAIL_MM = 2.4;

interface Board {
  at: PlacedItem;
  board: Block;
  plan: Rect;
  blocks: Block[];
  /** Between what it stands over and its nearer side, in its own frame, mm. */
  from: number;
  to: number;
}

/** A board of a part that lies flat, with the room below it. */
function boardOf(at: PlacedItem): Board | undefined {
  // Plugs that stand in its sockets are no part of it.
  const blocks = at.blocks.map((b) => b.block).filter((b) => at.part.blocks.includes(b));
  const board = blocks
    .filter((b) => b.kind === 'board' && b.axis === 'z' && b.plan.kind !== 'circle')
    .sort((a, b) => areaOf(planOf(b)) - areaOf(planOf(a)))[0];
  if (!board || at.placement.stand !== 'flat' || at.item.made) return undefined;
  const boxes = blocks.map(blockBox);
  const low = Math.min(...boxes.map((b) => b[0][2])) - liftOf(at.placement);
  const high = Math.max(...boxes.map((b) => b[1][2])) + liftOf(at.placement);
  const isIn = at.placement.up === 'in';
  return {
    at,
    board,
    blocks,
    plan: planOf(board),
    from: isIn ? low : board.base + board.height.mm,
    to: isIn ? board.base : high,
  };
}
const areaOf = (r: Rect): number => (r.x1 - r.x0) * (r.y1 - r.y0);

const boards = (g: Ground): Board[] =>
  [...g.scene.items.values()].flatMap((at) => boardOf(at) ?? []);

/** The rings of these that meet nothing between two heights of the part's frame. */
const standingAt = (
  { scene }: Ground,
  { at, blocks }: Board,
  kind: MadeKind,
  rings: readonly Pt[][],
  from: number,
  to: number,
): Pt[][] =>
  rings.filter(
    (ring) =>
      clearOfOwn(blocks, ring, from, to) &&
      isFree(scene, at, ring, from, to, ownId(scene, kind, at.item.id)),
  );
/** The same of what stands below the board. */
const standing = (g: Ground, b: Board, kind: MadeKind, rings: readonly Pt[][]): Pt[][] =>
  standingAt(g, b, kind, rings, b.from, b.to);

/** Round legs under the holes of a board that is lifted off its floor. */
export const standOffs: Kind = (g) =>
  boards(g).flatMap((b): Design[] => {
    const { at, from, to } = b;
    const holes = at.part.holes ?? [];
    if (to - from < LOWEST_MM || holes.length < 2 || 'item' in at.placement.on) return [];
    const wide = (d: number): number => PILOT_SHARE * d + 2 * g.rules.wallMm;
    const legs = holes
      .map((hole) => ({ hole, ring: pinRing(hole.x, hole.y, wide(hole.d)) }))
      .filter(({ ring }) => standing(g, b, 'stand-offs', [ring]).length);
    // On two it rocks about a line; on one it turns.
    if (legs.length < 2) return [];
    return [
      {
        kind: 'stand-offs',
        for: at.item.id,
        holds: [at.item.id],
        name: `Stand-offs for ${at.item.name}`,
        blocks: legs.map(({ hole, ring }, i) =>
          prism(`leg-${i + 1}`, `leg ${i + 1}`, ring, from, to - from, [
            boreRing(hole.x, hole.y, PILOT_SHARE * hole.d),
          ]),
        ),
        place: { ...placeAs(at.placement), lift: 0 },
        why: [
          `${mm(to - from)} high: from the floor to the underside of its board`,
          `bored ⌀${mm(PILOT_SHARE * legs[0]!.hole.d)} for a screw that cuts its own thread through a ⌀${mm(legs[0]!.hole.d)} hole`,
          ...(legs.length < holes.length
            ? [`${legs.length} of ${holes.length} holes: something is in the way under the others`]
            : []),
        ],
      },
    ];
  });

/** A frame, or two rails, under the edge of a board that is lifted and has no holes, or that rides on another. */
export const spacers: Kind = (g) =>
  boards(g).flatMap((b): Design[] => {
    const { at, plan, from, to } = b;
    const riding = 'item' in at.placement.on;
    if (to - from < LOWEST_MM || (!riding && (at.part.holes ?? []).length > 1)) return [];
    const rail = Math.max(RAIL_MM, g.rules.wallMm);
    const inner = grown(plan, -rail);
    if (inner.x1 - inner.x0 < rail || inner.y1 - inner.y0 < rail) return [];
    const rails = [
      { x0: plan.x0, y0: plan.y0, x1: plan.x1, y1: inner.y0 },
      { x0: plan.x0, y0: inner.y1, x1: plan.x1, y1: plan.y1 },
      { x0: plan.x0, y0: inner.y0, x1: inner.x0, y1: inner.y1 },
      { x0: inner.x1, y0: inner.y0, x1: plan.x1, y1: inner.y1 },
    ].map(rectRing);
    const free = standing(g, b, 'spacer frame', rails);
    const pairs = [rails.slice(0, 2), rails.slice(2)];
    const whole = free.length === rails.length;
    const pair = pairs.find((two) => two.every((r) => free.includes(r)));
    if (!whole && !pair) return [];
    const blocks = whole
      ? [prism('frame', 'frame', rectRing(plan), from, to - from, [rectRing(inner)])]
      : pair!.map((r, i) => prism(`rail-${i + 1}`, `rail ${i + 1}`, r, from, to - from));
    return [
      {
        kind: 'spacer frame',
        for: at.item.id,
        holds: [at.item.id, ...('item' in at.placement.on ? [at.placement.on.item] : [])],
        name: `Spacer under ${at.item.name}`,
        blocks,
        place: { ...placeAs(at.placement), lift: 0 },
        why: [
          `${mm(to - from)} high: from what it stands over to the underside of its board`,
          whole
            ? `a frame ${mm(rail)} wide under its edge`
            : `two rails ${mm(rail)} wide: something hangs under its other edges`,
        ],
      },
    ];
  });

/** Legs of a brace along a board, mm. */
const LEG_MM = 8;

/** Places for a bar behind a board, its middle first. */
function rearBars(b: Board, inner: Rect, dx: number, dy: number, t: number): Pt[][] {
  const { plan } = b;
  const half = Math.min(LEG_MM, ((dx !== 0 ? plan.y1 - plan.y0 : plan.x1 - plan.x0) * 2) / 3) / 2;
  const [low, high] = dx !== 0 ? [plan.y0, plan.y1] : [plan.x0, plan.x1];
  const spots = [0.5, 0.25, 0.75].map((s) => low + (high - low) * s);
  return spots
    .map((m): [number, number] => [Math.max(low, m - half), Math.min(high, m + half)])
    .map(([a, z]): Rect => {
      if (dx > 0) return { x0: inner.x0 - t, x1: inner.x0, y0: a, y1: z };
      if (dx < 0) return { x0: inner.x1, x1: inner.x1 + t, y0: a, y1: z };
      if (dy > 0) return { x0: a, x1: z, y0: inner.y0 - t, y1: inner.y0 };
      return { x0: a, x1: z, y0: inner.y1, y1: inner.y1 + t };
    })
    .map(rectRing);
}

/** Two corners behind a board with a port: pushing a plug in must not move it. */
export const portBraces: Kind = (g) =>
  boards(g).flatMap((b): Design[] => {
    const { at, board, plan } = b;
    const mouth = at.mouths.find((m) => m.outside && m.wall && m.type !== 'card');
    const socket = mouth && at.part.connectors.find((c) => c.id === mouth.id);
    if (!socket || 'item' in at.placement.on) return [];
    const [dx, dy] = socket.dir;
    if (Math.abs(dx) + Math.abs(dy) !== 1) return [];
    const { gapMm, wallMm: t } = g.rules;
    const inner = grown(plan, gapMm);
    const isIn = at.placement.up === 'in';
    const [from, to] = isIn ? [b.from, board.base + board.height.mm] : [board.base, b.to];
    const leg = Math.min(LEG_MM, (plan.x1 - plan.x0) / 3, (plan.y1 - plan.y0) / 3);
    const corner = (x: number, y: number, sx: 1 | -1, sy: 1 | -1): Pt[] =>
      cornerRing(x, y, sx, sy, leg, t);
    const { x0, y0, x1, y1 } = inner;
    const rear: Pt[][] =
      dx !== 0
        ? [
            corner(dx > 0 ? x0 : x1, y0, dx > 0 ? 1 : -1, 1),
            corner(dx > 0 ? x0 : x1, y1, dx > 0 ? 1 : -1, -1),
          ]
        : [
            corner(x0, dy > 0 ? y0 : y1, 1, dy > 0 ? 1 : -1),
            corner(x1, dy > 0 ? y0 : y1, -1, dy > 0 ? 1 : -1),
          ];
    const free = standingAt(g, b, 'port brace', rear, from, to);
    const bars =
      free.length < 2
        ? standingAt(g, b, 'port brace', rearBars(b, inner, dx, dy, t), from, to)
        : [];
    // One corner lets it turn round itself; a bar behind its middle stops it as well.
    const stops = free.length < 2 ? bars.slice(0, 1) : free;
    if (!stops.length) return [];
    return [
      {
        kind: 'port brace',
        for: at.item.id,
        holds: [at.item.id],
        name: `Brace behind ${at.item.name}`,
        blocks: stops.map((ring, i) =>
          prism(`stop-${i + 1}`, `stop ${i + 1}`, ring, from, to - from),
        ),
        place: { ...placeAs(at.placement), lift: 0 },
        why: [
          `a hard stop ${mm(gapMm)} behind${free.length < 2 ? '' : ' and beside'} its board: a plug pushed into ${socket.name} does not move it`,
          `${mm(to - from)} high: from the floor to the far side of its board; welded with solvent or screwed to the floor`,
        ],
      },
    ];
  });

/** A ring holds a speaker by so much of its height, at the most, mm. */
const RING_MM = 4;

/** A ring round a speaker, that holds its rim over the holes and seals beside it. */
export const speakerRings: Kind = (g) =>
  [...g.scene.items.values()].flatMap((at): Design[] => {
    if (at.part.family !== 'speaker' || at.placement.stand !== 'flat') return [];
    if ('item' in at.placement.on) return [];
    const own = at.blocks.map((b) => b.block).filter((b) => at.part.blocks.includes(b));
    const solids = own.filter((b) => b.axis === 'z');
    const widest = [...solids].sort((a, b) => areaOf(planOf(b)) - areaOf(planOf(a)))[0];
    if (!widest || widest.plan.kind === 'polygon') return [];
    const { gapMm, wallMm } = g.rules;
    const plan = planOf(widest);
    const isIn = at.placement.up === 'in';
    const all = own.map(blockBox);
    const floor = isIn
      ? Math.min(...all.map((b) => b[0][2])) - liftOf(at.placement)
      : Math.max(...all.map((b) => b[1][2])) + liftOf(at.placement);
    const far = isIn ? widest.base + widest.height.mm : widest.base;
    const high = Math.min(RING_MM, Math.abs(far - floor));
    if (high < LOWEST_MM) return [];
    const from = isIn ? floor : floor - high;
    const [cx, cy] = [(plan.x0 + plan.x1) / 2, (plan.y0 + plan.y1) / 2];
    const d = plan.x1 - plan.x0;
    const round = widest.plan.kind === 'circle';
    const inner = round ? boreRing(cx, cy, d + 2 * gapMm) : rectRing(grown(plan, gapMm));
    const outer = round
      ? boreRing(cx, cy, d + 2 * (gapMm + wallMm))
      : rectRing(grown(plan, gapMm + wallMm));
    if (
      !clearOfOwn(
        solids.filter((b) => b !== widest),
        inner,
        from,
        from + high,
      )
    ) {
      // What stands beside its rim would be under the ring.
      const beside = solids.filter((b) => b !== widest).some((b) => !inRect(planOf(b), plan));
      if (beside) return [];
    }
    return [
      {
        kind: 'speaker ring',
        for: at.item.id,
        holds: [at.item.id],
        name: `Ring for ${at.item.name}`,
        blocks: [prism('ring', 'ring', outer, from, high, [inner])],
        place: { ...placeAs(at.placement), lift: 0 },
        why: [
          `${mm(gapMm)} beside its rim at each side, ${mm(wallMm)} thick, ${mm(high)} high`,
          'glued to the face all round: front and back of the cone are kept apart',
        ],
      },
    ];
  });
const inRect = (a: Rect, b: Rect): boolean =>
  a.x0 >= b.x0 && a.x1 <= b.x1 && a.y0 >= b.y0 && a.y1 <= b.y1;
