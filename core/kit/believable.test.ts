import { demos, STARTER_PARTS } from '../catalogue';
import type { Part, Project } from '../model';
import { partBeliefs } from './index';

const done = demos()[1]!;
const said = (p: Project): string[] =>
  partBeliefs(p).map((f) => `${f.verdict} ${f.code} ${f.about[0]}`);

/** The finished demo with the part of one item changed. */
function withPart(item: string, change: (q: Part) => Part): Project {
  const id = done.kit.items.find((i) => i.id === item)!.part;
  const parts = done.kit.parts.map((q) => (q.id === id ? change(q) : q));
  return { ...done, kit: { ...done.kit, parts } };
}
/** A part of which something was never noted. */
function lacking(part: Part, field: 'draws' | 'takes'): Part {
  const bare = { ...part };
  delete bare[field];
  return bare;
}
const itemWith = (has: (q: Part) => boolean): string =>
  done.kit.items.find((i) => has(done.kit.parts.find((q) => q.id === i.part)!))!.id;
const BOARD = itemWith((q) => q.family === 'sbc');
const SCREEN = itemWith((q) => q.screen !== undefined);
const CELL = itemWith((q) => q.cell !== undefined);

describe('figures of parts', () => {
  test.each(demos().map((p) => [p.name, p] as const))('%s is believed', (_, p) => {
    expect(said(p)).toEqual([]);
  });
  test('every part of the library is believed on its own', () => {
    for (const part of STARTER_PARTS) {
      const alone: Project = {
        ...done,
        kit: { parts: [part], items: [{ id: 'one', part: part.id, name: part.name, struck: [] }] },
        layout: { placements: [] },
      };
      expect([part.id, said(alone)]).toEqual([part.id, []]);
    }
  });

  test('a draw nobody measured is open, a peak below play is wrong', () => {
    const unknown = withPart(BOARD, (q) => lacking(q, 'draws'));
    expect(said(unknown)).toEqual([`tight draw-unknown ${BOARD}`]);
    const device = withPart(BOARD, (q) => ({
      ...lacking(q, 'draws'),
      host: { is: 'device', starts: 'own chips', keys: 0 },
    }));
    expect(said(device).filter((s) => s.includes('draw-unknown'))).toEqual([]);
    const peak = (w: number) =>
      withPart(BOARD, (q) => ({ ...q, draws: { menu: 1, game: 2, peak: w } }));
    expect(said(peak(2))).toEqual([]);
    expect(said(peak(1.9))).toEqual([`hit peak-below ${BOARD}`]);
  });

  test.each([
    [1.05, 0],
    [0.95, 0],
    [1.08, 1],
    [0.93, 1],
  ])('a diagonal of %s times its lit area', (times, hits) => {
    const p = withPart(SCREEN, (q) => {
      const lit = Math.hypot(q.screen!.active.w, q.screen!.active.h) / 25.4;
      return { ...q, screen: { ...q.screen!, diagonalIn: lit / times } };
    });
    expect(said(p)).toEqual(hits ? [`hit diagonal ${SCREEN}`] : []);
  });

  test.each([
    ['full at 4.45 V', { fullV: 4.45 }, undefined],
    ['full at 4.5 V', { fullV: 4.5 }, 'full-volts'],
    ['full at 3.5 V', { fullV: 3.5 }, undefined],
    ['full at 3.4 V', { fullV: 3.4 }, 'full-volts'],
    ['empty at 2.0 V', { cutoffV: 2 }, undefined],
    ['empty at 1.9 V', { cutoffV: 1.9 }, 'empty-volts'],
    ['empty at 3.5 V', { cutoffV: 3.5 }, undefined],
    ['empty at 3.6 V', { cutoffV: 3.6 }, 'empty-volts'],
    ['charged at 6C', { maxChargeC: 6 }, undefined],
    ['charged at 6.5C', { maxChargeC: 6.5 }, 'charge-c'],
    ['a bay full at 1.75 V a cell', { kind: 'bay', fullV: 1.75, cutoffV: 1 }, undefined],
    ['a bay full at 1.8 V a cell', { kind: 'bay', fullV: 1.8, cutoffV: 1 }, 'full-volts'],
    ['a bay full at 1.25 V a cell', { kind: 'bay', fullV: 1.25, cutoffV: 1 }, 'full-volts'],
    ['a bay empty at 0.7 V a cell', { kind: 'bay', fullV: 1.4, cutoffV: 0.7 }, 'empty-volts'],
    ['a bay empty at 1.3 V a cell', { kind: 'bay', fullV: 1.4, cutoffV: 1.3 }, 'empty-volts'],
    ['two in series full at 8.4 V', { series: 2, fullV: 8.4, cutoffV: 6 }, undefined],
    ['two in series full at 4.2 V', { series: 2, fullV: 4.2, cutoffV: 6 }, 'full-volts'],
  ] as const)('a cell %s', (_, more, code) => {
    const p = withPart(CELL, (q) => ({ ...q, cell: { ...q.cell!, ...more } }));
    expect(said(p)).toEqual(code ? [`hit ${code} ${CELL}`] : []);
  });

  test('one line carries one signal, and lines nobody named are open', () => {
    const twice = withPart(SCREEN, (q) => ({
      ...q,
      takes: q.takes!.map((t) => ({ ...t, gpio: t.signal === 'reset' ? 10 : t.gpio })),
    }));
    const before = done.kit.parts.find((q) => q.screen)!.takes!;
    expect(before.some((t) => t.gpio === 10 && t.signal !== 'reset')).toBe(true);
    expect(said(twice)).toEqual([`hit line-twice-10 ${SCREEN}`]);
    expect(said(withPart(SCREEN, (q) => lacking(q, 'takes')))).toEqual([
      `tight lines-unknown ${SCREEN}`,
    ]);
  });

  test('a window of volts runs from low to high', () => {
    const p = withPart(BOARD, (q) => ({
      ...q,
      ports: q.ports!.map((x) => (x.volts ? { ...x, volts: [5.25, 4.75] as const } : x)),
    }));
    expect(said(p).length).toBeGreaterThan(0);
    expect(said(p).every((s) => s.startsWith('hit volts-'))).toBe(true);
  });

  test('pixels of another shape than the lit area are said, and no more than that', () => {
    const px = (w: number) =>
      withPart(SCREEN, (q) => {
        const { active } = q.screen!;
        return { ...q, screen: { ...q.screen!, px: [w, Math.round((w * active.h) / active.w)] } };
      });
    const stretched = withPart(SCREEN, (q) => ({
      ...q,
      screen: { ...q.screen!, px: [q.screen!.px[0] * 1.2, q.screen!.px[1]] },
    }));
    expect(said(px(640))).toEqual([]);
    expect(said(stretched)).toEqual([`tight aspect ${SCREEN}`]);
  });
  test('a charger guards as many cells as it charges', () => {
    const charger = itemWith((q) => q.charger !== undefined);
    const p = withPart(charger, (q) => ({ ...q, protects: { series: 2, limitA: 4 } }));
    expect(said(p)).toEqual([`hit guard-series ${charger}`]);
  });
});
