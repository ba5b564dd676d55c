/**
 * Goals that cannot be had together, said before any part is bought: what the library's best case
 * comes to against each pair of goals, with the numbers.
 */
import {
  bodyFor,
  type GameFamily,
  type GoalKey,
  outlineSpan,
  type Part,
  type Project,
} from '../model';
import { COVERAGE, SHOWN } from '../catalogue';
import { picturePlan } from '../display';
import { blockBox } from '../geometry';
import { isBank, leastRemovals, planSize } from '../kit';

export interface Contradiction {
  id: string;
  goals: GoalKey[];
  title: string;
  why: string[];
}

/** Share of a shell's inner volume that boards and cells fill in practice; the rest is posts, wires and air. Typical. */
export const FILLED = 0.6;
const WALL_MM = 2;
const CONVERTER = 0.9;
const CELL_V = 3.7;
const RAIL_V = 5;
const SWELLING = 1.1;
/** Switches, plates, amplifier and speaker beside the boards: typical. */
const SMALL_CM3 = 12;
const SMALL_G = 25;

interface Choice {
  computer: Part;
  screen?: Part;
  watts: number;
}

/** Everything off that comes off. */
const slim = (p: Part) => leastRemovals(p, [], 0.5);
const cm3 = (p: Part): number => {
  const off = new Set(slim(p).blocks.map((b) => b.id));
  return p.blocks
    .filter((b) => !off.has(b.id))
    .reduce((s, b) => {
      const [l, h] = blockBox(b);
      return s + ((h[0] - l[0]) * (h[1] - l[1]) * (h[2] - l[2])) / 1000;
    }, 0);
};
const least = <T>(list: readonly T[], of: (x: T) => number): T | undefined =>
  list.reduce<T | undefined>(
    (best, x) => (best === undefined || of(x) < of(best) ? x : best),
    undefined,
  );

/** The gentlest computer and screen in the library that would do. */
function gentlest(p: Project, library: readonly Part[]): Choice | undefined {
  const b = p.brief;
  const need = Math.max(1, ...b.families.map((f: GameFamily) => COVERAGE[f].mostly));
  const computer = least(
    library.filter((q) => q.computer && q.computer.speed >= need),
    (q) => q.draws?.game ?? 9,
  );
  if (!computer) return undefined;
  if (p.way === 'tv box') return { computer, watts: computer.draws?.game ?? 0 };
  const screen = least(
    library.filter(
      (q) =>
        q.screen &&
        q.screen.link !== 'panel' &&
        q.screen.diagonalIn >= (b.screenIn?.least ?? 2) &&
        q.screen.diagonalIn <= (b.screenIn?.most ?? 30),
    ),
    (q) => q.draws?.game ?? 9,
  );
  return {
    computer,
    ...(screen ? { screen } : {}),
    watts: (computer.draws?.game ?? 0) + (screen?.draws?.game ?? 0) + (p.sound.none ? 0 : 0.2),
  };
}

const wh = (q: Part): number => q.cell!.capacityAh * q.cell!.series * CELL_V;

/** What a rule looks at. */
interface Wishes {
  p: Project;
  b: Project['brief'];
  library: readonly Part[];
  /** The gentlest computer and screen that would do; nothing where no computer does. */
  base: Choice | undefined;
}
type Rule = (w: Wishes) => Contradiction | undefined;

/** A screen is sought on all builds but those without one of their own. */
const hasScreen = ({ p }: Wishes): boolean => p.way !== 'tv box';
const pouches = (library: readonly Part[]): Part[] =>
  library.filter((q) => q.cell && !isBank(q) && q.cell.kind === 'pouch');
const namesOf = ({ computer, screen, watts }: Choice): string =>
  `${computer.name}${screen ? ` and ${screen.name}` : ''}, the gentlest that would do: ${watts.toFixed(1)} W in a game`;
/** Screens of the size that is wished for, bare panels left out. */
const isWished = (b: Wishes['b'], q: Part, from: number, to: number): boolean =>
  q.screen !== undefined &&
  q.screen.diagonalIn >= (b.screenIn?.least ?? from) &&
  q.screen.diagonalIn <= (b.screenIn?.most ?? to);

const tooSlow: Rule = ({ b, base }) =>
  b.families.length && !base
    ? {
        id: 'speed',
        goals: ['families'],
        title: `No computer in the library runs ${b.families.join(', ')}`,
        why: ['Leave a family out, or add a faster computer of your own.'],
      }
    : undefined;

const noSuchScreen: Rule = (w) => {
  const { b, base } = w;
  if (!base || !b.screenIn || base.screen || !hasScreen(w)) return undefined;
  return {
    id: 'screen-none',
    goals: ['screen'],
    title: `No screen of ${b.screenIn.least} to ${b.screenIn.most} in is in the library`,
    why: ['Widen the range, or add your own.'],
  };
};

