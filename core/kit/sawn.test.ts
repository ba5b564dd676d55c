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
const looked = (
  edge: Sawn['edge'],
  mm: number,
  traces: NonNullable<Sawn['crosses']>['traces'] = [],
): Sawn => ({ edge, mm, crosses: { atMm: mm, planes: true, traces } });
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
  const p = saw(looked('top', 1));
  const item = p.kit.items.find((i) => i.id === computer.id)!;
  expect(partOf(p, item)).toBe(partOf(p, { ...item, name: 'another' }));
  expect(partOf(done, computer)).toBe(teasel);
});

test('each thing that goes wrong has its name, and its way out clears it', () => {
  expect(codes(saw(looked('top', 0.5)))).toEqual([]);
  const cases: Array<[Sawn, string]> = [
    [{ edge: 'top', mm: 0.5 }, 'saw-crosses'],
    [looked('left', 60.5), 'saw-outline'],
    [looked('left', 25), 'saw-through'],
    [looked('left', 40), 'saw-gone'],
    [looked('left', 3), 'saw-antenna'],
    [looked('top', 6), 'saw-pads'],
    [looked('top', 0.5, [{ name: '3.3 V', bridged: false }]), 'saw-bridge'],
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
    cut: looked('top', 2),
  });
  expect(codes(sawnCell)).toEqual(['saw-tender']);
});

test('what was looked at holds where one looked, and a hair beside it', () => {
  const at = (mm: number) => codes(saw({ ...looked('top', 0.5), mm }));
  expect([at(0.5), at(0.8), at(0.9)]).toEqual([[], [], ['saw-crosses']]);
  const f = sawFindings(saw({ ...looked('top', 0.5), mm: 0.9 }))[0]!;
  expect(f.why[0]).toContain('looked at 0.5 mm from the edge, and is sawn at 0.9 mm now');
});

test('a flat tail that leaves at the edge goes with it, and so does a socket that sits in no block', () => {
  const tail = part('pane-3-5-bare').ribbons![0]!;
  const bare: Part = {
    ...part('knit'),
    ribbons: [{ ...tail, name: 'tail', at: [37, 14, 0], dir: [1, 0, 0] }],
    connectors: [
      { id: 'mouth', name: 'mouth', type: 'usb-c', at: [37, 5, 1], dir: [1, 0, 0], outside: true },
    ],
  };
  const p: Project = {
    ...done,
    kit: {
      ...done.kit,
      parts: [...done.kit.parts, bare],
      items: done.kit.items.map((i) =>
        i.id === computer.id ? { ...i, part: bare.id, struck: [], sawn: [looked('right', 2)] } : i,
      ),
    },
  };
  expect(sawFindings(p).map((f) => f.title)).toContain('The tail goes with the strip');
  const cut = sawnPart(bare, { sawn: [looked('right', 2)] });
  expect([cut.ribbons, cut.connectors]).toEqual([[], []]);
});

test('a block that came off first is not in the way of the saw', () => {
  const p = saw(looked('right', 3));
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
