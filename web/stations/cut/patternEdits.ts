/** Patterns begun: before a speaker, or for air in any face or wall of any body. */
import {
  type CutItem,
  freePlace,
  grilleBefore,
  laidAnew,
  newPattern,
  type Pattern,
  surfacesOf,
  webFor,
} from '@deft/core/cuts';
import { bodiesOf, type Scene } from '@deft/core/fit';
import { isOpen, type PatternCut } from '@deft/core/model';
import { patternsIn } from '@deft/core/shell';

/** The body a pattern is in, as it stands. */
const sceneWith = (whole: Scene, { id }: Pattern): Scene =>
  bodiesOf(whole).find(
    ({ project, shell }) => shell && patternsIn(project, shell.body).some((c) => c.id === id),
  ) ?? whole;

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** A pattern moved on its face or along its wall, its holes laid anew there. */
export function movedPattern(
  whole: Scene,
  c: Pattern,
  dx: number,
  dy: number,
  openings: readonly CutItem[],
): PatternCut {
  const { at } = c.cut;
  const next: PatternCut['at'] =
    'piece' in at
      ? { ...at, x: tenth(at.x + dx), y: tenth(at.y + dy) }
      : { ...at, along: tenth(at.along + dx), v: tenth(at.v + dy) };
  return laidInBody(whole, c, { ...c.cut, at: next }, openings);
}

/** Planned openings of one body: walls of two bodies have the same numbers. */
const openingsIn = ({ shell }: Scene, openings: readonly CutItem[]): CutItem[] => {
  const here = new Set(shell!.body.pieces.map((q) => q.id));
  return openings.filter((o) => o.pieces.some((piece) => here.has(piece)));
};

/** A pattern of any body with its holes laid where nothing is in their way. */
export function laidInBody(
  whole: Scene,
  c: Pattern,
  cut: PatternCut,
  openings: readonly CutItem[],
): PatternCut {
  const scene = sceneWith(whole, c);
  return laidAnew(scene, cut, openingsIn(scene, openings));
}

export interface Begun {
  name: string;
  make: () => PatternCut | undefined;
}

/** Air holes begin as a few of 2.5 mm, mm. */
const BEGIN = { region: 20, hole: 2.5 } as const;

/** Everything a pattern can be begun for, speakers first. */
export function beginnings(whole: Scene, openings: readonly CutItem[]): Begun[] {
  const bodies = bodiesOf(whole).filter((s) => s.shell);
  const many = bodies.length > 1;
  const speakers = bodies.flatMap((scene) =>
    [...scene.items.values()]
      .filter((at) => at.part.speaker)
      .map((at): Begun => ({
        name: `for the sound of ${at.item.name}`,
        make: () => grilleBefore(scene, at, openingsIn(scene, openings)),
      })),
  );
  // A plate has the room's air on both sides.
  const shut = bodies.filter((s) => !isOpen(s.shell!.body));
  const air = shut.flatMap((scene) =>
    surfacesOf(scene).map(({ on, name }): Begun => ({
      name: `for air in ${name}${many ? ` of ${scene.shell!.body.name}` : ''}`,
      make: () => {
        const at = freePlace(scene, on, BEGIN.region);
        if ('opening' in at) return undefined;
        return newPattern(
          scene,
          {
            for: { is: 'air' },
            at,
            region: { kind: 'rect', w: BEGIN.region, h: BEGIN.region },
            hole: { kind: 'round', d: BEGIN.hole },
            lay: 'hexagons',
            web: webFor(scene.shell!.body.pieces[0]!),
          },
          openingsIn(scene, openings),
        );
      },
    })),
  );
  return [...speakers, ...air];
}
