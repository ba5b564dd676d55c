/**
 * A hole that was cut stays where it was cut. What moved since, or went, leaves it beside where it
 * is wanted: nothing of a plan moves a hole.
 */
import {
  type Change,
  cutKey,
  type CutPlace,
  type Finding,
  length,
  mm1,
  type OpeningCut,
  openingCut,
  type Project,
  type Ref,
  type WayOut,
} from '../model';
import { PORT_CLEARANCE_MM, type Scene } from '../fit';
import type { FromEdge } from './edges';
import type { CutItem } from './cutItem';
import { BUTTON_PLAY_MM, type Cutting, HAND_CUT_MM, WINDOW_SHOW_MM } from './list';

/** Beside by more than a hand-cut edge wanders it shows; by more than this nothing passes any more, mm. */
const STRAY_HIT_MM = 1;

const isCut = ({ state }: { state: CutItem['state'] }): boolean =>
  state === 'done' || state === 'measured';

/** How far it is wanted from where it was cut, along its surface, mm; nothing when it is in another. */
function strayBy(here: CutPlace, made: CutPlace): [number, number] | undefined {
  if ('piece' in here) {
    const isSame = 'piece' in made && made.piece === here.piece;
    return isSame ? [here.x - made.x, here.y - made.y] : undefined;
  }
  const isSame = 'wall' in made && made.wall === here.wall && made.body === here.body;
  return isSame ? [here.along - made.along, here.v - made.v] : undefined;
}

interface Sizes {
  made: { w: number; h: number };
  asked: { w: number; h: number };
}
const sizesOf = (c: CutItem): Sizes => {
  const asked = c.asked ?? c;
  return { made: c.measured ?? c.cutTo ?? asked, asked };
};

/** What a hole does not reach of where it is wanted, mm: a hole cut larger forgives half of that. */
function missing(c: CutItem, [du, dv]: [number, number]): number {
  const { made, asked } = sizesOf(c);
  const room = (cut: number, wanted: number): number => Math.max(0, (cut - wanted) / 2);
  const across = Math.abs(du) - room(made.w, asked.w);
  const up = Math.abs(dv) - room(made.h, asked.h);
  return Math.max(across, up);
}

/** What a hole that came out larger makes up for, in words. */
function forgiven(c: CutItem): string {
  const { made, asked } = sizesOf(c);
  const [w, h] = [made.w - asked.w, made.h - asked.h];
  if (w <= 0 && h <= 0) return '';
  return `, less half of the ${mm1(Math.max(0, w))} and ${mm1(Math.max(0, h))} mm it came out larger`;
}

const size = ({ round }: CutItem, { w, h }: { w: number; h: number }): string =>
  round ? `⌀${mm1(w)} mm` : `${mm1(w)} × ${mm1(h)} mm`;
const named = ({ name }: CutItem): string => `${name.charAt(0).toUpperCase()}${name.slice(1)}`;

const aboutOf = ({ through }: Pick<CutItem, 'through'>): string =>
  'input' in through ? through.input : through.item;
const refOf = ({ through }: Pick<CutItem, 'through'>): Ref =>
  'input' in through ? { is: 'input', id: through.input } : { is: 'item', id: through.item };

const strayId = (key: string): string => `cut:stray:${key}`;
const smallId = (key: string): string => `cut:small:${key}`;
const leftId = (id: string): string => `cut:left:${id}`;

/** Holes of the scene's body that are not where or as large as they are wanted, and those nothing wants. */
export function asMadeFindings(scene: Scene, cuts: Pick<Cutting, 'openings'>): Finding[] {
  if (!scene.shell) return [];
  return [...cuts.openings.flatMap((c) => [...strays(c), ...small(c)]), ...left(scene, cuts)];
}

function strays(c: CutItem): Finding[] {
  if (!c.made || !isCut(c)) return [];
  const by = strayBy(c.here, c.made);
  const far = by ? missing(c, by) : Infinity;
  if (far <= HAND_CUT_MM) return [];
  return [
    {
      id: strayId(c.key),
      station: 'cut',
      check: 'as made',
      code: 'stray',
      verdict: far > STRAY_HIT_MM ? 'hit' : 'tight',
      title: by ? `Cut ${mm1(far)} mm beside its place` : 'Cut in another wall',
      what: `${named(c)} is wanted elsewhere by now.`,
      why: [
        by
          ? `It was cut ${mm1(Math.abs(by[0]))} mm across and ${mm1(Math.abs(by[1]))} mm up from where it is wanted${forgiven(c)}; a hand-cut edge forgives ${HAND_CUT_MM} mm.`
          : 'It was cut in another surface than the one it is wanted in.',
      ],
      about: [aboutOf(c)],
      refs: [refOf(c)],
    },
  ];
}

