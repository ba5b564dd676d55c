/** A fault in one plain sentence, and its mend in another, said of this build's keys and joints. */
import { listed } from '../model';
import type { Fault, SerialFault } from './fault';
import type { PlannedKey, PressPlan } from './plan';

export interface FaultWords {
  title: string;
  what: string;
  mend: string;
}

/** @param plates  names of the parts that carry switches, by item */
export function faultWords(
  plan: PressPlan,
  f: Fault,
  plates: ReadonlyMap<string, string> = new Map(),
): FaultWords {
  const key = (id: string): PlannedKey => plan.keys.find((k) => k.id === id)!;
  if (f.is === 'exchanged') {
    const ring = f.keys.map(key);
    const pair = ring.length === 2;
    return {
      title: pair ? 'Two wires swapped' : `${ring.length} wires in a ring`,
      what: ring.map((k, i) => `${k.name} tells ${ring[(i + 1) % ring.length]!.name}`).join(', '),
      mend: `${pair ? 'Exchange' : 'Move round'} the wires at ${listed(ring.map((k) => k.joint))}.`,
    };
  }
  if (f.is === 'bridged') {
    const [a, b] = f.keys.map(key) as [PlannedKey, PlannedKey];
    return {
      title: 'Two lines touch',
      what: `${a.name} and ${b.name} are told together, whichever is pressed`,
      mend: `Look for solder or a bare strand between ${a.joint} and ${b.joint}, and part them.`,
    };
  }
  if (f.is === 'no ground') {
    const name = plates.get(f.plate) ?? 'Its plate';
    return {
      title: 'A ground is open',
      what: `no key on ${name} tells anything`,
      mend: `Solder the ground wire of ${name} anew; the meter reads under 1 Ω to the ground of the computer.`,
    };
  }
  if (f.is === 'serial') return SERIAL_WORDS[f.how];
  const joint = (net: string): string => plan.nets?.find((n) => n.name === net)?.joint ?? net;
  if (f.is === 'net open') {
    return {
      title: `The ${f.net} is open`,
      what: 'no key on it tells anything',
      mend: `Follow its wire from ${joint(f.net)} with the meter; the joint that is dry or torn is soldered anew.`,
    };
  }
  if (f.is === 'nets swapped') {
    const [a, b] = f.nets;
    return {
      title: `${a.charAt(0).toUpperCase()}${a.slice(1)} and ${b} swapped`,
      what: 'every key on one tells the key beside it on the other',
      mend: `Exchange the wires at ${joint(a)} and ${joint(b)}.`,
    };
  }
  if (f.is === 'shifted' && plan.keys.some((k) => k.bit !== undefined)) {
    return {
      title: 'Every bit is told one place off',
      what: `every key tells the one of the bit ${f.by > 0 ? 'after' : 'before'} it`,
      mend: 'Set the clock edge under Serial pads as it was captured; is it right, the latch comes late or touches the clock: follow its wire.',
    };
  }
  if (f.is === 'shifted') {
    return {
      title: 'The plug sits one place over',
      what: `every key tells the one ${f.by > 0 ? 'after' : 'before'} it`,
      mend: 'Power off, pull the plug of the keys, and put it on one place over.',
    };
  }
  return oneKey(key(f.key), f.is);
}

const SERIAL_WORDS: Readonly<Record<SerialFault, FaultWords>> = {
  silent: {
    title: 'The serial pad tells nothing',
    what: 'no key of it is told, whichever is pressed',
    mend: 'Read its supply at the pad, then beep data, latch and clock from contact to pin; the one that is open is soldered anew.',
  },
  'all pressed': {
    title: 'The serial pad tells all keys at once',
    what: 'every key of it reads as pressed, and pressing changes nothing',
    mend: 'Its data line touches ground or supply, or ground is open: part them, or solder the ground anew.',
  },
  inverted: {
    title: 'Pressed and released are the wrong way round',
    what: 'every key of the serial pad reads as pressed until it is pressed',
    mend: 'Under Serial pads say the other level for a pressed key, and take the new overlay.',
  },
};

function oneKey(
  k: PlannedKey,
  is: 'open' | 'held' | 'inverted' | 'floating' | 'bouncing',
): FaultWords {
  switch (is) {
    case 'open':
      return {
        title: 'A key is silent',
        what: `${k.name} tells nothing`,
        mend: `Follow its wire from ${k.joint} to the switch with the meter; the joint that is dry or torn is soldered anew.`,
      };
    case 'held':
      return {
        title: 'A key never lets go',
        what: `${k.name} reads as pressed, and pressing it changes nothing`,
        mend: `Lift its cap: is it let go now, the cap is too long. If not, its switch or the joint at ${k.joint} touches ground.`,
      };
    case 'inverted':
      return {
        title: 'Pressed and released are the wrong way round',
        what: `${k.name} reads as pressed until it is pressed`,
        mend: `Its line is set active-high: take the overlay of this build, or set ${k.line} active-low with its pull-up.`,
      };
    case 'floating':
      return {
        title: 'A line floats',
        what: `${k.name} comes and goes with no hand on it`,
        mend: `Nothing pulls ${k.line} up: set its pull-up, or solder 10 kΩ from ${k.joint} to 3.3 V.`,
      };
    case 'bouncing':
      return {
        title: 'One press counts several times',
        what: `${k.name} bounces`,
        mend: 'Clean or change its switch; if it is new, set a longer debounce (see Lag).',
      };
  }
}
