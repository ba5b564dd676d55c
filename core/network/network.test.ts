/** A supply network against closed forms, an outside simulator, and its own books. */
import fc from 'fast-check';
import { efficiencyAt, inputCurrent, loadCurrent, outputVolts, type Converter } from './elements';
import { drawnNetwork, shareOf, simulatedVolts } from './judge.fixture';
import type { Network, Place } from './network';
import { solved, type Standing } from './solve';

const BOOST: Converter = {
  kind: 'boost',
  outV: 5.1,
  efficiency: 0.9,
  idleA: 0.002,
  headroomV: 0,
};
const standing = (n: Network): Standing => {
  const s = solved(n);
  if (!s.stands) throw new Error(`It stands at ${s.share} only.`);
  return s;
};
const first: Place = { id: 'first', ohm: 0, loads: [] };
const cell = (volts: number, ohm: number) => ({ id: 'cell', volts, ohm });

describe('closed forms', () => {
  test('constant power straight at a cell: I = (E − √(E² − 4RP)) / 2R', () => {
    const s = standing({
      sources: [cell(3.7, 0.2)],
      places: [{ ...first, loads: [{ is: 'power', id: 'load', watts: 4 }] }],
    });
    const amps = (3.7 - Math.sqrt(3.7 ** 2 - 4 * 0.2 * 4)) / 0.4;
    expect(s.sources[0]).toBeCloseTo(amps, 9);
    expect(s.places[0]!.volts).toBeCloseTo(3.7 - 0.2 * amps, 9);
  });

  test('past E²/4R it collapses, and the share that stands is that power over what is asked', () => {
    const watts = 20;
    const s = solved({
      sources: [cell(3.7, 0.2)],
      places: [{ ...first, loads: [{ is: 'power', id: 'load', watts }] }],
    });
    expect(s.stands).toBe(false);
    if (!s.stands) expect(s.share).toBeCloseTo(3.7 ** 2 / (4 * 0.2) / watts, 3);
  });

  test('a boost takes V·I/(η·Vin) and its idle current; a linear regulator what it gives, the rest is heat', () => {
    const rail = (converter: Converter, volts: number) =>
      standing({
        sources: [cell(volts, 0)],
        places: [
          first,
          {
            id: 'rail',
            above: 0,
            ohm: 0,
            converter,
            loads: [{ is: 'current', id: 'load', amps: 0.5 }],
          },
        ],
      }).places[1]!;
    expect(rail(BOOST, 3.4).inAmps).toBeCloseTo((5.1 * 0.5) / (0.9 * 3.4) + 0.002, 5);
    const linear = {
      kind: 'linear',
      outV: 3.3,
      efficiency: 1,
      idleA: 0.001,
      headroomV: 0.3,
    } as const;
    expect(rail(linear, 5).inAmps).toBeCloseTo(0.501, 9);
    expect(rail(linear, 5).volts).toBe(3.3);
  });

  test('out of its range a converter follows its input: a boost above its output, a buck and a linear one below', () => {
    expect(outputVolts(BOOST, 6).value).toBe(6);
    expect(outputVolts(BOOST, 5).value).toBe(5.1);
    expect(outputVolts({ ...BOOST, kind: 'buck', headroomV: 0.2 }, 4.9).value).toBeCloseTo(4.7);
    expect(outputVolts({ ...BOOST, kind: 'linear', headroomV: 0.3 }, 5).value).toBeCloseTo(4.7);
    expect(outputVolts({ ...BOOST, kind: 'buck-boost' }, 3).value).toBe(5.1);
  });

  test('a lamp behind its resistor draws (V − Vf)/R, and nothing below Vf', () => {
    const lamp = { is: 'lamp', id: 'lamp', ohm: 100, dropV: 3 } as const;
    expect(loadCurrent(lamp, 5).value).toBeCloseTo(0.02);
    expect(loadCurrent(lamp, 2.9).value).toBe(0);
  });

  test('cells joined straight: the fuller one pushes (E1 − E2)/(R1 + R2) into the other; behind diodes nothing flows back', () => {
    const pair = [
      { id: 'full', volts: 4.2, ohm: 0.1 },
      { id: 'empty', volts: 3.6, ohm: 0.2 },
    ];
    const joined = standing({ sources: pair, places: [first] });
    expect(joined.sources[0]).toBeCloseTo(2, 6);
    expect(joined.sources[1]).toBeCloseTo(-2, 6);
    const apart = standing({
      sources: pair.map((s) => ({ ...s, diodeV: 0.3 })),
      places: [{ ...first, loads: [{ is: 'current', id: 'load', amps: 1 }] }],
    });
    expect(apart.sources[0]).toBeCloseTo(1, 6);
    expect(apart.sources[1]).toBe(0);
  });

  test('efficiency is read straight between the points of its curves, and flat beyond them', () => {
    const c: Converter = {
      ...BOOST,
      efficiency: [
        {
          inV: 3,
          points: [
            [0, 0.6],
            [1, 0.8],
          ],
        },
        {
          inV: 4,
          points: [
            [0, 0.7],
            [1, 0.9],
          ],
        },
      ],
    };
    expect(efficiencyAt(c, 3.5, 0.5)).toEqual({
      share: expect.closeTo(0.75, 9),
      perVolt: expect.closeTo(0.1, 9),
      perAmp: expect.closeTo(0.2, 9),
    });
    expect(efficiencyAt(c, 9, 7).share).toBe(0.9);
    // Its slopes are those of the current itself.
    const [v, a] = [3.4, 0.45];
    const i = inputCurrent(c, v, a, 5.1);
    const slope = (f: (d: number) => number) => (f(1e-6) - f(-1e-6)) / 2e-6;
    expect(i.perInV).toBeCloseTo(
      slope((d) => inputCurrent(c, v + d, a, 5.1).value),
      5,
    );
    expect(i.perOutA).toBeCloseTo(
      slope((d) => inputCurrent(c, v, a + d, 5.1).value),
      5,
    );
    expect(i.perOutV).toBeCloseTo(
      slope((d) => inputCurrent(c, v, a, 5.1 + d).value),
      5,
    );
  });
});

