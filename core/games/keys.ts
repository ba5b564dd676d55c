/**
 * Keys for the holes of a shell that serve nothing yet: what each is to do is told from where it lies
 * and how wide it is, by what thumbs find there on the usual pads.
 */
import { COVERAGE } from '../catalogue';
import { freeKeyHoles, leastCost } from '../controls';
import { freeGroup } from '../cuts';
import { KEY_MM, type Scene } from '../fit';
import {
  type Input,
  INPUT_ROLES,
  type InputPlace,
  type InputRole,
  outlineSpan,
  type Project,
} from '../model';
import { ROLE_WORDS } from './maps';

/** Where a key of that role usually is: shares of the face from the player's left and from below. */
interface UsualPlace {
  u: number;
  v: number;
  /** In a wall or the back, where fingers are and no thumb. */
  isBehind?: true;
  /** Pressed between games. */
  isSeldom?: true;
}
const USUAL: Readonly<Partial<Record<InputRole, UsualPlace>>> = {
  up: { u: 0.14, v: 0.72 },
  down: { u: 0.14, v: 0.48 },
  left: { u: 0.08, v: 0.6 },
  right: { u: 0.2, v: 0.6 },
  south: { u: 0.855, v: 0.48 },
  east: { u: 0.92, v: 0.6 },
  west: { u: 0.8, v: 0.6 },
  north: { u: 0.865, v: 0.72 },
  select: { u: 0.42, v: 0.15, isSeldom: true },
  start: { u: 0.58, v: 0.15, isSeldom: true },
  menu: { u: 0.5, v: 0.1, isSeldom: true },
  l1: { u: 0.12, v: 1, isBehind: true },
  r1: { u: 0.88, v: 1, isBehind: true },
  l2: { u: 0.12, v: 0.85, isBehind: true },
  r2: { u: 0.88, v: 0.85, isBehind: true },
};
const DIRECTIONS = ['up', 'down', 'left', 'right'] as const;
/** What nearly every game wants. */
const ORDINARY: readonly InputRole[] = [...DIRECTIONS, 'south', 'east', 'select', 'start'];

/** A hole this wide each way is a cross pad's and no single key's, mm. */
const CROSS_MM = 18;
/** A direction is pressed so far from the middle of the cross, as a share of its width. */
const ARM = 0.36;
/** Costs beside squared shares of the face: the wrong side of the shell, a key one seldom presses, a role no game asks for. */
const WRONG_SIDE = 2;
const SELDOM_PRESSED = 0.1;
const NOT_ASKED = 10;

/** A free hole as thumbs find it: shares of the face. */
interface FreeHole extends Omit<UsualPlace, 'isSeldom'> {
  at: Extract<InputPlace, { opening: string }>;
  w: number;
  h: number;
}

function freeHoles(scene: Scene): FreeHole[] {
  const { shell } = scene;
  if (!shell) return [];
  const { w, h } = outlineSpan(shell.body.outline);
  return freeKeyHoles(scene).map(({ id, copy, at, half, isInFront }) => ({
    at: { opening: id, ...(copy ? { copy } : {}) },
    w: 2 * half[0],
    h: 2 * half[1],
    u: at.x / w,
    v: at.y / h,
    ...(isInFront ? {} : { isBehind: true }),
  }));
}

/**
 * Inputs for the free holes of the body on show.
 *
 * @returns those to be added, in the order of their roles; none where every hole has its key. A hole
 *          no role is left for stays free.
 */
