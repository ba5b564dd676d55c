/** Where a new key goes: on the face or wall that was chosen, where nothing else is. */
import { tactileUnder } from '../controls';
import type { Scene } from '../fit';
import {
  appliedAll,
  type Input,
  type InputPlace,
  type InputRole,
  isOpen,
  type Part,
  type Project,
  type WayOut,
} from '../model';
import { wallName } from '../shell';
import { holeFindings } from './holes';
import { cutting } from './list';

/** What a hole can be cut in: the face of a piece, or a wall by its number. */
export type Surface = { piece: string } | { wall: number };

/** Places are looked at so far apart, mm. */
const GRID_MM = 7;
/** The nearest to the middle are judged, and no more: one is wanted at once. */
const MOST_JUDGED = 60;
const ID = 'a-new-key';

/** Every surface of a body a hole can be cut in, as a builder calls it; a plate has no walls. */
export function surfacesOf({ shell }: Scene): Array<{ on: Surface; name: string }> {
  if (!shell) return [];
  const walls = isOpen(shell.body) ? [] : shell.walls;
  return [
    ...shell.body.pieces.map((q) => ({ on: { piece: q.id }, name: `the ${q.role}` })),
    ...walls.map((wall) => ({ on: { wall: wall.index }, name: `the ${wallName(wall)}` })),
  ];
}

/**
 * A place for the hole of a new key.
 *
 * @param hole  across its cap, mm
 * @returns     in the body's frame, the nearest to the middle of the surface where no other hole, no
 *              picture, post or edge is in its way; the middle where there is none
 */
export function freePlace(scene: Scene, on: Surface, hole: number): InputPlace {
  const all = grid(scene, on);
  const open = all.filter((at) => !isInHole(scene, at, hole)).slice(0, MOST_JUDGED);
  return open.find((at) => isFree(scene, at, hole)) ?? all[0]!;
}

/**
 * Places for a group of keys in the face of a piece.
 *
 * @param arms  each key from the middle of the group, mm
 * @param near  where that middle is wanted, in the body's frame, mm
 * @param hole  across each cap, mm
 * @returns     a place for each arm, of those where nothing is in the way the nearest; nothing where
 *              the group has no room
 */
export function freeGroup(
  scene: Scene,
  piece: string,
  arms: ReadonlyArray<readonly [dx: number, dy: number]>,
  near: readonly [x: number, y: number],
  hole: number,
): InputPlace[] | undefined {
  const away = (at: { x: number; y: number }) => Math.hypot(at.x - near[0], at.y - near[1]);
  return grid(scene, { piece })
    .flatMap((at) => ('piece' in at ? [at] : []))
    .sort((a, b) => away(a) - away(b))
    .map((at) => arms.map(([dx, dy]) => ({ piece, x: tenth(at.x + dx), y: tenth(at.y + dy) })))
    .filter((group) => !group.some((at) => isInHole(scene, at, hole)))
    .slice(0, MOST_JUDGED)
    .find((group) => group.every((at) => isFree(scene, at, hole)));
}

/** Told without judging: a window takes half a face. */
function isInHole(scene: Scene, at: InputPlace, hole: number): boolean {
  return (
    'piece' in at &&
    scene.shell!.openings.face.some(
      (o) =>
        o.piece === at.piece &&
        Math.abs(o.x - at.x) < (o.w + hole) / 2 &&
        Math.abs(o.y - at.y) < (o.h + hole) / 2,
    )
  );
}

function grid(scene: Scene, on: Surface): InputPlace[] {
  const shell = scene.shell!;
  if ('wall' in on) {
    const { length } = shell.walls[on.wall]!;
    const [back, front] = [-1, 1].map((sign) =>
      Math.max(
        0,
        ...shell.body.pieces.filter((q) => shell.sign(q.id) === sign).map((q) => q.depth.mm),
      ),
    ) as [number, number];
    // In the deeper half, clear of the seam.
    const v = tenth(front > back ? front / 2 : -back / 2);
    return fromMiddle(length).map((along) => ({
      body: shell.body.id,
      wall: on.wall,
      along: tenth(along),
      v,
    }));
  }
  const xs = shell.walls.map((w) => w.x0);
  const ys = shell.walls.map((w) => w.y0);
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - x0, Math.max(...ys) - y0];
  return fromMiddle(w)
    .flatMap((x) => fromMiddle(h).map((y) => ({ ...on, x: tenth(x0 + x), y: tenth(y0 + y) })))
    .sort(
      (a, b) =>
        Math.hypot(a.x - x0 - w / 2, a.y - y0 - h / 2) -
        Math.hypot(b.x - x0 - w / 2, b.y - y0 - h / 2),
    );
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** The middle of a length, then ever further to either side. */
function fromMiddle(long: number): number[] {
  const out = [long / 2];
  for (let d = GRID_MM; d < long / 2; d += GRID_MM) out.push(long / 2 - d, long / 2 + d);
  return out;
}

function isFree(scene: Scene, at: InputPlace, hole: number): boolean {
  const { controls } = scene.project;
  const key: Input = { id: ID, name: 'a new key', functions: ['menu'], at, hole, routed: true };
  const project: Project = {
    ...scene.project,
    controls: { ...controls, inputs: [...controls.inputs, key] },
  };
  const trial = { ...scene, project };
  return !holeFindings(trial, cutting(project, trial)).some((f) => f.about.includes(ID));
}

/** Across a new key's cap, mm. */
const CAP_MM = 10;

/**
 * A key of its own in each face and wall: its hole where nothing is, and a switch behind it.
 *
 * @returns one way for each surface; which of them closes is tried on the whole build
 */
export function newKeyWays(scene: Scene, role: InputRole, library: readonly Part[]): WayOut[] {
  const { project } = scene;
  const taken = new Set(project.controls.inputs.map((i) => i.id));
  const id = [role, `${role}-key`, `${role}-key-2`].find((x) => !taken.has(x)) ?? `${role}-key-3`;
  return surfacesOf(scene).flatMap(({ on, name }): WayOut[] => {
    const at = freePlace(scene, on, CAP_MM);
    const input: Input = {
      id,
      name: `${role} key`,
      functions: [role],
      at,
      hole: CAP_MM,
      routed: true,
    };
    const begun = { do: 'input', input } as const;
    const trial = { ...scene, project: appliedAll(project, [begun]) };
    const [behind] = tactileUnder(trial, input, library);
    if (!behind) return [];
    return [
      {
        id: `new-${id}-${JSON.stringify(on)}`,
        text: `Cut a hole for a ${role} key in ${name}`,
        cost: `${behind.cost}; a hole of ${CAP_MM} mm and its play`,
        changes: [begun, ...behind.changes],
        effort: 2,
      },
    ];
  });
}
