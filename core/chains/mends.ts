/** Parts and answers that could mend a break. Each is re-checked on the whole build before it is shown. */
import {
  isHost,
  refOf,
  type Change,
  type Finding,
  type Form,
  type Input,
  type Part,
  type Project,
  type WayOut,
} from '../model';
import { isBank, isLatchKey, portsOf } from '../kit';
import { kitOf } from './fitted';

/** Keys, the last ones of the list, that the boards which read the others have no input for. */
function overflow(p: Project, k: ReturnType<typeof kitOf>): Input[] {
  const read = p.controls.inputs.filter((i) => !i.route && !isLatchKey(p, i));
  const { route } = p.controls;
  if (route === 'original board') return read.slice(k.computer?.part.host?.keys ?? 0);
  const family = route === 'expander' ? 'expander' : 'controller';
  const boards = k.all.filter((x) => x.part.family === family);
  return read.slice(boards.reduce((sum, x) => sum + (x.part.inputs ?? 0), 0));
}

/** @param library  parts that may be taken, the cheapest first of those that fit */
export function chainWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const at = f.check === 'chain' ? refOf(f, 'link') : undefined;
  if (!at) return [];
  const { chain, link } = at;
  const k = kitOf(p);
  const out: WayOut[] = [];
  const way = (id: string, text: string, cost: string, changes: Change[], effort: number) => {
    if (!out.some((w) => w.id === id)) out.push({ id, text, cost, changes, effort });
  };
  const price = (q: Part) => (q.price === undefined ? 'price not known' : `${q.price} typical`);
  const cheapest = (fits: (q: Part) => boolean) =>
    library
      .filter(fits)
      .sort((a, b) => (a.price ?? 1e9) - (b.price ?? 1e9))
      .slice(0, 24);
  const add = (fits: (q: Part) => boolean, more: Change[] = [], effort = 3) => {
    for (const q of cheapest(fits)) {
      way(
        `add-${q.id}`,
        `Add ${q.name}`,
        price(q),
        [{ do: 'add', part: q }, ...more],
        effort + (q.price ?? 50) / 1000,
      );
    }
  };
  const swap = (item: string | undefined, fits: (q: Part) => boolean, effort = 5) => {
    if (item) {
      for (const q of cheapest(
        (x) => fits(x) && x.id !== k.all.find((y) => y.item.id === item)?.item.part,
      )) {
        way(
          `swap-${item}-${q.id}`,
          `Take ${q.name} instead of ${k.all.find((y) => y.item.id === item)?.item.name ?? item}`,
          price(q),
          [{ do: 'swap', item, part: q }],
          effort + (q.price ?? 50) / 1000,
        );
      }
    }
  };
  const gives = (q: Part, carries: string) =>
    portsOf(q).some((x) => x.carries === carries && x.role === 'gives');
  const takes = (q: Part, carries: string) =>
    portsOf(q).some((x) => x.carries === carries && x.role === 'takes');
  const item = (has: (q: Part) => boolean) => k.all.find((x) => has(x.part))?.item.id;
  const series = k.all.find((x) => x.part.cell && !isBank(x.part))?.part.cell?.series ?? 1;
  const computer = k.computer?.item.id;
  const screen = item((q) => q.screen !== undefined);
  const key = `${chain}:${link.replace(/^(rail|speed|current)-.*/, '$1')}`;
  switch (key) {
    case 'energy:source':
      add((q) => q.cell?.kind === 'pouch' && q.cell.series === 1);
      way('wall', 'Run it from the wall', 'no cell', [{ do: 'power', set: { source: 'wall' } }], 4);
      break;
    case 'energy:protection':
      add((q) => q.protects?.series === series);
      break;
    case 'energy:charger':
      add(
        (q) =>
          q.charger !== undefined &&
          (q.charger.series ?? 1) === series &&
          !(q.converter && k.all.some((x) => x.part.converter)),
      );
      add((q) => q.charger !== undefined && (q.charger.series ?? 1) === series, [], 4);
      break;
    case 'energy:series':
      swap(
        f.about[0],
        (q) =>
          (q.charger?.series ?? 0) === series ||
          (q.charger !== undefined && q.charger.series === undefined && series === 1),
      );
      swap(
        f.about[1],
        (q) =>
          q.cell !== undefined &&
          !isBank(q) &&
          q.cell.series ===
            (k.all.find((x) => x.item.id === f.about[0])?.part.charger?.series ?? 1),
      );
      break;
    case 'energy:mixed':
      if (f.about[1]) {
        const first = k.all.find((x) => x.item.id === f.about[0])!.part;
        way(
          'alike',
          'Take the same cell twice',
          price(first),
          [{ do: 'swap', item: f.about[1], part: first }],
          3,
        );
        way(
          'one',
          'Leave the second cell out',
          'shorter hours',
          [{ do: 'drop', item: f.about[1] }],
          4,
        );
      }
      break;
    case 'energy:converter':
      add((q) => q.converter !== undefined && !isBank(q) && Math.abs(q.converter.outV - 5.1) < 0.3);
      swap(
        item((q) => q.charger !== undefined),
        (q) => q.charger !== undefined && q.converter !== undefined,
      );
      break;
    case 'energy:window':
      swap(
        f.about[0],
        (q) =>
          q.converter !== undefined &&
          !isBank(q) &&
          Math.abs(q.converter.outV - 5.1) < 0.3 &&
          (q.charger !== undefined) ===
            (k.all.find((x) => x.item.id === f.about[0])?.part.charger !== undefined),
      );
      swap(
        item((q) => q.cell !== undefined),
        (q) => q.cell !== undefined && !isBank(q) && q.cell.series !== series,
      );
      break;
    case 'energy:rail': {
      const window = k.all
        .find((x) => x.item.id === f.about[0])
        ?.ports.find((q) => q.carries === 'rail' && q.role === 'takes')?.volts;
      if (window) {
        add(
          (q) =>
            q.converter !== undefined &&
            !isBank(q) &&
            q.converter.outV >= window[0] &&
            q.converter.outV <= window[1],
        );
      }
      const family = k.all.find((x) => x.item.id === f.about[0])?.part.family;
      swap(f.about[0], (q) => q.family === family);
      break;
    }
    case 'picture:computer':
      add((q) => isHost(q));
      break;
    case 'picture:screen':
      add(
        (q) =>
          q.screen !== undefined &&
          q.screen.diagonalIn >= 2 &&
          q.screen.diagonalIn <= 5 &&
          q.screen.link !== 'panel',
      );
      break;
    case 'picture:link': {
      const mine = k.all.find((x) => x.item.id === screen)?.part.screen;
      swap(
        screen,
        (q) =>
          q.screen !== undefined &&
          gives(k.computer!.part, q.screen.link) &&
          Math.abs(q.screen.diagonalIn - (mine?.diagonalIn ?? 3)) <= 1.5,
      );
      swap(
        computer,
        (q) => isHost(q) && gives(q, mine?.link === 'panel' ? 'hdmi' : (mine?.link ?? 'hdmi')),
      );
      break;
    }
    case 'picture:driver':
    case 'picture:ribbon':
    case 'picture:ribbon-pitch':
    case 'picture:ribbon-end': {
      const ways = k.all
        .find((x) => x.item.id === screen)
        ?.ports.find((q) => q.carries === 'panel')?.count;
      const fits = (q: Part) =>
        portsOf(q).some((x) => x.carries === 'panel' && x.role === 'gives' && x.count === ways);
      if (link === 'driver') add(fits);
      else swap(f.about[1], fits);
      swap(screen, (q) => q.screen !== undefined && q.screen.link !== 'panel', 6);
      break;
    }
    case 'picture:lead': {
      const ends = f.about.map((id) => k.all.find((x) => x.item.id === id)!);
      const forms = ends.flatMap((e) =>
        e.ports
          .filter((q) => q.carries === 'hdmi')
          .map((q) => ({ form: q.form, block: q.block, item: e.item.id })),
      );
      add(
        (q) =>
          q.lead?.carries === 'hdmi' &&
          forms.length >= 2 &&
          sameEnds(q.lead.ends, [forms[0]!.form, forms[1]!.form]),
      );
      for (const e of forms) {
        if (
          e.block &&
          k.all
            .find((x) => x.item.id === e.item)
            ?.ports.some((q) => q.block === e.block && q.padsLeft)
        ) {
          way(
            `solder-${e.item}`,
            `Take the socket of ${k.all.find((x) => x.item.id === e.item)!.item.name} off and solder four pairs`,
            'hot air; short and alike',
            [{ do: 'strike', item: e.item, block: e.block }],
            6,
          );
        }
      }
      break;
    }
    case 'picture:tv':
      for (const c of k.computer?.part.connectors ?? []) {
        if (
          (c.type === 'hdmi' || c.type === 'mini-hdmi') &&
          !k.computer!.item.struck.includes(c.block ?? '')
        ) {
          way(
            `reach-${c.id}`,
            `Bring ${c.name} of ${k.computer!.item.name} to a wall`,
            'one opening',
            [{ do: 'reach', item: computer!, connector: c.id, outside: true }],
            2,
          );
        }
      }
      swap(computer, (q) => isHost(q) && gives(q, 'hdmi'));
      break;
    case 'sound:none':
      add((q) => q.amp !== undefined && takes(q, 'i2s'), speakerToo(library));
      way('silent', 'No sound wanted', 'silent games', [{ do: 'sound', set: { none: true } }], 8);
      break;
    case 'sound:amp':
      add((q) => q.amp !== undefined && (takes(q, 'i2s') || k.ends('line', 'gives').length > 0));
      break;
    case 'sound:source':
      swap(f.about[0], (q) => q.amp !== undefined || gives(q, 'line'));
      swap(computer, (q) => isHost(q) && gives(q, 'i2s'));
      break;
    case 'sound:conversion':
      add((q) => gives(q, 'line') && q.family === 'audio');
      swap(f.about[0], (q) => q.amp !== undefined && takes(q, 'i2s'));
      break;
    case 'sound:speaker':
      add(
        (q) =>
          q.speaker !== undefined &&
          q.speaker.ohm >= (k.all.find((x) => x.part.amp)?.part.amp?.minOhm ?? 4),
      );
      break;
    case 'sound:ohm':
      swap(
        f.about[0],
        (q) =>
          q.speaker !== undefined &&
          q.speaker.ohm >= (k.all.find((x) => x.item.id === f.about[1])?.part.amp?.minOhm ?? 4),
      );
      swap(
        f.about[1],
        (q) =>
          q.amp !== undefined &&
          q.amp.minOhm <= (k.all.find((x) => x.item.id === f.about[0])?.part.speaker?.ohm ?? 8),
      );
      break;
    case 'sound:volume':
      way(
        'menu',
        'Set the volume in the menu or with a chord',
        'no part',
        [{ do: 'sound', set: { volume: 'menu' } }],
        1,
      );
      add((q) => q.words.includes('volume') && q.words.includes('pot'), [], 2);
      break;
    case 'sound:headphones':
      add((q) => gives(q, 'line') && q.family === 'audio');
      way('no-jack', 'Leave the jack out', 'no headphones', [{ do: 'drop', item: f.about[0]! }], 6);
      break;
    case 'sound:jack':
      swap(f.about[0], (q) =>
        portsOf(q).some(
          (x) => x.form === 'jack-3.5' && x.carries === 'line' && x.role === 'takes' && x.switching,
        ),
      );
      break;
    case 'inputs:board':
      add(
        (q) =>
          q.family === (p.controls.route === 'expander' ? 'expander' : 'controller') &&
          p.controls.route !== 'original board' &&
          (q.inputs ?? 0) >= p.controls.inputs.length,
      );
      way(
        'header',
        'Read the buttons on the header',
        'one line each',
        [{ do: 'link', route: 'gpio' }],
        4,
      );
      break;
    case 'inputs:none':
      way(
        'pad',
        'Play with a wireless pad',
        'no wires; a battery more to charge',
        [{ do: 'link', route: 'wireless' }],
        4,
      );
      break;
    case 'inputs:count':
      swap(
        f.about[0],
        (q) =>
          q.family === (p.controls.route === 'expander' ? 'expander' : 'controller') &&
          (q.inputs ?? 0) >= p.controls.inputs.length,
      );
      add(
        (q) =>
          q.family === (p.controls.route === 'expander' ? 'expander' : 'controller') &&
          (q.inputs ?? 0) > 0,
      );
      if (k.computer && gives(k.computer.part, 'lines')) {
        const over = overflow(p, k);
        way(
          'rest-on-header',
          `Read ${over.map((i) => i.name).join(', ')} on lines of the header`,
          'a wire each to the computer; the overlay is copied to the card as well',
          over.map((input) => ({ do: 'input', input: { ...input, route: 'gpio' } })),
          1,
        );
      }
      break;
    case 'inputs:bus':
      swap(computer, (q) => isHost(q) && gives(q, 'lines'));
      break;
    case 'inputs:radio':
      swap(computer, (q) => isHost(q) && gives(q, 'radio'));
      add((q) => gives(q, 'radio') && !isHost(q));
      break;
    case 'inputs:shielded':
      way(
        'header',
        'Read the buttons on the header',
        'one line each',
        [{ do: 'link', route: 'gpio' }],
        4,
      );
      break;
    case 'inputs:analog':
      add((q) => gives(q, 'analog'));
      break;
    case 'storage:slot':
      swap(computer, (q) => isHost(q) && takes(q, 'card'));
      break;
    case 'storage:access': {
      const card = k.computer?.part.connectors.find((c) => c.type === 'card');
      if (card) {
        way(
          'reach-card',
          `Bring the card slot of ${k.computer!.item.name} to a wall`,
          'one slot cut',
          [{ do: 'reach', item: computer!, connector: card.id, outside: true }],
          2,
        );
      }
      add((q) => q.family === 'storage' && takes(q, 'card'));
      way(
        'open',
        'Open the case for the card',
        'screws, every time',
        [{ do: 'brief', set: { card: 'open the case' } }],
        6,
      );
      break;
    }
    case 'ports:charge':
      add((q) =>
        portsOf(q).some(
          (x) =>
            x.carries === 'supply' &&
            x.role === 'gives' &&
            x.form === 'usb-c' &&
            x.pullDowns === true,
        ),
      );
      for (const id of f.about) {
        for (const c of k.all.find((x) => x.item.id === id)?.part.connectors ?? []) {
          if (
            c.type !== 'card' &&
            !k.all.find((x) => x.item.id === id)!.item.struck.includes(c.block ?? '')
          ) {
            way(
              `reach-${id}-${c.id}`,
              `Bring ${c.name} to a wall`,
              'one opening',
              [{ do: 'reach', item: id, connector: c.id, outside: true }],
              2,
            );
          }
        }
      }
      break;
    case 'ports:pulldowns':
    case 'ports:barrel': {
      swap(
        k.all
          .find((x) => x.item.id === f.about[0])
          ?.ports.some((q) => q.carries === 'supply' && q.role === 'gives')
          ? f.about[0]
          : undefined,
        (q) =>
          portsOf(q).some(
            (x) =>
              x.carries === 'supply' &&
              x.role === 'gives' &&
              x.form === 'usb-c' &&
              x.pullDowns === true,
          ),
      );
      const own = k.all.find((x) => x.item.id === f.about[0]);
      const bad = own?.ports.find(
        (q) => q.carries === 'supply' && q.role === 'takes' && (q.volts?.[1] ?? 5) > 5.5,
      );
      const c = own?.part.connectors.find((x) => x.block === bad?.block);
      if (own && c) {
        way(
          'inside',
          `Keep ${c.name} of ${own.item.name} inside`,
          'no opening for it',
          [{ do: 'reach', item: own.item.id, connector: c.id, outside: false }],
          1,
        );
      }
      if (own && bad?.block) {
        way(
          'strike',
          `Take the ${c?.name ?? 'socket'} off`,
          'solder the supply',
          [{ do: 'strike', item: own.item.id, block: bad.block }],
          3,
        );
      }
      break;
    }
    case 'ports:data':
    case 'ports:hub':
      add((q) => q.family === 'hub');
      swap(computer, (q) => isHost(q));
      break;
    case 'ports:speed':
      swap(f.about[1], (q) => q.family === 'hub');
      break;
    case 'ports:current':
      swap(
        f.about[0],
        (q) =>
          q.family === 'hub' ||
          q.family === k.all.find((x) => x.item.id === f.about[0])?.part.family,
      );
      swap(computer, (q) => isHost(q));
      break;
    case 'shutdown:way':
      add((q) => q.off?.kind === 'latch');
      add((q) => q.off?.kind === 'switch', [], 4);
      way(
        'menu',
        'Shut down from the menu only',
        'no part; empties slowly when off',
        [{ do: 'power', set: { off: 'menu' } }],
        5,
      );
      break;
    case 'shutdown:latch':
      add((q) => q.off?.kind === 'latch');
      break;
    case 'shutdown:switch':
      add((q) => q.off?.kind === 'switch');
      break;
    case 'shutdown:amps':
      swap(
        f.about[0],
        (q) =>
          q.off !== undefined &&
          q.off.amps > (k.all.find((x) => x.item.id === f.about[0])?.part.off?.amps ?? 0),
      );
      break;
    case 'shutdown:lines':
      swap(computer, (q) => isHost(q) && gives(q, 'lines'));
      break;
  }
  return out;
}

const sameEnds = (a: readonly [Form, Form], b: readonly [Form, Form]): boolean =>
  (a[0] === b[0] && a[1] === b[1]) || (a[0] === b[1] && a[1] === b[0]);
/** A speaker the usual amplifiers drive, so that one answer makes the whole chain. */
const speakerToo = (library: readonly Part[]): Change[] => {
  const s = library.find((q) => q.speaker?.ohm === 8);
  return s ? [{ do: 'add', part: s }] : [];
};
