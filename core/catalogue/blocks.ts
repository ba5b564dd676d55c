/**
 * Short words for writing parts down: every size here is typical of its class until measured.
 */
import { type Block, type Connector, length, type Pad, type Part } from '../model';

type Extra = Partial<Pick<Block, 'removable' | 'soft' | 'axis' | 'presses'>>;
const typical = (mm: number) => length(mm, 'typical');

/** A box: corner x, y, size w, h, standing from base for so many mm. */
export const box = (
  id: string,
  name: string,
  kind: Block['kind'],
  [x, y, w, h]: readonly [number, number, number, number],
  base: number,
  high: number,
  extra: Extra = {},
): Block => ({
  id,
  name,
  kind,
  plan: { kind: 'rect', x, y, w: typical(w), h: typical(h) },
  axis: 'z',
  base,
  height: typical(high),
  ...extra,
});

export const round = (
  id: string,
  name: string,
  kind: Block['kind'],
  [x, y, d]: readonly [number, number, number],
  base: number,
  high: number,
  extra: Extra = {},
): Block => ({
  id,
  name,
  kind,
  plan: { kind: 'circle', x, y, d: typical(d) },
  axis: 'z',
  base,
  height: typical(high),
  ...extra,
});

export const removable = (
  tool: NonNullable<Block['removable']>['tool'],
  difficulty: number,
  lost: string,
  risk: string,
): Extra => ({ removable: { tool, difficulty, risk, lost } });

export const socket = (
  id: string,
  name: string,
  type: Connector['type'],
  at: readonly [number, number, number],
  dir: readonly [number, number, number],
  block: string,
  outside = false,
): Connector => ({ id, name, type, at: [...at], dir: [...dir], block, outside });

export const pad = (
  id: string,
  x: number,
  y: number,
  name = id,
  side: Pad['side'] = 'top',
): Pad => ({ id, name, x, y, side });
/** Pads in a row at 2.54 mm. */
export const padRow = (
  x: number,
  y: number,
  names: readonly string[],
  side: Pad['side'] = 'top',
): Pad[] =>
  names.map((name, i) => pad(`p${i + 1}`, Math.round((x + i * 2.54) * 100) / 100, y, name, side));

export type Draft = Pick<Part, 'id' | 'name' | 'family' | 'blocks'> & Partial<Part>;
export const part = (draft: Draft): Part => ({
  words: [],
  note: 'Typical for this class, measure yours.',
  source: 'typical',
  connectors: [],
  pads: [],
  ...draft,
});

export const PCB_MM = 1.6;
