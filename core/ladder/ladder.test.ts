import { seeded } from '../geometry';
import { demos, STARTER_PARTS } from '../catalogue';
import { applied, type Input, type InputRole, type Ladder, type Project } from '../model';
import { isNear, type LadderFault, ladderFaults } from './faults';
import { bandOf, bandWorking, levelOf, nearest } from './level';
import { ladderPlan, USUAL } from './plan';
import { sharedOut, togetherOf } from './together';
import { evenOhms, ohmsBetween } from './values';
import { faultWords, resistorWords } from './words';

const done = demos()[1]!;
const key = (id: string, role: InputRole): Input => ({
  id,
  name: id,
  functions: [role],
  at: { piece: 'front', x: 10, y: 10 },
  routed: true,
  route: 'ladder',
});
const QUIET: readonly InputRole[] = [
  'select',
  'start',
  'menu',
  'volume-up',
  'volume-down',
  'power',
];
/** A build of these keys on a ladder, with a converter of four channels. */
function laddered(roles: readonly InputRole[], ladder: Partial<Ladder> = {}, chips = 1): Project {
  const adc = STARTER_PARTS.find((q) => q.id === 'weave-adc')!;
  const bare: Project = {
    ...done,
    controls: {
      route: 'gpio',
      inputs: roles.map((role, n) => key(`k${n}`, role)),
      ladder: { steps: [], ...ladder },
    },
  };
  return Array.from({ length: chips }, () => adc).reduce(
    (p, part) => applied(p, { do: 'add', part }),
    bare,
  );
}
const faultsOf = (p: Project): LadderFault[] => ladderFaults(p, ladderPlan(p)!);

/** A channel as a circuit of its own: currents into the node sum to zero. */
function volts(closed: readonly number[], pullUp: number, rail: number): number {
  if (closed.some((r) => r < 1e-9)) return 0;
  const up = 1 / pullUp;
  const down = closed.reduce((s, r) => s + 1 / r, 0);
  return (rail * up) / (up + down);
}

describe('levels', () => {
  test('a key of 10 kΩ under 10 kΩ reads half; two of them a third; a wire nothing; none all', () => {
    expect(levelOf([10e3], USUAL)).toBe(0.5);
    expect(levelOf([10e3, 10e3], USUAL)).toBeCloseTo(1 / 3, 12);
    expect(levelOf([0, 10e3], USUAL)).toBe(0);
    expect(levelOf([], USUAL)).toBe(1);
  });

  test('a band holds every combination of parts at their ends, and touches two of them', () => {
    const random = seeded(5);
    for (let n = 0; n < 200; n++) {
      const setting = {
        pullUpOhm: 1000 * 10 ** (2 * random()),
        tolerance: random() < 0.5 ? 0.01 : 0.05,
        contactOhm: 500 * random(),
      };
      const pressed = Array.from(
        { length: 1 + Math.floor(2 * random()) },
        () => 1e5 * random() ** 3,
      );
      const ends: number[] = [];
      for (const bits of Array.from({ length: 2 ** (2 * pressed.length + 3) }, (_, i) => i)) {
        const bit = (at: number): boolean => (bits & (1 << at)) !== 0;
        const closed = pressed.map(
          (r, i) =>
            r * (bit(2 * i) ? 1 + setting.tolerance : 1 - setting.tolerance) +
            (bit(2 * i + 1) ? setting.contactOhm : 0),
        );
        const at = 2 * pressed.length;
        const up = setting.pullUpOhm * (bit(at) ? 1 + setting.tolerance : 1 - setting.tolerance);
        ends.push(volts(closed, up, bit(at + 1) ? 1.03 : 0.97) + (bit(at + 2) ? 0.005 : -0.005));
      }
      const band = bandOf(pressed, setting);
      expect(band.low).toBeCloseTo(Math.min(...ends), 9);
      expect(band.high).toBeCloseTo(Math.max(...ends), 9);
    }
  });

  test('the driver takes the nearest; of two as near the first', () => {
    const all = [
      { is: 'a', level: 0 },
      { is: 'b', level: 0.5 },
      { is: 'none', level: 1 },
    ];
    expect([0.2, 0.25, 0.3, 0.74, 0.76].map((l) => nearest(l, all))).toEqual([
      'a',
      'a',
      'b',
      'b',
      'none',
    ]);
  });
});

