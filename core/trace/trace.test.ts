/** Tracing a kept board: the right pads for every key, in few readings, and what cannot be right is named. */
import fc from 'fast-check';
import { seeded } from '../geometry';
import type { PadReading, Tracing } from '../model';
import { bestProbe, openKeys } from './ask';
import { beliefOf } from './belief';
import { bestTree, type Candidate, candidates, pairsOf } from './best.fixture';
import type { Told } from './contact';
import { contradictions } from './contradictions';
import { distinct } from './distinct';
import { gameOf, unnamed } from './game.fixture';
import { boardPlan } from './joints';
import { keptBoard, metered, meterOn, truthOf } from './kept.fixture';
import { placeOf } from './likelihood';
import { leastLeakOhm, mostContactOhm } from './ohms';
import { foundOf, played } from './play.fixture';
import { SURE, traced } from './trace';

describe('keys that each have a pad of their own', () => {
  test('weighed as by trying every way to share the pads out', () => {
    const row = (columns: number) =>
      fc.record({
        on: fc.array(fc.constantFrom(0.01, 0.2, 0.6, 1), {
          minLength: columns,
          maxLength: columns,
        }),
        off: fc.constantFrom(0, 0.01),
      });
    const board = fc
      .integer({ min: 2, max: 5 })
      .chain((columns) =>
        fc.tuple(
          fc.constant(columns),
          fc.array(row(columns), { minLength: 1, maxLength: columns }),
        ),
      );
    fc.assert(
      fc.property(board, ([columns, drawn]) => {
        // Rows that have learnt nothing are counted, not tried; here every row has.
        const rows = drawn.map((r, i) => ({
          off: r.off,
          on: r.on.map((w, c) => (c === i % columns ? w + 0.3 : w)),
        }));
        const on = rows.map(() => new Array<number>(columns).fill(0));
        let total = 0;
        const walk = (i: number, taken: readonly number[], weight: number): void => {
          if (i < rows.length) {
            walk(i + 1, [...taken, -1], weight * rows[i]!.off);
            for (let c = 0; c < columns; c++) {
              if (!taken.includes(c)) {
                walk(i + 1, [...taken, c], (weight * rows[i]!.on[c]!) / columns);
              }
            }
            return;
          }
          total += weight;
          taken.forEach((c, k) => c >= 0 && (on[k]![c]! += weight));
        };
        walk(0, [], 1);
        const found = distinct(
          rows.map((r) => ({ on: Float64Array.from(r.on), off: r.off })),
          columns,
        );
        found.on.forEach((of, k) =>
          of.forEach((p, c) => expect(p).toBeCloseTo(on[k]![c]! / total, 9)),
        );
      }),
      { numRuns: 120, seed: 4 },
    );
  });
});

