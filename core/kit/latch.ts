/** The soft latch of a build, and the key that wakes it: joined to its own pads, not to a line of a header. */
import { type Input, type Item, type Part, present, type Project } from '../model';
import { partOf } from './thickness';

/** @returns the latch that is fitted, unless it is pressed itself */
export function latchOf(p: Project): { item: Item; part: Part } | undefined {
  return present(p)
    .kit.items.map((item) => ({ item, part: partOf(p, item) }))
    .find(({ part }) => part.off?.kind === 'latch' && !part.blocks.some((b) => b.kind === 'cap'));
}

/** A key that is read by the latch alone: no line, no code, and nothing to press in a test. */
export const isLatchKey = (p: Project, input: Pick<Input, 'functions'>): boolean =>
  input.functions[0] === 'power' && latchOf(p) !== undefined;
