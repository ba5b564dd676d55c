import { STARTER_PARTS } from '../catalogue';
import { readAs, Part } from '../model';
import { findParts, HEADER_40, removals, thickness, zSpan } from './index';

test('the starter catalogue holds at least 40 valid parts with different ids', () => {
  expect(STARTER_PARTS.length).toBeGreaterThanOrEqual(40);
  expect(new Set(STARTER_PARTS.map((p) => p.id)).size).toBe(STARTER_PARTS.length);
  for (const p of STARTER_PARTS) {
    expect([p.id, readAs(Part, p)]).toEqual([p.id, expect.objectContaining({ ok: true })]);
  }
});

test('every SBC, driver board and charger has four blocks of different height, named pads and directed sockets', () => {
  for (const p of STARTER_PARTS.filter(
    (x) => x.family === 'sbc' || x.charger || (x.screen && x.screen.link !== 'panel'),
  )) {
    expect([p.id, new Set(p.blocks.map((b) => b.height.mm)).size >= 4, p.pads.length > 0]).toEqual([
      p.id,
      true,
      true,
    ]);
    for (const c of p.connectors) expect(Math.hypot(...c.dir)).toBeCloseTo(1, 9);
  }
});

/** Highest point minus lowest point, straight from the blocks. */
const byHand = (id: string, without: string): number => {
  const left = STARTER_PARTS.find((p) => p.id === id)!.blocks.filter((b) => b.id !== without);
  const top = (b: (typeof left)[number]): [number, number] => {
    if (b.axis === 'z') return [b.base, b.base + b.height.mm];
    if (b.plan.kind === 'circle') return [b.plan.y - b.plan.d.mm / 2, b.plan.y + b.plan.d.mm / 2];
    return [0, 0];
  };
  return Math.max(...left.map((b) => top(b)[1])) - Math.min(...left.map((b) => top(b)[0]));
};

describe('striking a block off', () => {
  const cases = STARTER_PARTS.flatMap((p) =>
    p.blocks.filter((b) => b.removable).map((b) => [p.id, b.id] as const),
  );
  test(`each of ${cases.length} removals gives the exact new thickness, or says that nothing is gained`, () => {
    for (const [id, block] of cases) {
      const p = STARTER_PARTS.find((x) => x.id === id)!;
      const r = removals(p, []).find((x) => x.block.id === block)!;
      expect([id, block, Math.round(r.after * 1e6)]).toEqual([
        id,
        block,
        Math.round(byHand(id, block) * 1e6),
      ]);
      expect(r.saves).toBeCloseTo(byHand(id, '') - byHand(id, block), 9);
    }
  });
  test('the header off an SBC gains nothing while the USB stack stands taller', () => {
    const teasel = STARTER_PARTS.find((p) => p.id === 'teasel')!;
    expect(removals(teasel, []).find((r) => r.block.id === 'header')!.saves).toBe(0);
    expect(thickness(teasel, ['usb-stack']).value).toBeCloseTo(1.4 + 1.6 + 8.5, 9);
    expect(zSpan(teasel.blocks)[1]).toBeCloseTo(17.2, 9);
  });
});

test.each([
  ['65 x 56 board, 40-pin', 'teasel'],
  ['2.8 screen SPI', 'pane-2-8-spi'],
  ['6x6 switch 5 mm', 'tactile-5'],
  ['pouch 2500', 'slab-2500'],
  ['usb sound card', 'chirp-usb'],
  ['speaker 28', 'speaker-28'],
  ['i2c expander', 'weave'],
])('"%s" finds %s first', (query, id) => {
  expect(findParts(STARTER_PARTS, query)[0]?.id).toBe(id);
});

test('the header has 40 pins, 28 lines, and no line twice', () => {
  const lines = HEADER_40.flatMap((p) => (p.gpio === undefined ? [] : [p.gpio]));
  expect(HEADER_40.length).toBe(40);
  expect([...lines].sort((a, b) => a - b)).toEqual(Array.from({ length: 28 }, (_, i) => i));
});
