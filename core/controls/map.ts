/**
 * The button map of a build: every input with its line, its wire, and what clashes.
 */
import {
  type Change,
  type Finding,
  type Input,
  type InputRole,
  listed,
  type Part,
  type Project,
  type WayOut,
  type Worked,
} from '../model';
import {
  carriersOf,
  HEADER_40,
  isLatchKey,
  onHeader,
  partOf,
  pinOf,
  RESERVED,
  SECOND_DUTY,
  trackOf,
} from '../kit';
import { bodiesOf, type Scene, sceneOf } from '../fit';
import { ladderPlan } from '../ladder';
import { leastCost } from './assign';
import { backings } from './backing';
import { type Lines, linesOf } from './lines';
import { type BusLines, busLines } from './busLines';
import { givenLines, type Matrix, matrixOf } from './matrix';
import { headerPlaces, type Place, placeAnywhere, straight } from './places';

export interface MappedInput {
  input: Input;
  gpio?: number;
  pin?: number;
  byHand: boolean;
  /** The board whose tracks lead its switch to its line. */
  track?: string;
  place?: Place;
  /** Straight wire length from switch to header pin, mm. */
  wireMm?: number;
}
export interface ButtonMap {
  inputs: MappedInput[];
  /** Keys of a kept board of rows and columns, which share lines. */
  matrix?: Matrix;
  /** The three lines of a serial pad. */
  bus?: BusLines;
  lines: Lines;
  total: Worked<number>;
  findings: Finding[];
}

/** No wire in a shell is so long: a line with a second duty costs more than any, mm. */
const LAST_MM = 10_000;

/** Whether a key is read on a line of the header. */
const takesLine = (p: Project, input: Input): boolean =>
  onHeader(p, input) && !isLatchKey(p, input);

export function buttonMap(p: Project, scene: Scene = sceneOf(p)): ButtonMap {
  const lines = linesOf(p);
  const pins = headerPlaces(scene);
  const nets = matrixOf(p);
  const inMatrix = new Set(nets?.keys.map((k) => k.input));
  const tracks = tracksOf(p, scene);
  const offTrack = p.controls.inputs.filter(
    (i) => tracks.has(i.id) && !takesLine(p, i) && !isLatchKey(p, i),
  );
  const inputs = p.controls.inputs.map((input): MappedInput => {
    const isOnLine = takesLine(p, input) && !inMatrix.has(input.id);
    const track = isOnLine ? tracks.get(input.id) : undefined;
    return {
      input,
      byHand: input.gpio !== undefined,
      ...maybe('track', track?.board),
      ...maybe('place', placeAnywhere(scene, input)),
      ...maybe('gpio', isOnLine ? (track?.gpio ?? input.gpio) : undefined),
    };
  });
  const wanting = inputs.filter(
    (m) =>
      takesLine(p, m.input) && m.gpio === undefined && m.input.routed && !inMatrix.has(m.input.id),
  );
  const used = new Set(inputs.map((m) => m.gpio));
  const free = lines.free.filter((g) => !used.has(g));
  const reach = (m: MappedInput, g: number): number | undefined => {
    const pin = pins.get(g);
    return m.place && pin && straight(m.place, pin);
  };
  const cost = (m: MappedInput, g: number) =>
    (reach(m, g) ?? pinOf(g) / 100) + (SECOND_DUTY[g] ? LAST_MM : 0);
  const fitted = wanting.slice(0, free.length);
  leastCost(fitted.map((m) => free.map((g) => cost(m, g)))).forEach((column, i) => {
    fitted[i]!.gpio = free[column]!;
  });
  const given = new Set(inputs.map((m) => m.gpio));
  const shared =
    nets &&
    givenLines(
      nets,
      lines.free.filter((g) => !given.has(g)),
    );
  for (const line of shared?.matrix.lines ?? []) given.add(line.gpio);
  const bus = busLines(
    p,
    lines.free.filter((g) => !given.has(g)),
  );
  for (const m of inputs) {
    if (m.gpio === undefined) continue;
    m.pin = pinOf(m.gpio);
    const wireMm = m.track === undefined ? reach(m, m.gpio) : undefined;
    if (wireMm !== undefined) m.wireMm = wireMm;
  }
  const wired = inputs.filter((m) => m.wireMm !== undefined);
  const sum = wired.reduce((s, m) => s + m.wireMm!, 0);
  return {
    inputs,
    lines,
    total: {
      value: sum,
      working: [
        trackWords(inputs) ??
          leastWords(p, shared?.matrix, bus) ??
          `${wired.length} ${wired.length === 1 ? 'wire' : 'wires'}, ${Math.round(sum)} mm in straight lines; the least possible over ${lines.free.length} free lines with the hand-made choices kept and lines with a second duty last`,
      ],
    },
    ...(shared ? { matrix: shared.matrix } : {}),
    ...(bus ? { bus } : {}),
    findings: [
      ...offTrack.map((i) => elsewhereRead(i, tracks.get(i.id)!)),
      ...findings(p, inputs, lines, {
        left:
          wanting.length -
          fitted.length +
          (shared?.short ?? 0) +
          (bus?.lines.filter((l) => l.gpio === undefined).length ?? 0),
        nets: shared?.matrix,
        bus,
      }),
    ],
  };
}

