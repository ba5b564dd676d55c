/** From the computer to the screen, or to a television outside. */
import { type Form, isHost, type Part, type Port } from '../../model';
import { portsOf } from '../../kit';
import { gives, type Mending, type Mends } from './mending';

/** A screen one holds in two hands, in. */
const HELD_IN = { from: 2, to: 5 };
/** Another screen is about as large, in. */
const LIKE_IN = 1.5;
const USUAL_IN = 3;

const givesPanel = (q: Part, ways: number | undefined): boolean =>
  portsOf(q).some((x) => x.carries === 'panel' && x.role === 'gives' && x.count === ways);

/** How many contacts the tail of the screen has. */
const tailOf = (m: Mending): number | undefined =>
  m.of(m.screen)?.ports.find((q) => q.carries === 'panel')?.count;
const withoutPanel = (m: Mending): void =>
  m.swap(m.screen, (q) => q.screen !== undefined && q.screen.link !== 'panel', 6);

/** A driver that a panel's tail does not go into is another driver. */
const otherDriver = (m: Mending): void => {
  const ways = tailOf(m);
  m.swap(m.finding.about[1], (q) => givesPanel(q, ways));
  withoutPanel(m);
};

export const pictureMends: Mends = {
  computer: (m) => m.add(isHost),
  screen: (m) =>
    m.add(
      ({ screen }) =>
        screen !== undefined &&
        screen.diagonalIn >= HELD_IN.from &&
        screen.diagonalIn <= HELD_IN.to &&
        screen.link !== 'panel',
    ),
  link: (m) => {
    const mine = m.of(m.screen)?.part.screen;
    m.swap(
      m.screen,
      (q) =>
        q.screen !== undefined &&
        gives(m.kit.computer!.part, q.screen.link) &&
        Math.abs(q.screen.diagonalIn - (mine?.diagonalIn ?? USUAL_IN)) <= LIKE_IN,
    );
    const carries = mine === undefined || mine.link === 'panel' ? 'hdmi' : mine.link;
    m.swap(m.computer, (q) => isHost(q) && gives(q, carries));
  },
  driver: (m) => {
    const ways = tailOf(m);
    m.add((q) => givesPanel(q, ways));
    withoutPanel(m);
  },
  ribbon: otherDriver,
  'ribbon-pitch': otherDriver,
  'ribbon-end': otherDriver,
  lead: (m) => {
    const sockets = m.finding.about.flatMap((id) =>
      (m.of(id)?.ports ?? [])
        .filter((q) => q.carries === 'hdmi')
        .map((port) => ({ port, item: id })),
    );
    const [a, b] = sockets.map((s) => s.port.form);
    if (a && b) m.add((q) => q.lead?.carries === 'hdmi' && isSame(q.lead.ends, [a, b]));
    for (const { port, item } of sockets) solder(m, item, port);
  },
  tv: (m) => {
    const { computer } = m.kit;
    const { item } = computer ?? {};
    for (const c of computer?.part.connectors ?? []) {
      const isOff = item!.struck.includes(c.block ?? '');
      if (isOff || (c.type !== 'hdmi' && c.type !== 'mini-hdmi')) continue;
      m.way(
        `reach-${c.id}`,
        `Bring ${c.name} of ${item!.name} to a wall`,
        'one opening',
        [{ do: 'reach', item: item!.id, connector: c.id, outside: true }],
        2,
      );
    }
    m.swap(m.computer, (q) => isHost(q) && gives(q, 'hdmi'));
  },
};

/** The socket off, and four pairs on the pads it leaves. */
function solder(m: Mending, item: string, { block }: Port): void {
  const of = m.of(item);
  if (!of || !block || !of.ports.some((q) => q.block === block && q.padsLeft)) return;
  m.way(
    `solder-${item}`,
    `Take the socket of ${of.item.name} off and solder four pairs`,
    'hot air; short and alike',
    [{ do: 'strike', item, block }],
    6,
  );
}

const isSame = (a: readonly [Form, Form], b: readonly [Form, Form]): boolean =>
  (a[0] === b[0] && a[1] === b[1]) || (a[0] === b[1] && a[1] === b[0]);