describe('few questions', () => {
  const asked = (boards: readonly Candidate[], pads: number, keys: number): number => {
    const pairs = pairsOf(pads);
    let sum = 0;
    let weight = 0;
    for (const b of boards) {
      const told: Told[] = [];
      for (;;) {
        const belief = beliefOf(pads, keys, told, 0);
        const probe = bestProbe(belief, openKeys(belief, SURE), true, 0, told.at(-1));
        if (!probe || told.length > 99) break;
        const { red, black, held } = probe as {
          red: { net: number };
          black: { net: number };
          held: number;
        };
        const own = pairs[b.pairs[held] ?? -1];
        const isClosed = own?.includes(red.net) && own.includes(black.net);
        told.push({ ...probe, seen: isClosed ? 'closed' : 'open' });
      }
      sum += b.weight * told.length;
      weight += b.weight;
    }
    return sum / weight;
  };
  test.each([
    [3, 2],
    [4, 1],
    [4, 2],
    [3, 3],
    [5, 1],
  ])('%i pads, %i keys: near the best question tree there is', (pads, keys) => {
    const boards = candidates(pads, keys);
    const best = bestTree(boards, pairsOf(pads).length, keys, SURE);
    expect(asked(boards, pads, keys) / best).toBeLessThan(1.08);
  });

  test('8 pads, 5 keys, of a dozen known boards: near the best tree', () => {
    const pads = 8;
    const keys = 5;
    const pairs = pairsOf(pads);
    let ours = 0;
    let best = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const rand = seeded(seed);
      const boards = Array.from({ length: 12 }, (): Candidate => {
        const order = Array.from({ length: pads }, (_, n) => ({ n, by: rand() }))
          .sort((a, b) => a.by - b.by)
          .map((x) => x.n);
        const [common, ...own] = order as [number, ...number[]];
        const number = (o: number): number =>
          pairs.findIndex(([a, b]) => a === Math.min(o, common) && b === Math.max(o, common));
        return { pairs: own.slice(0, keys).map(number), weight: 1 / 12 };
      });
      best += bestTree(boards, pairs.length, keys, SURE);
      for (const truth of boards) ours += steps(boards, truth, pads, keys, pairs) / boards.length;
    }
    expect(ours / best).toBeLessThan(1.1);
  });

  /** Played with a belief that is the list of the boards that are left. */
  function steps(
    boards: readonly Candidate[],
    truth: Candidate,
    pads: number,
    keys: number,
    pairs: ReadonlyArray<readonly [number, number]>,
  ): number {
    let left = boards;
    for (let n = 0; ; n++) {
      if (left.length === 1) return n;
      const belief = {
        nets: pads,
        keys: Array.from({ length: keys }, (_, k) => {
          const both = new Float64Array(pads * pads * 5);
          for (const b of left) {
            const [i, j] = pairs[b.pairs[k]!]!;
            both[placeOf(pads, i, j, 0)]! += 1 / left.length;
          }
          return { both, one: [new Float64Array(pads), new Float64Array(pads)] as const, none: 0 };
        }),
      };
      const probe = bestProbe(belief, openKeys(belief, SURE), true, 0) as unknown as {
        red: { net: number };
        black: { net: number };
        held: number;
      };
      const at = pairs.findIndex(
        ([a, b]) =>
          a === Math.min(probe.red.net, probe.black.net) &&
          b === Math.max(probe.red.net, probe.black.net),
      );
      const says = truth.pairs[probe.held] === at;
      left = left.filter((b) => (b.pairs[probe.held] === at) === says);
    }
  }

  test('a careful hand: every table right, with at most 6 of 10 readings of all pairs', () => {
    const scores = Array.from({ length: 5 }, (_, i) => gameOf(i + 1, 0));
    expect(scores.filter((s) => !s.isRight)).toEqual([]);
    for (const s of scores.filter((x) => x.pads > 8)) {
      expect(s.probes).toBeLessThanOrEqual(0.6 * s.allPairs);
    }
  });

  test('one reading in twenty slips: still right', () => {
    const scores = Array.from({ length: 5 }, (_, i) => gameOf(i + 36, 0.05));
    expect(scores.map((s) => s.isRight)).not.toContain(false);
  });
});

describe('what cannot be right', () => {
  test('every planted contradiction is named, and a clean board has none', () => {
    let n = 0;
    for (let seed = 1; seed <= 6; seed++) {
      const { planted, missed, accused } = unnamed(seed);
      n += planted;
      expect([seed, missed, accused]).toEqual([seed, [], 0]);
    }
    expect(n).toBeGreaterThan(15);
  });

  const tracing = (readings: PadReading[]): Tracing => ({ pads: ['1', '2', '3', '4'], readings });
  const read = (
    red: string,
    black: string,
    reads: PadReading['reads'],
    held?: string,
  ): PadReading => ({
    red: { pad: red },
    black: { pad: black },
    reads,
    ...(held === undefined ? {} : { held }),
  });
  const kinds = (...readings: PadReading[]) => {
    const t = tracing(readings);
    return contradictions(t, traced(t, ['a'])).map((c) => [c.is, c.readings]);
  };

  test('the same probe told twice; a chain that must not be open; a third net; a diode both ways', () => {
    expect(kinds(read('1', '2', 12, 'a'), read('2', '1', 'open', 'a'))).toEqual([
      ['twice', [0, 1]],
    ]);
    expect(kinds(read('1', '2', 0.2), read('2', '3', 0.2), read('3', '1', 'open', 'a'))).toEqual([
      ['chain', [1, 0, 2]],
    ]);
    expect(kinds(read('1', '2', 12, 'a'), read('1', '3', 12, 'a'))).toEqual([
      ['three nets', [0, 1]],
    ]);
    expect(kinds(read('1', '2', 'diode', 'a'), read('2', '1', 'diode', 'a'))).toEqual([
      ['both ways', [0, 1]],
    ]);
  });

  test('a diode that is open the other way round, a joined pad and a key let go are none', () => {
    expect(kinds(read('1', '2', 'diode', 'a'), read('2', '1', 'open', 'a'))).toEqual([]);
    expect(kinds(read('1', '2', 12, 'a'), read('2', '3', 0.3), read('1', '3', 12, 'a'))).toEqual(
      [],
    );
    expect(kinds(read('1', '2', 12, 'a'), read('1', '2', 'open'))).toEqual([]);
  });

  test('outvoted by more readings it stays listed and leaves nothing open', () => {
    const t = tracing([
      read('1', '2', 12, 'a'),
      read('1', '2', 'open', 'a'),
      read('1', '2', 'open'),
      read('1', '2', 'open'),
    ]);
    const at = (more: number) => {
      const readings = [
        ...t.readings,
        ...Array.from({ length: more }, () => read('1', '2', 12, 'a')),
      ];
      const found = traced({ ...t, readings }, ['a']);
      return contradictions({ ...t, readings }, found).map((c) => c.isOpen);
    };
    expect(at(0)).toEqual([true]);
    expect(new Set(at(5))).toEqual(new Set([false]));
  });
});