describe('values', () => {
  test('lie within half a stock step of even levels, the first a wire', () => {
    for (const count of [1, 2, 3, 5, 8, 12]) {
      const ohms = evenOhms(count, USUAL);
      expect(ohms[0]).toBe(0);
      ohms.forEach((ohm, n) => {
        // Stock values are 15 % apart at the most: half of that is 1.9 % of the range in its middle.
        expect(Math.abs(levelOf([ohm], USUAL) - n / count)).toBeLessThan(0.019);
      });
      expect([...ohms].sort((a, b) => a - b)).toEqual(ohms);
    }
  });
  test('beside one chosen by hand others lie as far from it as they can', () => {
    const [next] = ohmsBetween([10e3], 1, USUAL);
    expect(next).toBe(0);
    const [, third] = ohmsBetween([10e3], 2, USUAL);
    expect(
      Math.abs(levelOf([third!], USUAL) - 0.25) < 0.01 ||
        Math.abs(levelOf([third!], USUAL) - 0.75) < 0.01,
    ).toBe(true);
  });
});

describe('what may be told wrongly', () => {
  test('three quiet keys of one channel are told apart with 1 % and with 5 %', () => {
    for (const tolerance of [0.01, 0.05] as const) {
      const p = laddered(QUIET.slice(0, 3), { tolerance, steps: [] });
      expect(faultsOf(p)).toEqual([]);
    }
  });

  test('told as another key only where an end of the bands says so: every combination by brute force', () => {
    const random = seeded(11);
    let hits = 0;
    let clear = 0;
    for (let n = 0; n < 150; n++) {
      const count = 2 + Math.floor(4 * random());
      const tolerance = random() < 0.5 ? 0.01 : 0.05;
      const contactOhm = random() < 0.5 ? 10 : 800;
      const steps = Array.from({ length: count }, (_, i) => ({
        key: `k${i}`,
        channel: 1,
        ohm: Math.round(10 ** (1 + 4.5 * random())),
      }));
      const p = laddered(QUIET.slice(0, count), { tolerance, contactOhm, steps });
      const thresholds = [
        ...steps.map((s) => ({ is: s.key, v: volts([s.ohm], 10e3, 1) })),
        { is: 'none', v: 1 },
      ];
      const wrong = new Set<string>();
      for (const s of [...steps.map((x) => x.key), 'none']) {
        const r = steps.find((x) => x.key === s)?.ohm;
        for (let bits = 0; bits < 32; bits++) {
          const at = (b: number): number => ((bits >> b) & 1 ? 1 : -1);
          const closed =
            r === undefined ? [] : [r * (1 + at(0) * tolerance) + (at(1) > 0 ? contactOhm : 0)];
          const read =
            volts(closed, 10e3 * (1 + at(2) * tolerance), 1 + 0.03 * at(3)) + 0.005 * at(4);
          const told = [...thresholds].sort(
            (a, b) => Math.abs(a.v - read) - Math.abs(b.v - read),
          )[0]!;
          if (told.is !== s) wrong.add(s);
        }
      }
      const said = faultsOf(p).filter((f) => f.is === 'alike');
      const isHit = said.some((f) => f.is === 'alike' && !isNear(f));
      expect(isHit).toBe(wrong.size > 0);
      for (const f of said) {
        if (f.is !== 'alike' || isNear(f)) continue;
        expect([f.key, f.as ?? 'none'].some((k) => wrong.has(k))).toBe(true);
      }
      if (isHit) hits++;
      else clear++;
    }
    expect([hits > 30, clear > 30]).toEqual([true, true]);
  });

  test('two pressed at once are told as the nearest of the channel: every pair by brute force', () => {
    const p = laddered(['south', 'east', 'west', 'north', 'l1', 'r1', 'l2', 'r2']);
    const plan = ladderPlan(p)!;
    const pairs = faultsOf(p).filter((f) => f.is === 'together');
    let seen = 0;
    for (const { steps } of plan.channels) {
      steps.forEach((a, i) =>
        steps.slice(i + 1).forEach((b) => {
          seen++;
          const read = volts([a.ohm, b.ohm], 10e3, 1);
          const all = [
            ...steps.map((s) => ({
              is: s.input.id,
              v: volts([s.ohm], 10e3, 1),
            })),
            { is: undefined, v: 1 },
          ];
          const told = all.sort((x, y) => Math.abs(x.v - read) - Math.abs(y.v - read))[0]!.is;
          const keys = [a.input.id, b.input.id].sort();
          expect(pairs).toContainEqual(
            expect.objectContaining({ keys, tells: told, often: 'always' }),
          );
        }),
      );
    }
    expect([pairs.length, seen]).toEqual([4, 4]);
  });

  test('up and down share a channel, left and right one, and start none with play', () => {
    const p = laddered(['up', 'down', 'left', 'right', 'south', 'start', 'select']);
    const of = new Map(
      ladderPlan(p)!.channels.flatMap((c) => c.steps.map((s) => [s.input.functions[0], c.channel])),
    );
    expect(of.get('up')).toBe(of.get('down'));
    expect(of.get('left')).toBe(of.get('right'));
    expect(of.get('start')).toBe(of.get('select'));
    expect(new Set(of.values()).size).toBe(4);
    expect(faultsOf(p)).toEqual([]);
  });

  test('a chord of two quiet keys parts them; play beside a pause is now and then', () => {
    const chord = laddered(['start', 'select']);
    const withExit: Project = {
      ...chord,
      controls: { ...chord.controls, duties: { exit: { by: 'keys', inputs: ['k0', 'k1'] } } },
    };
    const [a, b] = withExit.controls.inputs as [Input, Input];
    expect(togetherOf(withExit, a, b)).toBe('always');
    expect(ladderPlan(withExit)!.channels).toHaveLength(2);
    expect(togetherOf(chord, a, b)).toBe('never');
    expect(togetherOf(chord, a, key('x', 'up'))).toBe('now and then');
    expect(togetherOf(chord, key('y', 'up'), key('x', 'down'))).toBe('never');
    // What a key does in other games counts: it may be played with there.
    const besides = (i: Input, role: InputRole): Input => ({
      ...i,
      functions: [i.functions[0], role],
    });
    expect(togetherOf(chord, besides(a, 'l2'), key('x', 'up'))).toBe('always');
    expect(togetherOf(chord, besides(key('y', 'up'), 'north'), key('x', 'down'))).toBe('always');
  });

  test('channels are shared out at the least cost: every way by brute force', () => {
    const random = seeded(3);
    const ROLES: readonly InputRole[] = ['up', 'down', 'left', 'right', 'south', 'east', ...QUIET];
    const cost = { always: 10, 'now and then': 1, never: 0 };
    for (let n = 0; n < 60; n++) {
      const roles = [...ROLES].sort(() => random() - 0.5).slice(0, 5);
      const p = laddered(roles);
      const inputs = p.controls.inputs;
      const channels = [1, 2, 3].slice(0, 1 + Math.floor(3 * random()));
      const sum = (at: readonly number[]): number =>
        inputs.reduce(
          (s, a, i) =>
            s +
            inputs.reduce(
              (t, b, j) => t + (j > i && at[i] === at[j] ? cost[togetherOf(p, a, b)] : 0),
              0,
            ),
          0,
        );
      const ways = channels.length ** inputs.length;
      const least = Math.min(
        ...Array.from({ length: ways }, (_, w) =>
          sum(inputs.map((_i, i) => Math.floor(w / channels.length ** i) % channels.length)),
        ),
      );
      expect(sum(sharedOut(p, inputs, channels))).toBe(least);
    }
  });

  test('a stick takes its channels first; a key said to be there is astray', () => {
    const stick = STARTER_PARTS.find((q) => q.id === 'stick-flat')!;
    const p = applied(laddered(QUIET, { steps: [{ key: 'k0', channel: 1, ohm: 0 }] }), {
      do: 'add',
      part: stick,
    });
    expect(ladderPlan(p)!.free).toEqual([3, 4]);
    expect(faultsOf(p)).toContainEqual({ is: 'astray', keys: ['k0'], free: [3, 4] });
    const two = applied(p, { do: 'add', part: stick });
    expect(faultsOf(two)).toEqual([{ is: 'astray', keys: QUIET.map((_, n) => `k${n}`), free: [] }]);
  });

  test('words say volts, what is pressed for what, and resistors as they are sold', () => {
    const steps = [
      { key: 'k0', channel: 1, ohm: 10e3 },
      { key: 'k1', channel: 1, ohm: 10.2e3 },
    ];
    const p = laddered(['start', 'select'], { steps });
    const { title, what } = faultWords(faultsOf(p)[0]!, ladderPlan(p)!, (id) => id.toUpperCase());
    expect(title).toBe('K0 may be told as K1');
    expect(what).toMatch(
      /^On channel 1 it reads 1\.5\d V to 1\.7\d V, K1 1\.\d\d V to 1\.7\d V\.$/,
    );
    expect(bandWorking(USUAL).join()).toMatch(
      /R \+ 10000 Ω.*± 1 %.*0 to 10 Ω.*rail ± 3 %.*± 0\.5 %/,
    );
    expect([0, 330, 4700, 10e3, 1.2e6].map(resistorWords)).toEqual([
      'a wire',
      '330 Ω',
      '4.7 kΩ',
      '10 kΩ',
      '1.2 MΩ',
    ]);
  });
});
