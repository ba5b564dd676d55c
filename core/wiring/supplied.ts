/**
 * Supply wires: cell or socket, guard, charger, converter, switch, computer; and every other load,
 * branched where Power's network hangs it: behind the switch, at another rail, at the cell's own
 * volts, or at the pins of a computer that is fed at its own socket.
 */
import { FROM_SOURCE, isHost, type Project } from '../model';
import { everyItem, type PlacedItem, type Scene } from '../fit';
import { fedStraight, kitOf } from '../chains';
import { powerFigures, type Supply } from '../power';
import {
  type Draft,
  type End,
  type Feeds,
  firstPad,
  headerPad,
  join,
  padAt,
  placed,
  type Pt3,
} from './ends';

const EVERYTHING = {
  cell: { what: 'everything', at: 'cell' },
  rail: { what: 'everything', at: 'rail' },
  wall: { what: 'everything', at: 'wall' },
} as const;

/** What of the supply is laid out. */
interface Stack {
  cell?: PlacedItem | undefined;
  guard?: PlacedItem | undefined;
  charger?: PlacedItem | undefined;
  /** What makes the build's own rail. */
  source?: PlacedItem | undefined;
  latch?: PlacedItem | undefined;
  /** Where a supply from outside is plugged in, when that is no socket of the above. */
  socket?: PlacedItem | undefined;
  computer?: PlacedItem | undefined;
}

/** What is called 5 V, whatever its maker set it to. */
const isFive = (volts: number): boolean => volts > 4.5 && volts < 5.5;

function stackOf(p: Project, scene: Scene): Stack {
  const one = (has: (q: PlacedItem['part']) => boolean) => placed(p, scene, has)[0];
  /** A bank has no pads: it is plugged in. */
  const makes = (q: PlacedItem['part']): boolean => q.converter !== undefined && q.pads.length > 0;
  const makesOwn = (q: PlacedItem['part']): boolean =>
    q.charger === undefined && makes(q) && isFive(q.converter!.outV);
  return {
    cell: one((q) => q.cell !== undefined && q.pads.length > 0),
    guard: one((q) => q.protects !== undefined && q.cell === undefined && q.charger === undefined),
    charger: one((q) => q.charger !== undefined),
    source: one(makesOwn) ?? one(makes),
    latch: one(
      (q) => q.off !== undefined && q.pads.some((d) => /^(IN|1)$/.test(d.name)) && hasOut(q),
    ),
    socket: one(isSocket),
    computer: one((q) => isHost(q)),
  };
}
/** A socket in the wall, or the end of a lead that stays in it. */
export const isSocket = (q: PlacedItem['part']): boolean =>
  q.family === 'hardware' &&
  (q.ports ?? []).some((x) => x.carries === 'supply' && x.role === 'gives');
const hasOut = (q: PlacedItem['part']): boolean => q.pads.some((d) => /^(OUT|C)$/.test(d.name));

/** In the gauge of the supply, and feeding everything behind the rail where nothing else is said. */
export function power(p: Project, scene: Scene): Draft[] {
  const stack = stackOf(p, scene);
  return [...cellSide(p, scene, stack), ...loadSide(p, scene, stack)].map((d) =>
    d.what === 'signal' ? d : { feeds: EVERYTHING.rail, ...d, rail: true },
  );
}

