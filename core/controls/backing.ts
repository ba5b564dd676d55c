/**
 * Which switch stands behind each input: one position of a part, facing it and within its reach.
 *
 * A plate has several positions, a five-way stick serves several inputs at one. Inputs take the
 * nearest position that is free, the nearest pair first; what is left over has no switch.
 */
import {
  appliedAll,
  type Carrier,
  type Finding,
  type Input,
  type Looks,
  mm1,
  type Part,
  type Placement,
  type Project,
  type WayOut,
} from '../model';
import { isLatchKey } from '../kit';
import { axesOf, directionOf, dot, type PlacedItem, type Scene, standItem, type Vec } from '../fit';
import { outwardAt, inputPlace, type Place } from './places';
import { switchBlocks } from './switches';

/** A stem this far beside the middle of its hole is still met by the key, mm; further, only by its own measured cap. */
const MEETS_MM = 4;
/** A membrane's dome or a stick serves keys over its own width and so far around it, mm. */
const AROUND_MM = 4;
/** Between the inside of the face and a stem, the longest peg of an ordinary key, mm: typical. */
const PEG_MM = 12;

/** A switch faces a key when its axis is so near to the key's: the cosine. */
const FACES = 0.7;

interface Position {
  at: PlacedItem;
  /** Its body and what stands on it. */
  blocks: string[];
  label: string;
  top: Vec;
  looks: Vec;
  /** How far from its middle a key may lie, mm, and how many it serves. */
  reach: number;
  serves: number;
}

/** Routes in which the builder's own switches are read. */
const OWN_SWITCHES: ReadonlySet<Project['controls']['route']> = new Set<
  Project['controls']['route']
>(['gpio', 'usb', 'expander', 'ladder']);
/** Routes in which keys keep the contacts of a board that was kept. */
const AT_KEPT: ReadonlySet<Project['controls']['route']> = new Set<Project['controls']['route']>([
  'original board',
  'pad bus',
]);

function positionsOf(at: PlacedItem): Position[] {
  if (at.part.carrier?.keys.length) return switchesOfCarrier(at, at.part.carrier);
  if (at.part.family !== 'switch' || at.part.off) return [];
  const [, , looks] = axesOf(at);
  const switches = switchBlocks(at);
  // A body and the stem on it are one switch.
  const spots: Position[] = [];
  for (const { block, solid: s } of switches) {
    const middle: Vec = [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, (s.z0 + s.z1) / 2];
    const half = (s.x1 - s.x0) * Math.abs(looks[0]) + (s.y1 - s.y0) * Math.abs(looks[1]);
    const reachUp = (half + (s.z1 - s.z0) * Math.abs(looks[2])) / 2;
    const top: Vec = [
      middle[0] + looks[0] * reachUp,
      middle[1] + looks[1] * reachUp,
      middle[2] + looks[2] * reachUp,
    ];
    const wide = block.soft ? Math.min(s.x1 - s.x0, s.y1 - s.y0) / 2 + AROUND_MM : MEETS_MM;
    const same = spots.find((q) => Math.hypot(...beside(q.top, top, looks)) < 2);
    if (!same) {
      const blocks = [block.id];
      spots.push({ at, blocks, label: block.name, top, looks, reach: wide, serves: 1 });
      continue;
    }
    same.blocks.push(block.id);
    if (dot(top, looks) > dot(same.top, looks)) {
      same.top = top;
      same.reach = Math.max(same.reach, wide);
    }
  }
  const each = Math.max(1, Math.ceil((at.part.inputs ?? spots.length) / Math.max(1, spots.length)));
  return spots.map((q) => ({
    ...q,
    serves: each,
    reach: each > 1 ? Math.max(q.reach, 2 * MEETS_MM + AROUND_MM) : q.reach,
  }));
}

const AXES: Readonly<Record<Looks, Vec>> = {
  'x+': [1, 0, 0],
  'x-': [-1, 0, 0],
  'y+': [0, 1, 0],
  'y-': [0, -1, 0],
  'z+': [0, 0, 1],
  'z-': [0, 0, -1],
};

