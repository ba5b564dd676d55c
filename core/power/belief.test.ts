/** What readings make of what was believed: against closed forms, and against what a reading of nothing would do. */
import { demos } from '../catalogue';
import type { MeterReading, Project } from '../model';
import { beliefOf, energyOf } from './belief';
import { CAPACITY, drawKey } from './told';
import { Gaussian } from './gaussian';
import { drawWithin } from './hours';
import { powerFigures } from './index';
import { chargeKnown, METERS } from './meters';

const done = demos()[1]!;
const untyped: Project = {
  ...done,
  kit: { ...done.kit, parts: done.kit.parts.map((q) => ({ ...q, source: 'typical' as const })) },
};
let count = 0;
const reading = (body: object, item = 'teasel', of = done): MeterReading =>
  ({
    id: `r${++count}`,
    at: '2026-11-01T12:00:00Z',
    item,
    part: of.kit.items.find((i) => i.id === item)!.part,
    with: 'hand meter',
    ...body,
  }) as MeterReading;
const having = (p: Project, ...readings: MeterReading[]): Project => ({
  ...p,
  kit: { ...p.kit, readings },
});
const draw = (state: string, amps: number, more: object = {}) =>
  reading({ of: 'draw', state, amps, volts: 5, ...more });
const watts = (p: Project, state: 'menu' | 'game' | 'peak', item = 'teasel'): number =>
  energyOf(p).loads.find((l) => l.item.id === item)!.draws[state];
const hours = (p: Project) => {
  const f = powerFigures(p);
  return { hours: f.run!.value.hours, within: f.band!.hours };
};
const teasel = done.kit.parts.find((q) => q.id === 'teasel')!.draws!;

describe('figures that vary together', () => {
  test('two readings of one figure: inverse variance', () => {
    const g = new Gaussian([{ key: 'a', mean: 10, sd: 2 }]);
    g.observe(new Map([['a', 1]]), 13 - 10, 1);
    // (10/4 + 13/1) / (1/4 + 1/1)
    expect(g.meanOf('a')).toBeCloseTo(12.4, 12);
    expect(g.between(new Map([['a', 1]]), new Map([['a', 1]]))).toBeCloseTo(1 / 1.25, 12);
  });
  test('a reading of a sum corrects each by its share, and they are no longer apart', () => {
    const g = new Gaussian([
      { key: 'a', mean: 1, sd: 3 },
      { key: 'b', mean: 1, sd: 1 },
    ]);
    g.observe(
      new Map([
        ['a', 1],
        ['b', 1],
      ]),
      10,
      0,
    );
    expect(g.meanOf('a')).toBeCloseTo(1 + 9, 12);
    expect(g.meanOf('b')).toBeCloseTo(1 + 1, 12);
    const one = (key: string) => new Map([[key, 1]]);
    expect(g.between(one('a'), one('b'))).toBeCloseTo(-0.9, 12);
    const both = new Map([
      ['a', 1],
      ['b', 1],
    ]);
    expect(g.between(both, both)).toBeCloseTo(0, 12);
  });
  test('what is tied moves along: by its correlation', () => {
    const g = new Gaussian([
      { key: 'a', mean: 0, sd: 1 },
      { key: 'b', mean: 0, sd: 2 },
    ]);
    g.tie('a', 'b', 0.5);
    g.observe(new Map([['a', 1]]), 1, 0);
    expect(g.meanOf('b')).toBeCloseTo(1, 12);
    expect(g.between(new Map([['b', 1]]), new Map([['b', 1]]))).toBeCloseTo(3, 12);
    expect(g.meanOf('c')).toBeUndefined();
  });
});