const pocketHours: Rule = ({ b, base, library }) => {
  const dense = least(pouches(library), (q) => cm3(q) / wh(q));
  if (!base || !b.hours || !b.pocket || !dense) return undefined;
  const inner = b.pocket.map((v) => v - 2 * WALL_MM).reduce((s, v) => s * v, 1) / 1000;
  const room = inner * FILLED;
  const boards = cm3(base.computer) + (base.screen ? cm3(base.screen) : 0) + SMALL_CM3;
  const left = Math.max(0, room - boards);
  const energy = (left / (cm3(dense) * SWELLING)) * wh(dense);
  const hours = (energy * CONVERTER) / base.watts;
  if (hours >= b.hours) return undefined;
  return {
    id: 'pocket-hours',
    goals: ['pocket', 'hours'],
    title: `${b.pocket.map((v) => v.toFixed(0)).join(' × ')} mm holds about ${hours.toFixed(1)} h, not ${b.hours}`,
    why: [
      namesOf(base),
      `inside ${inner.toFixed(0)} cm³, of which about ${Math.round(FILLED * 100)} % can be filled: ${room.toFixed(0)} cm³`,
      `− ${boards.toFixed(0)} cm³ of boards, switches and sound leaves ${left.toFixed(0)} cm³ for the cell: ${energy.toFixed(1)} Wh at ${(wh(dense) / cm3(dense)).toFixed(2)} Wh/cm³`,
      `× ${CONVERTER} / ${base.watts.toFixed(1)} W = ${hours.toFixed(1)} h; ${b.hours} h want ${((b.hours * base.watts) / CONVERTER).toFixed(1)} Wh`,
    ],
  };
};

const massHours: Rule = ({ b, base, library }) => {
  const lightest = least(
    pouches(library).filter((q) => q.massG),
    (q) => q.massG! / wh(q),
  );
  if (!base || !b.hours || !b.massG || !lightest) return undefined;
  const energy = (b.hours * base.watts) / CONVERTER;
  const g = (energy / wh(lightest)) * lightest.massG!;
  const rest = (base.computer.massG ?? 0) + (base.screen?.massG ?? 0) + SMALL_G;
  if (g + rest <= b.massG) return undefined;
  return {
    id: 'mass-hours',
    goals: ['mass', 'hours'],
    title: `${b.hours} h weigh ${(g + rest).toFixed(0)} g before the shell, ${b.massG} g are allowed`,
    why: [
      namesOf(base),
      `${energy.toFixed(1)} Wh of cell at ${(lightest.massG! / wh(lightest)).toFixed(1)} g/Wh = ${g.toFixed(0)} g`,
      `+ ${rest.toFixed(0)} g of boards, switches and sound`,
    ],
  };
};

/** The cheapest of each that a kit for these wishes needs. */
function cheapestKit(w: Wishes): Part[] {
  const { p, b, base, library } = w;
  const need = Math.max(1, ...b.families.map((f) => COVERAGE[f].mostly));
  const cheapest = (has: (q: Part) => boolean): Part | undefined =>
    least(
      library.filter((q) => q.price !== undefined && has(q)),
      (q) => q.price!,
    );
  const wanted: Array<[isWanted: boolean, has: (q: Part) => boolean]> = [
    [true, (q) => (q.computer?.speed ?? 0) >= need],
    [hasScreen(w), (q) => q.screen?.link !== 'panel' && isWished(b, q, 2, 30)],
    [
      Boolean(b.hours) && base !== undefined,
      (q) => q.cell?.kind === 'pouch' && (wh(q) * CONVERTER) / base!.watts >= b.hours!,
    ],
    [Boolean(b.hours) && base !== undefined, (q) => feedsPeak(q, base!)],
    [!p.sound.none && hasScreen(w), (q) => q.amp !== undefined && q.takes !== undefined],
    [!p.sound.none && hasScreen(w), (q) => q.speaker !== undefined],
  ];
  return wanted.flatMap(([isWanted, has]) => {
    const found = isWanted ? cheapest(has) : undefined;
    return found ? [found] : [];
  });
}

/** A charger with a rail that bears what computer and screen draw at their peak. */
const feedsPeak = (q: Part, base: Choice): boolean =>
  q.charger !== undefined &&
  q.converter !== undefined &&
  q.converter.limitA * RAIL_V >= (base.computer.draws?.peak ?? 0) + (base.screen?.draws?.peak ?? 0);

