/** What a single reading says against the part it was read of; what it does to volts and hours the supply tells. */
import { chemistryOf, type Finding, type MeterReading, type Part, type Project } from '../model';
import { partOf } from '../kit';
import { readingsOf } from '../power';

/** A cell below this as it came is discarded, V each: copper has gone into a lithium cell, others are spent. */
const DISCARD_V: Readonly<Record<ReturnType<typeof chemistryOf>, number>> = {
  lithium: 2.5,
  nickel: 1.0,
  alkaline: 1.2,
};
/** A full cell reads no more than so many times its full volts: what a meter is off, and some. */
const OVERFULL = 1.02;
/** Of its rated charge: below this a cell is worn, and below this it is no use. Typical. */
const WORN = 0.8;
const SPENT = 0.6;
/** So many times what it should have, a cell's resistance says that it is old. Typical. */
const TIRED = 2.5;

interface Said {
  code: string;
  verdict: 'hit' | 'tight';
  title: string;
  what: string;
  why: string;
}

function arrival(r: Extract<MeterReading, { of: 'arrival' }>, part: Part, name: string): Said[] {
  if (!part.cell) return [];
  const least = DISCARD_V[chemistryOf(part.cell)] * part.cell.series;
  const most = part.cell.fullV * OVERFULL;
  if (r.volts > most) {
    return [
      {
        code: 'overfull',
        verdict: 'hit',
        title: `${r.volts.toFixed(2)} V as it came, ${part.cell.fullV} V when it is full`,
        what: `${name} is not what it is said to be, or was overcharged.`,
        why: 'Other cells in series, another chemistry, or one that swells: do not charge it before it is known which.',
      },
    ];
  }
  if (r.volts >= least) return [];
  return [
    {
      code: 'discard',
      verdict: 'hit',
      title: `${r.volts.toFixed(2)} V as it came, ${least} V at the least`,
      what: `Discard ${name}.`,
      why: 'A cell that was as empty as that is never charged again: it may short inside. Tape its ends and bring it where cells are taken back.',
    },
  ];
}

function nothing(r: MeterReading, name: string): Said[] {
  const isDead =
    ((r.of === 'draw' || r.of === 'whole') && r.amps === 0) || (r.of === 'output' && r.volts === 0);
  if (!isDead) return [];
  return [
    {
      code: 'dead',
      verdict: 'hit',
      title: r.of === 'output' ? '0 V at its output' : 'Draws nothing',
      what: `${name} does not run.`,
      why: 'Look at plus, ground, enable pin, key and card; read again. A part that fails here costs nothing yet.',
    },
  ];
}

function worn(r: Extract<MeterReading, { of: 'capacity' }>, part: Part, name: string): Said[] {
  if (!part.cell) return [];
  const share = r.ah / part.cell.capacityAh;
  if (share >= WORN) return [];
  const isSpent = share < SPENT;
  return [
    {
      code: isSpent ? 'spent' : 'worn',
      verdict: isSpent ? 'hit' : 'tight',
      title: `${r.ah.toFixed(2)} Ah of ${part.cell.capacityAh.toFixed(2)} Ah`,
      what: isSpent ? `${name} is spent.` : `${name} is worn.`,
      why: `It holds ${Math.round(100 * share)} % of what it is rated for. Under ${100 * WORN} % a cell is kept for light work, under ${100 * SPENT} % not at all.`,
    },
  ];
}

function tired(r: Extract<MeterReading, { of: 'resistance' }>, part: Part, name: string): Said[] {
  const said = part.cell?.rOhm ?? 0;
  const ohm = (r.light.volts - r.heavy.volts) / (r.heavy.amps - r.light.amps);
  if (said === 0 || ohm <= TIRED * said) return [];
  return [
    {
      code: 'tired',
      verdict: 'tight',
      title: `${Math.round(1000 * ohm)} mΩ where ${Math.round(1000 * said)} mΩ is usual`,
      what: `${name} sags like an old cell.`,
      why: 'Thin leads and clips read as resistance too: read at the cell’s own tabs. If it stays, it warms up and ends early.',
    },
  ];
}

function saidOf(r: MeterReading, part: Part, name: string): Said[] {
  switch (r.of) {
    case 'arrival':
      return arrival(r, part, name);
    case 'capacity':
      return worn(r, part, name);
    case 'resistance':
      return tired(r, part, name);
    default:
      return nothing(r, name);
  }
}

/** Whether a reading speaks against the part it was read of. */
export const speaksAgainst = (r: MeterReading, part: Part): boolean =>
  saidOf(r, part, part.name).length > 0;

/** The last reading of a kind counts: an earlier one was read again. */
function lastOnes(readings: readonly MeterReading[]): MeterReading[] {
  const last = new Map<string, MeterReading>();
  for (const r of readings) last.set(`${r.of} ${r.item} ${'state' in r ? r.state : ''}`, r);
  return [...last.values()];
}

export const partFindings = (p: Project): Finding[] =>
  lastOnes(readingsOf(p)).flatMap((r) => {
    const item = p.kit.items.find((i) => i.id === r.item)!;
    if (item.where === 'left out') return [];
    return saidOf(r, partOf(p, item), item.name).map(
      ({ code, verdict, title, what, why }): Finding => ({
        id: `bench:${code}-${r.of}-${r.item}${'state' in r ? `-${r.state}` : ''}`,
        code,
        station: 'bench',
        check: 'bench',
        verdict,
        title,
        what,
        why: [why],
        about: [r.item],
      }),
    );
  });
