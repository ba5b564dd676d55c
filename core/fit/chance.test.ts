/** The whole build's chance against perturbing the readings themselves and running the exact check again. */
import { seeded } from '../geometry/seeded';
import { type Finding, length, phi, type SourceShare } from '../model';
import { chanceRow } from './chanceRow.fixture';
import { buildChance, improvements, quantileOf } from './index';

const finding = (value: number, sources: SourceShare[]): Finding => {
  const sigma = Math.sqrt(sources.reduce((s, q) => s + (q.k * q.u) ** 2, 0));
  return {
    id: `f${value}${sources.map((s) => s.key).join()}`,
    station: 'fit',
    verdict: 'tight',
    check: 'touch',
    code: 'touch',
    title: '',
    what: '',
    why: [],
    about: [],
    measure: {
      gap: value,
      required: 0,
      reason: '',
      sigma,
      chance: phi(value / sigma),
      worst: 0,
      sources,
    },
  };
};
const source = (key: string, u: number, k = 1): SourceShare => ({ key, label: key, u, k });

describe('closed forms', () => {
  test('independent findings multiply, the same one twice counts once, opposite ones exclude each other', () => {
    const a = finding(0.1, [source('a', 0.1)]);
    const b = finding(0.05, [source('b', 0.1)]);
    expect(buildChance([a, b]).value).toBeCloseTo(phi(1) * phi(0.5), 2);
    expect(buildChance([a, { ...a, id: 'again' }]).value).toBeCloseTo(phi(1), 3);
    // P(z > -1 and z < 0.5)
    expect(buildChance([a, finding(0.05, [source('a', 0.1, -1)])]).value).toBeCloseTo(
      phi(0.5) - phi(-1),
      2,
    );
    // Bivariate normal of correlation 1/2 at 0: 1/4 + asin(1/2)/2π = 1/3.
    expect(
      buildChance([
        finding(1e-9, [source('a', 0.1), source('c', 0.1)]),
        finding(1e-9, [source('b', 0.1), source('c', 0.1)]),
      ]).value,
    ).toBeCloseTo(1 / 3, 2);
  });
  test('it is never above its worst finding, nor below all of them taken as independent when they pull alike', () => {
    const r = seeded(4);
    for (let n = 0; n < 40; n++) {
      const list = Array.from({ length: 6 }, () =>
        finding(r() * 0.3, [
          source('s', 0.05 + r() * 0.1),
          source(`p${Math.floor(r() * 4)}`, 0.1 * r() + 0.01),
        ]),
      );
      const c = buildChance(list).value;
      const worst = Math.min(...list.map((f) => f.measure!.chance));
      expect(c).toBeLessThanOrEqual(worst);
      expect(c).toBeGreaterThanOrEqual(list.reduce((x, f) => x * f.measure!.chance, 1) - 0.01);
    }
  });
  test('the inverse of Φ turns Φ back', () => {
    for (let x = -5; x <= 5; x += 0.25) expect(quantileOf(phi(x))).toBeCloseTo(x, 5);
  });
  test('nothing doubtful is certain; a hit without a measure is hopeless', () => {
    expect(buildChance([]).value).toBe(1);
    expect(
      buildChance([{ ...finding(1, [source('a', 0.1)]), measure: undefined, verdict: 'hit' }])
        .value,
    ).toBe(0);
  });
});

describe('against drawing the readings and checking every near pair again', () => {
  const rows = Array.from({ length: 12 }, (_, i) => chanceRow(500 + i, 4000));
  test.each(rows)(
    'build $seed, $parts parts: told $told, drawn $share',
    ({ told, share, parts }) => {
      expect(Math.abs(told - share)).toBeLessThanOrEqual(0.03);
      expect(parts).toBeGreaterThanOrEqual(8);
    },
  );
  test('a third of them stand between 0.2 and 0.8, and most have readings that two findings share', () => {
    expect(rows.filter((r) => r.share > 0.2 && r.share < 0.8).length).toBeGreaterThanOrEqual(4);
    expect(rows.filter((r) => r.shared > 0).length).toBeGreaterThanOrEqual(6);
  });
});

describe('which reading to take again', () => {
  test('the one that is promised raises the chance as promised when it is taken', () => {
    const rough = finding(0.2, [
      source('shell.bodies.0.pieces.1.depth', 0.29),
      source('kit.parts.0.blocks.0.height', 0.03),
    ]);
    const other = finding(0.15, [
      source('layout.placements.2.x', 0.17),
      source('kit.parts.0.blocks.0.height', 0.03),
    ]);
    const [first, second] = improvements([rough, other]);
    expect([first!.key, first!.how]).toEqual(['shell.bodies.0.pieces.1.depth', 'calliper']);
    const u = length(1, 'calliper').u;
    const better = buildChance([
      finding(0.2, [
        source('shell.bodies.0.pieces.1.depth', u),
        source('kit.parts.0.blocks.0.height', 0.03),
      ]),
      other,
    ]).value;
    expect(first!.to).toBeCloseTo(better, 1);
    expect([second!.key, second!.how]).toEqual(['layout.placements.2.x', 'jig']);
    expect(improvements([])).toEqual([]);
  });
});
