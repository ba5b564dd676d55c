/**
 * Parts in the document: sets of blocks with their own heights, connectors with a direction,
 * named pads, and the electrical figures each kind of part needs.
 */
import { z } from 'zod';
import { Carrier } from './carrier';
import { HOWS, Length } from './length';
import { CARRIES, FORMS, Port } from './port';
import { SawnEdges } from './sawn';
import { Id, Name, Points } from './shell';

const mm = z.number().min(-500).max(500);
const point3 = z.tuple([mm, mm, mm]);

export const BLOCK_KINDS = [
  'board',
  'chip',
  'connector',
  'pins',
  'body',
  'cell',
  'glass',
  'cap',
  'foam',
  'shield',
] as const;

/** A prism: a plan shape in the plane across `axis`, standing from `base` for `height` along it. */
export const Block = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(BLOCK_KINDS),
  plan: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('rect'), x: mm, y: mm, w: Length, h: Length }),
    z.strictObject({ kind: z.literal('circle'), x: mm, y: mm, d: Length }),
    z.strictObject({
      kind: z.literal('polygon'),
      points: Points,
      holes: z.array(Points).max(40).optional(),
      how: z.enum(HOWS),
    }),
  ]),
  axis: z.enum(['x', 'y', 'z']),
  base: mm,
  height: Length,
  /** Gives way to a touch: foam, pads, wire. */
  soft: z.boolean().optional(),
  /** Does its work pressed in along its axis: spring contacts, foam. Between the least and the most share of its stroke. */
  presses: z
    .strictObject({
      strokeMm: z
        .number({ error: 'A stroke is a number of mm.' })
        .positive({ error: 'A stroke is longer than 0 mm.' })
        .max(50),
      least: z.number().min(0).max(1),
      most: z.number().min(0).max(1),
      /** Force of one, N, and how many there are. */
      forceN: z.number().min(0).max(50).optional(),
      count: z.number().int().min(1).max(400).optional(),
    })
    .refine((q) => q.least < q.most, { error: 'The least share must be below the most.' })
    .optional(),
  /** May be taken off the board, with what that costs. */
  removable: z
    .strictObject({
      tool: z.enum(['fingers', 'iron', 'wick', 'hot air', 'rotary tool', 'knife', 'cutters']),
      difficulty: z.number().int().min(1).max(5),
      risk: z.string().max(300),
      lost: z.string().max(300),
    })
    .optional(),
});
export type Block = z.infer<typeof Block>;

export const PLUG_TYPES = [
  'usb-c',
  'micro-usb',
  'usb-a',
  'hdmi',
  'mini-hdmi',
  'jack-3.5',
  'barrel',
  'card',
  'ethernet',
] as const;
export type PlugType = (typeof PLUG_TYPES)[number];

export const Connector = z.strictObject({
  id: Id,
  name: Name,
  type: z.enum(PLUG_TYPES),
  /** Centre of the mouth in the part's frame, mm. */
  at: point3,
  /** The way a plug is pulled out, unit vector. */
  dir: point3,
  /** The block it belongs to: struck off, the connector is gone as well. */
  block: Id.optional(),
  /** Meant to be reached from outside unless the item says otherwise. */
  outside: z.boolean(),
});
export type Connector = z.infer<typeof Connector>;

export const Pad = z.strictObject({
  id: z.string().min(1).max(24),
  /** What it is called on the board: "5V", "BAT+", "GPIO17". */
  name: z.string().min(1).max(40),
  x: mm,
  y: mm,
  side: z.enum(['top', 'bottom']),
  gpio: z.number().int().min(0).max(63).optional(),
  also: z.array(z.string().max(24)).max(8).optional(),
});
export type Pad = z.infer<typeof Pad>;

const watts = z.number().min(0).max(60);
/** A draw as it was read: amps at so many volts where a meter in series gave them. */
export const Drew = z.strictObject({
  amps: z.number().min(0).max(20).optional(),
  volts: z.number().positive().max(60).optional(),
  within: z.number().min(0).max(1),
});
export type Drew = z.infer<typeof Drew>;
export const STATES = ['menu', 'game', 'peak'] as const;
export type LoadState = (typeof STATES)[number];

