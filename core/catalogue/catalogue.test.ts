/** The starter parts and demo builds are what they claim: typical figures, made-up names, an honest story. */
import { blockBox } from '../geometry';
import { HEADER_40, thickness } from '../kit';
import { bodyFor, mustRead, type Part, uOf } from '../model';
import { COVERAGE, dabchickAnswers, demos, STARTER_PARTS } from './index';

/** Rows and pins of the header stand this far apart, mm. */
const PITCH_MM = 2.54;
const of = (family: Part['family']) => STARTER_PARTS.filter((p) => p.family === family);

describe('starter parts', () => {
  test('say they are typical, and carry that uncertainty in every size', () => {
    for (const p of STARTER_PARTS) {
      expect([p.id, p.source, p.note.includes('measure yours')]).toEqual([p.id, 'typical', true]);
      for (const b of p.blocks) {
        if (b.height.how === 'typical') expect(b.height.u).toBeCloseTo(uOf('typical'), 12);
      }
    }
  });
  test('cover the series of the scenario', () => {
    const names = STARTER_PARTS.map((p) => p.name);
    for (const n of [
      'Thimble',
      'Teasel',
      'Cinder',
      'Pane 1.5 SPI',
      'Pane 2.8 SPI',
      'Pane 3.5 parallel',
      'Pane 3.5 composite',
      'Pane 5 HDMI',
      'Chirp I2S',
      'Chirp analog 3 W',
      'Chirp USB card',
      'Knit USB controller board',
      'Weave I2C expander',
      'Buck 2S',
      'Soft latch',
    ]) {
      expect(names).toContain(n);
    }
    expect(of('cell').length).toBeGreaterThanOrEqual(8);
    expect(of('speaker').map((p) => p.speaker!.ohm)).toEqual(expect.arrayContaining([4, 8]));
  });
  test("a screen's picture lies on its panel and has the shape its pixels say", () => {
    for (const p of of('screen')) {
      const { active, px, diagonalIn } = p.screen!;
      const [low, high] = blockBox(p.blocks.find((b) => b.kind === 'glass')!);
      expect([
        p.id,
        active.x >= low[0] - 0.01,
        active.y >= low[1] - 0.01,
        active.x + active.w <= high[0] + 0.01,
        active.y + active.h <= high[1] + 0.01,
      ]).toEqual([p.id, true, true, true, true]);
      expect(Math.abs(active.w / active.h / (px[0] / px[1]) - 1)).toBeLessThan(0.06);
      expect(Math.abs(Math.hypot(active.w, active.h) / 25.4 / diagonalIn - 1)).toBeLessThan(0.07);
    }
  });
  test('a pouch holds a plausible energy for its volume', () => {
    for (const p of of('cell').filter((q) => q.cell!.kind === 'pouch')) {
      const [low, high] = blockBox(p.blocks[0]!);
      const litres = ((high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2])) / 1e6;
      const density = (p.cell!.capacityAh * 3.7 * p.cell!.series) / litres;
      expect([p.id, density > 300 && density < 620]).toEqual([p.id, true]);
    }
  });
  test('a faster board draws more, and every draw rises from menu to game to peak', () => {
    for (const p of STARTER_PARTS.filter((q) => q.draws)) {
      expect([p.id, p.draws!.menu <= p.draws!.game && p.draws!.game <= p.draws!.peak]).toEqual([
        p.id,
        true,
      ]);
    }
    const game = (id: string) => STARTER_PARTS.find((p) => p.id === id)!.draws!.game;
    expect(game('thimble')).toBeLessThan(game('teasel'));
    expect(game('teasel')).toBeLessThan(game('cinder'));
  });
  test('header pads stand at 2.54 mm on their board, pin 1 first, odd and even rows apart', () => {
    for (const p of of('sbc')) {
      const at = (pin: number) => p.pads.find((q) => q.id === String(pin))!;
      expect(at(3).x - at(1).x).toBeCloseTo(PITCH_MM, 9);
      expect(at(2).y - at(1).y).toBeCloseTo(PITCH_MM, 9);
      expect(p.pads.length).toBe(HEADER_40.length);
      const [low, high] = blockBox(p.blocks[0]!);
      for (const pad of p.pads) {
        expect([
          p.id,
          pad.id,
          pad.x > low[0] && pad.x < high[0] && pad.y > low[1] && pad.y < high[1],
        ]).toEqual([p.id, pad.id, true]);
      }
    }
  });
  test('a tactile switch is as high as its name says', () => {
    for (const p of STARTER_PARTS.filter((q) => q.id.startsWith('tactile-'))) {
      const named = Number(/([\d.]+) mm$/.exec(p.name)![1]);
      const top = Math.max(...p.blocks.map((b) => blockBox(b)[1][2]));
      expect([p.id, Math.abs(top - named) < 0.35]).toEqual([p.id, true]);
    }
  });
  test('a socket belongs to a block of its part and its mouth lies at that block', () => {
    for (const p of STARTER_PARTS) {
      for (const c of p.connectors) {
        const block = p.blocks.find((b) => b.id === c.block)!;
        const [low, high] = blockBox(block);
        for (const i of [0, 1, 2] as const) {
          expect([p.id, c.id, i, c.at[i] >= low[i] - 1 && c.at[i] <= high[i] + 1]).toEqual([
            p.id,
            c.id,
            i,
            true,
          ]);
        }
      }
    }
  });
});