describe('a sheet of such a board', () => {
  const board = keptBoard(seeded(5));
  const rows = [...truthOf(board)].map(([key, t]) => ({
    key,
    pads: t.split(' - ') as [string, string],
  }));
  const game = (sheet?: typeof rows) =>
    played(board, meterOn(board, seeded(1), 0), { slip: 0.05, ...(sheet ? { sheet } : {}) });

  test('is believed enough to halve the search, and not enough to be spared a reading', () => {
    const without = game();
    const told = game(rows);
    expect([...foundOf(told.found)]).toEqual([...truthOf(board)]);
    expect(told.asked.key).toBeLessThan(without.asked.key * 0.7);
    const nothingRead = traced(
      { pads: board.pads, readings: [], sheet: rows },
      rows.map((r) => r.key),
    );
    expect(nothingRead.keys.some((k) => k.isSure)).toBe(false);
  });

  test('that is wrong in two rows is outvoted', () => {
    const swapped = rows.map((r, i) => ({ ...r, pads: rows[i < 2 ? 1 - i : i]!.pads }));
    expect([...foundOf(game(swapped).found)]).toEqual([...truthOf(board)]);
  });
});

describe('special boards', () => {
  test('a broken trace is told apart from a contact that is gone', () => {
    const board = keptBoard(seeded(5));
    const [a, b] = board.keys as [(typeof board.keys)[0], (typeof board.keys)[0]];
    const whole = a.halves;
    a.halves = [whole[0], undefined];
    b.halves = [undefined, undefined];
    const { found } = played(board, meterOn(board, seeded(1), 0), { slip: 0.001 });
    const of = (id: string) => found.keys.find((k) => k.key === id)!;
    const first = board.net.flatMap((n, i) => (n === whole[0] ? [board.pads[i]!] : []));
    expect(of(a.id).pads).toBeUndefined();
    expect(of(a.id).half?.half).toBe(1);
    expect(first).toContain(of(a.id).half?.pad);
    expect(of(b.id)).toMatchObject({ isSure: true });
    expect(of(b.id).pads ?? of(b.id).half).toBeUndefined();
  });

  test('two keys between the same pads are both found there', () => {
    const board = keptBoard(seeded(5));
    board.keys[1]!.halves = board.keys[0]!.halves;
    const { found } = played(board, meterOn(board, seeded(1), 0), { slip: 0.001 });
    expect([...foundOf(found)]).toEqual([...truthOf(board)]);
  });

  test('fewer than two pads ask nothing, and are sure of nothing', () => {
    for (const pads of [[], ['1']]) {
      const found = traced({ pads, readings: [] }, ['a', 'b']);
      expect(found.next).toBeUndefined();
      expect(found.keys.map((k) => k.isSure)).toEqual([false, false]);
    }
  });
});

