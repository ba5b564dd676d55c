/** Hours of a whole network against an independent integration; the band; charging; what draws when off. */
import { demos } from '../catalogue';
import type { Part, Project } from '../model';
import { chargeRun } from './charging';
import { discharge } from './discharge';
import { drawnSupply, steppedHours, stopOf } from './drawn.fixture';
import { bandOf, narrowsMost } from './hours';
import { ocvFor, powerFigures, supplyOf } from './index';

const done = demos()[1]!;
const withParts = (p: Project, change: (q: Part) => Part): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map(change) },
});
const run = (p: Project) => powerFigures(p).run!.value;

test('50 drawn supplies last as long as small steps of time say, within 0.5 %, for windows, cut-offs, linear rails and primary cells', () => {
  const endings = new Set<string>();
  for (let seed = 1; seed <= 50; seed++) {
    const drawn = drawnSupply(seed);
    const found = discharge(drawn.pack, drawn.uses, stopOf(drawn.least)).value;
    const stepped = steppedHours(drawn, found.hours / 800);
    expect([seed, Math.abs(stepped / found.hours - 1) < 0.005]).toEqual([seed, true]);
    endings.add(found.ending.code);
  }
  expect(endings).toEqual(new Set(['cut-off', 'window']));
});

describe('how it ends', () => {
  test('a boost that needs 3.5 V stops with charge left, and says so', () => {
    const needs = withParts(done, (q) =>
      q.converter ? { ...q, converter: { ...q.converter, minInV: 3.5 } } : q,
    );
    expect(run(needs).ending).toMatchObject({ code: 'window', use: 'a peak', leastV: 3.5 });
    expect(run(needs).hours).toBeLessThan(run(done).hours);
    expect(run(needs).left).toBeGreaterThan(0.1);
    expect(run(needs).sentence).toMatch(
      /gets 3\.50 V and runs from 3\.5 V.*% of the charge is left/,
    );
  });
  test('the peak ends it, not the mean: a higher peak costs hours though no time is spent in it', () => {
    const peaky = withParts(done, (q) =>
      q.computer ? { ...q, draws: { ...q.draws!, peak: q.draws!.peak + 3 } } : q,
    );
    expect(run(peaky).hours).toBeLessThan(run(done).hours - 0.01);
  });
  test('primary cells: their rising resistance costs hours', () => {
    const pack = { ocv: ocvFor('alkaline', 4), rOhm: 0.6, capacityAh: 2.2, cutoffV: 3.6 };
    const use = (rises: number) =>
      discharge({ ...pack, rises }, [
        {
          name: 'a game',
          share: 1,
          network: ({ volts, ohm }) => ({
            sources: [{ id: 'pack', volts, ohm }],
            places: [{ id: 'pack', ohm: 0, loads: [{ is: 'power', id: 'g', watts: 2 }] }],
          }),
        },
      ]).value.hours;
    expect(use(2)).toBeLessThan(use(0) * 0.95);
  });
});

describe('the band', () => {
  const read = (within: number) =>
    withParts(done, (q) => (q.draws ? { ...q, drew: { menu: { within }, game: { within } } } : q));
  const band = (p: Project) => bandOf(p, supplyOf(p)!, run(p).hours);
  test('typical draws are good to a quarter, typed ones to a tenth, read ones to what the meter says', () => {
    const typical = withParts(done, (q) => ({ ...q, source: 'typical' }));
    const teasel = done.kit.parts.find((q) => q.id === 'teasel')!.draws!;
    const [g, m] = [0.8 * teasel.game, 0.2 * teasel.menu];
    // Two states of one part, eight tenths alike.
    const both = (game: number, menu: number): number =>
      Math.sqrt((game * g) ** 2 + (menu * m) ** 2 + 1.6 * game * g * menu * m) / (g + m);
    const within = (p: Project): number => band(p).causes.find((c) => c.name === 'Teasel')!.within;
    expect(band(typical).causes[0]!.name).toBe('Teasel');
    expect(within(typical)).toBeCloseTo(both(0.25, 0.25), 3);
    expect(within(done)).toBeCloseTo(both(0.1, 0.1), 3);
    expect(band(typical).hours).toBeGreaterThan(band(done).hours);
    expect(band(done).hours).toBeGreaterThan(band(read(0.03)).hours);
    const game = withParts(done, (q) => (q.draws ? { ...q, drew: { game: { within: 0.03 } } } : q));
    expect(within(game)).toBeCloseTo(both(0.03, 0.1), 3);
    // Before anything is measured the band is no wider than 30 %.
    expect(band(typical).hours / run(typical).hours).toBeLessThan(0.3);
  });
  test('it is the causes in quadrature, and each is what the hours really move by', () => {
    const b = band(done);
    expect(b.hours).toBeCloseTo(Math.hypot(...b.causes.map((c) => c.hours)), 12);
    const scaled = (by: number) =>
      run(
        withParts(done, (q) =>
          q.computer
            ? {
                ...q,
                draws: {
                  menu: q.draws!.menu * by,
                  game: q.draws!.game * by,
                  peak: q.draws!.peak * by,
                },
              }
            : q,
        ),
      ).hours;
    const teasel = b.causes.find((c) => c.name === 'Teasel')!;
    expect(teasel.hours).toBeCloseTo((scaled(0.9) - scaled(1.1)) / 2, 1);
  });
  test('it says what to measure next and what that brings; when all is read it says nothing', () => {
    const typical = withParts(done, (q) => ({ ...q, source: 'typical' }));
    const first = narrowsMost(band(typical))!;
    expect([first.cause.name, first.how]).toEqual(['Teasel', 'with a meter in series']);
    expect(first.hours).toBeLessThan(band(typical).hours);
    // Draws that were typed are known about as well as the cell: that is emptied next.
    expect(narrowsMost(band(done))!.cause).toMatchObject({ reads: 'capacity', item: 'cell' });
    const known = band(read(0.03));
    const small = known.causes.map((c) => (c.reads === 'draw' ? c : { ...c, within: 0.01 }));
    expect(narrowsMost({ ...known, causes: small })).toBeUndefined();
    const finding = powerFigures(done).findings.find((f) => f.id === 'power:hours')!;
    expect(finding.why.join(' ')).toMatch(
      /Measure next: capacity of the cell, by emptying it once.*± 0\.\d h becomes ± 0\.\d h/,
    );
  });
});

