/** How a build's own charger fills its pack, against sums done by hand. */
import { demos } from '../catalogue';
import { applied, type Part, type Project } from '../model';
import { chargeRun } from './charging';
import { chargePlan, chargerWarmth } from './chargePlan';
import { powerFigures } from './index';

const loaner = demos()[1]!;
const planOf = (p: Project) => chargePlan(powerFigures(p))!;
const withCharger = (more: Partial<NonNullable<Part['charger']>>): Project => ({
  ...loaner,
  kit: {
    ...loaner.kit,
    parts: loaner.kit.parts.map((q) =>
      q.charger ? { ...q, charger: { ...q.charger, ...more } } : q,
    ),
  },
});
const runOf = (p: Project, is: string) => planOf(p).runs.find((r) => r.is === is);

describe('the plan', () => {
  test('it ends at a tenth of what the charger is set to', () => {
    const { amps, endA } = planOf(loaner);
    expect(endA).toBeCloseTo(amps / 10, 12);
  });
  test('half an ampere is asked of a socket nobody reads, and no run of its own where less is set', () => {
    const fast = applied(loaner, { do: 'program', item: 'charger', rProgOhm: 1200 });
    const slow = applied(loaner, { do: 'program', item: 'charger', rProgOhm: 4700 });
    expect(planOf(fast).amps).toBeGreaterThan(0.5);
    expect(runOf(fast, 'unread')?.amps).toBe(0.5);
    expect(planOf(slow).amps).toBeLessThan(0.5);
    expect(runOf(slow, 'unread')).toBeUndefined();
  });
  test('a switching charger loses a ninth of what it gives, at its most just before the cell is held', () => {
    const p = withCharger({ switching: true });
    const { amps, fullV } = planOf(p);
    const heat = runOf(p, 'off')!.run.heatW;
    expect(heat).toBeCloseTo((fullV * amps) / 9, 1);
    expect(heat).toBeLessThanOrEqual((fullV * amps) / 9 + 1e-9);
  });
  test('on a path of its own a load that takes all leaves the cell a trickle of 10 mA', () => {
    const p = withCharger({ powerPath: true });
    const hungry: Project = {
      ...p,
      kit: {
        ...p.kit,
        parts: p.kit.parts.map((q) =>
          q.computer ? { ...q, draws: { menu: 20, game: 20, peak: 20 } } : q,
        ),
      },
    };
    expect(runOf(hungry, 'playing')?.amps).toBeCloseTo(0.01, 9);
    const idle = runOf(p, 'playing')!;
    expect(idle.amps).toBeGreaterThan(0.01);
    expect(idle.amps).toBeLessThanOrEqual(planOf(p).amps);
  });
  test('its warmth on the plug is the mean until 80 %', () => {
    const figures = powerFigures(loaner);
    expect(chargerWarmth(figures)).toBeCloseTo(runOf(loaner, 'playing')!.run.meanHeatW, 9);
  });
});

describe('a pack of one voltage and no resistance', () => {
  const pack = {
    ocv: [
      [0, 3.7],
      [1, 3.7],
    ],
    capacityAh: 1,
    rOhm: 0,
  } as unknown as Parameters<typeof chargeRun>[0];
  const how = { fullV: 4.2, endA: 0.05, from: { inV: 5 }, loadA: () => 0 };

  test('80 % after 0.8·Q/I, told to a step of 15 s', () => {
    for (const steps of [196.1, 392.3, 100.2]) {
      const hours = steps / 240;
      const { to80 } = chargeRun(pack, { ...how, amps: 0.8 / hours });
      expect(to80).toBeGreaterThanOrEqual(hours - 1e-9);
      expect(to80! - hours).toBeLessThan(1 / 240);
    }
  });
  test('a curve of one point in three minutes', () => {
    const { curve } = chargeRun(pack, { ...how, amps: 0.5 }, { to: 0.9 });
    expect((curve[1]!.hours - curve[0]!.hours) * 60).toBeCloseTo(3, 9);
  });
  test('a linear charger burns (5 V − 3.7 V)·I', () => {
    expect(chargeRun(pack, { ...how, amps: 0.5 }, { to: 0.5 }).heatW).toBeCloseTo(0.65, 9);
  });
});
