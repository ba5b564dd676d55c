/** A part that is too high sunk into its own floor: the floor made thinner under it, from inside. */
import { type Finding, formatMm, type Piece, type WayOut } from '../model';
import {
  type Floor,
  innerRing,
  pocketDepth,
  type ShellSolids,
  wallRules,
  wallSlabs,
} from '../shell';
import type { Checker } from './checker';
import { covers, feetOf, type PlacedItem, type Scene, tapeUnder } from './scene';

/** Room round a part in its pocket, a side, mm: a hand-guided edge wanders ± 0.4. */
const POCKET_PLAY_MM = 0.5;
/** Less is not worth the dust, mm. */
const LEAST_DEEP_MM = 0.2;
/** A gap is never surer than this after milling by hand, mm. */
const SURE_MM = 0.15;

/**
 * Thickness of the wall below a floor before anything is milled, mm. A bay bulges out with a wall of
 * its own; a curved half is a wall thick everywhere.
 *
 * @param depth  of that floor below the rim, mm
 */
export function wallBelow({ body }: ShellSolids, piece: Piece, depth: number): number {
  const wall = body.wall.mm;
  return piece.profile ? wall : Math.max(piece.depth.mm, depth + wall) - depth;
}

/** Everything that goes down with an item: itself and what rides on it. */
function withRiders(scene: Scene, at: PlacedItem): PlacedItem[] {
  const riders = [...scene.items.values()].filter(
    (q) => 'item' in q.placement.on && q.placement.on.item === at.item.id,
  );
  return [at, ...riders.flatMap((q) => withRiders(scene, q))];
}

/** The floor a part stands on; of several the shallowest. */
function restOf(shell: ShellSolids, at: PlacedItem): Floor | undefined {
  const sign = shell.sign(at.piece);
  const { lowest, feet } = feetOf(
    at.solids.flatMap((s) => s.prisms),
    sign,
  );
  return (shell.floors.get(at.piece) ?? []).find(
    (f) =>
      Math.abs(f.z - lowest - sign * tapeUnder(at.placement)) < 0.01 &&
      f.prisms.some((q) =>
        feet.some((p) => covers({ ...p, z0: 0, z1: 1 }, { ...q, z0: 0, z1: 1 })),
      ),
  );
}

/** Within the walls as thick as they are at a depth below the rim; a leaning wall is thicker there. */
function withinWalls({ body }: ShellSolids, piece: Piece, depth: number): Box {
  const ring = innerRing(body);
  const xs = ring.filter((_, i) => i % 2 === 0);
  const ys = ring.filter((_, i) => i % 2 === 1);
  const slabs = wallSlabs(body, piece, 1);
  const slab = slabs.find((q) => depth <= q.z1 + 1e-9) ?? slabs.at(-1)!;
  const lean = slab.wall - body.wall.mm;
  return {
    x0: Math.min(...xs) + lean,
    x1: Math.max(...xs) - lean,
    y0: Math.min(...ys) + lean,
    y1: Math.max(...ys) - lean,
  };
}

interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}
const common = (a: Box, b: Box): Box => ({
  x0: Math.max(a.x0, b.x0),
  x1: Math.min(a.x1, b.x1),
  y0: Math.max(a.y0, b.y0),
  y1: Math.min(a.y1, b.y1),
});
const round = (list: readonly Box[], play: number): Box => ({
  x0: Math.min(...list.map((q) => q.x0)) - play,
  x1: Math.max(...list.map((q) => q.x1)) + play,
  y0: Math.min(...list.map((q) => q.y0)) - play,
  y1: Math.max(...list.map((q) => q.y1)) + play,
});

/** Where a part comes within so much of its floor, as one oblong with play, within walls and bay. */
function footprint(scene: Scene, at: PlacedItem, floor: Floor, within: number): Box {
  const shell = scene.shell!;
  const piece = shell.body.pieces.find((q) => q.id === at.piece)!;
  const low = withRiders(scene, at)
    .flatMap((q) => q.solids.flatMap((s) => s.prisms))
    .filter((q) => (floor.z > 0 ? floor.z - q.z1 : q.z0 - floor.z) < within);
  const walls = withinWalls(shell, piece, Math.abs(floor.z));
  const sunk = floor.pocket === undefined ? round(floor.prisms, 0) : walls;
  return common(common(round(low, POCKET_PLAY_MM), walls), sunk);
}

const up = (mm: number, step: number): number => Math.ceil(mm / step - 1e-9) * step;

/** The floor thinned under each of the parts that meet, where that leaves wall enough. */
export function sinkWays(
  checker: Checker,
  finding: Finding,
  items: readonly PlacedItem[],
): WayOut[] {
  const { scene } = checker;
  const m = finding.measure;
  if (finding.check !== 'touch' || !m || !finding.way || Math.abs(finding.way.z) < 0.5) return [];
  return items.flatMap((at): WayOut[] => {
    if (!('piece' in at.placement.on) || at.placement.lift > 0) return [];
    const shell = scene.shell!;
    const piece = shell.body.pieces.find((q) => q.id === at.piece)!;
    const floor = restOf(shell, at);
    if (!floor) return [];
    // One that lies in a pocket already wants that one deeper.
    const known = scene.project.cuts.find((c) => c.kind === 'pocket' && c.id === floor.pocket);
    const before = known?.kind === 'pocket' ? pocketDepth(known).mm : 0;
    const id = known?.id ?? `pocket-${at.item.id}`.slice(0, 64);
    const by = up(m.required - m.gap + 1.7 * Math.max(SURE_MM, m.sigma), 0.1);
    const deep = up(before + Math.max(LEAST_DEEP_MM, by), 0.1);
    const wall = wallBelow(shell, piece, Math.abs(floor.z) - before);
    const left = wall - deep;
    if (by <= 0 || left < wallRules(piece).skin) return [];
    const f = footprint(scene, at, floor, deep + 0.3);
    const mm = (v: number) => Math.round(v * 100) / 100;
    return [
      {
        id: `sink-${at.item.id}`,
        text: `Thin the ${piece.role} floor under ${at.item.name} by ${formatMm(deep, 1)} mm`,
        cost: `${formatMm(left, 1)} of ${formatMm(wall, 1)} mm of wall left there; milled from inside, for good`,
        changes: [
          {
            do: 'pocket',
            cut: {
              kind: 'pocket',
              id,
              piece: at.piece,
              x: mm((f.x0 + f.x1) / 2),
              y: mm((f.y0 + f.y1) / 2),
              w: mm(f.x1 - f.x0),
              h: mm(f.y1 - f.y0),
              deep: mm(deep),
              state: 'decided',
            },
          },
        ],
        effort: 6.5 + deep,
      },
    ];
  });
}
