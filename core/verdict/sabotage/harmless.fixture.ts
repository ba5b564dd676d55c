/** Changes that spoil nothing: after each, no new hit. */
import { libraryPart } from '../../catalogue';
import { unknowns } from '../../kit';
import { wholeCutting } from '../../cuts';
import { cutBeside, cutSmaller } from './asMade.fixture';
import { madeFor, withMade } from '../../made';
import { applied, type Joint, type MadeKind, mustRead, type Project, length } from '../../model';
import { misreadAndTakenBack, provedAsPlanned } from './bench.fixture';
import { sameLines, shiftedKit, lowerChip } from './carrier.fixture';
import { soundLatch, soundShoulder } from './faces.fixture';
import { ownSwitches, oneMore } from './chosen.fixture';
import { calmChords } from './games.fixture';
import { barelyHeld } from './held.fixture';
import { holeIsThere, soundMounts } from './mount.fixture';
import { drilledHoles, soundHoles } from './pattern.fixture';
import { soundPocket } from './pocket.fixture';
import { pressedOn } from './press.fixture';
import { sawnSoundly } from './saw.fixture';
import { tracedCleanly } from './trace.fixture';

export interface Harmless {
  name: string;
  change: (p: Project) => Project;
}

const items = (p: Project, change: (i: Project['kit']['items'][number], n: number) => object) => ({
  ...p,
  kit: { ...p.kit, items: p.kit.items.map((i, n) => ({ ...i, ...change(i, n) })) },
});

/** Made parts that never take each other's place. */
const HOLDS: readonly MadeKind[] = [
  'cell frame',
  'screen corners',
  'bezel',
  'stand-offs',
  'speaker ring',
  'cap',
  'light pipe',
  'calibration piece',
];

/** Every id of an item replaced by another, wherever it stands. */
function rotatedIds(p: Project): Project {
  const ids = p.kit.items.map((i) => i.id);
  const fresh = new Map(ids.map((id, n) => [id, `thing-${(n * 7) % 97}-${n}`]));
  const renamed = (id: string) => fresh.get(id) ?? id;
  return {
    ...p,
    kit: {
      ...p.kit,
      items: p.kit.items.map((i) => ({
        ...i,
        id: renamed(i.id),
        ...(i.made
          ? { made: { ...i.made, for: renamed(i.made.for), holds: i.made.holds.map(renamed) } }
          : {}),
      })),
    },
    layout: {
      placements: p.layout.placements.map((q) => ({
        ...q,
        item: renamed(q.item),
        on: 'item' in q.on ? { item: renamed(q.on.item) } : q.on,
      })),
    },
    wiring: {
      nets: p.wiring.nets.map((n) => ({
        ...n,
        ends: n.ends.map((e) => ({ ...e, item: renamed(e.item) })),
      })),
    },
    shell: {
      ...p.shell,
      ...(p.shell.joints
        ? {
            joints: p.shell.joints.map((j) =>
              j.is === 'seat' && j.idle ? { ...j, idle: j.idle.map(renamed) } : j,
            ),
          }
        : {}),
    },
    controls: {
      ...p.controls,
      inputs: p.controls.inputs.map((i) =>
        i.switch ? { ...i, switch: { ...i.switch, item: renamed(i.switch.item) } } : i,
      ),
    },
    ...(p.tried ? { tried: p.tried.map((t) => (t.of ? { ...t, of: renamed(t.of) } : t)) } : {}),
    build: {
      done: p.build.done.map((d) => ({
        ...d,
        of: d.of.map((x) => (typeof x === 'string' ? renamed(x) : x)),
      })),
    },
    cuts: p.cuts.map((c) => {
      if (c.kind !== 'opening') return c;
      return 'item' in c.for ? { ...c, for: { ...c.for, item: renamed(c.for.item) } } : c;
    }),
  };
}

/** A pocket with a tenth of a millimetre more to the sides and less in depth. */
function easier(joint: Joint): Joint {
  if (joint.is !== 'seat') return joint;
  const { w, deep } = joint.pocket;
  return {
    ...joint,
    pocket: { ...joint.pocket, w: length(w.mm + 0.1), deep: length(deep.mm - 0.1) },
    ...(joint.idle ? { idle: [...joint.idle].reverse() } : {}),
  };
}

