/** What was read on the bench before anything was cut: kept as it was read, and with what. */
import { z } from 'zod';
import { STATES } from './part';
import { Id } from './shell';

/** What a figure was read with; how well each tells it is known to the capability of readings. */
export const INSTRUMENTS = ['hand meter', 'usb meter', 'charger display', 'bench'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

/** The jack of a hand meter: its fuse lets 0.4 A through on mA. */
export const METER_RANGES = ['mA', 'A'] as const;
export type MeterRange = (typeof METER_RANGES)[number];

const amps = z
  .number({ error: 'A current is a number of A.' })
  .min(0, { error: 'A current is not negative: swap the leads, or leave out the sign.' })
  .max(20, { error: 'No handheld draws over 20 A.' });
const volts = z
  .number({ error: 'A voltage is a number of V.' })
  .min(0, { error: 'A voltage is not negative: swap the leads, or leave out the sign.' })
  .max(60, { error: 'Nothing in a handheld has over 60 V.' });
const liveVolts = volts.refine((v) => v > 0, {
  error: '0 V feeds nothing: type the volts at the part while it ran.',
});
const Load = z.strictObject({ amps, volts: liveVolts });

const reading = {
  id: Id,
  at: z.iso.datetime({ error: 'The time of a reading is written as 2026-01-31T12:00:00Z.' }),
  /** What it was read of, and the part that item was then. */
  item: Id,
  part: Id,
  with: z.enum(INSTRUMENTS),
  range: z.enum(METER_RANGES).optional(),
  /** Standard uncertainty of the mean of a run that was read again and again, A. */
  scatterA: z.number().min(0).max(20).optional(),
  /** The run it is the mean of, by the name of its kept file. */
  run: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
  note: z.string().max(400).optional(),
  /** Told by a stand-in of a build that is made up: it proves nothing. */
  isStandIn: z.literal(true).optional(),
  /** Taken back: it stays, and counts for nothing. */
  isTakenBack: z.literal(true).optional(),
};

export const MeterReading = z.discriminatedUnion('of', [
  /** What a load draws, and the volts at it meanwhile. */
  z.strictObject({ ...reading, of: z.literal('draw'), state: z.enum(STATES), ...Load.shape }),
  /** What the whole build takes in the place of its pack. */
  z.strictObject({ ...reading, of: z.literal('whole'), state: z.enum(STATES), ...Load.shape }),
  /** What goes into a converter and what comes out of it. */
  z
    .strictObject({ ...reading, of: z.literal('efficiency'), into: Load, out: Load })
    .refine((r) => r.into.amps === 0 || r.out.amps * r.out.volts <= r.into.amps * r.into.volts, {
      error: 'More comes out than goes in: one of the four was misread, read them again.',
      path: ['out'],
    }),
  /** Volts of a converter's output with nothing on it. */
  z.strictObject({ ...reading, of: z.literal('output'), volts }),
  /** What a pack gave from full, at so many amps, down to so many volts. */
  z.strictObject({
    ...reading,
    of: z.literal('capacity'),
    ah: z
      .number({ error: 'A capacity is a number of Ah.' })
      .positive({ error: 'A cell that gave nothing is no reading: discard it.' })
      .max(60),
    amps: amps.refine((a) => a > 0, { error: 'It was emptied at some current: type its amps.' }),
    toV: liveVolts,
  }),
  /** A pack under a light and a heavy load, one after the other. */
  z
    .strictObject({ ...reading, of: z.literal('resistance'), light: Load, heavy: Load })
    .refine((r) => r.heavy.amps > r.light.amps && r.heavy.volts < r.light.volts, {
      error: 'Under the heavier load the volts are lower: read both again.',
      path: ['heavy'],
    }),
  /** A pack as it came. */
  z.strictObject({ ...reading, of: z.literal('arrival'), volts }),
  /** The least volts with which it starts and runs, found by turning the supply down. */
  z.strictObject({ ...reading, of: z.literal('least'), volts: liveVolts }),
]);
export type MeterReading = z.infer<typeof MeterReading>;
export type ReadingOf = MeterReading['of'];
