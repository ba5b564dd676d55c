/** What a ladder may tell wrongly, in words. */
import { listed } from '../model';
import { isNear, type LadderFault } from './faults';
import { bandOf, bandWorking } from './level';
import type { LadderPlan } from './plan';

/** What the channels hang on, V. */
export const RAIL_V = 3.3;

export function resistorWords(ohm: number): string {
  if (ohm === 0) return 'a wire';
  if (ohm < 1000) return `${Number(ohm.toPrecision(3))} Ω`;
  if (ohm < 1e6) return `${Number((ohm / 1e3).toPrecision(3))} kΩ`;
  return `${Number((ohm / 1e6).toPrecision(3))} MΩ`;
}
export const levelVolts = (share: number): string => `${(RAIL_V * share).toFixed(2)} V`;

interface FaultWords {
  title: string;
  what: string;
  why: string[];
}

export function faultWords(
  f: LadderFault,
  plan: LadderPlan,
  nameOf: (key: string) => string,
): FaultWords {
  switch (f.is) {
    case 'astray':
      return {
        title:
          f.keys.length === 1
            ? 'A key of the ladder has no channel'
            : `${f.keys.length} keys of the ladder have no channel`,
        what: f.free.length
          ? `${listed(f.keys.map(nameOf))}: free ${f.free.length === 1 ? 'is' : 'are'} ${listed(f.free.map((c) => `channel ${c}`))}.`
          : `${listed(f.keys.map(nameOf))}: sticks take every channel of the converter.`,
        why: ['A converter with more channels, or a line of the header for them.'],
      };
    case 'alike': {
      const step = stepOf(plan, f.key)!;
      const other = f.as === undefined ? undefined : stepOf(plan, f.as);
      const band = other?.band ?? bandOf([], plan.setting);
      const as = f.as === undefined ? 'no key' : nameOf(f.as);
      const volts = ({ low, high }: { low: number; high: number }): string =>
        `${levelVolts(Math.max(0, low))} to ${levelVolts(Math.min(1, high))}`;
      return {
        title: isNear(f)
          ? `${nameOf(f.key)} is nearly told as ${as}`
          : `${nameOf(f.key)} may be told as ${as}`,
        what: `On channel ${f.channel} it reads ${volts(step.band)}, ${as === 'no key' ? 'none pressed' : as} ${volts(band)}.`,
        why: [
          ...bandWorking(plan.setting),
          'Resistors of 1 %, fewer keys on the channel, or steps that lie evenly.',
        ],
      };
    }
    case 'together': {
      const [a, b] = f.keys.map(nameOf) as [string, string];
      const tells = f.tells === undefined ? 'no key' : nameOf(f.tells);
      return {
        title: `${a} and ${b} are one key at a time`,
        what: `Pressed together on channel ${f.channel} they are told as ${tells}.`,
        why: [
          f.often === 'always'
            ? 'Play or a chord presses both: give each a channel of its own, or a line of the header.'
            : 'A pause pressed with a thumb still on the pad is told so.',
        ],
      };
    }
  }
}

const stepOf = (plan: LadderPlan, key: string) =>
  plan.channels.flatMap((c) => c.steps).find((s) => s.input.id === key);
