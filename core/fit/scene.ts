/**
 * Every item of a build as solids where it stands: blocks, plug paths, and what makes each uncertain.
 *
 * Scenes are cheap to change: the shell is kept as long as shell and cuts are the same objects, and
 * one item can be stood anew without touching the others.
 */
import {
  type Block,
  bodyFor,
  isOpen,
  type Item,
  type Leaves,
  otherBuilds,
  type Part,
  type Placement,
  type Project,
  type SourceShare,
  uOf,
  cutKey,
  openingCut,
} from '../model';
import {
  atHeights,
  blockBox,
  effect,
  type Effect,
  placed,
  placedPoint,
  planGap,
  type Prism,
  solid,
  type Solid,
  standing,
  stood,
  boxPrism,
  moved,
} from '../geometry';
import { type Cable, cablesOf } from '../chains';
import { partIndex, partOf, PLUGS, remaining, sockets } from '../kit';
import { shellSolids, type ShellSolids, type Wall } from '../shell';

/** Room for a plug and the first bend of its cable where no wall is, mm: typical. */
const PLUG_ROOM_MM = 45;
/** Room a flat ribbon's first bend takes behind its plug, mm. */
export const RIBBON_BEND_MM = 3;

/** Where an item's part frame is: turned over or not, turned, moved. */
export interface Pose {
  over: boolean;
  turn: number;
  x: number;
  y: number;
  z: number;
  stand: Placement['stand'];
}

export interface PlacedBlock {
  block: Block;
  solid: Solid;
}

export interface Mouth {
  id: string;
  name: string;
  outside: boolean;
  type: keyof typeof PLUGS;
  x: number;
  y: number;
  z: number;
  dx: number;
  dy: number;
  dz: number;
  /** The wall it looks at, distance from mouth to outer face, and its place on that wall. */
  wall?: Wall;
  recess?: number;
  u?: number;
  /** The block it belongs to. */
  block?: string;
}

export interface PlacedItem {
  item: Item;
  part: Part;
  placement: Placement;
  index: number;
  piece: string;
  /** It stands on the outer face, and nothing of it is in the cavity. */
  isOutside: boolean;
  pose: Pose;
  blocks: PlacedBlock[];
  mouths: Mouth[];
  solids: Solid[];
}

export interface Scene {
  project: Project;
  shell: ShellSolids | undefined;
  items: Map<string, PlacedItem>;
  /** Leads inside the case; their plugs stand in the sockets of what they join. */
  cables: Cable[];
  /** Items that could not be stood, with the reason. */
  lost: Array<{ item: string; sentence: string }>;
  /** The bodies after the first, each in its own frame. */
  others: readonly Scene[];
}

/** A build's bodies as they stand, the first one first. */
export const bodiesOf = (scene: Scene): readonly Scene[] => [scene, ...scene.others];

/** The body in which an item lies. */
export const bodyWith = (scene: Scene, item: string): Scene | undefined =>
  bodiesOf(scene).find((s) => s.items.has(item));

/** Every item that has a place, in whichever body; each stands in the frame of its own. */
export const everyItem = (scene: Scene): ReadonlyMap<string, PlacedItem> =>
  scene.others.length ? new Map(bodiesOf(scene).flatMap((s) => [...s.items])) : scene.items;

/** Standard uncertainty of a place, by how the part is held, mm. */
export const PLACE_U = { hand: 0.3 / Math.sqrt(3), jig: 0.1 / Math.sqrt(3) } as const;

/** How well a part's place is known, as a source of a gap. */
export const placing = (at: PlacedItem, k = 1): SourceShare => ({
  key: `layout.placements.${at.index}`,
  label: `placing ${at.item.name}`,
  u: PLACE_U[at.placement.held],
  k,
});

/** The block that a lead's plug is while it stands in a socket. */
export const plugBlock = (connector: string): string => `plug-${connector}`;

