/** Cells, chargers and converters. Capacities are rated ones; resistance and losses are typical. */
import { length, type Part } from '../model';
import { box, off, padRow, part, PCB_MM as T, round, socket } from './blocks';

/** A pouch cell: its taped end with the protection board is the block's far end. */
const slab = (mAh: number, t: number, w: number, h: number, rOhm: number, price: number): Part => part({
  id: `slab-${mAh}`, name: `Slab ${mAh}`, family: 'cell', words: [`${mAh} mAh`, 'pouch', `${t} x ${w} x ${h}`], massG: Math.round(mAh * 0.019 + 3), price,
  note: 'Pouch cell with protection board. Allow for swelling; never cut, heat or drill near it. Typical for this class, measure yours.',
  blocks: [box('cell', 'cell', 'cell', [0, 0, w, h], 0, t)], pads: [{ id: '+', name: 'BAT+', x: w / 2 - 3, y: h, side: 'top' }, { id: '-', name: 'BAT-', x: w / 2 + 3, y: h, side: 'top' }],
  cell: { kind: 'pouch', series: 1, capacityAh: mAh / 1000, rOhm, cutoffV: 3.0, fullV: 4.2, maxChargeC: 1, maxDischargeC: 2 },
});

const step = (id: string, limitA: number, rProgOhm: number, w: number, h: number, tall: number, price: number): Part => part({
  id, name: `Step 5/${limitA}A`, family: 'charger', words: ['charge', 'boost', '5 V', 'USB-C', `${limitA} A`], massG: 6, price,
  note: `Charges one lithium cell and boosts it to 5 V${limitA >= 1 ? '; guards it too' : ''}. Charge current I = 1200 V / program resistor. Typical for this class, measure yours.`,
  blocks: [
    box('board', 'board', 'board', [0, 0, w, h], 0, T), box('usb', 'USB-C socket', 'connector', [w / 2 - 4.5, -2, 9, 7.4], T, 3.2, off('hot air', 3, 'charging by plug; wire a panel socket with its two 5.1 kΩ pull-downs', 'Ground plane.')),
    box('inductor', 'inductor', 'chip', [w / 2 - 3.5, h - 12, 7, 7], T, tall), box('chip', 'charger chip', 'chip', [2.5, 9, 5, 5], T, 1.2), box('resistor', 'program resistor', 'chip', [w - 5, 9, 2, 1.2], T, 0.5),
    box('lamps', 'lamps', 'chip', [w - 4, 12, 2, 4], T, 0.8),
  ],
  connectors: [socket('usb', 'USB-C charging', 'usb-c', [w / 2, -2, T + 1.6], [0, -1, 0], 'usb', true)],
  pads: [...padRow(2, h - 1.5, ['BAT+', 'BAT-', '5V', 'GND', 'EN']), { id: 'rprog', name: 'PROG', x: w - 4, y: 9.6, side: 'top' }],
  charger: { kVolts: 1200, rProgOhm, tolerance: 0.1 }, converter: { kind: 'boost', outV: 5.1, limitA, efficiency: 0.9, minInV: 2.9, idleA: 0.0005 },
  ...(limitA >= 1 ? { protects: { series: 1, limitA: limitA + 1 } } : {}),
});

