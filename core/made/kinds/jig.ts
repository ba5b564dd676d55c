/** Tools that hook over two outer edges of the shell: one leads a bit, one a marking knife. */
import { type CutItem, cutWork } from '../../cuts';
import type { Scene } from '../../fit';
import { formatMm } from '../../model';
import { type Design, type Ground, type Kind, mm } from '../design';
import { boreRing, grown, overlap, prism, type Pt, type Rect, rectRing } from '../shapes';

/** A jig is thick enough to lead a bit, and hooks over the edges, mm. */
export const JIG_MM = 4;
export const HOOK_MM = 5;
const JIG_WALL_MM = 2.4;
const BESIDE_MM = 8;
/** The corners of a shell are round; a hook begins beyond them, mm. */
const CLEAR_OF_CORNER_MM = 1;
/** A shorter hook does not hold it straight, mm. */
const HOLDS_MM = 8;
/** Larger jigs do not lie still, mm. */
const LARGEST_JIG_MM = 120;

/** Where a bay stands out of the outer face of a piece: its plan with its wall. */
function bulges(scene: Scene, piece: string): Rect[] {
  const shell = scene.shell!;
  const wall = shell.body.wall.mm;
  const depth = shell.body.pieces.find((q) => q.id === piece)!.depth.mm;
  return (shell.floors.get(piece) ?? [])
    .filter((f) => f.pocket === undefined && Math.abs(f.z) + wall > depth + 1e-6)
    .flatMap((f) => f.prisms.map((q) => grown({ x0: q.x0, y0: q.y0, x1: q.x1, y1: q.y1 }, wall)));
}

/** What a jig covers of an outer face, in the build's plan: under its plate, or under the hook over that face's edge. */
function underJig(scene: Scene, cut: CutItem, w: number, h: number): { piece: string; rect: Rect } {
  const shell = scene.shell!;
  if (cut.face.kind === 'face') {
    const xs = shell.walls.map((q) => q.x0);
    const ys = shell.walls.map((q) => q.y0);
    const left = cut.from[0].edge === 'left';
    const low = cut.from[1].edge === 'bottom';
    const [x, y] = [
      left ? Math.min(...xs) : Math.max(...xs),
      low ? Math.min(...ys) : Math.max(...ys),
    ];
    return {
      piece: cut.face.piece,
      rect: {
        x0: left ? x : x - w,
        x1: left ? x + w : x,
        y0: low ? y : y - h,
        y1: low ? y + h : y,
      },
    };
  }
  const { wall: index } = cut.face;
  const wall = shell.walls.find((q) => q.index === index)!;
  const [a, b] = cut.u <= wall.length / 2 ? [0, w] : [wall.length - w, wall.length];
  const at = (u: number, inward: number): Pt => [
    wall.x0 + wall.ux * u - wall.nx * inward,
    wall.y0 + wall.uy * u - wall.ny * inward,
  ];
  const points = [at(a, 0), at(b, 0), at(a, HOOK_MM), at(b, HOOK_MM)];
  const front = cut.from[1].edge === 'front face';
  return {
    piece: shell.body.pieces.find((q) => shell.sign(q.id) > 0 === front && q.role !== 'door')!.id,
    rect: {
      x0: Math.min(...points.map((q) => q[0])),
      x1: Math.max(...points.map((q) => q[0])),
      y0: Math.min(...points.map((q) => q[1])),
      y1: Math.max(...points.map((q) => q[1])),
    },
  };
}

/** A plate with holes, hooked over the two outer edges a cut is read from. */
interface Hooked {
  blocks: Design['blocks'];
  /** Middle of the cut, from those edges, mm. */
  x: number;
  y: number;
}

/**
 * @param holes  in the cut's own frame as it is seen from outside, round its middle
 * @param thick  of the plate, mm
 */
function hooked(
  { scene, rules }: Ground,
  cut: CutItem,
  holes: (x: number, y: number) => Pt[][],
  thick: number,
): Hooked | undefined {
  const [across, up] = cut.from;
  const half = cut.round ? [0, 0] : [cut.w / 2, cut.h / 2];
  const [x, y] = [across.mm + half[0]!, up.mm + half[1]!];
  const [w, h] = [x + cut.w / 2 + BESIDE_MM, y + cut.h / 2 + BESIDE_MM];
  if (Math.max(w, h) > LARGEST_JIG_MM) return undefined;
  // It must lie flat.
  const { piece, rect } = underJig(scene, cut, w, h);
  if (bulges(scene, piece).some((q) => overlap(q, rect))) return undefined;
  const t = Math.max(JIG_WALL_MM, rules.wallMm);
  const [sx, sy] = [leftSeen(scene, cut) ? 1 : -1, lowSeen(cut) ? 1 : -1];
  const seen = (ring: readonly Pt[]): Pt[] => {
    const turned = ring.map(([a, b]): Pt => [sx * a, sy * b]);
    return sx * sy < 0 ? turned.reverse() : turned;
  };
  const round = scene.shell!.body.outline.r.mm;
  const clear = round + CLEAR_OF_CORNER_MM;
  const onWall = cut.face.kind === 'wall';
  // A wall ends in a round corner: its hook reaches past that to where the next wall is flat.
  const side = { from: onWall ? 0 : clear, deep: onWall ? round + HOOK_MM : HOOK_MM };
  if (h - side.from < HOLDS_MM || w - clear < HOLDS_MM) return undefined;
  const hooks = [
    { ring: rectRing({ x0: -t, y0: side.from, x1: 0, y1: h }), deep: side.deep },
    { ring: rectRing({ x0: clear, y0: -t, x1: w, y1: 0 }), deep: HOOK_MM },
  ];
  const plate = seen(rectRing({ x0: -t, y0: -t, x1: w, y1: h }));
  return {
    blocks: [
      prism('plate', 'plate', plate, 0, thick, holes(sx * x, sy * y)),
      ...hooks.map(({ ring, deep }, i) =>
        prism(`hook-${i + 1}`, `hook ${i + 1}`, seen(ring), -deep, deep),
      ),
    ],
    x,
    y,
  };
}