/** Build the scene of a project; pass an earlier scene to reuse its shell. */
export function sceneOf(project: Project, before?: Scene): Scene {
  const body = bodyFor(project);
  const same =
    before?.shell && before.project.shell === project.shell && before.project.cuts === project.cuts;
  const shell = same ? before.shell : body && shellSolids(body, project.cuts);
  const scene: Scene = {
    project,
    shell,
    items: new Map(),
    cables: before?.project.kit === project.kit ? before.cables : cablesOf(project),
    lost: [],
    others: otherBuilds(project).map((build, i) => sceneOf(build, before?.others[i])),
  };
  if (!shell) return scene;
  const waiting = [...project.layout.placements.keys()];
  for (let left = waiting.length + 1; waiting.length && left > 0;) {
    const i = waiting.shift()!;
    const placement = project.layout.placements[i]!;
    const on = placement.on;
    // What lies in another body is judged against that one.
    if ('piece' in on && !shell.body.pieces.some((q) => q.id === on.piece)) continue;
    if ('item' in placement.on && !scene.items.has(placement.on.item)) {
      waiting.push(i);
      left--;
      continue;
    }
    left = waiting.length + 1;
    const kept = same ? unchanged(scene, before, placement, i) : undefined;
    if (kept) scene.items.set(kept.item.id, kept);
    else standItem(scene, placement, i);
  }
  return scene;
}

/** An item that stands as it did, from the same part at the same place in the document. */
function unchanged(
  scene: Scene,
  before: Scene,
  placement: Placement,
  index: number,
): PlacedItem | undefined {
  const was = before.items.get(placement.item);
  const { project } = scene;
  if (
    !was ||
    was.placement !== placement ||
    was.index !== index ||
    !project.kit.items.includes(was.item)
  ) {
    return undefined;
  }
  const nth = partIndex(project, was.part);
  if (nth < 0 || nth !== partIndex(before.project, was.part)) return undefined;
  if (partOf(project, was.item) !== was.part) return undefined;
  if (
    'item' in placement.on &&
    scene.items.get(placement.on.item) !== before.items.get(placement.on.item)
  ) {
    return undefined;
  }
  if (
    scene.cables !== before.cables &&
    plugsIn(scene, was.item.id) !== plugsIn(before, was.item.id)
  ) {
    return undefined;
  }
  return was;
}

/** What is plugged into an item inside, as a text that is the same as long as that is. */
const plugsIn = (scene: Scene, item: string): string =>
  scene.cables
    .flatMap((c) =>
      c.ends
        .filter((e) => e.item === item)
        .map(
          (e) =>
            `${c.lead.id} ${partIndex(scene.project, c.part)} ${e.connector} ${e.leaves} ${JSON.stringify(e.plug)}`,
        ),
    )
    .join();

/** Double-sided tape between a part and what it lies on: typical, mm. */
const TAPE_UNDER = { mm: 0.2, u: 0.1 / Math.sqrt(3) } as const;
/** What is taped to a face or floor lies on its tape, unless something lifts it further. */
const isOnTape = ({ fixed, lift, on }: Pick<Placement, 'fixed' | 'lift' | 'on'>): boolean =>
  fixed === 'tape' && lift < TAPE_UNDER.mm && 'piece' in on;

/** How thick the tape under a part is, mm; nothing where none lies there. */
export const tapeUnder = (placement: Placement): number =>
  isOnTape(placement) ? TAPE_UNDER.mm : 0;

/** How far a part stands above what it lies on, its tape included, mm. */
export const liftOf = (placement: Placement): number =>
  Math.max(placement.lift, tapeUnder(placement));

