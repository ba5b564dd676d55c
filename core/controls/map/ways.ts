/** What could mend a key or its line; each is re-checked on the whole build before it is shown. */
import { pinOf } from '../../kit';
import type { Finding, Input, Part, Project, WayOut } from '../../model';
import { buttonMap } from './map';

export function controlsWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  if (f.code === 'short' || f.code === 'contested') {
    return [...readersOf(p, library), ...otherScreens(p, f, library)];
  }
  const input = p.controls.inputs.find((x) => f.about.includes(x.id));
  return input ? waysOfKey(p, f.code, input) : [];
}

function waysOfKey(p: Project, code: string, input: Input): WayOut[] {
  switch (code) {
    case 'off-track':
      return onHeaderAgain(input);
    case 'track':
      return [byTrack(input)];
    case 'pin':
      return otherLines(p, input);
    case 'route':
      return [withSwitch(input), leftOut(input, 'some games miss it')];
    case 'role':
      return [leftOut(input, 'one button less')];
    default:
      return [];
  }
}

const onHeaderAgain = (input: Input): WayOut[] => [
  {
    id: 'on-header',
    text: `Read ${input.name} on the header`,
    cost: 'where the track of its board leads',
    changes: [{ do: 'input', input: { ...input, route: 'gpio' } }],
    effort: 0.3,
  },
  {
    id: 'all-on-header',
    text: 'Read every key on the header',
    cost: 'where the tracks of the board lead',
    changes: [{ do: 'link', route: 'gpio' }],
    effort: 0.5,
  },
];

/** The key without the line that was chosen by hand. */
function unchosen(input: Input): Input {
  const free = { ...input };
  delete free.gpio;
  return free;
}

const byTrack = (input: Input): WayOut => ({
  id: 'by-track',
  text: `Leave ${input.name} on the line of its track`,
  cost: 'what was chosen by hand is given up',
  changes: [{ do: 'input', input: unchosen(input) }],
  effort: 0.3,
});

function otherLines(p: Project, input: Input): WayOut[] {
  const free = unchosen(input);
  const inputs = p.controls.inputs.map((x) => (x.id === input.id ? free : x));
  const anew = buttonMap({ ...p, controls: { ...p.controls, inputs } });
  const gpio = anew.inputs.find((m) => m.input.id === input.id)?.gpio;
  const automatic: WayOut = {
    id: 'auto',
    text: `Let the map choose a line for ${input.name}`,
    cost: 'moves with the layout',
    changes: [{ do: 'input', input: free }],
    effort: 1.2,
  };
  if (gpio === undefined) return [automatic];
  const shortest: WayOut = {
    id: 'free-line',
    text: `Put ${input.name} on GPIO${gpio} instead`,
    cost: `pin ${pinOf(gpio)}, the shortest free one`,
    changes: [{ do: 'input', input: { ...free, gpio } }],
    effort: 1,
  };
  return [shortest, automatic];
}

const withSwitch = (input: Input): WayOut => ({
  id: 'route',
  text: `Give ${input.name} a switch on a free line`,
  cost: 'one switch, two wires, one hole',
  changes: [{ do: 'input', input: { ...input, routed: true } }],
  effort: 2,
});

const leftOut = (input: Input, cost: string): WayOut => ({
  id: 'leave-out',
  text: `Do without ${input.name}`,
  cost,
  changes: [{ do: 'leave-out-input', input: input.id }],
  effort: 8,
});

/** Boards that read every key and take few lines. */
const readersOf = (p: Project, library: readonly Part[]): WayOut[] =>
  library
    .filter((q) => (q.inputs ?? 0) >= p.controls.inputs.length)
    .flatMap((part): WayOut[] => {
      if (part.family !== 'expander' && part.family !== 'controller') return [];
      const isExpander = part.family === 'expander';
      return [
        {
          id: `route-${part.id}`,
          text: `Read the buttons through ${part.name}`,
          cost: isExpander
            ? 'one small board; needs two I2C lines'
            : 'one board and a USB port; the map survives a lost card',
          changes: [{ do: 'route', route: isExpander ? 'expander' : 'usb', part }],
          effort: 4,
        },
      ];
    });

/** In place of a parallel screen that takes most lines: one that takes few, of a like size. */
function otherScreens(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const isParallel = (id: string): boolean =>
    p.kit.parts.find((q) => q.id === id)?.screen?.link === 'parallel';
  const screen = p.kit.items.find((i) => f.about.includes(i.id) && isParallel(i.part));
  if (!screen) return [];
  return library.filter(takesFewLines).map((q) => ({
    id: `swap-${q.id}`,
    text: `Take ${q.name} instead`,
    cost: `${new Set((q.takes ?? []).map((t) => t.gpio)).size} lines; another picture size`,
    changes: [{ do: 'swap', item: screen.id, part: q }],
    effort: 5,
  }));
}

const takesFewLines = ({ screen }: Part): boolean =>
  screen !== undefined &&
  screen.link !== 'parallel' &&
  screen.diagonalIn >= 2 &&
  screen.diagonalIn <= 4;