/** What a hole has to spare of what goes through it or is seen in it, both sides together, mm. */
const SPARE_MM: Readonly<Record<CutItem['kind'], number>> = {
  button: 2 * BUTTON_PLAY_MM,
  window: 2 * WINDOW_SHOW_MM,
  port: 2 * PORT_CLEARANCE_MM,
  lever: 2 * PORT_CLEARANCE_MM,
  screw: 0,
  trim: 0,
};

/** What was measured of sockets, levers and pictures Fit itself judges. */
const JUDGED_HERE: ReadonlySet<CutItem['kind']> = new Set(['button', 'screw']);

/** A hole smaller than it is wanted by now. */
function small(c: CutItem): Finding[] {
  if (!isCut(c) || (c.measured && !JUDGED_HERE.has(c.kind))) return [];
  const { made, asked } = sizesOf(c);
  const by = Math.max(asked.w - made.w, asked.h - made.h);
  if (by <= HAND_CUT_MM) return [];
  const spare = SPARE_MM[c.kind];
  return [
    {
      id: smallId(c.key),
      station: 'cut',
      check: 'as made',
      code: 'small',
      verdict: by > spare ? 'hit' : 'tight',
      title: `Cut ${mm1(by)} mm too small`,
      what: `${named(c)} is wanted larger than it was cut.`,
      why: [
        `It is ${size(c, made)}, wanted is ${size(c, asked)}, ${mm1(spare)} mm of it to spare.`,
      ],
      about: [aboutOf(c)],
      refs: [refOf(c)],
    },
  ];
}

const isInBody = ({ shell }: Scene, at: CutPlace): boolean =>
  'piece' in at ? shell!.body.pieces.some((q) => q.id === at.piece) : shell!.body.id === at.body;

/** Cut for something that needs no hole any more, of whose place the document knows. */
const leftOver = (scene: Scene, cuts: Pick<Cutting, 'openings'>): OpeningCut[] => {
  const wanted = new Set(cuts.openings.map((c) => c.key));
  return scene.project.cuts.filter(
    (c): c is OpeningCut =>
      c.kind === 'opening' &&
      isCut(c) &&
      c.at !== undefined &&
      isInBody(scene, c.at) &&
      !wanted.has(cutKey(c.for)),
  );
};

function left(scene: Scene, cuts: Pick<Cutting, 'openings'>): Finding[] {
  return leftOver(scene, cuts).map((c) => {
    const { kit, controls } = scene.project;
    const about = 'input' in c.for ? c.for.input : c.for.item;
    const owner = [...kit.items, ...controls.inputs].find((i) => i.id === about);
    const name = owner?.name ?? 'something that is gone';
    return {
      id: leftId(c.id),
      station: 'cut',
      check: 'as made',
      code: 'left',
      verdict: 'tight',
      title: 'A hole too many',
      what: `A hole was cut for ${name}, and nothing wants it there.`,
      why: ['It stays open: dust and light come through, and the wall is weaker there.'],
      about: [about],
      refs: ['input' in c.for ? { is: 'input', id: about } : { is: 'item', id: about }],
    };
  });
}

/** What may be done about a finding of these. */
export function asMadeWays(scene: Scene, f: Finding, cuts: Pick<Cutting, 'openings'>): WayOut[] {
  const over = leftOver(scene, cuts).find((c) => leftId(c.id) === f.id);
  if (over) return closed(over);
  const narrow = cuts.openings.find((each) => smallId(each.key) === f.id);
  if (narrow) return [enlarged(narrow)];
  const c = cuts.openings.find((each) => strayId(each.key) === f.id);
  if (!c?.made) return [];
  const by = strayBy(c.here, c.made);
  return [
    ...(by ? [...movedBack(scene, c, by), ...filedOn(scene.project, c, by)] : []),
    {
      id: `recut-${c.key}`,
      text: 'Close it and cut it anew where it is wanted',
      cost: 'an off-cut glued behind, two-part filler, a day to cure; every cell out',
      changes: [{ do: 'recut', for: c.through }],
      effort: 8,
    },
  ];
}

