/**
 * Where an item may stand at all: behind its window or keys, at its grille, with its port in a wall,
 * or anywhere free. Positions come from what lies around it, so that parts end up side by side.
 */
import { type Block, isOpen, type Placement } from '../model';
import {
  KEY_MM,
  actuatorOf,
  BARE_METAL_MM,
  type Checker,
  isMoved,
  leverSweep,
  type Mouth,
  type PlacedItem,
  pointOf,
  standItem,
} from '../fit';
import { sockets } from '../kit';

export type Kind = 'window' | 'keys' | 'grille' | 'port' | 'lever' | 'free';
/** Room kept to whatever a part stands beside, mm: bare boards want half of one. */
const BESIDE = BARE_METAL_MM + 0.05;
const RECESSES = [0.45, 0.55, 0.35, 0.65];
/** Caps and their flanges take this much under the face; tried in turn. */
const CAP_LIFTS = [2.5, 2, 3, 1.5];

export interface Ground {
  checker: Checker;
  /** Items that stand already. */
  placed: ReadonlySet<string>;
  random: () => number;
}

export function kindOf(at: PlacedItem, g: Ground): Kind {
  const { body, openings } = g.checker.scene.shell!;
  // On a plate nothing is bound to a wall, a window or a grille.
  if (isOpen(body)) return 'free';
  const { face } = openings;
  if (at.part.screen) return face.some((o) => o.use === 'window') ? 'window' : 'free';
  if (at.part.family === 'switch' && switches(at).length && keyHoles(g).length) {
    return 'keys';
  }
  if (isMoved(at.part) && actuatorOf(at)) return 'lever';
  if (at.part.speaker && face.some((o) => o.use === 'speaker')) return 'grille';
  return sockets(at.part, at.item).some((s) => s.outside) ? 'port' : 'free';
}

const PRESSED: ReadonlySet<Block['kind']> = new Set<Block['kind']>(['body', 'cap', 'foam']);
/** Middles of its switches in the part's own plan; a body and the stem on it are one. */
const switches = (at: PlacedItem): Array<[number, number]> =>
  (at.part.inputs && !at.part.off ? at.part.blocks : [])
    .filter((b) => PRESSED.has(b.kind) && b.plan.kind !== 'polygon')
    .map((b): [number, number] => {
      if (b.plan.kind === 'rect') return [b.plan.x + b.plan.w.mm / 2, b.plan.y + b.plan.h.mm / 2];
      if (b.plan.kind === 'circle') return [b.plan.x, b.plan.y];
      return [0, 0];
    })
    .filter(([x, y], i, all) => all.findIndex(([u, v]) => Math.hypot(u - x, v - y) < 2) === i);

const round = (mm: number): number => Math.round(mm * 100) / 100;
const mean = (list: ReadonlyArray<readonly [number, number]>): [number, number] => [
  list.reduce((s, p) => s + p[0], 0) / list.length,
  list.reduce((s, p) => s + p[1], 0) / list.length,
];

/** An item as it would stand at the origin with this turn: its plan box and mouths. */
export interface Stance {
  place: Placement;
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  mouths: Mouth[];
  at: PlacedItem;
}

export function stance(
  g: Ground,
  at: PlacedItem,
  piece: string,
  up: Placement['up'],
  turn: number,
  lift: number,
): Stance {
  const scene = { ...g.checker.scene, items: new Map(g.checker.scene.items) };
  const place: Placement = {
    ...at.placement,
    // What stands on the outer face stays there.
    on: at.isOutside ? { piece, side: 'outside' } : { piece },
    x: 0,
    y: 0,
    turn,
    up: at.isOutside ? 'out' : up,
    lift,
    stand: 'flat',
    held: 'jig',
  };
  const stood = standItem(scene, place, at.index)!;
  const box = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity };
  for (const { solid: s } of stood.blocks) {
    box.x0 = Math.min(box.x0, s.x0);
    box.y0 = Math.min(box.y0, s.y0);
    box.x1 = Math.max(box.x1, s.x1);
    box.y1 = Math.max(box.y1, s.y1);
  }
  return { place, ...box, mouths: stood.mouths, at: stood };
}

interface KeyHole {
  id: string;
  x: number;
  y: number;
  w: number;
  h: number;
  piece: string;
}

