/** Posts, ribs and key supports: where, how large, how high, and what a screw finds in them. */
import type { Feature } from '../../model';
import { placedSteps } from './placed';
import { type Measured, type Purpose, type RoundStep, type Stage, stepOf } from './step';

const isSupport = (f: Feature): boolean => f.purpose === 'button support';

/** The stages of features, in the order they are measured. */
const STAGES_OF: ReadonlyArray<{
  stage: Stage;
  purpose: Purpose;
  has: (f: Feature) => boolean;
}> = [
  {
    stage: 'posts',
    purpose: 'first fit',
    has: (f) => (f.kind === 'post' || f.kind === 'boss') && !isSupport(f),
  },
  {
    stage: 'ribs',
    purpose: 'first fit',
    has: (f) => (f.kind === 'rib' || f.kind === 'wall') && !isSupport(f),
  },
  { stage: 'button supports', purpose: 'buttons', has: isSupport },
];

export const featureSteps = (of: Measured): RoundStep[] =>
  STAGES_OF.flatMap(({ stage, purpose, has }) =>
    of.body.pieces.flatMap((piece, i) =>
      piece.features.flatMap((f, j) => {
        if (!has(f)) return [];
        const path = ['pieces', i, 'features', j];
        const atPath = [...path, 'at'];
        const place = { stage, purpose, piece: piece.id, it: f, place: f.at, path, atPath };
        const own = { f, path, stage, piece: piece.id };
        return [
          ...placedSteps(of, place),
          heightStep(own, purpose),
          ...boreSteps(own),
          ...screwSteps(own),
        ];
      }),
    ),
  );

interface Own {
  f: Feature;
  path: ReadonlyArray<string | number>;
  stage: Stage;
  piece: string;
}

const heightStep = ({ f, path, stage, piece }: Own, purpose: Purpose): RoundStep =>
  stepOf({
    id: `${f.id}-height`,
    stage,
    ask: `${f.name}: ${f.height.from === 'floor' ? 'height' : 'top below the rim'}`,
    jaw: 'depth rod',
    touch:
      f.height.from === 'floor'
        ? 'its top down to the floor beside it'
        : 'a ruler laid across the rim, down to its top',
    path: [...path, 'height', 'length'],
    value: f.height.length,
    min: 0,
    purpose,
    piece,
    about: f.id,
  });

function boreSteps({ f, path, stage, piece }: Own): RoundStep[] {
  if (!f.bore) return [];
  const all = { stage, purpose: 'closing', piece, about: f.id } as const;
  return [
    stepOf({
      id: `${f.id}-bore-d`,
      ask: `${f.name}: bore, diameter`,
      jaw: 'inside jaws or a drill shank',
      touch: 'the screw hole',
      path: [...path, 'bore', 'd'],
      value: f.bore.d,
      ...all,
    }),
    stepOf({
      id: `${f.id}-bore`,
      ask: `${f.name}: bore, how deep`,
      jaw: 'depth rod or a marked toothpick',
      touch: 'bottom of the screw hole',
      path: [...path, 'bore', 'deep'],
      value: f.bore.deep,
      ...all,
    }),
  ];
}

function screwSteps({ f, path, stage, piece }: Own): RoundStep[] {
  if (!f.screw) return [];
  const all = { stage, purpose: 'closing', piece, about: f.id } as const;
  return [
    stepOf({
      id: `${f.id}-screw-d`,
      ask: `${f.name}: screw, over its thread`,
      jaw: 'outside jaws',
      touch: 'the crests of the thread',
      path: [...path, 'screw', 'd'],
      value: f.screw.d,
      ...all,
    }),
    stepOf({
      id: `${f.id}-screw`,
      ask: `${f.name}: screw, how much goes in`,
      jaw: 'outside jaws',
      touch: 'screw length less what passes through the other half',
      path: [...path, 'screw', 'into'],
      value: f.screw.into,
      ...all,
    }),
  ];
}
