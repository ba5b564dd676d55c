/**
 * Which pad is joined to which: wires that follow from the kit and the button map, and those the
 * builder added. Gauge, colour and label are the builder's where they were said.
 */
import { isHost, type Input, type Project, routeOf } from '../model';
import { backings, type ButtonMap, netWords, tappedCommons } from '../controls';
import { bodiesOf, everyItem, type Scene } from '../fit';
import { areJoined, isLatchKey, onHeader } from '../kit';
import { ladderPlan } from '../ladder';
import { padBus } from '../padbus';
import { kitOf } from '../chains';
import {
  type Draft,
  type End,
  firstPad,
  headerPad,
  join,
  type Net,
  padAt,
  placed,
  type Pt3,
  toBeFound,
} from './ends';
import { power } from './supplied';
import { dataPairs } from './usb';

const SIGNAL_AWG = 30;
const SOUND_AWG = 28;
/** Each signal in a bundle gets the next, so that neighbours differ; always with its number. */
const COLOURS = [
  'yellow',
  'green',
  'blue',
  'violet',
  'white',
  'orange',
  'grey',
  'brown',
  'pink',
  'turquoise',
];
export const WIRE_COLOURS: readonly string[] = ['red', 'black', ...COLOURS];
/** What a board calls the pad of a header signal. */
const PADS: Readonly<Record<string, string>> = {
  'SPI out': 'MOSI',
  'SPI clock': 'SCK',
  'SPI select 0': 'CS',
  'SPI select 1': 'CS',
  'data/command': 'DC',
  reset: 'RESET',
  backlight: 'LED',
  'I2S clock': 'BCLK',
  'I2S frame': 'LRC',
  'I2S out': 'DIN',
  'I2C data': 'SDA',
  'I2C clock': 'SCL',
  'shutdown request': 'REQ',
  'I am down': 'DOWN',
  'PWM left': 'L in',
  'PWM right': 'R in',
  'pixel clock': 'CLK',
  'data enable': 'DE',
  'vertical sync': 'VS',
  'horizontal sync': 'HS',
};

const slug = (s: string): string =>
  s
    .toLowerCase()
    .replace(/\+/g, 'plus')
    .replace(/-$/, 'minus')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
/** Made of both ends, whichever is said first; what is too long for an id ends in a number made of the whole. */
export function netId(a: { item: string; pad: string }, b: { item: string; pad: string }): string {
  const whole = [`${a.item}-${slug(a.pad)}`, `${b.item}-${slug(b.pad)}`].sort().join('--');
  if (whole.length <= 64) return whole;
  let sum = 0;
  for (const c of whole) sum = (Math.imul(sum, 31) + c.codePointAt(0)!) >>> 0;
  return `${whole.slice(0, 56)}-${sum.toString(36)}`;
}

