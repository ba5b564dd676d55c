/**
 * What a solid modeller says of a made part: whether it is one watertight body of its volume, whether
 * its walls hold, whether it fits what it is for by the gap it states, and whether the verdict on it
 * where it stands is true. Shares with the designs only their constants.
 */
import Module, { type Manifold, type ManifoldToplevel } from 'manifold-3d';
import { stacks } from '../controls';
import { wholeCutting } from '../cuts';
import { Checker, sceneOf } from '../fit';
import { madeMesh, readStl, stlBytes } from '../formats/solid';
import { blockBox, type Prism, type Solid } from '../geometry';
import { solids } from '../geometry/manifold.fixture';
import {
  hingesOf,
  type Block,
  type MadeKind,
  otherBuilds,
  type Project,
  type Shape,
} from '../model';
import { GLUE_MM } from './kinds/filler';
import { CELL_ROOM_MM } from './kinds/cellFrame';
import { FREE_MM } from './kinds/keys';
import { SHOW_MM } from './kinds/screen';
import { type Made, type Process, RULES, withMade } from './index';

/** Kinds that are several bodies, laid side by side. */
const SEVERAL: ReadonlySet<MadeKind> = new Set<MadeKind>([
  'screen corners',
  'stand-offs',
  'spacer frame',
  'port brace',
  'corner patch',
]);
/** Stated gaps hold within this, mm. */
const GAP_MM = 0.05;
/** A volume the verdict must know of, mm³, and none it may speak of without. */
const KNOWN_MM3 = 1.5;

export interface Judge {
  of: (p: Project, made: Made, process: Process) => string[];
}

interface Size {
  x: number;
  y: number;
  z: number;
}
const sizeOf = (blocks: readonly Block[], id?: RegExp): Size => {
  const boxes = blocks.filter((b) => !id || id.test(b.id)).map(blockBox);
  const span = (i: 0 | 1 | 2): number =>
    Math.max(...boxes.map((b) => b[1][i])) - Math.min(...boxes.map((b) => b[0][i]));
  return boxes.length ? { x: span(0), y: span(1), z: span(2) } : { x: NaN, y: NaN, z: NaN };
};
const holeOf = (b: Block, i = 0): Size => {
  const ring = b.plan.kind === 'polygon' ? b.plan.holes?.[i] : undefined;
  if (!ring) return { x: NaN, y: NaN, z: NaN };
  const span = (k: 0 | 1): number =>
    Math.max(...ring.map((q) => q[k])) - Math.min(...ring.map((q) => q[k]));
  return { x: span(0), y: span(1), z: 0 };
};
function holeSize(shape: Shape | undefined): { w: number; h: number } | undefined {
  if (shape?.kind === 'circle') return { w: shape.d.mm, h: shape.d.mm };
  return shape?.kind === 'rect' ? { w: shape.w.mm, h: shape.h.mm } : undefined;
}
const near = (a: number, b: number, by = GAP_MM): boolean => Math.abs(a - b) <= by;
const overlaps = (s: Solid, box: { min: readonly number[]; max: readonly number[] }): boolean =>
  s.x0 < box.max[0]! &&
  s.x1 > box.min[0]! &&
  s.y0 < box.max[1]! &&
  s.y1 > box.min[1]! &&
  s.z0 < box.max[2]! &&
  s.z1 > box.min[2]!;
/** Both ways round: a part may lie turned. */
const alike = (a: Size, w: number, h: number): boolean =>
  (near(a.x, w) && near(a.y, h)) || (near(a.x, h) && near(a.y, w));

