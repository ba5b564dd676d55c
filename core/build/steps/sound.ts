/** Amplifier and speakers: soldered loose, heard before they are fixed. */
import type { Bench, Draft } from '../step';
import { computerOf, ofFamily } from '../step';
import { gateOf } from './boards';
import { feedOf } from './power';
import { slimmed } from './slimming';
import { wireStep, wiresByStep } from './wires';

const PHASE = 'Sound';

export function sound(on: Bench): Draft[] {
  const boards = ofFamily(on, 'audio');
  const speakers = ofFamily(on, 'speaker');
  const computer = computerOf(on);
  const wires = wiresByStep(on);
  const nets = (item: string): string[] => (wires.get(wireStep(item)) ?? []).map((n) => n.id);
  const bridged = boards.some((x) => x.part.amp?.bridged);
  const out: Draft[] = [...boards, ...speakers].map(({ item, part }) => ({
    is: ['wire', item.id],
    phase: PHASE,
    title: `Wire ${item.name}`,
    detail: part.speaker
      ? `Two wires, plus to plus${bridged ? '; neither goes to ground' : ''}.`
      : 'Supplied and grounded at the converter, not through the computer.',
    after: [
      'gate-rail',
      ...(computer ? [gateOf(computer.item.id)] : []),
      ...slimmed(on, item.id),
      ...(part.speaker ? boards.map((x) => wireStep(x.item.id)) : []),
    ],
    feed: 'no power',
    caution: 'solder',
    acts: [{ do: 'solder', items: [item.id], nets: nets(item.id) }],
  }));
  if (boards.length && speakers.length) {
    out.push({
      is: ['gate-sound'],
      phase: PHASE,
      title: 'Gate: sound, soft and full',
      detail: 'No hiss when silent, no rattle at full; both sides if there are two.',
      after: [...boards, ...speakers].map((x) => wireStep(x.item.id)),
      feed: feedOf(on),
      gate: {
        point: speakers.map((x) => x.item.name).join(' and '),
        state: 'on; silent, then full',
        expects: 'silent when silent, clean at full',
      },
      acts: [{ do: 'feed', items: [...boards, ...speakers].map((x) => x.item.id) }],
    });
  }
  return out;
}