/** What looks through the hole goes back to where the hole is. */
function movedBack(scene: Scene, c: CutItem, [du, dv]: [number, number]): WayOut[] {
  const { through, made } = c;
  const way = (change: Change): WayOut => ({
    id: `back-${c.key}`,
    text: 'Put it back to its hole',
    cost: `${mm1(Math.hypot(du, dv))} mm, as it lay when the hole was cut`,
    changes: [change],
    effort: 1,
  });
  if ('input' in through) {
    const input = scene.project.controls.inputs.find((i) => i.id === through.input);
    return input && made ? [way({ do: 'input', input: { ...input, at: made } })] : [];
  }
  const placement = scene.items.get(through.item)?.placement;
  if (!placement || !('piece' in placement.on)) return [];
  let back: [number, number] = [du, dv];
  if (c.face.kind === 'wall') {
    // Up and down a wall is a matter of height, not of place.
    if (Math.abs(dv) > HAND_CUT_MM) return [];
    const { wall: index } = c.face;
    const wall = scene.shell!.walls.find((w) => w.index === index)!;
    back = [du * wall.ux, du * wall.uy];
  }
  const [x, y] = [placement.x - back[0], placement.y - back[1]];
  return [way({ do: 'place', placement: { ...placement, x, y } })];
}

/** The hole made longer until it reaches where it is wanted. */
function filedOn(p: Project, c: CutItem, [du, dv]: [number, number]): WayOut[] {
  const cut = openingCut(p, c.key);
  if (!cut?.at || c.round) return [];
  const { made, asked } = sizesOf(c);
  const both = (by: number, is: number, wanted: number) => {
    const low = Math.min(-is / 2, by - wanted / 2);
    const high = Math.max(is / 2, by + wanted / 2);
    return { size: high - low, middle: (low + high) / 2 };
  };
  const [across, up] = [both(du, made.w, asked.w), both(dv, made.h, asked.h)];
  const { at } = cut;
  const [u, v] = middles(at);
  const moved = placed(at, [u + across.middle, v + up.middle]);
  return [
    {
      id: `file-on-${c.key}`,
      text: 'File it on to where it is wanted',
      cost: `it becomes ${mm1(across.size)} × ${mm1(up.size)} mm; a plate or bezel hides what shows`,
      changes: [
        {
          do: 'opening',
          cut: {
            ...cut,
            state: 'measured',
            measured: { w: length(across.size), h: length(up.size) },
            at: moved,
          },
        },
      ],
      effort: 4,
    },
  ];
}

/** Planned again, at the size it is wanted at now. */
const enlarged = (c: CutItem): WayOut => ({
  id: `enlarge-${c.key}`,
  text: `File it to ${size(c, c.asked ?? c)}`,
  cost: '0.2 mm a pass, and try; the cells out',
  changes: [{ do: 'recut', for: c.through }],
  effort: 1,
});

/** A hole nobody wants is filled, and then the document need not know of it. */
const closed = (cut: OpeningCut): WayOut[] => [
  {
    id: `close-${cut.id}`,
    text: 'Close it with a plug or filler',
    cost: 'an off-cut of the same colour glued behind, filled and sanded; every cell out',
    changes: [{ do: 'uncut', id: cut.id }],
    effort: 3,
  },
];

/** Which way a hole's middle goes when it is read further from its edges, across and up. */
function grows({ face, u, from }: CutItem): [1 | -1, 1 | -1] {
  const across = face.kind === 'wall' ? u <= face.length / 2 : from[0].edge === 'left';
  const up = from[1].edge === 'bottom' || from[1].edge === 'back face';
  return [across ? 1 : -1, up ? 1 : -1];
}

const halves = ({ round }: CutItem, size: { w: number; h: number }): [number, number] =>
  round ? [0, 0] : [size.w / 2, size.h / 2];
const middles = (at: CutPlace): [number, number] =>
  'piece' in at ? [at.x, at.y] : [at.along, at.v];
const placed = (at: CutPlace, [u, v]: [number, number]): CutPlace =>
  'piece' in at ? { ...at, x: u, y: v } : { ...at, along: u, v };

/**
 * Where a hole lies that was cut: its near edges (its centre, when round) from the edges its plan is
 * read from, as a calliper reads them, mm. Nothing while it is not cut.
 */
export function readAsCut(c: CutItem): [FromEdge, FromEdge] | undefined {
  if (!c.made || !isCut(c)) return undefined;
  const by = strayBy(c.here, c.made);
  if (!by) return undefined;
  const sign = grows(c);
  const [plan, made] = [halves(c, c), halves(c, sizesOf(c).made)];
  const read = (i: 0 | 1): FromEdge => ({
    edge: c.from[i].edge,
    mm: c.from[i].mm - sign[i] * by[i] + plan[i] - made[i],
  });
  return [read(0), read(1)];
}

/** The place of a hole of which one of these distances was read otherwise. */
export function placedAsCut(c: CutItem, axis: 0 | 1, mm: number): CutPlace {
  const now = readAsCut(c);
  const at = c.made ?? c.here;
  if (!now) return at;
  const middle = middles(at);
  middle[axis] += grows(c)[axis] * (mm - now[axis].mm);
  return placed(at, middle);
}