const tooCheap: Rule = (w) => {
  const { p, b } = w;
  if (!b.costCeiling || !b.families.length) return undefined;
  const kit = cheapestKit(w);
  const sum = kit.reduce((s, q) => s + (q.price ?? 0), 0) + (p.donor?.price ?? 0);
  if (sum <= b.costCeiling) return undefined;
  return {
    id: 'cost',
    goals: ['cost', 'families', ...(b.hours ? ['hours' as const] : [])],
    title: `The cheapest kit that would do is ${sum.toFixed(0)}, ${b.costCeiling} are allowed`,
    why: [
      kit.map((q) => `${q.name} ${q.price ?? 0}`).join(' + '),
      'Prices are typical, before wires, screws and postage.',
    ],
  };
};

const noWholeScale: Rule = (w) => {
  const { b, library } = w;
  if (b.picture !== 'whole pixels' || !b.families.length || !hasScreen(w)) return undefined;
  const screens = library.filter((q) => isWished(b, q, 0, 30));
  const failing = b.families.filter(
    (f) => !screens.some((q) => picturePlan(SHOWN[f], q.screen!).whole),
  );
  if (!screens.length || !failing.length) return undefined;
  return {
    id: 'picture-screen',
    goals: ['picture', 'screen'],
    title: `No screen of that size shows ${failing.join(', ')} at a whole scale`,
    why: failing.map((f) => {
      const { px, shape } = SHOWN[f];
      const most = Math.max(...screens.map((q) => picturePlan(SHOWN[f], q.screen!).fill.scale));
      return `${f} has ${px[0]} × ${px[1]} pixels${shape ? `, shown ${shape.toFixed(2)} : 1` : ''}; the largest scale is ${most.toFixed(2)}`;
    }),
  };
};

const screenFace: Rule = ({ p, b, library }) => {
  const body = bodyFor(p);
  if (!b.screenIn || (!b.pocket && !body)) return undefined;
  const face = body
    ? [outlineSpan(body.outline).w, outlineSpan(body.outline).h]
    : [...b.pocket!].sort((x, y) => y - x).slice(0, 2);
  const [long, wide] = face.map((v) => v - 2 * WALL_MM).sort((x, y) => y - x) as [number, number];
  const goesIn = library.some((q) => {
    if (!q.screen || q.screen.diagonalIn < b.screenIn!.least) return false;
    const { w, h } = planSize(q.blocks);
    return Math.max(w, h) <= long && Math.min(w, h) <= wide;
  });
  if (goesIn) return undefined;
  const diagonal = Math.hypot(long, wide) / 25.4;
  return {
    id: 'screen-face',
    goals: ['screen', body ? 'original' : 'pocket'],
    title: `No panel of ${b.screenIn.least} in or more goes into a face of ${face.map((v) => v.toFixed(0)).join(' × ')} mm`,
    why: [
      `The face inside its walls has a diagonal of ${diagonal.toFixed(1)} in; panels need their frame and ribbon side as well.`,
    ],
  };
};

const stickFace: Rule = ({ p, b }) => {
  const axes = b.families.filter((f) => COVERAGE[f].axes);
  const staysWhole = b.original === true || b.uncut?.includes('front') === true;
  const has = bodyFor(p)?.pieces.some((q) =>
    q.openings.some((o) => o.use === 'other' || o.use === 'wheel'),
  );
  if (!axes.length || !staysWhole || has) return undefined;
  return {
    id: 'stick-face',
    goals: ['families', b.uncut?.includes('front') ? 'uncut' : 'original'],
    title: `${axes.join(', ')} want an analog stick, and the face is to stay as it is`,
    why: [
      'A stick needs a hole of about 20 mm; a flat one about 16 mm. None of the openings noted so far is one.',
    ],
  };
};

const tvWalls: Rule = ({ p, b }) => {
  const body = bodyFor(p);
  const hasHole = body?.pieces.some((q) => q.openings.some((o) => o.on.kind === 'wall'));
  if (!b.tv || !b.uncut?.includes('walls') || !body || hasHole) return undefined;
  return {
    id: 'tv-walls',
    goals: ['tv', 'uncut'],
    title: 'A television wants a picture socket in a wall, and the walls are to stay uncut',
    why: ['No opening is in a wall yet.'],
  };
};

const noIron: Rule = ({ p, b }) =>
  b.tools && !b.tools.includes('iron') && b.families.length && p.way !== 'open plate'
    ? {
        id: 'iron',
        goals: ['tools', 'families'],
        title: 'Without a soldering iron nothing inside a shell can be wired',
        why: ['Only an open plate with plugs throughout goes without one.'],
      }
    : undefined;

const RULES: readonly Rule[] = [
  tooSlow,
  noSuchScreen,
  pocketHours,
  massHours,
  tooCheap,
  noWholeScale,
  screenFace,
  stickFace,
  tvWalls,
  noIron,
];

export function contradictions(p: Project, library: readonly Part[]): Contradiction[] {
  const wishes: Wishes = { p, b: p.brief, library, base: gentlest(p, library) };
  return RULES.flatMap((rule) => rule(wishes) ?? []);
}
