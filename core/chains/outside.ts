/** Ports: the socket it is charged or fed through, and the data ports against the devices that want one. */
import { isHost } from '../model';
import { type Chain, ChainMaker } from './chain';
import { charged, fromWall } from './energy';
import { banks, type End, type Kit, reachable } from './fitted';
import { dataTree } from './data';

export function portsChain(k: Kit): Chain {
  const m = new ChainMaker('ports');
  m.chain.begun = k.all.length > 0;
  inlet(k, m);
  const tree = dataTree(k);
  for (const b of tree.breaks) m.broken(b.id, b.title, b.what, b.why, b.about);
  const devices = tree.devices;
  if (devices.length) {
    m.link({
      name: `${devices.length} USB ${devices.length === 1 ? 'device' : 'devices'}`,
      note: devices.map((d) => d.of.item.name).join(', '),
      joint: `${tree.ports} ${tree.ports === 1 ? 'port' : 'ports'}`,
    });
  }
  return m.chain;
}

/** Where 5 V comes in: a socket on the charger, or a panel socket wired to it. */
function inlet(k: Kit, m: ChainMaker): void {
  const wall = fromWall(k);
  if (!wall && !charged(k)) {
    const bank = banks(k)[0];
    if (bank) {
      m.link({ name: bank.item.name, item: bank.item.id, note: 'charged through its own socket' });
    }
    return;
  }
  const feeds = k
    .ends('supply', 'takes')
    .filter((e) => (wall ? true : e.of.part.charger !== undefined));
  const eats = k.all.filter((x) => (wall ? isHost(x.part) : x.part.charger !== undefined));
  if (!eats.length) return;
  const panel = k.ends('supply', 'gives')[0];
  const own = feeds.find(reachable);
  const chosen: End | undefined = panel ?? own;
  if (!chosen) {
    m.broken(
      'charge',
      wall ? 'No way in for 5 V' : 'No charging socket',
      `${eats[0]!.item.name} is not reached from outside.`,
      ['A panel socket wired to its input, or its own socket in a wall.'],
      eats.map((e) => e.item.id),
    );
  } else {
    if (chosen.port.form === 'usb-c' && chosen.port.pullDowns !== true) {
      m.broken(
        'pulldowns',
        'A USB-C socket without its pull-downs',
        `${chosen.of.item.name} gets no power from a C-to-C cable.`,
        ['Two 5.1 kΩ resistors, one from each CC pin to ground.'],
        [chosen.of.item.id],
      );
    }
    m.part(chosen.of, chosen.port.name, chosen === panel ? undefined : 'in the wall');
  }
  const limit = wall ? 5.25 : 5.5;
  const wild = [...k.ends('supply', 'gives'), ...k.ends('supply', 'takes').filter(reachable)].find(
    (e) => (e.port.volts?.[1] ?? 5) > limit + 0.01,
  );
  if (wild) {
    m.broken(
      'barrel',
      `A socket for up to ${wild.port.volts![1]} V on a 5 V rail`,
      `${wild.of.item.name} lets in more than the boards stand.`,
      [
        'Whatever supply fits the plug will be plugged in one day. Use USB-C, or a regulator behind it.',
      ],
      [wild.of.item.id],
    );
  }
}
