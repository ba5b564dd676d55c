/** Bounce and lag: edges against a line looked at every hundredth of a millisecond, captures read, sums. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { applied, BadInput, type Finding, type Project, type WayOut } from '../model';
import { check, waysOut } from '../verdict';
import { modelled, readCapture, SWITCHES, type SwitchKind } from './bounce';
import { choose, debounced, type Edge, ONE_IN, outcomeOf } from './debounce';
import { waitFindings } from './findings';
import { pressToLight } from './light';

const waitsOut = (p: Project, f: Finding): WayOut[] => waysOut(p, f, []).ways;

const STEP = 0.01;
/** The same by looking at the line again and again: still for so long, and told. */
function looked(edges: readonly Edge[], stillMs: number): number[] {
  const level = (n: number): number =>
    edges.filter((e) => Math.round(e.t / STEP) <= n).at(-1)?.level ?? 0;
  const end = Math.round(((edges.at(-1)?.t ?? 0) + stillMs) / STEP) + 2;
  const still = Math.round(stillMs / STEP);
  let [now, since, told] = [0, -Infinity, 0];
  const levels: number[] = [];
  for (let n = 0; n <= end; n++) {
    const next = level(n);
    if (next !== now) [now, since] = [next, n];
    if (now !== told && n - since >= still) {
      told = now;
      levels.push(told);
    }
  }
  return levels;
}
const someEdges = fc
  .array(fc.integer({ min: 5, max: 900 }), { minLength: 1, maxLength: 9 })
  .map((gaps) => {
    let t = 0;
    return gaps.map((g, i): Edge => {
      t += g;
      return { t: t * STEP, level: i % 2 === 0 ? 1 : 0 };
    });
  });

describe('the debounce', () => {
  test('tells what a line looked at every 0.01 ms tells', () => {
    fc.assert(
      fc.property(someEdges, fc.integer({ min: 1, max: 600 }), (edges, wait) => {
        // On the grid an edge at the very end of a wait is a matter of rounding.
        fc.pre(edges.every((e, i) => Math.round((e.t - (edges[i - 1]?.t ?? 0)) / STEP) !== wait));
        const told = debounced(edges, wait * STEP);
        expect(told.map((e) => e.level)).toEqual(looked(edges, wait * STEP));
      }),
      { numRuns: 150, seed: 21 },
    );
  });

  test('tells each change once, after as long a stillness as is set', () => {
    const edges: Edge[] = [
      { t: 0, level: 1 },
      { t: 1, level: 0 },
      { t: 1.5, level: 1 },
      { t: 50, level: 0 },
    ];
    expect(debounced(edges, 5)).toEqual([
      { t: 6.5, level: 1 },
      { t: 55, level: 0 },
    ]);
    expect(debounced(edges, 0).map((e) => e.t)).toEqual([0, 1, 1.5, 50]);
    expect(debounced(edges, 60)).toEqual([]);
  });

  test('presses told twice, and not at all, are counted', () => {
    const press = {
      edges: [
        { t: 0, level: 1 },
        { t: 2, level: 0 },
        { t: 6, level: 1 },
        { t: 40, level: 0 },
      ] as Edge[],
      down: 0,
      up: 40,
    };
    const at = (ms: number) => {
      const { doubles, missed, typicalMs } = outcomeOf([press], ms);
      return [doubles, missed, typicalMs];
    };
    expect([at(1), at(5), at(35)]).toEqual([
      [1, 0, 1],
      [0, 0, 11],
      [0, 1, 0],
    ]);
  });
});

describe('the choice', () => {
  const kinds = Object.keys(SWITCHES) as SwitchKind[];
  test.each(kinds)(
    '%s: the shortest wait that doubles or misses one in a thousand at most',
    (kind) => {
      const { all, best } = choose(modelled(kind, 3000, 7));
      expect(best).toBeDefined();
      const bad = (ms: number): number => all[ms]!.doubles + all[ms]!.missed;
      expect(bad(best!.stillMs) * ONE_IN).toBeLessThanOrEqual(3000);
      for (let ms = 0; ms < best!.stillMs; ms++) expect(bad(ms) * ONE_IN).toBeGreaterThan(3000);
      expect(best!.typicalMs).toBeGreaterThanOrEqual(best!.stillMs);
    },
  );

  test('a worse contact wants a longer wait; the same seed makes the same presses', () => {
    const best = kinds.map((k) => choose(modelled(k, 3000, 7)).best!.stillMs);
    expect(best).toEqual([...best].sort((a, b) => a - b));
    expect(best[0]).toBeLessThan(best.at(-1)!);
    expect(modelled('pill', 5, 3)).toEqual(modelled('pill', 5, 3));
    expect(modelled('pill', 5, 3)).not.toEqual(modelled('pill', 5, 4));
  });

  test('every modelled press begins pressed, ends released, and alternates', () => {
    for (const kind of kinds) {
      for (const { edges } of modelled(kind, 500, 2)) {
        expect([edges[0]!.level, edges.at(-1)!.level]).toEqual([1, 0]);
        edges.forEach((e, i) => {
          if (!i) return;
          expect(e.level).not.toBe(edges[i - 1]!.level);
          expect(e.t).toBeGreaterThanOrEqual(edges[i - 1]!.t);
        });
      }
    }
  });

  test('as many bounces as the model says, on the average', () => {
    for (const kind of kinds) {
      const presses = modelled(kind, 4000, 5);
      const mean = presses.reduce((s, p) => s + (p.edges.length - 2) / 4, 0) / presses.length;
      expect(Math.abs(mean / SWITCHES[kind].bounces - 1)).toBeLessThan(0.1);
    }
  });

  test('no wait does for a line that never rests; nothing is chosen of nothing', () => {
    const restless: Edge[] = Array.from({ length: 400 }, (_, i) => ({
      t: i / 2,
      level: i % 2 ? 0 : 1,
    }));
    expect(choose([{ edges: restless, down: 0, up: 200 }]).best).toBeUndefined();
    expect(choose([]).best).toBeUndefined();
  });
});