/** Stand one item (again) at a placement. Returns nothing when its piece does not exist. */
export function standItem(
  scene: Scene,
  placement: Placement,
  index: number,
): PlacedItem | undefined {
  const { project, shell } = scene;
  const item = project.kit.items.find((x) => x.id === placement.item);
  if (!item || !shell) return undefined;
  const part = partOf(project, item);
  const parent = 'item' in placement.on ? scene.items.get(placement.on.item) : undefined;
  let piece: string;
  if (parent) piece = parent.piece;
  else if ('piece' in placement.on) piece = placement.on.piece;
  else piece = '';
  const sign = shell.sign(piece);
  const isOutside = parent ? parent.isOutside : 'side' in placement.on;
  // Away from the face it stands on: into the cavity, or out of it.
  const seatSign = isOutside ? (-sign as 1 | -1) : sign;
  const over = (parent ? parent.pose.over : sign > 0) !== (placement.up === 'out');
  const turn = parent
    ? parent.pose.turn + (parent.pose.over ? -placement.turn : placement.turn)
    : placement.turn;
  const [x, y] = parent
    ? placedPoint(
        [placement.x, placement.y, 0],
        'flat',
        parent.pose.over,
        parent.pose.turn,
        parent.pose.x,
        parent.pose.y,
        0,
      )
    : [placement.x, placement.y];
  const blocks = remaining(part, item.struck).map((block) => ({
    block,
    ...standing(block, placement.stand),
  }));
  const flat = blocks.map((b) => ({ ...b, prisms: placed(b.prisms, over, turn, x, y, 0) }));
  let seat: Seat;
  const lift = liftOf(placement);
  if (parent) seat = onParent(parent, flat, seatSign, lift);
  else if (isOutside) seat = onOuterFace(shell, piece, flat, sign, lift);
  else seat = onFloor(shell, piece, flat, sign, lift);
  const path = `layout.placements.${index}`;
  const u = PLACE_U[placement.held];
  const where: Effect[] = [
    effect(`${path}.x`, `placing ${item.name} across`, u, { dx: 1 }),
    effect(`${path}.y`, `placing ${item.name} up`, u, { dy: 1 }),
    ...(parent
      ? parent.solids[0]!.effects.filter((e) => e.key.startsWith('layout.') && (e.dx || e.dy))
      : []),
    ...seat.effects,
    ...(isOnTape(placement)
      ? [
          effect(`${path}.fixed`, `tape under ${item.name}`, TAPE_UNDER.u, {
            dz0: -seatSign,
            dz1: -seatSign,
          }),
        ]
      : []),
  ];
  const nth = partIndex(project, part);
  const whole = project.kit.parts[nth]!;
  const pose: Pose = { over, turn, x, y, z: seat.z, stand: placement.stand };
  const placedBlocks = flat.map(({ block, prisms, excess }, i): PlacedBlock => ({
    block,
    solid: solid(
      `${item.id}/${block.id}`,
      blockName(item, part, block),
      'block',
      item.id,
      prisms.map((p) => atHeights(p, p.z0 + seat.z, p.z1 + seat.z)),
      [...where, ...blockEffects(whole, nth, block, i === 0, over, placement.stand)],
      excess,
    ),
  }));
  const stoodItem: PlacedItem = {
    item,
    part,
    placement,
    index,
    piece,
    isOutside,
    pose,
    blocks: placedBlocks,
    solids: placedBlocks.map((b) => b.solid),
    mouths: [],
  };
  for (const { connector, outside } of sockets(part, item)) {
    stoodItem.mouths.push(mouthOf(connector, stoodItem, shell, outside));
  }
  for (const m of stoodItem.mouths) {
    const plug = m.outside ? undefined : innerPlug(scene, stoodItem, m, where);
    if (plug) {
      stoodItem.blocks.push(plug);
      stoodItem.solids.push(plug.solid);
    }
  }
  for (const m of stoodItem.mouths) {
    if (!m.outside) continue;
    if (m.wall) {
      const enters = isWidened(project, item.id, m.id);
      stoodItem.solids.push(pathSolid(stoodItem, m, m.recess!, where, enters));
    } else if (isInOpen(shell, stoodItem)) {
      stoodItem.solids.push(pathSolid(stoodItem, m, PLUG_ROOM_MM, where));
    }
  }
  scene.items.set(item.id, stoodItem);
  return stoodItem;
}

const blockName = (item: Item, part: Part, block: Block): string =>
  part.blocks.length === 1 || block.kind === 'cell' ? item.name : `${block.name} of ${item.name}`;

/** A block's own size and height are as good as they were measured. */
function blockEffects(
  part: Part,
  nth: number,
  block: Block,
  first: boolean,
  over: boolean,
  stand: Placement['stand'],
): Effect[] {
  // Sawn shorter it is another object, and its readings lie where they were.
  const key = `kit.parts.${nth}.blocks.${part.blocks.findIndex((b) => b.id === block.id)}`;
  const plan = block.plan;
  let planU: number;
  if (plan.kind === 'rect') planU = Math.max(plan.w.u, plan.h.u);
  else if (plan.kind === 'circle') planU = plan.d.u;
  else planU = uOf(plan.how);
  const tall = over ? { dz0: -1 } : { dz1: 1 };
  const name = part.blocks.length === 1 ? part.name : `${block.name} of ${part.name}`;
  return [
    effect(
      `${key}.plan`,
      `plan size of ${name}`,
      planU,
      stand === 'flat'
        ? { grow: first || plan.kind === 'circle' ? 0.5 : 1 }
        : { ...tall, grow: 0.5 },
    ),
    effect(
      `${key}.height`,
      `height of ${name}`,
      block.height.u,
      stand === 'flat' && block.axis === 'z' ? tall : { grow: 0.5 },
    ),
  ];
}