/** Cuts that are still to be made; for its screws a board is its own jig. */
const ahead = (g: Ground): CutItem[] =>
  g.cuts.openings.filter((c) => c.kind !== 'screw' && c.state !== 'done' && c.state !== 'measured');

const edgesOf = (cut: CutItem): string => {
  const [across, up] = cut.from;
  return `hooks over the ${across.edge} and the ${up.edge} edge; seen from outside, as it is laid on`;
};

export const drillJigs: Kind = (g) => ahead(g).flatMap((cut) => drillJig(g, cut) ?? []);

function drillJig(g: Ground, cut: CutItem): Design | undefined {
  const work = cutWork(g.p, { ...g.cuts, openings: [cut], trims: [] })[0];
  const bores = work && boresOf(cut, work.passes);
  const plate =
    bores &&
    hooked(g, cut, (x, y) => bores.map(({ dx, dy, d }) => boreRing(x + dx, y + dy, d)), JIG_MM);
  if (!plate) return undefined;
  return {
    kind: 'drill jig',
    tool: true,
    turned: true,
    for: cut.key,
    holds: [],
    name: `Jig for ${cut.name}`,
    blocks: plate.blocks,
    why: [
      edgesOf(cut),
      `leads ${bores.length === 1 ? 'one bit' : `${bores.length} bits`} of ⌀${formatMm(bores[0]!.d, 1)}: ${formatMm(plate.x, 1)} and ${formatMm(plate.y, 1)} mm from those edges to the middle`,
    ],
  };
}

/** A stencil is thin enough for a scribe to reach the shell upright, mm. */
const STENCIL_MM = 1.6;

/** Cuts that are no circle are scribed along a hole of their final size. */
export const stencils: Kind = (g) =>
  ahead(g)
    .filter((cut) => !cut.round)
    .flatMap((cut) => stencil(g, cut) ?? []);

function stencil(g: Ground, cut: CutItem): Design | undefined {
  const [a, b] = [cut.w / 2, cut.h / 2];
  const plate = hooked(
    g,
    cut,
    (x, y) => [rectRing({ x0: x - a, y0: y - b, x1: x + a, y1: y + b })],
    Math.max(STENCIL_MM, g.rules.wallMm),
  );
  if (!plate) return undefined;
  return {
    kind: 'marking stencil',
    tool: true,
    turned: true,
    for: cut.key,
    holds: [],
    name: `Stencil for ${cut.name}`,
    blocks: plate.blocks,
    why: [
      edgesOf(cut),
      `its hole is the final line, ${mm(cut.w)} × ${mm(cut.h)}: scribe along it, start ${mm((cut.w - cut.start.w) / 2)} inside`,
    ],
  };
}

/** Where the first bit goes, from the middle of the cut. */
function boresOf(
  cut: CutItem,
  passes: ReturnType<typeof cutWork>[number]['passes'],
): Array<{ dx: number; dy: number; d: number }> | undefined {
  const first = passes.find((q) => q.do === 'pilot' || q.do === 'drill' || q.do === 'row');
  if (!first || passes.some((q) => q.do === 'score')) return undefined;
  const d = first.bit;
  const row = passes.find((q) => q.do === 'row');
  if (row) {
    const wide = cut.start.w >= cut.start.h;
    return Array.from({ length: row.holes }, (_, i) => {
      const off = (i - (row.holes - 1) / 2) * row.pitch;
      return { dx: wide ? off : 0, dy: wide ? 0 : off, d };
    });
  }
  if (cut.round || first.holes === 1) return [{ dx: 0, dy: 0, d }];
  const inset = passes.find((q) => q.do === 'drill')!.bit / 2;
  const [a, b] = [cut.start.w / 2 - inset, cut.start.h / 2 - inset];
  return [
    { dx: -a, dy: -b, d },
    { dx: a, dy: -b, d },
    { dx: a, dy: b, d },
    { dx: -a, dy: b, d },
  ];
}

/** Seen from outside, the edge it is read from lies to the left of the cut. */
function leftSeen(scene: Scene, cut: CutItem): boolean {
  if (cut.face.kind === 'wall') return cut.u <= cut.face.length / 2;
  // The back is seen in a mirror from where the front is drawn.
  return scene.shell!.sign(cut.face.piece) > 0 === (cut.from[0].edge === 'left');
}
const lowSeen = (cut: CutItem): boolean =>
  cut.face.kind === 'wall' ? cut.from[1].edge === 'back face' : cut.from[1].edge === 'bottom';