/** Holes of keys in the faces: those that are there, and those planned for inputs of the layout. */
function keyHoles(g: Ground): KeyHole[] {
  const { project, shell } = g.checker.scene;
  const planned = project.controls.inputs.flatMap((i): KeyHole[] =>
    'piece' in i.at && i.routed
      ? [{ ...i.at, id: `input/${i.id}`, w: i.hole ?? KEY_MM, h: i.hole ?? KEY_MM }]
      : [],
  );
  return [...shell!.openings.face.filter((o) => o.use === 'button'), ...planned];
}

/** Lifts worth trying: the one it has, then the usual ones. */
const lifts = (at: PlacedItem, usual: readonly number[]): number[] => [
  ...new Set([...(at.placement.lift > 0 ? [at.placement.lift] : []), ...usual]),
];

export function* candidatePlaces(
  g: Ground,
  at: PlacedItem,
  kind: Kind,
  toward: readonly [number, number],
): Generator<Placement> {
  const shell = g.checker.scene.shell!;
  const face = shell.openings.face;
  const front = shell.body.pieces.find((q) => q.role === 'front') ?? shell.body.pieces[0]!;
  const back = shell.body.pieces.find((q) => q.role === 'back') ?? front;
  if (kind === 'window') {
    const { active } = at.part.screen!;
    for (const hole of face.filter((o) => o.use === 'window')) {
      for (const turn of [0, 180]) {
        const s = stance(g, at, hole.piece, 'out', turn, 0);
        const sign = turn === 0 ? 1 : -1;
        // Seen from the front a screen that looks out is not mirrored: its picture's middle turns with it.
        const [cx, cy] = [sign * (active.x + active.w / 2), sign * (active.y + active.h / 2)];
        yield { ...s.place, x: round(hole.x - cx), y: round(hole.y - cy) };
      }
    }
    return;
  }
  if (kind === 'keys') {
    yield* underKeys(g, at);
    return;
  }
  if (kind === 'grille') {
    for (const hole of face.filter((o) => o.use === 'speaker')) {
      const s = stance(g, at, hole.piece, 'out', 0, 0);
      yield {
        ...s.place,
        x: round(hole.x - (s.x0 + s.x1) / 2),
        y: round(hole.y - (s.y0 + s.y1) / 2),
      };
    }
    return;
  }
  if (kind === 'lever') {
    yield* atWalls(g, at, [back.id, front.id]);
    return;
  }
  if (kind === 'port') {
    const places: Array<{ place: Placement; worth: number }> = [];
    for (const piece of [back, front]) {
      for (const turn of [0, 90, 180, 270]) {
        for (const lift of lifts(at, [1, 3, 0.5, 4])) {
          const s = stance(g, at, piece.id, 'in', turn, lift);
          const mouth = s.mouths.find((m) => m.outside);
          if (!mouth) continue;
          for (const wall of shell.walls) {
            if (mouth.dx * wall.nx + mouth.dy * wall.ny < 0.99) continue;
            for (let u = 8 + g.random() * 4; u < wall.length - 8; u += 4) {
              const recess = Math.max(
                RECESSES[Math.floor(g.random() * RECESSES.length)]!,
                recessNeeded(s, mouth, shell.body.wall.mm),
              );
              const [x, y] = [
                wall.x0 + wall.ux * u - wall.nx * recess,
                wall.y0 + wall.uy * u - wall.ny * recess,
              ];
              // Charging goes to the bottom, pictures to the top, by habit; the back holds it before the front.
              const habit = (mouth.type.includes('hdmi') ? wall.ny > 0.5 : wall.ny < -0.5)
                ? 0
                : 0.5;
              places.push({
                place: { ...s.place, x: round(x - mouth.x), y: round(y - mouth.y) },
                worth: habit + (piece === front ? 0.8 : 0) + g.random(),
              });
            }
          }
        }
      }
    }
    for (const q of places.sort((a, b) => a.worth - b.worth).slice(0, 500)) yield q.place;
    return;
  }
  yield* freely(
    g,
    at,
    [back, front].map((q) => q.id),
    toward,
  );
}

/** A switch may lie so far from the middle of its hole, mm. */
const OFF_MM = 3;
/** Of one large hole or a hole for each switch, the latter is tried first, mm. */
const LARGE_HOLE_LAST = 0.5;