interface Flat {
  block: Block;
  prisms: Prism[];
}
interface Seat {
  z: number;
  effects: Effect[];
}

/** What of a part stands on its floor, and how low it reaches. */
export function feetOf(prisms: readonly Prism[], sign: 1 | -1): { lowest: number; feet: Prism[] } {
  const low = (p: Prism) => (sign > 0 ? p.z1 : p.z0);
  const lowest = (sign > 0 ? Math.max : Math.min)(...prisms.map(low));
  return { lowest, feet: prisms.filter((p) => Math.abs(low(p) - lowest) < 0.01) };
}

/** The lowest remaining block rests on the shallowest floor under it; posts never lift a part. */
function onFloor(
  shell: ShellSolids,
  piece: string,
  flat: readonly Flat[],
  sign: 1 | -1,
  lift: number,
): Seat {
  const { lowest, feet } = feetOf(
    flat.flatMap((b) => b.prisms),
    sign,
  );
  const floors = shell.floors.get(piece) ?? [];
  let rest = floors[0];
  for (const floor of floors) {
    const shallower = !rest || sign * floor.z < sign * rest.z;
    const under = feet.some((f) => floor.prisms.some((p) => covers(f, p)));
    const restUnder = rest && feet.some((f) => rest!.prisms.some((p) => covers(f, p)));
    if (under && (shallower || !restUnder)) rest = floor;
  }
  const z = (rest?.z ?? 0) - sign * lift - lowest;
  return { z, effects: rest ? rest.solid.effects.filter((e) => e.dz0 || e.dz1) : [] };
}

/** On the outer face of a piece, which lies its depth from the parting plane. */
function onOuterFace(
  shell: ShellSolids,
  piece: string,
  flat: readonly Flat[],
  sign: 1 | -1,
  lift: number,
): Seat {
  const index = shell.body.pieces.findIndex((q) => q.id === piece);
  const depth = shell.body.pieces[index]?.depth ?? { mm: 0, u: 0 };
  const ends = flat.flatMap((b) => b.prisms.map((q) => (sign > 0 ? q.z0 : q.z1)));
  const lowest = sign > 0 ? Math.min(...ends) : Math.max(...ends);
  return {
    z: sign * (depth.mm + lift) - lowest,
    effects: [
      effect(`shell.bodies.0.pieces.${index}.depth`, 'depth of the piece', depth.u, {
        dz0: sign,
        dz1: sign,
      }),
    ],
  };
}

/** Whether two footprints share more than a hair's width. */
export const covers = (a: Prism, b: Prism): boolean =>
  a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1 && planGap(a, b) < -0.05;

/** A child rests on whatever of its parent rises highest under it. */
function onParent(parent: PlacedItem, flat: readonly Flat[], sign: 1 | -1, lift: number): Seat {
  const bottom =
    sign > 0
      ? Math.max(...flat.flatMap((b) => b.prisms.map((p) => p.z1)))
      : Math.min(...flat.flatMap((b) => b.prisms.map((p) => p.z0)));
  const inward = (s: Solid) => (sign > 0 ? s.z0 : s.z1);
  let rest: Solid | undefined;
  for (const { solid: s } of parent.blocks) {
    const under = flat.some((b) => b.prisms.some((p) => s.prisms.some((q) => covers(p, q))));
    if (under && (!rest || -sign * inward(s) > -sign * inward(rest))) rest = s;
  }
  rest ??= parent.blocks[0]!.solid;
  const moves = rest.effects
    .filter((e) => (sign > 0 ? e.dz0 : e.dz1))
    .map((e) => {
      const k = sign > 0 ? e.dz0 : e.dz1;
      return effect(e.key, e.label, e.u, { dz0: k, dz1: k });
    });
  return { z: inward(rest) - sign * lift - bottom, effects: moves };
}

