/**
 * The ordered list of what to do, computed from the document.
 *
 * Every step names what it waits for; the list is a topological order of that graph, gentle work
 * and gates first. Nothing here is a fixed list: dropping a part drops its steps, deciding a cut
 * inserts clamping, cutting and a test fit before the boards of that half go in.
 */
import { present, bodyOf, type Carries, type Item, type Part, type Project } from '../model';
import { partOf, portsOf, portsOn } from '../kit';
import { assembly, insertionOrder, type Scene, sceneOf } from '../fit';
import { cutting } from '../cuts';
import { buttonMap } from '../controls';
import { BEND_R_MM } from '../wiring';
import { CAUTIONS, type CautionKey } from './cautions';
import { ordered } from './order';

export const PHASES = [
  'Open and measure',
  'Bench-test',
  'Slim and set',
  'Cut and test-fit',
  'Wire power',
  'Computer and screen',
  'Buttons',
  'Sound',
  'Software',
  'Close and prove',
] as const;
export type Phase = (typeof PHASES)[number];

export interface Step {
  id: string;
  phase: Phase;
  title: string;
  detail: string;
  /** Ids of steps that must be done first. */
  after: string[];
  caution?: string;
  /** Every step says whether the cell is connected. */
  cell: 'cell removed' | 'cell connected' | '';
  done: boolean;
}

type Draft = Omit<Step, 'done' | 'caution' | 'cell'> & {
  caution?: CautionKey;
  cell?: Step['cell'];
};

export function buildSteps(p: Project, scene: Scene = sceneOf(p)): Step[] {
  const drafts = [
    ...opening(p),
    ...benchTests(p),
    ...slimming(p),
    ...cuts(p, scene),
    ...brackets(p),
    ...power(p),
    ...boards(p, scene),
    ...leads(scene),
    ...insteadOfSockets(p),
    ...buttons(p, scene),
    ...sound(p),
    ...software(p, scene),
    ...closing(p, scene),
  ];
  const known = new Set(drafts.map((d) => d.id));
  const done = new Set(p.build.done);
  return ordered(
    drafts.map((d) => ({ ...d, after: d.after.filter((a) => known.has(a)) })),
    (d) => PHASES.indexOf(d.phase),
  ).map(({ caution, cell, ...d }) => ({
    ...d,
    cell: cell ?? '',
    done: done.has(d.id),
    ...(caution ? { caution: CAUTIONS[caution] } : {}),
  }));
}

const kit = (p: Project): Array<{ item: Item; part: Part }> =>
  present(p).kit.items.map((item) => ({ item, part: partOf(p, item) }));
const of = (p: Project, ...families: Part['family'][]) =>
  kit(p).filter((x) => families.includes(x.part.family));

function opening(p: Project): Draft[] {
  if (!bodyOf(p)) {
    return [
      {
        id: 'measure-shell',
        phase: 'Open and measure',
        title: 'Measure the shell',
        detail: 'Eight values give a first verdict.',
        after: [],
      },
    ];
  }
  if (p.way === 'custom shell') {
    return [
      {
        id: 'measure-shell',
        phase: 'Open and measure',
        title: 'Print a test corner and measure it',
        detail: 'Wall, corner and one post, with callipers, before the whole shell.',
        after: [],
      },
    ];
  }
  return [
    {
      id: 'donor-open',
      phase: 'Open and measure',
      title: 'Open the donor and note its faults',
      detail: 'Leaked cells, corrosion, chipped corners, missing posts; what is kept.',
      after: [],
      caution: 'leaked',
    },
    {
      id: 'measure-shell',
      phase: 'Open and measure',
      title: 'Measure both halves',
      detail: 'Outer, walls, depths, posts, ribs, openings.',
      after: ['donor-open'],
    },
  ];
}

const TESTED: Part['family'][] = [
  'protection',
  'sbc',
  'screen',
  'charger',
  'converter',
  'audio',
  'speaker',
  'cell',
  'controller',
  'expander',
  'latch',
  'hub',
];

function benchTests(p: Project): Draft[] {
  return of(p, ...TESTED).map(({ item, part }): Draft => {
    let how: string;
    if (part.family === 'cell') how = 'Volts on arrival, then capacity; discard under 2.5 V.';
    else if (part.family === 'speaker') how = 'On the amp it will have, at full volume.';
    else {
      how =
        'Alone, meter in series: note amps at boot, menu, game and peak, on the voltage the cell will really give.';
    }
    return {
      id: `bench-${item.id}`,
      phase: 'Bench-test',
      after: [],
      title: `Prove ${item.name} on the bench`,
      cell: part.family === 'cell' ? 'cell connected' : '',
      detail: how,
      ...(part.family === 'cell' ? { caution: 'lithium' as const } : {}),
    };
  });
}

