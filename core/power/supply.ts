/**
 * What feeds what in a build: its supply network, place by place, as its parts and their order
 * say. Everything that tells a voltage or a current reads this one network.
 *
 * Heavy loads branch where their rail is made; what draws little hangs on the computer's header;
 * USB devices are fed through their port.
 */
import {
  FROM_SOURCE,
  isHost,
  type Item,
  type JoinedBy,
  type LoadState,
  type Part,
  type Project,
} from '../model';
import { dataTree, type DataNode, fromWall, kitOf } from '../chains';
import { isBank, joinsBetween, portsOn } from '../kit';
import type { Converter, Load, Network, Place, Source } from '../network';
import type { Energy } from './energy';
import { packAt } from './discharge';
import { PLUG_OHM, SPRINGS_OHM, wireOhm } from './wire';

/** V. */
type Window = readonly [least: number, most: number];

/** One resistance on the way to a place. */
interface Joint {
  name: string;
  ohm: number;
}
export interface SupplyPlace {
  is: 'source' | 'rail' | 'load';
  name: string;
  note: string;
  item?: string;
  /** Index of the place it is fed from. */
  above?: number;
  path: readonly Joint[];
  converter?: Converter & { limitA: number; minInV: number };
  /** The converter's limit is that of its switch, not of its output. */
  limitIsSwitch?: boolean;
  /** Watts of its own by state, and how they depend on the voltage. */
  draws?: NonNullable<Part['draws']>;
  drawsAs?: Part['drawsAs'];
  /** What it must get, V; and the least it was seen to run on. */
  window?: Window;
  runsFromV?: number;
  /** What the port it hangs on may give, A. */
  limitA?: number;
}
export interface Supply {
  energy: Energy;
  isWall: boolean;
  places: readonly SupplyPlace[];
  /** Index of the computer's place. */
  computer?: number;
}

/** A closed wall supply of this class: volts at its plug, and what it gives, A. Typical. */
export const WALL = { volts: 5, amps: 3 } as const;
/** More than this is not hung on a header pin, A. */
const HEADER_LIMIT_A = 0.5;
/** The voltage that draws in watts are told at. */
const RAIL_V = 5;
/** How far a buck or a linear regulator stays below its input, V: typical. */
const HEADROOM_V = { buck: 0.2, linear: 0.3, boost: 0, 'buck-boost': 0 } as const;
/** A rail that is so near a window's end still suits, V. */
const NEAR_V = 1e-9;

/** What is between the voltages of a build, as its part says. */
function converterOf(part: Part): NonNullable<SupplyPlace['converter']> {
  const c = part.converter!;
  return {
    kind: c.kind,
    outV: c.outV,
    efficiency: c.efficiency,
    idleA: c.idleA,
    headroomV: HEADROOM_V[c.kind],
    limitA: c.limitA,
    minInV: c.minInV,
  };
}

const isWithin = (v: number, [least, most]: Window): boolean =>
  v >= least - NEAR_V && v <= most + NEAR_V;

type LoadPart = Energy['loads'][number];

/** What stands on a carrier is fed through its contacts; each counts out and back. */
const CONTACTS: Readonly<Record<JoinedBy, Joint>> = {
  springs: { name: 'springs', ohm: SPRINGS_OHM },
  plug: { name: 'its plug', ohm: 2 * PLUG_OHM },
  soldered: { name: 'its joints', ohm: 0 },
};

/** Puts the places of a build one after another, each after what feeds it. */
class SupplyMaker {
  readonly places: SupplyPlace[] = [];
  readonly isWall: boolean;
  /** Where each rail stands, by what makes it; the computer's own first. */
  private readonly railAt = new Map<string, number>();
  private readonly loadAt = new Map<string, number>();
  private readonly wire: Joint;
  private readonly joins: ReturnType<typeof joinsBetween>;
  /** The source's volts from empty to full. */
  private readonly range: Window;
  private readonly chosen: Readonly<Record<string, string>>;
  computer?: { at: number; feed: number };

  constructor(
    private readonly p: Project,
    private readonly energy: Energy,
    private readonly kit: ReturnType<typeof kitOf>,
  ) {
    this.isWall = fromWall(kit);
    this.wire = { name: 'wire', ohm: wireOhm(p.power.wireAwg, p.power.wireMm).value };
    this.joins = joinsBetween(p);
    this.chosen = p.power.feeds ?? {};
    const { pack } = energy;
    this.range = this.isWall || !pack ? [WALL.volts, WALL.volts] : [pack.cutoffV, pack.fullV];
  }

  private put(place: SupplyPlace): number {
    return this.places.push(place) - 1;
  }