/** Every wire of a build, in the order they are soldered: power, boards, buttons, sound, then the builder's own. */
export function netsOf(p: Project, scene: Scene, map: ButtonMap): Net[] {
  const joined = areJoined(p);
  const drafts = [
    ...power(p, scene),
    ...boards(p, scene),
    ...dataPairs(p, scene),
    ...buttons(p, scene, map),
    ...sound(p, scene),
    ...line(p, scene),
    ...analog(p, scene),
    ...composite(p, scene),
  ].filter((d) => d.a.item === d.b.item || !joined(d.a.item, d.b.item));
  const made = new Map(p.wiring.nets.map((n) => [n.id, n]));
  const colours = new Map<string, number>();
  const out: Net[] = [];
  const add = (d: Draft, mine: boolean, id = netId(d.a, d.b)) => {
    if (out.some((n) => n.id === id)) return;
    const said = made.get(id);
    const pair = [d.a.item, d.b.item].sort().join('~');
    const nth = colours.get(pair) ?? 0;
    if (d.what !== 'power' && d.what !== 'ground') colours.set(pair, nth + 1);
    let usual: string;
    if (d.what === 'power') usual = 'red';
    else if (d.what === 'ground') usual = 'black';
    else usual = COLOURS[nth % COLOURS.length]!;
    const { a, b, what, says, rail, feeds } = d;
    let usualAwg: number;
    if (what === 'sound') usualAwg = SOUND_AWG;
    else if (rail) usualAwg = p.power.wireAwg;
    else usualAwg = SIGNAL_AWG;
    out.push({
      a,
      b,
      what,
      says,
      id,
      mine,
      ...(feeds ? { feeds } : {}),
      ...(said ? { said } : {}),
      awg: said?.awg ?? usualAwg,
      usualAwg,
      colour: said?.colour ?? usual,
      label: said?.label ?? `W${out.length + 1}`,
      plug: said?.plug ?? false,
      via: said?.via ?? [],
    });
  };
  for (const d of drafts) add(d, false);
  for (const n of p.wiring.nets) {
    if (out.some((o) => o.id === n.id)) continue;
    const ends = n.ends.flatMap((e): End[] => {
      const at = everyItem(scene).get(e.item);
      const end = at && padAt(at, e.pad);
      return end ? [end] : [];
    });
    for (let i = 1; i < ends.length; i++) {
      add(
        { a: ends[0]!, b: ends[i]!, what: 'signal', says: n.label ?? 'a wire of your own' },
        true,
        i === 1 ? n.id : undefined,
      );
    }
  }
  return out;
}

/** Header signals of whatever is fitted, with the 3.3 V and ground beside them. */
function boards(p: Project, scene: Scene): Draft[] {
  const out: Draft[] = [];
  const sbc = placed(p, scene, (q) => isHost(q))[0];
  if (!sbc) return out;
  for (const at of placed(
    p,
    scene,
    (q) => (q.takes ?? []).length > 0 || q.pads.some((d) => d.name === '3V3'),
  )) {
    if (at === sbc) continue;
    const spare = at.part.pads
      .filter((q) => !['3V3', '5V', 'GND', 'VIN'].includes(q.name))
      .map((q) => q.name);
    const used = new Set<string>();
    for (const t of at.part.takes ?? []) {
      const bit = /^colour bit (\d+)$/.exec(t.signal);
      const name = bit ? `D${bit[1]}` : (PADS[t.signal] ?? '');
      const pick = spare.includes(name) ? name : spare.find((n) => !used.has(n));
      if (pick !== undefined) used.add(pick);
      // A board without a header calls its pads by what they are for.
      const line = padAt(sbc, `GPIO${t.gpio}`) ?? padAt(sbc, name) ?? toBeFound(sbc, t.signal);
      // A board with fewer pads named than lines it takes has them somewhere: its wire is not left out.
      const own = pick === undefined ? toBeFound(at, t.signal) : padAt(at, pick);
      join(out, line, own, 'signal', t.signal);
    }
    const feed = padAt(at, '3V3');
    if (feed) {
      const says = `3.3 V to ${at.item.name}`;
      const branch: Draft[] = [];
      join(branch, headerPad(sbc, '3V3', feed.at), feed, 'power', says);
      join(branch, headerPad(sbc, 'GND', feed.at), padAt(at, 'GND'), 'ground', says);
      out.push(
        ...branch.map((d): Draft => ({ ...d, feeds: { what: { item: at.item.id }, at: 'logic' } })),
      );
    }
  }
  return out;
}

