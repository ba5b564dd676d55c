/**
 * Which step solders which wire. Cell leads come last of all; the supply first; every other wire
 * goes with the part it was made for.
 */
import type { Net } from '../../wiring';
import { isHost, type Part } from '../../model';
import { type Bench, stepId } from '../step';

/** Parts that make and carry the supply. */
export const isSupply = (part: Part): boolean =>
  part.cell === undefined &&
  (part.charger !== undefined ||
    part.converter !== undefined ||
    part.protects !== undefined ||
    part.off !== undefined ||
    (part.ports ?? []).some((x) => x.carries === 'supply' && x.role === 'gives'));

export const BUTTONS = 'wire-buttons';
export const POWER = 'wire-power';
export const wireStep = (item: string): string => stepId('wire', item);
export const cellStep = (item: string): string => stepId('join', item);

/** Wires by the id of the step that solders them. */
export function wiresByStep(on: Bench): ReadonlyMap<string, readonly Net[]> {
  const part = new Map(on.kit.map((x) => [x.item.id, x.part]));
  const out = new Map<string, Net[]>();
  for (const net of on.nets) {
    const id = stepOf(net, part);
    out.set(id, [...(out.get(id) ?? []), net]);
  }
  return out;
}

function stepOf(net: Net, part: ReadonlyMap<string, Part>): string {
  const ends = [net.a, net.b];
  const having = (has: (q: Part) => boolean): string | undefined =>
    ends.find((e) => {
      const q = part.get(e.item);
      return q !== undefined && has(q);
    })?.item;
  const cell = having((q) => q.cell !== undefined);
  if (cell !== undefined) return cellStep(cell);
  const atKey = ends.some((e) => e.pad.startsWith('at '));
  if (atKey || having((q) => q.family === 'switch' && !q.off) !== undefined) return BUTTONS;
  const speaker = having((q) => q.speaker !== undefined);
  if (speaker !== undefined) return wireStep(speaker);
  const other = having((q) => !isSupply(q) && !isHost(q));
  if (other !== undefined) return wireStep(other);
  const computer = having((q) => isHost(q));
  return computer === undefined ? POWER : wireStep(computer);
}