function slimming(p: Project): Draft[] {
  return kit(p).flatMap(({ item, part }) => [
    ...item.struck.map((id): Draft => {
      const block = part.blocks.find((b) => b.id === id)!;
      return {
        id: `slim-${item.id}-${id}`,
        phase: 'Slim and set',
        title: `Take the ${block.name} off ${item.name}`,
        detail: `${block.removable?.tool ?? 'iron'}, difficulty ${block.removable?.difficulty ?? 3} of 5. ${block.removable?.risk ?? ''} Lost: ${block.removable?.lost ?? 'nothing'}.`,
        after: [`bench-${item.id}`],
        caution: block.removable?.tool === 'rotary tool' ? 'rotary' : 'solder',
        cell: 'cell removed',
      };
    }),
    ...(item.rProgOhm !== undefined && part.charger && item.rProgOhm !== part.charger.rProgOhm
      ? [
          {
            id: `program-${item.id}`,
            phase: 'Slim and set' as const,
            title: `Change the program resistor of ${item.name} to ${item.rProgOhm} Ω`,
            detail: `It comes with ${part.charger.rProgOhm} Ω. Measure the new one before it goes on.`,
            after: [`bench-${item.id}`],
            caution: 'solder' as const,
            cell: 'cell removed' as const,
          },
        ]
      : []),
    ...(item.insulated
      ? [
          {
            id: `tape-${item.id}`,
            phase: 'Slim and set' as const,
            title: `Insulate ${item.name} with two layers of polyimide tape`,
            detail: 'Trim bare pins flush first; the second layer across the first.',
            after: [`bench-${item.id}`, ...item.struck.map((b) => `slim-${item.id}-${b}`)],
          },
        ]
      : []),
  ]);
}

/** Brackets glued or screwed into a half, ready before the board they hold goes in. */
function brackets(p: Project): Draft[] {
  return p.layout.placements
    .filter((q) => q.fixed === 'bracket')
    .map((q): Draft => ({
      id: `bracket-${q.item}`,
      phase: 'Cut and test-fit',
      title: `Set a bracket behind and beside ${p.kit.items.find((i) => i.id === q.item)?.name ?? q.item}`,
      detail:
        'From an off-cut or printed; let it cure before anything is soldered next to it. A socket is pushed with 20 to 40 N (typical).',
      after: 'piece' in q.on ? [`fit-${q.on.piece}`] : [],
    }));
}

/** What each kind of socket becomes when it is off: so many wires, and how they are laid. */
const INSTEAD: Partial<Record<Carries, readonly [wires: number, how: string]>> = {
  usb: [4, '5 V, both data wires twisted together, ground; as short as they reach'],
  hdmi: [
    15,
    'four pairs each with its ground, 5 V, hot-plug and the two data-channel lines; short and alike',
  ],
  supply: [2, '5 V and ground, in the gauge of the rail'],
  line: [3, 'left, right and ground'],
};

/** Wires in place of sockets that were taken off, where the build still uses what ran through them. */
function insteadOfSockets(p: Project): Draft[] {
  return kit(p).flatMap(({ item, part }) =>
    portsOf(part).flatMap((port): Draft[] => {
      const wires = INSTEAD[port.carries];
      const left = portsOn(part, item).find((x) => x.id === port.id);
      if (
        !wires ||
        !port.padsLeft ||
        port.block === undefined ||
        left?.form !== 'pads' ||
        port.form === 'pads'
      ) {
        return [];
      }
      return [
        {
          id: `instead-${item.id}-${port.id}`,
          phase: 'Computer and screen',
          title: `Solder ${wires[0]} wires to the pads of the ${port.name} of ${item.name}`,
          detail: `${wires[1].charAt(0).toUpperCase()}${wires[1].slice(1)}. Leave it out if nothing uses it.`,
          after: [`slim-${item.id}-${port.block}`, 'gate-rail'],
          caution: 'solder',
          cell: 'cell removed',
        },
      ];
    }),
  );
}

const slimmed = (item: Item): string[] => [
  `bench-${item.id}`,
  ...item.struck.map((b) => `slim-${item.id}-${b}`),
  `program-${item.id}`,
  `tape-${item.id}`,
  `bracket-${item.id}`,
];