/** From the cell, or the socket where there is none, to what makes the rail. */
function cellSide(p: Project, scene: Scene, stack: Stack): Draft[] {
  const { cell, guard, charger, source, socket } = stack;
  const out: Draft[] = [];
  const first = charger ?? source;
  if (!cell && !charger && source && socket) {
    const says = `socket to ${source.item.name}`;
    join(out, padAt(socket, '5V'), firstPad(source, 'VIN', 'BAT+'), 'power', says);
    join(out, padAt(socket, 'GND'), firstPad(source, 'GND', 'BAT-'), 'ground', says);
    return out.map((d) => ({ ...d, feeds: EVERYTHING.wall }));
  }
  if (cell && guard) {
    join(out, firstPad(cell, 'BAT+'), firstPad(guard, 'B+'), 'power', 'cell to guard');
    join(out, firstPad(cell, 'BAT-'), firstPad(guard, 'B-'), 'ground', 'cell to guard');
    if (firstPad(guard, 'BM')) {
      join(out, firstPad(cell, 'MID'), firstPad(guard, 'BM'), 'signal', 'middle of the pack');
    }
  }
  const store = guard ?? cell;
  if (store && first) {
    const [plus, minus] = [firstPad(first, 'BAT+', 'VIN'), firstPad(first, 'BAT-', 'GND')];
    join(out, firstPad(store, 'P+', 'BAT+'), plus, 'power', 'cell to charger');
    join(out, firstPad(store, 'P-', 'BAT-'), minus, 'ground', 'cell to charger');
  }
  // Cells side by side: each has its own two leads to where the first one goes.
  if (cell && store && first) {
    for (const twin of placed(p, scene, (q) => q.id === cell.part.id)) {
      if (twin === cell) continue;
      const plus = guard ? firstPad(guard, 'B+') : firstPad(first, 'BAT+', 'VIN');
      const minus = guard ? firstPad(guard, 'B-') : firstPad(first, 'BAT-', 'GND');
      join(out, firstPad(twin, 'BAT+'), plus, 'power', 'cell beside the first');
      join(out, firstPad(twin, 'BAT-'), minus, 'ground', 'cell beside the first');
    }
  }
  if (charger && source && charger !== source) {
    join(out, firstPad(charger, 'OUT+', 'BAT+'), firstPad(source, 'VIN'), 'power', 'cell rail');
    join(out, firstPad(charger, 'OUT-', 'BAT-'), firstPad(source, 'GND'), 'ground', 'cell rail');
  }
  return out.map((d) => ({ ...d, feeds: EVERYTHING.cell }));
}

/** Where two supply wires begin. */
interface Outlet {
  from: End | undefined;
  back: End | undefined;
  where: Exclude<Feeds['at'], 'logic'>;
  volts: string;
  /** What is told of the wire to the computer. */
  says: string;
}

/** The cell's own volts: behind the guard, and behind a charger that gives no other. */
function cellOutlet({ cell, guard, charger, source }: Stack): Outlet | undefined {
  const at = charger ?? source ?? guard ?? cell;
  if (!at) return undefined;
  const [plus, minus] = at.part.converter
    ? [firstPad(at, 'BAT+', 'VIN'), firstPad(at, 'BAT-', 'GND')]
    : [firstPad(at, 'OUT+', 'P+', 'BAT+'), firstPad(at, 'OUT-', 'P-', 'BAT-')];
  return { from: plus, back: minus, where: 'cell', volts: 'cell volts', says: 'cell volts' };
}

function railOutlet(rail: PlacedItem): Outlet | undefined {
  const made = rail.part.converter;
  if (!made || !rail.part.pads.length) return undefined;
  const volts = isFive(made.outV) ? '5 V' : `${made.outV} V`;
  return {
    from: firstPad(rail, `${made.outV}V`, '5V', 'OUT+'),
    back: firstPad(rail, 'GND', 'OUT-'),
    where: 'rail',
    volts,
    says: `${volts} rail`,
  };
}

const socketOutlet = (socket: PlacedItem): Outlet => ({
  from: padAt(socket, '5V'),
  back: padAt(socket, 'GND'),
  where: 'wall',
  volts: '5 V',
  says: '5 V from the socket',
});

/** Fed at its own socket, a computer hands its 5 V on at the pins of its header. */
function pinsOutlet(computer: PlacedItem, near: Pt3): Outlet | undefined {
  if (!padAt(computer, '5V')) return undefined;
  return {
    from: headerPad(computer, '5V', near),
    back: headerPad(computer, 'GND', near),
    where: 'wall',
    volts: '5 V',
    says: '5 V',
  };
}

