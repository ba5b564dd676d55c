/** Every part alone, before anything is done to it. */
import { chemistryOf, type Part } from '../../model';
import type { Bench, Draft, Feed } from '../step';
import { ofFamily } from '../step';

const TESTED: Part['family'][] = [
  'protection',
  'sbc',
  'screen',
  'charger',
  'converter',
  'audio',
  'speaker',
  'cell',
  'controller',
  'expander',
  'latch',
  'hub',
  'switch',
  'storage',
  'cooling',
];

/** How a cell shows that it is sound, by what it is. */
function cellTest({ cell }: Part): string {
  if (cell && chemistryOf(cell) === 'alkaline') {
    return 'Each loose cell: new it shows 1.5 to 1.65 V, all of one make and age. Never charged.';
  }
  switch (cell?.kind) {
    case 'bay':
      return 'Each loose cell: charged it shows 1.3 to 1.45 V; leave out what falls below 1.0 V in a day.';
    case 'bank':
      return 'Charge it full, time it at the draw of this build; does it stay on at the lowest draw?';
    default:
      return `Volts on arrival: discard under 2.5 V${(cell?.series ?? 1) > 1 ? ' a cell, and under 0.05 V between them' : ''}. Then capacity.`;
  }
}

function how(part: Part): { detail: string; feed: Feed } {
  switch (part.family) {
    case 'cell':
      return { detail: cellTest(part), feed: 'cell' };
    case 'speaker':
      return { detail: 'On the amplifier it will have, at full volume.', feed: 'bench supply' };
    case 'switch':
      return {
        detail: 'Ohms: under 1 Ω pressed or on, open when released or off.',
        feed: 'no power',
      };
    case 'storage':
    case 'cooling':
      return { detail: 'Does it fit what it is for, and hold there?', feed: 'no power' };
    default:
      return {
        detail:
          'Alone, from a current-limited supply, meter in series: note amps at boot, menu, game and peak, at the volts it will really get.',
        feed: 'bench supply',
      };
  }
}

export const benchTests = (on: Bench): Draft[] =>
  ofFamily(on, ...TESTED).map(({ item, part }): Draft => ({
    is: ['bench', item.id],
    phase: 'Bench-test',
    after: [],
    title: `Prove ${item.name} on the bench`,
    ...how(part),
    acts: [{ do: 'try', item: item.id }],
    ...(part.cell ? { caution: part.cell.kind === 'bay' ? 'nickel' : 'lithium' } : {}),
  }));
