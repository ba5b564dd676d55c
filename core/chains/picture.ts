/** Picture: computer, link, driver, panel; or the socket a television is plugged into. */
import { hasSystem, isDevice } from '../model';
import { type Chain, ChainMaker } from './chain';
import { type End, isSoldered, type Kit, leadFor, reachable } from './fitted';

const LINK_WORDS = {
  spi: 'SPI',
  parallel: 'parallel RGB',
  composite: 'composite',
  hdmi: 'HDMI',
  panel: 'a panel ribbon',
} as const;
type LinkKind = keyof typeof LINK_WORDS;

export function pictureChain(k: Kit): Chain {
  const m = new ChainMaker('picture');
  const screen = k.all.find((x) => x.part.screen);
  if (!k.computer) {
    m.chain.begun = screen !== undefined;
    m.broken('computer', 'No computer yet', 'Nothing runs the games.', [
      'Choose the computer by the game families first: it sets current, heat and size.',
    ]);
    if (screen) m.part(screen, `${screen.part.screen!.diagonalIn} in`);
    return m.chain;
  }
  m.part(k.computer, 'draws the picture');
  if (isDevice(k.computer.part) && k.computer.part.screen) {
    m.chain.begun = true;
    m.link({ name: 'Its own screen', note: panelWords(k.computer) });
    return m.chain;
  }
  m.chain.begun = screen !== undefined || k.p.way === 'tv box';
  if (k.p.way === 'tv box') {
    const out = [...k.ends('hdmi', 'gives'), ...k.ends('composite', 'gives')];
    const seen = out.find(reachable);
    if (seen) {
      m.link({
        name: 'Television',
        note: seen.port.name,
        joint: `${LINK_WORDS[seen.port.carries as LinkKind]} socket in the wall`,
      });
    } else {
      m.broken(
        'tv',
        'No way to the television',
        out.length
          ? `${out[0]!.port.name} of ${out[0]!.of.item.name} is not reached from outside.`
          : `${k.computer.item.name} has no picture socket left.`,
        ['A TV box needs its HDMI or composite socket in a wall.'],
        [k.computer.item.id],
      );
    }
    if (!screen) return m.chain;
  }
  if (!screen) {
    m.broken('screen', 'No screen yet', 'The picture goes nowhere.', [
      "Choose one by the shell's window, then by its link: SPI, parallel, composite or HDMI.",
    ]);
    return m.chain;
  }
  const link = screen.part.screen!.link;
  if (link === 'panel') panel(k, m, screen);
  else if (
    joined(k, m, link, {
      of: screen,
      port: screen.ports.find((q) => q.carries === link && q.role === 'takes') ?? {
        id: 'in',
        name: 'picture in',
        carries: link,
        role: 'takes',
        form: 'pads',
      },
    })
  ) {
    m.part(screen, panelWords(screen), jointWords(k, link, screen));
  }
  if (screen.part.screen!.standing) {
    m.note(
      `${screen.item.name} is made standing: the picture is turned by 90 degrees at the start.`,
    );
  }
  return m.chain;
}

const panelWords = (s: Kit['all'][number]): string =>
  `${s.part.screen!.px[0]} × ${s.part.screen!.px[1]}, ${s.part.screen!.diagonalIn} in`;
const jointWords = (k: Kit, link: LinkKind, to: Kit['all'][number]): string => {
  const end = to.ports.find((q) => q.carries === link && q.role === 'takes');
  if (link === 'hdmi') {
    const from = k.ends('hdmi', 'gives')[0];
    const lead = from && end && leadFor(k, 'hdmi', from.port.form, end.form);
    return lead
      ? lead.item.name
      : 'four pairs with grounds, 5 V, hot-plug and the two data lines, soldered short';
  }
  if (link === 'composite') return 'two wires';
  const isOnHeader = k.computer && hasSystem(k.computer.part);
  return isOnHeader ? `${LINK_WORDS[link]} on the header` : `${LINK_WORDS[link]}, soldered`;
};