/** Each input to its line, and one ground for each plate. */
function buttons(p: Project, scene: Scene, map: ButtonMap): Draft[] {
  const out: Draft[] = [];
  const sbc = placed(p, scene, (q) => isHost(q))[0];
  const reader = placed(p, scene, (q) => q.pads.some((d) => d.name === 'IN1'))[0];
  const plates = placed(p, scene, (q) => q.family === 'switch' && q.pads.length > 1);
  const isOwn = p.controls.route === 'original board' && sbc?.part.host !== undefined;
  const hub = isOwn ? sbc : reader;
  const latch = placed(p, scene, (q) => q.off?.kind === 'latch')[0];
  const behind = new Map(
    bodiesOf(scene)
      .flatMap((body) => backings(body))
      .map((b) => [b.input.id, b.on?.item]),
  );
  const commons = tappedCommons(p);
  const ladder = ladderPlan(p);
  const converter = placed(p, scene, (q) => q.id === idOfPart(p, ladder?.converter?.id))[0];
  const channelOf = new Map(
    ladder?.channels.flatMap((c) => c.steps.map((s) => [s.input.id, c.channel] as const)),
  );
  /** Where the wire of a channel has got to: the next key of it joins there. */
  const reached = new Map<number, End>();
  let next = 0;
  const grounded = new Set<string>();
  for (const m of map.inputs) {
    const isOnHeader = onHeader(p, m.input);
    let reads = isOnHeader ? sbc : hub;
    const channel = channelOf.get(m.input.id);
    if (routeOf(p, m.input) === 'ladder') reads = channel === undefined ? undefined : converter;
    if (isLatchKey(p, m.input)) reads = latch;
    // A key over a carrier's own switch is led to its line by the carrier's tracks.
    if (!m.input.routed || !m.place || !reads || isOverBus(p, m.input) || m.track) continue;
    const { x, y, z, body } = m.place;
    const here = bodiesOf(scene).find((s) => s.shell?.body.id === body) ?? scene;
    // Tapped, a key is read at the contacts of the kept board, whatever plates there are.
    const isKept = isTapped(p, m.input);
    const pads = plates
      .filter((at) => !isKept && here.items.has(at.item.id))
      .flatMap((at) =>
        at.part.pads
          .filter((q) => !['GND', 'common', 'b', '3V3'].includes(q.name))
          .flatMap((q) => padAt(at, q.name) ?? []),
      )
      .map((e) => ({ e, off: Math.hypot(e.at[0] - x, e.at[1] - y) }))
      // A switch behind a wall has its pads deeper inside than one under a face.
      .filter(({ e, off }) => off < 8 || behind.get(m.input.id) === e.item)
      .filter(({ e }) => !out.some((d) => d.a.item === e.item && d.a.pad === e.pad))
      .sort((a, b) => a.off - b.off);
    const own: End = pads[0]?.e ?? {
      item: reads.item.id,
      pad: `at ${m.input.name}`.slice(0, 40),
      at: [x, y, z],
      piece: bodyPiece(here, z),
    };
    let line: End | undefined;
    if (reads === latch) line = padAt(reads, 'KEY') ?? toBeFound(reads, m.input.name);
    else if (isOnHeader) {
      // A header whose pads were not all named has the line all the same.
      if (m.gpio === undefined) line = undefined;
      else line = padAt(reads, `GPIO${m.gpio}`) ?? toBeFound(reads, `GPIO${m.gpio}`);
    } else if (channel !== undefined) {
      line = reached.get(channel) ?? padAt(reads, `A${channel}`) ?? toBeFound(reads, m.input.name);
      reached.set(channel, own);
    } else line = padAt(reads, `IN${++next}`) ?? toBeFound(reads, m.input.name);
    if (!line) continue;
    out.push({ a: own, b: line, what: 'signal', says: m.input.name });
    // The pads of a kept board share its own common.
    const common = commons.get(m.input.id);
    const kept = isKept ? `${KEPT} ${common?.pad ?? ''}` : undefined;
    const plate = pads[0]?.e.item ?? kept;
    if (plate !== undefined && grounded.has(plate)) continue;
    if (plate !== undefined) grounded.add(plate);
    const at = plate === undefined ? undefined : here.items.get(plate);
    const ground = at
      ? firstPad(at, 'GND', 'common', 'b')
      : { ...own, pad: `${own.pad} ground`.slice(0, 40) };
    const isHigh = common?.isHigh === true;
    const to = padAt(reads, 'KEY-') ?? headerPad(reads, isHigh ? '3V3' : 'GND', own.at);
    if (ground && to) {
      out.push({
        a: ground,
        b: to,
        what: isHigh ? 'signal' : 'ground',
        says: isHigh
          ? `common pad ${common.pad} to 3.3 V`
          : `ground of ${at?.item.name ?? m.input.name}`,
      });
    }
  }
  return [...out, ...matrixWires(map, sbc), ...busWires(p, map, sbc)];
}