export const LEAVES = ['straight', 'left', 'right'] as const;
export type Leaves = (typeof LEAVES)[number];

export const FAMILIES = [
  'sbc',
  'screen',
  'cell',
  'charger',
  'converter',
  'audio',
  'speaker',
  'switch',
  'controller',
  'expander',
  'storage',
  'hub',
  'latch',
  'hardware',
  'lead',
  'protection',
  'cooling',
] as const;
export type Family = (typeof FAMILIES)[number];

export const CHEMISTRIES = ['lithium', 'nickel', 'alkaline'] as const;
export type Chemistry = (typeof CHEMISTRIES)[number];

export const HOST_KINDS = ['kept board', 'device'] as const;
export const HOST_STARTS = ['own chips', 'slot', 'card'] as const;

export const Part = z.strictObject({
  id: Id,
  name: Name,
  family: z.enum(FAMILIES),
  /** Words a builder would search by: "40-pin", "SPI", "2.8 in". */
  words: z.array(z.string().max(40)).max(40),
  note: z.string().max(600),
  /** Size, current and price are typical of the class until the builder measures. */
  source: z.enum(['typical', 'mine']),
  massG: z.number().min(0).max(5000).optional(),
  price: z.number().min(0).max(10000).optional(),
  blocks: z.array(Block).min(1, { error: 'A part needs at least one block.' }).max(60),
  connectors: z.array(Connector).max(30),
  pads: z.array(Pad).max(80),
  holes: z
    .array(z.strictObject({ x: mm, y: mm, d: z.number().positive().max(50) }))
    .max(20)
    .optional(),
  /** Flat tails that leave it: from where, which way, how wide and long, on which side their contacts lie. */
  ribbons: z
    .array(
      z.strictObject({
        id: Id,
        name: Name,
        at: point3,
        dir: point3,
        widthMm: z.number().positive().max(100),
        lengthMm: z.number().positive().max(500),
        ways: z.number().int().min(2).max(80),
        endMm: z.number().positive().max(1),
        contacts: z.enum(['top', 'bottom']),
      }),
    )
    .max(6)
    .optional(),
  /** Power drawn from the 5 V rail in each state, W. */
  draws: z.strictObject({ menu: watts, game: watts, peak: watts }).optional(),
  /** Behind a switching converter of its own it draws constant power, as usual; behind a linear one constant current. */
  drawsAs: z.enum(['power', 'current']).optional(),
  /** Draws as a meter gave them, and how well: half-width of the 95 % band as a share. Typical where nothing is said. */
  drew: z
    .strictObject({ menu: Drew.optional(), game: Drew.optional(), peak: Drew.optional() })
    .optional(),
  /** What it takes when the build is off, A. */
  offA: z.number().min(0).max(1).optional(),
  screen: z
    .strictObject({
      diagonalIn: z.number().positive().max(20),
      active: z.strictObject({ x: mm, y: mm, w: z.number().positive(), h: z.number().positive() }),
      px: z.tuple([z.number().int().positive(), z.number().int().positive()]),
      link: z.enum(['spi', 'parallel', 'composite', 'hdmi', 'panel']),
      /** Made standing: its picture is turned for a lying one. */
      standing: z.boolean().optional(),
    })
    .optional(),
  cell: z
    .strictObject({
      kind: z.enum(['pouch', 'cylinder', 'bank', 'bay']),
      /** What it is made of, where the kind does not say: loose cells are nickel, all others lithium. */
      chemistry: z.enum(CHEMISTRIES).optional(),
      series: z.number().int().min(1).max(6),
      capacityAh: z
        .number({ error: 'A capacity is a number of Ah.' })
        .positive({ error: 'A cell holds more than 0 Ah.' })
        .max(60),
      /** Internal resistance of the whole pack, Ω. */
      rOhm: z.number().min(0).max(5),
      cutoffV: z.number().positive().max(30),
      fullV: z
        .number()
        .positive({ error: 'A 0 V cell gives nothing. Type its full voltage.' })
        .max(30),
      maxChargeC: z.number().positive().max(10),
      maxDischargeC: z.number().positive().max(100),
      /** No protection board of its own. */
      bare: z.boolean().optional(),
    })
    .optional(),
  charger: z
    .strictObject({
      kVolts: z.number().positive().max(100_000),
      rProgOhm: z.number().positive().max(10_000_000),
      tolerance: z.number().min(0).max(0.5),
      /** It feeds the build beside the cell, and tells charge from load; else the load hangs on the cell. */
      powerPath: z.boolean().optional(),
      /** A switching charger turns the voltage down; a linear one, usual to about 1 A, burns the rest. */
      switching: z.boolean().optional(),
      /** Cells in series it charges and balances; 1 when nothing is said. */
      series: z.number().int().min(1).max(6).optional(),
      /** Volts of one cell at which it ends; 4.2 when nothing is said. */
      endV: z.number().min(1).max(4.5).optional(),
    })
    .optional(),
  converter: z
    .strictObject({
      kind: z.enum(['boost', 'buck', 'buck-boost', 'linear']),
      outV: z.number().positive().max(24),
      /** The most it gives, A; of a boost whose switch is what is rated, the most that carries. */
      limitA: z.number().positive().max(20),
      switchRated: z.boolean().optional(),
      efficiency: z.number().gt(0.3).max(1),
      minInV: z.number().positive().max(30),
      /** Highest input. A boost passes on what is above its output, so that is its limit when nothing is said. */
      maxInV: z.number().positive().max(60).optional(),
      /** Current it takes with nothing connected, A. */
      idleA: z.number().min(0).max(1),
    })
    .optional(),
  /** Header lines this part takes when it is fitted, by GPIO number and what for. */
  takes: z
    .array(z.strictObject({ gpio: z.number().int().min(0).max(63), signal: z.string().max(40) }))
    .max(40)
    .optional(),
  /** How many button inputs it gives (USB controller board, expander). */
  inputs: z.number().int().min(0).max(64).optional(),
  speaker: z
    .strictObject({
      ohm: z.number().positive().max(64),
      ratedW: z.number().positive().max(20),
      /** dB at 1 W and 1 m, from its sheet; typical of its width where nothing is said. */
      sensitivityDb: z.number().min(40).max(110).optional(),
    })
    .optional(),
  amp: z
    .strictObject({
      minOhm: z.number().positive().max(64),
      channels: z.number().int().min(1).max(2),
      bridged: z.boolean(),
    })
    .optional(),
  /** How fast it is against the game families, 1 to 5, and whether it has a radio. */
  computer: z
    .strictObject({
      speed: z.number().int().min(1).max(5),
      radio: z.boolean(),
      /** It slows down from so many °C on its chip; typical where nothing is said. */
      throttleC: z.number().min(40).max(130).optional(),
    })
    .optional(),
  /**
   * What runs the games without being a computer board: a board kept or moved with its own chips, or
   * a device that is carried along and feeds itself.
   */
  host: z
    .strictObject({
      is: z.enum(HOST_KINDS),
      /** Its own chips, a slot for cartridges, or a card. */
      starts: z.enum(HOST_STARTS),
      /** Keys that its own pads read. */
      keys: z.number().int().min(0).max(60),
    })
    .optional(),
  /** Where its antenna lies on the board, in the part's frame, mm. */
  antenna: z
    .strictObject({
      x: mm,
      y: mm,
      w: z.number().positive().max(100),
      h: z.number().positive().max(100),
    })
    .optional(),
  /** Guards cells in series against deep discharge and overcurrent. */
  protects: z
    .strictObject({
      series: z.number().int().min(1).max(6),
      limitA: z.number().positive().max(100),
    })
    .optional(),
  /** How it turns a build off, and the current it may carry. */
  off: z
    .strictObject({ kind: z.enum(['latch', 'switch']), amps: z.number().positive().max(50) })
    .optional(),
  /** A cable or ribbon between two sockets; its connector blocks are its plugs, first end first: width across, length out of the socket, height. */
  lead: z
    .strictObject({
      carries: z.enum(CARRIES),
      ends: z.tuple([z.enum(FORMS), z.enum(FORMS)]),
      longMm: z.number().positive().max(2000).optional(),
      /** Which way the ribbon leaves each plug, seen looking out of the socket with the board's top up: straight on, or to a side. */
      leaves: z.tuple([z.enum(LEAVES), z.enum(LEAVES)]).optional(),
    })
    .optional(),
  /** A board made for one shell, with what its maker says of it. */
  carrier: Carrier.optional(),
  /** Electrical ends, when they are not those usual for its kind. */
  ports: z.array(Port).max(40).optional(),
  /** Counts up each time the builder keeps it again. */
  version: z.number().int().min(1).max(9999).optional(),
});
export type Part = z.infer<typeof Part>;

