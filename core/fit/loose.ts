/** What nothing holds: it rattles, and slides to where it fitted before it was closed. Screws hold by holes. */
import { joinsOf } from '../kit';
import { type Finding, type MadeKind, mm1, type Placement, type WayOut } from '../model';
import { onBracket } from './bracket';
import type { SceneCheck } from './sceneCheck';
import type { PlacedItem, Scene } from './scene';

/** Made parts that hold what they were made for. */
const HOLDERS: ReadonlySet<MadeKind> = new Set<MadeKind>([
  'switch plate',
  'cell frame',
  'screen corners',
  'speaker ring',
  'port brace',
  'stand-offs',
]);
/** Names in one sentence. */
const MOST_NAMES = 4;

function looseIn(scene: Scene): PlacedItem[] {
  const all = [...scene.items.values()];
  const held = new Set(
    all.flatMap(({ item }) =>
      item.made && HOLDERS.has(item.made.kind) ? [item.made.for, ...item.made.holds] : [],
    ),
  );
  return all.filter(
    ({ item, placement }) =>
      'piece' in placement.on && !placement.fixed && !item.made && !held.has(item.id),
  );
}

const hasHoles = ({ part }: PlacedItem): boolean => (part.holes?.length ?? 0) > 0;

/** Said to be screwed down, with no hole known that a screw goes through. */
const unscrewable = (scene: Scene): PlacedItem[] =>
  [...scene.items.values()].filter(
    (at) => at.placement.fixed === 'screws' && !at.item.made && !hasHoles(at),
  );

/** The most air that tape and glue bridge: foam tape, and a good bead of hot glue, mm. */
const BRIDGES = { tape: 2, glue: 3 } as const;
const bridges = (fixed: Placement['fixed']): number | undefined =>
  fixed === 'tape' || fixed === 'glue' ? BRIDGES[fixed] : undefined;

/** Whether a part or a post lies so near under it that tape or glue holds it to that. */
function liesOn(scene: Scene, at: PlacedItem, most: number): boolean {
  const sign = scene.shell?.sign(at.piece) ?? -1;
  const others = [...scene.items.values()].filter((x) => x !== at).flatMap((x) => x.solids);
  const under = [...others, ...(scene.shell?.features ?? []).map((f) => f.solid)];
  return at.solids.some((s) =>
    under.some((o) => {
      const isBelow = s.x0 < o.x1 && o.x0 < s.x1 && s.y0 < o.y1 && o.y0 < s.y1;
      const air = sign > 0 ? o.z0 - s.z1 : s.z0 - o.z1;
      return isBelow && air >= 0 && air <= most;
    }),
  );
}

/** Taped or glued to a floor that it does not reach, with nothing under it. */
function inTheAir(scene: Scene): PlacedItem[] {
  const carried = new Set(
    [...scene.items.values()].flatMap(({ item }) =>
      item.made ? [item.made.for, ...item.made.holds] : [],
    ),
  );
  // A carrier holds what stands on it.
  const onBoard = new Set(joinsOf(scene.project).map((j) => j.item.id));
  return [...scene.items.values()].filter((at) => {
    const { item, part, placement } = at;
    const most = bridges(placement.fixed);
    return (
      most !== undefined &&
      'piece' in placement.on &&
      placement.lift > most &&
      !item.made &&
      // Air before a speaker is told by what it does to its sound.
      !part.speaker &&
      !carried.has(item.id) &&
      !onBoard.has(item.id) &&
      !liesOn(scene, at, most)
    );
  });
}

const airy = (scene: Scene): Finding[] =>
  inTheAir(scene).map(({ item, placement }) => ({
    id: `airy:${item.id}`,
    station: 'fit',
    check: 'place',
    code: 'airy',
    verdict: 'tight',
    title: `${mm1(placement.lift)} mm of air under it`,
    what: `${item.name} is ${placement.fixed === 'tape' ? 'taped' : 'glued'} to a floor it does not reach.`,
    why: [
      `${placement.fixed === 'tape' ? 'Foam tape' : 'A bead of hot glue'} bridges up to ${bridges(placement.fixed)} mm (typical): lay it on the floor, or on a block, a bracket or stand-offs.`,
    ],
    about: [item.id],
    refs: [{ is: 'item', id: item.id }],
  }));

const findings = (scene: Scene): Finding[] => [
  ...together(scene),
  ...holeless(scene),
  ...airy(scene),
];

