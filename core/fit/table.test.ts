/** Each check in a case in which it fires, one in which it rightly stays silent, and a way out that clears it. */
import { demos, withMeasuredSizes, STARTER_PARTS } from '../catalogue';
import {
  applied,
  appliedAll,
  type Block,
  type Body,
  type Change,
  type Finding,
  length,
  type Part,
  type Piece,
  type Placement,
  type Project,
} from '../model';
import { hingeAt } from '../model/joint.fixture';
import { check, waysOut } from '../verdict';

const [half, done, warbler, wisp] = demos() as [Project, Project, Project, Project];
const place = (p: Project, item: string, more: Partial<Placement>): Project =>
  applied(p, {
    do: 'place',
    placement: { ...p.layout.placements.find((x) => x.item === item)!, ...more },
  });
const metal = (p: Project): Project => ({
  ...p,
  shell: {
    bodies: p.shell.bodies.map((b) => ({
      ...b,
      pieces: b.pieces.map((q) => ({ ...q, material: 'aluminium' as const })),
    })),
  },
});
/** The board alone, and the cell hung over its main chip from the other half. */
const two = appliedAll(
  done,
  done.kit.items
    .filter((i) => i.id !== 'teasel' && i.id !== 'cell')
    .map((i): Change => ({ do: 'drop', item: i.id })),
);
const hotBeside = place(
  applied(two, { do: 'swap', item: 'cell', part: STARTER_PARTS.find((q) => q.id === 'slab-300')! }),
  'cell',
  { on: { piece: 'front' }, x: 60, y: 40, lift: 17.2 },
);
const library = (id: string): Part => STARTER_PARTS.find((q) => q.id === id)!;
/** A hall switch laid in the front half, near the speaker or far from it. */
const hall = (x: number, y: number): Project =>
  appliedAll(done, [
    { do: 'add', part: STARTER_PARTS.find((q) => q.id === 'hall')! },
    {
      do: 'stand',
      placement: {
        item: 'hall',
        on: { piece: 'front' },
        x,
        y,
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 1,
        held: 'jig',
      },
    },
  ]);
/** A part of the starter catalogue put in its place. */
const stand = (
  p: Project,
  id: string,
  piece: string,
  x: number,
  y: number,
  more: Partial<Placement> = {},
): Project =>
  appliedAll(p, [
    { do: 'add', part: library(id) },
    {
      do: 'stand',
      placement: {
        item: id,
        on: { piece },
        x,
        y,
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 0,
        held: 'jig',
        ...more,
      },
    },
  ]);
/** Every part with callipers put on it. */
const known = (p: Project): Project => ({
  ...p,
  kit: { ...p.kit, parts: p.kit.parts.map(withMeasuredSizes) },
});
const only = (p: Project, ...ids: string[]): Project =>
  appliedAll(
    p,
    p.kit.items.filter((i) => !ids.includes(i.id)).map((i): Change => ({ do: 'drop', item: i.id })),
  );
const body = (p: Project, more: Partial<Body>): Project => ({
  ...p,
  shell: { ...p.shell, bodies: [{ ...p.shell.bodies[0]!, ...more }] },
});
const outside = (p: Project, item: string, connector: string): Project =>
  applied(p, { do: 'reach', item, connector, outside: true });
/** Every part of the build with two holes in it. */
const drilled = (p: Project): Project => ({
  ...p,
  kit: {
    ...p.kit,
    parts: p.kit.parts.map((q) => ({
      ...q,
      holes: [
        { x: 2, y: 2, d: 2.2 },
        { x: 14, y: 2, d: 2.2 },
      ],
    })),
  },
});
/** A shell whose faces and walls are whole: screws come out anywhere. */
const unopened = (p: Project): Project =>
  body(p, { pieces: p.shell.bodies[0]!.pieces.map((q) => ({ ...q, openings: [] })) });
