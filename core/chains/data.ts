/** USB as a tree: the computer's ports at the root, hubs between, devices at the ends; with generation and current. */
import type { Port } from '../model';
import type { Break } from './chain';
import type { End, Fitted, Kit } from './fitted';

export interface DataNode {
  name: string;
  item: string;
  role: 'host' | 'hub' | 'device';
  speed: number;
  amps: number;
  limitA?: number;
  children: DataNode[];
}
export interface DataTree {
  root?: DataNode;
  devices: End[];
  ports: number;
  free: number;
  breaks: TreeBreak[];
}
type TreeBreak = Omit<Break, 'before' | 'link'>;

/** What a generation is called. */
export const USB_NAMES = ['', '1.1', '2.0', '3'] as const;

/** Of a port that does not say: generation and current, A. */
const USUAL = { speed: 2, amps: 0.5 };
const HUB_A = 0.1;
const DEVICE_A = 0.1;

/** A free port in the tree, as slow as the slowest between it and the computer. */
interface Place {
  node: DataNode;
  speed: number;
  amps: number;
}

const isHub = (x: Fitted): boolean => x.part.family === 'hub';
const givesUsb = (x: Fitted): Port[] =>
  x.ports.filter((q) => q.carries === 'usb' && q.role === 'gives');
const times = <T>(n: number, make: () => T): T[] => Array.from({ length: n }, make);

/**
 * Devices are hung as high as there is room: at the computer first, the fastest needs first.
 */
export function dataTree(k: Kit): DataTree {
  if (!k.computer) return { devices: [], ports: 0, free: 0, breaks: [] };
  const { computer } = k;
  const root = nodeOf(computer, 'host', 3, 0);
  const places = givesUsb(computer).flatMap((q) =>
    times(q.count ?? 1, () => ({
      node: root,
      speed: q.speed ?? USUAL.speed,
      amps: q.amps ?? USUAL.amps,
    })),
  );
  const hubs = k.all.filter(isHub).flatMap((hub) => hubHung(places, hub) ?? []);
  const ports = places.length;
  const devices = byNeed(k.ends('usb', 'takes').filter((e) => !isHub(e.of)));
  const hung = devices.map((d) => ({ device: d, ...deviceHung(places, d) }));
  const left = hung.filter((h) => h.isLeft).map((h) => h.device);
  return {
    root,
    devices,
    ports,
    free: places.length,
    breaks: [
      ...hubs,
      ...hung.flatMap((h) => h.slow ?? []),
      ...(left.length ? [tooFewPorts(computer, devices.length, ports, left)] : []),
      ...root.children.flatMap(overloaded),
    ],
  };
}

const nodeOf = (
  of: Fitted,
  role: DataNode['role'],
  speed: number,
  amps: number,
  limitA?: number,
): DataNode => ({
  name: of.item.name,
  item: of.item.id,
  role,
  speed,
  amps,
  ...(limitA === undefined ? {} : { limitA }),
  children: [],
});

/** The fastest first, then those that draw most. */
const byNeed = (devices: readonly End[]): End[] =>
  [...devices].sort(
    (a, b) => (b.port.speed ?? 1) - (a.port.speed ?? 1) || (b.port.amps ?? 0) - (a.port.amps ?? 0),
  );

/** A hub takes a place and gives its own; what is wrong when there is none for it. */
function hubHung(places: Place[], hub: Fitted): TreeBreak | undefined {
  const up = hub.ports.find((q) => q.carries === 'usb' && q.role === 'takes');
  const wish = up?.speed ?? USUAL.speed;
  // The slowest port that does not slow it down; the fast ones are for what needs them.
  const rank = places.map((q, i) => ({ q, i })).sort((a, b) => a.q.speed - b.q.speed);
  const spot = rank.find((r) => r.q.speed >= wish) ?? rank[rank.length - 1];
  const [place] = spot ? places.splice(spot.i, 1) : [];
  if (!place) {
    return {
      id: 'hub',
      title: 'No port for the hub',
      what: `${hub.item.name} has nowhere to plug in.`,
      why: [],
      about: [hub.item.id],
    };
  }
  const speed = Math.min(place.speed, wish);
  const own = up?.amps ?? HUB_A;
  const node = nodeOf(hub, 'hub', speed, own, place.amps);
  place.node.children.push(node);
  const below = givesUsb(hub).flatMap((q) =>
    times(q.count ?? 1, () => ({
      node,
      speed: Math.min(speed, q.speed ?? speed),
      amps: Math.max(0, place.amps - own),
    })),
  );
  places.push(...below);
  return undefined;
}

/** A device takes the first place that is fast enough, or else any. */
function deviceHung(places: Place[], d: End): { isLeft?: true; slow?: TreeBreak } {
  const need = d.port.speed ?? 1;
  const fit = places.findIndex((q) => q.speed >= need);
  const [place] = places.splice(Math.max(0, fit), 1);
  if (!place) return { isLeft: true };
  const speed = Math.min(place.speed, 3);
  const node = nodeOf(d.of, 'device', speed, d.port.amps ?? DEVICE_A, place.amps);
  place.node.children.push(node);
  return fit < 0 ? { slow: tooSlow(d, need, place) } : {};
}

const tooSlow = (d: End, need: number, place: Place): TreeBreak => ({
  id: `speed-${d.of.item.id}`,
  title: `${d.of.item.name} wants USB ${USB_NAMES[need]}`,
  what: `Only USB ${USB_NAMES[place.speed]} is left at ${place.node.name}.`,
  why: ['A port runs at the slowest generation between it and the computer.'],
  about: [d.of.item.id, place.node.item],
});

function tooFewPorts(
  computer: Fitted,
  devices: number,
  ports: number,
  left: readonly End[],
): TreeBreak {
  const own = givesUsb(computer).reduce((sum, q) => sum + (q.count ?? 1), 0);
  return {
    id: 'data',
    title: `${devices} USB devices, ${ports} ${ports === 1 ? 'port' : 'ports'}`,
    what: `${left.map((l) => l.of.item.name).join(', ')} ${left.length === 1 ? 'has' : 'have'} no port.`,
    why: [`${computer.item.name} gives ${own}; a hub makes more of one.`],
    about: [computer.item.id, ...left.map((l) => l.of.item.id)],
  };
}

/** A hub passes on what its own port gives, less what it takes itself. */
function overloaded(n: DataNode): TreeBreak[] {
  const sum = load(n);
  if (n.limitA === undefined || sum <= n.limitA + 1e-9) return n.children.flatMap(overloaded);
  return [
    {
      id: `current-${n.item}`,
      title: `${sum.toFixed(2)} A through a port for ${n.limitA.toFixed(2)} A`,
      what: n.children.length
        ? `${n.name} and what hangs on it`
        : `${n.name} draws more than its port gives.`,
      why: [
        'Feed it from the 5 V rail, at the converter, or hang the heavy device at the computer.',
      ],
      about: [n.item],
    },
  ];
}

/** What hangs on a branch draws together, A. */
export const load = (n: DataNode): number => n.amps + n.children.reduce((s, c) => s + load(c), 0);
