/** What the system must be told, of what is there. */
import { hasSystem } from '../../model';
import { onHeader } from '../../kit';
import type { Bench, Draft } from '../step';
import { computerOf, ofFamily, stepId } from '../step';
import { feedOf } from './power';

const PHASE = 'Software';

export function software(on: Bench): Draft[] {
  const computer = computerOf(on);
  if (!computer || !hasSystem(computer.part)) return [];
  const screen = ofFamily(on, 'screen').length > 0;
  const sounds = ofFamily(on, 'audio', 'speaker').length > 0;
  const told = [
    ...(screen ? ['screen timing and rotation'] : ['the picture of the television']),
    ...(sounds ? ['sound device'] : []),
  ].join(', ');
  const fed: Pick<Draft, 'feed' | 'acts'> = {
    feed: feedOf(on),
    acts: [{ do: 'feed', items: [computer.item.id] }],
  };
  const steps: Draft[] = [
    {
      is: ['system'],
      phase: PHASE,
      title: told.charAt(0).toUpperCase() + told.slice(1),
      detail: 'Keep a copy of the card image, with its checksum.',
      after: [
        stepId('gate', computer.item.id),
        'gate-sound',
        ...ofFamily(on, 'screen').map((x) => stepId('gate', x.item.id)),
      ],
      ...fed,
    },
  ];
  if (on.map.inputs.some((m) => onHeader(on.p, m.input))) {
    steps.push({
      is: ['overlay'],
      phase: PHASE,
      title: 'Copy the overlay and the mapping line to the card',
      detail: 'From Controls: pins, overlay, mapping. Press every key in the menu and in a game.',
      after: ['system', 'gate-buttons'],
      ...fed,
    });
  }
  if (!on.press.cannot) {
    const n = on.press.keys.length;
    steps.push({
      is: ['press-test'],
      phase: PHASE,
      title: `Gate: ${n === 1 ? 'the key' : `all ${n} keys`} in the press test`,
      detail:
        'Controls, Press test: in the open shell, with the event log of the handheld or as a pad on this computer.',
      after: ['system', 'overlay', 'gate-buttons'],
      ...fed,
      gate: {
        point: 'event log, or the pad in the browser',
        state: 'each key pressed alone and let go',
        expects: 'its own code, once; nothing at rest',
      },
    });
  }
  if (on.p.controls.route === 'wireless') {
    steps.push({
      is: ['pairing'],
      phase: PHASE,
      title: 'Pair the pads',
      detail: 'In the menu and in a game.',
      after: ['system'],
      ...fed,
    });
  }
  return steps;
}