  source(): void {
    const { pack, cells } = this.energy;
    const cell = cells[0]?.item;
    if (this.isWall || !pack || !cell) {
      this.put({ is: 'source', name: 'Wall supply', note: `${WALL.volts} V`, path: [] });
      return;
    }
    this.put({
      is: 'source',
      name: cell.name,
      note: `${pack.capacityAh.toFixed(2)} Ah, ${Math.round(1000 * pack.rOhm)} mΩ`,
      item: cell.id,
      path: [],
    });
  }

  rails(): void {
    for (const { item, part } of this.energy.rails) {
      if (this.isWall && isBank(part)) continue;
      const converter = converterOf(part);
      const at = this.put({
        is: 'rail',
        name: item.name,
        note: `${converter.outV} V`,
        item: item.id,
        above: this.railFeed(part, item),
        path: isBank(part) ? [] : [this.wire],
        converter,
        limitA: converter.limitA,
        limitIsSwitch: part.converter.switchRated ?? false,
      });
      this.railAt.set(item.id, at);
    }
  }

  /** A converter hangs on the source, or on another rail where only that suits it. */
  private railFeed(part: Part, item: Item): number {
    const input = portsOn(part, item).find((q) => q.carries === 'cell' && q.role === 'takes');
    const window = input?.volts;
    if (!window || isWithin(this.range[1], window)) return 0;
    return this.suiting(window) ?? 0;
  }

  private suiting(window: Window): number | undefined {
    return [...this.railAt.values()].find((at) =>
      isWithin(this.places[at]!.converter!.outV, window),
    );
  }

  computerLoad(): void {
    const computer = this.energy.loads.find((l) => isHost(l.part));
    if (!computer) return;
    const feed = this.feedOf(computer);
    this.computer = { feed, at: this.load(computer, 'the computer', feed, contacts(this.p)) };
  }

  /** What was chosen by hand; else a rail that suits; else the source itself; else the first rail all the same. */
  private feedOf({ item, part }: LoadPart): number {
    const byHand = this.chosen[item.id];
    if (byHand === FROM_SOURCE) return 0;
    const rail = byHand === undefined ? undefined : this.railAt.get(byHand);
    if (rail !== undefined) return rail;
    const window = windowOf(part, item);
    const suiting = window && this.suiting(window);
    if (suiting !== undefined) return suiting;
    const bearsSource =
      window && isWithin(this.range[0], window) && isWithin(this.range[1], window);
    return bearsSource ? 0 : ([...this.railAt.values()][0] ?? 0);
  }

  /** A wire, or the contacts of the carrier that both stand on. */
  private wayTo(item: Item, above: number): Joint[] {
    const from = this.places[above]!.item;
    if (from === item.id) return [];
    const by = from === undefined ? undefined : this.joins(from, item.id);
    return by ? by.map((x) => CONTACTS[x]) : [this.wire];
  }

  private load(
    { item, part, draws, runsFromV }: LoadPart,
    note: string,
    above: number,
    joints: readonly Joint[] = [],
    limitA?: number,
  ): number {
    const window = windowOf(part, item);
    const at = this.put({
      is: 'load',
      name: item.name,
      note,
      item: item.id,
      above,
      path: [...this.wayTo(item, above), ...joints],
      draws,
      ...(part.drawsAs ? { drawsAs: part.drawsAs } : {}),
      ...(window ? { window } : {}),
      ...(runsFromV === undefined ? {} : { runsFromV }),
      ...(limitA === undefined ? {} : { limitA }),
    });
    this.loadAt.set(item.id, at);
    return at;
  }

  /** Devices on USB, a hub before what hangs on it. */
  usbLoads(): void {
    const { root } = dataTree(this.kit);
    if (!root) return;
    const hang = (node: DataNode): void => {
      const under = this.loadAt.get(node.item);
      for (const child of node.children) {
        const l = this.energy.loads.find((x) => x.item.id === child.item);
        if (l && under !== undefined && this.chosen[child.item] === undefined) {
          this.load(l, 'through its USB port', under, [], child.limitA);
        }
        hang(child);
      }
    };
    hang(root);
  }

  otherLoads(): void {
    for (const l of this.energy.loads) {
      if (this.loadAt.has(l.item.id)) continue;
      const feed = this.feedOf(l);
      const isLight = l.draws.peak / RAIL_V <= HEADER_LIMIT_A;
      const isByHand = this.chosen[l.item.id] !== undefined;
      if (this.places[feed]!.item === l.item.id) this.load(l, 'on the same board', feed);
      else if (this.computer?.feed === feed && isLight && !isByHand) {
        this.load(l, 'from the header', this.computer.at);
      } else if (feed === 0) {
        this.load(l, this.isWall ? 'at the inlet' : 'straight from the cell', 0);
      } else this.load(l, 'at the converter, not through the computer', feed);
    }
  }
}

/** What a device that is fed over its USB may get, V: 5 V less the drop of a cable. */
const USB_WINDOW: Window = [4.4, 5.25];

