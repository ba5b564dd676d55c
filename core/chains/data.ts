/** USB as a tree: the computer's ports at the root, hubs between, devices at the ends; with generation and current. */
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
  breaks: Array<Omit<Break, 'before' | 'link'>>;
}

const isHub = (x: Fitted): boolean => x.part.family === 'hub';
/** What a generation is called. */
export const USB_NAMES = ['', '1.1', '2.0', '3'] as const;

/**
 * Devices are hung as high as there is room: at the computer first, the fastest needs first.
 */
export function dataTree(k: Kit): DataTree {
  const devices = k
    .ends('usb', 'takes')
    .filter((e) => !isHub(e.of))
    .sort(
      (a, b) =>
        (b.port.speed ?? 1) - (a.port.speed ?? 1) || (b.port.amps ?? 0) - (a.port.amps ?? 0),
    );
  const hubs = k.all.filter(isHub);
  const breaks: DataTree['breaks'] = [];
  if (!k.computer) return { devices: [], ports: 0, free: 0, breaks };
  interface Place {
    node: DataNode;
    speed: number;
    amps: number;
  }
  const root: DataNode = {
    name: k.computer.item.name,
    item: k.computer.item.id,
    role: 'host',
    speed: 3,
    amps: 0,
    children: [],
  };
  const places: Place[] = k.computer.ports
    .filter((q) => q.carries === 'usb' && q.role === 'gives')
    .flatMap((q) =>
      Array.from({ length: q.count ?? 1 }, () => ({
        node: root,
        speed: q.speed ?? 2,
        amps: q.amps ?? 0.5,
      })),
    );
  for (const hub of hubs) {
    const up = hub.ports.find((q) => q.carries === 'usb' && q.role === 'takes');
    const down = hub.ports.filter((q) => q.carries === 'usb' && q.role === 'gives');
    // The slowest port that does not slow it down; the fast ones are for what needs them.
    const rank = places.map((q, i) => ({ q, i })).sort((a, b) => a.q.speed - b.q.speed);
    const wish = up?.speed ?? 2;
    const spot = rank.find((r) => r.q.speed >= wish) ?? rank[rank.length - 1];
    const [place] = spot ? places.splice(spot.i, 1) : [];
    if (!place) {
      breaks.push({
        id: 'hub',
        title: 'No port for the hub',
        what: `${hub.item.name} has nowhere to plug in.`,
        why: [],
        about: [hub.item.id],
      });
      continue;
    }
    const speed = Math.min(place.speed, up?.speed ?? 2);
    const own = up?.amps ?? 0.1;
    const node: DataNode = {
      name: hub.item.name,
      item: hub.item.id,
      role: 'hub',
      speed,
      amps: own,
      limitA: place.amps,
      children: [],
    };
    place.node.children.push(node);
    for (const q of down) {
      for (let i = 0; i < (q.count ?? 1); i++) {
        places.push({
          node,
          speed: Math.min(speed, q.speed ?? speed),
          amps: Math.max(0, place.amps - own),
        });
      }
    }
  }
  const total = places.length;
  const left: End[] = [];
  for (const d of devices) {
    const need = d.port.speed ?? 1;
    const at = places.findIndex((q) => q.speed >= need);
    let any: number;
    if (at >= 0) any = at;
    else if (places.length) any = 0;
    else any = -1;
    if (any < 0) {
      left.push(d);
      continue;
    }
    const [place] = places.splice(any, 1) as [Place];
    const amps = d.port.amps ?? 0.1;
    place.node.children.push({
      name: d.of.item.name,
      item: d.of.item.id,
      role: 'device',
      speed: Math.min(place.speed, 3),
      amps,
      limitA: place.amps,
      children: [],
    });
    if (at < 0) {
      breaks.push({
        id: `speed-${d.of.item.id}`,
        title: `${d.of.item.name} wants USB ${USB_NAMES[need]}`,
        what: `Only USB ${USB_NAMES[place.speed]} is left at ${place.node.name}.`,
        why: ['A port runs at the slowest generation between it and the computer.'],
        about: [d.of.item.id, place.node.item],
      });
    }
  }
  if (left.length) {
    breaks.push({
      id: 'data',
      title: `${devices.length} USB devices, ${total} ${total === 1 ? 'port' : 'ports'}`,
      what: `${left.map((l) => l.of.item.name).join(', ')} ${left.length === 1 ? 'has' : 'have'} no port.`,
      why: [
        `${k.computer.item.name} gives ${k.computer.ports.filter((q) => q.carries === 'usb' && q.role === 'gives').reduce((s, q) => s + (q.count ?? 1), 0)}; a hub makes more of one.`,
      ],
      about: [k.computer.item.id, ...left.map((l) => l.of.item.id)],
    });
  }
  // A hub passes on what its own port gives, less what it takes itself.
  const overloaded = (n: DataNode): void => {
    const sum = load(n);
    if (n.limitA !== undefined && sum > n.limitA + 1e-9) {
      breaks.push({
        id: `current-${n.item}`,
        title: `${sum.toFixed(2)} A through a port for ${n.limitA.toFixed(2)} A`,
        what: n.children.length
          ? `${n.name} and what hangs on it`
          : `${n.name} draws more than its port gives.`,
        why: [
          'Feed it from the 5 V rail, at the converter, or hang the heavy device at the computer.',
        ],
        about: [n.item],
      });
    } else n.children.forEach(overloaded);
  };
  root.children.forEach(overloaded);
  return { root, devices, ports: total, free: places.length, breaks };
}

/** What hangs on a branch draws together, A. */
export const load = (n: DataNode): number => n.amps + n.children.reduce((s, c) => s + load(c), 0);