/** The amplifier hung over a strip that works pressed in. */
const over = (strip: string, lift: number, more: Partial<Placement> = {}): Project =>
  known(
    place(
      stand(drilled(unopened(only(done, 'amp'))), strip, 'back', 60, 40, { fixed: 'screws' }),
      'amp',
      {
        on: { piece: 'front' },
        x: 80,
        y: 35,
        lift,
        fixed: 'screws',
        ...more,
      },
    ),
  );
/** Foam under the face beside the picture, or on it. */
const rim = (y: number): Project =>
  known(place(stand(done, 'foam-2', 'front', 66, y), 'screen', { lift: 1.3 }));
const screwed = (into: number): Project =>
  body(done, {
    pieces: done.shell.bodies[0]!.pieces.map((q) => ({
      ...q,
      features: q.features.map((f) =>
        f.screw ? { ...f, screw: { ...f.screw, into: length(into) } } : f,
      ),
    })),
  });
/** The charger at the right wall, so far up. */
const side = (y: number): Project =>
  place(only(done, 'charger'), 'charger', { turn: 90, x: 169, y });
/** A board with a radio alone in a large shell that is held in hands. */
const radio = (x: number): Project =>
  stand(
    body(
      {
        ...only(wisp),
        brief: { ...wisp.brief, wireless: true },
        controls: { ...wisp.controls, inputs: [] },
      },
      { outline: { kind: 'rect', w: length(200), h: length(120), r: length(8) } },
    ),
    'thimble',
    'back',
    x,
    20,
    { lift: 1, fixed: 'screws' },
  );
/** Every wire that crosses, as thick as a finger allows. */
const thick = appliedAll(
  done,
  check(done)
    .wiring.wires.filter((x) => x.openMm !== undefined)
    .map((x): Change => ({
      do: 'net',
      net: {
        ...x.net.said,
        id: x.net.id,
        ends: [
          { item: x.net.a.item, pad: x.net.a.pad },
          { item: x.net.b.item, pad: x.net.b.pad },
        ],
        awg: 14,
      },
    })),
);
const bottom = body(done, { spine: 'bottom' });
/** A wired panel and its driver board in a large shell. */
const panel = (x: number, y = 12, ways: '40' | '50' = '40', up: 'in' | 'out' = 'in'): Project =>
  stand(
    stand(
      body(
        {
          ...wisp,
          kit: { parts: [], items: [] },
          layout: { placements: [] },
          controls: { ...wisp.controls, inputs: [] },
        },
        { outline: { kind: 'rect', w: length(260), h: length(170), r: length(8) } },
      ),
      ways === '40' ? 'pane-5-bare' : 'pane-3-5-bare',
      'front',
      60,
      70,
      { up: 'out' },
    ),
    `drive-${ways}`,
    'back',
    x,
    y,
    { on: { piece: 'front' }, up, lift: 1 },
  );
/** A board and a screen with a driver, both with sockets, and a ribbon between. */
const ribboned = (lead: string, screenY: number): Project => {
  const large = body(
    { ...only(wisp), controls: { ...wisp.controls, inputs: [] } },
    {
      outline: { kind: 'rect', w: length(240), h: length(170), r: length(8) },
      pieces: wisp.shell.bodies[0]!.pieces.map((q) => ({
        ...q,
        openings: [],
        features: [],
        depth: length(26),
      })),
    },
  );
  return applied(
    stand(
      stand(large, 'pane-5-hdmi', 'front', 60, screenY, { up: 'out' }),
      'teasel',
      'back',
      100,
      100,
      { lift: 1, fixed: 'screws' },
    ),
    { do: 'add', part: library(lead) },
  );
};
/** Two bodies on a hinge whose axis stands so far above the parting planes. */
function hinged(up: number): Project {
  const bodies = [
    done.shell.bodies[0]!,
    {
      ...wisp.shell.bodies[0]!,
      id: 'lid',
      pieces: wisp.shell.bodies[0]!.pieces.map((q) => ({ ...q, id: `lid-${q.id}` })),
    },
  ];
  const hinge = hingeAt(up, { bodies }, { openDeg: 160, out: length(1) });
  return { ...done, shell: { bodies, joints: [hinge] } };
}
const block = (id: string, x: number, base: number): Block => ({
  id,
  name: id,
  kind: 'body',
  plan: { kind: 'rect', x, y: 0, w: length(10), h: length(10) },
  axis: 'z',
  base,
  height: length(2),
});
/** Two hooks in one half: each over the other's foot, or side by side. */
const hooks = (x: number): Project =>
  ['one', 'two'].reduce((p, id) => {
    const q: Part = {
      ...library('slab-300'),
      id,
      name: id,
      blocks:
        id === 'one'
          ? [block('foot', 0, 0), block('roof', 12, 6)]
          : [block('low', 12, 0), block('top', 0, 6)],
      connectors: [],
      pads: [],
    };
    return appliedAll(p, [
      { do: 'add', part: q },
      {
        do: 'stand',
        placement: {
          item: id,
          on: { piece: 'back' },
          x: id === 'one' ? 40 : x,
          y: 40,
          turn: 0,
          up: 'in',
          stand: 'flat',
          lift: 0,
          held: 'jig',
        },
      },
    ]);
  }, only(wisp));

