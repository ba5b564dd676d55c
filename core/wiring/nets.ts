/**
 * Which pad is joined to which: wires that follow from the kit and the button map, and those the
 * builder added. Gauge, colour and label are the builder's where they were said.
 */
import { FROM_SOURCE, isHost, type Finding, present, type Project } from '../model';
import { type ButtonMap } from '../controls';
import { type PlacedItem, pointOf, type Scene } from '../fit';
import { blockBox } from '../geometry';
import { fedStraight, kitOf } from '../chains';

export type Pt3 = readonly [number, number, number];
export interface End {
  item: string;
  pad: string;
  at: Pt3;
  piece: string;
}
export interface Net {
  /** Made of its ends, so that a builder's choice finds it again. */
  id: string;
  a: End;
  b: End;
  what: 'power' | 'ground' | 'signal' | 'sound';
  says: string;
  /** What a supply wire feeds: one part, or everything that is on. */
  feeds?: Feeds;
  awg: number;
  /** The gauge it has when nothing is chosen for it. */
  usualAwg: number;
  colour: string;
  label: string;
  /** Joined by a plug that is undone before the halves part. */
  plug: boolean;
  via: Pt3[];
  mine: boolean;
  /** What the builder chose for it, as it is stored. */
  said?: Stored;
}
type Stored = Project['wiring']['nets'][number];

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

