/**
 * Find a part by the words and sizes a builder would say: "65 x 56 board, 40-pin", "2.8 screen SPI",
 * "6x6 switch 5 mm".
 */
import type { Part } from '../model';
import { planSize, thickness } from './thickness';

const CLASS_WORDS: Readonly<Record<Part['family'], string>> = {
  sbc: 'sbc board computer', screen: 'screen display panel', cell: 'cell battery pouch', charger: 'charger charge board booster',
  converter: 'converter boost buck regulator', audio: 'audio amp sound', speaker: 'speaker', switch: 'switch button tactile',
  controller: 'controller usb board buttons', expander: 'expander board i2c', storage: 'card storage extender', hub: 'hub usb',
  latch: 'latch power switch', hardware: 'screw magnet hardware led jack pot', lead: 'lead cable ribbon adapter', protection: 'protection board cell', cooling: 'fan heat-sink cooling',
};

const SIZE = /(\d+(?:\.\d+)?)\s*[x×]\s*(\d+(?:\.\d+)?)/;
const NUMBER = /^(\d+(?:\.\d+)?)(mm|mah|in|")?$/;

/** How well a part answers a query; 0 when a word or size does not fit at all. */
function score(part: Part, query: string): number {
  let points = 1;
  let rest = query.toLowerCase().replace(/[,;]/g, ' ');
  const text = `${part.name} ${part.words.join(' ')} ${CLASS_WORDS[part.family]} ${part.note}`.toLowerCase();
  const { w, h } = planSize(part.blocks);
  const size = SIZE.exec(rest);
  if (size) {
    const [a, b] = [Number(size[1]), Number(size[2])];
    // Boards first: the board's own outline counts more than what overhangs it.
    const boards = part.blocks.filter((x) => x.plan.kind === 'rect').map((x) => (x.plan.kind === 'rect' ? [x.plan.w.mm, x.plan.h.mm] : [0, 0]));
    const off = Math.min(...[[w, h], ...boards].map(([p, q]) => Math.min(Math.max(Math.abs(p! - a), Math.abs(q! - b)), Math.max(Math.abs(q! - a), Math.abs(p! - b)))));
    // Some parts are called by a size that is not their plan: a screw of 2 x 8.
    const named = part.name.toLowerCase().replace(/\s/g, '').includes(`${size[1]}x${size[2]}`);
    if (off > 3 && !named) return 0;
    points += (off > 3 ? 3 : 6 - off) + (named ? 3 : 0);
    rest = rest.replace(SIZE, ' ');
  }
  for (const word of rest.split(/\s+/).filter(Boolean)) {
    const number = NUMBER.exec(word);
    if (text.split(/[\s,()]+/).includes(word)) points += part.name.toLowerCase().split(/\s+/).includes(word) ? 5 : 4;
    else if (number) {
      const value = Number(number[1]);
      const near = Math.min(Math.abs(thickness(part, []).value - value), Math.abs(w - value), Math.abs(h - value), ...numbersIn(text).map((n) => Math.abs(n - value)));
      if (near > 0.6) return 0;
      points += 2 - near;
    } else if (['mm', 'in', 'inch', 'with', 'a', 'and'].includes(word)) continue;
    else if (text.includes(word.replace(/s$/, ''))) points += 2;
    else return 0;
  }
  return points;
}

const numbersIn = (text: string): number[] => (text.match(/\d+(?:\.\d+)?/g) ?? []).map(Number);

/** Parts that answer every word of the query, best first; all of them for an empty query. */
export function findParts(parts: readonly Part[], query: string): Part[] {
  if (!query.trim()) return [...parts];
  return parts.map((part) => ({ part, points: score(part, query) }))
    .filter((x) => x.points > 0)
    .sort((a, b) => b.points - a.points || a.part.name.localeCompare(b.part.name))
    .map((x) => x.part);
}