/** The keys that a carrier brings: each a block of its own, looking where its maker says. */
const switchesOfCarrier = (at: PlacedItem, carrier: Carrier): Position[] =>
  carrier.keys.flatMap(({ block: id, looks: way }): Position[] => {
    const solid = at.blocks.find(({ block }) => block.id === id)?.solid;
    if (!solid) return [];
    const looks = directionOf(at, AXES[way]);
    const end = (axis: 0 | 1 | 2, low: number, high: number): number =>
      (low + high) / 2 + (looks[axis] * (high - low)) / 2;
    return [
      {
        at,
        blocks: [id],
        label: at.blocks.find(({ block }) => block.id === id)!.block.name,
        top: [end(0, solid.x0, solid.x1), end(1, solid.y0, solid.y1), end(2, solid.z0, solid.z1)],
        looks,
        reach: MEETS_MM,
        serves: 1,
      },
    ];
  });

/** What lies between two points at right angles to a direction. */
function beside(a: Vec, b: Vec, along: Vec): [number, number, number] {
  const d: Vec = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const k = dot(d, along);
  return [d[0] - k * along[0], d[1] - k * along[1], d[2] - k * along[2]];
}

type Fault = 'faces away' | 'out of reach' | 'taken' | 'beside';
export interface Backing {
  input: Input;
  place: Place;
  /** Its switch, how far that lies beside the middle of the hole, and behind the face, mm. */
  on?: { item: string; block?: string; label: string; off: number; gap: number };
  /** The nearest that would do but for one thing. */
  near?: { name: string; item: string; fault: Fault; mm: number };
}

/** Inputs of the scene's body, each with the switch behind it. */
export function backings(scene: Scene): Backing[] {
  const { project, shell } = scene;
  const boards = keptBoards(scene);
  const { route } = project.controls;
  const isRead = OWN_SWITCHES.has(route) || (AT_KEPT.has(route) && boards.length > 0);
  const wanting = project.controls.inputs.filter(
    (i) => isRead || i.route !== undefined || isLatchKey(project, i),
  );
  if (!shell || !wanting.length) return [];
  const positions = [...scene.items.values()].flatMap(positionsOf);
  const left = new Map(positions.map((q) => [q, q.serves]));
  const inputs = wanting.flatMap((input) => {
    const place = input.routed ? inputPlace(scene, input) : undefined;
    const outward = place && outwardAt(scene, input);
    return place && outward ? [{ input, place, outward }] : [];
  });
  const pairs = inputs.flatMap((i) =>
    positions
      .filter((q) => mayBe(i.input, q))
      .map((q) => ({ i, q, ...meeting(q, i.place, i.outward) })),
  );
  const on = new Map<Input, (typeof pairs)[number]>();
  const good = pairs.filter((x) => x.faces && x.gap <= PEG_MM && x.off <= x.q.reach);
  const byHand = (x: (typeof pairs)[number]): number => (x.i.input.switch ? 0 : 1);
  for (const pair of good.sort((a, b) => byHand(a) - byHand(b) || a.off - b.off)) {
    if (on.has(pair.i.input) || !left.get(pair.q)) continue;
    on.set(pair.i.input, pair);
    left.set(pair.q, left.get(pair.q)! - 1);
  }
  return inputs.map(({ input, place, outward }): Backing => {
    const mine = on.get(input);
    if (mine) {
      const { at, blocks, label } = mine.q;
      const { off, gap } = mine;
      return { input, place, on: { item: at.item.id, block: blocks[0]!, label, off, gap } };
    }
    const board = boards.find((at) => isOver(at, place, outward));
    if (board && !input.switch) {
      return {
        input,
        place,
        on: { item: board.item.id, label: 'its own contacts', off: 0, gap: Infinity },
      };
    }
    const nearest = pairs.filter((x) => x.i.input === input).sort((a, b) => a.off - b.off)[0];
    if (!nearest || (!input.switch && nearest.off > 3 * nearest.q.reach)) return { input, place };
    const name = `${nearest.q.label} of ${nearest.q.at.item.name}`;
    const by = (fault: Fault, mm: number): Backing => ({
      input,
      place,
      near: { name, item: nearest.q.at.item.id, fault, mm },
    });
    if (nearest.off > nearest.q.reach) {
      return by('beside', nearest.off);
    }
    if (!nearest.faces) return by('faces away', 0);
    if (nearest.gap > PEG_MM) {
      return by('out of reach', nearest.gap);
    }
    return by('taken', nearest.off);
  });
}

