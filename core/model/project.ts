/**
 * The project document: everything a builder decided or measured about one build, and nothing
 * that can be computed from it. Validated by this schema on every way in.
 */
import { z } from 'zod';
import { Brief } from './brief';
import { Donor } from './donor';
import { CUT_STATES, CutPlace, facePlace, place, wallPlace } from './cutPlace';
import { BusChip, Ladder } from './ladder';
import { Length } from './length';
import { Item, Part } from './part';
import { PatternCut } from './pattern';
import { Id, Name } from './shell';
import { Shell } from './joint';
import { Duties } from './duty';
import { MeterReading } from './meter';
import { PadBus } from './padBus';
import { Film, PressRecord } from './press';
import { Tick, Trial } from './tick';
import { Tracing } from './tracing';
import { Workshop } from './workshop';

export const FORMAT = 'deft-shell/5';

/** The ways to build that can be planned. */
export const WAYS = [
  'gut and fit',
  'carrier board',
  'custom shell',
  'open plate',
  'graft',
  'tv box',
  'transplant',
  'case upgrade',
] as const;

export const FIXINGS = ['screws', 'bracket', 'glue', 'tape'] as const;

/** Where an item sits. Its part's own datum lands at x, y; order: stand, flip, turn, move. */
export const Placement = z.strictObject({
  item: Id,
  /** The piece it is fixed to, or the item it rides on (then x, y, turn are in that item's frame). */
  /** On a piece's inner face, or on its outer one; or on another item. */
  on: z.union([
    z.strictObject({ piece: Id, side: z.literal('outside').optional() }),
    z.strictObject({ item: Id }),
  ]),
  x: place,
  y: place,
  turn: z.number().min(-360).max(360),
  /** `in`: the part's top looks into the cavity. */
  up: z.enum(['in', 'out']),
  stand: z.enum(['flat', 'on-edge-x', 'on-edge-y']),
  /** Height of its lowest remaining block above what it sits on, mm: stand-offs, tape, a shelf. */
  lift: z
    .number()
    .min(0, { error: 'A lift cannot be negative: the part would be in the floor.' })
    .max(200),
  /** How it is located: by hand ±0.3, in a jig or on screws ±0.1. */
  held: z.enum(['hand', 'jig']),
  /** What holds it for good; not decided when nothing is said. */
  fixed: z.enum(FIXINGS).optional(),
});
export type Placement = z.infer<typeof Placement>;

/** A hole of a board, by its number from 1. */
export const ItemHole = z.strictObject({
  item: Id,
  hole: z.number().int().min(1).max(200),
});
export type ItemHole = z.infer<typeof ItemHole>;

/** What an opening is for: a socket or a lever of a part, its picture, its screw, or a key. */
export const CutFor = z.union([
  ItemHole,
  z.strictObject({ item: Id, connector: Id }),
  z.strictObject({ item: Id, is: z.enum(['window', 'lever']) }),
  z.strictObject({ input: Id }),
]);
export type CutFor = z.infer<typeof CutFor>;

export const Cut = z.discriminatedUnion('kind', [
  /** A post or rib cut down. `to` is the height left above its floor; 0 takes it away. */
  z.strictObject({
    kind: z.literal('trim'),
    id: Id,
    feature: Id,
    copy: z.number().int().min(0).max(200),
    to: z.number().min(0).max(500),
    state: z.enum(CUT_STATES),
    measured: Length.optional(),
  }),
  /**
   * A floor made thinner from inside, so that a part sinks into it: a flat-bottomed pocket about a
   * middle in the build's frame, so deep below the floor that is there.
   */
  z.strictObject({
    kind: z.literal('pocket'),
    id: Id,
    piece: Id,
    x: place,
    y: place,
    w: z.number().positive().max(500),
    h: z.number().positive().max(500),
    deep: z.number().positive({ error: 'A pocket goes into the floor: give its depth.' }).max(20),
    state: z.enum(CUT_STATES),
    /** Its depth as read with the depth rod. */
    measured: Length.optional(),
  }),
  /** An opening the layout asks for. */
  z.strictObject({
    kind: z.literal('opening'),
    id: Id,
    for: CutFor,
    /** Wide enough for the plug's overmould instead of its nose only. */
    wide: z.boolean().optional(),
    /** Open to the parting line instead of a closed hole. */
    notch: z.boolean().optional(),
    state: z.enum(CUT_STATES),
    measured: z.strictObject({ w: Length, h: Length }).optional(),
    /** The middle of the hole that was cut: it stays there, whatever moves behind it. */
    at: CutPlace.optional(),
    /** The size it was to have when it was cut, mm. */
    to: z
      .strictObject({ w: z.number().positive().max(1000), h: z.number().positive().max(1000) })
      .optional(),
  }),
  PatternCut,
]);
export type Cut = z.infer<typeof Cut>;
export type OpeningCut = Extract<Cut, { kind: 'opening' }>;