describe('what it asks of whatever reads it', () => {
  test('the most ohms of a contact, by its pull-up', () => {
    expect(mostContactOhm(50e3).value).toBeCloseTo(16e3, 6);
    expect(mostContactOhm(10e3).value).toBeCloseTo(3.2e3, 6);
    expect(mostContactOhm(1.8e3).value).toBeCloseTo(576, 6);
    // 2 V of 3.3 V are high: 50 kΩ · 2 / 1.3.
    expect(leastLeakOhm(50e3).value).toBeCloseTo(76_923.08, 1);
    expect(() => mostContactOhm(0)).toThrow('A pull-up of 0 Ω is none.');
  });

  test('rows, columns and ghosts as a meter on the board tells them', () => {
    let ghosts = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const board = keptBoard(seeded(seed));
      const found = {
        keys: board.keys.map((k) => {
          const t = truthOf(board).get(k.id)!;
          const pads = t.split(/ [->] /) as [string, string];
          const runs = k.diode === 0 ? ('both' as const) : ('onward' as const);
          return { key: k.id, pads, runs, chance: 1, isSure: true };
        }),
        joined: [],
        spare: [],
      };
      const plan = boardPlan(found)!;
      if (plan.kind !== 'grid') {
        expect(plan.ghosts).toEqual([]);
        continue;
      }
      expect([plan.away, plan.odd]).toEqual([[], []]);
      for (const k of found.keys) {
        const sides = k.pads.map((pad) => plan.nets.find((n) => n.pad === pad)!.is);
        expect([...sides].sort()).toEqual(['column', 'row']);
        // Where current runs one way, it comes in at the row.
        if (k.runs === 'onward') expect(sides).toEqual(['row', 'column']);
      }
      const told = new Set(plan.ghosts.map((g) => [g.ghost, ...[...g.held].sort()].join()));
      ghosts += told.size;
      expect(told).toEqual(ghostsByMeter(board));
    }
    expect(ghosts).toBeGreaterThan(50);
  });

  test('keys no matrix reads, and diodes against the rest', () => {
    const key = (id: string, a: string, b: string, runs: 'both' | 'onward' = 'both') => ({
      key: id,
      pads: [a, b] as const,
      runs,
      chance: 1,
      isSure: true,
    });
    const plan = (...keys: Array<ReturnType<typeof key>>) =>
      boardPlan({ keys, joined: [], spare: [] })!;
    const ring = plan(key('a', '1', '2'), key('b', '2', '3'), key('c', '3', '1'));
    expect([ring.kind, ring.odd.length]).toEqual(['grid', 1]);
    const square = [
      key('a', '1', '3', 'onward'),
      key('b', '1', '4', 'onward'),
      key('c', '2', '3', 'onward'),
    ] as const;
    expect(plan(...square, key('d', '2', '4', 'onward')).away).toEqual([]);
    expect(plan(...square, key('d', '4', '2', 'onward')).away).toEqual(['d']);
    // Which side is the rows is told by the diodes, wherever they stand in the list.
    expect(plan(key('d', '4', '2'), ...square).away).toEqual([]);
  });

  /** Every three keys held, and every fourth one's pads read. */
  function ghostsByMeter(board: ReturnType<typeof keptBoard>): Set<string> {
    const out = new Set<string>();
    const ids = board.keys.map((k) => k.id);
    for (const ghost of board.keys) {
      const [red, black] = truthOf(board)
        .get(ghost.id)!
        .split(/ [->] /) as [string, string];
      const rest = ids.filter((id) => id !== ghost.id);
      const closes = (held: string[]): boolean =>
        metered(board, { pad: red }, { pad: black }, ...held) !== 'open';
      for (let a = 0; a < rest.length; a++) {
        for (let b = a + 1; b < rest.length; b++) {
          if (closes([rest[a]!, rest[b]!])) continue;
          for (let c = b + 1; c < rest.length; c++) {
            const held = [rest[a]!, rest[b]!, rest[c]!];
            if (closes([held[0]!, held[2]!]) || closes([held[1]!, held[2]!])) continue;
            if (closes(held)) out.add([ghost.id, ...held.sort()].join());
          }
        }
      }
    }
    return out;
  }
});