/** A switch chosen by hand is the only one that counts. */
const mayBe = ({ switch: own }: Input, q: Position): boolean =>
  !own || (q.at.item.id === own.item && q.blocks.includes(own.block));

/** Every switch of a body that may be chosen for a key, by its first block. */
export const switchesOf = (
  scene: Scene,
): Array<{ item: string; block: string; blocks: readonly string[]; name: string }> =>
  [...scene.items.values()].flatMap(positionsOf).map(({ at, blocks, label }) => ({
    item: at.item.id,
    block: blocks[0]!,
    blocks,
    name: `${label} of ${at.item.name}`,
  }));

/** Boards with their own chips: what lies right under a key may be pressed on their own contacts. */
const keptBoards = (scene: Scene): PlacedItem[] =>
  [...scene.items.values()].filter((at) => at.part.host?.is === 'kept board');

/** Whether a key lies over a board that looks at it, within a peg's reach. */
function isOver(at: PlacedItem, place: Place, outward: Vec): boolean {
  const [, , looks] = axesOf(at);
  const plate = at.blocks.find(({ block }) => block.kind === 'board')?.solid;
  if (!plate || dot(looks, outward) < FACES) return false;
  const { x0, x1, y0, y1, z0, z1 } = plate;
  const top: Vec = [(x0 + x1) / 2, (y0 + y1) / 2, looks[2] > 0 ? z1 : z0];
  const gap = dot([place.x - top[0], place.y - top[1], place.z - top[2]], outward);
  const isWithin = place.x >= x0 && place.x <= x1 && place.y >= y0 && place.y <= y1;
  return isWithin && gap >= 0 && gap <= PEG_MM;
}

/** How a switch meets a key: beside its middle, behind the face, and whether it looks at it. */
function meeting(q: Position, place: Place, outward: Vec) {
  const p: Vec = [place.x, place.y, place.z];
  return {
    faces: dot(q.looks, outward) > FACES,
    off: Math.hypot(...beside(q.top, p, outward)),
    gap: dot([p[0] - q.top[0], p[1] - q.top[1], p[2] - q.top[2]], outward),
  };
}

const FAULTS: Readonly<Record<Fault, (name: string, mm: number) => string>> = {
  'faces away': (name) => `${name} lies under it but looks the other way.`,
  'out of reach': (name, mm) =>
    `${name} lies ${mm1(mm)} mm behind the face; a key's peg reaches about ${PEG_MM} mm (typical).`,
  taken: (name) => `${name} is already behind another input: one position tells one key.`,
  beside: (name, mm) =>
    `${name} lies ${mm1(mm)} mm beside the middle of its hole; up to ${MEETS_MM} mm is met (typical).`,
};

/** What moves in a hole keeps so much room around it, mm: typical. */
const SLIDES_MM = 0.3;

/** Inputs with a wire planned and no switch that could close it, or whose switch cannot come through its hole. */
export function backingFindings(scene: Scene): Finding[] {
  const all = backings(scene);
  return [
    ...all.flatMap((b) => tooNarrow(scene, b)),
    ...all.flatMap((b) => noRoomForCap(scene, b)),
    ...withoutSwitch(all),
    ...atKept(scene, new Set(all.map((b) => b.input))),
  ];
}

/** Contacts of a kept board lie no nearer to each other, mm: typical. */
const PILL_MM = 2;

interface AtKept {
  input: Input;
  place: Place;
}

/** Keys that keep the contacts of a kept board: each behind its own hole, and in one place. */
function atKept(scene: Scene, switched: ReadonlySet<Input>): Finding[] {
  const { controls } = scene.project;
  if (!AT_KEPT.has(controls.route)) return [];
  const kept = controls.inputs.flatMap((input): AtKept[] => {
    const place = input.routed && !switched.has(input) ? inputPlace(scene, input) : undefined;
    return place ? [{ input, place }] : [];
  });
  return [...onOnePill(kept), ...kept.flatMap((k) => besideHole(scene, k))];
}

