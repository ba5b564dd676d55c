/** How loud a speaker plays, what it bears, and what the verdict says of both. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { appliedAll, FROM_SOURCE, type Part, type Project, withAdded } from '../model';
import { solved } from '../network';
import { networkOf, supplyOf } from '../power';
import { check, waysOut } from '../verdict';
import { spoken } from './index';
import { clippingWatts, levelDb, loudnessWords, typicalSensitivity } from './level';

const done = demos()[1]!;
const withParts = (p: Project, change: (q: Part) => Part): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map(change) },
});
const withSpeaker = (more: Partial<NonNullable<Part['speaker']>>): Project =>
  withParts(done, (q) => (q.speaker ? { ...q, speaker: { ...q.speaker, ...more } } : q));
const said = (p: Project) =>
  check(p)
    .findings.filter((f) => f.station === 'sound')
    .map((f) => [f.code, f.verdict]);

describe('before it clips, by hand', () => {
  test('a bridge on 5 V into 8 Ω: (5 − 0.6)² / 16 = 1.21 W; one end over a capacitor: 25 / 64 = 0.39 W', () => {
    expect(clippingWatts(5, 8, true).value).toBeCloseTo(1.21, 3);
    expect(clippingWatts(5, 8, false).value).toBeCloseTo(0.391, 3);
  });
  test('a sine of that power has tops as high as the swing allows', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 12, noNaN: true }),
        fc.double({ min: 2, max: 32, noNaN: true }),
        (volts, ohm) => {
          const tops = Math.sqrt(2 * clippingWatts(volts, ohm, true).value * ohm);
          expect(tops).toBeCloseTo(volts - 0.6, 9);
          const single = Math.sqrt(2 * clippingWatts(volts, ohm, false).value * ohm);
          expect(single).toBeCloseTo(volts / 2, 9);
        },
      ),
    );
  });
  test('no volts give no power, and 0 Ω is refused by name', () => {
    expect(clippingWatts(0.4, 8, true).value).toBe(0);
    expect(() => clippingWatts(5, 0, true)).toThrow('resistance of the speaker');
  });
});

describe('how loud', () => {
  test('1 W at 1 m is the sensitivity; ten times the power 10 dB, a third of the way 10.5 dB more', () => {
    expect(levelDb(80, 1, 1)).toBeCloseTo(80, 9);
    expect(levelDb(80, 10, 1)).toBeCloseTo(90, 9);
    expect(levelDb(80, 1, 0.3)).toBeCloseTo(90.46, 2);
  });
  test('a speaker twice as wide is typically 6 dB more sensitive', () =>
    expect(typicalSensitivity(40) - typicalSensitivity(20)).toBeCloseTo(6.02, 2));
  test('words follow the level', () => {
    expect([50, 60, 70, 85, 95].map(loudnessWords)).toEqual([
      'lost in a room where people talk',
      'quiet',
      'as loud as talk across a table',
      'loud',
      'loud enough for the next room',
    ]);
  });
});

describe('in a build', () => {
  test('the amplifier has the volts of its place in the supply at the peak', () => {
    const supply = supplyOf(done)!;
    const state = solved(networkOf(supply, 'peak', 0.1));
    const at = supply.places.findIndex((q) => q.item === 'amp');
    expect(state.stands && spoken(done)[0]!.volts).toBe(state.stands && state.places[at]!.volts);
    // Straight from the cell it is quieter.
    const onCell = { ...done, power: { ...done.power, feeds: { amp: FROM_SOURCE } } };
    expect(spoken(onCell)[0]!.levelDb).toBeLessThan(spoken(done)[0]!.levelDb - 2);
  });
  test('the finished loaner is heard and bears it', () => expect(said(done)).toEqual([]));
  test.each([
    [1.2, []],
    [0.9, [['driven', 'tight']]],
    [0.45, [['driven', 'hit']]],
  ])('1.2 W into a speaker for %d W', (ratedW, wanted) =>
    expect(said(withSpeaker({ ratedW }))).toEqual(wanted),
  );
  test.each([
    [60, []],
    [56, [['quiet', 'tight']]],
    [50, [['quiet', 'hit']]],
  ])('one of %d dB at 1 W and 1 m', (sensitivityDb, wanted) =>
    expect(said(withSpeaker({ sensitivityDb }))).toEqual(wanted),
  );
  test('two speakers side by side on one channel: 4 Ω from two of 8; on two channels each alone', () => {
    const second = STARTER_PARTS.find((q) => q.id === 'speaker-28')!;
    const two = (minOhm: number, channels: number): Project =>
      withParts(withAdded(done, { ...second, id: 'speaker-b' }), (q) =>
        q.amp ? { ...q, amp: { ...q.amp, minOhm, channels } } : q,
      );
    const beside = (p: Project) =>
      check(p).findings.filter((f) => f.code === 'beside' && f.verdict === 'hit');
    expect(spoken(two(8, 1)).map((s) => s.channel.ohm)).toEqual([4, 4]);
    expect(beside(two(8, 1))[0]!.title).toBe('4 Ω on an amplifier for 8 Ω and up');
    expect(beside(two(4, 1))).toEqual([]);
    expect(beside(two(8, 2))).toEqual([]);
    const { ways } = waysOut(two(8, 1), beside(two(8, 1))[0]!, []);
    expect(beside(appliedAll(two(8, 1), ways[0]!.changes))).toEqual([]);
  });
  test('a grille with too little open before the cone is said; none is judged where none is drawn', () => {
    const bodies = (change: 'smaller' | 'none') =>
      done.shell.bodies.map((b) => ({
        ...b,
        pieces: b.pieces.map((q) => ({
          ...q,
          openings: q.openings.flatMap((o) => {
            if (o.use !== 'speaker') return [o];
            if (change === 'none' || o.shape.kind !== 'circle') return [];
            return [{ ...o, shape: { ...o.shape, d: { ...o.shape.d, mm: 0.5 } } }];
          }),
        })),
      }));
    const spoilt = (change: 'smaller' | 'none'): Project => ({
      ...done,
      shell: { ...done.shell, bodies: bodies(change) },
    });
    expect(said(spoilt('smaller'))).toEqual([['closed-grille', 'tight']]);
    expect(spoken(spoilt('none'))[0]!.grille).toBeUndefined();
  });
  test('no sound wanted: nothing is said; a stronger speaker is offered for one that is driven too hard', () => {
    expect(said({ ...withSpeaker({ ratedW: 0.1 }), sound: { none: true } })).toEqual([]);
    const weak = withSpeaker({ ratedW: 0.45 });
    const f = check(weak).findings.find((x) => x.code === 'driven')!;
    const { ways } = waysOut(weak, f, STARTER_PARTS);
    for (const w of ways) {
      expect(said(appliedAll(weak, w.changes)).map(([code]) => code)).not.toContain('driven');
    }
  });
});
