/** How the keys are read, in one line of working. */
import { partOf } from '../../kit';
import { ladderPlan } from '../../ladder';
import { listed, type Project } from '../../model';
import type { BusLines } from '../busLines';
import type { Matrix } from '../matrix';
import type { MappedInput } from './mapped';
import { takesLine } from './onLine';

/**
 * @param sumMm  straight wire from every key to its pin
 * @param free   lines of the header that nothing else takes
 */
export function mapWorking(
  p: Project,
  inputs: readonly MappedInput[],
  {
    matrix,
    bus,
    sumMm,
    free,
  }: { matrix: Matrix | undefined; bus: BusLines | undefined; sumMm: number; free: number },
): string {
  return (
    trackWords(inputs) ??
    routeWords(p, matrix, bus) ??
    wireWords(inputs.filter((m) => m.wireMm !== undefined).length, sumMm, free)
  );
}

const wireWords = (wires: number, sumMm: number, free: number): string =>
  `${counted(wires, 'wire')}, ${Math.round(sumMm)} mm in straight lines; the least possible over ${free} free lines with the hand-made choices kept and lines with a second duty last`;

/** Keys that all lie on tracks of a carrier have no wire at all. */
function trackWords(inputs: readonly MappedInput[]): string | undefined {
  const routed = inputs.filter((m) => m.input.routed);
  const boards = [...new Set(routed.flatMap((m) => m.track ?? []))];
  if (!boards.length || routed.some((m) => m.track === undefined)) return undefined;
  return `${routed.length} keys led to the header by the tracks of ${listed(boards)}: no wire`;
}

/** How the keys are read where no line of a header is taken by them. */
function routeWords(
  p: Project,
  matrix: Matrix | undefined,
  bus: BusLines | undefined,
): string | undefined {
  const { route, inputs } = p.controls;
  const isNoneRoutedOnHeader = !inputs.some((i) => i.routed && takesLine(p, i));
  const ladder = ladderPlan(p);
  if (route === 'ladder' && ladder && isNoneRoutedOnHeader) {
    const keys = inputs.filter((i) => i.routed).length;
    return `${keys} keys told by voltage on ${counted(ladder.channels.length, 'channel')}: one wire a key through its resistor, one ground for each plate`;
  }
  if (bus && isNoneRoutedOnHeader) {
    return `${counted(bus.bits.length, 'key')} over latch, clock and data: three lines, and two wires that feed the pad`;
  }
  if (matrix) {
    const rows = matrix.lines.filter((l) => l.is === 'row').length;
    return `${matrix.keys.length} keys on ${rows} rows and ${matrix.lines.length - rows} columns: one wire for each, ${matrix.lines.length} lines`;
  }
  if ((route === 'usb' || route === 'expander') && !inputs.some((i) => takesLine(p, i))) {
    const reader = route === 'usb' ? 'controller board' : 'expander';
    return `each key to its own input of the ${reader}; one ground for each plate`;
  }
  const host = p.kit.items.find((i) => partOf(p, i).host);
  if (route !== 'original board' || !host) return undefined;
  return `each key to its own pad of ${host.name}, found with a meter; one ground for each plate`;
}

const counted = (n: number, what: string): string => `${n} ${n === 1 ? what : `${what}s`}`;