function cuts(p: Project, scene: Scene): Draft[] {
  const { openings, trims } = cutting(p, scene);
  const out: Draft[] = [];
  for (const t of trims) {
    out.push(
      {
        id: `clamp-${t.feature}-${t.copy}`,
        phase: 'Cut and test-fit',
        title: `Mark and clamp ${t.name}`,
        detail: `${t.from.map((f) => `${f.mm.toFixed(1)} mm from the ${f.edge}`).join(', ')} edge.`,
        after: ['measure-shell'],
      },
      {
        id: `cut-${t.feature}-${t.copy}`,
        phase: 'Cut and test-fit',
        title: t.to > 0 ? `Trim ${t.name} to ${t.to} mm` : `Cut ${t.name} away`,
        detail: 'A little at a time. Measure what is left and type it in.',
        after: [`clamp-${t.feature}-${t.copy}`],
        caution: 'rotary',
      },
    );
  }
  for (const o of openings) {
    const id = o.key.replace('/', '-');
    out.push(
      {
        id: `mark-${id}`,
        phase: 'Cut and test-fit',
        title: `Mark the ${o.name}`,
        detail: `${o.round ? 'Centre' : 'Near edges'} ${o.from.map((f) => `${f.mm.toFixed(1)} mm from the ${f.edge}${f.edge.includes('face') ? '' : ' edge'}`).join(', ')}.`,
        after: ['measure-shell'],
      },
      {
        id: `open-${id}`,
        phase: 'Cut and test-fit',
        title: `Open it to ${o.start.w.toFixed(1)}${o.round ? '' : ` × ${o.start.h.toFixed(1)}`} mm, then file to ${o.w.toFixed(1)}${o.round ? '' : ` × ${o.h.toFixed(1)}`} mm`,
        detail: 'Cut small: filler takes an evening.',
        after: [`mark-${id}`],
        caution: 'rotary',
      },
    );
  }
  for (const piece of bodyOf(p)?.pieces ?? []) {
    const mine = [
      ...trims.filter((t) => t.piece === piece.id).map((t) => `cut-${t.feature}-${t.copy}`),
      ...openings
        .filter((o) => o.pieces.includes(piece.id))
        .map((o) => `open-${o.key.replace('/', '-')}`),
    ];
    if (mine.length) {
      out.push({
        id: `fit-${piece.id}`,
        phase: 'Cut and test-fit',
        title: `Test-fit the ${piece.role} half, parts loose`,
        detail: 'Close it without force. What resists now resists more when wired.',
        after: [
          ...mine,
          ...kit(p)
            .filter(({ item }) => scene.items.get(item.id)?.piece === piece.id)
            .flatMap(({ item }) => item.struck.map((b) => `slim-${item.id}-${b}`)),
        ],
      });
    }
  }
  return out;
}

/** What must be true of a half before a board is fixed in it. */
const ready = (scene: Scene, item: Item): string[] => {
  const piece = scene.items.get(item.id)?.piece;
  return piece ? [`fit-${piece}`] : [];
};

function power(p: Project): Draft[] {
  const cell = of(p, 'cell')[0];
  const charger = of(p, 'charger', 'converter')[0];
  if (!cell || !charger) return [];
  const fits = bodyOf(p)?.pieces.map((q) => `fit-${q.id}`) ?? [];
  return [
    {
      id: 'wire-power',
      phase: 'Wire power',
      title: `Wire ${cell.item.name}, switch, ${charger.item.name} and the 5 V rail`,
      detail: `AWG ${p.power.wireAwg}. Insulate each cell lead as it is cut, one at a time. Heavy loads branch at the converter.`,
      after: [...slimmed(charger.item), ...slimmed(cell.item), ...fits],
      caution: 'lithium',
      cell: 'cell removed',
    },
    {
      id: 'gate-ohms',
      phase: 'Wire power',
      title: 'Gate: rail to ground resistance',
      detail: 'Over 1 kΩ, both ways round, before the cell is connected.',
      after: ['wire-power'],
      cell: 'cell removed',
    },
    {
      id: 'gate-rail',
      phase: 'Wire power',
      title: 'Gate: prove the 5 V rail',
      detail: '5.0 to 5.2 V switched on, 0 V off, lamps right while charging.',
      after: ['gate-ohms'],
      cell: 'cell connected',
    },
  ];
}

