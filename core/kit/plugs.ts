/**
 * What is pushed into a socket from outside: nose, moulding and how far it may sit back.
 *
 * Figures are typical for each class of plug; a builder's own cable may be fatter.
 */
import type { PlugType } from '../model';

export interface Plug {
  name: string;
  /** Cross-section of the metal nose: along the board, across it, mm. */
  nose: { w: number; h: number };
  noseLength: number;
  /** Cross-section of the moulding a hand holds. */
  overmould: { w: number; h: number };
  /** How far the mouth may lie behind the outer face before the moulding stops the contacts. */
  recessMm: number;
  round: boolean;
  /** Moulding and first bend of the cable outside, mm; 0 for what goes in whole. */
  long: number;
}

export const PLUGS: Readonly<Record<PlugType, Plug>> = {
  'usb-c': {
    name: 'USB-C plug',
    nose: { w: 8.4, h: 2.6 },
    noseLength: 6.6,
    overmould: { w: 12, h: 6.5 },
    recessMm: 0.8,
    round: false,
    long: 32,
  },
  'micro-usb': {
    name: 'micro-USB plug',
    nose: { w: 6.9, h: 1.9 },
    noseLength: 5,
    overmould: { w: 10.6, h: 8 },
    recessMm: 0.7,
    round: false,
    long: 32,
  },
  'usb-a': {
    name: 'USB-A plug',
    nose: { w: 12, h: 4.6 },
    noseLength: 12,
    overmould: { w: 16, h: 8 },
    recessMm: 2,
    round: false,
    long: 45,
  },
  hdmi: {
    name: 'HDMI plug',
    nose: { w: 14, h: 4.6 },
    noseLength: 10,
    overmould: { w: 21, h: 11 },
    recessMm: 1,
    round: false,
    long: 52,
  },
  'mini-hdmi': {
    name: 'mini-HDMI plug',
    nose: { w: 10.5, h: 2.5 },
    noseLength: 7,
    overmould: { w: 16, h: 8.5 },
    recessMm: 0.8,
    round: false,
    long: 46,
  },
  'jack-3.5': {
    name: '3.5 mm plug',
    nose: { w: 3.5, h: 3.5 },
    noseLength: 14,
    overmould: { w: 8, h: 8 },
    recessMm: 1,
    round: true,
    long: 32,
  },
  barrel: {
    name: 'barrel plug',
    nose: { w: 5.5, h: 5.5 },
    noseLength: 9.5,
    overmould: { w: 10, h: 10 },
    recessMm: 1.5,
    round: true,
    long: 38,
  },
  card: {
    name: 'memory card',
    nose: { w: 11, h: 1 },
    noseLength: 15,
    overmould: { w: 11, h: 1 },
    recessMm: 1.5,
    round: false,
    long: 0,
  },
  ethernet: {
    name: 'network plug',
    nose: { w: 11.7, h: 8 },
    noseLength: 15,
    overmould: { w: 14, h: 12 },
    recessMm: 2,
    round: false,
    long: 35,
  },
};

/** An angled one stands out so far, whatever its class, and its cable goes along the wall, mm; typical. */
export const ANGLED_MM = 14;
