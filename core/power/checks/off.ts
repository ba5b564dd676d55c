/** A build that empties its cell while it lies switched off. */
import type { Finding } from '../../model';
import type { OffDrain } from '../off';
import { powerFinding } from './finding';

/** It should still play after so many days in a drawer: typical. */
const LIES_DAYS = 2;

export function offFindings({ days, draws }: OffDrain): Finding[] {
  if (days >= LIES_DAYS) return [];
  const most = draws[0]!;
  return [
    powerFinding(
      'off',
      'off',
      'hours',
      'tight',
      {
        title: `Empty ${(24 * days).toFixed(0)} h after it was turned off`,
        what: `${most.name} goes on drawing ${(1000 * most.amps).toFixed(0)} mA when it is off.`,
        why: [
          `Together ${(1000 * draws.reduce((sum, d) => sum + d.amps, 0)).toFixed(0)} mA. A switch in front of it, or a latch, ends that.`,
        ],
      },
      most.item ? [most.item] : [],
    ),
  ];
}
