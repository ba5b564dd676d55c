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

export function contradictions(p: Project, library: readonly Part[]): Contradiction[] {
  const b = p.brief;
  const out: Contradiction[] = [];
  const say = (id: string, goals: GoalKey[], title: string, why: string[]) =>
    out.push({ id, goals, title, why });
  const base = gentlest(p, library);
  const cells = library.filter((q) => q.cell && !isBank(q) && q.cell.kind === 'pouch');
  const dense = least(cells, (q) => cm3(q) / wh(q));
  const lightest = least(
    cells.filter((q) => q.massG),
    (q) => q.massG! / wh(q),
  );
  if (b.families.length && !base) {
    say('speed', ['families'], `No computer in the library runs ${b.families.join(', ')}`, [
      'Leave a family out, or add a faster computer of your own.',
    ]);
  }
  if (base && b.screenIn && !base.screen && p.way !== 'tv box') {
    say(
      'screen-none',
      ['screen'],
      `No screen of ${b.screenIn.least} to ${b.screenIn.most} in is in the library`,
      ['Widen the range, or add your own.'],
    );
  }
  const words = base
    ? `${base.computer.name}${base.screen ? ` and ${base.screen.name}` : ''}, the gentlest that would do: ${base.watts.toFixed(1)} W in a game`
    : '';
  if (base && b.hours && b.pocket && dense) {
    const inner = b.pocket.map((v) => v - 2 * WALL_MM).reduce((s, v) => s * v, 1) / 1000;
    const room = inner * FILLED;
    const boards = cm3(base.computer) + (base.screen ? cm3(base.screen) : 0) + SMALL_CM3;
    const left = Math.max(0, room - boards);
    const energy = (left / (cm3(dense) * SWELLING)) * wh(dense);
    const hours = (energy * CONVERTER) / base.watts;
    if (hours < b.hours) {
      say(
        'pocket-hours',
        ['pocket', 'hours'],
        `${b.pocket.map((v) => v.toFixed(0)).join(' × ')} mm holds about ${hours.toFixed(1)} h, not ${b.hours}`,
        [
          words,
          `inside ${inner.toFixed(0)} cm³, of which about ${Math.round(FILLED * 100)} % can be filled: ${room.toFixed(0)} cm³`,
          `− ${boards.toFixed(0)} cm³ of boards, switches and sound leaves ${left.toFixed(0)} cm³ for the cell: ${energy.toFixed(1)} Wh at ${(wh(dense) / cm3(dense)).toFixed(2)} Wh/cm³`,
          `× ${CONVERTER} / ${base.watts.toFixed(1)} W = ${hours.toFixed(1)} h; ${b.hours} h want ${((b.hours * base.watts) / CONVERTER).toFixed(1)} Wh`,
        ],
      );
    }
  }
  if (base && b.hours && b.massG && lightest) {
    const energy = (b.hours * base.watts) / CONVERTER;
    const g = (energy / wh(lightest)) * lightest.massG!;
    const rest = (base.computer.massG ?? 0) + (base.screen?.massG ?? 0) + SMALL_G;
    if (g + rest > b.massG) {
      say(
        'mass-hours',
        ['mass', 'hours'],
        `${b.hours} h weigh ${(g + rest).toFixed(0)} g before the shell, ${b.massG} g are allowed`,
        [
          words,
          `${energy.toFixed(1)} Wh of cell at ${(lightest.massG! / wh(lightest)).toFixed(1)} g/Wh = ${g.toFixed(0)} g`,
          `+ ${rest.toFixed(0)} g of boards, switches and sound`,
        ],
      );
    }
  }
  if (b.costCeiling && b.families.length) {
    const need = Math.max(1, ...b.families.map((f) => COVERAGE[f].mostly));
    const price = (q: Part | undefined) => q?.price ?? 0;
    const cheapest = (has: (q: Part) => boolean) =>
      least(
        library.filter((q) => q.price !== undefined && has(q)),
        (q) => q.price!,
      );
    const list = [
      cheapest((q) => (q.computer?.speed ?? 0) >= need),
      ...(p.way === 'tv box'
        ? []
        : [
            cheapest(
              (q) =>
                q.screen !== undefined &&
                q.screen.link !== 'panel' &&
                q.screen.diagonalIn >= (b.screenIn?.least ?? 2) &&
                q.screen.diagonalIn <= (b.screenIn?.most ?? 30),
            ),
          ]),
      ...(b.hours
        ? [
            cheapest(
              (q) =>
                q.cell?.kind === 'pouch' &&
                base !== undefined &&
                (wh(q) * CONVERTER) / base.watts >= b.hours!,
            ),
            cheapest(
              (q) =>
                q.charger !== undefined &&
                q.converter !== undefined &&
                base !== undefined &&
                q.converter.limitA * 5 >=
                  (base.computer.draws?.peak ?? 0) + (base.screen?.draws?.peak ?? 0),
            ),
          ]
        : []),
      ...(p.sound.none || p.way === 'tv box'
        ? []
        : [
            cheapest((q) => q.amp !== undefined && q.takes !== undefined),
            cheapest((q) => q.speaker !== undefined),
          ]),
    ].filter((q): q is Part => q !== undefined);
    const sum = list.reduce((s, q) => s + price(q), 0) + (p.donor?.price ?? 0);
    if (sum > b.costCeiling) {
      say(
        'cost',
        ['cost', 'families', ...(b.hours ? ['hours' as const] : [])],
        `The cheapest kit that would do is ${sum.toFixed(0)}, ${b.costCeiling} are allowed`,
        [
          list.map((q) => `${q.name} ${price(q)}`).join(' + '),
          'Prices are typical, before wires, screws and postage.',
        ],
      );
    }
  }
  if (b.picture === 'whole pixels' && b.families.length && p.way !== 'tv box') {
    const screens = library.filter(
      (q) =>
        q.screen &&
        q.screen.diagonalIn >= (b.screenIn?.least ?? 0) &&
        q.screen.diagonalIn <= (b.screenIn?.most ?? 30),
    );
    const failing = b.families.filter(
      (f) => !screens.some((q) => picturePlan(SHOWN[f], q.screen!).whole),
    );
    if (screens.length && failing.length) {
      say(
        'picture-screen',
        ['picture', 'screen'],
        `No screen of that size shows ${failing.join(', ')} at a whole scale`,
        failing.map(
          (f) =>
            `${f} has ${SHOWN[f].px[0]} × ${SHOWN[f].px[1]} pixels${SHOWN[f].shape ? `, shown ${SHOWN[f].shape.toFixed(2)} : 1` : ''}; the largest scale is ${Math.max(...screens.map((q) => picturePlan(SHOWN[f], q.screen!).fill.scale)).toFixed(2)}`,
        ),
      );
    }
  }
  const body = bodyFor(p);
  if (b.screenIn && (b.pocket || body)) {
    const face = body
      ? [outlineSpan(body.outline).w, outlineSpan(body.outline).h]
      : [...b.pocket!].sort((x, y) => y - x).slice(0, 2);
    const room = face.map((v) => v - 2 * WALL_MM).sort((x, y) => y - x);
    const fits = library
      .filter((q) => q.screen && q.screen.diagonalIn >= b.screenIn!.least)
      .some((q) => {
        const s = planSize(q.blocks);
        const [a, c] = [s.w, s.h].sort((x, y) => y - x) as [number, number];
        return a <= room[0]! && c <= room[1]!;
      });
    const diagonal = Math.hypot(room[0]!, room[1]!) / 25.4;
    if (!fits) {
      say(
        'screen-face',
        ['screen', body ? 'original' : 'pocket'],
        `No panel of ${b.screenIn.least} in or more goes into a face of ${face.map((v) => v.toFixed(0)).join(' × ')} mm`,
        [
          `The face inside its walls has a diagonal of ${diagonal.toFixed(1)} in; panels need their frame and ribbon side as well.`,
        ],
      );
    }
  }
  const axes = b.families.filter((f) => COVERAGE[f].axes);
  if (axes.length && (b.original || b.uncut?.includes('front'))) {
    const has = body?.pieces.some((q) =>
      q.openings.some((o) => o.use === 'other' || o.use === 'wheel'),
    );
    if (!has) {
      say(
        'stick-face',
        ['families', b.uncut?.includes('front') ? 'uncut' : 'original'],
        `${axes.join(', ')} want an analog stick, and the face is to stay as it is`,
        [
          'A stick needs a hole of about 20 mm; a flat one about 16 mm. None of the openings noted so far is one.',
        ],
      );
    }
  }
  if (
    b.tv &&
    b.uncut?.includes('walls') &&
    body &&
    !body.pieces.some((q) => q.openings.some((o) => o.on.kind === 'wall'))
  ) {
    say(
      'tv-walls',
      ['tv', 'uncut'],
      'A television wants a picture socket in a wall, and the walls are to stay uncut',
      ['No opening is in a wall yet.'],
    );
  }
  if (b.tools && !b.tools.includes('iron') && b.families.length && p.way !== 'open plate') {
    say(
      'iron',
      ['tools', 'families'],
      'Without a soldering iron nothing inside a shell can be wired',
      ['Only an open plate with plugs throughout goes without one.'],
    );
  }
  return out;
}