/** Where each switch of a part lies under a hole of its own, or all of them under one large hole. */
function* underKeys(g: Ground, at: PlacedItem): Generator<Placement> {
  const mine = switches(at);
  const holes = keyHoles(g);
  const fits: Array<{ piece: string; turn: number; x: number; y: number; off: number }> = [];
  for (const piece of new Set(holes.map((o) => o.piece))) {
    const inPiece = holes.filter((o) => o.piece === piece);
    for (const turn of mine.length > 1 ? [0, 90, 180, 270] : [0]) {
      const stood = stance(g, at, piece, 'out', turn, 0).at;
      const turned = mine.map(([x, y]): [number, number] => {
        const [u, v] = pointOf(stood, [x, y, 0]);
        return [u, v];
      });
      for (const fit of [...eachUnderOne(turned, inPiece), ...allUnderOne(turned, inPiece)]) {
        fits.push({ ...fit, piece, turn });
      }
    }
  }
  const good = fits.filter((f) => f.off < OFF_MM).sort((a, b) => a.off - b.off);
  for (const f of good) {
    for (const lift of lifts(at, CAP_LIFTS)) {
      const { place } = stance(g, at, f.piece, 'out', f.turn, lift);
      yield { ...place, x: round(f.x), y: round(f.y) };
    }
  }
}

type Laid = { x: number; y: number; off: number };

/**
 * Several switches, each under a hole of its own.
 *
 * @param turned  the switches, of the part at the origin, mm
 * @returns       every way to lie so, with how far the worst switch is off
 */
function eachUnderOne(
  turned: ReadonlyArray<readonly [number, number]>,
  holes: readonly KeyHole[],
): Laid[] {
  const [first] = turned;
  if (!first || turned.length < 2) return [];
  return holes.flatMap((anchor): Laid[] => {
    const near = turned.map(([x, y]) => {
      const [u, v] = [x + anchor.x - first[0], y + anchor.y - first[1]];
      return holes.reduce((a, b) =>
        Math.hypot(b.x - u, b.y - v) < Math.hypot(a.x - u, a.y - v) ? b : a,
      );
    });
    if (new Set(near).size < near.length) return [];
    // What is left over is shared by all.
    const [mx, my] = mean(turned);
    const [ox, oy] = mean(near.map((o) => [o.x, o.y]));
    const off = Math.max(
      ...turned.map(([x, y], i) =>
        Math.hypot(near[i]!.x - ox - (x - mx), near[i]!.y - oy - (y - my)),
      ),
    );
    return [{ x: ox - mx, y: oy - my, off }];
  });
}

/** All switches within one hole; a single one goes under the smallest: a wide one is a pad's. */
function allUnderOne(
  turned: ReadonlyArray<readonly [number, number]>,
  holes: readonly KeyHole[],
): Laid[] {
  const [mx, my] = mean(turned);
  return holes.map((hole) => {
    const over = turned.map(([x, y]) =>
      Math.max(Math.abs(x - mx) - hole.w / 2, Math.abs(y - my) - hole.h / 2),
    );
    const last = turned.length === 1 ? hole.w / 100 : LARGE_HOLE_LAST;
    return { x: hole.x - mx, y: hole.y - my, off: Math.max(0, ...over) + last };
  });
}

/** A lever's tip stands out of the outer face by so much; tried in turn, mm. */
const STANDS_OUT = [0.5, 0, 1];

/** Wall left between a lever's slot and a hole that is there, mm, and how far its slot may lie beside it. */
const SLOT_WEB_MM = 2.5;
const LEVER_OFF_MM = 3;

/** Where a lever looks out of a wall: its slot is cut where it comes to stand. */
function* atWalls(g: Ground, at: PlacedItem, pieces: readonly string[]): Generator<Placement> {
  const { walls, openings } = g.checker.scene.shell!;
  const places: Array<{ place: Placement; worth: number }> = [];
  for (const [i, piece] of pieces.entries()) {
    for (const turn of [0, 90, 180, 270]) {
      for (const lift of lifts(at, [0, 2, 1])) {
        const s = stance(g, at, piece, 'in', turn, lift);
        const lever = actuatorOf(s.at);
        if (!lever) continue;
        for (const wall of walls) {
          if (lever.dir[0] * wall.nx + lever.dir[1] * wall.ny < 0.99) continue;
          const sweep = leverSweep(lever, s.at, wall);
          const half = (sweep.u.to - sweep.u.from) / 2 + SLOT_WEB_MM;
          const holes = openings.wall.filter((o) => o.wall === wall.index);
          for (let u = 8 + g.random() * 4; u < wall.length - 8; u += 4) {
            // Its slot keeps clear of the holes that are there.
            if (holes.some((o) => Math.abs(o.u - u) < o.w / 2 + half + LEVER_OFF_MM)) continue;
            const out = STANDS_OUT[Math.floor(g.random() * STANDS_OUT.length)]!;
            const x = wall.x0 + wall.ux * u + wall.nx * out;
            const y = wall.y0 + wall.uy * u + wall.ny * out;
            places.push({
              place: { ...s.place, x: round(x - lever.tip[0]), y: round(y - lever.tip[1]) },
              worth: 0.8 * i + g.random(),
            });
          }
        }
      }
    }
  }
  for (const q of places.sort((a, b) => a.worth - b.worth).slice(0, 500)) yield q.place;
}