function boards(p: Project, scene: Scene): Draft[] {
  const out: Draft[] = [];
  const sbc = of(p, 'sbc')[0];
  if (sbc) {
    out.push({
      id: `fit-in-${sbc.item.id}`,
      phase: 'Computer and screen',
      title: `Fix ${sbc.item.name} and feed it`,
      detail: 'Boot it from the rail; volts at its own pins under load.',
      after: ['gate-rail', ...slimmed(sbc.item), ...ready(scene, sbc.item)],
      cell: 'cell removed',
      caution: 'solder',
    });
  }
  for (const { item, part } of of(p, 'screen')) {
    out.push({
      id: `fit-in-${item.id}`,
      phase: 'Computer and screen',
      title: `Wire and fix ${item.name}`,
      detail:
        part.screen?.link === 'spi'
          ? 'Short wires, ground beside the clock. Picture upright? Rotate by 180° if not.'
          : 'Picture upright? Rotate by 180° if not. Films off last.',
      after: [...(sbc ? [`fit-in-${sbc.item.id}`] : []), ...slimmed(item), ...ready(scene, item)],
      cell: 'cell removed',
    });
  }
  for (const { item } of of(p, 'controller', 'expander', 'latch', 'hub', 'storage')) {
    out.push({
      id: `fit-in-${item.id}`,
      phase: 'Computer and screen',
      title: `Wire and fix ${item.name}`,
      detail: 'Prove it before the next one.',
      after: [...(sbc ? [`fit-in-${sbc.item.id}`] : []), ...slimmed(item), ...ready(scene, item)],
      cell: 'cell removed',
    });
  }
  return out;
}

/** Leads between sockets, once both stand; a ribbon that is folded away is folded before it is plugged in. */
function leads(scene: Scene): Draft[] {
  const folded = (n: number | undefined) => {
    let times: string;
    if (n === 1) times = 'once';
    else if (n === 2) times = 'twice';
    else times = `${n} times`;
    return n === undefined
      ? ''
      : `Fold it ${times} out and back over a ${2 * BEND_R_MM} mm rod, hold it with a strip of tape. `;
  };
  const items = [...scene.items.values()];
  return [
    ...scene.cables.map((c): Draft => {
      const [a, b] = c.ends.map((e) => scene.items.get(e.item)?.item.name ?? e.item);
      return {
        id: `lead-${c.lead.id}`,
        phase: 'Computer and screen',
        title: `Plug ${c.lead.name} into ${a} and ${b}`,
        detail: `${folded(c.lead.folds)}Straight in, never by the ribbon; no crease.`,
        after: c.ends.map((e) => `fit-in-${e.item}`),
        cell: 'cell removed',
      };
    }),
    ...items
      .filter((at) => at.part.ribbons && at.item.folds !== undefined)
      .map((at): Draft => ({
        id: `fold-${at.item.id}`,
        phase: 'Computer and screen',
        title: `Fold the ribbon of ${at.item.name}`,
        detail: `${folded(at.item.folds)}No turn tighter than ${BEND_R_MM} mm.`,
        after: [`fit-in-${at.item.id}`],
        cell: 'cell removed',
      })),
  ];
}

function buttons(p: Project, scene: Scene): Draft[] {
  const inputs = buttonMap(p, scene).inputs.filter((m) => m.input.routed);
  if (!inputs.length) return [];
  const sbc = of(p, 'sbc')[0];
  const plates = of(p, 'switch');
  const base = sbc ? [`fit-in-${sbc.item.id}`] : [];
  const out: Draft[] = plates.map(({ item }) => ({
    id: `fit-in-${item.id}`,
    phase: 'Buttons' as const,
    title: `Fix ${item.name} under its caps`,
    detail: 'Shim until each cap clicks and springs back.',
    after: [...slimmed(item), ...ready(scene, item), ...base],
  }));
  out.push({
    id: 'wire-buttons',
    phase: 'Buttons',
    title: `Wire ${inputs.length} inputs`,
    detail: inputs.map((m) => `${m.input.name}${m.pin ? ` to pin ${m.pin}` : ''}`).join(', '),
    after: [...base, ...plates.map(({ item }) => `fit-in-${item.id}`)],
    cell: 'cell removed',
    caution: 'solder',
  });
  out.push({
    id: 'gate-buttons',
    phase: 'Buttons',
    title: 'Gate: every input, pressed and released',
    detail: 'Ohms to ground at the header pin: under 10 Ω pressed, open when released.',
    after: ['wire-buttons'],
    cell: 'cell removed',
  });
  return out;
}