/** Seeds compared with the simulator here; `npm run prove network` takes 300. */
const SEEDS = 80;

test(`an analogue simulator finds the same volts at every node, within 0.5 %, and the same collapses`, () => {
  let collapsed = 0;
  for (let seed = 1; seed <= SEEDS; seed++) {
    const drawn = drawnNetwork(seed);
    const s = solved(drawn);
    const [network, ours] = s.stands
      ? [drawn, s]
      : [shareOf(drawn, s.share * 0.98), standing(shareOf(drawn, s.share * 0.98))];
    const theirs = simulatedVolts(network);
    expect(theirs).toHaveLength(network.places.length);
    theirs!.forEach((v, i) => {
      expect(Math.abs(v / ours.places[i]!.volts - 1)).toBeLessThan(0.005);
    });
    if (s.stands) continue;
    collapsed++;
    expect(simulatedVolts(shareOf(drawn, Math.min(1, s.share * 1.03)))).toBeUndefined();
  }
  expect(collapsed).toBeGreaterThan(0);
  expect(collapsed).toBeLessThanOrEqual(SEEDS / 5);
});

test('the books close: what the sources give is what loads, converters and wires take', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 100_000 }), (seed) => {
      const n = drawnNetwork(seed);
      const s = solved(n);
      if (!s.stands) return;
      let taken = 0;
      n.places.forEach((p, i) => {
        const { volts, inVolts, inAmps, outAmps } = s.places[i]!;
        for (const l of p.loads) taken += volts * loadCurrent(l, volts).value;
        taken += p.ohm * inAmps ** 2;
        if (p.converter) {
          // What a converter keeps for itself is never less than nothing.
          const kept = inVolts * inAmps - volts * outAmps;
          expect(kept).toBeGreaterThan(0);
          taken += kept;
        }
      });
      n.sources.forEach((source, k) => {
        const amps = s.sources[k]!;
        taken += amps ** 2 * Math.max(source.ohm, 1e-6) + amps * (source.diodeV ?? 0);
      });
      const given = n.sources.reduce((sum, source, k) => sum + source.volts * s.sources[k]!, 0);
      expect(taken / given).toBeCloseTo(1, 6);
    }),
    { numRuns: 300 },
  );
});

test('more load never raises a voltage in front of it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 100_000 }), (seed) => {
      const n = drawnNetwork(seed);
      const [whole, half] = [solved(n), solved(shareOf(n, 0.5))];
      if (!whole.stands) return;
      expect(half.stands).toBe(true);
      if (half.stands) {
        expect(half.places[0]!.volts).toBeGreaterThanOrEqual(whole.places[0]!.volts - 1e-9);
      }
    }),
    { numRuns: 200 },
  );
});

describe('what cannot be is refused with the thing and its value', () => {
  const load = { is: 'power', id: 'screen', watts: 1 } as const;
  const cases: ReadonlyArray<[string, Network, RegExp]> = [
    ['no source', { sources: [], places: [first] }, /Nothing feeds/],
    ['a cell of 0 V', { sources: [cell(0, 0.1)], places: [first] }, /voltage of cell.*not 0/],
    [
      'negative watts',
      { sources: [cell(4, 0.1)], places: [{ ...first, loads: [{ ...load, watts: -1 }] }] },
      /power of screen.*not -1/,
    ],
    [
      'a resistor of 0 Ω before a lamp',
      {
        sources: [cell(4, 0.1)],
        places: [{ ...first, loads: [{ is: 'lamp', id: 'lamp', ohm: 0, dropV: 3 }] }],
      },
      /resistor of lamp.*not 0/,
    ],
    ['not a number', { sources: [cell(4, NaN)], places: [first] }, /resistance of cell.*not NaN/],
    [
      'fed by itself',
      { sources: [cell(4, 0.1)], places: [first, { id: 'rail', above: 1, ohm: 0, loads: [] }] },
      /rail is fed in a circle/,
    ],
    [
      'an efficiency above 1',
      {
        sources: [cell(4, 0.1)],
        places: [
          first,
          { id: 'rail', above: 0, ohm: 0, converter: { ...BOOST, efficiency: 1.1 }, loads: [] },
        ],
      },
      /efficiency of rail.*1\.1/,
    ],
  ];
  test.each(cases)('%s', (_, network, sentence) => {
    expect(() => solved(network)).toThrow(sentence);
  });
});
