/**
 * The ways to read the keys of this build, side by side: each is tried on the build itself, with the
 * cheapest board it would want, and judged by the same chains and lines as the one that was chosen.
 */
import { chains, kitOf } from '../chains';
import { backings, buttonMap, debounceMs, linesOf, sharedLines } from '../controls';
import { type Scene, sceneOf } from '../fit';
import { padBus, wordUs } from '../padbus';
import { readsOwnKeys } from '../kit';
import { applied, type Part, present, type Project, type Route, ROUTES } from '../model';

/** From the press to the program that is told, ms: typical and worst, with what it is the sum of. */
interface Lag {
  typical: number;
  worst: number;
  parts: LagPart[];
  working: string[];
}
export interface LagPart {
  stage: 'contact' | 'wait' | 'scan' | 'poll' | 'link' | 'ask' | 'draw' | 'send' | 'panel';
  words: string;
  typical: number;
  worst: number;
}

export interface RouteRow {
  route: Route;
  isChosen: boolean;
  /** Why it is not possible in this build; empty when it is. */
  why: string[];
  /** The board it wants: of the kit, or the cheapest of the library that has room. */
  board: { part: Part; isNew: boolean } | undefined;
  /** Header lines it takes, and how many stay free. */
  lines: number;
  left: number;
  /** Conductors between keys, boards and computer, and their soldered ends. */
  wires: number;
  joints: number;
  /** Work at the bench and at the settings, typical. */
  minutes: number;
  working: string[];
  price: number;
  lag: Lag;
  /** What keeps the keys working when the computer is swapped, or its card is lost. */
  survives: { computer: string; card: string };
}

/** A joint, a wire and the settings of a route take about so long, min: typical. */
const JOINT_MIN = 1.5;
const WIRE_MIN = 1;
const SETTING_MIN: Readonly<Record<Route, number>> = {
  gpio: 20,
  usb: 15,
  expander: 25,
  'original board': 30,
  'pad bus': 40,
  ladder: 35,
  wireless: 10,
};
/** A tap on an old board's pad is two joints done with care, min: typical. */
const TAP_MIN = 4;

/** A contact bounces for so long before it is still, ms: typical and worst of new switches. */
const BOUNCE: LagPart = { stage: 'contact', words: 'contact bounces', typical: 1.5, worst: 5 };
/** Parts of the way from a still contact to the program, ms: typical and worst. */
const LAG: Readonly<Record<Route, readonly LagPart[]>> = {
  gpio: [{ stage: 'scan', words: 'interrupt', typical: 0.1, worst: 1 }],
  usb: [
    { stage: 'scan', words: 'scan of the board', typical: 1, worst: 2 },
    { stage: 'poll', words: 'poll (every 1 to 8 ms)', typical: 4, worst: 8 },
  ],
  expander: [
    {
      stage: 'poll',
      words: 'poll (every 10 ms without its interrupt line)',
      typical: 5,
      worst: 10,
    },
    { stage: 'link', words: 'reading over I2C at 400 kHz', typical: 0.2, worst: 0.5 },
  ],
  'original board': [{ stage: 'scan', words: 'scan of the old board', typical: 8, worst: 17 }],
  'pad bus': [{ stage: 'poll', words: 'poll (every 10 ms)', typical: 5, worst: 10 }],
  ladder: [
    { stage: 'poll', words: 'poll (every 10 ms)', typical: 5, worst: 10 },
    { stage: 'link', words: 'converting its channels', typical: 2, worst: 8 },
  ],
  wireless: [
    { stage: 'link', words: 'radio link', typical: 8, worst: 30 },
    { stage: 'poll', words: 'poll of the radio', typical: 4, worst: 8 },
  ],
};
/** Boards of others wait as their makers set it, ms: typical and worst. */
const THEIR_WAIT: LagPart = { stage: 'wait', words: 'debounce', typical: 5, worst: 10 };
/** Routes whose wait is the builder's own setting. */
const OWN_WAIT: ReadonlySet<Route> = new Set<Route>([
  'gpio',
  'usb',
  'expander',
  'pad bus',
  'ladder',
]);

