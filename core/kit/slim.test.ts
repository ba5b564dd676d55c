/** The least removals against trying every set there is. */
import { STARTER_PARTS } from '../catalogue';
import { seeded } from '../geometry/seeded';
import { type Block, length, type Part } from '../model';
import { leastRemovals, thickness } from './index';

const block = (id: string, base: number, height: number, difficulty?: number): Block => ({
  id,
  name: id,
  kind: 'connector',
  plan: { kind: 'rect', x: 0, y: 0, w: length(5), h: length(5) },
  axis: 'z',
  base,
  height: length(height),
  ...(difficulty
    ? { removable: { tool: 'iron', difficulty: difficulty, risk: '', lost: `${id} socket` } }
    : {}),
});
const board = (blocks: Block[]): Part => ({
  id: 'b',
  name: 'board',
  family: 'sbc',
  words: [],
  note: '',
  source: 'mine',
  blocks: [block('board', 0, 1.6), ...blocks],
  connectors: [],
  pads: [],
});

test('500 random boards: the set is as small and as easy as the best of all sets', () => {
  const random = seeded(11);
  for (let k = 0; k < 500; k++) {
    const n = 1 + Math.floor(random() * 8);
    const part = board(
      Array.from({ length: n }, (_, i) =>
        random() < 0.3
          ? block(
              `t${i}`,
              -Math.round(random() * 30) / 10,
              Math.round(random() * 20 + 5) / 10,
              random() < 0.85 ? 1 + Math.floor(random() * 5) : undefined,
            )
          : block(
              `t${i}`,
              1.6,
              Math.round(random() * 160 + 5) / 10,
              random() < 0.85 ? 1 + Math.floor(random() * 5) : undefined,
            ),
      ),
    );
    const wanted = Math.round((1 + random() * 16) * 10) / 10;
    const removable = part.blocks.filter((b) => b.removable);
    let best: { size: number; hard: number } | undefined;
    for (let bits = 0; bits < 1 << removable.length; bits++) {
      const gone = removable.filter((_, i) => bits & (1 << i));
      if (
        thickness(
          part,
          gone.map((b) => b.id),
        ).value >
        wanted + 1e-9
      ) {
        continue;
      }
      const hard = gone.reduce((s, b) => s + b.removable!.difficulty, 0);
      if (!best || gone.length < best.size || (gone.length === best.size && hard < best.hard)) {
        best = { size: gone.length, hard };
      }
    }
    const found = leastRemovals(part, [], wanted);
    expect([k, found.reached]).toEqual([k, best !== undefined]);
    if (best) {
      expect([k, found.blocks.length, found.difficulty]).toEqual([k, best.size, best.hard]);
      expect(
        thickness(
          part,
          found.blocks.map((b) => b.id),
        ).value,
      ).toBeCloseTo(found.after, 9);
    }
  }
});

describe('in words', () => {
  const part = board([
    block('usb', 1.6, 14, 4),
    block('net', 1.6, 13, 3),
    block('pins', 1.6, 8.5, 2),
  ]);
  test('the easiest comes first, and what is lost is listed', () => {
    const s = leastRemovals(part, [], 10.2);
    expect([s.blocks.map((b) => b.id), s.lost, s.after]).toEqual([
      ['net', 'usb'],
      ['net socket', 'usb socket'],
      expect.closeTo(10.1, 6),
    ]);
    expect(s.working[1]).toBe('fewest blocks for 10.2 mm, of those the least difficult (7 in all)');
  });
  test('what cannot be reached says how thin it gets; what is thin already needs nothing', () => {
    expect(leastRemovals(part, [], 1).working[1]).toBe(
      '1.0 mm cannot be reached: 1.6 mm is the thinnest this board gets',
    );
    expect(leastRemovals(part, [], 20)).toMatchObject({ reached: true, blocks: [] });
    expect(leastRemovals(part, ['usb', 'net'], 10.2).blocks).toEqual([]);
    expect(() => leastRemovals(part, [], 0)).toThrow('cannot be 0 mm thick');
  });
  test('every starter board can be asked for its thinnest', () => {
    for (const p of STARTER_PARTS) {
      const s = leastRemovals(p, [], 2);
      expect([p.id, s.after <= s.before + 1e-9]).toEqual([p.id, true]);
    }
  });
});
