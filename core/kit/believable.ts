/**
 * Figures of parts that cannot be true, contradict each other or are missing where everything after
 * depends on them.
 */
import {
  chemistryOf,
  isDevice,
  isHost,
  type Finding,
  type Item,
  type Part,
  present,
  type Project,
} from '../model';
import type { Doubt } from './doubt';
import { endDoubts } from './ends';
import { HEADER_40 } from './header40';
import { partOf } from './thickness';

/** Diagonal and lit area may differ by so much, a share: sizes are named in rounded inches. */
const DIAGONAL_SHARE = 0.06;
/** Lit area and pixels may differ in shape by so much, a share. */
const ASPECT_SHARE = 0.12;
/** Full and empty volts of one cell, by what it is. */
const CELL_VOLTS = {
  lithium: { full: [3.5, 4.45], empty: [2, 3.5] },
  nickel: { full: [1.3, 1.75], empty: [0.8, 1.2] },
  alkaline: { full: [1.5, 1.65], empty: [0.8, 1.1] },
} as const;
/** Most current a cell of each kind is made for, C: typical. */
const MOST_CHARGE_C = 6;

/** Figures that are missing rather than wrong: something is still to be measured before the build is ready. */
const UNKNOWN_FIGURES: ReadonlySet<string> = new Set(['draw-unknown', 'lines-unknown']);

/** @returns a hit for each figure that cannot be true, and what is still to be measured */
export function partBeliefs(p: Project): Finding[] {
  const { items } = present(p).kit;
  return items.flatMap((item) => {
    const part = partOf(p, item);
    const doubts = [
      ...drawDoubts(item, part),
      ...screenDoubts(item, part),
      ...cellDoubts(item, part),
      ...guardDoubts(item, part),
      ...lineDoubts(item, part),
      ...endDoubts(item, part),
    ];
    return doubts.map(({ code, warns, why, ...rest }): Finding => ({
      id: `figure:${code}:${item.id}`,
      station: 'kit',
      check: 'figure',
      code,
      verdict: warns || UNKNOWN_FIGURES.has(code) ? 'tight' : 'hit',
      ...(UNKNOWN_FIGURES.has(code) ? { undecided: true as const } : {}),
      why: [why],
      about: [item.id],
      refs: [{ is: 'item', id: item.id }],
      ...rest,
    }));
  });
}

/** Families that work only while something feeds them. */
const ACTIVE: ReadonlySet<Part['family']> = new Set<Part['family']>([
  'controller',
  'expander',
  'hub',
]);

function drawDoubts(item: Item, part: Part): Doubt[] {
  const { screen, draws } = part;
  if (!draws) {
    // What is carried along feeds itself; a plate of keys or a filter of two parts takes nothing.
    if (isDevice(part) || !(isHost(part) || screen || part.amp || ACTIVE.has(part.family))) {
      return [];
    }
    return [
      {
        code: 'draw-unknown',
        title: 'Draw not known',
        what: `${item.name} draws nobody knows how much.`,
        why: 'Hours, supply and heat hang on it: put a meter in its supply at the menu, in a game and at its peak.',
      },
    ];
  }
  const most = Math.max(draws.menu, draws.game);
  if (draws.peak >= most) return [];
  return [
    {
      code: 'peak-below',
      title: `Peak ${draws.peak} W below ${most} W`,
      what: `${item.name} draws more in play than at its peak.`,
      why: 'One of the three readings is wrong: the peak is the most it ever draws.',
    },
  ];
}

function screenDoubts(item: Item, part: Part): Doubt[] {
  return part.screen
    ? [
        ...diagonalDoubts(item, part.screen),
        ...aspectDoubts(item, part.screen),
        ...parallelDoubts(item, part),
      ]
    : [];
}

/** Eight of colour, clock, two of sync, and one that says when: fewer carry no parallel picture. */
const PARALLEL_LINES = 12;

/** A parallel picture on fewer lines than carry one; a screen of which no line is named is told by itself. */
function parallelDoubts(item: Item, { screen, takes = [] }: Part): Doubt[] {
  const isFew = takes.length > 0 && takes.length < PARALLEL_LINES;
  if (screen?.link !== 'parallel' || !isFew) return [];
  return [
    {
      code: 'lines-few',
      title: `${takes.length} lines for a parallel picture`,
      what: `${item.name}: not all of its lines are named.`,
      why: `A parallel picture takes ${PARALLEL_LINES} lines at the least (8 of colour, 4 of timing), mostly 18 to 28: enter those of its board, or another link.`,
    },
  ];
}

/** Lit area and pixels of another shape: the picture is stretched, or one of them was read wrong. */
function aspectDoubts(item: Item, { active, px }: NonNullable<Part['screen']>): Doubt[] {
  const lit = active.w / active.h;
  const pixels = px[0] / px[1];
  if (Math.abs(lit / pixels - 1) <= ASPECT_SHARE) return [];
  return [
    {
      code: 'aspect',
      title: `${px[0]} × ${px[1]} on ${active.w} × ${active.h} mm`,
      what: `${item.name}: its pixels are not square.`,
      why: `Lit ${lit.toFixed(2)} : 1, pixels ${pixels.toFixed(2)} : 1. Look at a circle on it, or read its sheet again.`,
      warns: true,
    },
  ];
}

