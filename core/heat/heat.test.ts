/** How warm a build gets: laws by hand, a finer network, and what the verdict makes of it. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { applied, appliedAll, type Part, type Project } from '../model';
import { check, waysOut } from '../verdict';
import { type WarmCase, settled, soak } from './case';
import { convected, draught, radiated } from './flows';
import { heatFigures, heatWays, ROOM_C, warmBodies, warmCase, warmingUp } from './index';
import { finelySettled } from './judge.fixture';

const done = demos()[1]!;
const withParts = (p: Project, change: (q: Part) => Part): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map(change) },
});
const drawing = (game: number): Project =>
  withParts(done, (q) => (q.computer ? { ...q, draws: { menu: game, game, peak: game } } : q));
const PLAIN: WarmCase = warmCase(done, 'game')!;

describe('the laws, by hand', () => {
  test('a face 90 mm high and 10 K over the air loses 46 W/m² by convection', () =>
    // 1.42 · (10 / 0.09)^¼ · 10
    expect(convected(10, 0.09)).toBeCloseTo(46.1, 1));
  test('at 35 °C a matt face loses 57 W/m² to a room of 25 °C by radiation', () =>
    // 0.9 · 5.67e-8 · (308.15⁴ − 298.15⁴)
    expect(radiated(35, 25)).toBeCloseTo(56.9, 1));
  test('two holes of 1 cm² each, 45 mm apart, draw 10 ml/s at 20 K', () =>
    // Half of 2 cm² in, half out: 0.6 · 2e-4 / (2√2) · √(2 · 9.81 · 0.045 · 20 / 318.15)
    expect(draught(2e-4, 0.045, 45, 25) * 1e6).toBeCloseTo(10.0, 1));
  test('air no warmer than the room moves nowhere', () =>
    expect(draught(2e-4, 0.045, 25, 25)).toBe(0));
});

describe('settled', () => {
  test('a finer network of faces and strips says the same of drawn cases, within 10 % of each rise', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 4e-4, noNaN: true }),
        fc.double({ min: 0, max: 2e-3, noNaN: true }),
        (watts, airWatts, area, sink) => {
          const c: WarmCase = {
            ...PLAIN,
            airWatts,
            vents: { ...PLAIN.vents, area },
            board: { ...PLAIN.board, watts, chipWatts: 0.7 * watts, sink },
          };
          const [ours, finer] = [settled(c), finelySettled(c)];
          for (const key of ['chipC', 'boardC', 'cellC', 'airC', 'shellC'] as const) {
            const rise = finer[key] - c.roomC;
            expect(Math.abs(ours[key] - finer[key])).toBeLessThan(0.1 * rise + 0.02);
          }
        },
      ),
      { numRuns: 12 },
    );
  });
  test('with nothing at work everything is as warm as the room', () => {
    const cold = { ...PLAIN, airWatts: 0, board: { ...PLAIN.board, watts: 0, chipWatts: 0 } };
    const t = settled({ ...cold, cell: { ...cold.cell, watts: 0 } });
    for (const c of Object.values(t)) expect(c).toBeCloseTo(ROOM_C, 3);
  });
  test('vents, a fan and fins each cool the chip; a sealed thick wall warms it', () => {
    const chip = (more: Partial<WarmCase>): number => settled({ ...PLAIN, ...more }).chipC;
    const sealed = chip({ vents: { ...PLAIN.vents, area: 0 } });
    expect(chip({ vents: { ...PLAIN.vents, area: 5e-4 } })).toBeLessThan(sealed - 1);
    expect(chip({ fan: 3e-4 })).toBeLessThan(sealed - 5);
    expect(chip({ board: { ...PLAIN.board, sink: 1e-3 } })).toBeLessThan(chip({}) - 2);
    expect(chip({ shell: { ...PLAIN.shell, wall: 0.008 } })).toBeGreaterThan(chip({}));
  });
});

describe('warming up', () => {
  test('it ends where it settles, rising all the way', () => {
    const end = settled(PLAIN);
    const { curve, minutes } = soak(PLAIN);
    for (let i = 1; i < curve.length; i++) {
      expect(curve[i]!.chipC).toBeGreaterThan(curve[i - 1]!.chipC - 1e-9);
    }
    expect(Math.abs(curve.at(-1)!.chipC - end.chipC)).toBeLessThan(1.2);
    expect(minutes).toBeGreaterThan(20);
    expect(minutes).toBeLessThan(120);
  });
});

describe('what is said', () => {
  const said = (p: Project) => check(p).findings.filter((f) => f.check === 'heat');
  test('the finished loaner stays cool; a board of 7 W does not, and its chip is named', () => {
    expect(said(done)).toEqual([]);
    const hot = said(drawing(7)).find((f) => f.code === 'warm-chip')!;
    expect([hot.verdict, hot.about]).toEqual(['hit', ['teasel']]);
  });
  test('tight where only the estimate is too warm, a hit where it is even at its lowest', () => {
    const verdicts = new Set<string>();
    for (let watts = 2; watts < 7; watts += 0.25) {
      const fact = heatFigures(drawing(watts))?.facts.find((f) => f.place === 'chip');
      if (!fact) continue;
      const found = said(drawing(watts)).find((f) => f.code === 'warm-chip');
      let wanted: string | undefined;
      if (fact.celsius - fact.within > fact.mostC) wanted = 'hit';
      else if (fact.celsius > fact.mostC) wanted = 'tight';
      expect([watts, found?.verdict]).toEqual([watts, wanted]);
      if (wanted) verdicts.add(wanted);
    }
    expect(verdicts).toEqual(new Set(['tight', 'hit']));
  });
  test('one reading of the chip corrects every rise and narrows the band', () => {
    const before = heatFigures(done)!;
    const rise = before.warmth.game!.chipC - ROOM_C;
    const read = applied(done, {
      do: 'power',
      set: { warmth: { roomC: ROOM_C, chipC: ROOM_C + 1.4 * rise } },
    });
    const after = heatFigures(read)!;
    expect(after.factor).toBeCloseTo(1.4, 6);
    expect(after.warmth.game!.shellC - ROOM_C).toBeCloseTo(
      1.4 * (before.warmth.game!.shellC - ROOM_C),
      6,
    );
    const within = (f: typeof before) => f.facts[0]!.within / (f.facts[0]!.celsius - ROOM_C);
    expect([within(before), within(after)]).toEqual([
      expect.closeTo(0.3, 9),
      expect.closeTo(0.1, 9),
    ]);
  });
  test('the ways out are fins or a cooler board, and hold on the whole build', () => {
    const p = drawing(4.5);
    const f = said(p).find((x) => x.code === 'warm-chip')!;
    const { ways } = waysOut(p, f, STARTER_PARTS);
    expect(ways.length).toBeGreaterThan(0);
    for (const w of ways) {
      const chip = (q: Project) => heatFigures(q)!.facts.find((x) => x.place === 'chip')!.celsius;
      expect(chip(appliedAll(p, w.changes))).toBeLessThan(chip(p));
    }
  });
  test('a cell too warm on the plug beside a linear charger: one that switches cools it', () => {
    const warbler = withParts(demos()[2]!, (q) =>
      q.computer ? { ...q, draws: { menu: 1.5, game: 1.6, peak: 2 } } : q,
    );
    const cell = (q: Project) =>
      heatFigures(q)!.facts.find((x) => x.place === 'cell' && x.state === 'charging')!.celsius;
    const f = said(warbler).find((x) => x.code === 'warm-cell')!;
    expect([f.verdict, f.about]).toEqual(['tight', ['cell']]);
    const switching = heatWays(warbler, f, STARTER_PARTS).find((w) =>
      w.id.startsWith('switching'),
    )!;
    expect(cell(appliedAll(warbler, switching.changes))).toBeLessThan(cell(warbler) - 2);
  });
  test('the working tells every watt and where it goes, and what a reading made of it', () => {
    const { working, cases } = heatFigures(done)!;
    const c = cases.game!;
    const total = c.board.watts + c.cell.watts + c.airWatts;
    expect(working[0]).toContain(`${total.toFixed(2)} W become warmth in the shell`);
    const [, shell] = /^([\d.]+) W leave through/.exec(working[1]!)!;
    const [, aired] = /carry ([\d.]+) W$/.exec(working[2]!)!;
    expect(Number(shell) + Number(aired)).toBeCloseTo(total, 1);
    expect(working).toHaveLength(4);
    const read = applied(done, { do: 'power', set: { warmth: { roomC: 25, chipC: 81 } } });
    expect(heatFigures(read)!.working[4]).toMatch(
      /^read: 81 − 25 = 56\.0 K where 40\.1 K.* × 1\.40$/,
    );
  });
  test('a fan moves air only through vents', () => {
    const fan = STARTER_PARTS.find((q) => q.id === 'fan-30')!;
    const withFan = applied(done, { do: 'add', part: fan });
    const sealed: Project = {
      ...withFan,
      shell: {
        ...withFan.shell,
        bodies: withFan.shell.bodies.map((b) => ({
          ...b,
          pieces: b.pieces.map((q) => ({
            ...q,
            openings: q.openings.filter((o) => o.use !== 'speaker' && o.use !== 'vent'),
          })),
        })),
      },
    };
    expect(warmCase(sealed, 'game')!.fan).toBe(0);
    expect(warmCase(withFan, 'game')!.fan).toBeGreaterThan(0);
    expect(heatFigures(withFan)!.warmth.game!.chipC).toBeLessThan(
      heatFigures(done)!.warmth.game!.chipC - 2,
    );
  });
  test('without a shell or a computer nothing is said', () => {
    expect(heatFigures({ ...done, shell: { ...done.shell, bodies: [] } })).toBeUndefined();
    const items = done.kit.items.filter((q) => q.id !== 'teasel');
    expect(heatFigures({ ...done, kit: { ...done.kit, items } })).toBeUndefined();
  });
});

test('behind an open plate the air is the room’s: a chip is cooler there than shut in a box as large', () => {
  const drover = demos().find((p) => p.id === 'drover')!;
  const open = warmCase(drover, 'game')!;
  expect(settled(open).airC).toBeLessThan(ROOM_C + 5);
  const shut: WarmCase = { ...open, vents: { ...open.vents, area: 0 } };
  expect(settled(shut).airC).toBeGreaterThan(settled(open).airC + 2);
  expect(settled(shut).chipC).toBeGreaterThan(settled(open).chipC + 2);
});

describe('two bodies', () => {
  const heron = demos().find((p) => p.id === 'heron')!;
  test('each body loses what is in it through its own faces: together they lose what one box would', () => {
    const bodies = warmBodies(heron, 'game');
    expect(bodies.map((b) => [b.id, b.hasHost, b.hasCell])).toEqual([
      ['lid', true, false],
      ['shell', false, true],
    ]);
    const watts = (c: WarmCase): number => c.board.watts + c.cell.watts + c.airWatts;
    const moved = {
      ...heron,
      layout: {
        placements: heron.layout.placements.map((q) => ({ ...q, on: { piece: 'lid-back' } })),
      },
    };
    const [alone, ...none] = warmBodies(moved, 'game');
    expect(none).toEqual([]);
    const parted = bodies.reduce((sum, b) => sum + watts(b.case), 0);
    expect(parted).toBeCloseTo(watts(alone!.case), 9);
  });
  test('a cell in the base is not warmed by a computer in the lid, and is by one beside it', () => {
    const cellC = (p: Project): number =>
      heatFigures(p)!.facts.find((f) => f.place === 'cell' && f.state === 'game')!.celsius;
    const beside = {
      ...heron,
      layout: {
        placements: heron.layout.placements.map((q) =>
          q.item === 'thimble' ? { ...q, on: { piece: 'back' } } : q,
        ),
      },
    };
    expect(cellC(beside)).toBeGreaterThan(cellC(heron) + 3);
  });
  test('warming up, the cell ends where its own body settles, and a fan in the other does not cool it', () => {
    const heat = heatFigures(heron)!;
    const cell = heat.facts.find((f) => f.place === 'cell' && f.state === 'game')!;
    const { curve } = warmingUp(heat)!;
    expect(curve.at(-1)!.cellC).toBeLessThanOrEqual(cell.celsius + 0.1);
    expect(curve.at(-1)!.cellC).toBeGreaterThan(ROOM_C + 0.5 * (cell.celsius - ROOM_C));
    const fan = STARTER_PARTS.find((q) => q.family === 'cooling' && q.draws)!;
    const withFan = applied(heron, { do: 'add', part: fan });
    const id = withFan.kit.items.at(-1)!.id;
    const inLid = applied(withFan, {
      do: 'stand',
      placement: { ...heron.layout.placements[2]!, item: id },
    });
    const fans = warmBodies(inLid, 'game').map((b) => [b.id, b.case.fan > 0]);
    expect(fans).toEqual([
      ['lid', true],
      ['shell', false],
    ]);
  });
  test('the skin of each body is told by its name', () => {
    const skins = heatFigures(heron)!.facts.filter((f) => f.place === 'skin');
    expect(new Set(skins.map((f) => f.name))).toEqual(new Set(['Almery Clerk', 'Dabchick Junior']));
  });
});