/** A bare round cell with solder tabs, lying along x. */
const roundCell = (id: string, name: string, d: number, long: number, capacityAh: number, rOhm: number, massG: number, price: number): Part => part({
  id, name, family: 'cell', words: ['round', 'bare', 'tabs', `${Math.round(capacityAh * 1000)} mAh`], massG, price, note: 'No protection board of its own: it needs one. Typical for this class, measure yours.',
  blocks: [{ id: 'cell', name: 'cell', kind: 'cell', plan: { kind: 'circle', x: d / 2, y: d / 2, d: length(d, 'made') }, axis: 'x', base: 0, height: length(long, 'typical') }],
  pads: [{ id: '+', name: 'BAT+', x: long, y: d / 2, side: 'top' }, { id: '-', name: 'BAT-', x: 0, y: d / 2, side: 'top' }],
  cell: { kind: 'cylinder', series: 1, capacityAh, rOhm, cutoffV: 2.9, fullV: 4.2, maxChargeC: 0.7, maxDischargeC: 3, bare: true },
});
/** Two pouch cells in series, side by side. */
const pair = (mAh: number, t: number, w: number, h: number, rOhm: number, price: number): Part => part({
  id: `pack-2s-${mAh}`, name: `Slab pair 2S ${mAh}`, family: 'cell', words: ['2S', 'pouch', 'series', `${mAh} mAh`, '7.4 V'], massG: Math.round(mAh * 0.038 + 4), price, note: 'Two pouch cells in series with a middle tap; needs a guard and a balancing charger. Typical for this class, measure yours.',
  blocks: [box('cell', 'cells', 'cell', [0, 0, w, h], 0, t)], pads: ['BAT+', 'MID', 'BAT-'].map((name, i) => ({ id: `p${i + 1}`, name, x: w / 2 - 4 + i * 4, y: h, side: 'top' as const })),
  cell: { kind: 'pouch', series: 2, capacityAh: mAh / 1000, rOhm, cutoffV: 6.2, fullV: 8.4, maxChargeC: 1, maxDischargeC: 2, bare: true },
});
const bay = (n: number, w: number, price: number): Part => part({
  id: `bay-${n}`, name: `${n === 4 ? 'Four' : 'Three'}-cell bay`, family: 'cell', words: [String(n), 'AA', 'bay', 'rechargeable'], massG: n * 29, price, note: `${n} rechargeable AA cells in series, 1.2 V each; charged outside. Typical for this class, measure yours.`,
  blocks: [box('bay', 'bay', 'body', [0, 0, w, 59], 0, 16.5)], pads: [{ id: '+', name: 'BAT+', x: w - 2, y: 55, side: 'top' }, { id: '-', name: 'BAT-', x: 2, y: 4, side: 'top' }],
  cell: { kind: 'bay', series: n, capacityAh: 2, rOhm: n * 0.05, cutoffV: n, fullV: n * 1.45, maxChargeC: 0.2, maxDischargeC: 2 },
});
const guard = (series: number, w: number, h: number, limitA: number, price: number): Part => part({
  id: `guard-${series}s`, name: `Guard ${series}S`, family: 'protection', words: ['protection', `${series}S`, `${limitA} A`], massG: 1.5, price, blocks: [box('board', 'board', 'board', [0, 0, w, h], 0, 1), box('chips', 'chips', 'chip', [2, 1, w - 6, h - 2], 1, 1.4)],
  pads: ['B+', ...(series > 1 ? ['BM'] : []), 'B-', 'P+', 'P-'].map((name, i) => ({ id: `p${i + 1}`, name, x: 2 + i * 4, y: h / 2, side: 'bottom' as const })), protects: { series, limitA },
});
const lift = (id: string, name: string, kind: 'boost' | 'buck', outV: number, limitA: number, minInV: number, maxInV: number, [w, h, tall]: readonly [number, number, number], price: number, words: string[]): Part => part({
  id, name, family: 'converter', words: [kind, `${outV > 5.3 ? outV : 5} V`, `${limitA} A`, ...words], massG: 4, price,
  blocks: [box('board', 'board', 'board', [0, 0, w, h], 0, T), box('inductor', 'inductor', 'chip', [w / 2 - 3, h / 2 - 3, 6, 6], T, tall), box('chip', 'chip', 'chip', [w - 6, 2, 4, 4], T, 1.2)],
  pads: padRow(2, 1.5, ['VIN', 'GND', `${outV > 5.3 ? outV : 5}V`, 'EN']), converter: { kind, outV, limitA, efficiency: kind === 'buck' ? 0.91 : 0.89, minInV, maxInV, idleA: 0.0004 },
});