/** The charger and the board with a wall between them, so many mm high. */
const dam = (mm: number): Project => {
  const p = only(done, 'teasel', 'charger', 'amp');
  const [front, back] = p.shell.bodies[0]!.pieces as [Piece, Piece];
  const from = (edge: 'left' | 'bottom', at: number) => ({
    from: { edge, face: 'outer' as const },
    to: 'near' as const,
    length: length(at),
  });
  return body(p, {
    pieces: [
      front,
      {
        ...back,
        features: [
          ...back.features,
          {
            id: 'dam',
            name: 'dam',
            kind: 'wall',
            at: { x: from('left', 84.2), y: from('bottom', 2.2) },
            shape: { kind: 'rect', w: length(2), h: length(85) },
            height: { from: 'floor', length: length(mm) },
            purpose: 'unknown',
            mayCut: 'remove',
          },
        ],
      },
    ],
  });
};

const find = (p: Project, has: (f: Finding) => boolean): Finding | undefined =>
  check(p).findings.find((f) => f.verdict !== 'clear' && has(f));

const ROWS: Array<
  [name: string, fires: Project, silent: Project, has: (f: Finding) => boolean, way: RegExp]
> = [
  [
    'a post in the way',
    half,
    done,
    (f) => f.what.includes('middle rear post'),
    /^Move Teasel|^Trim/,
  ],
  [
    'a cell that swells against a board',
    half,
    done,
    (f) => f.what.includes('once swollen'),
    /Slab 2500/,
  ],
  ['a plug that cannot seat', half, done, (f) => f.check === 'plug', /^Move Step|^Widen/],
  [
    'a picture hidden behind its window',
    place(done, 'screen', { x: 40 }),
    done,
    (f) => f.check === 'window',
    /Move Pane/,
  ],
  [
    'a speaker beside its grille',
    place(done, 'speaker', { x: 140, y: 20 }),
    done,
    (f) => f.check === 'grille',
    /behind speaker slots/,
  ],
  [
    'a socket of one half in a closed hole of the other',
    place(done, 'charger', { on: { piece: 'front' }, x: 140, lift: 14 }),
    done,
    (f) => f.check === 'closing',
    /open notch/,
  ],
  [
    'a wire pinned far from the spine',
    applied(done, {
      do: 'net',
      net: {
        id: 'screen-sck--teasel-gpio11',
        ends: [
          { item: 'screen', pad: 'SCK' },
          { item: 'teasel', pad: 'GPIO11' },
        ],
        via: [[165, 50, 0]],
      },
    }),
    done,
    (f) => f.check === 'wire',
    /cross at the spine/,
  ],
  [
    'a hall switch within reach of the speaker',
    hall(130, 30),
    hall(20, 20),
    (f) => f.code === 'magnet',
    /^Move Hall/,
  ],
  [
    'a part outside the shell',
    place(done, 'amp', { x: 400 }),
    done,
    (f) => f.check === 'outside',
    /^(Move|Turn) Chirp/,
  ],
  [
    'a cell over the hottest chip',
    hotBeside,
    two,
    (f) => f.measure?.reason.includes('hottest chip') ?? false,
    /^Move/,
  ],
  [
    'a radio inside a metal shell',
    metal({ ...wisp, controls: { ...wisp.controls, route: 'wireless' } }),
    warbler,
    (f) => f.id === 'chain:inputs:shielded',
    /header/,
  ],
  [
    'bare metal beside bare metal',
    place(done, 'amp', { x: 87.3, y: 56 }),
    done,
    (f) => f.measure?.reason.includes('bare metal from bare metal') ?? false,
    /^Insulate/,
  ],
  [
    'bare metal beside a metal shell',
    metal(done),
    done,
    (f) => (f.measure?.reason.includes('metal shell') ?? false) && f.about.includes('pair'),
    /^Insulate/,
  ],
  [
    'pin stubs over a cell',
    place(done, 'amp', { x: 97.5, y: 12, lift: 8 }),
    done,
    (f) => f.what.includes('pin stubs'),
    /^Take the pin stubs off/,
  ],
  [
    'something in the way of a plug',
    stand(place(done, 'charger', { x: 60, y: 12, lift: 3 }), 'magnet-4x2', 'back', 69, 7, {
      lift: 4,
    }),
    done,
    (f) => f.what.includes('way of the USB-C plug') && f.what.includes('Magnet'),
    /^Move/,
  ],
  [
    'a card whose way out is barred',
    outside(done, 'extender', 'card'),
    done,
    (f) => f.what.includes('way of the memory card'),
    /^Move Card extender|^Trim/,
  ],
  ['loops of wire without room', thick, done, (f) => f.id === 'wire:loops', /^Put a plug/],
  [
    'a cap that holds its switch down',
    place(done, 'keys', { lift: 2 }),
    done,
    (f) => f.check === 'cap',
    /further from the face|^File/,
  ],
  [
    'a cap that never reaches its switch',
    place(done, 'keys', { lift: 4.3 }),
    done,
    (f) => f.check === 'cap' && f.title.includes('short of a click'),
    /nearer to the face|tip under/,
  ],
  [
    'a cap beside its switch',
    place(done, 'keys', { x: 120 }),
    done,
    (f) => f.check === 'cap' && f.title.includes('beside'),
    /under the cap/,
  ],
  [
    'springs pressed to their stop',
    over('spring-6', 22),
    over('spring-6', 21.5),
    (f) => f.check === 'press',
    /^Lower/,
  ],
  [
    'springs that do not reach',
    over('spring-6', 20),
    over('spring-6', 21.5),
    (f) => f.check === 'press',
    /^Pack/,
  ],
  [
    'springs that push a board off',
    over('spring-30', 21.5, { fixed: 'glue' }),
    over('spring-30', 21.5),
    (f) => f.code === 'press-force' && f.about.includes('amp'),
    /^Screw/,
  ],
  [
    'foam pressed flat',
    over('foam-4', 23),
    over('foam-4', 21),
    (f) => f.check === 'press',
    /^Lower/,
  ],
  ['foam on the picture', rim(29), rim(23.5), (f) => f.code === 'press-face', /^Move Foam/],
  [
    'a socket that only glue holds',
    place(done, 'charger', { fixed: 'glue' }),
    done,
    (f) => f.check === 'stop',
    /bracket/,
  ],
  [
    'a cell beside the antenna',
    place(warbler, 'thimble', { y: 80 }),
    warbler,
    (f) => f.check === 'antenna',
    /^Move/,
  ],
  [
    'an antenna where the hand holds',
    radio(24),
    radio(90),
    (f) => f.id.startsWith('antenna:palm'),
    /^Move Thimble/,
  ],
  [
    'two plugs that want the same place',
    place(warbler, 'charger', { on: { piece: 'front' }, turn: 180, x: 64, y: 85.4, lift: 12 }),
    warbler,
    (f) => f.id.startsWith('beside:'),
    /^Move|^Do without/,
  ],
  [
    'a straight plug where the palm lies',
    side(25),
    side(70),
    (f) => f.code === 'plug-in-palm',
    /^Plug an angled USB-C plug in/,
  ],
  [
    'a plug that lifts it off the table',
    place(outside(wisp, 'thimble', 'hdmi'), 'thimble', { up: 'out', x: 90 }),
    wisp,
    (f) => f.code === 'plug-below-back',
    /^Raise|^Do without/,
  ],
  [
    'wires bent at their joints',
    place(done, 'amp', { x: 2.6, y: 5, lift: 14 }),
    done,
    (f) => f.id.startsWith('wire:anchor-'),
    /^Move Chirp|^Put a plug/,
  ],
  [
    'an HDMI plug inside against the wall',
    ribboned('lead-hdmi-200', 20),
    ribboned('lead-hdmi-200', 30),
    (f) => f.what.includes('plug of HDMI ribbon'),
    /^Move Pane/,
  ],
  [
    'a plug inside that stands out straight',
    ribboned('lead-hdmi', 20),
    applied(ribboned('lead-hdmi-right', 20), { do: 'around', item: 'lead-hdmi-right', on: true }),
    (f) => f.what.includes('plug of HDMI ribbon'),
    /^Take HDMI ribbon, angled .* angled end at Pane/,
  ],
  [
    'a lead far longer than its way',
    ribboned('lead-hdmi-200', 60),
    ribboned('lead-hdmi', 60),
    (f) => f.id.startsWith('wire:lead-'),
    /^Fold it/,
  ],
  [
    'a ribbon far longer than its way',
    panel(163, 24),
    panel(163),
    (f) => f.check === 'ribbon',
    /^Fold it/,
  ],
  [
    'a ribbon with its contacts the wrong way',
    panel(150, 12, '50'),
    panel(48, 12, '50', 'out'),
    (f) => f.id.startsWith('ribbon:side:'),
    /^Turn Drive/,
  ],
  ['wires without a way', dam(27.2), dam(24), (f) => f.id.startsWith('wire:none-'), /^Trim dam/],
  [
    'a lead too short for its way',
    ribboned('lead-hdmi', 30),
    ribboned('lead-hdmi-200', 30),
    (f) => f.id.startsWith('wire:lead-'),
    /^Take HDMI ribbon, long/,
  ],
  [
    'a ribbon that does not reach',
    panel(200),
    panel(163),
    (f) => f.check === 'ribbon',
    /^Move Drive/,
  ],
  [
    'a socket of the other half near the spine',
    place(bottom, 'charger', { on: { piece: 'front' }, x: 140, lift: 18 }),
    bottom,
    (f) => f.check === 'closing',
    /^Tilt it in/,
  ],
  [
    'two parts that each lie under the other',
    hooks(40),
    hooks(70),
    (f) => f.check === 'closing',
    /^Move/,
  ],
  ['a screw longer than its bore', screwed(12), done, (f) => f.check === 'screw', /shorter/],
  [
    'two bodies that meet before they are shut',
    hinged(7),
    hinged(19),
    (f) => f.id === 'hinge:closed',
    /axis/,
  ],
  ['two signals on one pin', half, done, (f) => f.check === 'pins', /GPIO/],
  ['a charger over 1C', half, done, (f) => f.check === 'charge', /resistor/],
];

describe.each(ROWS)('%s', (_, fires, silent, has, way) => {
  test('fires where it should, stays silent where it should', () => {
    expect(find(fires, has)).toBeDefined();
    expect(find(silent, has)).toBeUndefined();
  });
  test('a way out clears it and makes nothing new or worse', () => {
    const f = find(fires, has)!;
    const { ways } = waysOut(fires, f, STARTER_PARTS);
    const good = ways.find((w) => way.test(w.text));
    expect([f.title, ways.map((w) => w.text), good !== undefined]).toEqual([
      f.title,
      ways.map((w) => w.text),
      true,
    ]);
    expect(find(appliedAll(fires, good!.changes), (x) => x.id === f.id)).toBeUndefined();
  });
});
