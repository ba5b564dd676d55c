/** Shutdown: press, request, the system's own "I am down", cut. Or the simpler ways with what they cost. */
import { hasSystem, isDevice } from '../model';
import { type Chain, ChainMaker } from './chain';
import type { Fitted, Kit } from './fitted';

/** A pad that turns a converter on and off: the load current then passes no switch. */
const enable = (x: Fitted): boolean => x.part.pads.some((p) => p.name === 'EN');

export function shutdownChain(k: Kit): Chain {
  const m = new ChainMaker('shutdown');
  if (!k.computer) return m.unwanted('Waits for the computer.');
  if (isDevice(k.computer.part)) return m.unwanted('The device has a key of its own.');
  const isWritten = hasSystem(k.computer.part);
  const latch = k.all.find((x) => x.part.off?.kind === 'latch');
  const slide = k.all.find((x) => x.part.off?.kind === 'switch');
  let kind: 'switch' | 'latch' | undefined;
  if (latch) kind = 'latch';
  else if (slide) kind = 'switch';
  else kind = undefined;
  const way = k.p.power.off ?? kind;
  m.chain.begun = way !== undefined;
  if (way === undefined) {
    m.broken('way', 'No way to turn it off', 'Neither latch nor switch, and nothing said.', [
      'A soft latch waits for the system; a slide switch is simple but pulling power can corrupt the card; or shut down from the menu only.',
    ]);
  } else if (way === 'menu') {
    m.link({ name: 'Menu', note: 'shut down there; what is fed stays on until the cell is empty' });
  } else if (way === 'latch') {
    if (latch) {
      m.link({ name: 'Power button', note: 'asks' });
      m.part(latch, `waits for the system, then cuts up to ${latch.part.off!.amps} A`, 'two wires');
      if (!k.ends('lines', 'gives').length) {
        m.broken(
          'lines',
          'No lines for the latch',
          `${latch.item.name} asks the system and waits for its answer on two header lines.`,
          [],
          [latch.item.id, k.computer.item.id],
        );
      }
    } else {
      m.broken('latch', 'No latch', 'A soft latch is wanted, and none is in the kit.', [
        'Add one, or choose a switch or the menu.',
      ]);
    }
  } else if (slide) {
    const amps = k.ends('rail', 'takes').reduce((s, e) => s + (e.port.amps ?? 0), 0);
    const gentle = k.all.some((x) => x.part.converter && enable(x));
    m.part(
      slide,
      gentle
        ? "on the converter's enable pin: no load current through it"
        : `carries up to ${slide.part.off!.amps} A`,
    );
    if (!gentle && amps > slide.part.off!.amps) {
      m.broken(
        'amps',
        `${amps.toFixed(1)} A at a peak through a switch for ${slide.part.off!.amps} A`,
        `${slide.item.name} wears out and drops the rail.`,
        ["Switch the converter's enable pin, or take a latch."],
        [slide.item.id],
      );
    }
    m.note(
      isWritten
        ? 'A hard switch can corrupt the card: shut down in the menu first, or keep the card read-only.'
        : 'Its own chips are not written while it plays: a hard switch harms nothing but an unsaved game.',
    );
  } else {
    m.broken('switch', 'No switch', 'A switch is wanted, and none is in the kit.', [
      'Add one, or choose a latch or the menu.',
    ]);
  }
  if (isWritten) {
    m.part(
      k.computer,
      way === 'latch' ? 'halts in 5 to 20 s, says so' : 'halts',
      way === 'latch' ? 'request and down lines' : undefined,
    );
  } else m.part(k.computer, 'stops at once');
  m.chain.begun = way !== undefined;
  return m.chain;
}
