import fc from 'fast-check';
import { seeded } from '../geometry/seeded';
import { parseReadings, meanOf, uOf } from './index';

describe('readings of one length', () => {
  test('semicolons part them; each may have its own unit', () => {
    expect(parseReadings('12.1; 1/2 in; 12,3')).toEqual({ ok: true, readings: [12.1, 12.7, 12.3] });
    expect(parseReadings('12.1')).toEqual({ ok: true, mm: 12.1 });
    expect(parseReadings('12.1; twelve')).toMatchObject({ ok: false });
  });
  test('five that agree are better known than one', () => {
    const r = meanOf([12.1, 12.12, 12.1, 12.11, 12.09], 'calliper');
    expect(r.length.mm).toBeCloseTo(12.104, 6);
    expect(r.length.u).toBeLessThan(uOf('calliper'));
    expect(r.disagrees).toBeUndefined();
  });
  test('the one that disagrees is named', () => {
    expect(meanOf([12.1, 12.12, 12.9, 12.11], 'calliper').disagrees).toMatchObject({ mm: 12.9 });
    expect(meanOf([12.1, 12.6], 'calliper').disagrees?.sentence).toContain('third time');
    expect(meanOf([40, 40.4, 39.8], 'ruler').disagrees).toBeUndefined();
  });
  test('scattered readings are less well known than the tool promises', () =>
    expect(meanOf([12, 12.5, 11.6, 12.3], 'calliper').length.u).toBeGreaterThan(uOf('calliper')));
  test('the stated 95 % holds the true length in at least 90 % of 2,000 simulated sittings', () => {
    const random = seeded(12);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let held = 0;
    for (let k = 0; k < 2000; k++) {
      const bias = (random() * 2 - 1) * 0.02;
      const r = meanOf(
        Array.from({ length: 5 }, () => 20 + bias + 0.03 * normal()),
        'calliper',
      ).length;
      if (Math.abs(r.mm - 20) <= 2 * r.u) held++;
    }
    expect(held / 2000).toBeGreaterThan(0.9);
    expect(held / 2000).toBeLessThan(0.99);
  });
  test('the mean lies between the readings, whatever they are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 500, noNaN: true }), { minLength: 2, maxLength: 12 }),
        (list) => {
          const r = meanOf(list, 'ruler').length;
          expect(r.mm).toBeGreaterThanOrEqual(Math.min(...list) - 0.001);
          expect(r.mm).toBeLessThanOrEqual(Math.max(...list) + 0.001);
          expect(r.u).toBeGreaterThan(0);
        },
      ),
    );
  });
});