/** What a load hangs on in the network: the source, a rail by its item, or nothing of its own. */
function feedOf(supply: Supply | undefined, item: string): string | undefined {
  const load = supply?.places.find((q) => q.is === 'load' && q.item === item);
  if (!supply || load?.above === undefined) return undefined;
  const above = supply.places[load.above]!;
  if (above.is === 'rail') return above.item;
  return above.is === 'source' && !supply.isWall ? FROM_SOURCE : undefined;
}

/** From what makes the volts to the computer, over the switch; and the branches to all other loads. */
function loadSide(p: Project, scene: Scene, stack: Stack): Draft[] {
  const { computer, latch } = stack;
  if (!computer) return [];
  const { supply } = powerFigures(p);
  const outletAt = (feed: string): Outlet | undefined => {
    if (feed === FROM_SOURCE) return cellOutlet(stack);
    const rail = everyItem(scene).get(feed);
    return rail && railOutlet(rail);
  };
  const usual = (): Outlet | undefined => {
    if (stack.source) return railOutlet(stack.source);
    if (fedStraight(kitOf(p))) return cellOutlet(stack);
    return stack.socket && !stack.charger ? socketOutlet(stack.socket) : undefined;
  };
  const own = feedOf(supply, computer.item.id);
  const main = (own === undefined ? undefined : outletAt(own)) ?? usual();
  if (!main && !isFedOutside(stack, supply)) return [];
  const behind = main && latch ? { ...main, from: firstPad(latch, 'OUT', 'C') } : main;
  const trunk = main && behind ? trunkTo(computer, latch, main, behind) : [];
  const branches = placed(p, scene, (q) => q.draws !== undefined && !isHost(q)).flatMap((at) => {
    if ([stack.source, stack.charger, latch].includes(at)) return [];
    const feed = feedOf(supply, at.item.id);
    const other = feed === undefined || feed === own ? undefined : outletAt(feed);
    const near: Pt3 = firstPad(at, ...SUPPLY_PADS)?.at ?? [0, 0, 0];
    const outlet = other ?? behind ?? pinsOutlet(computer, near);
    return outlet ? branchTo(at, outlet) : [];
  });
  const feeds = EVERYTHING[main?.where ?? 'rail'];
  return [...trunk.map((d) => ({ ...d, feeds })), ...branches];
}

/** The computer is fed at a socket of its own: from the wall, or from a bank on a lead. */
const isFedOutside = ({ cell, charger }: Stack, supply: Supply | undefined): boolean =>
  supply !== undefined &&
  (supply.isWall || (!cell && !charger && supply.energy.pack !== undefined));

/** What a load calls the pad its supply goes to. */
const SUPPLY_PADS = ['5V', 'VIN', '+'] as const;

function trunkTo(
  computer: PlacedItem,
  latch: PlacedItem | undefined,
  main: Outlet,
  behind: Outlet,
): Draft[] {
  const out: Draft[] = [];
  const near: Pt3 = main.from?.at ?? [0, 0, 0];
  const plus = headerPad(computer, '5V', near) ?? firstPad(computer, 'VIN', '+');
  const minus = headerPad(computer, 'GND', near) ?? firstPad(computer, '-');
  const { says } = main;
  if (latch) {
    const toSwitch = `${main.volts} to the switch`;
    join(out, main.from, firstPad(latch, 'IN', '1'), 'power', toSwitch);
    join(out, behind.from, plus, 'power', `${main.volts} switched`);
    if (firstPad(latch, 'GND')) join(out, main.back, firstPad(latch, 'GND'), 'ground', toSwitch);
  } else join(out, main.from, plus, 'power', says);
  join(out, main.back, minus, 'ground', says);
  return out;
}

function branchTo(load: PlacedItem, { from, back, where, volts }: Outlet): Draft[] {
  const feed = firstPad(load, ...SUPPLY_PADS);
  if (!feed || (load.part.draws?.peak ?? 0) <= 0) return [];
  const out: Draft[] = [];
  const says = `${volts} to ${load.item.name}`;
  join(out, from, feed, 'power', says);
  join(out, back, firstPad(load, 'GND', '-'), 'ground', says);
  return out.map((d) => ({ ...d, feeds: { what: { item: load.item.id }, at: where } }));
}
