/**
 * What a part gives and takes electrically: the ends that the chains of a build are joined at.
 */
import { z } from 'zod';
import { Id, Name } from './shell';

/** What runs through a joint. `supply` is 5 V from outside; `rail` a made voltage inside; `bus` is I2C or serial. */
export const CARRIES = [
  'cell',
  'supply',
  'rail',
  'usb',
  'hdmi',
  'spi',
  'parallel',
  'composite',
  'panel',
  'i2s',
  'pwm',
  'line',
  'speaker',
  'i2c',
  'analog',
  'card',
  'lines',
  'radio',
] as const;
export type Carries = (typeof CARRIES)[number];

/** How it is joined: sockets need a lead with the right ends; pads and headers are soldered or plugged straight on. */
export const FORMS = [
  'pads',
  'header',
  'flat',
  'two-pin',
  'usb-a',
  'usb-c',
  'micro-usb',
  'hdmi',
  'mini-hdmi',
  'jack-3.5',
  'barrel',
  'card',
  'air',
] as const;
export type Form = (typeof FORMS)[number];

export const Port = z.strictObject({
  id: Id,
  name: Name,
  carries: z.enum(CARRIES),
  role: z.enum(['gives', 'takes']),
  form: z.enum(FORMS),
  /** The block it sits in. Struck off, the port is gone, or only its pads are left. */
  block: Id.optional(),
  padsLeft: z.boolean().optional(),
  /** What it gives lies in here; what it takes must. V. */
  volts: z.tuple([z.number().min(0).max(60), z.number().min(0).max(60)]).optional(),
  /** The most it gives, or takes at its peak, A. */
  amps: z.number().min(0).max(50).optional(),
  /** Equal ones side by side: sockets of a hub, channels of a converter, contacts of a ribbon. */
  count: z.number().int().min(1).max(80).optional(),
  /** Side of a flat socket its contacts are on, seen with its board's top up: at the bottom they lie against the board. */
  contacts: z.enum(['top', 'bottom', 'both']).optional(),
  /** A flat socket: from contact to contact, and how thick an end it clamps; both are the maker's or measured. */
  pitchMm: z.number().positive().max(5).optional(),
  endMm: z.number().positive().max(1).optional(),
  /** USB generation it speaks, or needs: 1, 2 or 3. */
  speed: z.number().int().min(1).max(3).optional(),
  /** A USB-C socket that asks for power: its two 5.1 kΩ pull-downs are there. */
  pullDowns: z.boolean().optional(),
  /** A jack whose contacts cut the speaker when a plug is in. */
  switching: z.boolean().optional(),
});
export type Port = z.infer<typeof Port>;