describe('charging', () => {
  // A voltage that rises straight from a to a + b: both phases have closed forms.
  const [a, b, R, Q, I, full, endA] = [3.4, 0.8, 0.2, 2, 1, 4.2, 0.1];
  const pack = {
    ocv: [
      [0, a],
      [1, a + b],
    ] as const,
    rOhm: R,
    capacityAh: Q,
    cutoffV: 3,
  };
  const how = { amps: I, fullV: full, endA, from: { inV: 5 }, loadA: () => 0 };
  const minutes = 1 / 60;
  test('constant current to the full voltage, then the current falls as e^(−t·b/(R·Q)) to its end', () => {
    const turn = (full - I * R - a) / b;
    const first = (Q * turn) / I;
    const second = ((R * Q) / b) * Math.log(I / endA);
    const r = chargeRun(pack, how);
    expect(Math.abs(r.toFull! - first - second)).toBeLessThan(1 * minutes);
    expect(turn).toBeCloseTo(0.75, 12);
    // 80 % lies in the second phase: full − ocv falls from I·R to full − a − 0.8 b.
    const to80 = first + ((R * Q) / b) * Math.log((I * R) / (full - a - 0.8 * b));
    expect(Math.abs(r.to80! - to80)).toBeLessThan(1 * minutes);
  });
  test('a linear charger is warmest when the cell is lowest: (Vin − Vcell)·I', () => {
    expect(chargeRun(pack, how).heatW).toBeCloseTo((5 - a - I * R) * I, 6);
    // A switching one loses a share of what it gives, most when the cell is highest.
    const switching = chargeRun(pack, { ...how, from: { efficiency: 0.9 } });
    expect(switching.heatW).toBeCloseTo((full * I) / 9, 2);
  });
  test('a load beside the cell above the end current keeps the charger from ever ending', () => {
    const loaded = chargeRun(pack, { ...how, loadA: () => 0.3 });
    expect(loaded.toFull).toBeUndefined();
    expect(loaded.restsAt).toBeGreaterThan(0.99);
    expect(chargeRun(pack, { ...how, loadA: () => 0.05 }).toFull).toBeDefined();
    // More than it is given, and the cell empties all the same.
    expect(chargeRun(pack, { ...how, loadA: () => 1.2 }, { from: 0.5 }).restsAt).toBe(0);
  });
  test('what cannot be is refused by name', () => {
    expect(() => chargeRun({ ...pack, capacityAh: 0 }, how)).toThrow('capacity');
    expect(() => chargeRun(pack, { ...how, amps: -1 })).toThrow('charge current');
  });
});

describe('off', () => {
  test('halted in the menu it empties in days; a latch leaves it months', () => {
    const days = (off: 'menu' | 'latch' | 'switch') =>
      powerFigures({ ...done, power: { ...done.power, off } }).off!.days;
    // 30 mA at 5.1 V are 30 · 5.1 / (0.9 · 3.79) = 44.9 mA at the cell; 0.5 of the boost and 0.1 beside.
    expect(days('menu')).toBeCloseTo(2.375 / (0.0449 + 0.0006) / 24, 1);
    expect(powerFigures({ ...done, power: { ...done.power, off: 'menu' } }).off!.working).toEqual([
      '2.38 Ah / 45.46 mA / 24 h = 2.2 days',
      'what draws from the rail counts × V(rail)/(η·V(pack)) = 1.50 at the pack',
    ]);
    expect(days('latch')).toBeGreaterThan(60);
  });
  test('what a part is known to take when off goes before the typical', () => {
    const known = withParts(done, (q) => (q.charger ? { ...q, offA: 0.004 } : q));
    const draw = powerFigures({ ...known, power: { ...known.power, off: 'switch' } }).off!
      .draws[0]!;
    expect([draw.amps, draw.isTypical]).toEqual([0.004, false]);
  });
});
