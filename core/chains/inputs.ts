/** Inputs: switches, the board or header that reads them, the bus it speaks, and converter channels for sticks. */
import { bodyFor, type Input, isDevice, listed, padsOnWire, routeOf } from '../model';
import { ladderPlan } from '../ladder';
import { isLatchKey, onHeader } from '../kit';
import { type Chain, ChainMaker } from './chain';
import type { End, Fitted, Kit } from './fitted';

/** The keys of a build, by what reads them. */
interface Keys {
  all: readonly Input[];
  /** On lines of the header: read by no board. */
  onHeader: readonly Input[];
  byVoltage: readonly Input[];
  /** How many the board of the route reads. */
  read: number;
}

/** A kit with something that runs the games. */
type Running = Kit & { computer: Fitted };

export function inputsChain(k: Kit): Chain {
  const m = new ChainMaker('inputs');
  const { route } = k.p.controls;
  if (!k.computer) return m.unwanted('Waits for the computer.');
  const running: Running = { ...k, computer: k.computer };
  const keys = keysOf(k);
  const wired = route === 'usb' && keys.read === 0 ? padsOnWire(k.all) : [];
  if (isDevice(k.computer.part) && !keys.all.length && route !== 'wireless' && !wired.length) {
    return m.unwanted('Played on the device itself.');
  }
  if (route === 'wireless' || wired.length) {
    if (wired.length) plugged(m, running, wired);
    else wirelessPad(m, running);
    headerBeside(m, running, keys.onHeader);
    ladderBeside(m, running, keys.byVoltage);
    return m.chain;
  }
  pressed(m, keys.all);
  readBy(m, running, keys);
  if (route !== 'gpio') headerBeside(m, running, keys.onHeader);
  ladderBeside(m, running, keys.byVoltage);
  sticks(m, k);
  // A board that reads its own pads stands in the chain already.
  if (route === 'original board' && k.computer.part.host) return m.chain;
  m.link({
    name: k.computer.item.name,
    item: k.computer.item.id,
    note: 'maps them',
    joint: BUS[route] ?? 'header',
  });
  return m.chain;
}

/** What a route speaks to the computer over, where that is no line of its header. */
const BUS: Partial<Record<Kit['p']['controls']['route'], string>> = {
  usb: 'USB',
  expander: 'I2C',
  ladder: 'I2C',
};

function keysOf({ p }: Kit): Keys {
  const all = p.controls.inputs.filter((i) => !isLatchKey(p, i));
  const own = all.filter((i) => onHeader(p, i));
  const byVoltage = all.filter((i) => i.routed && routeOf(p, i) === 'ladder');
  const read =
    p.controls.route === 'gpio' ? all.length : all.length - own.length - byVoltage.length;
  return { all, onHeader: own, byVoltage, read };
}

/** Pads that plug in from outside; whether a socket is left for each is told by the tree of ports. */
function plugged(m: ChainMaker, { computer }: Running, pads: readonly Fitted[]): void {
  m.chain.begun = true;
  for (const pad of pads) m.part(pad, 'plugged in from outside');
  m.part(computer, 'plays with them', 'USB');
}

function wirelessPad(m: ChainMaker, { p, computer, ends }: Running): void {
  m.chain.begun = true;
  m.link({ name: 'Wireless pad', note: 'has its own battery: plan its hours and its charging' });
  if (!ends('radio', 'gives').length) {
    m.broken(
      'radio',
      'No radio',
      `${computer.item.name} cannot hear a wireless pad.`,
      ['A computer with a radio, or a USB receiver in one of its ports.'],
      [computer.item.id],
    );
  }
  const isInMetal = bodyFor(p, computer.item.id)?.pieces.some(
    (q) => q.material === 'aluminium' || q.material === 'steel',
  );
  if (isInMetal) {
    m.broken(
      'shielded',
      'A radio inside a metal shell',
      `${computer.item.name} is not heard through metal.`,
      [
        'A plastic window of some 30 mm over the antenna, a wired pad, or a shell of another stuff.',
      ],
      [computer.item.id],
    );
  }
  m.part(computer, 'pairs with it', 'radio');
}

/** So many are named; more are dots. */
const NAMED = 4;

function pressed(m: ChainMaker, inputs: readonly Input[]): void {
  const n = inputs.length;
  m.chain.begun = n > 0;
  if (!n) {
    m.broken('none', 'No inputs yet', 'Nothing to press.', [
      'Add the buttons the game families want in Controls, or play with a wireless pad.',
    ]);
    return;
  }
  const names = inputs.slice(0, NAMED).map((i) => i.name);
  m.link({
    name: `${n} ${n === 1 ? 'input' : 'inputs'}`,
    note: names.join(', ') + (n > NAMED ? ' ...' : ''),
  });
}

function readBy(m: ChainMaker, k: Running, keys: Keys): void {
  const { route } = k.p.controls;
  switch (route) {
    case 'usb':
    case 'expander':
      throughBoard(m, k, route, keys);
      break;
    case 'original board':
      if (k.computer.part.host) atItsOwnPads(m, k, k.computer.part.host.keys, keys);
      else keptBoard(m, k, 'tapped at its pads');
      break;
    case 'pad bus':
      keptBoard(m, k, 'tells its keys bit after bit');
      if (keys.all.length > keys.onHeader.length) {
        headerFor(m, k, 'for data, latch and clock', [
          'Take a computer with a header, or read the keys through a controller board.',
        ]);
      }
      break;
    case 'gpio':
      headerFor(m, k, 'to read buttons on', ['Read them through a USB controller board.']);
      break;
    case 'ladder':
    case 'wireless':
  }
}

