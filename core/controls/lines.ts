/**
 * Which lines of the 40-pin header are taken by what is fitted, which are reserved, and what is
 * left for buttons.
 */
import { present, type Item, type Part, type Project } from '../model';
import { carriersOf, HEADER_40, partOf, pinOf, RESERVED, SECOND_DUTY } from '../kit';

/** What every board on the bus hears; a select line is one board's own. */
const SPI_BUS: ReadonlySet<string> = new Set(['SPI out', 'SPI in', 'SPI clock']);

export interface Taken {
  gpio: number;
  signal: string;
  item: string;
  name: string;
}
export interface Lines {
  taken: Taken[];
  /** Lines free for buttons, in header order. */
  free: number[];
  /** Lines two parts want. */
  contested: Array<{ gpio: number; by: Taken[] }>;
}

export function linesOf(p: Project): Lines {
  const taken = present(p).kit.items.flatMap((item: Item) => {
    const part: Part = partOf(p, item);
    return (part.takes ?? []).map((t) => ({
      gpio: t.gpio,
      signal: t.signal,
      item: item.id,
      name: item.name,
    }));
  });
  // A carrier's tracks lead its own switches to their lines, pressed by a key or not.
  const tracks = carriersOf(p).flatMap((c) => c.carrier.keys.map((k) => k.gpio));
  const barred = new Set([
    ...taken.map((t) => t.gpio),
    ...tracks,
    ...Object.keys(RESERVED).map(Number),
  ]);
  const free = HEADER_40.flatMap((h) =>
    h.gpio !== undefined && !barred.has(h.gpio) ? [h.gpio] : [],
  );
  const hasSelect = ({ item }: Taken): boolean =>
    taken.some((t) => t.item === item && t.signal.startsWith('SPI select'));
  // Boards share a bus: I2C by their addresses, SPI by a select line each has for itself.
  const shared = (by: readonly Taken[]): boolean => {
    const { signal } = by[0]!;
    if (by.some((t) => t.signal !== signal)) return false;
    return signal.startsWith('I2C') || (SPI_BUS.has(signal) && by.every(hasSelect));
  };
  const contested = [...new Set(taken.map((t) => t.gpio))]
    .map((gpio) => ({ gpio, by: taken.filter((t) => t.gpio === gpio) }))
    .filter((x) => new Set(x.by.map((t) => t.item)).size > 1 && !shared(x.by));
  return { taken, free, contested };
}

/** Lines as they are given to nets that may lie on any: those with a second duty last, then as on the header. */
export const inOrderOfUse = (free: readonly number[]): number[] =>
  [...free].sort(
    (a, b) => Number(a in SECOND_DUTY) - Number(b in SECOND_DUTY) || pinOf(a) - pinOf(b),
  );
