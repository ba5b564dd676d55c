/** What nobody should type, and somebody will: refused in one plain sentence at its place, or judged in finite words, never half-way. */
import fc from 'fast-check';
import { demos, STARTER_PARTS } from '../catalogue';
import { headroom, profile } from '../fit';
import { applied, length, type Part, type Project, readProject, withAdded } from '../model';
import { check } from './index';

const all = demos();
const [half, done] = all as [Project, Project];

/** Every number in a document by its path. */
function numbers(at: unknown, path: string[] = []): string[][] {
  if (typeof at === 'number') return [path];
  if (typeof at !== 'object' || at === null) return [];
  return Object.entries(at).flatMap(([k, v]) => numbers(v, [...path, k]));
}
const put = (p: Project, path: readonly string[], v: unknown): unknown => {
  const copy = structuredClone(p) as unknown;
  const last = path[path.length - 1]!;
  let at = copy as Record<string, unknown>;
  for (const k of path.slice(0, -1)) at = at[k] as Record<string, unknown>;
  at[last] = v;
  return copy;
};
const sane = (p: Project): void => {
  const c = check(p);
  for (const f of c.findings) {
    expect([f.title, f.what].every((t) => t.length > 0 && !/NaN|Infinity|undefined/.test(t))).toBe(
      true,
    );
    for (const line of f.why) expect(line).not.toMatch(/NaN|undefined/);
    if (f.measure) {
      expect([
        f.id,
        Number.isFinite(f.measure.gap),
        Number.isFinite(f.measure.sigma),
        f.measure.chance >= 0 && f.measure.chance <= 1,
      ]).toEqual([f.id, true, true, true]);
    }
    if (f.at) expect([f.at.x, f.at.y, f.at.z].every(Number.isFinite)).toBe(true);
  }
  expect(c.chance).toBeGreaterThanOrEqual(0);
  expect(c.chance).toBeLessThanOrEqual(1);
};