/** The line that a carrier's track leads a switch to. */
interface Track {
  gpio: number;
  board: string;
}

/** Keys over a carrier's own switches, each with the line that its tracks lead it to. */
function tracksOf(p: Project, scene: Scene): Map<string, Track> {
  const carriers = carriersOf(p).filter((c) => c.carrier.keys.length);
  if (!carriers.length) return new Map();
  return new Map(
    bodiesOf(scene)
      .flatMap((body) => backings(body))
      .flatMap(({ input, on }) => {
        const gpio = on?.block === undefined ? undefined : trackOf(carriers, on.item, on.block);
        const board = carriers.find((c) => c.item.id === on?.item)?.item.name;
        return gpio === undefined || board === undefined
          ? []
          : [[input.id, { gpio, board }] as const];
      }),
  );
}

/** Keys that all lie on tracks of a carrier have no wire at all. */
function trackWords(inputs: readonly MappedInput[]): string | undefined {
  const routed = inputs.filter((m) => m.input.routed);
  const boards = [...new Set(routed.flatMap((m) => m.track ?? []))];
  if (!boards.length || routed.some((m) => m.track === undefined)) return undefined;
  return `${routed.length} keys led to the header by the tracks of ${listed(boards)}: no wire`;
}

/** How the keys are read where no line of a header is taken by them. */
function leastWords(
  p: Project,
  matrix: Matrix | undefined,
  bus: BusLines | undefined,
): string | undefined {
  const { route, inputs } = p.controls;
  const ladder = ladderPlan(p);
  if (route === 'ladder' && ladder && !inputsOnHeader(p)) {
    const n = ladder.channels.length;
    return `${inputs.filter((i) => i.routed).length} keys told by voltage on ${n} ${n === 1 ? 'channel' : 'channels'}: one wire a key through its resistor, one ground for each plate`;
  }
  if (bus && !inputsOnHeader(p)) {
    return `${bus.bits.length} ${bus.bits.length === 1 ? 'key' : 'keys'} over latch, clock and data: three lines, and two wires that feed the pad`;
  }
  if (matrix) {
    const rows = matrix.lines.filter((l) => l.is === 'row').length;
    return `${matrix.keys.length} keys on ${rows} rows and ${matrix.lines.length - rows} columns: one wire for each, ${matrix.lines.length} lines`;
  }
  if ((route === 'usb' || route === 'expander') && !inputs.some((i) => takesLine(p, i))) {
    const reader = route === 'usb' ? 'controller board' : 'expander';
    return `each key to its own input of the ${reader}; one ground for each plate`;
  }
  const host = p.kit.items.find((i) => partOf(p, i).host);
  if (route !== 'original board' || !host) return undefined;
  return `each key to its own pad of ${host.name}, found with a meter; one ground for each plate`;
}