export const ENERGY: Part[] = [
  slab(450, 4, 25, 36, 0.22, 3), slab(800, 5, 30, 42, 0.17, 5), slab(1000, 6, 34, 40, 0.15, 5), slab(1500, 6, 40, 48, 0.12, 7), slab(1800, 7, 38, 52, 0.11, 7), slab(3500, 9, 54, 56, 0.075, 12),
  roundCell('round-14500', 'Round 14500', 14.2, 50, 0.85, 0.08, 20, 4), roundCell('round-18650', 'Round 18650', 18.4, 65.2, 2.6, 0.045, 46, 5), roundCell('round-21700', 'Round 21700', 21.3, 70.4, 4.8, 0.03, 69, 8),
  pair(1200, 10.5, 34, 50, 0.28, 12), pair(2000, 13.5, 40, 56, 0.2, 15), bay(4, 58, 11), bay(3, 44, 9), guard(1, 28, 4, 4, 1), guard(2, 32, 8, 6, 2),
  lift('lift-5-2', 'Lift 5/2A', 'boost', 5.1, 2, 2.8, 5, [18, 22, 3.2], 4, ['EN']), lift('lift-12-1', 'Lift 12/1A', 'boost', 12, 1, 2.8, 11, [22, 30, 5], 5, ['12 V']), lift('buck-5-2', 'Buck 5/2A', 'buck', 5.1, 2, 5.5, 16, [16, 20, 3], 4, ['small', '2S']),
  part({
    id: 'trickle-1', name: 'Trickle 1A', family: 'charger', words: ['charge', 'linear', 'USB-C', '1 A'], massG: 3, price: 2, note: 'Charges one lithium cell and gives no 5 V. Charge current I = 1200 V / program resistor. Typical for this class, measure yours.',
    blocks: [box('board', 'board', 'board', [0, 0, 17, 26], 0, T), box('usb', 'USB-C socket', 'connector', [4, -2, 9, 7.4], T, 3.2, off('hot air', 3, 'charging by plug; wire a panel socket with its two 5.1 kΩ pull-downs', 'Ground plane.')), box('chip', 'charger chip', 'chip', [6, 11, 5, 4], T, 1.5), box('resistor', 'program resistor', 'chip', [12, 9, 2, 1.2], T, 0.5)],
    connectors: [socket('usb', 'USB-C charging', 'usb-c', [8.5, -2, T + 1.6], [0, -1, 0], 'usb', true)], pads: [...padRow(2, 24.5, ['BAT+', 'BAT-', 'OUT+', 'OUT-']), { id: 'rprog', name: 'PROG', x: 13, y: 9.6, side: 'top' }],
    charger: { kVolts: 1200, rProgOhm: 1200, tolerance: 0.1 },
  }),
  part({
    id: 'balance-2s', name: 'Balance 2S', family: 'charger', words: ['charge', 'balance', '2S', 'USB-C', '1 A'], massG: 7, price: 8, note: 'Lifts 5 V to charge two cells in series and balances them. Charge current I = 1000 V / program resistor. Typical for this class, measure yours.',
    blocks: [box('board', 'board', 'board', [0, 0, 22, 36], 0, T), box('usb', 'USB-C socket', 'connector', [6.5, -2, 9, 7.4], T, 3.2, off('hot air', 3, 'charging by plug; wire a panel socket with its two 5.1 kΩ pull-downs', 'Ground plane.')), box('inductor', 'inductor', 'chip', [7, 14, 7, 7], T, 3.5), box('resistor', 'program resistor', 'chip', [17, 10, 2, 1.2], T, 0.5)],
    connectors: [socket('usb', 'USB-C charging', 'usb-c', [11, -2, T + 1.6], [0, -1, 0], 'usb', true)], pads: [...padRow(3, 34.5, ['BAT+', 'MID', 'BAT-']), { id: 'rprog', name: 'PROG', x: 18, y: 10.6, side: 'top' }],
    charger: { kVolts: 1000, rProgOhm: 1000, tolerance: 0.1, series: 2 },
  }),
  slab(300, 4, 20, 30, 0.25, 3), slab(600, 5, 25, 36, 0.2, 4), slab(1200, 5, 34, 50, 0.14, 6), slab(2000, 6.5, 40, 56, 0.1, 8),
  slab(2500, 8, 48, 50, 0.09, 9), slab(3000, 10, 48, 50, 0.08, 10), slab(4000, 9.5, 55, 60, 0.07, 13), slab(5000, 10, 60, 68, 0.06, 15),
  part({
    id: 'holder-18650', name: '18650 in holder', family: 'cell', words: ['18650', '3000 mAh', 'holder', 'round'], massG: 62, price: 9,
    blocks: [box('holder', 'holder floor', 'body', [0, 0, 77, 21], 0, 2), { id: 'cell', name: 'cell', kind: 'cell', plan: { kind: 'circle', x: 10.5, y: 11.2, d: length(18.5, 'made') }, axis: 'x', base: 5, height: length(66, 'typical') }],
    pads: [{ id: '+', name: 'BAT+', x: 75, y: 10, side: 'top' }, { id: '-', name: 'BAT-', x: 2, y: 10, side: 'top' }],
    cell: { kind: 'cylinder', series: 1, capacityAh: 3, rOhm: 0.045, cutoffV: 2.9, fullV: 4.2, maxChargeC: 0.7, maxDischargeC: 3 },
  }),
  part({
    id: 'bay-6', name: 'Six-cell bay', family: 'cell', words: ['six', 'AA', 'bay', 'rechargeable'], massG: 175, price: 14, note: 'Six rechargeable AA cells in series, 1.2 V each. Typical for this class, measure yours.',
    blocks: [box('bay', 'bay', 'body', [0, 0, 92, 50], 0, 17)], pads: [{ id: '+', name: 'BAT+', x: 90, y: 46, side: 'top' }, { id: '-', name: 'BAT-', x: 2, y: 4, side: 'top' }],
    cell: { kind: 'bay', series: 6, capacityAh: 2, rOhm: 0.3, cutoffV: 6, fullV: 8.7, maxChargeC: 0.2, maxDischargeC: 2 },
  }),
  part({
    id: 'bank-4000', name: 'Bank 4000', family: 'cell', words: ['power bank', '4000 mAh', 'USB'], massG: 110, price: 15, note: 'Rated at cell voltage: 4,000 mAh is 14.8 Wh before its own converter. Typical for this class, measure yours.',
    blocks: [box('bank', 'bank', 'body', [0, 0, 98, 64], 0, 9.5)], connectors: [socket('out', '5 V out', 'usb-a', [49, 0, 4.7], [0, -1, 0], 'bank')], pads: [],
    cell: { kind: 'bank', series: 1, capacityAh: 4, rOhm: 0.08, cutoffV: 3, fullV: 4.2, maxChargeC: 0.5, maxDischargeC: 1.5 }, converter: { kind: 'boost', outV: 5.1, limitA: 2.1, efficiency: 0.88, minInV: 3, idleA: 0.0001 },
  }),
  part({
    id: 'bank-10000', name: 'Bank 10000', family: 'cell', words: ['power bank', '10000 mAh', 'USB'], massG: 220, price: 22,
    blocks: [box('bank', 'bank', 'body', [0, 0, 138, 68], 0, 15)], connectors: [socket('out', '5 V out', 'usb-a', [69, 0, 7.5], [0, -1, 0], 'bank')], pads: [],
    cell: { kind: 'bank', series: 1, capacityAh: 10, rOhm: 0.05, cutoffV: 3, fullV: 4.2, maxChargeC: 0.5, maxDischargeC: 1.5 }, converter: { kind: 'boost', outV: 5.1, limitA: 3, efficiency: 0.9, minInV: 3, idleA: 0.0001 },
  }),
  step('step-5-05', 0.5, 2400, 18, 26, 2.2, 5), step('step-5-1', 1, 1200, 20, 32, 3.2, 7), step('step-5-3', 3, 390, 22, 38, 4.4, 11),
  part({
    id: 'buck-2s', name: 'Buck 2S', family: 'converter', words: ['buck', '5 V', '2S', '3 A'], massG: 8, price: 6,
    blocks: [
      box('board', 'board', 'board', [0, 0, 22, 44], 0, T), box('inductor', 'inductor', 'chip', [6, 18, 10, 10], T, 5), round('capacitor', 'large capacitor', 'body', [11, 37, 8], T, 9, off('iron', 3, 'nothing if a flat one replaces it', 'Mind its polarity.')),
      box('terminal', 'screw terminal', 'connector', [4, 0, 14, 8], T, 9, off('iron', 3, 'the terminal; solder the wires', 'Ground plane.')), box('chip', 'chip', 'chip', [8, 11, 5, 6], T, 1.5),
    ],
    pads: padRow(5, 3, ['VIN', 'GND', '5V']), converter: { kind: 'buck', outV: 5.1, limitA: 3, efficiency: 0.92, minInV: 5.6, idleA: 0.001 },
  }),
];