/** Computer to driver or screen: the link there at both ends, and a lead when both are sockets. */
function joined(k: Kit, m: ChainMaker, link: LinkKind, to: End): boolean {
  const from = k.ends(link, 'gives').find((e) => e.of === k.computer) ?? k.ends(link, 'gives')[0];
  if (!from) {
    m.broken(
      'link',
      `No ${LINK_WORDS[link]} from the computer`,
      `${to.of.item.name} wants ${LINK_WORDS[link]}; ${k.computer!.item.name} gives none${k.computer!.item.struck.length ? ' with what was taken off it' : ''}.`,
      [
        `It gives ${[...new Set(k.computer!.ports.filter((q) => q.role === 'gives' && q.carries in LINK_WORDS).map((q) => LINK_WORDS[q.carries as LinkKind]))].join(', ') || 'no picture at all'}.`,
      ],
      [to.of.item.id, k.computer!.item.id],
    );
    return false;
  }
  if (
    isSoldered(from.port.form) ||
    isSoldered(to.port.form) ||
    leadFor(k, link, from.port.form, to.port.form)
  ) {
    return true;
  }
  m.broken(
    'lead',
    `No lead ${from.port.form} to ${to.port.form}`,
    `${from.of.item.name} and ${to.of.item.name} both have sockets and nothing between them.`,
    ['A ribbon lead with the right two ends, or both sockets off and four pairs soldered.'],
    [from.of.item.id, to.of.item.id],
  );
  return false;
}

function panel(k: Kit, m: ChainMaker, screen: Kit['all'][number]): void {
  const tail = screen.ports.find((q) => q.carries === 'panel' && q.role === 'takes');
  const drivers = k.ends('panel', 'gives');
  const fit = drivers.find((d) => (d.port.count ?? 0) === (tail?.count ?? 0));
  if (!drivers.length) {
    m.broken(
      'driver',
      'No driver board',
      `${screen.item.name} is a bare panel.`,
      ['A bare panel shows nothing without the board made for its ribbon.'],
      [screen.item.id],
    );
  } else if (!fit) {
    m.broken(
      'ribbon',
      `${tail?.count ?? '?'} ways on the panel, ${drivers[0]!.port.count ?? '?'} on the driver`,
      `${screen.item.name} and ${drivers[0]!.of.item.name} do not mate.`,
      ['Ways, pitch and contact side of a ribbon must match its socket.'],
      [screen.item.id, drivers[0]!.of.item.id],
    );
  } else {
    ribbonMates(m, screen, fit);
    const takes = fit.of.ports.find(
      (q) => q.role === 'takes' && (q.carries === 'hdmi' || q.carries === 'composite'),
    );
    if (takes && joined(k, m, takes.carries as LinkKind, { of: fit.of, port: takes })) {
      m.part(fit.of, 'drives the panel', jointWords(k, takes.carries as LinkKind, fit.of));
    }
  }
  if (fit) m.part(screen, panelWords(screen), `${tail?.count ?? ''} way ribbon`.trim());
}

/** From contact to contact a ribbon and its socket may differ by so much, a share: past that the last ones miss. */
const PITCH_SHARE = 0.08;
/** An end thinner than its socket's by this does not hold, a thicker one does not go in, mm. */
const END_MM = 0.05;

/** Of as many ways and still no mate: another pitch, or an end too thick or too thin to be clamped. */
function ribbonMates(m: ChainMaker, screen: Kit['all'][number], { of, port }: End): void {
  const tail = screen.part.ribbons?.find((r) => r.ways === port.count);
  if (!tail) return;
  const about = [screen.item.id, of.item.id];
  // Half a pitch of bare film lies outside either end contact.
  const pitch = tail.widthMm / (tail.ways + 1);
  if (port.pitchMm !== undefined && Math.abs(pitch / port.pitchMm - 1) > PITCH_SHARE) {
    m.broken(
      'ribbon-pitch',
      `${pitch.toFixed(2)} mm from contact to contact, ${port.pitchMm} mm in the socket`,
      `${tail.name} of ${screen.item.name} and ${of.item.name} do not mate.`,
      [
        `${tail.widthMm} mm wide / (${tail.ways} ways + 1) = ${pitch.toFixed(2)} mm. Another driver board, or an adapter between.`,
      ],
      about,
    );
  }
  if (port.endMm !== undefined && Math.abs(tail.endMm - port.endMm) > END_MM) {
    m.broken(
      'ribbon-end',
      `An end of ${tail.endMm} mm, a socket for ${port.endMm} mm`,
      tail.endMm < port.endMm
        ? `${tail.name} of ${screen.item.name} slips out of ${of.item.name}.`
        : `${tail.name} of ${screen.item.name} does not go into ${of.item.name}.`,
      [
        tail.endMm < port.endMm
          ? 'A stiffener of film glued under its end makes it thick enough.'
          : 'Never pressed in: another driver board, or an adapter between.',
      ],
      about,
    );
  }
}
