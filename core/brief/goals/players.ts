/** How many can play at once. */
import { kitOf } from '../../chains';
import { judged, type Judge, metIf } from './goal';

export const players: Judge = ({ p, b }) => {
  if (b.players === undefined || b.players < 2) return undefined;
  const k = kitOf(p);
  const radio = k.ends('radio', 'gives').length > 0;
  const ports = k.all.flatMap((x) =>
    x.part.connectors.filter(
      (c) =>
        c.type === 'usb-a' &&
        (x.item.reach?.[c.id] ?? c.outside) &&
        !x.item.struck.includes(c.block ?? ''),
    ),
  ).length;
  const most = radio ? 4 : 1 + ports;
  const standing = k.computer ? metIf(most >= b.players, false) : 'open';
  return judged(
    `${b.players} players`,
    standing,
    `${radio ? 'pads by radio' : `${ports} USB ${ports === 1 ? 'socket' : 'sockets'} in a wall`}`,
    radio ? 'the radio' : 'sockets for more pads',
  );
};