/** What a pack is made of: as it says, or as its kind usually is. */
export const chemistryOf = (cell: NonNullable<Part['cell']>): Chemistry =>
  cell.chemistry ?? (cell.kind === 'bay' ? 'nickel' : 'lithium');

export const STOCK = ['to buy', 'ordered', 'have', 'salvaged'] as const;
export type Stock = (typeof STOCK)[number];

/** Where a part is when it has no place in the shell: outside on a lead or in the hand, or not built in for now. */
export const ELSEWHERE = ['outside', 'left out'] as const;

/** What a builder makes for a build, by what it does there. */
export const MADE_KINDS = [
  'cell frame',
  'screen corners',
  'bezel',
  'filler',
  'drill jig',
  'marking stencil',
  'stand-offs',
  'spacer frame',
  'port brace',
  'speaker ring',
  'switch plate',
  'cap',
  'cap extender',
  'port plate',
  'light pipe',
  'slot filler',
  'door',
  'corner patch',
  'hinge cover',
  'trim collar',
  'depth gauge',
  'calibration piece',
] as const;
export type MadeKind = (typeof MADE_KINDS)[number];
/** Of these, what helps to make the build and is no part of it. */
export const MADE_TOOLS: ReadonlySet<MadeKind> = new Set<MadeKind>([
  'drill jig',
  'marking stencil',
  'trim collar',
  'depth gauge',
  'calibration piece',
]);

