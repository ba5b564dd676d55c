/** What the holes of a pattern must keep clear of, whether they go through a face or a wall. */
import type { PlacedItem, Scene } from '../../fit';
import { boxPrism, planGap, type Prism, roundPrism } from '../../geometry';
import type { PatternCut, Ref } from '../../model';
import { patternsIn, type StandingFeature } from '../../shell';
import type { CutItem } from '../cutItem';
import { type HoleAt, holesOf } from './holeAt';

/** A hand drill wanders by this much, mm. */
export const WANDER_MM = 0.4;
/** Nearer behind a hole than this nothing passes it, mm: typical. */
const SHUT_MM = 1;
/** A thing pushed through a hole reaches so far, mm: typical. */
const POKE_MM = 5;
/** Nothing is wanted further apart, mm. */
export const FAR_MM = 5;

export type Meets = 'edge' | 'seam' | 'step' | 'post' | 'hole' | 'picture' | 'cell' | 'behind';

export interface Obstacle {
  is: Meets;
  id: string;
  name: string;
  about: string[];
  refs: Ref[];
  /** Clear of it by so much, mm. */
  needs: number;
  /** Signed distance of a hole from it, mm. */
  gap: (hole: HoleAt) => number;
}

/** Told without looking closely: their boxes lie further apart. */
const isFar = (h: HoleAt, q: Prism, mm: number): boolean =>
  q.x0 - h.u - h.across > mm ||
  h.u - h.across - q.x1 > mm ||
  q.y0 - h.v - h.up > mm ||
  h.v - h.up - q.y1 > mm;
/** The least distance of a hole from any of some prisms, seen along the hole. */
export const fromPrisms =
  (prisms: readonly Prism[], needs: number) =>
  (h: HoleAt): number => {
    let least = Infinity;
    for (const q of prisms) {
      if (isFar(h, q, needs + 1)) continue;
      least = Math.min(least, planGap(h.plan, q));
    }
    return least;
  };

export const otherHole = (
  id: string,
  about: string,
  name: string,
  shape: Prism,
  web: number,
): Obstacle => ({
  is: 'hole',
  id,
  name,
  about: [about],
  refs: [{ is: 'opening', id: about }],
  needs: web,
  gap: fromPrisms([shape], web),
});

export const boxAt = (u: number, v: number, w: number, h: number): Prism =>
  boxPrism(u - w / 2, v - h / 2, w, h, 0, 1);

export const plannedHole =
  (web: number) =>
  (o: CutItem): Obstacle => {
    const { w, h } = o.measured ?? o;
    const owner = 'input' in o.through ? o.through.input : o.through.item;
    return {
      is: 'hole',
      id: o.key,
      name: o.name,
      about: [owner],
      refs: ['input' in o.through ? { is: 'input', id: owner } : { is: 'item', id: owner }],
      needs: web,
      gap: fromPrisms([o.round ? roundPrism(o.u, o.v, w / 2, 0, 1) : boxAt(o.u, o.v, w, h)], web),
    };
  };

/** A post or rib behind a hole. */
export const postAt = (f: StandingFeature, gap: Obstacle['gap']): Obstacle => ({
  is: 'post',
  id: f.id,
  name: f.name,
  about: [f.id],
  refs: [{ is: 'feature', id: f.id }],
  needs: WANDER_MM,
  gap,
});

const surfaceKey = ({ at }: Pick<PatternCut, 'at'>): string =>
  'piece' in at ? `face ${at.piece}` : `wall ${at.wall}`;

/** Every other pattern of the same face or wall, each as one thing. */
export const otherPatterns = (scene: Scene, c: PatternCut, web: number): Obstacle[] =>
  patternsIn(scene.project, scene.shell!.body)
    .filter((o) => o.id !== c.id && surfaceKey(o) === surfaceKey(c))
    .map((o): Obstacle => ({
      is: 'hole',
      id: `pattern:${o.id}`,
      name: 'another pattern',
      about: [o.id],
      refs: [],
      needs: web,
      gap: fromPrisms(
        holesOf(o).map((h) => h.plan),
        web,
      ),
    }));

/** An item in the way of air, or of what is pushed through a hole. */
function obstacleOf(is: 'cell' | 'behind', at: PlacedItem, gap: (h: HoleAt) => number): Obstacle {
  return {
    is,
    id: at.item.id,
    name: at.item.name,
    about: [at.item.id],
    refs: [{ is: 'item', id: at.item.id }],
    needs: 0,
    gap,
  };
}

export const inside = (scene: Scene): PlacedItem[] =>
  [...scene.items.values()].filter((at) => !at.isOutside);
export const isOwn = (c: PatternCut, at: PlacedItem): boolean =>
  'item' in c.for && c.for.item === at.item.id;

/** A cell anywhere near; anything close enough to shut a hole that is there for air. */
export function near(
  c: PatternCut,
  at: PlacedItem,
  gapWithin: (mm: number) => ((h: HoleAt) => number) | undefined,
): Obstacle[] {
  const poked = at.part.cell ? gapWithin(POKE_MM) : undefined;
  const shut = 'is' in c.for ? gapWithin(SHUT_MM) : undefined;
  return [
    ...(poked ? [obstacleOf('cell', at, poked)] : []),
    ...(shut ? [obstacleOf('behind', at, shut)] : []),
  ];
}
