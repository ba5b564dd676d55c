/** Inputs: switches, the board or header that reads them, the bus it speaks, and converter channels for sticks. */
import { bodyFor, type Input, isDevice, listed, routeOf } from '../model';
import { ladderPlan } from '../ladder';
import { isLatchKey, onHeader } from '../kit';
import { type Chain, ChainMaker } from './chain';
import type { Kit } from './fitted';

export function inputsChain(k: Kit): Chain {
  const m = new ChainMaker('inputs');
  const { route } = k.p.controls;
  const inputs = k.p.controls.inputs.filter((i) => !isLatchKey(k.p, i));
  // Keys on lines of the header are read by no board.
  const own = inputs.filter((i) => onHeader(k.p, i));
  const n = inputs.length;
  const byVoltage = inputs.filter((i) => i.routed && routeOf(k.p, i) === 'ladder');
  const read = route === 'gpio' ? n : n - own.length - byVoltage.length;
  if (!k.computer) return m.unwanted('Waits for the computer.');
  if (isDevice(k.computer.part) && !n && route !== 'wireless') {
    return m.unwanted('Played on the device itself.');
  }
  const sticks = k.ends('analog', 'takes');
  const channels = k.ends('analog', 'gives');
  if (route === 'wireless') {
    m.chain.begun = true;
    m.link({ name: 'Wireless pad', note: 'has its own battery: plan its hours and its charging' });
    if (!k.ends('radio', 'gives').length) {
      m.broken(
        'radio',
        'No radio',
        `${k.computer.item.name} cannot hear a wireless pad.`,
        ['A computer with a radio, or a USB receiver in one of its ports.'],
        [k.computer.item.id],
      );
    }
    const metal = bodyFor(k.p, k.computer.item.id)?.pieces.some(
      (q) => q.material === 'aluminium' || q.material === 'steel',
    );
    if (metal) {
      m.broken(
        'shielded',
        'A radio inside a metal shell',
        `${k.computer.item.name} is not heard through metal.`,
        [
          'A plastic window of some 30 mm over the antenna, a wired pad, or a shell of another stuff.',
        ],
        [k.computer.item.id],
      );
    }
    m.part(k.computer, 'pairs with it', 'radio');
    headerOf(m, k, own);
    ladderOf(m, k, byVoltage);
    return m.chain;
  }
  m.chain.begun = n > 0;
  if (n) {
    m.link({
      name: `${n} ${n === 1 ? 'input' : 'inputs'}`,
      note:
        inputs
          .slice(0, 4)
          .map((i) => i.name)
          .join(', ') + (n > 4 ? ' ...' : ''),
    });
  } else {
    m.broken('none', 'No inputs yet', 'Nothing to press.', [
      'Add the buttons the game families want in Controls, or play with a wireless pad.',
    ]);
  }
  if (route === 'usb' || route === 'expander') {
    const family = route === 'usb' ? 'controller' : 'expander';
    const boards = k.all.filter((x) => x.part.family === family && (x.part.inputs ?? 0) > 0);
    const room = boards.reduce((s, b) => s + (b.part.inputs ?? 0), 0);
    if (!boards.length) {
      m.broken(
        'board',
        route === 'usb' ? 'No controller board' : 'No expander',
        `The buttons are read through ${route === 'usb' ? 'USB' : 'I2C'}, and no board for that is in the kit.`,
        ['Add one, or read the buttons on the header.'],
      );
    } else {
      m.part(boards[0]!, `reads up to ${room}`, 'one wire each and a common ground');
      if (read > room) {
        m.broken(
          'count',
          `${read} inputs, ${room} on the board`,
          `${boards[0]!.item.name} has too few.`,
          [],
          boards.map((b) => b.item.id),
        );
      }
    }
    if (boards.length && route === 'expander' && !k.ends('i2c', 'gives').length) {
      m.broken(
        'bus',
        'No I2C from the computer',
        `${boards[0]!.item.name} speaks I2C.`,
        [],
        [boards[0]!.item.id, k.computer.item.id],
      );
    }
  } else if (route === 'original board' && k.computer.part.host) {
    const { keys } = k.computer.part.host;
    m.part(k.computer, `reads ${keys} keys at its own pads`, 'one wire each and a common ground');
    if (read > keys) {
      m.broken(
        'count',
        `${read} inputs, ${keys} on the board`,
        `${k.computer.item.name} has too few.`,
        ['Leave some out, or read the others through a pad of its own.'],
        [k.computer.item.id],
      );
    }
  } else if (route === 'original board' || route === 'pad bus') {
    const kept = k.p.donor?.kept.find((q) => q.kind === 'board' || q.kind === 'membranes');
    const how = route === 'pad bus' ? 'tells its keys bit after bit' : 'tapped at its pads';
    if (kept) m.link({ name: kept.name, note: `kept: ${how}` });
    else {
      m.broken(
        'board',
        'No original board kept',
        "The buttons are read through the donor's board, and none is kept.",
        ['Note it in Shell, Donor, with what its pads do.'],
      );
    }
    if (route === 'pad bus' && n > own.length && !k.ends('lines', 'gives').length) {
      m.broken(
        'bus',
        'No header lines',
        `${k.computer.item.name} has no header for data, latch and clock.`,
        ['Take a computer with a header, or read the keys through a controller board.'],
        [k.computer.item.id],
      );
    }
  } else if (route === 'gpio' && !k.ends('lines', 'gives').length) {
    m.broken(
      'bus',
      'No header lines',
      `${k.computer.item.name} has no header to read buttons on.`,
      ['Read them through a USB controller board.'],
      [k.computer.item.id],
    );
  }
  if (route !== 'gpio') headerOf(m, k, own);
  ladderOf(m, k, byVoltage);
  const want = sticks.reduce((s, e) => s + (e.port.count ?? 1), 0);
  const have = channels.reduce((s, e) => s + (e.port.count ?? 1), 0);
  if (want > have) {
    m.broken(
      'analog',
      `${want} analog ${want === 1 ? 'axis' : 'axes'}, ${have || 'no'} converter ${have === 1 ? 'channel' : 'channels'}`,
      `${[...new Set(sticks.map((s) => s.of.item.name))].join(', ')} ${sticks.length === 1 ? 'gives' : 'give'} a voltage the header cannot read.`,
      ['A converter channel for each axis, on the same reference.'],
      [...new Set(sticks.map((s) => s.of.item.id))],
    );
  } else if (want) m.part(channels[0]!.of, `${have} channels for ${want} axes`, 'same reference');
  // A board that reads its own pads stands in the chain already.
  if (route === 'original board' && k.computer.part.host) return m.chain;
  let takes: 'header' | 'USB' | 'I2C';
  if (route === 'usb') takes = 'USB';
  else if (route === 'expander' || route === 'ladder') takes = 'I2C';
  else takes = 'header';
  m.link({
    name: k.computer.item.name,
    item: k.computer.item.id,
    note: 'maps them',
    joint: takes,
  });
  return m.chain;
}

/** Keys on lines of the header, beside others that are read otherwise. */
function headerOf(m: ChainMaker, k: Kit, own: readonly Input[]): void {
  if (!own.length || !k.computer || k.ends('lines', 'gives').length) return;
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
function ladderOf(m: ChainMaker, k: Kit, keys: readonly Input[]): void {
  if (!keys.length || !k.computer) return;
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
