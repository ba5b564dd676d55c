/** Patterns of holes against closed forms, brute force over every hole, and a solid modeller. */
import fc from 'fast-check';
import { demos } from '../../catalogue';
import { roundHole } from '../../model/hole.fixture';
import { sceneOf } from '../../fit';
import {
  type CutPlace,
  formatMm,
  holeMm2,
  length,
  type PatternCut,
  type PatternHole,
  type PatternRegion,
  type Project,
} from '../../model';
import { actingShare } from '../../shell';
import {
  cutting,
  cutWork,
  holesOf,
  newPattern,
  passWords,
  type Pattern,
  templates,
  webFor,
} from '../index';
import { leastWeb, laidHoles, type Layout } from './lay';
import { clearance, drawnPattern } from './brute.fixture';

const round = (d: number): PatternHole => ({ kind: 'round', d });
const slot = (l: number, w: number, upright = false): PatternHole => ({
  kind: 'slot',
  l,
  w,
  ...(upright ? { upright } : {}),
});
const everywhere = (): boolean => true;
const anyHole = fc.oneof(
  fc.integer({ min: 10, max: 60 }).map((t) => round(t / 10)),
  fc
    .tuple(fc.integer({ min: 10, max: 40 }), fc.integer({ min: 0, max: 200 }), fc.boolean())
    .map(([w, more, upright]) => slot((w + more) / 10, w / 10, upright)),
);

describe('what a hole is worth', () => {
  test('its open area is that of a fine sum over it', () => {
    fc.assert(
      fc.property(anyHole, (hole) => {
        const STEP = 0.02;
        const [w, l] = hole.kind === 'round' ? [hole.d, hole.d] : [hole.w, hole.l];
        let cells = 0;
        for (let x = -l / 2 + STEP / 2; x < l / 2; x += STEP) {
          for (let y = -w / 2 + STEP / 2; y < w / 2; y += STEP) {
            const beyond = Math.max(0, Math.abs(x) - (l - w) / 2);
            if (Math.hypot(beyond, y) <= w / 2) cells++;
          }
        }
        expect(Math.abs((cells * STEP * STEP) / holeMm2(hole) - 1)).toBeLessThan(0.05);
      }),
      { numRuns: 40 },
    );
  });
  test('a thin wide hole acts as 0.6 of itself, a deep narrow one as less', () => {
    expect(actingShare(round(20), 0.01).value).toBeCloseTo(0.6, 2);
    // 1/0.36 + 0.64 · 2.2/2 = 3.482: its root is 1.866.
    expect(actingShare(round(2), 2.2).value).toBeCloseTo(0.536, 3);
    // A slot drags like a round hole of four times its area over its edge: 4 · 22.28 / 25.71 mm.
    expect(actingShare(slot(12, 2), 2.2).value).toBeCloseTo(
      1 / Math.sqrt(1 / 0.36 + (0.64 * 2.2) / ((4 * (20 + Math.PI)) / (20 + 2 * Math.PI))),
      6,
    );
  });
});