export async function judge(): Promise<Judge> {
  const wasm: ManifoldToplevel = await Module();
  wasm.setup();
  const world = await solids();

  const meshOf = (made: Made, turned = false): Manifold => {
    const mesh = madeMesh(wasm, made.blocks, turned);
    return new wasm.Manifold(
      new wasm.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles }),
    );
  };

  function itself(made: Made, process: Process): string[] {
    const said: string[] = [];
    const solid = meshOf(made, made.turned);
    if (solid.status() !== 'NoError') said.push(`not watertight: ${solid.status()}`);
    const bodies = solid.decompose().length;
    const wanted = SEVERAL.has(made.kind) ? made.blocks.length : 1;
    if (bodies !== wanted) said.push(`${bodies} bodies, ${wanted} wanted`);
    if (!near(solid.volume() / 1000, made.volumeCm3, 0.02)) {
      said.push(`${solid.volume() / 1000} cm³, told ${made.volumeCm3}`);
    }
    const mesh = madeMesh(wasm, made.blocks, made.turned);
    if (readStl(stlBytes(mesh)).triangles.length !== mesh.triangles.length) {
      said.push('another STL');
    }
    const { wallMm } = RULES[process];
    for (const b of made.blocks) {
      if (b.plan.kind !== 'polygon') continue;
      const plan = wasm.CrossSection.ofPolygons(
        [b.plan.points, ...(b.plan.holes ?? [])].map((r) =>
          r.map(([x, y]) => [x, y] as [number, number]),
        ),
        'EvenOdd',
      );
      const worn = plan.offset(-(wallMm / 2 - 0.02), 'Miter', 2);
      const [left, was] = [worn.decompose().length, plan.decompose().length];
      if (left !== was) said.push(`${b.id}: ${was} pieces of ${wallMm} mm, ${left} left when worn`);
      plan.delete();
      worn.delete();
    }
    solid.delete();
    return said;
  }

  /** What it holds, moved sideways by a hair less than its gap, meets nothing; by a hair more it does. */
  function play(p: Project, made: Made, gap: number, blocks: (b: Block) => boolean): string[] {
    const stood = sceneIn(withMade(p, made), made.item);
    const [mine, its] = [stood?.items.get(made.item), stood?.items.get(made.for)];
    if (!mine || !its) return ['it does not stand'];
    const own = solidOf(mine.solids.flatMap((s) => s.prisms));
    const held = its.blocks.filter((b) => blocks(b.block)).flatMap((b) => b.solid.prisms);
    const thing = solidOf(held);
    // Turned by anything, its sides are along its own axes.
    const a = (mine.pose.turn * Math.PI) / 180;
    const ways = [
      [Math.cos(a), Math.sin(a)],
      [-Math.sin(a), Math.cos(a)],
    ].flatMap(([x, y]) => [
      [x!, y!],
      [-x!, -y!],
    ]);
    const meets = (by: number): number =>
      Math.max(
        ...ways.map(([x, y]) =>
          thing
            .translate([x! * by, y! * by, 0])
            .intersect(own)
            .volume(),
        ),
      );
    const said: string[] = [];
    if (meets(gap - GAP_MM) > 1e-3) said.push(`meets what it holds before ${gap} mm of play`);
    if (meets(gap + GAP_MM) < 1e-3) said.push(`more than ${gap} mm of play`);
    world.free();
    return said;
  }

  const solidOf = (prisms: readonly Prism[]): Manifold =>
    world.Manifold.union(prisms.map((q) => world.of(q)));

  /** It reaches from its floor to the underside of what stands on it. */
  function under(p: Project, made: Made): string[] {
    const stood = sceneIn(withMade(p, made), made.item);
    const [mine, its] = [stood?.items.get(made.item), stood?.items.get(made.for)];
    if (!stood || !mine || !its) return ['it does not stand'];
    const boards = its.blocks.filter((b) => b.block.kind === 'board');
    const board = boards.sort(
      (a, b) =>
        (b.solid.x1 - b.solid.x0) * (b.solid.y1 - b.solid.y0) -
        (a.solid.x1 - a.solid.x0) * (a.solid.y1 - a.solid.y0),
    )[0]!;
    const front = stood.shell!.sign(mine.piece) > 0;
    const far = front
      ? Math.min(...mine.solids.map((s) => s.z0)) - board.solid.z1
      : board.solid.z0 - Math.max(...mine.solids.map((s) => s.z1));
    return near(far, 0) ? [] : [`${far.toFixed(2)} mm below its board`];
  }

  const sceneIn = (p: Project, item: string) =>
    [sceneOf(p), ...otherBuilds(p).map((b) => sceneOf(b))].find((s) => s.items.has(item));

  /** The stated gap of each kind, from the document alone. */
  function gap(p: Project, made: Made, process: Process): string[] {
    const { gapMm } = RULES[process];
    const opening = p.shell.bodies
      .flatMap((b) => b.pieces.flatMap((q) => q.openings))
      .find((o) => o.id === made.for);
    const hole = holeSize(opening?.shape);
    const cut = wholeCutting(p).openings.find((c) => c.key === made.for);
    switch (made.kind) {
      case 'cell frame':
        return made.cannot ? [] : play(p, made, CELL_ROOM_MM, (b) => b.kind === 'cell');
      case 'screen corners':
      case 'speaker ring':
        return made.cannot ? [] : play(p, made, gapMm, () => true);
      case 'port brace':
        return play(p, made, gapMm, (b) => b.kind === 'board');
      case 'stand-offs':
      case 'spacer frame':
        return under(p, made);
      case 'switch plate':
        return made.cannot ? [] : play(p, made, gapMm, (b) => b.kind === 'body');
      case 'filler':
        return alike(sizeOf(made.blocks, /^plug/), hole!.w - 2 * GLUE_MM, hole!.h - 2 * GLUE_MM)
          ? []
          : ['another plug'];
      case 'slot filler':
        return alike(sizeOf(made.blocks, /^tongue/), hole!.w - 2 * gapMm, hole!.h - 2 * gapMm)
          ? []
          : ['another tongue'];
      case 'light pipe':
        return near(sizeOf(made.blocks, /^pin/).x, Math.min(hole!.w, hole!.h) - 2 * gapMm)
          ? []
          : ['another pin'];
      case 'door': {
        const k = p.donor!.kept.find((q) => q.id === made.for)!;
        return alike(sizeOf(made.blocks, /^plate/), k.w.mm - 2 * gapMm, k.h.mm - 2 * gapMm)
          ? []
          : ['another door'];
      }
      case 'cap':
      case 'cap extender':
        return keyed(p, made, gapMm);
      case 'port plate':
        return alike(holeOf(made.blocks[0]!), (cut!.asked ?? cut!).w, (cut!.asked ?? cut!).h)
          ? []
          : ['another hole'];
      case 'marking stencil':
        return alike(holeOf(made.blocks[0]!), cut!.w, cut!.h) ? [] : ['another hole'];
      case 'bezel': {
        const part = p.kit.parts.find(
          (q) => q.id === p.kit.items.find((i) => i.id === made.for)!.part,
        )!;
        const { w, h } = part.screen!.active;
        return alike(holeOf(made.blocks[0]!), w + 2 * SHOW_MM, h + 2 * SHOW_MM)
          ? []
          : ['another bezel'];
      }
      case 'trim collar': {
        const t = wholeCutting(p).trims.find((q) => q.key === made.for)!;
        const f = sceneOf(p).shell!.features.find(
          (q) => q.feature.id === t.feature && q.copy === t.copy,
        )!;
        const { x0, x1 } = f.solid;
        return near(holeOf(made.blocks[0]!).x, x1 - x0 + 2 * gapMm) &&
          near(sizeOf(made.blocks).z, t.to, 0.01)
          ? []
          : ['another collar'];
      }
      case 'depth gauge': {
        const c = p.cuts.find((q) => `pocket:${q.id}` === made.for);
        const deep = c?.kind === 'pocket' ? c.deep : NaN;
        return near(sizeOf(made.blocks, /^tongue/).z, deep, 0.01) ? [] : ['another depth'];
      }
      case 'hinge cover': {
        const { joint, bodies } = hingesOf(p.shell).find((h) => h.joint.id === made.for)!;
        const { barrel } = joint;
        const ring = made.blocks[0]!.plan;
        const r = Math.min(
          ...(ring.kind === 'polygon' ? ring.points.map(([x, y]) => Math.hypot(x, y)) : []),
        );
        const inner = barrel.mm / 2 + bodies[0].wall.mm + gapMm;
        return near(r, inner, 0.08) ? [] : [`⌀${2 * r}, not ⌀${2 * inner}`];
      }
      case 'drill jig':
      case 'corner patch':
      case 'calibration piece':
        return [];
    }
  }

  /** A cap slides in its hole; with its peg, or its tip, the switch is free by what is said. */
  function keyed(p: Project, made: Made, gapMm: number): string[] {
    const cap = p.shell.bodies.flatMap((b) => b.caps ?? []).find((c) => c.id === made.for)!;
    const own = stacks(sceneOf(p)).filter((s) => s.cap.id === cap.id && s.on);
    const rest = Math.min(...own.map((s) => s.rest));
    if (made.kind === 'cap extender') {
      const after = stacks(sceneOf(withMade(p, made))).filter((s) => s.cap.id === cap.id && s.on);
      const free = Math.min(...after.map((s) => s.rest));
      return near(free, FREE_MM, 0.02) ? [] : [`${free} mm free with its tip`];
    }
    const hole = p.shell.bodies
      .flatMap((b) => b.pieces.flatMap((q) => q.openings))
      .find((o) => o.id === cap.opening)!.shape;
    const across = hole.kind === 'circle' ? hole.d.mm : NaN;
    const stem = sizeOf(made.blocks, /^stem/).x;
    const said: string[] = [];
    if (across - stem < 2 * gapMm - GAP_MM) said.push(`${stem} in ${across}`);
    const flange = made.blocks.find((b) => b.id === 'flange')!;
    const top = flange.base + flange.height.mm;
    // From the top of its flange, which lies under the face, down to the switch.
    const down = own.length ? cap.flangeThick.mm + cap.peg.mm + rest - FREE_MM : undefined;
    const shorter = down !== undefined && top < 0.3 + flange.height.mm - 1e-9;
    if (!made.cannot && down !== undefined && !shorter && !near(top, down, 0.02)) {
      said.push(`reaches ${top} mm down, not ${down}`);
    }
    return said;
  }

  /** The verdict on it where it stands: a hit for each thing it shares volume with, and for no other. */
  function stands(p: Project, made: Made): string[] {
    if (!made.placement || made.cannot) return [];
    const next = withMade(p, made);
    const build = [next, ...otherBuilds(next)].find((b) => sceneOf(b).items.has(made.item));
    if (!build) return ['it does not stand'];
    const checker = new Checker(build);
    const { items, shell } = checker.scene;
    const mine = solidOf(items.get(made.item)!.solids.flatMap((s) => s.prisms));
    const hits = checker
      .findings()
      .filter((f) => f.check === 'touch' && f.verdict === 'hit' && f.about.includes(made.item));
    const said: string[] = [];
    for (const at of items.values()) {
      if (at.item.id === made.item) continue;
      const prisms = at.solids
        .filter((s) => s.kind === 'block' && overlaps(s, mine.boundingBox()))
        .flatMap((s) => s.prisms);
      const shared = solidOf(prisms).intersect(mine).volume();
      const told = hits.some((f) => f.about.includes(at.item.id));
      if (shared > KNOWN_MM3 && !told) {
        said.push(`${shared.toFixed(1)} mm³ in ${at.item.name}, not told`);
      }
    }
    const near = shell!.all.filter((s) => overlaps(s, mine.boundingBox()));
    const inShell = solidOf(near.flatMap((s) => s.prisms))
      .intersect(mine)
      .volume();
    if (inShell > KNOWN_MM3 && !hits.length) {
      said.push(`${inShell.toFixed(1)} mm³ in the shell, not told`);
    }
    world.free();
    return said;
  }

  return {
    of: (p, made, process) =>
      [...itself(made, process), ...gap(p, made, process), ...stands(p, made)].map(
        (s) => `${made.kind}, ${made.name}, ${process}: ${s}`,
      ),
  };
}
