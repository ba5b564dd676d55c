/** A part of the builder's own, from nothing: one block of a size still to be measured. */
import { type Block, type Family, length, type Length, type Part } from '../../model';

/** What the first block of a part of each kind is. */
const FIRST: Readonly<Record<Family, Block['kind']>> = {
  sbc: 'board',
  screen: 'board',
  cell: 'cell',
  charger: 'board',
  converter: 'board',
  audio: 'board',
  speaker: 'body',
  switch: 'body',
  controller: 'board',
  expander: 'board',
  storage: 'body',
  hub: 'board',
  latch: 'board',
  hardware: 'body',
  lead: 'connector',
  protection: 'board',
  cooling: 'body',
};
/** A usual board is so thick, mm. */
const BOARD_MM = 1.6;

/** How large it is: across, up and thick; or a round thing's diameter, and how tall it stands. */
export type Size =
  { kind: 'box'; w: Length; h: Length; t?: Length } | { kind: 'round'; d: Length; t?: Length };

const guess = (mm: number): Length => length(mm, 'estimate');

/**
 * @param size  as it was read; estimates stand in for what was not
 */
export function blankPart(id: string, name: string, family: Family, size?: Size): Part {
  const kind = FIRST[family];
  const thick = kind === 'board' ? guess(BOARD_MM) : guess(5);
  const block: Block = {
    id: 'body',
    name: family === 'cell' ? 'cell' : kind,
    kind,
    plan:
      size?.kind === 'round'
        ? { kind: 'circle', x: size.d.mm / 2, y: size.d.mm / 2, d: size.d }
        : { kind: 'rect', x: 0, y: 0, w: size?.w ?? guess(30), h: size?.h ?? guess(20) },
    axis: 'z',
    base: 0,
    height: size?.t ?? thick,
  };
  return {
    id,
    name,
    family,
    words: [],
    note: '',
    source: 'mine',
    blocks: [block],
    connectors: [],
    pads: [],
  };
}

/** A can that lies on its side: as wide as it is thick, its length across. */
export function cylinderPart(id: string, name: string, d: Length, long: Length): Part {
  const part = blankPart(id, name, 'cell');
  return {
    ...part,
    blocks: [
      {
        id: 'body',
        name: 'cell',
        kind: 'cell',
        plan: { kind: 'circle', x: d.mm / 2, y: d.mm / 2, d },
        axis: 'x',
        base: 0,
        height: long,
      },
    ],
  };
}