describe('laying', () => {
  test('in rows a rectangle takes as many as fit side by side', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 60 }),
        fc.integer({ min: 8, max: 40 }),
        fc.integer({ min: 12, max: 40 }),
        fc.integer({ min: 10, max: 30 }),
        (w, h, d10, web10) => {
          const [d, web] = [d10 / 10, web10 / 10];
          const count = (mm: number): number => Math.floor((mm + web) / (d + web) + 1e-9);
          const most = Math.min(600, count(w) * count(h));
          const region: PatternRegion = { kind: 'rect', w, h };
          const holes = laidHoles({ region, hole: round(d), lay: 'rows', web }, everywhere);
          expect(holes).toHaveLength(most);
        },
      ),
    );
  });
  test('hexagons come to the densest lattice over a large region', () => {
    const [d, web] = [2.5, 1.7];
    const region: PatternRegion = { kind: 'round', d: 90 };
    const { length: n } = laidHoles({ region, hole: round(d), lay: 'hexagons', web }, everywhere);
    const cell = (Math.sqrt(3) / 2) * (d + web) ** 2;
    expect(n / ((Math.PI / 4) * (90 - d) ** 2) / (1 / cell)).toBeCloseTo(1, 1);
  });
  test('between any two stays the web that was asked for, within the rounding of places', () => {
    fc.assert(
      fc.property(
        anyHole,
        fc.constantFrom('hexagons' as const, 'rows' as const),
        fc.integer({ min: 10, max: 30 }),
        fc.boolean(),
        (hole, lay, web10, isRound) => {
          const web = web10 / 10;
          const region: PatternRegion = isRound
            ? { kind: 'round', d: 30 }
            : { kind: 'rect', w: 34, h: 22 };
          const layout: Layout = { region, hole, lay, web };
          const holes = laidHoles(layout, everywhere);
          if (holes.length > 1) {
            expect(leastWeb(hole, holes)).toBeGreaterThan(web - 0.02);
            expect(leastWeb(hole, holes)).toBeCloseTo(clearance.between(hole, holes), 6);
          }
          expect(holes.every((at) => clearance.inRegion(region, hole, at) > -0.02)).toBe(true);
        },
      ),
    );
  });
  test('no hole lies over a forbidden place: 200 regions over every example', () => {
    let laid = 0;
    let barred = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const { scene, openings, like } = drawnPattern(seed);
      const cut = newPattern(scene, like, openings);
      const free = laidHoles(like, everywhere);
      laid += cut.holes.length;
      barred += free.length - cut.holes.length;
      for (const h of holesOf(cut)) {
        expect([seed, clearance.ofScene(scene, cut, h, openings)]).toEqual([seed, []]);
      }
    }
    // Both happen: something is drilled, and something was in the way.
    expect(laid).toBeGreaterThan(500);
    expect(barred).toBeGreaterThan(500);
  });
});

const [, done] = demos() as [Project, Project];
const withCuts = (p: Project, ...cuts: PatternCut[]): Project => ({
  ...p,
  cuts: [...p.cuts, ...cuts],
});
/** Holes for air in the back of the finished loaner, wherever they may be. */
function airIn(p: Project, at: CutPlace, more: Partial<Layout> = {}): PatternCut {
  const scene = sceneOf(p);
  const [piece] = scene.shell!.body.pieces;
  const like = {
    for: { is: 'air' as const },
    at,
    region: { kind: 'rect' as const, w: 30, h: 12 },
    hole: round(2.5),
    lay: 'hexagons' as const,
    web: webFor(piece!),
    ...more,
  };
  return newPattern(scene, like, cutting(p, scene).openings);
}
const inBack: CutPlace = { piece: 'back', x: 86, y: 20 };
const only = (p: Project): Pattern => cutting(p).patterns[0]!;

describe('a bay', () => {
  const bare: Project = {
    ...done,
    kit: { ...done.kit, items: [] },
    layout: { placements: [] },
    controls: { ...done.controls, inputs: [] },
  };
  /** The bay of the finished loaner with a hole in its floor. */
  const pierced: Project = {
    ...bare,
    shell: {
      ...bare.shell,
      bodies: bare.shell.bodies.map((b) => ({
        ...b,
        pieces: b.pieces.map((q) =>
          q.id === 'back' ? { ...q, openings: [...q.openings, roundHole('h', 128, 33, 6)] } : q,
        ),
      })),
    },
  };
  const inBay: CutPlace = { piece: 'back', x: 128, y: 33 };
  const grid = { region: { kind: 'rect' as const, w: 50, h: 40 }, lay: 'rows' as const, web: 2 };

  test('is drilled like any floor: its own hole is kept clear of, and nothing else is', () => {
    const [whole, holed] = [airIn(bare, inBay, grid), airIn(pierced, inBay, grid)];
    // 11 across and 9 up with 2.5 mm holes 4.5 apart in 50 × 40 mm.
    expect(whole.holes).toHaveLength(99);
    const clear = whole.holes.filter(([u, v]) => Math.hypot(u, v) >= 3 + 1.25 + 1.51);
    expect(holed.holes.length).toBe(clear.length);
  });
  test('its edge is kept clear of from both sides, by what a bit wanders', () => {
    // The bay begins at x = 98: bands of one hole's width on either side of it.
    const at = (x: number): number =>
      airIn(bare, { piece: 'back', x, y: 33 }, { ...grid, region: { kind: 'rect', w: 2.5, h: 40 } })
        .holes.length;
    expect(at(98 - 1.25 - 0.42)).toBeGreaterThan(0);
    expect(at(98 - 1.25 - 0.38)).toBe(0);
    expect(at(98)).toBe(0);
    expect(at(98 + 1.25 + 0.38)).toBe(0);
    expect(at(98 + 1.25 + 0.42)).toBeGreaterThan(0);
  });
});

