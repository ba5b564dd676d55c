/** Builds as somebody else might have them, for the replay of their steps. */
import { demos } from '../catalogue';
import { seeded } from '../geometry/seeded';
import { applied, type Change, FAULTS, FIXINGS, type Project } from '../model';
import { cleanBuilds } from '../verdict/sabotage/run.fixture';

const [half] = demos() as [Project];

/** A build of the examples as somebody else might have it: other fixings, faults, links, parts gone. */
export function varied(seed: number): Project {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  let p = pick([half, ...cleanBuilds()]);
  const change = (c: Change) => (p = applied(p, c));
  for (const placement of p.layout.placements) {
    if (random() < 0.5) {
      change({ do: 'place', placement: { ...placement, fixed: pick(FIXINGS) } });
    }
    if (random() < 0.2) change({ do: 'insulate', item: placement.item });
  }
  for (const item of p.kit.items) {
    const part = p.kit.parts.find((q) => q.id === item.part)!;
    for (const block of part.blocks) {
      if (block.removable && !item.struck.includes(block.id) && random() < 0.15) {
        change({ do: 'strike', item: item.id, block: block.id });
      }
    }
    if (random() < 0.06) change({ do: 'drop', item: item.id });
  }
  for (const input of p.controls.inputs) {
    if (random() < 0.1) change({ do: 'leave-out-input', input: input.id });
  }
  const route = pick(['gpio', 'usb', 'expander', 'original board', 'wireless'] as const);
  if (random() < 0.4) p = { ...p, controls: { ...p.controls, route } };
  const faults = FAULTS.filter(() => random() < 0.3);
  if (p.donor && random() < 0.7) p = { ...p, donor: { ...p.donor, faults } };
  if (random() < 0.2) p = { ...p, power: { ...p.power, source: 'wall' } };
  return p;
}