const holeless = (scene: Scene): Finding[] =>
  unscrewable(scene).map((at) => ({
    id: `holeless:${at.item.id}`,
    station: 'fit',
    check: 'place',
    code: 'holeless',
    verdict: 'tight',
    title: 'Screws, and no holes',
    what: `${at.item.name} is to be screwed down, and no hole of it is known.`,
    why: ['Measure its holes and enter them with the part, or hold it otherwise.'],
    about: [at.item.id],
    refs: [{ is: 'item', id: at.item.id }],
  }));

function together(scene: Scene): Finding[] {
  const loose = looseIn(scene);
  if (!loose.length) return [];
  const names = loose.map((at) => at.item.name);
  const more = names.length - MOST_NAMES;
  return [
    {
      id: 'loose',
      station: 'fit',
      check: 'place',
      code: 'loose',
      verdict: 'tight',
      title: loose.length === 1 ? 'One part lies loose' : `${loose.length} parts lie loose`,
      what: `Nothing is said about what holds ${names.slice(0, MOST_NAMES).join(', ')}${more > 0 ? ` and ${more} more` : ''}.`,
      why: [
        'A part that slides by a millimetre is no longer where it fitted: screws, a bracket, glue or tape for each.',
      ],
      about: loose.map((at) => at.item.id),
      refs: loose.map((at) => ({ is: 'item', id: at.item.id })),
    },
  ];
}

/** What a part of its kind is usually held by. */
function usualFixing({ part, mouths }: PlacedItem): NonNullable<Placement['fixed']> {
  // Swelling wants a cell that comes out again.
  if (part.cell) return 'tape';
  if ((part.holes?.length ?? 0) > 1) return 'screws';
  if (part.family === 'switch' || mouths.some((m) => m.outside)) return 'bracket';
  return part.speaker ? 'glue' : 'tape';
}

/** Taped where tape reaches, bracketed where there is more air under it. */
const tapedIfIt = (at: PlacedItem): NonNullable<Placement['fixed']> =>
  at.placement.lift > BRIDGES.tape && !at.part.speaker ? 'bracket' : 'tape';

const heldBy = (
  items: readonly PlacedItem[],
  by: (at: PlacedItem) => NonNullable<Placement['fixed']>,
): WayOut['changes'] =>
  items.map((at) => ({ do: 'place', placement: { ...at.placement, fixed: by(at) } }));

/** Otherwise than by screws. */
const HOLDS = {
  bracket: 'an off-cut or a printed corner, screwed or solvent-welded to the half',
  glue: 'it comes out again with the wall at best',
  tape: 'double-sided tape, 0.2 to 0.5 mm of depth; it comes off again',
} as const;

function ways(scene: Scene, f: Finding): WayOut[] {
  if (f.code === 'holeless') {
    const at = unscrewable(scene).find((q) => f.about.includes(q.item.id));
    if (!at) return [];
    return (['bracket', 'glue', 'tape'] as const).map((fixed, i) => ({
      id: `${fixed}-${at.item.id}`,
      text: `Hold ${at.item.name} by ${fixed === 'bracket' ? 'a bracket' : fixed}`,
      cost: HOLDS[fixed],
      changes: [{ do: 'place', placement: { ...at.placement, fixed } }],
      effort: 2 + i / 2,
    }));
  }
  if (f.code === 'airy') {
    const at = inTheAir(scene).find((q) => f.about.includes(q.item.id));
    if (!at) return [];
    return [
      {
        id: `down-${at.item.id}`,
        text: `Lay ${at.item.name} on its floor`,
        cost: 'nothing is cut',
        changes: [{ do: 'place', placement: { ...at.placement, lift: 0 } }],
        effort: 0.5,
      },
      onBracket(at),
    ];
  }
  if (f.code !== 'loose') return [];
  const loose = looseIn(scene);
  return [
    {
      id: 'hold-as-usual',
      text: 'Hold each as is usual',
      cost: 'screws where it has holes, a bracket at sockets and keys, glue for a speaker, tape for the rest',
      changes: heldBy(loose, usualFixing),
      effort: 1,
    },
    {
      id: 'hold-with-tape',
      text: tapeWords(loose),
      cost: 'double-sided tape, 0.2 to 0.5 mm of depth; it comes off again',
      changes: heldBy(loose, tapedIfIt),
      effort: 1.5,
    },
  ];
}

/** "Tape all of them, and a bracket for what stands off its floor". */
function tapeWords(loose: readonly PlacedItem[]): string {
  const high = loose.filter((at) => tapedIfIt(at) !== 'tape').length;
  if (high === loose.length) {
    return high === 1 ? 'Hold it by a bracket' : 'Brackets for all of them';
  }
  if (high) return 'Tape those that lie on their floor, brackets for the rest';
  return loose.length === 1 ? 'Tape it' : 'Tape all of them';
}

export const looseParts: SceneCheck = { check: 'place', findings, ways };