const inputsOnHeader = (p: Project): boolean =>
  p.controls.inputs.some((i) => i.routed && takesLine(p, i));

const maybe = <K extends string, V>(key: K, value: V | undefined) =>
  value === undefined ? {} : ({ [key]: value } as { [k in K]: V });

const say = (
  code: string,
  subject: string | number,
  check: Finding['check'],
  verdict: Finding['verdict'],
  title: string,
  what: string,
  why: string[],
  about: string[],
): Finding => ({
  id: `controls:${code}-${subject}`,
  code,
  station: 'controls',
  check,
  verdict,
  title,
  what,
  why,
  about,
});

/** Tracks of a carrier lead to the header and nowhere else. */
const elsewhereRead = (input: Input, { gpio, board }: Track): Finding =>
  say(
    'off-track',
    input.id,
    'input',
    'hit',
    `${board} leads it to the header`,
    `${input.name} is to be read otherwise, and its switch lies on GPIO${gpio} by a track.`,
    ['Read it on the header, or give it a switch of its own.'],
    [input.id],
  );

function findings(
  p: Project,
  inputs: readonly MappedInput[],
  lines: Lines,
  short: { left: number; nets: Matrix | undefined; bus: BusLines | undefined },
): Finding[] {
  const out: Finding[] = [];
  const used = new Set(inputs.map((m) => m.gpio));
  if (p.controls.route === 'gpio' || short.bus || inputs.some((m) => takesLine(p, m.input))) {
    for (const { gpio, by } of lines.contested) {
      out.push(
        say(
          'contested',
          gpio,
          'pins',
          'hit',
          `GPIO${gpio} is wanted twice`,
          by.map((t) => `${t.name} for ${t.signal}`).join(' and '),
          [`Pin ${pinOf(gpio)} of the header can serve one of them.`],
          by.map((t) => t.item),
        ),
      );
    }
    for (const m of inputs) {
      const isFixed = m.byHand || m.track !== undefined;
      if (!isFixed || m.gpio === undefined) continue;
      if (m.track !== undefined && m.byHand && m.input.gpio !== m.gpio) {
        out.push(
          say(
            'track',
            m.input.id,
            'pins',
            'hit',
            `GPIO${m.input.gpio} by hand, GPIO${m.gpio} by its track`,
            `${m.input.name} on ${m.track}`,
            [`${m.track} leads its own switch to pin ${m.pin}; no wire changes that.`],
            [m.input.id],
          ),
        );
        continue;
      }
      const by = lines.taken.filter((t) => t.gpio === m.gpio);
      const twin = inputs.find(
        (o) =>
          o !== m &&
          o.gpio === m.gpio &&
          (o.byHand || o.track !== undefined) &&
          o.input.id < m.input.id,
      );
      const known = HEADER_40.some((h) => h.gpio === m.gpio);
      const better = lines.free.some((g) => !SECOND_DUTY[g] && !used.has(g));
      if (by.length) {
        out.push(
          say(
            'pin',
            m.input.id,
            'pins',
            'hit',
            `GPIO${m.gpio} carries two signals`,
            `${m.input.name}, and ${by[0]!.name} for ${by[0]!.signal}`,
            [
              `Pin ${m.pin} is taken by ${by[0]!.name}; ${freeCount(lines, inputs)} lines are free.`,
            ],
            [m.input.id, by[0]!.item],
          ),
        );
      } else if (twin) {
        out.push(
          say(
            'pin',
            m.input.id,
            'pins',
            'hit',
            `GPIO${m.gpio} carries two buttons`,
            `${m.input.name} and ${twin.input.name}`,
            ['One line tells one button.'],
            [m.input.id, twin.input.id],
          ),
        );
      } else if (RESERVED[m.gpio]) {
        out.push(
          say(
            'pin',
            m.input.id,
            'pins',
            'hit',
            `GPIO${m.gpio} is reserved`,
            `${m.input.name}: ${RESERVED[m.gpio]}`,
            [],
            [m.input.id],
          ),
        );
      } else if (SECOND_DUTY[m.gpio] && (better || m.track !== undefined)) {
        out.push(
          say(
            'pin',
            m.input.id,
            'pins',
            'tight',
            `GPIO${m.gpio} has a second duty`,
            `${m.input.name}: ${SECOND_DUTY[m.gpio]}`,
            [
              m.track === undefined
                ? 'Another line is free: take that, or turn the other duty off in the image.'
                : `The tracks of ${m.track} lead there: turn the other duty off in the image.`,
            ],
            [m.input.id],
          ),
        );
      } else if (!known) {
        out.push(
          say(
            'pin',
            m.input.id,
            'pins',
            'hit',
            `GPIO${m.gpio} is not on the header`,
            m.input.name,
            ['The 40-pin header carries GPIO0 to GPIO27.'],
            [m.input.id],
          ),
        );
      }
    }
    if (short.left > 0) {
      const shared = new Set(short.nets?.keys.map((k) => k.input));
      const alone = inputs.filter(
        (m) => m.input.routed && takesLine(p, m.input) && !shared.has(m.input.id),
      ).length;
      const need = alone + (short.nets?.lines.length ?? 0) + (short.bus?.lines.length ?? 0);
      const isShared = short.nets !== undefined || short.bus !== undefined;
      const biggest = [...new Set(lines.taken.map((t) => t.item))]
        .map((id) => ({
          name: lines.taken.find((t) => t.item === id)!.name,
          n: lines.taken.filter((t) => t.item === id).length,
        }))
        .sort((a, b) => b.n - a.n)[0];
      out.push(
        say(
          'short',
          'lines',
          'pins',
          'hit',
          `${word(need)} ${isShared ? 'lines wanted' : 'inputs'}, ${word(lines.free.length).toLowerCase()} free lines`,
          biggest ? `${biggest.name} takes ${biggest.n} of 28.` : 'The header has too few lines.',
          [
            `28 lines − ${new Set(lines.taken.map((t) => t.gpio)).size} taken − those reserved = ${lines.free.length} free; ${leftOver(short.left, isShared ? 'wire' : 'input')}.`,
          ],
          [...new Set(lines.taken.map((t) => t.item))],
        ),
      );
    }
  }
  for (const m of inputs) {
    if (!m.input.routed) {
      out.push(
        say(
          'route',
          m.input.id,
          'input',
          'hit',
          'No way for its wire yet',
          `${m.input.name} has no switch and wire planned.`,
          ['Decide before closing: a forgotten shoulder key means opening the case again.'],
          [m.input.id],
        ),
      );
    } else if (!m.place && ('opening' in m.input.at || p.shell.bodies.length)) {
      out.push(
        say(
          'place',
          m.input.id,
          'input',
          'hit',
          `Its ${lostOf(m.input.at).name} is gone`,
          `${m.input.name} sits in ${lostOf(m.input.at).article} ${lostOf(m.input.at).name} the shell no longer has.`,
          [],
          [m.input.id],
        ),
      );
    }
  }
  const twice = new Map<InputRole, Input>();
  for (const { input } of inputs) {
    const other = twice.get(input.functions[0]);
    if (other) {
      out.push(
        say(
          'role',
          input.id,
          'input',
          'hit',
          `Two inputs are "${input.functions[0]}"`,
          `${other.name} and ${input.name}`,
          ['A game would see one of them only.'],
          [input.id, other.id],
        ),
      );
    }
    twice.set(input.functions[0], input);
  }
  return out;
}

