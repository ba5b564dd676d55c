/** Ends of wires: the pads of what is laid out, and how two of them are joined. */
import { present, type Project } from '../model';
import { everyItem, type PlacedItem, pointOf, type Scene } from '../fit';
import { blockBox } from '../geometry';

export type Pt3 = readonly [number, number, number];
export interface End {
  item: string;
  pad: string;
  at: Pt3;
  piece: string;
}
export interface Net {
  /** Made of its ends, so that a builder's choice finds it again. */
  id: string;
  a: End;
  b: End;
  what: 'power' | 'ground' | 'signal' | 'sound';
  says: string;
  /** What a supply wire feeds: one part, or everything that is on. */
  feeds?: Feeds;
  awg: number;
  /** The gauge it has when nothing is chosen for it. */
  usualAwg: number;
  colour: string;
  label: string;
  /** Joined by a plug that is undone before the halves part. */
  plug: boolean;
  via: Pt3[];
  mine: boolean;
  /** What the builder chose for it, as it is stored. */
  said?: Stored;
}
type Stored = Project['wiring']['nets'][number];

/** What a wire feeds, and where it does: at the cell, behind what makes the rail, at a board's 3.3 V, or at a supply from outside. */
export interface Feeds {
  what: { item: string } | 'everything';
  at: 'cell' | 'rail' | 'logic' | 'wall';
}

/** A wire as it is laid and cut. */
export interface Wire {
  net: Net;
  bundle: string;
  /** The bundle it goes on in beyond the hinge. */
  beyond?: string;
  from: string;
  to: string;
  closedMm?: number;
  openMm?: number;
  /** What to cut, strips included, mm. */
  cutMm?: number;
  slackMm: number;
  working: string[];
}
/** `rail`: in the gauge of the supply, not of a signal. */
export type Draft = Pick<Net, 'a' | 'b' | 'what' | 'says' | 'feeds'> & { rail?: boolean };

export const padAt = (at: PlacedItem, name: string, nth = 0): End | undefined => {
  const pad = at.part.pads.filter((q) => q.name === name)[nth];
  return (
    pad && {
      item: at.item.id,
      pad: pad.name,
      at: pointOf(at, [pad.x, pad.y, pad.side === 'top' ? boardTop(at) : 0]),
      piece: at.piece,
    }
  );
};
export const boardTop = (at: PlacedItem): number => {
  const board = at.part.blocks.find((b) => b.kind === 'board');
  return board ? board.base + board.height.mm : 0;
};
export const firstPad = (at: PlacedItem, ...names: string[]): End | undefined => {
  for (const n of names) {
    const e = padAt(at, n);
    if (e) return e;
  }
  return undefined;
};
/** A pad of a board with its own chips that nobody has found yet: somewhere on it, by what it is for. */
export const toBeFound = (at: PlacedItem, signal: string): End => {
  const board = at.part.blocks.find((b) => b.kind === 'board') ?? at.part.blocks[0]!;
  const [[x0, y0], [x1, y1]] = blockBox(board);
  return {
    item: at.item.id,
    pad: signal.slice(0, 40),
    at: pointOf(at, [(x0 + x1) / 2, (y0 + y1) / 2, boardTop(at)]),
    piece: at.piece,
  };
};
const far = (a: Pt3, b: Pt3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

export const placed = (
  p: Project,
  scene: Scene,
  has: (part: PlacedItem['part']) => boolean,
): PlacedItem[] => {
  const items = everyItem(scene);
  return present(p).kit.items.flatMap((i) => {
    const at = items.get(i.id);
    return at && has(at.part) ? [at] : [];
  });
};

export function join(
  out: Draft[],
  a: End | undefined,
  b: End | undefined,
  what: Net['what'],
  says: string,
): void {
  if (a && b && a.item !== b.item) out.push({ a, b, what, says });
}

/** The pad of the header nearest to a place. */
export function headerPad(sbc: PlacedItem, name: string, near: Pt3): End | undefined {
  const all = sbc.part.pads
    .map((q, i) => ({ q, nth: sbc.part.pads.slice(0, i).filter((x) => x.name === q.name).length }))
    .filter(({ q }) => q.name === name)
    .flatMap(({ nth }) => padAt(sbc, name, nth) ?? []);
  return all.sort((x, y) => far(x.at, near) - far(y.at, near))[0] ?? toBeFound(sbc, name);
}