function diagonalDoubts(item: Item, screen: NonNullable<Part['screen']>): Doubt[] {
  const inches = Math.hypot(screen.active.w, screen.active.h) / 25.4;
  if (Math.abs(inches / screen.diagonalIn - 1) <= DIAGONAL_SHARE) return [];
  return [
    {
      code: 'diagonal',
      title: `${screen.diagonalIn} in, lit ${inches.toFixed(2)} in`,
      what: `${item.name}: its diagonal and its lit area do not belong together.`,
      why: `√(${screen.active.w}² + ${screen.active.h}²) / 25.4 = ${inches.toFixed(2)} in. Measure the lit area, or take the size from the picture, not from the glass.`,
    },
  ];
}

function cellDoubts(item: Item, { cell }: Part): Doubt[] {
  if (!cell) return [];
  const { full, empty } = CELL_VOLTS[chemistryOf(cell)];
  const [fullV, cutoffV] = [cell.fullV / cell.series, cell.cutoffV / cell.series];
  const out: Doubt[] = [];
  const volts = (code: string, word: string, v: number, [low, high]: readonly [number, number]) => {
    if (v >= low && v <= high) return;
    out.push({
      code,
      title: `${v.toFixed(2)} V ${word}`,
      what: `${item.name}: no cell of this kind is ${word} at ${v.toFixed(2)} V.`,
      why: `One cell is ${word} at ${low} to ${high} V (typical); this one has ${cell.series} in series.`,
    });
  };
  volts('full-volts', 'full', fullV, full);
  volts('empty-volts', 'empty', cutoffV, empty);
  if (cell.maxChargeC > MOST_CHARGE_C) {
    out.push({
      code: 'charge-c',
      title: `${cell.maxChargeC}C of charge`,
      what: `${item.name} is said to take ${cell.maxChargeC}C.`,
      why: `No cell of this size takes more than ${MOST_CHARGE_C}C; 1C is usual, and gentle is 0.5 to 0.7C (typical).`,
    });
  }
  return out;
}

/** A charger that guards another number of cells than it charges. */
function guardDoubts(item: Item, { charger, protects }: Part): Doubt[] {
  const charges = charger?.series ?? 1;
  if (!charger || !protects || protects.series === charges) return [];
  return [
    {
      code: 'guard-series',
      title: `Charges ${charges}, guards ${protects.series} in series`,
      what: `${item.name}: its charger and its guard are for different packs.`,
      why: 'One of the two was noted wrong: read its chips.',
    },
  ];
}

/** A line the header does not have, or one that does not do what the signal wants. */
function offItsLine(
  item: Item,
  { gpio, signal }: NonNullable<Part['takes']>[number],
): Doubt | undefined {
  if (!HEADER_40.some((h) => h.gpio === gpio)) {
    return {
      code: `line-none-${gpio}`,
      title: `No line ${gpio} on the header`,
      what: `${item.name} takes GPIO ${gpio} for ${signal}; the 40-pin header carries GPIO 0 to 27.`,
      why: 'Its number was noted wrong: count from the drawing of the header again.',
    };
  }
  const own = HEADER_40.find((h) => h.also.includes(signal))?.gpio;
  if (own === undefined || own === gpio) return undefined;
  return {
    code: `line-other-${gpio}`,
    ...(signal.startsWith('I2S') ? {} : { warns: true as const }),
    title: `${signal} is on line ${own}`,
    what: `${item.name} takes GPIO ${gpio} for it.`,
    why: signal.startsWith('I2S')
      ? 'Sound is clocked out by that line alone: wire it there.'
      : 'Elsewhere it works by software alone, slower and with a line of its own in the image.',
  };
}

function lineDoubts(item: Item, { screen, takes }: Part): Doubt[] {
  const lines = (takes ?? []).map((t) => t.gpio);
  const twice = (takes ?? []).filter((t, i) => lines.indexOf(t.gpio) < i);
  const out = (takes ?? []).flatMap((t) => offItsLine(item, t) ?? []);
  for (const t of twice) {
    const first = takes!.find((o) => o.gpio === t.gpio)!;
    out.push({
      code: `line-twice-${t.gpio}`,
      title: `Two signals on line ${t.gpio}`,
      what: `${item.name} takes GPIO ${t.gpio} for ${first.signal} and for ${t.signal}.`,
      why: 'One line carries one signal: look at its drawing again.',
    });
  }
  if (!lines.length && (screen?.link === 'spi' || screen?.link === 'parallel')) {
    out.push({
      code: 'lines-unknown',
      title: 'Lines not known',
      what: `${item.name} goes to header lines that nobody has named.`,
      why: 'Its data, clock and select lines decide which are left for the buttons.',
    });
  }
  return out;
}