/** One part's copy under another id, taken instead. */
function copied(p: Project): Project {
  const part = p.kit.parts[0]!;
  const twin = { ...part, id: 'identical-copy' };
  return {
    ...p,
    kit: {
      parts: [...p.kit.parts, twin],
      items: p.kit.items.map((i) => (i.part === part.id ? { ...i, part: twin.id } : i)),
    },
  };
}

/** A hole of the shell that is said to be no key any more, its input gone with it. */
function keyGivenUp(p: Project): Project {
  const input = p.controls.inputs.find(
    (i) => i.functions[0] === 'select' || i.functions[0] === 'start',
  );
  if (!input || !('opening' in input.at) || input.at.copy) return p;
  const { opening } = input.at;
  const holes = p.shell.bodies.flatMap((b) => b.pieces.flatMap((q) => q.openings));
  if (holes.find((o) => o.id === opening)?.repeat) return p;
  const bodies = p.shell.bodies.map((b) => ({
    ...b,
    pieces: b.pieces.map((q) => ({
      ...q,
      openings: q.openings.map((o) =>
        o.id === opening ? { ...o, reuse: { as: 'left' as const } } : o,
      ),
    })),
  }));
  const inputs = p.controls.inputs.filter((i) => i.id !== input.id);
  return { ...p, shell: { ...p.shell, bodies }, controls: { ...p.controls, inputs } };
}

/** One of two cells bought under another name: what it is is the same. */
function cellRenamed(p: Project): Project {
  const cells = p.kit.items.filter((i) => p.kit.parts.find((q) => q.id === i.part)?.cell);
  const last = cells.at(-1);
  const part = p.kit.parts.find((q) => q.id === last?.part);
  if (cells.length < 2 || !last || !part) return p;
  const twin = { ...part, id: 'same-cell', name: 'Pouch of another maker' };
  return {
    ...p,
    kit: {
      ...p.kit,
      parts: [...p.kit.parts, twin],
      items: p.kit.items.map((i) => (i === last ? { ...i, part: twin.id } : i)),
    },
  };
}