/** The key an opening is spoken of by where things are counted and drawn. */
export function cutKey(of: CutFor): string {
  if ('input' in of) return `input/${of.input}`;
  if ('hole' in of) return `${of.item}/hole-${of.hole}`;
  return `${of.item}/${'connector' in of ? of.connector : of.is}`;
}
/** What is decided of an opening. */
export const openingCut = (p: Pick<Project, 'cuts'>, key: string): OpeningCut | undefined =>
  p.cuts.find((c): c is OpeningCut => c.kind === 'opening' && cutKey(c.for) === key);

export const INPUT_ROLES = [
  'up',
  'down',
  'left',
  'right',
  'south',
  'east',
  'west',
  'north',
  'l1',
  'r1',
  'l2',
  'r2',
  'select',
  'start',
  'menu',
  'volume-up',
  'volume-down',
  'power',
] as const;
export type InputRole = (typeof INPUT_ROLES)[number];

/** Where a key's hole is: one that is there, or one to be cut in a face or a wall of any body. */
export const InputPlace = z.union([
  z.strictObject({
    opening: Id,
    copy: z.number().int().min(0).max(200).optional(),
    dx: place.optional(),
    dy: place.optional(),
  }),
  /** The middle of a hole to be cut in the face of a piece, in its body's frame. */
  facePlace,
  /** Of one to be cut in a wall: from the wall's start, and above the parting plane. */
  wallPlace,
]);
export type InputPlace = z.infer<typeof InputPlace>;

const role = z.enum(INPUT_ROLES);
/** More a player does not remember of one key. */
export const MOST_FUNCTIONS = 4;
/** What a key does: its own first, then what else it does in games that leave its own free. */
export const Functions = z
  .tuple([role], role, { error: 'A key does at least one thing.' })
  .refine((all) => all.length <= MOST_FUNCTIONS, {
    error: `A key does at most ${MOST_FUNCTIONS} things.`,
  })
  .refine((all) => new Set(all).size === all.length, { error: 'A key does each thing once.' });
export type Functions = z.infer<typeof Functions>;

export const Input = z.strictObject({
  id: Id,
  name: Name,
  functions: Functions,
  at: InputPlace,
  /** Size of the hole its cap needs if there is none yet, mm. */
  hole: z.number().positive().max(60).optional(),
  /** On a line of the computer's header, or on a resistor ladder, though the others are read otherwise. */
  route: z.enum(['gpio', 'ladder']).optional(),
  /** Header GPIO chosen by hand. */
  gpio: z.number().int().min(0).max(63).optional(),
  /** The switch it presses, chosen by hand: a body, dome or stem of an item. */
  switch: z.strictObject({ item: Id, block: Id }).optional(),
  /** Whether a switch and its wire have a way: false is an open question the builder must answer. */
  routed: z.boolean(),
});
export type Input = z.infer<typeof Input>;

export const ROUTES = [
  'gpio',
  'usb',
  'expander',
  'original board',
  'pad bus',
  'ladder',
  'wireless',
] as const;
export type Route = (typeof ROUTES)[number];

/** How one key is read. */
export const routeOf = (p: Pick<Project, 'controls'>, input: Pick<Input, 'route'>): Route =>
  input.route ?? p.controls.route;

/** The same key with another function of its own; what else it does stays. */
export const doing = (input: Input, role: InputRole): Input => ({
  ...input,
  functions: [role, ...input.functions.slice(1).filter((x) => x !== role)],
});

/** A load that hangs on the pack or the wall, without a converter between. */
export const FROM_SOURCE = '@source';