/** The kind of part an item is. */
const idOfPart = (p: Project, item: string | undefined): string | undefined =>
  p.kit.items.find((i) => i.id === item)?.part;

/** Stands for the board whose pads are tapped: its keys have one wire for each of its commons. */
const KEPT = '@kept board';
const isTapped = (p: Project, input: Input): boolean =>
  routeOf(p, input) === 'original board' && onHeader(p, input);

/** Told over a serial pad, a key has no wire of its own. */
const isOverBus = (p: Project, input: Input): boolean =>
  routeOf(p, input) === 'pad bus' && !isLatchKey(p, input);

/** The five wires of a serial pad: what feeds it, and its three lines. */
function busWires(
  p: Project,
  { bus, inputs }: ButtonMap,
  sbc: ReturnType<typeof placed>[number] | undefined,
): Draft[] {
  const keys = new Set(bus?.bits.map((b) => b.input));
  const place = inputs.find((m) => keys.has(m.input.id) && m.place)?.place;
  if (!bus || !sbc || !place) return [];
  const at: Pt3 = [place.x, place.y, place.z];
  const fed = padBus(p).fedV === 5 ? '5V' : '3V3';
  const out: Draft[] = [];
  const wire = (pad: string, to: End | undefined, what: Draft['what'], says: string): void => {
    const own = (piece: string): End => ({ item: sbc.item.id, pad: `kept pad ${pad}`, at, piece });
    if (to) out.push({ a: own(to.piece), b: to, what, says });
  };
  wire(
    'supply',
    headerPad(sbc, fed, at),
    'power',
    `${fed === '5V' ? '5' : '3.3'} V to the serial pad`,
  );
  wire('GND', headerPad(sbc, 'GND', at), 'ground', 'ground of the serial pad');
  for (const line of bus.lines) {
    if (line.gpio === undefined) continue;
    wire(line.is, padAt(sbc, `GPIO${line.gpio}`), 'signal', netWords(line));
  }
  return out;
}

/** One wire for each row and column of a kept board, from under the first of its keys. */
function matrixWires(
  { matrix, inputs }: ButtonMap,
  sbc: ReturnType<typeof placed>[number] | undefined,
): Draft[] {
  if (!matrix || !sbc) return [];
  return matrix.lines.flatMap((net): Draft[] => {
    const key = matrix.keys.find((k) => k.row === net.pad || k.column === net.pad);
    const place = inputs.find((m) => m.input.id === key?.input)?.place;
    const line = net.gpio === undefined ? undefined : padAt(sbc, `GPIO${net.gpio}`);
    if (!place || !line) return [];
    const own: End = {
      item: sbc.item.id,
      pad: `kept pad ${net.pad}`.slice(0, 40),
      at: [place.x, place.y, place.z],
      piece: line.piece,
    };
    return [{ a: own, b: line, what: 'signal', says: netWords(net) }];
  });
}

const bodyPiece = (scene: Scene, z: number): string => {
  const body = scene.shell!.body;
  return (body.pieces.find((q) => scene.shell!.sign(q.id) === (z >= 0 ? 1 : -1)) ?? body.pieces[0]!)
    .id;
};

