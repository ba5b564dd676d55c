/** The 40-pin header, pin by pin: who is on it. Table, drawing and list read the same. */
import { HEADER_40, type HeaderPin, RESERVED } from '../kit';
import type { Taken } from './lines';
import type { ButtonMap, MappedInput } from './map';
import type { BusLine } from './busLines';
import type { MatrixLine } from './matrix';

/** A line that several keys share. */
export type SharedLine = MatrixLine | BusLine;

export interface PinUse {
  pin: HeaderPin;
  taken: Taken[];
  button?: MappedInput;
  net?: SharedLine;
  is: 'supply' | 'taken' | 'clash' | 'button' | 'reserved' | 'free';
}

export function pinUses(map: ButtonMap): PinUse[] {
  return HEADER_40.map((pin): PinUse => {
    const { gpio } = pin;
    if (gpio === undefined) return { pin, taken: [], is: 'supply' };
    const taken = map.lines.taken.filter((t) => t.gpio === gpio);
    const buttons = map.inputs.filter((m) => m.gpio === gpio);
    const [button] = buttons;
    const net = sharedLines(map).find((l) => l.gpio === gpio);
    return {
      pin,
      taken,
      ...(button ? { button } : {}),
      ...(net ? { net } : {}),
      is: net ? 'button' : useOf(map, gpio, taken, buttons),
    };
  });
}

export const sharedLines = ({ matrix, bus }: Pick<ButtonMap, 'matrix' | 'bus'>): SharedLine[] => [
  ...(matrix?.lines ?? []),
  ...(bus?.lines ?? []),
];

/** "row at pad 3", "serial latch". */
export const netWords = (net: SharedLine): string =>
  'pad' in net ? `${net.is} at pad ${net.pad}` : `serial ${net.is}`;

function useOf(
  map: ButtonMap,
  gpio: number,
  taken: readonly Taken[],
  buttons: readonly MappedInput[],
): PinUse['is'] {
  // Boards on one bus share its lines; what contests one is told by the map.
  const isContested = map.lines.contested.some((c) => c.gpio === gpio);
  if (isContested || buttons.length > 1 || (buttons.length && taken.length)) return 'clash';
  if (taken.length) return 'taken';
  if (buttons.length) return 'button';
  return RESERVED[gpio] ? 'reserved' : 'free';
}