const SURVIVES: Readonly<Record<Route, RouteRow['survives']>> = {
  gpio: {
    computer: 'the same header, yes; else mapped anew',
    card: 'no, the overlay is on it',
  },
  usb: { computer: 'yes', card: 'yes, it stays a plain controller' },
  expander: { computer: 'with two I2C lines, yes', card: 'no, the overlay is on it' },
  'original board': {
    computer: 'as its output is wired',
    card: 'yes, where it is a plain controller',
  },
  'pad bus': { computer: 'with three lines, yes', card: 'no, the overlay is on it' },
  ladder: { computer: 'with two I2C lines, yes', card: 'no, the overlay is on it' },
  wireless: { computer: 'paired anew', card: 'paired anew' },
};

/** Pads of a kept board are tapped: the header reads them, unless chips of its own do. */
const readerOf = (p: Project, route: Route): Route =>
  route === 'original board' && !readsOwnKeys(p) ? 'gpio' : route;

/** A word of a serial pad, told bit by bit. */
function wordLag(p: Project): LagPart {
  const ms = Math.round(wordUs(padBus(p)) / 10) / 100;
  return { stage: 'link', words: 'telling its word', typical: ms, worst: ms };
}

/** From the press to the program, by this route, with the wait that is set. */
export function lagOf(p: Project, route: Route): Lag {
  const wait = debounceMs(p);
  const own: LagPart = { stage: 'wait', words: 'debounce', typical: wait, worst: wait };
  const by = readerOf(p, route);
  const parts = [
    BOUNCE,
    OWN_WAIT.has(by) ? own : THEIR_WAIT,
    ...LAG[by],
    ...(by === 'pad bus' ? [wordLag(p)] : []),
  ];
  const sum = (of: 'typical' | 'worst'): number => parts.reduce((s, q) => s + q[of], 0);
  return {
    typical: sum('typical'),
    worst: sum('worst'),
    parts,
    working: parts.map((q) => `${q.words} ${q.typical} (up to ${q.worst}) ms`),
  };
}

const FAMILY: Readonly<Partial<Record<Route, Part['family']>>> = {
  usb: 'controller',
  expander: 'expander',
  ladder: 'expander',
};

/** The board a route wants: one of the kit that has room, else the cheapest of the library. */
function boardFor(
  p: Project,
  route: Route,
  library: readonly Part[],
  inputs: number,
): RouteRow['board'] {
  const family = FAMILY[route];
  if (!family) return undefined;
  const hasRoom = (q: Part): boolean =>
    route === 'ladder'
      ? (q.ports ?? []).some((x) => x.carries === 'analog' && x.role === 'gives')
      : (q.inputs ?? 0) >= Math.max(1, inputs);
  const fits = (q: Part): boolean => q.family === family && hasRoom(q);
  const { items, parts } = present(p).kit;
  const own = parts.find((q) => fits(q) && items.some((i) => i.part === q.id));
  if (own) return { part: own, isNew: false };
  const [cheapest] = library
    .filter(fits)
    .sort((a, b) => (a.price ?? Infinity) - (b.price ?? Infinity));
  return cheapest && { part: cheapest, isNew: true };
}

/** The build read by this route; hand-made lines go, since another route has others. */
export function withRoute(p: Project, route: Route, board: RouteRow['board']): Project {
  if (route === p.controls.route) return p;
  if (board?.isNew) return applied(p, { do: 'route', route, part: board.part });
  return applied(p, { do: 'link', route });
}

/** Read by a chip on the computer's I2C. */
const BY_I2C: ReadonlySet<Route> = new Set<Route>(['expander', 'ladder']);
/** Read at a board that was kept with its keys. */
const KEPT: ReadonlySet<Route> = new Set<Route>(['original board', 'pad bus']);