/** A place that was typed beside the hole its key is to be pressed through. */
function besideHole(scene: Scene, { input, place }: AtKept): Finding[] {
  const { at } = input;
  if (!('opening' in at)) return [];
  const hole = scene.shell!.openings.face.find(
    (o) => o.id === at.opening && o.copy === (at.copy ?? 0),
  );
  if (!hole) return [];
  const [dx, dy] = [Math.abs(place.x - hole.x), Math.abs(place.y - hole.y)];
  const mm = Math.max(dx - hole.w / 2, dy - hole.h / 2);
  if (mm <= PILL_MM) return [];
  return [
    {
      id: `switch:beside-${input.id}`,
      station: 'controls',
      check: 'switch',
      code: 'contacts-beside',
      verdict: 'hit',
      title: `${mm1(mm)} mm beside its hole`,
      what: `${input.name} is noted where ${hole.name} does not reach.`,
      why: ['A cap presses what lies behind its own hole: correct its place under Inputs.'],
      about: [input.id, hole.id],
      refs: [
        { is: 'input', id: input.id },
        { is: 'opening', id: hole.id },
      ],
      at: place,
    },
  ];
}

/** Two keys said to be at one place of a kept board: it has one pair of contacts there. */
const onOnePill = (kept: readonly AtKept[]): Finding[] =>
  kept.flatMap(({ input, place }, i): Finding[] => {
    const twin = kept
      .slice(0, i)
      .find(
        ({ place: q }) => Math.hypot(place.x - q.x, place.y - q.y, place.z - q.z) < PILL_MM,
      )?.input;
    if (!twin) return [];
    return [
      {
        id: `switch:${input.id}`,
        station: 'controls',
        check: 'switch',
        code: 'contacts-shared',
        verdict: 'hit',
        title: 'Two inputs over one pair of contacts',
        what: `${twin.name} and ${input.name} lie at the same place of the kept board.`,
        why: ['One of them has its hole elsewhere, or is not there: correct it under Inputs.'],
        about: [twin.id, input.id],
        refs: [
          { is: 'input', id: twin.id },
          { is: 'input', id: input.id },
        ],
        at: place,
      },
    ];
  });

/** A hole to be cut that the stem behind it does not go through. */
function tooNarrow(scene: Scene, { input, place, on }: Backing): Finding[] {
  const stems = (on && scene.items.get(on.item)?.blocks) ?? [];
  const widths = stems
    .filter(({ block }) => block.kind === 'cap')
    .map(({ solid: s }) => Math.max(s.x1 - s.x0, s.y1 - s.y0));
  if ('opening' in input.at || input.hole === undefined || !widths.length) return [];
  const needs = Math.min(...widths) + 2 * SLIDES_MM;
  if (input.hole >= needs) return [];
  return [
    {
      id: `switch:narrow-${input.id}`,
      station: 'controls',
      check: 'switch',
      code: 'hole-narrow',
      verdict: 'hit',
      title: `${mm1(needs - input.hole)} mm too narrow`,
      what: `The hole of ${input.name} and the stem of ${scene.items.get(on!.item)!.item.name}`,
      why: [
        `A stem ${mm1(needs - 2 * SLIDES_MM)} mm wide slides in ${mm1(needs)} mm; the hole is planned ${mm1(input.hole)} mm wide.`,
      ],
      about: [input.id, on!.item],
      refs: [{ is: 'input', id: input.id }],
      at: place,
    },
  ];
}

/** The flange of an ordinary key, mm: typical. */
const FLANGE_MM = 1;