describe('the demo builds', () => {
  test('are valid documents with different ids', () => {
    expect(new Set(demos().map((d) => d.id)).size).toBe(15);
    for (const d of demos()) expect(() => mustRead(JSON.parse(JSON.stringify(d)))).not.toThrow();
  });
  test('the main one is the quiz handheld of the story: 172 x 90 x 32, six closing screws, four key supports, two ribs, a bay', () => {
    const body = bodyFor(demos()[0]!)!;
    const [front, back] = body.pieces as [(typeof body.pieces)[0], (typeof body.pieces)[0]];
    expect(
      body.outline.kind === 'rect' && [
        body.outline.w.mm,
        body.outline.h.mm,
        front.depth.mm + back.depth.mm,
        body.wall.mm,
      ],
    ).toEqual([172, 90, 32, 2.2]);
    const copies = (f: (typeof back.features)[number]) =>
      (f.repeat?.mirrorX ? 2 : 1) * (f.repeat?.mirrorY ? 2 : 1) * (f.repeat?.row?.count ?? 1);
    const count = (purpose: string) =>
      back.features.filter((f) => f.purpose === purpose).reduce((n, f) => n + copies(f), 0);
    expect([
      count('closing screw'),
      count('button support'),
      count('guide'),
      back.zones.length,
    ]).toEqual([6, 4, 2, 1]);
    expect(front.openings.find((o) => o.id === 'window')!.shape).toMatchObject({
      w: { mm: 62 },
      h: { mm: 47 },
    });
    expect(
      demos()[0]!.controls.inputs.filter(
        (i) =>
          (!i.functions[0].startsWith('l') && !i.functions[0].startsWith('r')) ||
          i.functions[0] === 'left' ||
          i.functions[0] === 'right',
      ).length,
    ).toBe(10);
  });
  test('the loaner is under its price, and every demo part was measured', () => {
    for (const d of demos()) {
      const price = d.kit.items.reduce(
        (sum, i) => sum + (d.kit.parts.find((p) => p.id === i.part)!.price ?? 0),
        0,
      );
      expect([d.id, price <= (d.brief.costCeiling ?? Infinity)]).toEqual([d.id, true]);
      for (const p of d.kit.parts) expect([d.id, p.id, p.source]).toEqual([d.id, p.id, 'mine']);
    }
  });
  test('the answers change the cell, the charger, the board and two inputs, add a switch, and nothing else', () => {
    const [half, done] = demos();
    expect(dabchickAnswers().length).toBe(8);
    expect(done!.shell).toEqual(half!.shell);
    const changed = done!.layout.placements
      .filter((p, i) => JSON.stringify(p) !== JSON.stringify(half!.layout.placements[i]))
      .map((p) => p.item);
    expect(changed).toEqual(['teasel', 'charger', 'tactile-5-2']);
    expect(
      thickness(
        done!.kit.parts.find((p) => p.id === 'slab-2500')!,
        [],
      ).value,
    ).toBe(8);
  });
  test('every game family lists the pad, and only roles there are', () => {
    for (const f of Object.values(COVERAGE)) {
      expect(f.needs).toEqual(
        expect.arrayContaining(['up', 'down', 'left', 'right', 'south', 'start']),
      );
    }
  });
});
