/** Two panels on one bus, a lid's magnet, and windows that something must show in. */
import { demos } from '../catalogue';
import { linesOf } from '../controls';
import { applied, type Project } from '../model';
import { check } from './check';

const osprey = demos().find((p) => p.id === 'osprey')!;
const codes = (p: Project): string[] =>
  check(p)
    .findings.filter((f) => f.verdict !== 'clear')
    .map((f) => `${f.verdict} ${f.code}`);
const taking = (p: Project, change: (t: { gpio: number; signal: string }) => boolean): Project => ({
  ...p,
  kit: {
    ...p.kit,
    parts: p.kit.parts.map((q) =>
      q.id === 'date-panel' ? { ...q, takes: q.takes!.filter(change) } : q,
    ),
  },
});
const windowAs = (as: 'blanked' | 'left' | 'kept'): Project => {
  const p = applied(osprey, { do: 'drop', item: 'date' });
  const bodies = p.shell.bodies.map((b) => ({
    ...b,
    pieces: b.pieces.map((q) => ({
      ...q,
      openings: q.openings.map((o) => (o.id === 'date' ? { ...o, reuse: { as } } : o)),
    })),
  }));
  return { ...p, shell: { ...p.shell, bodies } };
};

test('two panels share data and clock by a select line each, and nothing else', () => {
  expect(codes(osprey)).toEqual([]);
  expect(linesOf(osprey).contested).toEqual([]);
  const unselected = taking(osprey, (t) => t.signal !== 'SPI select 1');
  expect(linesOf(unselected).contested.map((x) => x.gpio)).toEqual([10, 11]);
  const other: Project = {
    ...osprey,
    kit: {
      ...osprey.kit,
      parts: osprey.kit.parts.map((q) =>
        q.id === 'date-panel'
          ? { ...q, takes: q.takes!.map((t) => (t.signal === 'reset' ? { ...t, gpio: 10 } : t)) }
          : q,
      ),
    },
  };
  expect(linesOf(other).contested.map((x) => x.gpio)).toEqual([10]);
});

test('a window of a screen that was left out shows the inside, until it is said what becomes of it', () => {
  expect(codes(windowAs('kept'))).toEqual(['tight window-empty']);
  expect(codes(windowAs('blanked'))).toEqual([]);
  expect(codes(windowAs('left'))).toEqual([]);
  // Nothing is laid out yet: no window is empty before a picture has its place.
  const begun: Project = { ...osprey, layout: { placements: [] } };
  expect(codes(begun).filter((c) => c.endsWith('window-empty'))).toEqual([]);
});

test('a reed switch wants a magnet somewhere in the build', () => {
  const gone = applied(osprey, { do: 'drop', item: 'magnet' });
  expect(codes(gone)).toEqual(['tight magnet-missing']);
});

test('neither screen stays outside on its bare wires', () => {
  for (const item of ['screen', 'date']) {
    const out = applied(osprey, { do: 'where', item, where: 'outside' });
    expect(codes(out)).toContain('hit through-wall');
  }
});