describe('a pattern among the cuts', () => {
  const cut = airIn(done, inBack);
  const p = withCuts(done, cut);
  test('is counted, read from two edges and timed, and drilled with what is drilled', () => {
    const c = only(p);
    expect(c.holes).toBe(cut.holes.length);
    expect(c.open).toBeCloseTo(c.holes * (Math.PI / 4) * 2.5 ** 2, 6);
    expect(c.from).toEqual([
      { edge: 'left', mm: 86 },
      { edge: 'bottom', mm: 20 },
    ]);
    const work = cutWork(p, cutting(p)).find((w) => w.key === c.key)!;
    expect(work.stage).toBe('drilled');
    // Marking 2, deburring 1, half a minute a hole.
    expect(work.minutes.value).toBeCloseTo(3 + c.holes / 2, 6);
    expect(work.passes.map(passWords)[0]).toContain(`each of ${c.holes} centres`);
  });
  test('slots are drilled at both ends and sawn between', () => {
    const sawn = withCuts(done, airIn(done, inBack, { hole: slot(9, 3) }));
    const c = only(sawn);
    const work = cutWork(sawn, cutting(sawn)).find((w) => w.key === c.key)!;
    expect(work.stage).toBe('sawn');
    expect(work.passes.map((q) => q.do)).toEqual(['pilot', 'drill each', 'saw slots', 'deburr']);
    const saw = work.passes.find((q) => q.do === 'saw slots')!;
    expect(saw).toMatchObject({ slots: c.holes, along: 2 * c.holes * 6 });
  });
  test('stands on its template hole by hole, mirrored for the inside', () => {
    const circles = (inside: boolean) =>
      templates(p, inside)
        .find((s) => s.cuts?.includes(only(p).key))!
        .marks.flatMap((m) => (m.kind === 'circle' && m.ink === 'cut' && m.r === 1.25 ? [m] : []));
    const [outside, within] = [circles(false), circles(true)];
    expect(outside).toHaveLength(cut.holes.length);
    const { w } = templates(p).find((s) => s.cuts?.includes(only(p).key))!;
    const mirrored = within.map((m) => [w - m.x, m.y].map((v) => v.toFixed(6))).sort();
    expect(outside.map((m) => [m.x, m.y].map((v) => v.toFixed(6))).sort()).toEqual(mirrored);
  });
  test('its figures and its name stand clear of its holes, whichever edge is nearer', () => {
    for (const y of [14, 60]) {
      const one = withCuts(done, airIn(done, { piece: 'back', x: 60, y }));
      const { marks } = templates(one).find((s) => s.cuts?.includes(only(one).key))!;
      const holes = marks.flatMap((m) => (m.kind === 'circle' && m.r === 1.25 ? [m] : []));
      const { from, name } = only(one);
      const words = marks.flatMap((m) =>
        m.kind === 'text' &&
        (m.text.startsWith(name) || from.some((f) => m.text === formatMm(f.mm, 1)))
          ? [m]
          : [],
      );
      expect(words).toHaveLength(3);
      for (const m of words) {
        // A figure is about 0.6 of its height wide; it stands on its base line.
        const wide = 0.6 * m.mm * m.text.length;
        const left = m.anchor === 'middle' ? m.x - wide / 2 : m.x;
        const over = holes.filter(
          (h) =>
            h.x + h.r > left &&
            h.x - h.r < left + wide &&
            h.y + h.r > m.y - m.mm &&
            h.y - h.r < m.y,
        );
        expect([y, m.text, over]).toEqual([y, m.text, []]);
      }
    }
  });
  test('drilled wider it is judged as it was drilled', () => {
    const wide = withCuts(done, { ...cut, state: 'measured', measured: length(3, 'calliper') });
    expect(only(wide).hole).toEqual(round(3));
    expect(only(wide).open / only(p).open).toBeCloseTo((3 / 2.5) ** 2, 6);
  });
});