function throughBoard(
  m: ChainMaker,
  { all, ends, computer }: Running,
  route: 'usb' | 'expander',
  { read }: Keys,
): void {
  const family = route === 'usb' ? 'controller' : 'expander';
  const boards = all.filter((x) => x.part.family === family && (x.part.inputs ?? 0) > 0);
  const [board] = boards;
  if (!board) {
    m.broken(
      'board',
      route === 'usb' ? 'No controller board' : 'No expander',
      `The buttons are read through ${route === 'usb' ? 'USB' : 'I2C'}, and no board for that is in the kit.`,
      ['Add one, or read the buttons on the header.'],
    );
    return;
  }
  const room = boards.reduce((sum, b) => sum + (b.part.inputs ?? 0), 0);
  m.part(board, `reads up to ${room}`, 'one wire each and a common ground');
  if (read > room) {
    m.broken(
      'count',
      `${read} inputs, ${room} on the board`,
      `${board.item.name} has too few.`,
      [],
      boards.map((b) => b.item.id),
    );
  }
  if (route === 'expander' && !ends('i2c', 'gives').length) {
    m.broken(
      'bus',
      'No I2C from the computer',
      `${board.item.name} speaks I2C.`,
      [],
      [board.item.id, computer.item.id],
    );
  }
}

function atItsOwnPads(m: ChainMaker, { computer }: Running, room: number, { read }: Keys): void {
  m.part(computer, `reads ${room} keys at its own pads`, 'one wire each and a common ground');
  if (read <= room) return;
  m.broken(
    'count',
    `${read} inputs, ${room} on the board`,
    `${computer.item.name} has too few.`,
    ['Leave some out, or read the others through a pad of its own.'],
    [computer.item.id],
  );
}

function keptBoard(m: ChainMaker, { p }: Running, how: string): void {
  const kept = p.donor?.kept.find((q) => q.kind === 'board' || q.kind === 'membranes');
  if (kept) {
    m.link({ name: kept.name, note: `kept: ${how}` });
    return;
  }
  m.broken(
    'board',
    'No original board kept',
    "The buttons are read through the donor's board, and none is kept.",
    ['Note it in Shell, Donor, with what its pads do.'],
  );
}

function headerFor(m: ChainMaker, { computer, ends }: Running, what: string, why: string[]): void {
  if (ends('lines', 'gives').length) return;
  const { id, name } = computer.item;
  m.broken('bus', 'No header lines', `${name} has no header ${what}.`, why, [id]);
}

/** Axes give a voltage, which wants a channel each. */
function sticks(m: ChainMaker, { ends }: Kit): void {
  const given = ends('analog', 'takes');
  const channels = ends('analog', 'gives');
  const count = (of: readonly End[]): number => of.reduce((sum, e) => sum + (e.port.count ?? 1), 0);
  const [want, have] = [count(given), count(channels)];
  if (want > have) {
    const items = [...new Map(given.map(({ of }) => [of.item.id, of.item])).values()];
    m.broken(
      'analog',
      `${want} analog ${want === 1 ? 'axis' : 'axes'}, ${have || 'no'} converter ${have === 1 ? 'channel' : 'channels'}`,
      `${items.map((i) => i.name).join(', ')} ${given.length === 1 ? 'gives' : 'give'} a voltage the header cannot read.`,
      ['A converter channel for each axis, on the same reference.'],
      items.map((i) => i.id),
    );
  } else if (want) {
    m.part(channels[0]!.of, `${have} channels for ${want} axes`, 'same reference');
  }
}

/** Keys on lines of the header, beside others that are read otherwise. */
function headerBeside(m: ChainMaker, k: Running, own: readonly Input[]): void {
  if (!own.length || k.ends('lines', 'gives').length) return;
  m.broken(
    'bus',
    'No header lines',
    `${k.computer.item.name} has no header to read ${own.map((i) => i.name).join(', ')} on.`,
    [
      k.p.controls.route === 'original board'
        ? 'Read them through a controller board, or take a computer with a header.'
        : 'Read them like the others.',
    ],
    [k.computer.item.id, ...own.map((i) => i.id)],
  );
}

/** Keys told by voltage, beside others that are read otherwise. */
function ladderBeside(m: ChainMaker, k: Running, keys: readonly Input[]): void {
  if (!keys.length) return;
  if (!ladderPlan(k.p)?.converter) {
    m.broken(
      'analog',
      'No converter for the ladder',
      `${listed(keys.map((i) => i.name))}: told by a voltage the header cannot read.`,
      ['A converter on I2C with a channel to spare; a controller board keeps its own to itself.'],
      keys.map((i) => i.id),
    );
  } else if (!k.ends('i2c', 'gives').length) {
    m.broken(
      'bus',
      'No I2C from the computer',
      'The converter of the ladder speaks I2C.',
      [],
      [k.computer.item.id],
    );
  }
}