export const HARMLESS: readonly Harmless[] = [
  { name: 'half a millimetre sawn off a board, what it crossed bridged', change: sawnSoundly },
  { name: 'layers of a kit a tenth of a millimetre beside', change: shiftedKit },
  { name: 'lines of a kit said by hand as its tracks lead', change: sameLines },
  { name: 'a chip of a kit a little lower', change: lowerChip },
  { name: 'a shoulder key in a side wall, its switch behind it', change: soundShoulder },
  { name: 'a board screwed down on posts of its own', change: soundMounts },
  {
    name: 'a hole in the floor for the screw of a board, as it is there already',
    change: holeIsThere,
  },
  { name: 'a charger that ends 0.04 V over, a speaker 0.8 mm off its face', change: barelyHeld },
  {
    name: 'halves that clip as well',
    change: (p) => ({
      ...p,
      shell: {
        ...p.shell,
        bodies: p.shell.bodies.map((b) => ({ ...b, closedBy: 'clips' as const })),
      },
    }),
  },
  { name: 'every key chosen by hand on the switch behind it', change: ownSwitches },
  { name: 'a key that does one thing more than anybody asks', change: oneMore },
  {
    name: 'a pocket a tenth of a millimetre wider and shallower, and what is not used in another order',
    change: (p) => ({
      ...p,
      shell: {
        ...p.shell,
        ...(p.shell.joints ? { joints: p.shell.joints.map(easier) } : {}),
      },
    }),
  },
  { name: 'a soft latch and a power key that wakes it', change: soundLatch },
  { name: 'one of two cells under another name', change: cellRenamed },
  { name: 'a key of the shell given up, and said so', change: keyGivenUp },
  {
    name: 'a kept power board that bears twice the peak and takes what the pack gives',
    change: (p) =>
      p.donor
        ? {
            ...p,
            donor: {
              ...p.donor,
              kept: [
                ...p.donor.kept,
                {
                  id: 'sound-supply',
                  name: 'Sound supply',
                  kind: 'power board',
                  w: length(20),
                  h: length(20),
                  d: length(2),
                  proved: 'before and after',
                  tests: ['5 V under 1 A'],
                  senses: [],
                  rating: { limitA: 8, minV: 2.5, maxV: 9 },
                },
              ],
            },
          }
        : p,
  },
  {
    name: 'a computer a class faster',
    change: (p) => ({
      ...p,
      kit: {
        ...p.kit,
        parts: p.kit.parts.map((q) =>
          q.computer
            ? { ...q, computer: { ...q.computer, speed: Math.min(5, q.computer.speed + 1) } }
            : q,
        ),
      },
    }),
  },
  {
    name: 'a wait of 2 ms, from a capture',
    change: (p) => ({ ...p, controls: { ...p.controls, debounceMs: 2 } }),
  },
  { name: 'select and start leave a game', change: calmChords },
  { name: 'every key pressed, and each told its own code', change: (p) => pressedOn(p) },
  { name: 'a pocket under a cell that leaves wall enough', change: soundPocket },
  { name: 'a few holes for air where nothing is in their way', change: soundHoles },
  { name: 'the same drilled, a tenth of a millimetre wider', change: drilledHoles },
  {
    name: 'made parts that hold or cover something, as they would be made',
    change: (p) =>
      HOLDS.reduce(
        (q, kind) =>
          madeFor(q, 'resin')
            .filter((m) => m.kind === kind && !m.cannot)
            .reduce((r, m) => withMade(r, m), q),
        p,
      ),
  },
  { name: 'rename the build', change: (p) => ({ ...p, name: 'Plover Xq' }) },
  { name: 'rename every item', change: (p) => items(p, (_, n) => ({ name: `Zorp ${n}` })) },
  {
    name: 'rename every part and socket',
    change: (p) => ({
      ...p,
      kit: {
        ...p.kit,
        parts: p.kit.parts.map((q, n) => ({
          ...q,
          name: `Quib ${n}`,
          note: '',
          connectors: q.connectors.map((c, k) => ({ ...c, name: `Mouth ${k}` })),
        })),
      },
    }),
  },
  {
    name: 'rename every input',
    change: (p) => ({
      ...p,
      controls: {
        ...p.controls,
        inputs: p.controls.inputs.map((i, n) => ({ ...i, name: `Dingle ${n}` })),
      },
    }),
  },
  {
    name: 'rename every opening and post',
    change: (p) => ({
      ...p,
      shell: {
        ...p.shell,
        bodies: p.shell.bodies.map((b) => ({
          ...b,
          pieces: b.pieces.map((q) => ({
            ...q,
            openings: q.openings.map((o, n) => ({ ...o, name: `Gap ${n}` })),
            features: q.features.map((f, n) => ({ ...f, name: `Stub ${n}` })),
          })),
        })),
      },
    }),
  },
  {
    name: 'reorder items',
    change: (p) => ({ ...p, kit: { ...p.kit, items: [...p.kit.items].reverse() } }),
  },
  {
    name: 'reorder parts',
    change: (p) => ({ ...p, kit: { ...p.kit, parts: [...p.kit.parts].reverse() } }),
  },
  {
    name: 'reorder places',
    change: (p) => ({ ...p, layout: { placements: [...p.layout.placements].reverse() } }),
  },
  {
    name: 'reorder inputs',
    change: (p) => ({
      ...p,
      controls: { ...p.controls, inputs: [...p.controls.inputs].reverse() },
    }),
  },
  { name: 'give every item another id', change: rotatedIds },
  { name: 'save and reload', change: (p) => mustRead(JSON.parse(JSON.stringify(p))) },
  { name: 'take an identical copy of a part', change: copied },
  {
    name: 'add a spare screw',
    change: (p) => applied(p, { do: 'add', part: libraryPart('screw-m2-6') }),
  },
  {
    name: 'add a second spare screw',
    change: (p) =>
      applied(applied(p, { do: 'add', part: libraryPart('screw-m2-6') }), {
        do: 'add',
        part: libraryPart('screw-m2-6'),
      }),
  },
  {
    name: 'a part that stays outside',
    change: (p) => {
      const next = applied(p, { do: 'add', part: libraryPart('weave-adc') });
      return applied(next, { do: 'where', item: 'weave-adc', where: 'outside' });
    },
  },
  {
    name: 'a cell left out for now',
    change: (p) => {
      const next = applied(p, { do: 'add', part: libraryPart('slab-600') });
      return applied(next, { do: 'where', item: 'slab-600', where: 'left out' });
    },
  },
  {
    name: 'open the case for the card',
    change: (p) => ({ ...p, brief: { ...p.brief, card: 'open the case' } }),
  },
  {
    name: 'say of each key on the header that it is there',
    change: (p) =>
      p.controls.route === 'gpio'
        ? {
            ...p,
            controls: {
              ...p.controls,
              inputs: p.controls.inputs.map((i) => ({ ...i, route: 'gpio' as const })),
            },
          }
        : p,
  },
  { name: 'write a note', change: (p) => ({ ...p, note: 'Remember the washers.' }) },
  { name: 'say what is in stock', change: (p) => items(p, () => ({ stock: 'have' })) },
  { name: 'say what was paid', change: (p) => items(p, () => ({ paid: 1 })) },
  {
    name: 'tick steps',
    change: (p) => ({
      ...p,
      build: {
        done: [
          { step: 'measure-shell', of: [] },
          { step: 'bench', of: ['gone'] },
        ],
      },
    }),
  },
  {
    name: 'tick every hole as cut, each 0.3 mm beside',
    change: (p) =>
      wholeCutting(p).openings.reduce(
        (q, _, i) => cutBeside(q, i % 2 ? 0.3 : -0.3, 0.2)[i]!.spoilt,
        p,
      ),
  },
  {
    name: 'tick every hole as cut, each 0.3 mm too small',
    change: (p) => wholeCutting(p).openings.reduce((q, _, i) => cutSmaller(q, 0.3)[i]!.spoilt, p),
  },
  {
    name: 'note a trial',
    change: (p) => ({
      ...p,
      tried: unknowns(p).map((u) => ({
        assumption: u.is,
        ...(u.of && { of: u.of }),
        holds: true,
        note: 'yes',
      })),
    }),
  },
  {
    name: 'weigh the goals otherwise',
    change: (p) => ({ ...p, brief: { ...p.brief, weights: { hours: 3 } } }),
  },
  {
    name: 'a thicker power wire',
    change: (p) => ({ ...p, power: { ...p.power, wireAwg: Math.max(14, p.power.wireAwg - 2) } }),
  },
  {
    name: 'a draw read with a meter, as planned',
    change: (p) => ({
      ...p,
      kit: {
        ...p.kit,
        parts: p.kit.parts.map((q) =>
          q.draws
            ? { ...q, drew: { game: { amps: q.draws.game / 5, volts: 5, within: 0.03 } } }
            : q,
        ),
      },
    }),
  },
  { name: 'everything read on the bench, as planned', change: provedAsPlanned },
  { name: 'misread on the bench and taken back', change: misreadAndTakenBack },
  {
    name: 'a converter rated more generously',
    change: (p) => ({
      ...p,
      kit: {
        ...p.kit,
        parts: p.kit.parts.map((q) =>
          q.converter ? { ...q, converter: { ...q.converter, limitA: 2 * q.converter.limitA } } : q,
        ),
      },
    }),
  },
  {
    name: 'feeds that were chosen for parts that are gone',
    change: (p) => ({ ...p, power: { ...p.power, feeds: { gone: '@source', other: 'gone' } } }),
  },
  {
    name: 'the chip read, cooler than estimated',
    change: (p) => ({ ...p, power: { ...p.power, warmth: { roomC: 22, chipC: 48 } } }),
  },
  {
    name: 'a brand-new cell',
    change: (p) => ({ ...p, power: { ...p.power, health: 1 } }),
  },
  {
    name: 'how a part is fixed',
    change: (p) => ({
      ...p,
      layout: {
        placements: p.layout.placements.map((q) => ({
          ...q,
          fixed: q.fixed ?? ('bracket' as const),
        })),
      },
    }),
  },
  {
    name: 'insulate what is bare',
    change: (p) => applied(p, { do: 'insulate', item: p.kit.items[0]!.id }),
  },
  {
    name: 'a kept board traced, with every contact in order',
    change: tracedCleanly,
  },
];
