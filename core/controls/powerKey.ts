/** A soft latch is woken by a key: without one a finished handheld stays off. */
import { isLatchKey, latchOf } from '../kit';
import type { Finding, Project } from '../model';

export function powerKeyFindings(p: Project): Finding[] {
  const latch = latchOf(p);
  const owner = p.controls.duties?.power;
  const isPart = owner?.by === 'part' && owner.item !== latch?.item.id;
  // Before anything is laid out there is no place a key could have.
  if (!latch || isPart || !p.layout.placements.length) return [];
  if (p.controls.inputs.some((i) => isLatchKey(p, i))) return [];
  return [
    {
      id: 'controls:power-key',
      station: 'controls',
      check: 'input',
      code: 'power-key',
      verdict: 'tight',
      undecided: true,
      title: 'Nothing turns it on',
      what: `${latch.item.name} wants a key on its own two pads, and no input is "power".`,
      why: [
        'A latch holds what a key has begun: give one the role power, or name the part that does it.',
      ],
      about: [latch.item.id],
      refs: [{ is: 'item', id: latch.item.id }],
    },
  ];
}