/** What a load may be fed with: as its rail end says; one that hangs on USB alone bears what USB gives. */
function windowOf(part: Part, item: Item): Window | undefined {
  const ports = portsOn(part, item).filter((q) => q.role === 'takes');
  const rail = ports.find((q) => q.carries === 'rail');
  if (rail) return rail.volts;
  return ports.some((q) => q.carries === 'usb') ? USB_WINDOW : undefined;
}

/**
 * The network of a build; nothing when no source is known or nothing draws.
 *
 * A load hangs on a rail that suits its window, the computer's before others, else on the pack
 * itself; what was chosen by hand goes before all of these.
 */
export function suppliedBy(p: Project, energy: Energy): Supply | undefined {
  const kit = kitOf(p);
  if (!energy.loads.length || (!fromWall(kit) && !energy.pack)) return undefined;
  const make = new SupplyMaker(p, energy, kit);
  make.source();
  make.rails();
  make.computerLoad();
  make.usbLoads();
  make.otherLoads();
  return {
    energy,
    isWall: make.isWall,
    ...(make.computer ? { computer: make.computer.at } : {}),
    places: make.places,
  };
}

/** What stands between the rail and the computer besides wire. */
function contacts(p: Project): Joint[] {
  const { plugs, switchOhm } = p.power;
  const out: Joint[] = [{ name: 'switch', ohm: switchOhm }];
  if (plugs) out.push({ name: plugs === 1 ? 'plug' : `${plugs} plugs`, ohm: plugs * PLUG_OHM });
  return out;
}

/** What draws and efficiencies are multiplied by, by item: as they are when nothing is said. */
export interface Scale {
  draw?: (item: string) => number;
  efficiency?: (item: string) => number;
}

function loadsOf(place: SupplyPlace, state: LoadState, scale: Scale): Load[] {
  if (!place.draws) return [];
  const watts = place.draws[state] * (scale.draw?.(place.item ?? '') ?? 1);
  const id = place.item ?? place.name;
  return place.drawsAs === 'current'
    ? [{ is: 'current', id, amps: watts / RAIL_V }]
    : [{ is: 'power', id, watts }];
}

function scaledConverter({ converter, item }: SupplyPlace, scale: Scale): Place['converter'] {
  const by = scale.efficiency?.(item ?? '') ?? 1;
  if (!converter || by === 1 || typeof converter.efficiency !== 'number') return converter;
  return { ...converter, efficiency: Math.min(1, converter.efficiency * by) };
}

/** The places as the solver takes them. */
export function placesIn({ places }: Supply, state: LoadState, scale: Scale = {}): Place[] {
  return places.map((place) => {
    const converter = scaledConverter(place, scale);
    return {
      id: place.item ?? place.name,
      ...(place.above === undefined ? {} : { above: place.above }),
      ohm: place.path.reduce((sum, j) => sum + j.ohm, 0),
      ...(converter ? { converter } : {}),
      loads: loadsOf(place, state, scale),
    };
  });
}

/** The source at a share of its charge; a wall supply knows none. */
function sourceAt({ energy, isWall, places }: Supply, charge: number): Source {
  const id = places[0]!.item ?? 'wall';
  if (isWall || !energy.pack) return { id, volts: WALL.volts, ohm: 0 };
  return { id, ...packAt(energy.pack, charge) };
}

/** The network of a state at a charge. */
export const networkOf = (supply: Supply, state: LoadState, charge: number): Network => ({
  sources: [sourceAt(supply, charge)],
  places: placesIn(supply, state),
});

/** The network with one resistance of it gone: of the source, or a joint of a place. */
export interface Bridged {
  network: Network;
  name: string;
  item?: string;
  ohm: number;
  fromV: number;
}

/** A state's network once for each resistance in it, with that one bridged. */
export function bridged(supply: Supply, state: LoadState, charge: number): Bridged[] {
  const { sources, places } = networkOf(supply, state, charge);
  const source = sources[0]!;
  const own = supply.places[0]!;
  const out: Bridged[] = [
    {
      network: { sources: [{ ...source, ohm: 0 }], places },
      name: own.name,
      ...(own.item ? { item: own.item } : {}),
      ohm: source.ohm,
      fromV: source.volts,
    },
  ];
  supply.places.forEach((place, i) => {
    const above = place.above === undefined ? undefined : supply.places[place.above]!;
    for (const joint of place.path) {
      const less = places.map((q, k) => (k === i ? { ...q, ohm: q.ohm - joint.ohm } : q));
      out.push({
        network: { sources, places: less },
        name: `${joint.name} to ${place.name}`,
        ...(place.item ? { item: place.item } : {}),
        ohm: joint.ohm,
        fromV: above?.converter?.outV ?? source.volts,
      });
    }
  });
  return out;
}
