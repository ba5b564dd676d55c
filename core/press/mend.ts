/** The cheapest mend of each fault: what is done with the iron, and what an edit of the map can do. */
import type { Change, Project } from '../model';
import { isOfMany } from './diagnose';
import type { Fault, SerialFault } from './fault';
import { padBus } from '../padbus';
import type { PlannedKey, PressPlan } from './plan';

/** Iron and settings, one thing at a time. */
export type Mend =
  | { do: 'exchange'; keys: string[] }
  | { do: 'part'; keys: [string, string] }
  | { do: 'resolder' | 'free' | 'turn over' | 'pull up' | 'still'; key: string }
  | { do: 'ground'; plate: string }
  | { do: 'reseat'; by: 1 | -1 }
  | { do: 'serial'; how: SerialFault }
  | { do: 'net'; net: string }
  | { do: 'nets'; nets: [string, string] };

const FOR_ONE = {
  open: 'resolder',
  held: 'free',
  inverted: 'turn over',
  floating: 'pull up',
  bouncing: 'still',
} as const;

export function mendOf(f: Fault): Mend {
  switch (f.is) {
    case 'exchanged':
      return { do: 'exchange', keys: f.keys };
    case 'bridged':
      return { do: 'part', keys: f.keys };
    case 'no ground':
      return { do: 'ground', plate: f.plate };
    case 'shifted':
      return { do: 'reseat', by: f.by };
    case 'serial':
      return { do: 'serial', how: f.how };
    case 'net open':
      return { do: 'net', net: f.net };
    case 'nets swapped':
      return { do: 'nets', nets: f.nets };
    default:
      return { do: FOR_ONE[f.is], key: f.key };
  }
}

/** Keys that have to be pressed again once it is mended. */
export function pressAgain(plan: PressPlan, f: Fault, wrong: readonly string[]): string[] {
  const own = plan.keys.filter((k) => concerns(f, k)).map((k) => k.id);
  const again = new Set([...own, ...wrong]);
  return plan.order.filter((id) => again.has(id));
}

function concerns(f: Fault, k: PlannedKey): boolean {
  if ('keys' in f) return f.keys.includes(k.id);
  if ('key' in f) return f.key === k.id;
  return isOfMany(f, k);
}

/**
 * The map as the wires really are, without iron: for keys on header lines or bits of a serial pad that
 * were exchanged, and for a pad whose pressed keys read the other level.
 *
 * @returns nothing where only iron helps
 */
export function mappedAsWired(p: Project, plan: PressPlan, f: Fault): Change[] | undefined {
  if (f.is === 'serial') return f.how === 'inverted' ? turnedOver(p, plan) : undefined;
  if (f.is !== 'exchanged') return undefined;
  const ring = f.keys.map((id) => plan.keys.find((k) => k.id === id));
  const nextOf = (n: number): PlannedKey | undefined => ring[(n + 1) % ring.length];
  if (ring.every((k) => k?.bit !== undefined)) {
    const keys = [...padBus(p).keys];
    ring.forEach((k, n) => {
      keys[nextOf(n)!.bit!] = k!.id;
    });
    return [{ do: 'pad bus', set: { keys } }];
  }
  if (ring.some((k) => k?.gpio === undefined)) return undefined;
  return f.keys.flatMap((id, n): Change[] => {
    const input = p.controls.inputs.find((i) => i.id === id);
    const gpio = nextOf(n)?.gpio;
    return input && gpio !== undefined ? [{ do: 'input', input: { ...input, gpio } }] : [];
  });
}

function turnedOver(p: Project, plan: PressPlan): Change[] {
  const pressed = padBus(p).pressed === 'low' ? 'high' : 'low';
  const inputs = plan.keys.flatMap((k) => (k.bit === undefined ? [] : [k.id]));
  return [
    { do: 'pad bus', set: { pressed } },
    { do: 'press again', inputs },
  ];
}