/** One of a part in this build: ten equal switches are ten items of one part. */
export const Item = z.strictObject({
  id: Id,
  part: Id,
  name: Name,
  struck: z.array(Id).max(60),
  /** Edges sawn off its board. */
  sawn: SawnEdges.optional(),
  /** Made for something of this build: what it is, what for, and the items it stands round or under, which it may touch. */
  made: z
    .strictObject({
      kind: z.enum(MADE_KINDS),
      for: z.string().min(1).max(140),
      holds: z.array(Id).max(60),
    })
    .optional(),
  /** Said by the builder; a part without a place of which nothing is said is still to be laid out. */
  where: z.enum(ELSEWHERE).optional(),
  /** Connector id -> whether it must be reached from outside in this build. */
  reach: z.record(Id, z.boolean()).optional(),
  /** Connectors that an angled plug goes into from outside: its cable leaves along the wall. */
  angled: z.array(Id).max(30).optional(),
  /** Its bare metal lies under two layers of polyimide tape. */
  insulated: z.boolean().optional(),
  /** Its lead or ribbon is laid in so many folds, out and back, where it is longer than its way. */
  folds: z
    .number({ error: 'Folds are a whole number.' })
    .int({ error: 'Folds are a whole number.' })
    .min(1)
    .max(4)
    .optional(),
  /** A lead the other way round: its second end where its first would go. */
  around: z.boolean().optional(),
  /** Where it stands: still to buy when nothing is said. */
  stock: z.enum(STOCK).optional(),
  /** What was paid for it, when it differs from the catalogue's typical price. */
  paid: z
    .number({ error: 'A price is a number.' })
    .min(0, { error: 'A price cannot be negative.' })
    .max(10_000)
    .optional(),
  /** A program resistor changed by the builder, Ω. */
  rProgOhm: z
    .number({ error: 'A program resistor is a number of Ω.' })
    .positive({ error: 'A program resistor is greater than 0 Ω.' })
    .max(10_000_000)
    .optional(),
});
export type Item = z.infer<typeof Item>;
