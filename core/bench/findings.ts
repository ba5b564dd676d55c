/** What the bench found, and what is done about it. */
import type { Finding, Project, WayOut } from '../model';
import { partOf } from '../kit';
import { againstFindings, disagreeing, ofStandIns } from './against';
import { partFindings } from './part';
import { readingWords } from './words';

export const benchFindings = (p: Project): Finding[] => [...partFindings(p), ...againstFindings(p)];

/** What is done about a finding: another part, or a reading that does not count. */
export function benchWays(p: Project, f: Finding): WayOut[] {
  switch (f.code) {
    case 'disagree':
      return disagreeing(p)
        .filter(([a, b]) => f.id === `bench:disagree-${a.id}-${b.id}`)
        .flatMap((both) =>
          both.map((r): WayOut => ({
            id: `back-${r.id}`,
            text: `Take ${readingWords(r)} back`,
            cost: 'it was the one that was misread',
            changes: [{ do: 'take back', readings: [r.id] }],
            effort: 1,
          })),
        );
    case 'stand-in':
      return [
        {
          id: 'back-stand-ins',
          text: 'Take the readings of stand-ins back',
          cost: 'they stay, and count no more',
          changes: [{ do: 'take back', readings: ofStandIns(p).map((r) => r.id) }],
          effort: 1,
        },
      ];
    case 'unexplained':
    case 'unlevel':
      return [];
    default:
      return renewals(p, f);
  }
}

/** Another one of the same. */
const renewals = (p: Project, f: Finding): WayOut[] =>
  p.kit.items
    .filter((i) => f.about.includes(i.id))
    .map((item): WayOut => ({
      id: `renew-${item.id}`,
      text: `Take another ${partOf(p, item).name}`,
      cost: 'what was read of this one counts no more',
      changes: [{ do: 'renew', item: item.id }],
      effort: 4,
    }));