/** Conductors from the keys to whatever reads them: one a key, and one ground for each part that carries switches. */
function keyWires(p: Project, scene: Scene): number {
  const onHeader = withRoute(p, 'gpio', undefined);
  const led = new Set(
    buttonMap(onHeader, scene).inputs.flatMap((m) => (m.track === undefined ? [] : m.input.id)),
  );
  // What a carrier's tracks lead needs no wire, and no ground of its own.
  const on = backings({ ...scene, project: onHeader }).filter((b) => !led.has(b.input.id));
  const keys = p.controls.inputs.filter((i) => i.routed && !led.has(i.id)).length;
  return keys + new Set(on.flatMap((b) => b.on?.item ?? [])).size;
}

/** Supply, ground, data, latch and clock, each tapped at a pad of the kept board. */
const BUS_WIRES = 5;
/** From the board that reads them to the computer: data, supply and ground. */
const LINK_WIRES: Readonly<Record<Route, number>> = {
  gpio: 0,
  usb: 4,
  expander: 4,
  'original board': 0,
  'pad bus': BUS_WIRES,
  ladder: 4,
  wireless: 0,
};

/**
 * Every way to read the keys, in the order they are offered.
 *
 * @param library  parts that could be bought for it
 * @param scene    of the build, when it stands already
 */
export function compareRoutes(
  p: Project,
  library: readonly Part[],
  scene: Scene = sceneOf(p),
): RouteRow[] {
  const keys = p.controls.inputs.filter((i) => i.routed).length;
  const switched = keyWires(p, scene);
  return ROUTES.map((route): RouteRow => {
    const board = boardFor(p, route, library, p.controls.inputs.length);
    const trial = withRoute(p, route, board);
    const map = buttonMap(trial, scene);
    const broken = chains(trial).find((c) => c.kind === 'inputs')?.breaks ?? [];
    const clash = map.findings.filter((f) => f.code === 'short' || f.code === 'contested');
    const off = map.findings.filter((f) => f.code === 'off-track').slice(0, 1);
    const why = [
      ...broken.map((b) => `${b.title}: ${b.what}`),
      ...[...clash, ...off].map((f) => `${f.title}: ${f.what}`),
      ...(route === 'wireless' && keys > 0
        ? [`${keys} keys of the shell would not be read: a wireless pad has its own.`]
        : []),
    ];
    const lines =
      map.inputs.filter((m) => m.gpio !== undefined).length +
      sharedLines(map).filter((l) => l.gpio !== undefined).length;
    const bus = BY_I2C.has(route) && !usesBus(p) ? 2 : 0;
    // The keys of a kept board keep their own contacts and traces.
    const own = KEPT.has(route) ? 0 : switched;
    const wires = route === 'wireless' ? 0 : own + LINK_WIRES[route];
    const taps = route === 'original board' ? keys : 0;
    const joints = 2 * wires + 2 * taps;
    const work = [
      { words: `${2 * wires} joints × ${JOINT_MIN} min`, min: 2 * wires * JOINT_MIN },
      { words: `${wires} wires × ${WIRE_MIN} min`, min: wires * WIRE_MIN },
      { words: `${taps} taps × ${TAP_MIN} min`, min: taps * TAP_MIN },
      { words: `settings ${SETTING_MIN[route]} min`, min: SETTING_MIN[route] },
    ].filter((q) => q.min > 0);
    return {
      route,
      isChosen: route === p.controls.route,
      why,
      board,
      lines: lines + bus,
      left: linesOf(trial).free.length - lines,
      wires: wires + taps,
      joints,
      minutes: Math.round(work.reduce((sum, q) => sum + q.min, 0)),
      working: work.map((q) => q.words),
      price: board?.isNew ? (board.part.price ?? 0) : 0,
      lag: lagOf(p, route),
      survives: SURVIVES[readerOf(trial, route)],
    };
  });
}

/** Whether something already speaks on the computer's I2C lines. */
const usesBus = (p: Project): boolean =>
  linesOf(p).taken.some((t) => t.signal.startsWith('I2C')) ||
  kitOf(p).ends('i2c', 'takes').length > 0;