/** A switch so near behind its hole that no flange goes between; a cap that was measured is told by its stack. */
function noRoomForCap(scene: Scene, { input, place, on }: Backing): Finding[] {
  const { at } = input;
  if (!on || !('opening' in at) || on.gap >= FLANGE_MM) return [];
  const isMeasured = scene.shell!.body.caps?.some((c) => c.opening === at.opening);
  const isFace = scene.shell!.openings.face.some((o) => o.id === at.opening);
  if (isMeasured || !isFace) return [];
  return [
    {
      id: `switch:high-${input.id}`,
      station: 'controls',
      check: 'switch',
      code: 'no-room-for-cap',
      verdict: 'tight',
      title: on.gap < 0 ? `${mm1(on.gap)} mm into the face` : `${mm1(on.gap)} mm for its key`,
      what: `${input.name} has no room between its face and the ${on.label}.`,
      why: [
        `The flange of a key is about ${FLANGE_MM} mm thick (typical). Measure the cap, under Shell; set the switch deeper.`,
      ],
      about: [input.id, on.item],
      refs: [{ is: 'input', id: input.id }],
      at: place,
    },
  ];
}

/** Why a key has no switch. */
function whyNone({ input, near }: Backing): string {
  if (near) return FAULTS[near.fault](near.name, near.mm);
  return input.switch
    ? 'The switch chosen for it by hand does not lie in this body.'
    : 'No switch of the layout lies behind its hole.';
}

function withoutSwitch(all: readonly Backing[]): Finding[] {
  return all
    .filter((b) => !b.on)
    .map((b): Finding => {
      const { input, place, near } = b;
      return {
        id: `switch:${input.id}`,
        station: 'controls',
        check: 'switch',
        code: near ? `switch-${near.fault.replace(/ /g, '-')}` : 'no-switch',
        verdict: 'hit',
        title: 'No switch behind it',
        what: `${input.name} has a hole and a line, but nothing to press.`,
        why: [whyNone(b)],
        about: [input.id, ...(near ? [near.item] : [])],
        refs: [{ is: 'input', id: input.id }],
        at: place,
      };
    });
}

/** A single switch of the kit that has no place, laid under each key that has none. */
export function switchPlaces(scene: Scene, f: Finding): WayOut[] {
  const { project } = scene;
  const item = project.kit.items.find((i) => f.about.includes(i.id));
  const part = project.kit.parts.find((q) => q.id === item?.part);
  if (!item || !part || !isTactile(part)) return [];
  return backings(scene)
    .filter((b) => !b.on)
    .flatMap(({ input, place }): WayOut[] => {
      const placement = underKey(scene, input, place, item.id);
      if (!placement) return [];
      return [
        {
          id: `under-${item.id}-${input.id}`,
          text: `Put ${item.name} behind ${input.name}`,
          cost: 'on a scrap of board, braced from behind, two wires',
          changes: [{ do: 'stand', placement }],
          effort: 0.5,
        },
      ];
    });
}

/** Where a single switch lies under a key: behind the middle of its hole, looking at it. */
function underKey(scene: Scene, input: Input, place: Place, item: string): Placement | undefined {
  const outward = outwardAt(scene, input);
  const shell = scene.shell;
  if (!shell || !outward) return undefined;
  const peg = input.functions[0] === 'power' ? BARE_PEG_MM : PEG_LIFT_MM;
  if (Math.abs(outward[2]) < 0.9) return behindWall(scene, place, outward, item, peg);
  const piece = shell.body.pieces.find((q) => shell.sign(q.id) === Math.sign(outward[2]));
  return (
    piece && {
      item,
      on: { piece: piece.id },
      x: tenth(place.x),
      y: tenth(place.y),
      turn: 0,
      up: 'out',
      stand: 'flat',
      lift: peg,
      held: 'jig',
      fixed: 'bracket',
    }
  );
}

/** On which edge, turned how, a switch may look at a wall. */
const ON_EDGE = (['on-edge-x', 'on-edge-y'] as const).flatMap((stand) =>
  [0, 90, 180, 270].map((turn) => ({ stand, turn })),
);