export const Project = z.strictObject({
  format: z.literal(FORMAT, { error: `This is not a ${FORMAT} document.` }),
  id: Id,
  name: Name.min(1, { error: 'A build needs a name.' }),
  way: z.enum(WAYS),
  note: z.string().max(4000).optional(),
  brief: Brief,
  donor: Donor.optional(),
  shell: Shell,
  kit: z.strictObject({
    parts: z.array(Part).max(400, { error: 'A build holds at most 400 kinds of parts.' }),
    items: z.array(Item).max(400, { error: 'A build holds at most 400 parts.' }),
    /** What was read of them on the bench, as it was read. */
    readings: z
      .array(MeterReading)
      .max(2000, { error: 'A build holds at most 2,000 bench readings.' })
      .optional(),
  }),
  layout: z.strictObject({
    placements: z.array(Placement).max(400, { error: 'At most 400 parts have a place.' }),
  }),
  wiring: z.strictObject({
    nets: z
      .array(
        z.strictObject({
          id: Id,
          ends: z
            .array(z.strictObject({ item: Id, pad: z.string().min(1).max(40) }))
            .min(2)
            .max(12),
          awg: z.number().int().min(10).max(40).optional(),
          colour: z.string().max(40).optional(),
          label: z.string().max(40).optional(),
          /** Joined by a plug that is undone before the halves part. */
          plug: z.boolean().optional(),
          via: z
            .array(z.tuple([place, place, place]))
            .max(60)
            .optional(),
        }),
      )
      .max(600, { error: 'A build holds at most 600 wires chosen by hand.' }),
  }),
  cuts: z.array(Cut).max(600, { error: 'A build holds at most 600 cuts.' }),
  controls: z.strictObject({
    route: z.enum(ROUTES),
    inputs: z.array(Input).max(60, { error: 'A build holds at most 60 inputs.' }),
    /** The overlay's root compatible and GPIO label: asked of the builder, never guessed. */
    compatible: z.string().max(100).optional(),
    gpioLabel: z
      .string()
      .regex(/^[a-z_][a-z0-9_]{0,30}$/i, { error: 'A label is letters, digits and underscores.' })
      .optional(),
    /** The chip of an expander: asked of the builder. */
    expander: BusChip.optional(),
    /** A line must be still for so long before a key counts, ms. */
    debounceMs: z.number().int().min(0).max(60).optional(),
    /** The lag as it was filmed. */
    film: Film.optional(),
    /** Who does what no game does; what is not said here is read from keys and parts. */
    duties: Duties.optional(),
    /** The last press test: what every key told when it was pressed alone. */
    pressed: PressRecord.optional(),
    /** A kept board, read pad by pad. */
    tracing: Tracing.optional(),
    /** Keys told by voltage. */
    ladder: Ladder.optional(),
    /** A kept board that tells its keys bit after bit. */
    bus: PadBus.optional(),
  }),
  power: z.strictObject({
    /** Share of play time in games; the rest is menus. */
    gameShare: z.number().min(0).max(1),
    wireAwg: z.number().int().min(14).max(36),
    wireMm: z.number().positive({ error: 'A wire is longer than 0 mm.' }).max(2000),
    plugs: z.number().int().min(0).max(20),
    switchOhm: z.number().min(0).max(10),
    /** Capacity left of the rated one: 1 for a new cell. */
    health: z.number().gt(0.2).max(1),
    /** Fed by a cell, or from the wall alone. */
    source: z.enum(['cell', 'wall']).optional(),
    /** The warmth of the chip as it was read in a game after an hour, with the room, °C. */
    warmth: z
      .strictObject({ roomC: z.number().min(-20).max(60), chipC: z.number().min(-20).max(150) })
      .refine((w) => w.chipC > w.roomC, { error: 'A chip at work is warmer than the room.' })
      .optional(),
    /** The low-battery lamp: the share of the charge that is left when it comes on, and its reference, V. */
    low: z
      .strictObject({ share: z.number().min(0.02).max(0.9), refV: z.number().min(0.2).max(5) })
      .optional(),
    /** What a load is fed from, by hand: the source itself, or the part that makes a rail. By item. */
    feeds: z.record(Id, z.union([z.literal(FROM_SOURCE), Id])).optional(),
    /** How it is turned off, when that is not read from the parts. */
    off: z.enum(['latch', 'switch', 'menu']).optional(),
  }),
  sound: z.strictObject({
    note: z.string().max(400).optional(),
    /** No sound wanted. */
    none: z.boolean().optional(),
    /** Set in the menu or with a chord; no wheel or keys of its own. */
    volume: z.enum(['menu']).optional(),
  }),
  /** Assumptions somebody tried, and how it went. */
  tried: z.array(Trial).max(400).optional(),
  /** The system image that is used: where the copy lies and what it must hash to. */
  image: z
    .strictObject({
      name: z.string().max(200),
      copy: z.string().max(400).optional(),
      sha256: z
        .string()
        .regex(/^[0-9a-f]{64}$/, { error: 'A SHA-256 checksum is 64 digits of 0-9 and a-f.' })
        .optional(),
      gb: z.number().positive().max(4000).optional(),
    })
    .optional(),
  /** What the builder's own machines do; sizes of what is made for the build are corrected by it. */
  workshop: Workshop.optional(),
  build: z.strictObject({ done: z.array(Tick).max(2000) }),
});
export type Project = z.infer<typeof Project>;
