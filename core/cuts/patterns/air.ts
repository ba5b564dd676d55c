/** Holes for air where they do least harm: low and high in the walls, or low and high in the back. */
import type { Scene } from '../../fit';
import { type CutPlace, isOpen, mm1, type PatternCut, type WayOut } from '../../model';
import { patternMm2 } from '../../shell';
import type { CutItem } from '../cutItem';
import { holeWords, newPattern, webFor } from './patterns';

/** A bit that most have, and that nothing falls through, mm. */
const BIT_MM = 2.5;
/** Regions tried, the smallest first, mm. */
const WIDE_MM = [15, 25, 40, 60, 80, 110] as const;
/** Where along a wall or across a face, as a share. */
const ALONG = [0.5, 0.3, 0.7] as const;
/** A band of holes in a face is so high, mm. */
const BAND_MM = 14;

interface Spot {
  at: CutPlace;
  /** The room there is, mm. */
  w: number;
  h: number;
}

/** The deeper half of the walls that look down or up as it is held. */
function inWalls({ shell }: Scene, up: 1 | -1): Spot[] {
  const { body, sign, walls } = shell!;
  const depth = (side: 1 | -1): number =>
    Math.max(0, ...body.pieces.filter((q) => sign(q.id) === side).map((q) => q.depth.mm));
  const side = depth(1) > depth(-1) ? 1 : -1;
  const deep = depth(side);
  return walls
    .filter((w) => w.ny * up > 0.9)
    .flatMap((w) =>
      ALONG.map((share) => ({
        at: {
          body: body.id,
          wall: w.index,
          along: tenth(share * w.length),
          v: tenth((side * deep) / 2),
        },
        w: 2 * Math.min(share, 1 - share) * w.length,
        h: deep,
      })),
    );
}

/** Bands in the back, a quarter of its height from its lower or upper edge. */
function inBack({ shell }: Scene, up: 1 | -1): Spot[] {
  const { body, walls } = shell!;
  const back = body.pieces.find((q) => q.role === 'back');
  if (!back) return [];
  const [xs, ys] = [walls.map((w) => w.x0), walls.map((w) => w.y0)];
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - x0, Math.max(...ys) - y0];
  return ALONG.map((share) => ({
    at: { piece: back.id, x: tenth(x0 + share * w), y: tenth(y0 + h * (0.5 + 0.25 * up)) },
    w: 2 * Math.min(share, 1 - share) * w,
    h: BAND_MM,
  }));
}

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** The smallest pattern among some spots that acts as much as is wanted. */
function opened(
  scene: Scene,
  spots: readonly Spot[],
  acting: number,
  openings: readonly CutItem[],
): PatternCut | undefined {
  const { body } = scene.shell!;
  for (const wide of WIDE_MM) {
    for (const { at, w, h } of spots) {
      if (wide > w) continue;
      const cut = newPattern(
        scene,
        {
          for: { is: 'air' },
          at,
          region: { kind: 'rect', w: wide, h },
          hole: { kind: 'round', d: BIT_MM },
          lay: 'hexagons',
          web: webFor(body.pieces[0]!),
        },
        openings,
      );
      if (patternMm2(cut, body).acting >= acting) return cut;
    }
  }
  return undefined;
}

/** The same scene with one pattern more: the next is laid clear of it, and has another id. */
const withCut = (scene: Scene, cut: PatternCut): Scene => ({
  ...scene,
  project: { ...scene.project, cuts: [...scene.project.cuts, cut] },
});

/**
 * @param acting  more that the body has to be open, as it acts, mm²: half low, half high
 * @returns       the ways there is room for, the less visible first
 */
export function airWays(scene: Scene, acting: number, openings: readonly CutItem[]): WayOut[] {
  if (!scene.shell || isOpen(scene.shell.body)) return [];
  const pairs = [
    { where: 'the lower and the upper wall', at: inWalls },
    { where: 'the back, low and high', at: inBack },
  ] as const;
  return pairs.flatMap(({ where, at }, k): WayOut[] => {
    const low = opened(scene, at(scene, -1), acting / 2, openings);
    if (!low) return [];
    const high = opened(withCut(scene, low), at(scene, 1), acting / 2, openings);
    if (!high) return [];
    const { body } = scene.shell!;
    const sum = (of: 'open' | 'acting'): number =>
      patternMm2(low, body)[of] + patternMm2(high, body)[of];
    const holes = low.holes.length + high.holes.length;
    return [
      {
        id: `air-${k}`,
        text: `Drill ${holes} holes ${holeWords(low.hole)} for air in ${where}`,
        cost: `${sum('open').toFixed(0)} mm² open, acting as ${sum('acting').toFixed(0)}; ${mm1(low.web)} mm of web`,
        changes: [
          { do: 'pattern', cut: low },
          { do: 'pattern', cut: high },
        ],
        effort: 3.5 + k / 2,
      },
    ];
  });
}
