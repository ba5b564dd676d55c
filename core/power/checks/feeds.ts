/** What was said by hand of a load's feed, and cannot be: the part it is to hang on gives nothing. */
import { type Finding, FROM_SOURCE, type Project } from '../../model';
import type { Energy } from '../energy';
import { powerFinding } from './finding';

/** @returns one finding for each load whose chosen feed is no rail of the build */
export function feedFindings(p: Project, { rails }: Pick<Energy, 'rails'>): Finding[] {
  const gives = new Set(rails.map((r) => r.item.id));
  const nameOf = (id: string): string => p.kit.items.find((i) => i.id === id)?.name ?? 'a part';
  return Object.entries(p.power.feeds ?? {}).flatMap(([item, from]) => {
    const isFed = p.kit.items.some((i) => i.id === item);
    if (!isFed || from === FROM_SOURCE || gives.has(from)) return [];
    return [
      powerFinding(
        `feed-${item}`,
        'feed-none',
        'supply',
        'hit',
        {
          title: 'Nothing comes from there',
          what: `${nameOf(item)} is to be fed by ${nameOf(from)}, which gives no rail.`,
          why: ['Choose another feed for it, or leave it to what suits its window.'],
        },
        [item, from],
      ),
    ];
  });
}