describe('a draw', () => {
  test('that was read is believed, nearly: a typical one weighs next to nothing beside a meter', () => {
    const amps = (1.2 * teasel.game) / 5;
    const read = having(untyped, draw('game', amps));
    expect(watts(read, 'game') / (amps * 5)).toBeCloseTo(1, 1);
    expect(Math.abs(watts(read, 'game') / (amps * 5) - 1)).toBeLessThan(0.02);
    // What it draws in menus is believed to be more as well, and less surely.
    const menu = watts(read, 'menu') / teasel.menu;
    expect(menu).toBeGreaterThan(1.1);
    expect(menu).toBeLessThan(1.2);
    // Others stay as they were.
    expect(watts(read, 'game', 'screen')).toBe(watts(untyped, 'game', 'screen'));
  });
  test('far outside what was believed shows that the belief was wrong', () => {
    const amps = (3 * teasel.game) / 5;
    expect(watts(having(untyped, draw('game', amps)), 'game') / (amps * 5)).toBeCloseTo(1, 2);
  });
  test('ten readings with one meter are no better than that meter; the mean of two meters is', () => {
    const amps = teasel.game / 5;
    const steady = { scatterA: 0 };
    const many = Array.from({ length: 10 }, () => draw('game', amps, steady));
    const even = new Map([[drawKey('teasel', 'game'), 1]]);
    const sd = (p: Project) => Math.sqrt(beliefOf(p).belief.between(even, even));
    const gain = METERS['hand meter'].amps.A.gain / Math.sqrt(3);
    expect(sd(having(untyped, ...many))).toBeGreaterThan(0.95 * gain);
    expect(sd(having(untyped, ...many))).toBeLessThan(1.2 * gain);
    const two = having(untyped, ...many, draw('game', amps, { ...steady, with: 'bench' }));
    expect(sd(two)).toBeLessThan(0.5 * gain);
    expect(sd(having(untyped, draw('game', amps)))).toBeGreaterThan(sd(having(untyped, ...many)));
  });
  test('where the part says nothing a reading stands for it', () => {
    const silent: Project = {
      ...untyped,
      kit: {
        ...untyped.kit,
        parts: untyped.kit.parts.map((q) =>
          q.id === 'teasel' ? { ...q, draws: { menu: 0, game: 0, peak: 0 } } : q,
        ),
      },
    };
    expect(watts(having(silent, draw('game', 0.4)), 'game')).toBeCloseTo(2, 2);
  });
  test('a peak is never below the game it is a peak of', () => {
    const p = having(untyped, draw('game', (4 * teasel.peak) / 5));
    expect(watts(p, 'peak')).toBeGreaterThanOrEqual(watts(p, 'game'));
  });
});

describe('what counts', () => {
  const one = draw('game', (1.3 * teasel.game) / 5);
  test('taken back, or of a part that was swapped, it counts for nothing', () => {
    const before = hours(done);
    expect(hours(having(done, { ...one, isTakenBack: true }))).toEqual(before);
    expect(hours(having(done, { ...one, part: 'thimble' }))).toEqual(before);
    expect(hours(having(done, { ...one, item: 'nobody' }))).toEqual(before);
    expect(hours(having(done, one)).hours).toBeLessThan(before.hours);
  });
  test('in whichever order it came', () => {
    const two = reading(
      { of: 'capacity', ah: 2.2, amps: 0.5, toV: 3, with: 'charger display' },
      'cell',
    );
    const three = reading({ of: 'whole', state: 'game', amps: 0.8, volts: 3.8 }, 'cell');
    const forth = hours(having(done, one, two, three));
    const back = hours(having(done, three, two, one));
    expect(back.hours).toBeCloseTo(forth.hours, 6);
    expect(back.within).toBeCloseTo(forth.within, 6);
  });
  test('each narrows the band, and how well its draw is known', () => {
    const read = having(untyped, draw('game', teasel.game / 5), draw('menu', teasel.menu / 5));
    expect(hours(read).within).toBeLessThan(hours(untyped).within);
    expect(drawWithin(read, 'teasel')).toBeLessThan(0.06);
    expect(drawWithin(untyped, 'teasel')).toBeGreaterThan(0.2);
    const causes = powerFigures(read).band!.causes.map((c) => c.name);
    expect(causes).toContain('the hand meter itself');
  });
});

