/** What a kind of made part says of one: its blocks, what it is for, and where it stands. */
import { blockBox } from '../geometry';
import type { Cutting } from '../cuts';
import type { Scene } from '../fit';
import {
  type Block,
  type Change,
  formatMm,
  type Item,
  type MadeKind,
  type Part,
  type Placement,
  type Project,
} from '../model';
import type { Rules } from './process';
import type { Rect } from './shapes';

/** What a kind says of one part; the rest is the same of all. */
export interface Design {
  kind: MadeKind;
  /** What it is made for: an item, an opening, or a cut by its key. */
  for: string;
  /** Items it stands round or under: it may touch them. */
  holds: string[];
  name: string;
  blocks: Block[];
  /** Where it stands inside; nothing: it is a tool, or lies outside. */
  place?: Omit<Placement, 'item'>;
  /** What becomes true of the build with it: a peg longer by its tip. */
  sets?: Change[];
  /** It comes to lie as deep as what it is made for. */
  level?: boolean;
  /** It helps to make the build, and is no part of it. */
  tool?: boolean;
  /** It is printed with its top on the bed. */
  turned?: boolean;
  /** Why it cannot be used as things are. */
  cannot?: string;
  why: string[];
}

/** What a design is made from. */
export interface Ground {
  p: Project;
  scene: Scene;
  cuts: Cutting;
  rules: Rules;
}

/** Everything one kind would make for one body. */
export type Kind = (g: Ground) => Design[];

/** The one of it in the kit, whatever its ids are. */
export const keptOf = (p: Project, kind: MadeKind, of: string): Item | undefined =>
  p.kit.items.find((i) => i.made?.kind === kind && i.made.for === of);

/** The item it is or would be. */
export const ownId = (scene: Scene, kind: MadeKind, of: string): string =>
  keptOf(scene.project, kind, of)?.id ?? partIdOf(kind, of);

/** The id of a new one. */
export const partIdOf = (kind: MadeKind, of: string): string =>
  `made-${kind}-${of}`
    .toLowerCase()
    .replace(/[^a-z0-9-]+/g, '-')
    .slice(0, 64);

/** Its part for the kit. */
export const partOfDesign = (d: Design, massG: number): Part => ({
  id: partIdOf(d.kind, d.for),
  name: d.name.slice(0, 200),
  family: 'hardware',
  words: ['made', d.kind],
  note: d.why.join('; ').slice(0, 600),
  source: 'mine',
  massG,
  price: 0,
  blocks: d.blocks,
  connectors: [],
  pads: [],
});

export const mm = (x: number): string => `${formatMm(x, 2)} mm`;

export const planOf = (b: Block): Rect => {
  const [from, to] = blockBox(b);
  return { x0: from[0], y0: from[1], x1: to[0], y1: to[1] };
};
