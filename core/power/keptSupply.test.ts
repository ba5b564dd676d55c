/** A power board kept of the donor against the load of now: limit, age and input, each at its edge. */
import { demos } from '../catalogue';
import { type Kept, length, type Project } from '../model';
import { keptSupplyFindings, powerFigures } from './index';

const loaner = demos()[1]!;
const { energy } = powerFigures(loaner);
const peakA = energy.loads.reduce((sum, { draws }) => sum + draws.peak, 0) / 5;
const { cutoffV, fullV } = energy.pack!;

const kept = (more: Partial<Kept>): Project => ({
  ...loaner,
  donor: {
    ...loaner.donor!,
    kept: [
      {
        id: 'supply',
        name: 'Old supply',
        kind: 'power board',
        w: length(30),
        h: length(20),
        d: length(6),
        proved: 'before and after',
        tests: [],
        senses: [],
        ...more,
      },
    ],
  },
});
const told = (rating: Kept['rating'], p = kept({ ...(rating ? { rating } : {}) })) =>
  keptSupplyFindings(p, powerFigures(p).energy).map((f) => [f.code, f.verdict]);
const WIDE = { minV: 0, maxV: 60 };

describe('its limit', () => {
  test('a quarter more than the peak is enough of an old one; a little less is tight; under the peak a hit', () => {
    expect(told({ ...WIDE, limitA: 1.26 * peakA })).toEqual([]);
    expect(told({ ...WIDE, limitA: 1.24 * peakA })).toEqual([['kept-weak', 'tight']]);
    expect(told({ ...WIDE, limitA: 1.01 * peakA })).toEqual([['kept-weak', 'tight']]);
    expect(told({ ...WIDE, limitA: 0.99 * peakA })).toEqual([['kept-weak', 'hit']]);
  });
  test('nobody read it: that is said', () => {
    expect(told(undefined)).toEqual([['kept-unrated', 'tight']]);
  });
});

describe('its input', () => {
  test('it takes what the pack gives, empty and full', () => {
    expect(told({ limitA: 20, minV: cutoffV, maxV: fullV })).toEqual([]);
    expect(told({ limitA: 20, minV: cutoffV + 0.1, maxV: fullV })).toEqual([['kept-input', 'hit']]);
    expect(told({ limitA: 20, minV: cutoffV, maxV: fullV - 0.1 })).toEqual([['kept-input', 'hit']]);
  });
});

test('a kept sound board or door is no supply, and a build that draws nothing asks none', () => {
  expect(told(undefined, kept({ kind: 'sound board' }))).toEqual([]);
  const empty = { ...kept({}), kit: { parts: [], items: [] } };
  expect(told(undefined, empty)).toEqual([]);
});
