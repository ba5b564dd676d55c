/**
 * Figures of the ends of a part that cannot be true: voltages the wrong way round, an inlet thinner
 * than what its part draws, pads and sockets that lie beside it.
 */
import { blockBox } from '../geometry';
import { formatMm, type Item, type Part } from '../model';
import type { Doubt } from './doubt';

export const endDoubts = (item: Item, part: Part): Doubt[] => [
  ...turnedVolts(item, part),
  ...thinInlets(item, part),
  ...besideItsPart(item, part),
];

const turnedVolts = (item: Item, { ports }: Part): Doubt[] =>
  (ports ?? [])
    .filter((port) => port.volts && port.volts[0] > port.volts[1])
    .map((port) => ({
      code: `volts-${port.id}`,
      title: `${port.volts![0]} to ${port.volts![1]} V`,
      what: `${port.id} of ${item.name} starts above where it ends.`,
      why: 'The lower voltage comes first, then the higher.',
    }));

/** An inlet of less than this share of what its own part draws was noted wrong, or the draw was. */
const INLET_SHARE = 0.6;

function thinInlets(item: Item, { ports, draws }: Part): Doubt[] {
  if (!draws) return [];
  return (ports ?? []).flatMap((port): Doubt[] => {
    const { amps, volts, role, carries } = port;
    if (role !== 'takes' || (carries !== 'rail' && carries !== 'supply')) return [];
    if (amps === undefined || !volts) return [];
    const drawnA = draws.peak / volts[1];
    if (amps >= INLET_SHARE * drawnA) return [];
    return [
      {
        code: `inlet-${port.id}`,
        title: `${amps.toFixed(2)} A in, ${drawnA.toFixed(2)} A drawn`,
        what: `${port.name} of ${item.name} passes less than it draws at its peak.`,
        why: `${draws.peak} W / ${volts[1]} V = ${drawnA.toFixed(2)} A: the limit of the inlet or the draw was noted wrong.`,
      },
    ];
  });
}

/** Pads, holes, mouths and aerials may stand over the edge of their part by so much, mm. */
const OVER_EDGE_MM = 3;

/** What was noted to lie beside the part it belongs to: wires, plugs and distances hang on it. */
function besideItsPart(item: Item, part: Part): Doubt[] {
  const boxes = part.blocks.map(blockBox);
  const low = (axis: 0 | 1): number => Math.min(...boxes.map(([least]) => least[axis]));
  const high = (axis: 0 | 1): number => Math.max(...boxes.map(([, most]) => most[axis]));
  const [x0, x1, y0, y1] = [low(0), high(0), low(1), high(1)];
  const off = (x: number, y: number): number => Math.max(x0 - x, x - x1, y0 - y, y - y1);
  const lies: Array<{ name: string; mm: number }> = [
    ...part.pads.map((pad) => ({ name: `Pad ${pad.name}`, mm: off(pad.x, pad.y) })),
    ...(part.holes ?? []).map((h, i) => ({ name: `Hole ${i + 1}`, mm: off(h.x, h.y) })),
    ...part.connectors.map((c) => ({ name: c.name, mm: off(c.at[0], c.at[1]) })),
    ...(part.antenna ? [{ name: 'The aerial', mm: off(part.antenna.x, part.antenna.y) }] : []),
  ];
  return lies
    .filter(({ mm }) => mm > OVER_EDGE_MM)
    .slice(0, 1)
    .map(({ name, mm }) => ({
      code: 'off-its-part',
      title: `${formatMm(mm, 1)} mm beside its board`,
      what: `${name} of ${item.name} lies beside everything the part is made of.`,
      why: 'Its place is read from the corner the sizes of the part are read from: measure it again.',
    }));
}