/** How far a mouth must lie behind the outer face for the board beside its socket to clear the wall, mm. */
export function recessNeeded(s: Stance, mouth: Mouth, wallMm: number): number {
  const along = (x: number, y: number) => x * mouth.dx + y * mouth.dy;
  const edge = Math.max(
    ...s.at.blocks
      .filter((b) => b.block.id !== mouth.block)
      .flatMap(({ solid: q }) => [
        along(q.x0, q.y0),
        along(q.x1, q.y0),
        along(q.x0, q.y1),
        along(q.x1, q.y1),
      ]),
  );
  return wallMm + 0.25 - (along(mouth.x, mouth.y) - edge);
}

/** Beside walls, posts and what stands: the corner that lies furthest `toward` first, with a few by chance. */
function* freely(
  g: Ground,
  at: PlacedItem,
  pieces: readonly string[],
  toward: readonly [number, number],
): Generator<Placement> {
  const shell = g.checker.scene.shell!;
  const t = shell.body.wall.mm + 0.2;
  const W = Math.max(...shell.walls.map((w) => w.x0));
  const H = Math.max(...shell.walls.map((w) => w.y0));
  const list: Array<{ place: Placement; worth: number }> = [];
  for (const piece of pieces) {
    for (const turn of [0, 90, 180, 270]) {
      const lift = lifts(at, at.part.cell ? [0] : [0.5, 1])[0]!;
      const s = stance(g, at, piece, 'in', turn, lift);
      const [w, h] = [s.x1 - s.x0, s.y1 - s.y0];
      const xs = new Set([t, W - t - w]);
      const ys = new Set([t, H - t - h]);
      const beside = (x0: number, x1: number, y0: number, y1: number) => {
        xs.add(x1 + BESIDE);
        xs.add(x0 - BESIDE - w);
        xs.add(x0);
        ys.add(y1 + BESIDE);
        ys.add(y0 - BESIDE - h);
        ys.add(y0);
      };
      for (const f of shell.features) {
        if (f.piece === piece) beside(f.solid.x0, f.solid.x1, f.solid.y0, f.solid.y1);
      }
      for (const id of g.placed) {
        const o = g.checker.scene.items.get(id)!;
        if (o.blocks.length) {
          beside(
            Math.min(...o.blocks.map((b) => b.solid.x0)),
            Math.max(...o.blocks.map((b) => b.solid.x1)),
            Math.min(...o.blocks.map((b) => b.solid.y0)),
            Math.max(...o.blocks.map((b) => b.solid.y1)),
          );
        }
      }
      for (const z of shell.body.pieces.find((q) => q.id === piece)?.zones ?? []) {
        const fl = shell.floors.get(piece)!.find((q) => q.name === z.name);
        if (fl) {
          const p = fl.prisms[0]!;
          xs.add(p.x0 + 0.3);
          xs.add(p.x1 - 0.3 - w);
          ys.add(p.y0 + 0.3);
          ys.add(p.y1 - 0.3 - h);
        }
      }
      for (const x of xs) {
        for (const y of ys) {
          if (x >= t - 0.01 && y >= t - 0.01 && x + w <= W - t + 0.01 && y + h <= H - t + 0.01) {
            list.push({
              place: { ...s.place, x: round(x - s.x0), y: round(y - s.y0) },
              worth:
                (toward[0] * (x + w / 2)) / W +
                (toward[1] * (y + h / 2)) / H +
                (piece === pieces[0] ? 0 : 0.3) +
                0.25 * g.random(),
            });
          }
        }
      }
      for (let k = 0; k < 40; k++) {
        list.push({
          place: {
            ...s.place,
            x: round(t + g.random() * Math.max(0, W - 2 * t - w) - s.x0),
            y: round(t + g.random() * Math.max(0, H - 2 * t - h) - s.y0),
          },
          worth: 0.6 + g.random(),
        });
      }
    }
  }
  for (const q of list.sort((a, b) => a.worth - b.worth).slice(0, 900)) yield q.place;
}