function sound(p: Project): Draft[] {
  const amp = of(p, 'audio')[0];
  const speakers = of(p, 'speaker');
  const sbc = of(p, 'sbc')[0];
  const out: Draft[] = [];
  if (amp) {
    out.push({
      id: `fit-in-${amp.item.id}`,
      phase: 'Sound',
      title: `Wire and fix ${amp.item.name}`,
      detail: 'Neither speaker lead of a bridge amp goes to ground.',
      after: [...slimmed(amp.item), ...(sbc ? [`fit-in-${sbc.item.id}`] : [])],
      cell: 'cell removed',
    });
  }
  for (const { item } of speakers) {
    out.push({
      id: `fit-in-${item.id}`,
      phase: 'Sound',
      title: `Fix ${item.name} and seal its rim`,
      detail: 'A leaking rim costs the bass.',
      after: [...slimmed(item), ...(amp ? [`fit-in-${amp.item.id}`] : [])],
    });
  }
  return out;
}

function software(p: Project, scene: Scene): Draft[] {
  if (!of(p, 'sbc').length) return [];
  const map = buttonMap(p, scene).inputs.length > 0;
  return [
    {
      id: 'system',
      phase: 'Software',
      title: 'Screen timing, rotation and sound device',
      detail: 'Keep a copy of the card image.',
      after: of(p, 'screen', 'audio').map(({ item }) => `fit-in-${item.id}`),
    },
    ...(map && p.controls.route === 'gpio'
      ? [
          {
            id: 'overlay',
            phase: 'Software' as const,
            title: 'Copy the overlay and the mapping line to the card',
            detail: 'From Controls: pins, overlay, mapping.',
            after: ['system', 'gate-buttons'],
          },
        ]
      : []),
    ...(p.controls.route === 'wireless'
      ? [
          {
            id: 'pairing',
            phase: 'Software' as const,
            title: 'Pair the pads',
            detail: 'In the menu and in a game.',
            after: ['system'],
          },
        ]
      : []),
  ];
}

/** What lies under what, and what goes in nose first, half by half. */
function goesIn(p: Project, scene: Scene): Draft[] {
  const put = assembly(scene);
  if (!put.before.length && !put.drawn.size) return [];
  const order = insertionOrder(scene, put);
  const said = (id: string) =>
    `${scene.items.get(id)!.item.name}${put.drawn.has(id) ? ` (drawn back ${put.drawn.get(id)!.toFixed(1)} mm, its socket first into its hole)` : ''}`;
  const halves = (bodyOf(p)?.pieces ?? []).flatMap((q) => {
    const mine = order.filter((id) => scene.items.get(id)!.piece === q.id);
    return mine.length ? [`${q.role} half: ${mine.map(said).join(', ')}`] : [];
  });
  return [
    {
      id: 'go-in',
      phase: 'Close and prove',
      title: 'Set everything in for good, what lies under another first',
      detail: `${halves.join('. ')}.`,
      after: ['gate-buttons', 'system', ...kit(p).map(({ item }) => `fit-in-${item.id}`)],
    },
  ];
}

function closing(p: Project, scene: Scene): Draft[] {
  if (!bodyOf(p)) return [];
  const shoulders = p.controls.inputs.filter(
    (i) => i.routed && ['l1', 'r1', 'l2', 'r2'].includes(i.role),
  );
  const all = [
    'wire-buttons',
    'gate-buttons',
    'overlay',
    'pairing',
    'system',
    'gate-rail',
    ...kit(p).flatMap(({ item }) => [`fit-in-${item.id}`, `lead-${item.id}`, `fold-${item.id}`]),
  ];
  return [
    ...goesIn(p, scene),
    ...(shoulders.length
      ? [
          {
            id: 'shoulders',
            phase: 'Close and prove' as const,
            title: `Put in ${shoulders.map((i) => i.name.toLowerCase()).join(' and ')}`,
            detail: 'They go in before the halves meet.',
            after: ['gate-buttons'],
          },
        ]
      : []),
    {
      id: 'last-look',
      phase: 'Close and prove',
      title: 'Last look inside',
      detail: 'Films off, dust out, stubs taped, every wire held within 10 mm of its joint.',
      after: [...all, 'shoulders', 'go-in'],
    },
    {
      id: 'close',
      phase: 'Close and prove',
      title: 'Close it',
      detail: 'No force. Screws by feel in their old threads.',
      after: ['last-look'],
      cell: of(p, 'cell').length ? 'cell connected' : '',
    },
    {
      id: 'prove',
      phase: 'Close and prove',
      title: 'Prove it',
      detail: `Buttons, sound, charge, low-battery light${p.brief.hours ? `, ${p.brief.hours} hours of play` : ''}, an hour of heat soak, flat on the table?`,
      after: ['close'],
      ...(of(p, 'cell').length ? { caution: 'charge' as const } : {}),
    },
  ];
}
