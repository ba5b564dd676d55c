/** Every kind of change: the document stays one that is read, only what the change names is another, and the one given is left as it was. */
import { demos, STARTER_PARTS } from '../../catalogue';
import { hingeAt, hingeIn } from '../joint.fixture';
import { applied, appliedAll, type Change, length, mustRead, type Project } from '..';

const [half, done, , wisp] = demos() as [Project, Project, Project, Project];
const part = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;
const place = (item: string) => half.layout.placements.find((q) => q.item === item)!;
const bodies = [
  half.shell.bodies[0]!,
  {
    ...wisp.shell.bodies[0]!,
    id: 'lid',
    pieces: wisp.shell.bodies[0]!.pieces.map((q) => ({ ...q, id: `lid-${q.id}` })),
  },
];
const hinged: Project = { ...half, shell: { bodies, joints: [hingeAt(19, { bodies })] } };

/** Paths at which two documents differ, as far down as both have something. */
function differences(a: unknown, b: unknown, path = ''): string[] {
  if (JSON.stringify(a) === JSON.stringify(b)) return [];
  if (
    typeof a !== 'object' ||
    typeof b !== 'object' ||
    !a ||
    !b ||
    Array.isArray(a) !== Array.isArray(b) ||
    (Array.isArray(a) && a.length !== (b as unknown[]).length)
  ) {
    return [path];
  }
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((k) =>
    differences(
      (a as Record<string, unknown>)[k],
      (b as Record<string, unknown>)[k],
      path ? `${path}.${k}` : k,
    ),
  );
}

const ROWS: Array<[Change, Project, RegExp]> = [
  [
    { do: 'place', placement: { ...place('teasel'), x: 23, fixed: 'glue' } },
    half,
    /^layout\.placements\.0\.(x|fixed)$/,
  ],
  [{ do: 'strike', item: 'teasel', block: 'hdmi' }, half, /^kit\.items\.0\.struck$/],
  [{ do: 'trim', feature: 'back-middle', copy: 1, to: 3 }, half, /^cuts$/],
  [{ do: 'notch', for: { item: 'charger', connector: 'usb' } }, half, /^cuts$/],
  [{ do: 'widen', for: { item: 'charger', connector: 'usb' } }, half, /^cuts$/],
  [
    { do: 'swap', item: 'cell', part: part('slab-2000') },
    half,
    /^kit\.(parts|items\.2\.(part|name))$/,
  ],
  [{ do: 'insulate', item: 'amp' }, half, /^kit\.items\.4\.insulated$/],
  [{ do: 'fold', item: 'screen', folds: 2 }, half, /^kit\.items\.1\.folds$/],
  [{ do: 'around', item: 'screen', on: true }, half, /^kit\.items\.1\.around$/],
  [{ do: 'angle', item: 'charger', connector: 'usb', on: true }, half, /^kit\.items\.3\.angled$/],
  [{ do: 'shut', how: 'swing' }, half, /^shell\.bodies\.0\.shuts$/],
  [{ do: 'hold shut', body: 'shell', by: 'clips' }, half, /^shell\.bodies\.0\.closedBy$/],
  [{ do: 'peg', cap: 'cap-keys', mm: 1.1 }, half, /^shell\.bodies\.0\.caps\.0\.peg\.mm$/],
  [{ do: 'grow', by: 1.5, side: 'w' }, wisp, /^shell\.bodies\.0\.outline\.w\.mm$/],
  [{ do: 'grow', by: 1.5, side: 'h' }, wisp, /^shell\.bodies\.0\.outline\.h\.mm$/],
  [
    { do: 'grow', by: 2, side: { piece: 'back' } },
    done,
    /^shell\.bodies\.0\.pieces\.1\.(depth|zones\.0\.depth|features\.[01]\.height\.length)\.mm$/,
  ],
  [
    { do: 'screw', feature: 'corner-posts', screw: { d: length(2.6), into: length(6) } },
    half,
    /features\.0\.screw\.into\.mm$/,
  ],
  [{ do: 'bore', feature: 'corner-posts', deep: 12.5 }, half, /features\.0\.bore\.deep\.mm$/],
  [
    { do: 'joint', joint: { ...hingeIn(hinged), up: length(20) } },
    hinged,
    /^shell\.joints\.0\.up\.mm$/,
  ],
  [
    { do: 'joint', joint: { ...hingeIn(hinged), id: 'other' } },
    { ...hinged, shell: { bodies: hinged.shell.bodies } },
    /^shell\.joints$/,
  ],
  [{ do: 'program', item: 'charger', rProgOhm: 820 }, half, /^kit\.items\.3\.rProgOhm$/],
  [
    { do: 'reach', item: 'teasel', connector: 'hdmi', outside: true },
    half,
    /^kit\.items\.0\.reach\.hdmi$/,
  ],
  [{ do: 'leave-out-input', input: 'select' }, half, /^controls\.inputs$/],
  [{ do: 'power', set: { wireAwg: 20 } }, half, /^power\.wireAwg$/],
  [{ do: 'sound', set: { volume: 'menu' } }, half, /^sound\.volume$/],
  [{ do: 'brief', set: { hours: 4 } }, half, /^brief\.hours$/],
  [{ do: 'link', route: 'usb' }, half, /^controls\.route$/],
];

describe.each(ROWS)('%j', (change, p, where) => {
  test('changes what it names and nothing else, in a document that is still read', () => {
    const before = JSON.stringify(p);
    const next = applied(p, change);
    const paths = differences(p, next);
    expect(JSON.stringify(p)).toBe(before);
    expect(paths.length).toBeGreaterThan(0);
    for (const path of paths) expect(path).toMatch(where);
    expect(() => mustRead(JSON.parse(JSON.stringify(next)))).not.toThrow();
    // Twice is once, but for what grows.
    if (change.do !== 'grow') expect(appliedAll(p, [change, change])).toEqual(next);
  });
});

test('what was folded or turned around is unfolded and turned back', () => {
  const there: Change[] = [
    { do: 'fold', item: 'amp', folds: 2 },
    { do: 'around', item: 'amp', on: true },
    { do: 'angle', item: 'charger', connector: 'usb', on: true },
  ];
  const back: Change[] = [
    { do: 'fold', item: 'amp', folds: undefined },
    { do: 'around', item: 'amp', on: false },
    { do: 'angle', item: 'charger', connector: 'usb', on: false },
  ];
  expect(appliedAll(half, [...there, ...back])).toEqual(half);
});

test('what is not there is not changed, and nothing fails', () => {
  for (const c of [
    { do: 'peg', cap: 'none', mm: 1 },
    { do: 'bore', feature: 'none', deep: 9 },
    { do: 'insulate', item: 'none' },
    { do: 'grow', by: 1, side: { piece: 'none' } },
  ] as Change[]) {
    expect(applied(half, c)).toEqual(half);
  }
  const traced: Project = {
    ...wisp,
    shell: {
      bodies: [
        {
          ...wisp.shell.bodies[0]!,
          outline: {
            kind: 'points',
            points: [
              [0, 0],
              [90, 0],
              [40, 60],
            ],
            u: 0.1,
            r: length(0),
          },
        },
      ],
    },
  };
  expect(applied(traced, { do: 'grow', by: 1, side: 'w' })).toEqual(traced);
});
