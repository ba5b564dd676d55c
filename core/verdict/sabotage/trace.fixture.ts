/** What a kept board hides: worn pills, broken traces, keys that are one, and a tracing given up half-way. */
import { applied, hostsOf, type PadReading, type Project, type Tracing } from '../../model';
import { STARTER_PARTS } from '../../catalogue';
import { partOf } from '../../kit';
import { tracedKeys } from '../../trace';
import { type KeptBoard, metered, readPlainly } from '../../trace/kept.fixture';
import { tapped } from '../../controls/tapped.fixture';
import type { Case, Kind } from './kind.fixture';

/** A picture on two dozen lines of the header. */
const PARALLEL = STARTER_PARTS.find((q) => q.screen?.link === 'parallel')!;

/** A common pad and one for each key. */
function starBoard(keys: readonly string[]): KeptBoard {
  const net = Array.from({ length: keys.length + 1 }, (_, n) => n);
  return {
    pads: net.map((n) => String(n + 1)),
    net,
    keys: keys.map((id, k) => ({ id, halves: [0, k + 1], diode: 0, side: 1, ohm: 300 })),
  };
}
/** Rows of four. */
function gridBoard(keys: readonly string[]): KeptBoard {
  const rows = Math.ceil(keys.length / 4);
  const net = Array.from({ length: rows + 4 }, (_, n) => n);
  return {
    pads: net.map((n) => String(n + 1)),
    net,
    keys: keys.map((id, k) => ({
      id,
      halves: [Math.floor(k / 4), rows + (k % 4)],
      diode: 0,
      side: 1,
      ohm: 300,
    })),
  };
}

const withReadings = (p: Project, board: KeptBoard, readings: PadReading[]): Project => {
  const tracing: Tracing = { pads: board.pads, readings };
  return { ...p, controls: { ...p.controls, tracing } };
};

/** Every key of a clean board read; for `HARMLESS` too. */
export function tracedCleanly(p: Project): Project {
  if (p.controls.route !== 'original board') return p;
  const keys = tracedKeys(p);
  const board = starBoard(keys);
  return withReadings(p, board, readPlainly(board));
}

const spoilt =
  (change: (board: KeptBoard, n: number) => void, says: RegExp, makeOf = starBoard) =>
  (p: Project): Case[] => {
    const base = tapped(p);
    const keys = base ? tracedKeys(base) : [];
    if (!base || keys.length < 3) return [];
    return [0, keys.length - 1].map((n): Case => {
      const board = makeOf(keys);
      change(board, n);
      return { where: keys[n]!, spoilt: withReadings(base, board, readPlainly(board)), says };
    });
  };

/** A board that is read by its own chips makes of diodes and ghosts what it always did. */
const readByHeader =
  (cases: Kind['cases']): Kind['cases'] =>
  (p) =>
    hostsOf(p.kit.items.map((item) => ({ part: partOf(p, item) }))).some((x) => x.part.host)
      ? []
      : cases(p);

/** All readings of a clean board, then changed. */
const reread =
  (change: (board: KeptBoard, readings: PadReading[], key: string) => PadReading[], says: RegExp) =>
  (p: Project): Case[] => {
    const base = tapped(p);
    const keys = base ? tracedKeys(base) : [];
    const [key] = keys;
    if (!base || key === undefined || keys.length < 3) return [];
    const board = starBoard(keys);
    const readings = change(board, readPlainly(board), key);
    return [{ where: key, spoilt: withReadings(base, board, readings), says }];
  };

