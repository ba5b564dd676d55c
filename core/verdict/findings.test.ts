/** Findings in words, margins and worst-first order; controls and power in the cases they are for. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { chainFindings } from '../chains';
import { buttonMap, controlsWays, linesOf } from '../controls';
import {
  applied,
  type Change,
  type Finding,
  freshId,
  judge,
  mm1,
  percent,
  phi,
  type Project,
  worstFirst,
} from '../model';
import { powerFigures, powerWays } from '../power';
import { check, openMargins } from './index';

const [half, done, warbler] = demos() as [Project, Project, Project];
const library = (id: string) => STARTER_PARTS.find((p) => p.id === id)!;
const swap = (p: Project, item: string, part: string): Project =>
  applied(p, { do: 'swap', item, part: library(part) });
const power = (p: Project, id: string): Finding | undefined =>
  powerFigures(p).findings.find((f) => f.id === `power:${id}`);

describe('a margin and its chance', () => {
  test('Φ runs up from 0 to 1 and is the same from both sides', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (x, d) => {
          expect(phi(x) + phi(-x)).toBeCloseTo(1, 12);
          expect(phi(x + d)).toBeGreaterThanOrEqual(phi(x) - 1e-12);
        },
      ),
    );
  });
  test('below zero is a hit, below 95 % tight, else clear; with nothing uncertain the sign decides', () => {
    expect([
      judge(-0.01, 0.1).verdict,
      judge(0.1, 0.1).verdict,
      judge(0.2, 0.1).verdict,
      judge(0, 0).verdict,
      judge(-1e-12, 0).verdict,
    ]).toEqual(['hit', 'tight', 'clear', 'clear', 'clear']);
    expect(judge(0.1645, 0.1).chance).toBeCloseTo(0.95, 3);
  });
  test('no chance is written as 0 or 100 %, no small gap as 0.0', () => {
    expect([percent(0), percent(0.004), percent(0.5), percent(0.999), percent(1)]).toEqual([
      'under 1 %',
      'under 1 %',
      '50 %',
      'over 99 %',
      'over 99 %',
    ]);
    expect([mm1(0.04), mm1(-1.83), mm1(0), mm1(12)]).toEqual(['0.04', '1.8', '0.0', '12.0']);
  });
  test('worst first is an order: hits by depth, then tight, then clear', () => {
    const list = check(half).findings;
    const rank = { hit: 0, tight: 1, clear: 2 };
    for (let i = 1; i < list.length; i++) {
      expect(rank[list[i]!.verdict]).toBeGreaterThanOrEqual(rank[list[i - 1]!.verdict]);
    }
    const hits = list.filter((f) => f.verdict === 'hit' && f.measure);
    for (let i = 1; i < hits.length; i++) {
      expect(hits[i]!.measure!.gap - hits[i]!.measure!.required).toBeGreaterThanOrEqual(
        hits[i - 1]!.measure!.gap - hits[i - 1]!.measure!.required,
      );
    }
    expect(
      [...list]
        .reverse()
        .sort(worstFirst)
        .map((f) => f.id),
    ).toEqual(list.map((f) => f.id));
  });
  test('open margins hold what is not clear and nothing else', () => {
    const list = check(half).findings;
    expect([...openMargins(list).keys()].sort()).toEqual(
      list
        .filter((f) => f.verdict !== 'clear')
        .map((f) => f.id)
        .sort(),
    );
  });
});

describe('controls', () => {
  const input = (id: string) => half.controls.inputs.find((i) => i.id === id)!;
  const withInput = (more: object, id = 'key-1'): Project =>
    applied(done, { do: 'input', input: { ...input(id), ...more } });
  const titles = (p: Project) => buttonMap(p).findings.map((f) => f.title);
  test.each<[string, Project, string]>([
    ['a reserved line', withInput({ gpio: 0 }), 'GPIO0 is reserved'],
    ['a line that is not there', withInput({ gpio: 40 }), 'GPIO40 is not on the header'],
    [
      'one line for two keys',
      applied(withInput({ gpio: 5 }), { do: 'input', input: { ...input('key-3'), gpio: 5 } }),
      'GPIO5 carries two buttons',
    ],
    ['two keys of one role', withInput({ functions: ['up'] }), 'Two inputs are "up"'],
    ['an opening that is gone', withInput({ at: { opening: 'nothing' } }), 'Its opening is gone'],
  ])('%s is found, and a way out that helps is offered where there is one', (_, p, title) => {
    expect(titles(p)).toContain(title);
    expect(titles(done)).toEqual([]);
  });
  test('two parts on one line are found by pin', () => {
    const p: Project = {
      ...done,
      kit: {
        parts: [...done.kit.parts, library('pane-1-5-spi')],
        items: [
          ...done.kit.items,
          { id: 'second', part: 'pane-1-5-spi', name: 'Second screen', struck: [] },
        ],
      },
    };
    expect(
      linesOf(p)
        .contested.map((c) => c.gpio)
        .sort((a, b) => a - b),
      // Data and clock are a bus; its select is one panel's own.
    ).toEqual([8, 23, 24, 25]);
    expect(titles(p)).toContain('GPIO8 is wanted twice');
    expect(
      controlsWays(p, buttonMap(p).findings[0]!, STARTER_PARTS).some((w) =>
        w.text.includes('Knit'),
      ),
    ).toBe(true);
  });
  test('read through a controller board, no header line is asked for', () => {
    const p = applied(half, { do: 'route', route: 'usb', part: library('knit') });
    expect(buttonMap(p).inputs.every((m) => m.gpio === undefined)).toBe(true);
    expect(p.kit.items.some((i) => i.part === 'knit')).toBe(true);
    expect(
      applied(p, { do: 'route', route: 'usb', part: library('knit') }).kit.items.filter(
        (i) => i.part === 'knit',
      ).length,
    ).toBe(1);
  });
  test('the way out of a clash puts the key on the nearest free line', () => {
    const f = buttonMap(half).findings.find((x) => x.id === 'controls:pin-key-2')!;
    const [first] = controlsWays(half, f, []);
    const change = first!.changes[0] as Extract<Change, { do: 'input' }>;
    const now = buttonMap(applied(half, change)).inputs.find((m) => m.input.id === 'key-2')!;
    const free = linesOf(half).free.filter(
      (g) => !buttonMap(half).inputs.some((m) => m.gpio === g),
    );
    for (const g of free) {
      const other = buttonMap(
        applied(half, { do: 'input', input: { ...change.input, gpio: g } }),
      ).inputs.find((m) => m.input.id === 'key-2')!;
      expect(now.wireMm!).toBeLessThanOrEqual(other.wireMm! + 30);
    }
  });
});

describe('power', () => {
  test('without a cell, without a converter and in series on one charger: each says so', () => {
    const no = (ids: string[]): Project => ({
      ...done,
      kit: { ...done.kit, items: done.kit.items.filter((i) => !ids.includes(i.id)) },
      layout: { placements: done.layout.placements.filter((x) => !ids.includes(x.item)) },
    });
    const chain = (p: Project, id: string): Finding | undefined =>
      chainFindings(p).find((f) => f.id === `chain:energy:${id}`);
    expect(chain(no(['cell']), 'source')).toMatchObject({ verdict: 'hit' });
    expect(chain(no(['charger']), 'converter')).toMatchObject({
      verdict: 'hit',
      title: 'No 5 V rail',
    });
    expect(chain(swap(done, 'cell', 'pack-2s-2000'), 'series')).toMatchObject({
      verdict: 'hit',
      title: '2 cells in series on a charger for 1',
    });
    expect(chain(swap(done, 'cell', 'bay-6'), 'window')).toMatchObject({
      title: '8.7 V into a converter for up to 5.1 V',
    });
    for (const id of ['source', 'converter', 'series', 'window']) {
      expect(chain(done, id)).toBeUndefined();
    }
    for (const ids of [['cell'], ['charger']]) expect(() => powerFigures(no(ids))).not.toThrow();
  });
  test('a thin long wire browns out, and thicker wire is the way out', () => {
    const thin: Project = { ...done, power: { ...done.power, wireAwg: 30, wireMm: 450, plugs: 3 } };
    const f = power(thin, 'rail')!;
    expect(f.verdict).not.toBe('clear');
    const ways = powerWays(thin, f, []);
    const volts = (p: Project) => powerFigures(p).rail!.value.volts;
    expect(ways.length).toBeGreaterThan(1);
    for (const w of ways) {
      expect([w.text, volts(applied(thin, w.changes[0]!)) > volts(thin)]).toEqual([w.text, true]);
    }
    expect(ways.some((w) => power(applied(thin, w.changes[0]!), 'rail')!.verdict === 'clear')).toBe(
      true,
    );
    expect(power(done, 'rail')!.verdict).toBe('clear');
  });
  test('a hot board on a small converter is over its limit; on a larger one it is not', () => {
    const hot = swap(swap(done, 'teasel', 'cinder'), 'charger', 'step-5-1');
    expect(power(hot, 'converter')).toMatchObject({ verdict: 'hit' });
    const way = powerWays(hot, power(hot, 'converter')!, STARTER_PARTS).find((w) =>
      w.text.includes('3A'),
    )!;
    expect(power(applied(hot, way.changes[0]!), 'converter')).toBeUndefined();
  });
  test('a small cell is drawn too hard and lasts too short; larger ones are offered for the hours', () => {
    const small = swap(done, 'cell', 'slab-300');
    expect(power(small, 'cell-peak')).toMatchObject({ verdict: 'hit' });
    const f = power(small, 'hours')!;
    expect(f.verdict).toBe('hit');
    const ways = powerWays(small, f, STARTER_PARTS);
    expect(ways.length).toBeGreaterThan(1);
    for (const w of ways) {
      expect(powerFigures(applied(small, w.changes[0]!)).run!.value.hours).toBeGreaterThan(
        powerFigures(small).run!.value.hours,
      );
    }
  });
  test('two like cells in parallel last longer than twice one: each is drawn more gently', () => {
    const two: Project = {
      ...done,
      kit: {
        ...done.kit,
        items: [
          ...done.kit.items,
          { id: 'cell-2', part: 'slab-2500', name: 'Second cell', struck: [] },
        ],
      },
    };
    const [one, both] = [done, two].map((p) => powerFigures(p).run!.value.hours) as [
      number,
      number,
    ];
    expect(both / one).toBeGreaterThan(2);
    expect(both / one).toBeLessThan(2.2);
  });
  test('more games, an older cell or a thicker load never last longer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        (share, health) => {
          const hours = (s: number, h: number) =>
            powerFigures({ ...warbler, power: { ...warbler.power, gameShare: s, health: h } }).run!
              .value.hours;
          expect(hours(Math.min(1, share + 0.1), health)).toBeLessThanOrEqual(
            hours(share, health) + 1e-9,
          );
          expect(hours(share, Math.max(0.21, health - 0.05))).toBeLessThanOrEqual(
            hours(share, health) + 1e-9,
          );
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('changes', () => {
  test('a swap forgets the struck blocks of the part before; a strike is not said twice', () => {
    expect(swap(half, 'teasel', 'thimble').kit.items.find((i) => i.id === 'teasel')).toMatchObject({
      part: 'thimble',
      struck: [],
    });
    const once = applied(half, { do: 'strike', item: 'teasel', block: 'hdmi' });
    expect(applied(once, { do: 'strike', item: 'teasel', block: 'hdmi' })).toEqual(once);
  });
  test('trimming again replaces the cut before', () => {
    const p = applied(applied(half, { do: 'trim', feature: 'back-middle', copy: 0, to: 5 }), {
      do: 'trim',
      feature: 'back-middle',
      copy: 0,
      to: 2,
    });
    expect(p.cuts).toEqual([expect.objectContaining({ to: 2, state: 'decided' })]);
  });
  test('a fresh id is free, whatever is taken', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), (n) => {
        let p = half;
        for (let i = 0; i < n; i++) {
          const id = freshId(p, 'slab');
          expect(p.kit.items.some((x) => x.id === id)).toBe(false);
          p = {
            ...p,
            kit: {
              ...p.kit,
              items: [...p.kit.items, { id, part: 'slab-3000', name: 'x', struck: [] }],
            },
          };
        }
      }),
    );
  });
  test('a build with nothing in it says what is missing, and never fails', () => {
    const empty = {
      ...half,
      shell: { bodies: [] },
      kit: { parts: [], items: [] },
      layout: { placements: [] },
      controls: { route: 'gpio' as const, inputs: [] },
    };
    expect(check(empty)).toMatchObject({ hits: 0, sentence: 'Not measured yet' });
    expect(check({ ...empty, shell: half.shell }).sentence).toBe('Nothing laid out yet');
  });
});
