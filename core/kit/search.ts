/**
 * Find a part by the words and sizes a builder would say: "65 x 56 board, 40-pin", "2.8 screen SPI",
 * "6x6 switch 5 mm".
 */
import type { Carries, Part } from '../model';
import { inOurWords } from './plainWords';
import { portsOf } from './ports';
import { planSize, thickness } from './thickness';

const CLASS_WORDS: Readonly<Record<Part['family'], string>> = {
  sbc: 'sbc board computer',
  screen: 'screen display panel',
  cell: 'cell battery pouch',
  charger: 'charger charge board booster',
  converter: 'converter boost buck regulator',
  audio: 'audio amp sound',
  speaker: 'speaker',
  switch: 'switch button tactile',
  controller: 'controller usb board buttons',
  expander: 'expander board i2c',
  storage: 'card storage extender',
  hub: 'hub usb',
  latch: 'latch power switch',
  hardware: 'screw magnet hardware led jack pot',
  lead: 'lead cable ribbon adapter',
  protection: 'protection board cell',
  cooling: 'fan heat-sink cooling',
};

const SIZE = /(\d+(?:\.\d+)?)\s*[x×]\s*(\d+(?:\.\d+)?)/;
const NUMBER = /^(\d+(?:\.\d+)?)(mm|mah|in|")?$/;

/** What a search looks at, worked out once for each part. */
interface Row {
  text: string;
  words: Set<string>;
  name: string;
  nameWords: Set<string>;
  /** Words of its own, not of its whole class. */
  own: Set<string>;
  w: number;
  h: number;
  thick: number;
  boards: Array<readonly [number, number]>;
  numbers: number[];
  carries: Set<string>;
  amps: number;
}
const rows = new WeakMap<Part, Row>();

function rowOf(part: Part): Row {
  const known = rows.get(part);
  if (known) return known;
  const text =
    `${part.name} ${part.words.join(' ')} ${CLASS_WORDS[part.family]} ${part.note}`.toLowerCase();
  const { w, h } = planSize(part.blocks);
  const thick = thickness(part, []).value;
  const row: Row = {
    text,
    words: new Set(text.split(/[\s,()]+/)),
    name: part.name.toLowerCase().replace(/\s/g, ''),
    nameWords: new Set(part.name.toLowerCase().split(/[\s,]+/)),
    own: new Set(
      part.words
        .join(' ')
        .toLowerCase()
        .split(/[\s,]+/),
    ),
    w,
    h,
    thick,
    // Boards first: the board's own outline counts more than what overhangs it.
    boards: [
      [w, h],
      ...part.blocks.flatMap((x) =>
        x.plan.kind === 'rect' ? [[x.plan.w.mm, x.plan.h.mm] as const] : [],
      ),
    ],
    numbers: numbersIn(text),
    carries: new Set(portsOf(part).map((q) => q.carries)),
    amps: (part.draws?.peak ?? 0) / 5,
  };
  rows.set(part, row);
  return row;
}

/** How well a part answers a query; 0 when a word or size does not fit at all. */
function score(part: Part, query: string): number {
  let points = 1;
  let rest = query.toLowerCase().replace(/[,;]/g, ' ');
  const row = rowOf(part);
  const size = SIZE.exec(rest);
  if (size) {
    const [a, b] = [Number(size[1]), Number(size[2])];
    const off = Math.min(
      ...row.boards.map(([p, q]) =>
        Math.min(
          Math.max(Math.abs(p - a), Math.abs(q - b)),
          Math.max(Math.abs(q - a), Math.abs(p - b)),
        ),
      ),
    );
    // Some parts are called by a size that is not their plan: a screw of 2 x 8.
    const named = row.name.includes(`${size[1]}x${size[2]}`);
    if (off > 3 && !named) return 0;
    points += (off > 3 ? 3 : 6 - off) + (named ? 3 : 0);
    rest = rest.replace(SIZE, ' ');
  }
  for (const word of rest.split(/\s+/).filter(Boolean)) {
    const number = NUMBER.exec(word);
    if (row.nameWords.has(word)) points += 6;
    else if (row.own.has(word)) points += 5;
    else if (row.words.has(word)) points += 3;
    else if (number) {
      const value = Number(number[1]);
      const near = Math.min(
        Math.abs(row.thick - value),
        Math.abs(row.w - value),
        Math.abs(row.h - value),
        ...row.numbers.map((n) => Math.abs(n - value)),
      );
      if (near > 0.6) return 0;
      points += 2 - near;
    } else if (['mm', 'in', 'inch', 'with', 'a', 'and'].includes(word)) continue;
    else if (row.text.includes(word.replace(/s$/, ''))) points += 2;
    else return 0;
  }
  return points;
}

/** What matters beside words: each that is set must hold. */
export interface Facets {
  family?: Part['family'];
  /** Thickest it may lie, mm. */
  thickMm?: number;
  /** What it gives or takes. */
  carries?: Carries;
  /** At its peak on the 5 V rail, A. */
  amps?: number;
  price?: number;
  mine?: boolean;
}

const holds = (part: Part, f: Facets): boolean => {
  if (f.family && part.family !== f.family) return false;
  if (f.mine && part.source !== 'mine') return false;
  if (f.price !== undefined && (part.price === undefined || part.price > f.price)) return false;
  const row = rowOf(part);
  return (
    (f.thickMm === undefined || row.thick <= f.thickMm + 1e-9) &&
    (f.carries === undefined || row.carries.has(f.carries)) &&
    (f.amps === undefined || row.amps <= f.amps + 1e-9)
  );
};

const numbersIn = (text: string): number[] => (text.match(/\d+(?:\.\d+)?/g) ?? []).map(Number);

/** A part called by the builder's own word is found by it, whatever it means here. */
const ownWords = (part: Part, query: string): number =>
  part.source === 'mine' ? score(part, query) : 0;

/** Parts that answer every word of the query and every facet, best first; in their own order for an empty query. */
export function findParts(parts: readonly Part[], query: string, facets: Facets = {}): Part[] {
  const list = Object.keys(facets).length
    ? parts.filter((part) => holds(part, facets))
    : [...parts];
  if (!query.trim()) return list;
  const ours = inOurWords(query);
  return list
    .map((part) => ({ part, points: Math.max(score(part, ours), ownWords(part, query)) }))
    .filter((x) => x.points > 0)
    .sort((a, b) => b.points - a.points || (a.part.name < b.part.name ? -1 : 1))
    .map((x) => x.part);
}