/** Behind a wall: on edge on the floor of the half that the hole is in, as high as the hole. */
function behindWall(
  scene: Scene,
  place: Place,
  outward: Vec,
  item: string,
  peg: number,
): Placement | undefined {
  const shell = scene.shell!;
  const sign = place.z > 0 ? 1 : -1;
  const piece = shell.body.pieces.find((q) => shell.sign(q.id) === sign);
  if (!piece) return undefined;
  for (const turned of ON_EDGE) {
    const on: Placement = {
      ...turned,
      item,
      on: { piece: piece.id },
      x: 0,
      y: 0,
      up: 'in',
      lift: 0,
      held: 'jig',
      fixed: 'bracket',
    };
    const stem = stemOf(scene, on);
    if (!stem || dot(stem.looks, outward) < 0.99) continue;
    const inside = shell.body.wall.mm + peg;
    const there = (axis: 0 | 1): number =>
      tenth([place.x, place.y][axis]! - outward[axis] * inside - stem.top[axis]);
    const moved = { ...on, x: there(0), y: there(1) };
    // Its floor may lie deeper or higher here than where it was looked at.
    const high = stemOf(scene, moved)?.top[2];
    const lift = high === undefined ? -1 : tenth(sign * (high - place.z));
    if (lift >= 0) return { ...moved, lift };
  }
  return undefined;
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** The end of a single switch's stem where a placement puts it, and where it looks. */
function stemOf(scene: Scene, on: Placement): { top: Vec; looks: Vec } | undefined {
  const trial = { ...scene, items: new Map(scene.items) };
  const at = standItem(trial, on, scene.project.layout.placements.length);
  return at && positionsOf(at)[0];
}

/** A tactile switch set under an input. */
export function tactileUnder(scene: Scene, input: Input, library: readonly Part[]): WayOut[] {
  const place = inputPlace(scene, input);
  const [part] = library
    .filter((q) => q.family === 'switch' && q.inputs === 1 && isTactile(q))
    .sort((a, b) => Math.abs(tall(a) - USUAL_MM) - Math.abs(tall(b) - USUAL_MM));
  if (!part || !place) return [];
  const project = appliedAll(scene.project, [{ do: 'add', part }]);
  const item = project.kit.items.at(-1)!.id;
  const placement = underKey({ ...scene, project }, input, place, item);
  if (!placement) return [];
  return [
    {
      id: `tactile-${input.id}`,
      text: input.routed
        ? `Put a ${part.name} behind ${input.name}`
        : `Give ${input.name} a ${part.name} and a free line`,
      cost: 'one switch on a scrap of board, braced from behind, two wires',
      changes: [
        ...(input.routed ? [] : [{ do: 'input' as const, input: { ...input, routed: true } }]),
        { do: 'add', part },
        { do: 'stand', placement },
      ],
      effort: 1.4,
    },
  ];
}
/** Between the face and a new switch, room for a key's flange and peg, mm. */
const PEG_LIFT_MM = 2.5;
/** A power key is pressed through its hole, without a key on it: its stem lies right behind the face. */
const BARE_PEG_MM = 0.3;
/** The commonest height of a tactile switch, mm. */
const USUAL_MM = 5;
const tall = (q: Part): number => Math.max(...q.blocks.map((b) => b.base + b.height.mm));
/** A bare switch: a body, a stem and legs that are trimmed. */
const isTactile = (q: Part): boolean =>
  q.blocks.length === 3 && q.blocks.some((b) => b.kind === 'cap') && !q.off && !q.ports;

/** A switch chosen by hand that does not do: whichever lies nearest. */
function nearestAgain(input: Input): WayOut[] {
  if (!input.switch) return [];
  const next = { ...input };
  delete next.switch;
  return [
    {
      id: `nearest-${input.id}`,
      text: `Press ${input.name} on the switch that lies nearest`,
      cost: 'what was chosen by hand is given up',
      changes: [{ do: 'input', input: next }],
      effort: 0.2,
    },
  ];
}

/** What may mend an input without a switch. */
export function backingWays(scene: Scene, f: Finding, library: readonly Part[]): WayOut[] {
  if (f.code === 'switch-loose' || f.code === 'plate-bends') return [];
  const input = scene.project.controls.inputs.find((i) => f.about.includes(i.id));
  if (!input) return [];
  return [
    ...nearestAgain(input),
    ...tactileUnder(scene, input, library),
    {
      id: `leave-out-${input.id}`,
      text: `Do without ${input.name}`,
      cost: 'some games miss it',
      changes: [{ do: 'leave-out-input', input: input.id }],
      effort: 8,
    },
  ];
}