/** What a key without a place is missing. */
function lostOf(at: Input['at']): { name: string; article: string } {
  if ('opening' in at) return { name: 'opening', article: 'an' };
  return { name: 'piece' in at ? 'face' : 'wall', article: 'a' };
}

const leftOver = (n: number, what: string): string =>
  n === 1 ? `1 ${what} is left over` : `${n} ${what}s are left over`;
const freeCount = (lines: Lines, inputs: readonly MappedInput[]): number =>
  lines.free.filter((g) => !inputs.some((m) => m.gpio === g)).length;
const WORDS = [
  'No',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];
const word = (n: number): string => WORDS[n] ?? String(n);

/** What could mend a controls finding; each is re-checked on the whole build before it is shown. */
export function controlsWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const out: WayOut[] = [];
  const input = p.controls.inputs.find((x) => f.about.includes(x.id));
  const way = (id: string, text: string, cost: string, changes: Change[], effort: number) =>
    out.push({ id, text, cost, changes, effort });
  if (f.code === 'off-track' && input) {
    way(
      'on-header',
      `Read ${input.name} on the header`,
      'where the track of its board leads',
      [{ do: 'input', input: { ...input, route: 'gpio' } }],
      0.3,
    );
    way(
      'all-on-header',
      'Read every key on the header',
      'where the tracks of the board lead',
      [{ do: 'link', route: 'gpio' }],
      0.5,
    );
  }
  if (f.code === 'track' && input) {
    const free = { ...input };
    delete free.gpio;
    way(
      'by-track',
      `Leave ${input.name} on the line of its track`,
      'what was chosen by hand is given up',
      [{ do: 'input', input: free }],
      0.3,
    );
  }
  if (f.code === 'pin' && input) {
    const free = { ...input };
    delete free.gpio;
    const gpio = buttonMap({
      ...p,
      controls: {
        ...p.controls,
        inputs: p.controls.inputs.map((x) => (x.id === input.id ? free : x)),
      },
    }).inputs.find((m) => m.input.id === input.id)?.gpio;
    if (gpio !== undefined) {
      way(
        'free-line',
        `Put ${input.name} on GPIO${gpio} instead`,
        `pin ${pinOf(gpio)}, the shortest free one`,
        [{ do: 'input', input: { ...free, gpio } }],
        1,
      );
    }
    way(
      'auto',
      `Let the map choose a line for ${input.name}`,
      'moves with the layout',
      [{ do: 'input', input: free }],
      1.2,
    );
  }
  if (f.code === 'route' && input) {
    way(
      'route',
      `Give ${input.name} a switch on a free line`,
      'one switch, two wires, one hole',
      [{ do: 'input', input: { ...input, routed: true } }],
      2,
    );
    way(
      'leave-out',
      `Do without ${input.name}`,
      'some games miss it',
      [{ do: 'leave-out-input', input: input.id }],
      8,
    );
  }
  if (f.code === 'role' && input) {
    way(
      'leave-out',
      `Do without ${input.name}`,
      'one button less',
      [{ do: 'leave-out-input', input: input.id }],
      8,
    );
  }
  if (f.code === 'short' || f.code === 'contested') {
    for (const part of library.filter(
      (q) =>
        (q.family === 'expander' || q.family === 'controller') &&
        (q.inputs ?? 0) >= p.controls.inputs.length,
    )) {
      way(
        `route-${part.id}`,
        `Read the buttons through ${part.name}`,
        part.family === 'expander'
          ? 'one small board; needs two I2C lines'
          : 'one board and a USB port; the map survives a lost card',
        [{ do: 'route', route: part.family === 'expander' ? 'expander' : 'usb', part }],
        4,
      );
    }
    const screen = p.kit.items.find(
      (i) =>
        f.about.includes(i.id) &&
        p.kit.parts.find((q) => q.id === i.part)?.screen?.link === 'parallel',
    );
    for (const q of screen
      ? library.filter(
          (x) =>
            x.screen &&
            x.screen.link !== 'parallel' &&
            x.screen.diagonalIn >= 2 &&
            x.screen.diagonalIn <= 4,
        )
      : []) {
      way(
        `swap-${q.id}`,
        `Take ${q.name} instead`,
        `${new Set((q.takes ?? []).map((t) => t.gpio)).size} lines; another picture size`,
        [{ do: 'swap', item: screen!.id, part: q }],
        5,
      );
    }
  }
  return out;
}