function mouthOf(
  c: Part['connectors'][number],
  at: PlacedItem,
  shell: ShellSolids,
  outside: boolean,
): Mouth {
  const { stand, over, turn, x, y, z } = at.pose;
  const [mx, my, mz] = placedPoint(c.at, stand, over, turn, x, y, z);
  const [dx, dy, dz] = placedPoint(c.dir, stand, over, turn, 0, 0, 0);
  const mouth: Mouth = {
    id: c.id,
    name: c.name,
    outside,
    type: c.type,
    x: mx,
    y: my,
    z: mz,
    dx,
    dy,
    dz,
    block: c.block,
  };
  // Over an open plate no wall is in front of it.
  if (isInOpen(shell, at)) return mouth;
  for (const wall of shell.walls) {
    const facing = dx * wall.nx + dy * wall.ny;
    if (facing < 0.9) continue;
    const off = (wall.x0 - mx) * wall.nx + (wall.y0 - my) * wall.ny;
    const u = (mx - wall.x0) * wall.ux + (my - wall.y0) * wall.uy;
    if (u < 0 || u > wall.length) continue;
    if (mouth.recess === undefined || Math.abs(off) < Math.abs(mouth.recess)) {
      Object.assign(mouth, { wall, recess: off, u });
    }
  }
  return mouth;
}

/** Whether a part was made to stand round or under another, which it may touch. */
export const isMadeFor = (made: PlacedItem, at: PlacedItem): boolean =>
  made.item.made?.holds.includes(at.item.id) ?? false;

/** Whether no wall is in front of anything of an item. */
export const isInOpen = (shell: ShellSolids, at: Pick<PlacedItem, 'isOutside'>): boolean =>
  at.isOutside || isOpen(shell.body);

/** A moulding is soft at its edges, and its size typical: so much of it is no obstacle, mm. */
const MOULD_GIVES_MM = 0.3;

/** Whether a socket's opening is to be cut so wide that the plug's moulding goes in. */
const isWidened = (project: Project, item: string, connector: string): boolean =>
  openingCut(project, cutKey({ item, connector }))?.wide === true;

/**
 * The way a plug takes from the mouth to the outer face, as a solid that must stay free.
 *
 * @param enters  its moulding goes in as well, down to where it stands when the plug is seated
 */
function pathSolid(
  at: PlacedItem,
  mouth: Mouth,
  longMm: number,
  where: readonly Effect[],
  enters = false,
): Solid {
  const plug = PLUGS[mouth.type];
  const length = Math.max(0.5, longMm);
  const along = (from: number, [w, h]: readonly [number, number]): Prism =>
    boxPrism(from, -w / 2, length - from, w, mouth.z - h / 2, mouth.z + h / 2);
  const runs = [along(0, acrossSizes(at, mouth))];
  if (enters && length > plug.recessMm) {
    const [w, h] = mouldSizes(at, mouth);
    runs.push(along(plug.recessMm, [w - MOULD_GIVES_MM, h - MOULD_GIVES_MM]));
  }
  const size = Math.hypot(mouth.dx, mouth.dy) || 1;
  return solid(
    `${at.item.id}/path-${mouth.id}`,
    `way of the ${plug.name} to ${mouth.name} of ${at.item.name}`,
    'path',
    at.item.id,
    runs.map((run) => moved(run, mouth.dx / size, mouth.dy / size, mouth.x, mouth.y, 0)),
    where,
  );
}

