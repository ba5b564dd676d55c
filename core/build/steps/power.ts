/** The supply, wired and proved before anything hangs on it. The cells themselves come last. */
import { piecesOf } from '../../model';
import { isBank } from '../../kit';
import { energyOf, GOOD_V } from '../../power';
import type { Bench, Draft, Feed } from '../step';
import { ofFamily, stepId } from '../step';
import { slimmed } from './slimming';
import { cellStep, isSupply, POWER, wiresByStep } from './wires';

/** What feeds the build while it is not closed: a supply in the place of its cell, or the wall. */
export const feedOf = (on: Bench): Feed =>
  on.p.power.source === 'wall' || !on.kit.some((x) => x.part.cell) ? 'wall supply' : 'bench supply';

/** A converter's output may be off by so much, a share: typical. */
const OUT_SHARE = 0.02;
/** Most that a board made for 5 V bears, V. */
const MOST_V = 5.25;
/** What a board made for 5 V runs well on. */
export const BOARD_VOLTS = `${GOOD_V} to ${MOST_V} V`;

/** What the rail must read: what its converter is made for, or what boards run on where the wall feeds them. */
function railVolts(on: Bench): { name: string; volts: string } {
  const out = energyOf(on.p).converter?.part.converter.outV;
  if (out === undefined) return { name: '5 V rail', volts: BOARD_VOLTS };
  const [low, high] = [out * (1 - OUT_SHARE), out * (1 + OUT_SHARE)];
  return { name: `${Math.round(out)} V rail`, volts: `${low.toFixed(1)} to ${high.toFixed(1)} V` };
}

export function power(on: Bench): Draft[] {
  const rail = railVolts(on);
  const supply = on.kit.filter((x) => isSupply(x.part) && !isBank(x.part));
  if (!supply.length) return [];
  const fits = piecesOf(on.p).map((q) => stepId('fit', q.id));
  const nets = wiresByStep(on).get(POWER) ?? [];
  const names = supply.map((x) => x.item.name).join(', ');
  const wall = feedOf(on) === 'wall supply';
  return [
    {
      is: [POWER],
      phase: 'Wire power',
      title: `Wire the supply: ${names}`,
      detail:
        `AWG ${on.p.power.wireAwg}. Heavy loads branch at the converter. ${wall ? '' : 'Leave the cell leads long, each end taped; the cell comes last.'}`.trim(),
      after: [...supply.flatMap((x) => slimmed(on, x.item.id)), ...fits],
      caution: 'solder',
      feed: 'no power',
      acts: [{ do: 'solder', items: supply.map((x) => x.item.id), nets: nets.map((n) => n.id) }],
    },
    {
      is: ['gate-ohms'],
      phase: 'Wire power',
      title: 'Gate: rail to ground resistance',
      detail: 'Before anything feeds it; wait until the reading stands still.',
      after: [POWER],
      feed: 'no power',
      gate: {
        point: `${rail.name} to ground`,
        state: 'off',
        expects: 'over 1 kΩ, both ways round',
      },
    },
    {
      is: ['gate-rail'],
      phase: 'Wire power',
      title: `Gate: prove the ${rail.name}`,
      detail: wall
        ? 'From the supply it will have.'
        : 'From a supply at the cell leads, limited to 0.5 A: at full, middle and empty volts of the cell.',
      after: ['gate-ohms'],
      feed: feedOf(on),
      ...(wall ? { caution: 'mains' } : {}),
      gate: { point: rail.name, state: 'on, then off', expects: `${rail.volts} on, 0 V off` },
      acts: [{ do: 'feed', items: supply.map((x) => x.item.id) }],
    },
  ];
}

/** Cells last, one at a time, when everything else is soldered and stands. */
export function cells(on: Bench, before: readonly string[]): Draft[] {
  const wires = wiresByStep(on);
  const all = ofFamily(on, 'cell');
  return all.map(({ item, part }, i): Draft => {
    const earlier = all.slice(0, i).map((x) => cellStep(x.item.id));
    const nets = (wires.get(cellStep(item.id)) ?? []).map((n) => n.id);
    return {
      is: ['join', item.id],
      phase: 'Close and prove',
      after: [stepId('fit-in', item.id), ...before, ...earlier],
      acts: [{ do: 'join cell', item: item.id, nets }],
      feed: 'cell',
      ...joinWords(item.name, part.cell!.kind, part.cell!.series, all.length > 1),
    };
  });
}

function joinWords(
  name: string,
  kind: 'pouch' | 'cylinder' | 'bank' | 'bay',
  series: number,
  several: boolean,
): Pick<Draft, 'title' | 'detail' | 'caution'> {
  if (kind === 'bay') {
    return {
      title: `Put the cells into ${name}`,
      detail: 'Switch off. Polarity as marked, all alike.',
      caution: 'nickel',
    };
  }
  if (kind === 'bank') {
    return {
      title: `Plug ${name} in`,
      detail: 'Switch off. Its cable held so that nothing pulls at the socket.',
      caution: 'lithium',
    };
  }
  const alike = several ? ' Cells side by side within 0.05 V of each other first.' : '';
  const middle = series > 1 ? ' The middle lead after plus and minus.' : '';
  return {
    title: `Join ${name}, the last of all`,
    detail: `Switch off, nothing else live. One lead at a time, the other one taped: minus first, then plus.${middle}${alike}`,
    caution: 'lithium',
  };
}
