/** What instruments tell and how well, against their makers’ words: a share of what is shown, and last digits. */
import { INSTRUMENTS } from '../model';
import { ampsKnown, BAND, chargeKnown, FUSE_A, METERS, rangeOf, voltsKnown } from './meters';

/** As typical sheets state them: limits, ± share and ± of the last digits. */
const SHEETS = {
  'hand meter': {
    volts: [0.5, 20],
    mA: [1, 0.3, 1.6],
    A: [1.5, 3, 0.13],
    charge: 3,
  },
  'usb meter': { volts: [1, 20], mA: [1, 10, 0.05], A: [1, 10, 0.05], charge: 2 },
  'charger display': { volts: [1, 20], mA: [3, 10, 0.05], A: [3, 10, 0.05], charge: 3 },
  bench: { volts: [0.05, 2], mA: [0.2, 0.1, 0.1], A: [0.3, 1, 0.02], charge: 1 },
} as const;

/** A limit is as likely anywhere within it: its variance is that of an even spread, a²/3. */
const evenly = (limit: number): number => Math.sqrt(limit ** 2 / 3);

describe.each(INSTRUMENTS)('%s', (instrument) => {
  const sheet = SHEETS[instrument];
  test('volts: its percent at many, its digits at few', () => {
    const [percent, digitsMv] = sheet.volts;
    for (const volts of [0.05, 1.2, 5, 400]) {
      const limitV = [(percent / 100) * volts, digitsMv / 1000] as const;
      const both = Math.hypot(evenly(limitV[0]), evenly(limitV[1]));
      expect(voltsKnown({ with: instrument }, volts) * volts).toBeCloseTo(both, 9);
    }
  });
  test.each(['mA', 'A'] as const)('amps through its %s jack', (range) => {
    const [percent, digitsMa, burdenOhm] = sheet[range];
    for (const amps of [0.02, 0.3, 2]) {
      const known = ampsKnown({ with: instrument, range }, amps);
      expect(known.gain).toBeCloseTo(evenly(percent / 100), 9);
      expect(known.own * amps).toBeCloseTo(evenly(digitsMa / 1000), 9);
    }
    expect(METERS[instrument].burdenOhm[range]).toBe(burdenOhm);
  });
  test('a charge that it counted', () => {
    expect(chargeKnown({ with: instrument })).toBeCloseTo(evenly(sheet.charge / 100), 9);
  });
});

describe('reading a display', () => {
  const hand = { with: 'hand meter', range: 'A' } as const;
  test('a figure that flickers is told by eye: 1 % in a menu, 5 % in a game, as 95 % bands', () => {
    const alone = ampsKnown(hand, 0.6).own;
    for (const [state, band] of [
      ['menu', 0.01],
      ['game', 0.05],
      ['peak', 0.05],
    ] as const) {
      const { own } = ampsKnown(hand, 0.6, state);
      expect(own ** 2 - alone ** 2).toBeCloseTo((band / 1.96) ** 2, 4);
      expect(own ** 2 - alone ** 2).toBeCloseTo((band / BAND) ** 2, 12);
    }
  });
  test('what an instrument scattered is taken instead of the eye', () => {
    const read = { ...hand, scatterA: 0.012 };
    const { own } = ampsKnown(read, 0.6, 'game');
    expect(own ** 2 - ampsKnown(hand, 0.6).own ** 2).toBeCloseTo((0.012 / 0.6) ** 2, 12);
  });
  test('below its last digits nothing is told: 0 A is known to three of them', () => {
    expect(ampsKnown(hand, 0).own).toBeCloseTo(evenly(3), 9);
  });
  test('the mA jack is taken where twice the current leaves its fuse whole', () => {
    expect(FUSE_A).toBe(0.4);
    expect(rangeOf({}, 0.199)).toBe('mA');
    expect(rangeOf({}, 0.2)).toBe('A');
    expect(rangeOf({ range: 'mA' }, 3)).toBe('mA');
  });
});