describe('a wait in the verdict', () => {
  const [, done, box] = demos() as [Project, Project, Project];
  const waits = (debounceMs: number, p = done): Project => ({
    ...p,
    controls: { ...p.controls, debounceMs },
  });
  test('is tight from the shortest press on, where presses are lost in fact; a short one is the builder’s own', () => {
    expect(waitFindings(done)).toEqual([]);
    for (const ms of [0, 2, 39]) expect(waitFindings(waits(ms))).toEqual([]);
    for (const ms of [40, 60]) {
      expect(waitFindings(waits(ms)).map((f) => [f.code, f.verdict])).toEqual([
        ['wait-long', 'tight'],
      ]);
    }
    const clean = modelled('dome', 2000, 1);
    expect(outcomeOf(clean, 30).missed).toBe(0);
    expect(outcomeOf(clean, 45).missed).toBeGreaterThan(0);
    expect(waitFindings(waits(60, box))).toEqual([]);
  });

  test('its way out clears it', () => {
    const p = waits(50);
    const [f] = check(p).findings.filter((x) => x.check === 'wait');
    const [way] = waitsOut(p, f!);
    expect(way!.text).toBe('Wait 8 ms');
    expect(waitFindings(way!.changes.reduce(applied, p))).toEqual([]);
  });
});

describe('a capture', () => {
  const rows = [
    '0,1',
    '0.100,0',
    '0.1005,1',
    '0.1008,0',
    '0.180,1',
    '0.1802,0',
    '0.1803,1',
    '0.5,0',
    '0.56,1',
  ];
  test('is read as presses, in seconds, ms or µs, from the level at rest', () => {
    const inSeconds = readCapture(rows.join('\n'));
    expect(inSeconds.map((p) => [p.edges.length, Math.round(p.down), Math.round(p.up)])).toEqual([
      [6, 100, 180],
      [2, 500, 560],
    ]);
    const scaled = (by: number, heading: string) =>
      readCapture(
        [heading, ...rows.map((r) => `${Number(r.split(',')[0]) * by},${r.split(',')[1]}`)].join(
          '\r\n',
        ),
      ).map((p) => Math.round(p.down));
    expect(scaled(1e3, 'time ms,key')).toEqual([100, 500]);
    expect(scaled(1e6, 'time [us],key')).toEqual([100, 500]);
    expect(scaled(1, 'time s,key')).toEqual([100, 500]);
    expect(readCapture(`\uFEFF${rows.join('\n')}`)).toHaveLength(2);
    const activeHigh = rows.map((r) => r.replace(/.$/, (l) => (l === '1' ? '0' : '1')));
    expect(readCapture(activeHigh.join('\n'))).toEqual(inSeconds);
  });

  test.each([
    ['', /No press was found/],
    ['0,1\n1,1\n2,1', /No press was found/],
    ['0,1\n0.1,2', /Row 2 is no time and level/],
    ['time,key\n0,1\nNaN,0', /Row 3 is no time and level/],
    ['0,1\n1e999,0', /Row 2 is no time and level/],
    ['0,1\n0.5,0\n0.2,1', /Time goes back at row 3/],
    ['0', /Row 1 is no time and level/],
  ])('%j is refused', (text, sentence) => {
    expect(() => readCapture(text)).toThrow(sentence);
  });

  test('any text is read, or refused in one sentence', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        try {
          readCapture(text);
        } catch (e) {
          expect(e).toBeInstanceOf(BadInput);
        }
      }),
      { numRuns: 300, seed: 6 },
    );
    expect(() => readCapture('0,1\n'.repeat(100_001))).toThrow(/more than 100,000 rows/);
  });
});

describe('from press to light', () => {
  const [, done, box] = demos() as [Project, Project, Project];
  test('is the sum of its parts; the screen of the build is in it', () => {
    const { parts, typical, worst } = pressToLight(done);
    expect(parts.reduce((s, q) => s + q.typical, 0)).toBeCloseTo(typical, 9);
    expect(parts.reduce((s, q) => s + q.worst, 0)).toBeCloseTo(worst, 9);
    for (const q of parts) expect(q.worst).toBeGreaterThanOrEqual(q.typical);
    expect(pressToLight(done, 'wireless').typical).toBeGreaterThan(typical);
    expect(pressToLight(box).parts.at(-1)!.words).toBe('television');
  });

  test('over SPI a picture takes as long as its bits; other links half a frame', () => {
    const withScreen = (link: string): Project => {
      const part = STARTER_PARTS.find((q) => q.screen?.link === link)!;
      const rest = done.kit.items.filter(
        (i) => !done.kit.parts.find((q) => q.id === i.part)?.screen,
      );
      return {
        ...done,
        kit: {
          parts: [...done.kit.parts, part],
          items: [...rest, { id: 'the-screen', part: part.id, name: 'Screen', struck: [] }],
        },
      };
    };
    const spi = withScreen('spi');
    const [w, h] = spi.kit.parts.at(-1)!.screen!.px;
    const sending = pressToLight(spi).parts.at(-2)!;
    expect([sending.words, sending.typical]).toEqual([
      'picture goes over SPI',
      expect.closeTo((1000 * w * h * 16) / (0.9 * 32e6), 6),
    ]);
    expect(sending.worst).toBeCloseTo((2000 * w * h * 16) / (0.7 * 32e6), 6);
    expect(pressToLight(withScreen('parallel')).parts.at(-2)!.typical).toBeCloseTo(1000 / 120, 9);
  });
});
