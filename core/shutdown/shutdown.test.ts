/** Turning it off: 500 drawn schedules against a replay in steps of 10 ms, and each mishap by hand. */
import { seeded } from '../geometry';
import { holdUpFarad, type Mishap, type Plan, simulated, USUAL, type Way } from './simulate';
import { runWords } from './words';

/** Every 10 ms, line by line, as the parts themselves would see it; nothing is worked out ahead. */
function replayed(plan: Plan, mishaps: readonly Mishap[]) {
  const step = 0.01;
  const is = (what: Mishap['is']): boolean => mishaps.some((m) => m.is === what);
  const lateBy = mishaps
    .flatMap((m) => (m.is === 'late answer' ? [m.s] : []))
    .reduce((a, b) => a + b, 0);
  const ticks = (s: number): number => Math.round(s / step);
  let [halting, grace, forced, late] = [0, 0, 0, 0];
  let isUp = true;
  let downAt: number | undefined;
  for (let n = 0; n <= ticks(200); n++) {
    const isKey = plan.way !== 'menu' && n <= ticks(plan.heldS);
    const isAsked = plan.way === 'menu' || (plan.way === 'latch' && !is('no request'));
    if (isUp && isAsked && !is('hangs') && halting++ >= ticks(plan.haltS)) {
      isUp = false;
      downAt = n * step;
    }
    let isHeard = plan.way === 'latch' && is('answer stuck');
    if (plan.way === 'latch' && !isUp && !is('no answer') && late++ >= ticks(lateBy)) {
      isHeard = true;
    }
    const cuts = [
      plan.way === 'switch',
      isHeard && grace++ >= ticks(plan.graceS),
      plan.way === 'latch' && isKey && forced++ >= ticks(plan.forceS),
      ...mishaps.map((m) => (m.is === 'pulled' || m.is === 'guard') && n >= ticks(m.at)),
    ];
    if (cuts.some(Boolean)) return { cutAt: n * step, downAt, isAtRisk: isUp, isDraining: false };
  }
  return { cutAt: undefined, downAt, isAtRisk: false, isDraining: downAt !== undefined };
}

const hundredths = (x: number): number => Math.round(100 * x) / 100;
function drawn(seed: number): [Plan, Mishap[]] {
  const random = seeded(seed);
  const between = (a: number, b: number): number => hundredths(a + (b - a) * random());
  const ways: readonly Way[] = ['latch', 'latch', 'latch', 'switch', 'menu'];
  const plan: Plan = {
    way: ways[Math.floor(random() * ways.length)]!,
    haltS: between(2, 25),
    heldS: random() < 0.7 ? between(0.05, 2) : between(2, 12),
    graceS: between(0, 5),
    forceS: between(4, 10),
  };
  const all: readonly Mishap[] = [
    { is: 'no request' },
    { is: 'no answer' },
    { is: 'late answer', s: between(0, 30) },
    { is: 'answer stuck' },
    { is: 'hangs' },
    { is: 'pulled', at: between(0, 40) },
    { is: 'guard', at: between(0, 40) },
  ];
  return [plan, all.filter(() => random() < 0.22)];
}

describe('the simulation', () => {
  test('of 500 schedules tells the same as the replay: when it is down, when it is cut, what is at risk', () => {
    const seen = new Set<string>();
    for (let seed = 1; seed <= 500; seed++) {
      const [plan, mishaps] = drawn(seed);
      const { cutAt, downAt, isAtRisk, isDraining } = simulated(plan, mishaps);
      const truth = replayed(plan, mishaps);
      const near = (t: number | undefined) => (t === undefined ? undefined : hundredths(t));
      expect([seed, near(cutAt), near(downAt), isAtRisk, isDraining]).toEqual([
        seed,
        near(truth.cutAt),
        near(truth.downAt),
        truth.isAtRisk,
        truth.isDraining,
      ]);
      seen.add(`${isAtRisk} ${isDraining} ${cutAt === undefined}`);
    }
    expect(seen.size).toBe(4);
  });

  test('every line has a beginning, moments are in order, none comes after the cut but the key', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const [plan, mishaps] = drawn(seed);
      const { moments, cutAt } = simulated(plan, mishaps);
      moments.forEach((m, i) => expect(m.t).toBeGreaterThanOrEqual(moments[i - 1]?.t ?? 0));
      expect(moments.filter((m) => m.line === 'power')[0]).toEqual({
        t: 0,
        line: 'power',
        is: 'on',
      });
      for (const m of moments) {
        if (cutAt !== undefined && m.line !== 'key') expect(m.t).toBeLessThanOrEqual(cutAt);
      }
    }
  });
});

describe('by hand', () => {
  const title = (plan: Partial<Plan>, ...mishaps: Mishap[]): string => {
    const whole = { ...USUAL, ...plan };
    return runWords(whole, simulated(whole, mishaps), mishaps).title;
  };
  test.each<[string, Partial<Plan>, Mishap[]]>([
    ['Safe', {}, []],
    ['Safe', {}, [{ is: 'late answer', s: 20 }]],
    ['Safe', {}, [{ is: 'pulled', at: 11 }]],
    ['The card was at risk', {}, [{ is: 'pulled', at: 9 }]],
    ['The card was at risk', {}, [{ is: 'answer stuck' }]],
    ['The card was at risk', { heldS: 9 }, []],
    ['Safe', { heldS: 9, haltS: 5 }, []],
    ['The card was at risk', { heldS: 9 }, [{ is: 'hangs' }]],
    ['Nothing happens', {}, [{ is: 'hangs' }]],
    ['Nothing happens', {}, [{ is: 'no request' }]],
    ['Down, and still drawing', {}, [{ is: 'no answer' }]],
    ['The card was at risk', { way: 'switch' }, []],
    ['Down, and still drawing', { way: 'menu' }, []],
    ['Safe', { way: 'menu' }, [{ is: 'pulled', at: 30 }]],
    ['The card was at risk', { way: 'menu' }, [{ is: 'guard', at: 3 }]],
  ])('%s: %j %j', (expected, plan, mishaps) => {
    expect(title(plan, ...mishaps)).toBe(expected);
  });

  test('what went wrong says what helps, and each says something of its own', () => {
    const helps = (plan: Partial<Plan>, ...mishaps: Mishap[]) => {
      const whole = { ...USUAL, ...plan };
      return runWords(whole, simulated(whole, mishaps), mishaps).helps;
    };
    const all = [
      helps({ way: 'switch' }),
      helps({}, { is: 'answer stuck' }),
      helps({}, { is: 'guard', at: 3 }),
      helps({}, { is: 'pulled', at: 3 }),
      helps({ heldS: 9 }),
      helps({}, { is: 'no answer' }),
      helps({ way: 'menu' }),
      helps({}, { is: 'hangs' }),
      helps({}, { is: 'no request' }),
    ];
    expect(new Set(all).size).toBe(all.length);
    for (const h of all) expect(h).toMatch(/\.$/);
    expect(helps({})).toBeUndefined();
  });

  test('at the usual times: down after 10 s, cut after 12', () => {
    const { downAt, cutAt } = simulated(USUAL, []);
    expect([downAt, cutAt]).toEqual([10, 12]);
  });

  test('2.5 W for 10 s from 5.0 to 4.63 V would take 14 F', () => {
    expect(holdUpFarad(2.5, 10, 5, 4.63)).toBeCloseTo(14.03, 2);
    expect(() => holdUpFarad(2.5, 10, 4, 5)).toThrow(RangeError);
  });
});