const padAt = (at: PlacedItem, name: string, nth = 0): End | undefined => {
  const pad = at.part.pads.filter((q) => q.name === name)[nth];
  return (
    pad && {
      item: at.item.id,
      pad: pad.name,
      at: pointOf(at, [pad.x, pad.y, pad.side === 'top' ? boardTop(at) : 0]),
      piece: at.piece,
    }
  );
};
const boardTop = (at: PlacedItem): number => {
  const board = at.part.blocks.find((b) => b.kind === 'board');
  return board ? board.base + board.height.mm : 0;
};
const firstPad = (at: PlacedItem, ...names: string[]): End | undefined => {
  for (const n of names) {
    const e = padAt(at, n);
    if (e) return e;
  }
  return undefined;
};
/** A pad of a board with its own chips that nobody has found yet: somewhere on it, by what it is for. */
const toBeFound = (at: PlacedItem, signal: string): End | undefined => {
  if (!at.part.host) return undefined;
  const board = at.part.blocks.find((b) => b.kind === 'board') ?? at.part.blocks[0]!;
  const [[x0, y0], [x1, y1]] = blockBox(board);
  return {
    item: at.item.id,
    pad: signal.slice(0, 40),
    at: pointOf(at, [(x0 + x1) / 2, (y0 + y1) / 2, boardTop(at)]),
    piece: at.piece,
  };
};
const far = (a: Pt3, b: Pt3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** What a wire feeds, and where it does: at the cell, behind what makes the rail, or at a board's 3.3 V. */
export interface Feeds {
  what: { item: string } | 'everything';
  at: 'cell' | 'rail' | 'logic';
}

/** `rail`: in the gauge of the supply, not of a signal. */
type Draft = Pick<Net, 'a' | 'b' | 'what' | 'says' | 'feeds'> & { rail?: boolean };

/** Every wire of a build, in the order they are soldered: power, boards, buttons, sound, then the builder's own. */
export function netsOf(p: Project, scene: Scene, map: ButtonMap): Net[] {
  const drafts = [
    ...power(p, scene),
    ...boards(p, scene),
    ...buttons(p, scene, map),
    ...sound(p, scene),
    ...line(p, scene),
    ...analog(p, scene),
    ...socket(p, scene),
  ];
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
      const at = scene.items.get(e.item);
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

const placed = (
  p: Project,
  scene: Scene,
  has: (part: PlacedItem['part']) => boolean,
): PlacedItem[] =>
  present(p).kit.items.flatMap((i) => {
    const at = scene.items.get(i.id);
    return at && has(at.part) ? [at] : [];
  });

function join(
  out: Draft[],
  a: End | undefined,
  b: End | undefined,
  what: Net['what'],
  says: string,
): void {
  if (a && b && a.item !== b.item) out.push({ a, b, what, says });
}

/** The pad of the header nearest to a place. */
function headerPad(sbc: PlacedItem, name: string, near: Pt3): End | undefined {
  const all = sbc.part.pads
    .map((q, i) => ({ q, nth: sbc.part.pads.slice(0, i).filter((x) => x.name === q.name).length }))
    .filter(({ q }) => q.name === name)
    .flatMap(({ nth }) => padAt(sbc, name, nth) ?? []);
  return all.sort((x, y) => far(x.at, near) - far(y.at, near))[0] ?? toBeFound(sbc, name);
}

const EVERYTHING = {
  cell: { what: 'everything', at: 'cell' },
  rail: { what: 'everything', at: 'rail' },
} as const;

/** Cell, guard, charger, converter, switch, computer; and what hangs on the 5 V rail, branched where it is made. */
const power = (p: Project, scene: Scene): Draft[] =>
  supply(p, scene).map((d) =>
    d.what === 'signal' ? d : { feeds: EVERYTHING.rail, ...d, rail: true },
  );

function supply(p: Project, scene: Scene): Draft[] {
  const out: Draft[] = [];
  const one = (has: (q: PlacedItem['part']) => boolean) => placed(p, scene, has)[0];
  const cell = one((q) => q.cell !== undefined && q.pads.length > 0);
  const guard = one(
    (q) => q.protects !== undefined && q.cell === undefined && q.charger === undefined,
  );
  const charger = one((q) => q.charger !== undefined);
  const sbc = one((q) => isHost(q));
  const source =
    one(
      (q) =>
        q.converter !== undefined &&
        q.charger === undefined &&
        q.converter.outV > 4.5 &&
        q.converter.outV < 5.5,
    ) ?? one((q) => q.converter !== undefined);
  const latch = one((q) => q.off !== undefined);
  const first = charger ?? source;
  if (cell && guard) {
    join(out, firstPad(cell, 'BAT+'), firstPad(guard, 'B+'), 'power', 'cell to guard');
    join(out, firstPad(cell, 'BAT-'), firstPad(guard, 'B-'), 'ground', 'cell to guard');
    if (firstPad(guard, 'BM')) {
      join(out, firstPad(cell, 'MID'), firstPad(guard, 'BM'), 'signal', 'middle of the pack');
    }
  }
  const store = guard ?? cell;
  if (store && first) {
    join(
      out,
      firstPad(store, 'P+', 'BAT+'),
      firstPad(first, 'BAT+', 'VIN'),
      'power',
      'cell to charger',
    );
    join(
      out,
      firstPad(store, 'P-', 'BAT-'),
      firstPad(first, 'BAT-', 'GND'),
      'ground',
      'cell to charger',
    );
  }
  // Cells side by side: each has its own two leads to where the first one goes.
  if (cell && store && first) {
    for (const twin of placed(p, scene, (q) => q.id === cell.part.id)) {
      if (twin === cell) continue;
      const plus = guard ? firstPad(guard, 'B+') : firstPad(first, 'BAT+', 'VIN');
      const minus = guard ? firstPad(guard, 'B-') : firstPad(first, 'BAT-', 'GND');
      join(out, firstPad(twin, 'BAT+'), plus, 'power', 'cell beside the first');
      join(out, firstPad(twin, 'BAT-'), minus, 'ground', 'cell beside the first');
    }
  }
  if (charger && source && charger !== source) {
    join(out, firstPad(charger, 'OUT+', 'BAT+'), firstPad(source, 'VIN'), 'power', 'cell rail');
    join(out, firstPad(charger, 'OUT-', 'BAT-'), firstPad(source, 'GND'), 'ground', 'cell rail');
  }
  for (const d of out) d.feeds = EVERYTHING.cell;
  const straight = source || !fedStraight(kitOf(p)) ? undefined : (charger ?? store);
  const made = source ?? straight;
  if (!made || !sbc) return out;
  const [rail, ground] = source
    ? [firstPad(source, '5V', 'OUT+'), firstPad(source, 'GND', 'OUT-')]
    : [firstPad(made, 'OUT+', 'P+', 'BAT+'), firstPad(made, 'OUT-', 'P-', 'BAT-')];
  const volts = source ? '5 V' : 'cell volts';
  const gate =
    latch && firstPad(latch, 'IN', '1') && firstPad(latch, 'OUT', 'C') ? latch : undefined;
  const near: Pt3 = rail?.at ?? [0, 0, 0];
  const plus = headerPad(sbc, '5V', near) ?? firstPad(sbc, 'VIN', '+');
  const minus = headerPad(sbc, 'GND', near) ?? firstPad(sbc, '-');
  if (gate) {
    join(out, rail, firstPad(gate, 'IN', '1'), 'power', `${volts} to the switch`);
    join(out, firstPad(gate, 'OUT', 'C'), plus, 'power', `${volts} switched`);
    if (firstPad(gate, 'GND')) {
      join(out, ground, firstPad(gate, 'GND'), 'ground', `${volts} to the switch`);
    }
  } else join(out, rail, plus, 'power', source ? '5 V rail' : volts);
  join(out, ground, minus, 'ground', source ? '5 V rail' : volts);
  const switched = gate ? firstPad(gate, 'OUT', 'C') : rail;
  for (const at of placed(p, scene, (q) => q.draws !== undefined && !isHost(q))) {
    if (at === source || at === charger || at === gate) continue;
    const feed = firstPad(at, '5V', 'VIN', '+');
    if (feed && (at.part.draws?.peak ?? 0) > 0) {
      const by = byHand(p, scene, at, first) ?? {
        from: switched,
        back: ground,
        where: source ? ('rail' as const) : ('cell' as const),
        volts,
      };
      const branch: Draft[] = [];
      join(branch, by.from, feed, 'power', `${by.volts} to ${at.item.name}`);
      join(branch, by.back, firstPad(at, 'GND', '-'), 'ground', `${by.volts} to ${at.item.name}`);
      out.push(
        ...branch.map((d): Draft => ({
          ...d,
          feeds: { what: { item: at.item.id }, at: by.where },
        })),
      );
    }
  }
  if (!source) for (const d of out) d.feeds ??= EVERYTHING.cell;
  return out;
}

/** Where a load's two wires go when its feed was chosen by hand: to the cell's own volts, or to another rail. */
function byHand(
  p: Project,
  scene: Scene,
  load: PlacedItem,
  first: PlacedItem | undefined,
): { from: End | undefined; back: End | undefined; where: Feeds['at']; volts: string } | undefined {
  const chosen = p.power.feeds?.[load.item.id];
  if (chosen === undefined) return undefined;
  if (chosen === FROM_SOURCE) {
    return {
      from: first && firstPad(first, 'OUT+', 'BAT+', 'VIN'),
      back: first && firstPad(first, 'OUT-', 'BAT-', 'GND'),
      where: 'cell',
      volts: 'cell volts',
    };
  }
  const rail = scene.items.get(chosen);
  const made = rail?.part.converter;
  if (!rail || !made) return undefined;
  return {
    from: firstPad(rail, `${made.outV}V`, '5V', 'OUT+'),
    back: firstPad(rail, 'GND', 'OUT-'),
    where: 'rail',
    volts: `${made.outV} V`,
  };
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
      if (pick === undefined) continue;
      used.add(pick);
      const line = padAt(sbc, `GPIO${t.gpio}`) ?? toBeFound(sbc, t.signal);
      join(out, line, padAt(at, pick), 'signal', t.signal);
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
  const hub = p.controls.route === 'gpio' || isOwn ? sbc : reader;
  if (!hub) return out;
  let next = 0;
  const grounded = new Set<string>();
  for (const m of map.inputs) {
    if (!m.input.routed || !m.place) continue;
    const { x, y, z } = m.place;
    const pads = plates
      .flatMap((at) =>
        at.part.pads
          .filter((q) => !['GND', 'common', 'b', '3V3'].includes(q.name))
          .flatMap((q) => padAt(at, q.name) ?? []),
      )
      .map((e) => ({ e, off: Math.hypot(e.at[0] - x, e.at[1] - y) }))
      .filter(({ e, off }) => off < 8 && !out.some((d) => d.a.item === e.item && d.a.pad === e.pad))
      .sort((a, b) => a.off - b.off);
    const own: End = pads[0]?.e ?? {
      item: hub.item.id,
      pad: `at ${m.input.name}`.slice(0, 40),
      at: [x, y, z],
      piece: bodyPiece(scene, z),
    };
    let line: End | undefined;
    if (p.controls.route === 'gpio') {
      if (m.gpio === undefined) line = undefined;
      else line = padAt(hub, `GPIO${m.gpio}`);
    } else line = padAt(hub, `IN${++next}`) ?? toBeFound(hub, m.input.name);
    if (!line) continue;
    out.push({ a: own, b: line, what: 'signal', says: m.input.name });
    const plate = pads[0]?.e.item;
    if (plate !== undefined && grounded.has(plate)) continue;
    if (plate !== undefined) grounded.add(plate);
    const at = plate === undefined ? undefined : scene.items.get(plate);
    const ground = at
      ? firstPad(at, 'GND', 'common', 'b')
      : { ...own, pad: `${own.pad} ground`.slice(0, 40) };
    const to = headerPad(hub, 'GND', own.at);
    if (ground && to) {
      out.push({
        a: ground,
        b: to,
        what: 'ground',
        says: `ground of ${at?.item.name ?? m.input.name}`,
      });
    }
  }
  return out;
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

/** A charging or supply socket in the shell where nothing else makes the rail: straight to the computer. */
function socket(p: Project, scene: Scene): Draft[] {
  const out: Draft[] = [];
  const sbc = placed(p, scene, (q) => isHost(q))[0];
  const makes = placed(p, scene, (q) => q.converter !== undefined || q.charger !== undefined);
  const panel = placed(
    p,
    scene,
    (q) =>
      q.family === 'hardware' &&
      (q.ports ?? []).some((x) => x.carries === 'supply' && x.role === 'gives'),
  )[0];
  if (!sbc || !panel || makes.length) return out;
  const gate = placed(p, scene, (q) => q.off !== undefined)[0];
  const into = gate && firstPad(gate, 'IN', '1');
  const rail = padAt(panel, '5V');
  const near: Pt3 = rail?.at ?? [0, 0, 0];
  if (gate && into) {
    join(out, rail, into, 'power', '5 V to the switch');
    join(out, firstPad(gate, 'OUT', 'C'), headerPad(sbc, '5V', near), 'power', '5 V switched');
  } else join(out, rail, headerPad(sbc, '5V', near), 'power', '5 V from the socket');
  join(out, padAt(panel, 'GND'), headerPad(sbc, 'GND', near), 'ground', '5 V from the socket');
  return out.map((d) => ({ ...d, rail: true, feeds: EVERYTHING.rail }));
}

/**
 * Parts with pads to which neither a wire nor a lead goes.
 *
 * @returns one finding each: something to be wired by the builder, or left out; nothing while the
 *          computer, to which most of them go, is not laid out
 */
export function unwired(scene: Scene, nets: readonly Net[]): Finding[] {
  if (!nets.length || ![...scene.items.values()].some((at) => isHost(at.part))) return [];
  const wired = new Set(nets.flatMap((n) => [n.a.item, n.b.item]));
  const plugged = new Set(scene.cables.flatMap((c) => c.ends.map((e) => e.item)));
  return [...scene.items.values()]
    .filter((at) => at.part.pads.length > 0 && !isHost(at.part))
    .filter(({ item }) => !wired.has(item.id) && !plugged.has(item.id))
    .map(({ item, part }): Finding => ({
      id: `wire:none-${item.id}`,
      station: 'fit',
      check: 'wire',
      code: 'unwired',
      verdict: 'tight',
      title: 'No wire leads to it',
      what: `${item.name} has ${part.pads.length} pads, and nothing is joined to them.`,
      why: [
        'What it hangs on is not in the kit, or has no pad of the right name: add its wires in Fit, Wires, or say that it stays outside.',
      ],
      about: [item.id],
      refs: [{ is: 'item', id: item.id }],
    }));
}

/** How a wire's end is read out: "Teasel GPIO17". */
export const endWords = (p: Project, e: End): string =>
  e.pad.startsWith('at ')
    ? e.pad.slice(3)
    : `${kitOf(p).all.find((f) => f.item.id === e.item)?.item.name ?? e.item} ${e.pad}`;
