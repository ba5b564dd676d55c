import { demos, STARTER_PARTS } from '../catalogue';
import { seeded } from '../geometry/seeded';
import { applied, type Project } from '../model';
import { buttonMap, leastCost, linesOf, pinUses } from './index';

/** Try every way of giving rows different columns. */
function brute(costs: number[][], used = new Set<number>(), row = 0): number {
  if (row === costs.length) return 0;
  let best = Infinity;
  costs[row]!.forEach((c, j) => {
    if (used.has(j)) return;
    used.add(j);
    best = Math.min(best, c + brute(costs, used, row + 1));
    used.delete(j);
  });
  return best;
}

test('the assignment equals brute force on 200 random cases', () => {
  const random = seeded(11);
  for (let k = 0; k < 200; k++) {
    const rows = 1 + Math.floor(random() * 7);
    const columns = rows + Math.floor(random() * 3);
    const costs = Array.from({ length: rows }, () =>
      Array.from({ length: columns }, () => Math.round(random() * 1000) / 10),
    );
    const got = leastCost(costs);
    expect(new Set(got).size).toBe(rows);
    expect(got.reduce((s, j, i) => s + costs[i]![j]!, 0)).toBeCloseTo(brute(costs), 9);
  }
});
test('more inputs than lines is refused with both numbers', () =>
  expect(() => leastCost([[1], [2]])).toThrow('2 inputs need 2 lines; only 1 are free.'));

const [half, done] = demos() as [Project, Project];
describe('the demo map', () => {
  test('lines of the screen, the sound and the start-up check are barred', () => {
    const free = linesOf(half).free;
    for (const g of [0, 1, 8, 10, 11, 18, 19, 21, 23, 24, 25]) expect(free).not.toContain(g);
    expect(free.length).toBe(28 - 6 - 3 - 2);
  });
  test('the hand-made choice on the I2S clock is a finding; every other input has its own free line', () => {
    const map = buttonMap(half);
    expect(map.findings.map((f) => f.title)).toEqual(
      expect.arrayContaining(['GPIO18 carries two signals', 'No way for its wire yet']),
    );
    const auto = map.inputs.filter((m) => !m.byHand && m.gpio !== undefined);
    expect(new Set(auto.map((m) => m.gpio)).size).toBe(auto.length);
  });
  test('moving the board changes which lines are nearest: wires stay the shortest possible', () => {
    const swapped = applied(done, {
      do: 'place',
      placement: { ...done.layout.placements[0]!, x: 87, y: 80, turn: 180 },
    });
    const total = (p: Project) => buttonMap(p).total.value;
    const forced = {
      ...swapped,
      controls: {
        ...swapped.controls,
        inputs: swapped.controls.inputs.map((i) => ({
          ...i,
          gpio: buttonMap(done).inputs.find((m) => m.input.id === i.id)!.gpio!,
        })),
      },
    };
    expect(total(swapped)).toBeLessThanOrEqual(total(forced) + 1e-9);
  });
  test('a parallel screen leaves six lines: ten inputs do not fit, and an expander is offered', () => {
    const p = applied(half, {
      do: 'swap',
      item: 'screen',
      part: STARTER_PARTS.find((x) => x.id === 'pane-3-5-parallel')!,
    });
    const ten = {
      ...p,
      kit: { ...p.kit, items: p.kit.items.filter((i) => i.id !== 'amp') },
      layout: { placements: p.layout.placements.filter((x) => x.item !== 'amp') },
      controls: {
        ...p.controls,
        inputs: p.controls.inputs.slice(0, 10).map((i) => {
          const q = { ...i };
          delete q.gpio;
          return q;
        }),
      },
    };
    const f = buttonMap(ten).findings.find((x) => x.id === 'controls:short-lines')!;
    expect(f.title).toBe('Ten inputs, six free lines');
  });
});

describe('pin by pin', () => {
  const is = (p: Project, gpio: number) =>
    pinUses(buttonMap(p)).find((u) => u.pin.gpio === gpio)!.is;
  test('each pin once: supplies, what is reserved, taken, free, and on a button', () => {
    const map = buttonMap(done);
    const uses = pinUses(map);
    expect(uses.map((u) => u.pin.pin)).toEqual(Array.from({ length: 40 }, (_, i) => i + 1));
    const count = (kind: string): number => uses.filter((u) => u.is === kind).length;
    expect([count('supply'), count('reserved'), count('button')]).toEqual([12, 2, 12]);
    expect(count('taken')).toBe(new Set(map.lines.taken.map((t) => t.gpio)).size);
    expect(count('free')).toBe(40 - 12 - 2 - 12 - count('taken'));
    expect(uses.filter((u) => u.button).every((u) => u.button!.pin === u.pin.pin)).toBe(true);
  });

  test('two on one line clash, also two buttons', () => {
    const [taken] = buttonMap(done).lines.taken;
    const on = (...gpios: number[]): Project => ({
      ...done,
      controls: {
        ...done.controls,
        inputs: done.controls.inputs.map((x, i) => (gpios[i] ? { ...x, gpio: gpios[i] } : x)),
      },
    });
    expect(is(on(taken!.gpio), taken!.gpio)).toBe('clash');
    const free = buttonMap(done).lines.free[0]!;
    expect(is(on(free, free), free)).toBe('clash');
    expect(is(on(free), free)).toBe('button');
  });
});

describe('lines with a second duty at boot', () => {
  const DUTIES = [2, 3, 14, 15];
  const linesUsed = (p: Project) => buttonMap(p).inputs.flatMap((m) => m.gpio ?? []);
  /** So many keys on the lines of the finished demo. */
  const withKeys = (count: number): Project => {
    const [like] = done.controls.inputs;
    const inputs = Array.from({ length: count }, (_, i) => ({
      ...like!,
      id: `k-${i}`,
      name: `K${i}`,
    }));
    return { ...done, controls: { ...done.controls, inputs } };
  };

  test('are taken last: as many keys as there are other lines use none of them, one more uses one', () => {
    const others = linesOf(done).free.filter((g) => !DUTIES.includes(g)).length;
    const used = (count: number) => linesUsed(withKeys(count)).filter((g) => DUTIES.includes(g));
    expect(used(others)).toEqual([]);
    expect(used(others + 1)).toHaveLength(1);
  });
  test.each(DUTIES)('GPIO%i chosen by hand is said while another line is free', (gpio) => {
    const [first, ...rest] = done.controls.inputs;
    const inputs = [{ ...first!, gpio }, ...rest];
    const found = buttonMap({ ...done, controls: { ...done.controls, inputs } }).findings;
    expect(found.map((f) => [f.verdict, f.title, ...f.about])).toEqual([
      ['tight', `GPIO${gpio} has a second duty`, first!.id],
    ]);
  });
});
