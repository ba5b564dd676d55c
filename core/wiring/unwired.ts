/** Parts that nothing leads to, and parts that no supply leads to. */
import { type Finding, isDevice, isHost, type Part } from '../model';
import { everyItem, type PlacedItem, type Scene } from '../fit';
import { carriersOf, joinsOf } from '../kit';
import type { Net } from './ends';
import { isSocket } from './supplied';

/**
 * Parts with pads to which neither a wire nor a lead goes, and parts that draw power and get none.
 *
 * @returns one finding each: something to be wired by the builder, or left out; nothing while the
 *          computer, to which most of them go, is not laid out
 */
export function unwired(scene: Scene, nets: readonly Net[]): Finding[] {
  const all = [...everyItem(scene).values()];
  if (!nets.length || !all.some((at) => isHost(at.part))) return [];
  const joined = new Set([
    ...joinsOf(scene.project).map((j) => j.item.id),
    ...carriersOf(scene.project).map((c) => c.item.id),
  ]);
  const led = endsOfLeads(scene);
  const wired = endsOf(nets);
  // A wire of the builder's own may be either, unless a pad's name says which.
  const own = nets.filter((n) => n.mine && n.a.item !== n.b.item);
  const without = (pad: RegExp) => own.filter((n) => !pad.test(n.a.pad) && !pad.test(n.b.pad));
  const power = nets.filter((n) => n.what === 'power');
  const plus = endsOf([...power, ...without(GROUND)]);
  // What a host hands on at its own pins does not feed it.
  const trunk = power.filter((n) => n.feeds?.what === 'everything');
  const plusOfHost = endsOf([...trunk, ...without(GROUND)]);
  const minus = endsOf([...nets.filter((n) => n.what === 'ground'), ...without(SUPPLY)]);
  const isMade = all.some(({ part }) => part.pads.length > 0 && feedsByWire(part));
  return all
    .filter(({ item, part }) => part.pads.length > 0 && !joined.has(item.id))
    .flatMap((at): Finding[] => {
      const { id } = at.item;
      // Where nothing inside feeds it by wire, a host is fed at a socket of its own.
      if (isHost(at.part) && !isMade) return [];
      const isLed = led.any.has(id);
      if (!isLed && !wired.has(id) && !isHost(at.part)) return [nothingLeads(at)];
      if (isHalfInline(at, nets)) return [nothingFeeds(at, 'supply')];
      if (!isSupplied(at) || led.feeds.has(id)) return [];
      const missing = [
        ...((isHost(at.part) ? plusOfHost : plus).has(id) ? [] : ['supply' as const]),
        ...(minus.has(id) ? [] : ['ground' as const]),
      ];
      return missing[0] ? [nothingFeeds(at, missing[0])] : [];
    });
}

const feedsByWire = (part: Part): boolean =>
  part.charger !== undefined || part.converter !== undefined || isSocket(part);

const GROUND = /^(GND|BAT-|OUT-|P-|B-|-)$/;
const SUPPLY = /^(\d+V\d*|VIN|BAT\+|OUT\+|P\+|B\+|\+)$/;

const endsOf = (list: readonly Net[]): ReadonlySet<string> =>
  new Set(list.flatMap((n) => [n.a.item, n.b.item]));

/** What a lead goes to, and what is fed over it. */
function endsOfLeads({ cables }: Scene): Record<'any' | 'feeds', ReadonlySet<string>> {
  const items = (list: Scene['cables']) => new Set(list.flatMap((c) => c.ends.map((e) => e.item)));
  const feeding = cables.filter((c) => ['usb', 'supply'].includes(c.part.lead?.carries ?? ''));
  return { any: items(cables), feeds: items(feeding) };
}

/** A switch or latch stands in the supply: a wire comes to it, and more go on from it. */
function isHalfInline({ item, part }: PlacedItem, nets: readonly Net[]): boolean {
  if (!part.off || part.converter || part.charger) return false;
  const power = nets.filter((n) => n.what === 'power' || n.mine);
  const pads = power.flatMap((n) => [n.a, n.b]).filter((e) => e.item === item.id);
  return new Set(pads.map((e) => e.pad)).size < 2;
}

/** Draws power, or gives it: both need a wire there and one back. */
const isSupplied = ({ part }: PlacedItem): boolean =>
  part.cell !== undefined || ((part.draws?.peak ?? 0) > 0 && !isDevice(part));

const nothingLeads = ({ item, part }: PlacedItem): Finding => ({
  id: `wire:none-${item.id}`,
  station: 'fit',
  check: 'wire',
  code: 'unwired',
  verdict: 'tight',
  title: 'No wire leads to it',
  what: `${item.name} has ${part.pads.length} pads, and nothing is joined to them.`,
  why: [
    'What it hangs on is not in the kit, or has no pad of the right name: add its wires in Fit, Wires, or say that it stays outside.',
  ],
  about: [item.id],
  refs: [{ is: 'item', id: item.id }],
});

function roleOf(part: Part): string {
  if (part.cell) return 'feeds the build';
  return part.off ? 'stands in the supply' : 'draws power';
}

const nothingFeeds = ({ item, part }: PlacedItem, missing: 'supply' | 'ground'): Finding => ({
  id: `wire:unfed-${item.id}`,
  station: 'fit',
  check: 'wire',
  code: 'unfed',
  verdict: 'tight',
  title: `No ${missing} wire leads to it`,
  what: `${item.name} ${roleOf(part)}, and only its other wires are there.`,
  why: [
    `What it hangs on is not in the kit, or one of both has no pad of the right name: add its ${missing} wire in Fit, Wires.`,
  ],
  about: [item.id],
  refs: [{ is: 'item', id: item.id }],
});