/** The plug of a lead in a socket inside, and the first bend of its ribbon, as a block of the part it stands in. */
function innerPlug(
  scene: Scene,
  at: PlacedItem,
  mouth: Mouth,
  where: readonly Effect[],
): PlacedBlock | undefined {
  const cable = scene.cables.find((c) =>
    c.ends.some((e) => e.item === at.item.id && e.connector === mouth.id),
  );
  const end = cable?.ends.find((e) => e.item === at.item.id && e.connector === mouth.id);
  if (!cable || end?.plug.plan.kind !== 'rect' || Math.hypot(mouth.dx, mouth.dy) < 0.5) {
    return undefined;
  }
  const {
    w: { mm: wide, u },
    h: { mm: deep },
  } = end.plug.plan;
  const tall = end.plug.height.mm;
  const [w, h] = at.pose.stand === 'flat' ? [wide, tall] : [tall, wide];
  const size = Math.hypot(mouth.dx, mouth.dy);
  const side = sideways(at, mouth, end.leaves);
  // The first bend lies where the ribbon leaves: behind the plug, beside it, or for a board on edge over or under it.
  const bend = (on: boolean) => (on ? RIBBON_BEND_MM : 0);
  const run = boxPrism(
    0,
    -w / 2 - bend(side?.across === -1),
    deep + bend(!side),
    w + bend(side?.across === 1) + bend(side?.across === -1),
    mouth.z - h / 2 - bend(side?.up === -1),
    mouth.z + h / 2 + bend(side?.up === 1),
  );
  const name = `plug of ${cable.lead.name} in ${mouth.name} of ${at.item.name}`;
  return {
    block: { ...end.plug, id: plugBlock(mouth.id), name },
    solid: solid(
      `${at.item.id}/${plugBlock(mouth.id)}`,
      name,
      'block',
      at.item.id,
      [moved(run, mouth.dx / size, mouth.dy / size, mouth.x, mouth.y, 0)],
      [
        ...where,
        effect(
          `kit.parts.${partIndex(scene.project, cable.part)}.plugs`,
          `size of the plugs of ${cable.lead.name}`,
          u,
          { grow: 0.5, dz0: -0.5, dz1: 0.5 },
        ),
      ],
    ),
  };
}

/** Where a ribbon that leaves its plug to a side goes as the board lies: to the left (1) or right of the way out of the socket in plan, or up (1) or down. */
export function sideways(
  at: PlacedItem,
  mouth: Mouth,
  leaves: Leaves,
): { across: 1 | 0 | -1; up: 1 | 0 | -1 } | undefined {
  if (leaves === 'straight') return undefined;
  // Left is the board's top × the way out.
  const { stand, over, turn } = at.pose;
  const [nx, ny, nz] = placedPoint([0, 0, 1], stand, over, turn, 0, 0, 0);
  const left = leaves === 'left' ? 1 : -1;
  const unit = (v: number) => {
    if (Math.abs(v) < 0.5) return 0;
    if (v > 0) return 1;
    return -1;
  };
  return { across: unit(left * nz), up: unit(left * (nx * mouth.dy - ny * mouth.dx)) };
}

/** A plug's moulding from so far before the mouth outwards. */
export function mouldSolid(at: PlacedItem, mouth: Mouth, from: number): Prism[] {
  const [w, h] = mouldSizes(at, mouth);
  const [wide, tall] = [w - MOULD_GIVES_MM, h - MOULD_GIVES_MM];
  const run = boxPrism(from, -wide / 2, PLUG_ROOM_MM, wide, mouth.z - tall / 2, mouth.z + tall / 2);
  const size = Math.hypot(mouth.dx, mouth.dy) || 1;
  return [moved(run, mouth.dx / size, mouth.dy / size, mouth.x, mouth.y, 0)];
}

/** Width along the wall and height in z of a plug's nose as the part stands. */
export function acrossSizes(at: PlacedItem, mouth: Mouth): [number, number] {
  const { nose } = PLUGS[mouth.type];
  return at.pose.stand === 'flat' ? [nose.w, nose.h] : [nose.h, nose.w];
}

/** The same for the moulding. */
export function mouldSizes(at: PlacedItem, mouth: Mouth): [number, number] {
  const { overmould } = PLUGS[mouth.type];
  return at.pose.stand === 'flat' ? [overmould.w, overmould.h] : [overmould.h, overmould.w];
}

/** A point of an item's part in the build's frame, for pads and labels. */
export function pointOf(
  at: PlacedItem,
  v: readonly [number, number, number],
): [number, number, number] {
  const { stand, over, turn, x, y, z } = at.pose;
  return placedPoint([v[0], v[1], v[2]], stand, over, turn, x, y, z);
}

/** Thickness of a cell along z as it stands, for its swelling. */
export function thicknessAlong(at: PlacedItem, block: Block, axis: 'x' | 'y' | 'z'): number {
  const [low, high] = blockBox(block).map((v) => stood(at.pose.stand, v));
  let i: 2 | 0 | 1;
  if (axis === 'x') i = 0;
  else if (axis === 'y') i = 1;
  else i = 2;
  return Math.abs(high![i] - low![i]);
}
