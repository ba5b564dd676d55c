/** What is plugged in from outside: charging, data, hubs. */
import { isHost, type Part, type Port } from '../../model';
import { portsOf } from '../../kit';
import type { Mending, Mends } from './mending';

/** A supply of 5 V gives no more, V. */
const MOST_V = 5.5;
const USUAL_V = 5;

const asksForPower = (q: Part): boolean =>
  portsOf(q).some(
    (x) =>
      x.carries === 'supply' && x.role === 'gives' && x.form === 'usb-c' && x.pullDowns === true,
  );
const isSupply = (q: Port): boolean => q.carries === 'supply' && q.role === 'gives';

/** A socket that is fed wrongly: another one, or it is given up. */
function wronglyFed(m: Mending): void {
  const own = m.about(0);
  m.swap(own?.ports.some(isSupply) ? m.finding.about[0] : undefined, asksForPower);
  const bad = own?.ports.find(
    (q) => q.carries === 'supply' && q.role === 'takes' && (q.volts?.[1] ?? USUAL_V) > MOST_V,
  );
  const socket = own?.part.connectors.find((x) => x.block === bad?.block);
  if (own && socket) {
    m.way(
      'inside',
      `Keep ${socket.name} of ${own.item.name} inside`,
      'no opening for it',
      [{ do: 'reach', item: own.item.id, connector: socket.id, outside: false }],
      1,
    );
  }
  if (own && bad?.block) {
    m.way(
      'strike',
      `Take the ${socket?.name ?? 'socket'} off`,
      'solder the supply',
      [{ do: 'strike', item: own.item.id, block: bad.block }],
      3,
    );
  }
}

const withHub = (m: Mending): void => {
  m.add((q) => q.family === 'hub');
  m.swap(m.computer, isHost);
};

export const portsMends: Mends = {
  charge: (m) => {
    m.add(asksForPower);
    for (const id of m.finding.about) toWall(m, id);
  },
  pulldowns: wronglyFed,
  barrel: wronglyFed,
  data: withHub,
  hub: withHub,
  speed: (m) => m.swap(m.finding.about[1], (q) => q.family === 'hub'),
  current: (m) => {
    const family = m.about(0)?.part.family;
    m.swap(m.finding.about[0], (q) => q.family === 'hub' || q.family === family);
    m.swap(m.computer, isHost);
  },
};

/** Each socket of a part that may come to a wall. */
function toWall(m: Mending, id: string): void {
  const of = m.of(id);
  for (const c of of?.part.connectors ?? []) {
    if (c.type === 'card' || of!.item.struck.includes(c.block ?? '')) continue;
    m.way(
      `reach-${id}-${c.id}`,
      `Bring ${c.name} to a wall`,
      'one opening',
      [{ do: 'reach', item: id, connector: c.id, outside: true }],
      2,
    );
  }
}