function sound(p: Project, scene: Scene): Draft[] {
  const out: Draft[] = [];
  const amp = placed(p, scene, (q) => q.amp !== undefined)[0];
  if (!amp) return out;
  placed(p, scene, (q) => q.speaker !== undefined)
    .slice(0, 2)
    .forEach((at, i) => {
      const [plus, minus] =
        i === 0
          ? [firstPad(amp, 'S+', 'L+'), firstPad(amp, 'S-', 'L-')]
          : [firstPad(amp, 'R+', 'S+'), firstPad(amp, 'R-', 'S-')];
      join(out, plus, padAt(at, '+'), 'sound', `${at.item.name} plus`);
      join(out, minus, padAt(at, '-'), 'sound', `${at.item.name} minus`);
    });
  return out;
}

/** Line level: from what gives it, over a volume pot where there is one, to the amplifier; and to a jack. */
function line(p: Project, scene: Scene): Draft[] {
  const out: Draft[] = [];
  const gives = placed(
    p,
    scene,
    (q) => q.amp === undefined && q.pads.some((d) => d.name === 'L'),
  )[0];
  const amp = placed(p, scene, (q) => q.amp !== undefined)[0];
  if (!gives) return out;
  const left = padAt(gives, 'L');
  const right = padAt(gives, 'R');
  const ground = padAt(gives, 'GND');
  const pot = placed(p, scene, (q) => q.pads.some((d) => d.name === 'W'))[0];
  if (pot) {
    join(out, left, padAt(pot, 'A'), 'sound', 'line to the volume wheel');
    join(out, ground, padAt(pot, 'B'), 'ground', 'line to the volume wheel');
  }
  const from = pot ? padAt(pot, 'W') : left;
  if (amp) {
    join(out, from, firstPad(amp, 'IN', 'L'), 'sound', 'line to the amplifier');
    if (!pot) join(out, right, padAt(amp, 'R'), 'sound', 'line to the amplifier');
  }
  for (const jack of placed(p, scene, (q) => q.pads.some((d) => d.name === 'sleeve'))) {
    join(out, left, padAt(jack, 'tip'), 'sound', `left to ${jack.item.name}`);
    join(out, right, padAt(jack, 'ring'), 'sound', `right to ${jack.item.name}`);
    join(out, ground, padAt(jack, 'sleeve'), 'ground', `ground of ${jack.item.name}`);
  }
  return out;
}

/** The one wire of a composite picture; its ground is that of the supply. */
function composite(p: Project, scene: Scene): Draft[] {
  const out: Draft[] = [];
  const host = placed(p, scene, (q) => isHost(q))[0];
  if (!host) return out;
  for (const screen of placed(p, scene, (q) => q.screen?.link === 'composite')) {
    const says = `composite picture of ${screen.item.name}`;
    const from = firstPad(host, 'TV', 'VIDEO') ?? toBeFound(host, 'TV');
    join(out, from, padAt(screen, 'VIDEO') ?? toBeFound(screen, 'VIDEO'), 'signal', says);
  }
  return out;
}

/** Axes of sticks and triggers, each to the next channel of what reads voltages. */
function analog(p: Project, scene: Scene): Draft[] {
  const AXES = ['X', 'Y', 'OUT'];
  const reader = placed(p, scene, (q) => q.pads.some((d) => /^(A|X)1$/.test(d.name)))[0];
  if (!reader) return [];
  const channels = reader.part.pads.filter((d) => /^[AXY]\d$/.test(d.name)).map((d) => d.name);
  const gives = placed(p, scene, (q) => (q.ports ?? []).some((x) => x.carries === 'analog'));
  const axes = gives
    .filter((at) => at !== reader)
    .flatMap((at) => AXES.flatMap((name) => padAt(at, name) ?? []));
  const out: Draft[] = [];
  axes.slice(0, channels.length).forEach((axis, i) => {
    join(out, axis, padAt(reader, channels[i]!), 'signal', `axis ${axis.pad}`);
  });
  return out;
}

/** How a wire's end is read out: "Teasel GPIO17". */
export const endWords = (p: Project, e: End): string =>
  e.pad.startsWith('at ')
    ? e.pad.slice(3)
    : `${kitOf(p).all.find((f) => f.item.id === e.item)?.item.name ?? e.item} ${e.pad}`;