export const TRACE_KINDS: readonly Kind[] = [
  {
    name: 'a carbon pill of a kept board that no pull-up sees',
    makes: 'hit',
    cases: spoilt((b, n) => (b.keys[n]!.ohm = 21e3), /reads .* when it is held.*will not be told/),
  },
  {
    name: 'a carbon pill of a kept board that is nearly worn out',
    makes: 'tight',
    cases: spoilt((b, n) => (b.keys[n]!.ohm = 11e3), /reads .* when it is held.*once it is worn/),
  },
  {
    name: 'a broken trace from a key of a kept board',
    makes: 'hit',
    cases: spoilt(
      (b, n) => (b.keys[n]!.halves = [0, undefined]),
      /closes nothing: Its first half reaches pad 1/,
    ),
  },
  {
    name: 'a contact of a kept board that is gone',
    makes: 'hit',
    cases: spoilt(
      (b, n) => (b.keys[n]!.halves = [undefined, undefined]),
      /closes nothing: No two pads/,
    ),
  },
  {
    name: 'two keys of a kept board between the same pads',
    makes: 'hit',
    cases: spoilt(
      (b, n) => (b.keys[n]!.halves = b.keys[n === 0 ? 1 : n - 1]!.halves),
      /are one key: Both close pads/,
    ),
  },
  {
    name: 'pads of a key of a kept board joined for good',
    makes: 'open',
    cases: reread((_, all, key) => {
      const own = all.find((r) => r.held === key)!;
      return all.map((r) =>
        r.held === undefined && JSON.stringify(r.black) === JSON.stringify(own.black)
          ? { ...r, reads: 0.2 }
          : r,
      );
    }, /closes nothing|without (its|their) pads/),
  },
  {
    name: 'a kept board traced half-way',
    makes: 'open',
    cases: reread((_, all) => all.slice(0, all.length / 2), /without (its|their) pads/),
  },
  {
    name: 'a kept board of which only the pads are written down',
    makes: 'open',
    cases: reread(() => [], /without (its|their) pads/),
  },
  {
    name: 'a probe on a kept board that tells two things',
    makes: 'open',
    cases: reread((board, all, key) => {
      const last = all.findLast((r) => r.held === key)!;
      const other = metered(board, last.red, last.black);
      return [...all, { ...last, reads: other }, { ...last, reads: other }];
    }, /answered differently before/),
  },
  {
    name: 'a key of a kept board that seems to reach a third pad',
    makes: 'open',
    cases: reread((_, all, key) => {
      const last = all.findLast((r) => r.held === key)!;
      const third = { ...last, black: { pad: '4' }, reads: 20 };
      return [...all, third, third, third];
    }, /answered differently before/),
  },
  {
    name: 'rows and columns of a kept board without diodes, and three keys of a rectangle in one hand',
    makes: 'tight',
    cases: readByHeader(spoilt(() => undefined, /together press/, gridBoard)),
  },
  {
    name: 'diodes of a kept board that point away from its common pad',
    makes: 'tight',
    cases: readByHeader(
      spoilt((b) => b.keys.forEach((k) => (k.diode = 1)), /Diodes point away from the common/),
    ),
  },
  {
    name: 'a kept board tapped for a header whose lines a picture has taken',
    makes: 'hit',
    cases: readByHeader((p) => {
      const base = tapped(p);
      const screen = p.kit.items.find((i) => partOf(p, i).screen);
      if (!base || !screen || tracedKeys(base).length < 8) return [];
      const spoilt = applied(base, { do: 'swap', item: screen.id, part: PARALLEL });
      return [{ where: screen.id, spoilt, says: /inputs, .* free lines/ }];
    }),
  },
  {
    name: 'a kept board tapped that nobody has traced',
    makes: 'open',
    cases: readByHeader((p) => {
      const base = tapped(p);
      if (!base || !tracedKeys(base).length) return [];
      return [{ where: 'all keys', spoilt: base, says: /without (its|their) pads/ }];
    }),
  },
  {
    name: 'a diode of a kept board that runs the other way than the rest',
    makes: 'open',
    cases: readByHeader(
      spoilt(
        (b, n) => b.keys.forEach((k, i) => (k.diode = i === n ? 1 : -1)),
        /Diodes run both ways|without its pads/,
      ),
    ),
  },
  {
    name: 'a key of a kept board between two of its rows',
    makes: 'hit',
    cases: readByHeader(
      spoilt(
        (b, n) => (b.keys[n]!.halves = n === 0 ? [0, 1] : [1, 0]),
        /no matrix reads/,
        gridBoard,
      ),
    ),
  },
  {
    name: 'dirt between pads of a kept board that reads as a press',
    makes: 'hit',
    cases: reread((board, all) => {
      const [red, black] = board.pads.slice(-2).map((pad) => ({ pad }));
      return [...all, { red: red!, black: black!, reads: 40e3 }];
    }, /of dirt between pads .* may read as pressed/),
  },
  {
    name: 'a little dirt between pads of a kept board',
    makes: 'tight',
    cases: reread((board, all) => {
      const [red, black] = board.pads.slice(-2).map((pad) => ({ pad }));
      return [...all, { red: red!, black: black!, reads: 120e3 }];
    }, /of dirt between pads .* on a damp day/),
  },
];
