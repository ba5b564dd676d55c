/** A board sawn shorter, against its outline by hand; and what the saw meets, against a scan of the strip. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { blockBox } from '../geometry';
import { applied, appliedAll, type Part, type Project, readProject, type Sawn } from '../model';
import { partOf, sawFindings, sawWays, wholePartOf } from './index';
import { sawnPart } from './sawn';

const done = demos().find((p) => p.id === 'dabchick-2-done')!;
const computer = done.kit.items.find((i) => i.part === 'teasel')!;
const teasel = wholePartOf(done, computer);
const part = (id: string): Part => STARTER_PARTS.find((q) => q.id === id)!;
const saw = (cut: Sawn, p: Project = done): Project =>
  applied(p, { do: 'saw', item: computer.id, cut });
const codes = (p: Project): string[] => sawFindings(p).map((f) => f.code);
const LOOKED: NonNullable<Sawn['crosses']> = { planes: true, traces: [] };
const EDGES = ['left', 'right', 'bottom', 'top'] as const;

test('a board is shorter by what is sawn off, at that edge and no other', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...EDGES),
      fc.double({ min: 0.1, max: 40, noNaN: true }),
      (edge, mm) => {
        const [low, high] = blockBox(sawnPart(teasel, { sawn: [{ edge, mm }] }).blocks[0]!);
        // 65 × 56 mm as its library says.
        expect([low[0], low[1]]).toEqual([
          edge === 'left' ? expect.closeTo(mm, 9) : 0,
          edge === 'bottom' ? expect.closeTo(mm, 9) : 0,
        ]);
        expect([high[0], high[1]]).toEqual([
          edge === 'right' ? expect.closeTo(65 - mm, 9) : 65,
          edge === 'top' ? expect.closeTo(56 - mm, 9) : 56,
        ]);
      },
    ),
    { numRuns: 60 },
  );
});

test('what stands on the strip is gone, what is cut through stays and is said: by a scan of the strip', () => {
  const boards = STARTER_PARTS.filter(
    (q) =>
      q.blocks[0]!.kind === 'board' &&
      q.blocks[0]!.plan.kind === 'rect' &&
      q.blocks.filter((b) => b.kind === 'board').length === 1,
  );
  expect(boards.length).toBeGreaterThan(20);
  fc.assert(
    fc.property(
      fc.constantFrom(...boards),
      fc.constantFrom(...EDGES),
      // Off every drawn edge: what lies on the line is a matter of taste.
      fc.integer({ min: 5, max: 120 }).map((n) => n / 10 + 0.037),
      (whole, edge, mm) => {
        const axis = edge === 'left' || edge === 'right' ? 0 : 1;
        const [low, high] = blockBox(whole.blocks[0]!);
        if (high[axis] - low[axis] - mm < 6) return;
        const line = edge === 'left' || edge === 'bottom' ? low[axis] + mm : high[axis] - mm;
        const isOff = (v: number): boolean =>
          edge === 'left' || edge === 'bottom' ? v < line - 1e-6 : v > line + 1e-6;
        const cut = sawnPart(whole, { sawn: [{ edge, mm }] });
        const left = new Set(cut.blocks.map((b) => b.id));
        for (const b of whole.blocks.slice(1)) {
          const box = blockBox(b);
          const spots = Array.from(
            { length: 41 },
            (_, i) => box[0][axis] + ((box[1][axis] - box[0][axis]) * i) / 40,
          );
          expect([whole.id, b.id, left.has(b.id)]).toEqual([whole.id, b.id, !spots.every(isOff)]);
        }
        expect(cut.pads.map((q) => q.id)).toEqual(
          whole.pads.filter((q) => !isOff([q.x, q.y][axis]!)).map((q) => q.id),
        );
      },
    ),
    { numRuns: 200 },
  );
});

test('the same cuts give the same part, so that nothing is stood anew for nothing', () => {
  const p = saw({ edge: 'top', mm: 1, crosses: LOOKED });
  const item = p.kit.items.find((i) => i.id === computer.id)!;
  expect(partOf(p, item)).toBe(partOf(p, { ...item, name: 'another' }));
  expect(partOf(done, computer)).toBe(teasel);
});

test('each thing that goes wrong has its name, and its way out clears it', () => {
  expect(codes(saw({ edge: 'top', mm: 0.5, crosses: LOOKED }))).toEqual([]);
  const cases: Array<[Sawn, string]> = [
    [{ edge: 'top', mm: 0.5 }, 'saw-crosses'],
    [{ edge: 'left', mm: 60.5, crosses: LOOKED }, 'saw-outline'],
    [{ edge: 'left', mm: 25, crosses: LOOKED }, 'saw-through'],
    [{ edge: 'left', mm: 40, crosses: LOOKED }, 'saw-gone'],
    [{ edge: 'left', mm: 3, crosses: LOOKED }, 'saw-antenna'],
    [{ edge: 'top', mm: 6, crosses: LOOKED }, 'saw-pads'],
    [
      {
        edge: 'top',
        mm: 0.5,
        crosses: { planes: false, traces: [{ name: '3.3 V', bridged: false }] },
      },
      'saw-bridge',
    ],
  ];
  for (const [cut, code] of cases) {
    const p = saw(cut);
    expect([code, codes(p).includes(code)]).toEqual([code, true]);
    const f = sawFindings(p).find((x) => x.code === code)!;
    const ways = sawWays(p, f);
    expect([code, ways.length > 0]).toEqual([code, true]);
    for (const way of ways) {
      const mended = appliedAll(p, way.changes);
      expect([way.text, codes(mended).includes(code)]).toEqual([way.text, false]);
    }
  }
  const sawnCell = applied(done, {
    do: 'saw',
    item: done.kit.items.find((i) => i.part.startsWith('slab'))!.id,
    cut: { edge: 'top', mm: 2, crosses: LOOKED },
  });
  expect(codes(sawnCell)).toEqual(['saw-tender']);
});

test('a block that came off first is not in the way of the saw', () => {
  const p = saw({ edge: 'right', mm: 3, crosses: LOOKED });
  const isStruck = computer.struck.includes('usb-stack');
  expect(codes(p).includes('saw-through')).toBe(!isStruck);
  const struck = applied(p, { do: 'strike', item: computer.id, block: 'usb-stack' });
  expect(codes(struck)).not.toContain('saw-through');
});

test('an edge is sawn off once, by more than nothing', () => {
  const twice = saw({ edge: 'top', mm: 1 });
  const item = twice.kit.items.find((i) => i.id === computer.id)!;
  expect(item.sawn).toHaveLength(1);
  const bad = (sawn: unknown): string[] => {
    const items = done.kit.items.map((i) => (i.id === computer.id ? { ...i, sawn } : i));
    const read = readProject({ ...done, kit: { ...done.kit, items } });
    return read.ok ? [] : read.complaints.map((c) => c.sentence);
  };
  expect(bad([{ edge: 'top', mm: 0 }])).toEqual(['What is sawn off is more than 0 mm wide.']);
  expect(
    bad([
      { edge: 'top', mm: 1 },
      { edge: 'top', mm: 2 },
    ]),
  ).toEqual(['An edge is sawn off once.']);
  expect(part('teasel').blocks[0]!.kind).toBe('board');
});
