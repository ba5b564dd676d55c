/**
 * A board with edges sawn off: its outline is shorter, and what stood on the strip is gone with it.
 *
 * Only a board with a straight rectangular outline is shortened; any other stays as it is and is said.
 */
import { blockBox } from '../geometry';
import type { Block, Item, Part, Sawn } from '../model';

/** Neither is ever sawn: cells burn, panels break. */
const TENDER: ReadonlySet<Block['kind']> = new Set<Block['kind']>(['cell', 'glass']);
export const isTender = (part: Pick<Part, 'blocks'>): boolean =>
  part.blocks.some((b) => TENDER.has(b.kind));

/** Beside the saw a board keeps at least so much, mm. */
export const LEAST_LEFT_MM = 5;
/** A saw and a file take a line with so much uncertainty, mm: as a limit. */
const SAW_LIMIT_MM = 0.4;
const SAW_U = SAW_LIMIT_MM / Math.sqrt(3);

/** Along x or y, and between which two coordinates of the part everything goes, mm. */
export interface Strip {
  axis: 0 | 1;
  from: number;
  to: number;
}

const isBoard = (b: Block): boolean =>
  b.kind === 'board' && b.axis === 'z' && b.plan.kind === 'rect';

/** What of a board goes with one edge; nothing where it has no straight outline, or nothing would be left. */
export function stripOf(part: Part, { edge, mm }: Pick<Sawn, 'edge' | 'mm'>): Strip | undefined {
  const boards = part.blocks.filter(isBoard).map(blockBox);
  const isStraight = !part.blocks.some((b) => b.kind === 'board' && !isBoard(b));
  if (!boards.length || !isStraight) return undefined;
  const axis = edge === 'left' || edge === 'right' ? 0 : 1;
  const low = Math.min(...boards.map((b) => b[0][axis]));
  const high = Math.max(...boards.map((b) => b[1][axis]));
  if (high - low - mm < LEAST_LEFT_MM) return undefined;
  return edge === 'left' || edge === 'bottom'
    ? { axis, from: -Infinity, to: low + mm }
    : { axis, from: high - mm, to: Infinity };
}

/** How much of a block lies in a strip: all, some, or nothing. */
export function inStrip(block: Block, { axis, from, to }: Strip): 'all' | 'some' | 'nothing' {
  const [low, high] = blockBox(block).map((v) => v[axis]) as [number, number];
  if (high <= from + 1e-9 || low >= to - 1e-9) return 'nothing';
  return low >= from - 1e-9 && high <= to + 1e-9 ? 'all' : 'some';
}

export const isInStrip = ({ axis, from, to }: Strip, x: number, y: number): boolean => {
  const at = axis === 0 ? x : y;
  return at > from && at < to;
};

/** A board's block without what lies in the strip; its cut edge is as sure as the saw. */
function shortened(block: Block, { axis, from, to }: Strip): Block {
  if (block.plan.kind !== 'rect') return block;
  const { plan } = block;
  const [at, size] = axis === 0 ? [plan.x, plan.w] : [plan.y, plan.h];
  const low = from === -Infinity ? Math.max(at, to) : at;
  const high = to === Infinity ? Math.min(at + size.mm, from) : at + size.mm;
  const next = { ...size, mm: high - low, u: Math.hypot(size.u, SAW_U) };
  return {
    ...block,
    plan: axis === 0 ? { ...plan, x: low, w: next } : { ...plan, y: low, h: next },
  };
}

function without(part: Part, strip: Strip): Part {
  const blocks = part.blocks
    .filter((b) => inStrip(b, strip) !== 'all')
    .map((b) => (b.kind === 'board' && inStrip(b, strip) === 'some' ? shortened(b, strip) : b));
  const left = new Set(blocks.map((b) => b.id));
  const stays = (x: number, y: number): boolean => !isInStrip(strip, x, y);
  return {
    ...part,
    blocks,
    connectors: part.connectors.filter((c) =>
      c.block === undefined ? stays(c.at[0], c.at[1]) : left.has(c.block),
    ),
    pads: part.pads.filter((q) => stays(q.x, q.y)),
    ...(part.ribbons ? { ribbons: part.ribbons.filter((r) => stays(r.at[0], r.at[1])) } : {}),
    ...(part.holes ? { holes: part.holes.filter((h) => stays(h.x, h.y)) } : {}),
    ...(part.ports
      ? { ports: part.ports.filter((q) => q.block === undefined || left.has(q.block)) }
      : {}),
  };
}

const known = new WeakMap<Part, Map<string, Part>>();

/** The part of an item as it is once its edges are off; the same object for the same cuts. */
export function sawnPart(part: Part, { sawn }: Pick<Item, 'sawn'>): Part {
  if (!sawn?.length) return part;
  const key = sawn.map((s) => `${s.edge} ${s.mm}`).join();
  const byCut = known.get(part) ?? new Map<string, Part>();
  known.set(part, byCut);
  const cut =
    byCut.get(key) ??
    sawn.reduce((q, s) => {
      const strip = stripOf(q, s);
      return strip ? without(q, strip) : q;
    }, part);
  byCut.set(key, cut);
  return cut;
}
