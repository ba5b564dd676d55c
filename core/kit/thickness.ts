/**
 * How thick a part is lying flat, and what taking a block off saves and costs.
 */
import type { Block, Item, Part, Project } from '../model';
import { BadInput, type Worked } from '../model';
import { blockBox } from '../geometry';
import { sawnPart } from './sawn';

/** Blocks still on the part once the struck ones are off. */
export const remaining = (part: Part, struck: readonly string[]): Block[] =>
  part.blocks.filter((b) => !struck.includes(b.id));

/** The part of an item as the library knows it; documents are checked on the way in, so it is there. */
export function wholePartOf(project: Project, item: Item): Part {
  const part = project.kit.parts.find((p) => p.id === item.part);
  if (!part) throw new BadInput('kit.items', `There is no part "${item.part}" in the kit.`);
  return part;
}

/** The part of an item as it is used here: without the edges that are sawn off it. */
export const partOf = (project: Project, item: Item): Part =>
  sawnPart(wholePartOf(project, item), item);

/** Where a part's readings lie in the document, sawn or whole. */
export const partIndex = (project: Project, part: Part): number =>
  project.kit.parts.findIndex((p) => p.id === part.id);

/** Lowest and highest point along z, mm. */
export function zSpan(blocks: readonly Block[]): [number, number] {
  const boxes = blocks.map(blockBox);
  return [Math.min(...boxes.map((b) => b[0][2])), Math.max(...boxes.map((b) => b[1][2]))];
}

/** Plan size of the whole part, mm. */
export function planSize(blocks: readonly Block[]): { w: number; h: number } {
  const boxes = blocks.map(blockBox);
  const size = (i: 0 | 1) =>
    Math.max(...boxes.map((b) => b[1][i])) - Math.min(...boxes.map((b) => b[0][i]));
  return { w: size(0), h: size(1) };
}

/**
 * Thickness of a part lying flat with some blocks struck off.
 *
 * @returns mm from its lowest to its highest remaining point, and which blocks set it
 */
export function thickness(part: Part, struck: readonly string[]): Worked<number> {
  const blocks = remaining(part, struck);
  if (!blocks.length) throw new RangeError(`Nothing is left of ${part.name}.`);
  const [low, high] = zSpan(blocks);
  const name = (z: number, end: 0 | 1) =>
    blocks.find((b) => Math.abs(blockBox(b)[end][2] - z) < 1e-9)!.name;
  return {
    value: high - low,
    working: [
      `${(high - low).toFixed(1)} mm = top of ${name(high, 1)} at ${high.toFixed(1)} − bottom of ${name(low, 0)} at ${low.toFixed(1)}`,
    ],
  };
}

export interface Removal {
  block: Block;
  before: number;
  after: number;
  saves: number;
  lost: string;
  connectors: string[];
}

/** What striking each removable block does to the thickness, and which sockets go with it. */
export function removals(part: Part, struck: readonly string[]): Removal[] {
  const before = thickness(part, struck).value;
  return part.blocks
    .filter((b) => b.removable && !struck.includes(b.id))
    .map((block) => {
      const after = thickness(part, [...struck, block.id]).value;
      const connectors = part.connectors.filter((c) => c.block === block.id).map((c) => c.name);
      return {
        block,
        before,
        after,
        saves: before - after,
        lost: block.removable!.lost,
        connectors,
      };
    })
    .sort((a, b) => b.saves - a.saves);
}

/** Sockets an item still has, with whether each must be reached from outside. */
export function sockets(
  part: Part,
  item: Item,
): Array<{ connector: Part['connectors'][number]; outside: boolean }> {
  return part.connectors
    .filter((c) => c.block === undefined || !item.struck.includes(c.block))
    .map((connector) => ({ connector, outside: item.reach?.[connector.id] ?? connector.outside }));
}
