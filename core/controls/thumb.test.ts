/** What a thumb does to switches and plates: told when nothing hard holds them, silent when something does. */
import { demos, libraryPart } from '../catalogue';
import { sceneOf } from '../fit';
import { appliedAll, length, type Placement, type Project } from '../model';
import { check, waysOut } from '../verdict';

const done = demos()[1]!;
const KEY = 'tactile-5-2';

/** The finished demo with the legs of its loose switches trimmed, one of them held as is said. */
const held = (fixed: Placement['fixed']): Project => ({
  ...done,
  kit: {
    ...done.kit,
    items: done.kit.items.map((i) =>
      i.part.startsWith('tactile') ? { ...i, struck: ['legs'] } : i,
    ),
  },
  layout: {
    placements: done.layout.placements.map((q) => {
      if (q.item !== KEY) return q;
      const one = { ...q };
      delete one.fixed;
      return fixed ? { ...one, fixed } : one;
    }),
  },
});
const told = (p: Project, code: string) => check(p).findings.filter((f) => f.code === code);

describe('a loose switch', () => {
  test.each([
    [undefined, 1],
    ['tape', 1],
    ['glue', 1],
    ['bracket', 0],
    ['screws', 0],
  ] as const)('held by %s', (fixed, count) => {
    expect(told(held(fixed), 'switch-loose').length).toBe(count);
  });

  test('every way out clears it and makes no hit', () => {
    const loose = held(undefined);
    const [finding] = told(loose, 'switch-loose');
    expect([finding!.title, finding!.verdict]).toEqual([
      'Nothing behind it takes the thumb',
      'tight',
    ]);
    const { ways } = waysOut(loose, finding!, []);
    const texts = ways.map((w) => w.text);
    expect(texts).toContain('Brace Tactile 6x6 5 mm (2) from behind');
    expect(texts).toContain('Print "Plate behind Tactile 6x6 5 mm (2)"');
    for (const way of ways) {
      const next = appliedAll(loose, way.changes);
      expect([way.text, told(next, 'switch-loose')]).toEqual([way.text, []]);
      expect(check(next).hits).toBe(0);
    }
  });

  /** A part laid so that its near side lies so far behind the switch. */
  const behind = (id: string, gap: number): Project => {
    const p = held(undefined);
    const scene = sceneOf(p);
    const s = scene.items.get(KEY)!.blocks.find((b) => b.block.kind === 'body')!.solid;
    const block = libraryPart(id).blocks.find((b) => b.kind === 'board' || b.kind === 'cell')!;
    const part = {
      ...libraryPart(id),
      id: 'behind',
      holes: [],
      connectors: [],
      pads: [],
      blocks: [
        {
          ...block,
          axis: 'z' as const,
          base: 0,
          height: length(1.6),
          plan: { kind: 'rect' as const, x: -4, y: -4, w: length(8), h: length(8) },
        },
      ],
    };
    const floor = scene.shell!.floorAt('front', (s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2);
    return {
      ...p,
      kit: {
        parts: [...p.kit.parts, part],
        items: [...p.kit.items, { id: 'behind', part: 'behind', name: 'behind', struck: [] }],
      },
      layout: {
        placements: [
          ...p.layout.placements,
          {
            item: 'behind',
            on: { piece: 'front' },
            x: (s.x0 + s.x1) / 2,
            y: (s.y0 + s.y1) / 2,
            turn: 0,
            up: 'in',
            stand: 'flat',
            lift: floor - s.z0 + gap,
            held: 'jig',
          },
        ],
      },
    };
  };

  test('a board right behind it takes the thumb; one 0.5 mm away does not, and a cell never', () => {
    expect(told(behind('thimble', 0.2), 'switch-loose')).toEqual([]);
    expect(told(behind('thimble', 0.5), 'switch-loose').length).toBe(1);
    expect(told(behind('slab-2500', 0.2), 'switch-loose').length).toBe(1);
  });
});

test('a key plate gives by F·L³/(48·E·I) at 12 N; half a millimetre is not felt', () => {
  const withBoard = (thick: number): Project => ({
    ...done,
    kit: {
      ...done.kit,
      parts: done.kit.parts.map((q) =>
        q.id === 'plate-4'
          ? {
              ...q,
              blocks: q.blocks.map((b) =>
                b.kind === 'board' ? { ...b, height: length(thick) } : b,
              ),
            }
          : q,
      ),
    },
  });
  // 12 · 44³ / (48 · 20,000 · 14 · t³ / 12) = 0.5 mm at t = 1.22 mm.
  expect(done.kit.items.some((i) => i.part === 'plate-4')).toBe(true);
  expect(told(withBoard(1.25), 'plate-bends')).toEqual([]);
  expect(told(withBoard(1.19), 'plate-bends').map((f) => f.title)).toEqual([
    'Gives 0.5 mm under a thumb',
  ]);
});