describe('the rest of the supply', () => {
  const charger = done.kit.items.find((i) => i.id === 'charger')!;
  test('amps in and out with one meter: its own error is not in the efficiency', () => {
    const p = having(
      done,
      reading(
        {
          of: 'efficiency',
          into: { amps: 0.6, volts: 3.7 },
          out: { amps: 0.37, volts: 5.1 },
        },
        charger.id,
      ),
    );
    const read = (0.37 * 5.1) / (0.6 * 3.7);
    const { efficiency } = energyOf(p).rails[0]!.part.converter;
    expect(efficiency).toBeLessThan(
      done.kit.parts.find((q) => q.id === charger.part)!.converter!.efficiency,
    );
    expect(Math.abs(efficiency - read)).toBeLessThan(0.01);
    expect(hours(p).hours).toBeLessThan(hours(done).hours);
  });
  test('a counted charge is that of the whole cell: what was left at its end is added', () => {
    const whole = (toV: number) =>
      energyOf(
        having(done, reading({ of: 'capacity', ah: 2, amps: 0.4, toV, with: 'bench' }, 'cell')),
      ).pack!.capacityAh;
    expect(whole(3.6)).toBeGreaterThan(1.1 * whole(3.0));
    const belief = beliefOf(
      having(done, reading({ of: 'capacity', ah: 2, amps: 0.4, toV: 3 }, 'cell')),
    ).belief;
    const even = new Map([[CAPACITY, 1]]);
    expect(Math.sqrt(belief.between(even, even))).toBeLessThan(chargeKnown({ with: 'hand meter' }));
  });
  test('a discharge that ended while the cell was nearly full tells nothing', () => {
    const early = (toV: number) =>
      energyOf(having(done, reading({ of: 'capacity', ah: 0.5, amps: 0.4, toV }, 'cell'))).pack!
        .capacityAh;
    for (const toV of [4.0, 4.5, 12]) expect(early(toV)).toBe(energyOf(done).pack!.capacityAh);
    expect(early(3.6)).not.toBe(energyOf(done).pack!.capacityAh);
  });
  test('half of what was said, read, is believed: a rating does not hold it up', () => {
    const { capacityAh } = energyOf(done).pack!;
    const half = reading({ of: 'capacity', ah: capacityAh / 2, amps: 0.4, toV: 3 }, 'cell');
    expect(energyOf(having(done, half)).pack!.capacityAh / capacityAh).toBeCloseTo(0.5, 1);
    expect(energyOf(having(done, half)).pack!.capacityAh / capacityAh).toBeLessThan(0.515);
    const lossy = reading(
      { of: 'efficiency', into: { amps: 1, volts: 3.7 }, out: { amps: 0.4, volts: 5.1 } },
      charger.id,
    );
    const read = (0.4 * 5.1) / 3.7;
    expect(energyOf(having(done, lossy)).rails[0]!.part.converter.efficiency).toBeCloseTo(read, 2);
  });
  test('a cell that sags more has more resistance, a converter that gives other volts gives them', () => {
    const sag = having(
      done,
      reading(
        { of: 'resistance', light: { amps: 0.2, volts: 3.9 }, heavy: { amps: 1.2, volts: 3.5 } },
        'cell',
      ),
    );
    expect(energyOf(sag).pack!.rOhm).toBeGreaterThan(2 * energyOf(done).pack!.rOhm);
    expect(energyOf(sag).pack!.rOhm).toBeLessThan(0.41);
    const low = having(done, reading({ of: 'output', volts: 4.8 }, charger.id));
    expect(energyOf(low).rails[0]!.part.converter.outV).toBe(4.8);
  });
  test('what goes off early ends the hours early', () => {
    const least = (item: string, volts: number) =>
      having(done, reading({ of: 'least', volts }, item));
    expect(powerFigures(least(charger.id, 3.5)).run!.value.ending).toMatchObject({
      code: 'window',
      leastV: 3.5,
    });
    const rail = (volts: number) =>
      powerFigures(least('teasel', volts)).findings.find((f) => f.id === 'power:rail')!;
    expect([rail(5.09).verdict, rail(5.09).what]).toEqual([
      'hit',
      'On the bench it stopped below 5.09 V.',
    ]);
    // As far above what it stops at as boards are asked for above their brown-out.
    expect([rail(4.85).verdict, rail(4.99).verdict]).toEqual(['clear', 'tight']);
    const screen = (volts: number) =>
      powerFigures(least('screen', volts)).findings.find((f) => f.code === 'low-volts');
    expect(screen(4.4)).toBeUndefined();
    expect([screen(5.2)!.verdict, screen(5.2)!.why[0]]).toEqual([
      'hit',
      expect.stringMatching(/^On the bench it stopped below 5\.2 V/),
    ]);
    // Tried twice, the higher counts.
    const twice = having(
      done,
      reading({ of: 'least', volts: 3.3 }, charger.id),
      reading({ of: 'least', volts: 3.1 }, charger.id),
    );
    expect(energyOf(twice).rails[0]!.part.converter.minInV).toBe(3.3);
  });
  test('the whole build read at once settles what its parts were only believed to draw', () => {
    const expected = hours(untyped);
    const amps = 0.9;
    const all = having(
      untyped,
      reading(
        { of: 'whole', state: 'game', amps, volts: 3.8, with: 'bench', scatterA: 0.001 },
        'cell',
      ),
    );
    // Draws are believed to be more, by what is not known of each.
    expect(watts(all, 'game')).toBeGreaterThan(watts(untyped, 'game'));
    expect(hours(all).hours).toBeLessThan(expected.hours);
    expect(hours(all).within / hours(all).hours).toBeLessThan(
      0.8 * (expected.within / expected.hours),
    );
    // And the build as believed takes what was read.
    const again = having(all, ...all.kit.readings!);
    const causes = powerFigures(again).band!.causes;
    expect(causes.find((c) => c.name === 'Teasel')!.hours).toBeLessThan(
      powerFigures(untyped).band!.causes.find((c) => c.name === 'Teasel')!.hours,
    );
  });
});