describe('numbers that are none', () => {
  const paths = numbers(done);
  test('NaN, endless, a text or nothing in any number of a document is refused there, in plain words', () => {
    expect(paths.length).toBeGreaterThan(1000);
    fc.assert(
      fc.property(
        fc.constantFrom(...paths),
        fc.constantFrom<unknown>(NaN, Infinity, -Infinity, 'twelve', null),
        (path, bad) => {
          const read = readProject(put(done, path, bad));
          expect([path.join('.'), read.ok]).toEqual([path.join('.'), false]);
          if (read.ok) return;
          const about = read.complaints.find((c) => path.join('.').startsWith(c.path))!;
          expect([path.join('.'), about?.path.length > 0, about?.sentence.length > 0]).toEqual([
            path.join('.'),
            true,
            true,
          ]);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('too many and too large', () => {
  test('500 parts are refused with the number that is allowed; 400 are judged', () => {
    const copies = (n: number): Project => ({
      ...half,
      kit: {
        parts: half.kit.parts,
        items: Array.from({ length: n }, (_, i) => ({
          id: `amp-${i}`,
          part: 'chirp-i2s',
          name: `Amp ${i}`,
          struck: [],
        })),
      },
      layout: {
        placements: Array.from({ length: n }, (_, i) => ({
          ...half.layout.placements[0]!,
          item: `amp-${i}`,
          x: (i * 7) % 160,
          y: (i * 11) % 80,
        })),
      },
    });
    const read = readProject(copies(500));
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.complaints.map((c) => `${c.path}: ${c.sentence}`)).toEqual([
        'kit.items: A build holds at most 400 parts.',
        'layout.placements: At most 400 parts have a place.',
      ]);
    }
    expect(readProject(copies(400)).ok).toBe(true);
    const body = half.shell.bodies[0]!;
    const wide: Project = {
      ...copies(400),
      shell: {
        bodies: [
          {
            ...body,
            outline: { kind: 'rect', w: length(980), h: length(700), r: length(5) },
            pieces: body.pieces.map((q) => ({ ...q, zones: [], openings: [], features: [] })),
          },
        ],
      },
    };
    const spread: Project = {
      ...wide,
      layout: {
        placements: wide.layout.placements.map((q, i) => ({
          ...q,
          x: 10 + (i % 25) * 38,
          y: 10 + Math.floor(i / 25) * 42,
        })),
      },
    };
    expect(readProject(spread).ok).toBe(true);
    sane(spread);
    sane(copies(60));
  });
  test('a part larger than the shell is a hit with finite numbers, wherever it lies', () => {
    const slab = STARTER_PARTS.find((q) => q.id === 'slab-300')!;
    const big: Part = {
      ...slab,
      id: 'big',
      name: 'Big',
      blocks: [
        {
          ...slab.blocks[0]!,
          plan: { kind: 'rect', x: 0, y: 0, w: length(450), h: length(300) },
          height: length(90),
        },
      ],
    };
    for (const x of [-200, 0, 60, 900]) {
      const p = applied(withAdded(half, big), {
        do: 'stand',
        placement: {
          item: 'big',
          on: { piece: 'back' },
          x,
          y: 0,
          turn: 30,
          up: 'in',
          stand: 'flat',
          lift: 0,
          held: 'hand',
        },
      });
      sane(p);
      expect(check(p).findings.some((f) => f.verdict === 'hit' && f.about.includes('big'))).toBe(
        true,
      );
    }
  });
});

describe('places nobody would choose', () => {
  const wild = fc.record({
    x: fc.integer({ min: -1000, max: 1000 }),
    y: fc.integer({ min: -1000, max: 1000 }),
    turn: fc.integer({ min: -360, max: 360 }),
    lift: fc.integer({ min: 0, max: 200 }),
    up: fc.constantFrom('in' as const, 'out' as const),
    stand: fc.constantFrom('flat' as const, 'on-edge-x' as const, 'on-edge-y' as const),
  });
  test('anything the format allows is judged in finite words', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...all),
        fc.array(fc.tuple(fc.nat(), wild), { minLength: 1, maxLength: 4 }),
        (demo, moves) => {
          let p = demo;
          for (const [i, w] of moves) {
            const at = p.layout.placements[i % p.layout.placements.length]!;
            p = applied(p, { do: 'place', placement: { ...at, ...w } });
          }
          expect(readProject(p).ok).toBe(true);
          sane(p);
        },
      ),
      { numRuns: 20 },
    );
  });
  test('a floor with holes: bays that overlap, hang over the edge or lie outside, in an outline with a notch', () => {
    const body = done.shell.bodies[0]!;
    const back = body.pieces[1]!;
    const bay = back.zones[0]!;
    const zone = (id: string, x: number, y: number, deep: number) => ({
      ...bay,
      id,
      name: id,
      at: { x: { ...bay.at.x, length: length(x) }, y: { ...bay.at.y, length: length(y) } },
      depth: length(deep),
    });
    const notched: Project = {
      ...done,
      shell: {
        bodies: [
          {
            ...body,
            outline: {
              kind: 'points',
              points: [
                [0, 0],
                [172, 0],
                [172, 90],
                [100, 90],
                [100, 60],
                [70, 60],
                [70, 90],
                [0, 90],
              ],
              u: 0.05,
              r: length(2),
            },
            pieces: [
              body.pieces[0]!,
              {
                ...back,
                zones: [
                  bay,
                  zone('over', 165, 80, 24),
                  zone('twice', 120, 40, 19),
                  zone('off', 400, 400, 30),
                ],
              },
            ],
          },
        ],
      },
    };
    sane(notched);
    const scene = check(notched).checker.scene;
    const h = headroom(scene, 2);
    expect(h.free.some((mm) => mm < 0)).toBe(true);
    expect(h.free.every((mm) => Number.isFinite(mm))).toBe(true);
    for (const at of [1, 45, 75, 89]) {
      for (const g of profile(scene, 'x', at).gaps) expect(Number.isFinite(g.mm)).toBe(true);
    }
  });
  test('a shell without a back, or with a plate alone, is judged as it is', () => {
    const body = done.shell.bodies[0]!;
    sane({
      ...done,
      shell: { bodies: [{ ...body, pieces: [body.pieces[0]!] }] },
      layout: {
        placements: done.layout.placements.filter((q) => 'piece' in q.on && q.on.piece === 'front'),
      },
    });
    sane({
      ...done,
      shell: { bodies: [{ ...body, pieces: [{ ...body.pieces[1]!, role: 'plate' }] }] },
      layout: { placements: [] },
    });
  });
});