export function keysForHoles(p: Project, scene: Scene): Input[] {
  const used = new Set(p.controls.inputs.map((i) => i.functions[0]));
  const holes = freeHoles(scene);
  const cross = holes
    .filter((o) => !o.isBehind && Math.min(o.w, o.h) >= CROSS_MM)
    .sort((a, b) => a.u - b.u)[0];
  const found = new Map<InputRole, InputPlace>();
  if (cross && DIRECTIONS.every((role) => !used.has(role))) {
    const [dx, dy] = [cross.w * ARM, cross.h * ARM].map((mm) => Math.round(mm * 10) / 10) as [
      number,
      number,
    ];
    found.set('up', { ...cross.at, dx: 0, dy });
    found.set('down', { ...cross.at, dx: 0, dy: -dy });
    found.set('left', { ...cross.at, dx: -dx, dy: 0 });
    found.set('right', { ...cross.at, dx, dy: 0 });
  }
  const single = holes.filter((o) => Math.min(o.w, o.h) < CROSS_MM);
  const open = INPUT_ROLES.filter((role) => USUAL[role] && !used.has(role) && !found.has(role));
  const asked = askedFor(p);
  const some = single.slice(0, open.length);
  const costs = some.map((hole) =>
    open.map((role) => unlike(hole, USUAL[role]!) + (asked.has(role) ? 0 : NOT_ASKED)),
  );
  leastCost(costs).forEach((column, row) => found.set(open[column]!, some[row]!.at));
  const ids = new Set(p.controls.inputs.map((i) => i.id));
  return INPUT_ROLES.flatMap((role) => {
    const at = found.get(role);
    return at ? [keyOf(role, at, ids)] : [];
  });
}

/** Keys that lie together, and each one's place from the middle of its group, mm. */
const GROUPS: ReadonlyArray<ReadonlyArray<readonly [InputRole, number, number]>> = [
  [
    ['up', 0, 11],
    ['down', 0, -11],
    ['left', -11, 0],
    ['right', 11, 0],
  ],
  [
    ['south', 0, -11],
    ['east', 11, 0],
    ['west', -11, 0],
    ['north', 0, 11],
  ],
  [['select', 0, 0]],
  [['start', 0, 0]],
];

/**
 * The keys the wanted games are played with, in holes of their own on the front: for a shell that has
 * none yet.
 *
 * @returns those not there yet that have room, nothing on top of another
 */
export function keysInOwnHoles(p: Project, scene: Scene): Input[] {
  const { shell } = scene;
  const face = shell?.body.pieces.find((q) => q.role === 'front' || q.role === 'plate');
  if (!shell || !face) return [];
  const { w, h } = outlineSpan(shell.body.outline);
  const used = new Set(p.controls.inputs.map((i) => i.functions[0]));
  const ids = new Set(p.controls.inputs.map((i) => i.id));
  const asked = askedFor(p);
  const out: Input[] = [];
  for (const all of GROUPS) {
    const group = all.filter(([role]) => asked.has(role) && !used.has(role));
    if (!group.length) continue;
    const usual = all.map(([role]) => USUAL[role]!);
    const middle = [mean(usual.map((q) => q.u)) * w, mean(usual.map((q) => q.v)) * h] as const;
    const controls = { ...p.controls, inputs: [...p.controls.inputs, ...out] };
    const so = { ...scene, project: { ...scene.project, controls } };
    const arms = group.map(([, dx, dy]) => [dx, dy] as const);
    const places = freeGroup(so, face.id, arms, middle, KEY_MM) ?? [];
    places.forEach((at, i) => out.push({ ...keyOf(group[i]![0], at, ids), hole: KEY_MM }));
  }
  return out;
}

const mean = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0) / all.length;

/** How far a hole is from where that role usually is: a squared share of the face, and its side. */
const unlike = (hole: FreeHole, usual: UsualPlace): number =>
  (hole.u - usual.u) ** 2 +
  (hole.v - usual.v) ** 2 +
  (hole.isBehind === usual.isBehind ? 0 : WRONG_SIDE) +
  (usual.isSeldom ? SELDOM_PRESSED : 0);

/** What the wanted games are played with; the ordinary eight while none is wanted. */
function askedFor(p: Project): ReadonlySet<InputRole> {
  const wanted = p.brief.families.flatMap((f) => COVERAGE[f].needs);
  return new Set(wanted.length ? wanted : ORDINARY);
}

function keyOf(role: InputRole, at: InputPlace, ids: Set<string>): Input {
  let id = `key-${role}`;
  for (let n = 2; ids.has(id); n++) id = `key-${role}-${n}`;
  ids.add(id);
  const words = ROLE_WORDS[role];
  const name = words[0]!.toUpperCase() + words.slice(1);
  return { id, name, functions: [role], at, routed: true };
}
