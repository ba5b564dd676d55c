/** Bays, openings in faces and walls, and the caps of keys. */
import type { Body, Opening } from '../../model';
import { placedSteps } from './placed';
import { ANY_PLACE_MM, type Measured, type Purpose, type RoundStep, stepOf } from './step';

export const baySteps = (of: Measured): RoundStep[] =>
  of.body.pieces.flatMap((piece, i) =>
    piece.zones.flatMap((z, j) => {
      const path = ['pieces', i, 'zones', j];
      return [
        ...placedSteps(of, {
          stage: 'bays',
          purpose: 'first fit',
          piece: piece.id,
          it: z,
          place: z.at,
          path,
          atPath: [...path, 'at'],
        }),
        stepOf({
          id: `${z.id}-depth`,
          stage: 'bays',
          ask: `${z.name}: depth`,
          jaw: 'depth rod',
          touch: 'a ruler laid across the rim, down to its floor',
          path: [...path, 'depth'],
          value: z.depth,
          purpose: 'first fit',
          piece: piece.id,
          about: z.id,
        }),
      ];
    }),
  );

const purposeOf = (o: Opening): Purpose => {
  if (o.use === 'window') return 'screen';
  if (o.use === 'button') return 'buttons';
  return 'ports and card';
};

export const openingSteps = (of: Measured): RoundStep[] =>
  of.body.pieces.flatMap((piece, i) =>
    piece.openings.flatMap((o, j) => {
      const path = ['pieces', i, 'openings', j];
      const purpose = purposeOf(o);
      const thing = { stage: 'openings', purpose, piece: piece.id, it: o } as const;
      if (o.on.kind === 'face') {
        return placedSteps(of, {
          ...thing,
          place: o.on.at,
          path,
          atPath: [...path, 'on', 'at'],
        });
      }
      return [
        ...inWall(o, o.on, path, piece.id),
        ...placedSteps(of, { ...thing, place: undefined, path, atPath: path }),
      ];
    }),
  );

/** Along its wall and from the parting line. */
function inWall(
  o: Opening,
  on: Extract<Opening['on'], { kind: 'wall' }>,
  path: ReadonlyArray<string | number>,
  piece: string,
): RoundStep[] {
  const all = {
    stage: 'openings',
    min: ANY_PLACE_MM,
    purpose: purposeOf(o),
    piece,
    about: o.id,
  } as const;
  return [
    stepOf({
      id: `${o.id}-along`,
      ask: `${o.name}: centre along its wall`,
      jaw: 'outside jaws, half the width added',
      touch: 'the outer corner to the opening',
      path: [...path, 'on', 'along', 'length'],
      value: on.along.length,
      ...all,
    }),
    stepOf({
      id: `${o.id}-v`,
      ask: `${o.name}: centre from the parting line`,
      jaw: 'depth rod',
      touch: 'rim to the opening; back half negative',
      path: [...path, 'on', 'v'],
      value: on.v,
      ...all,
    }),
  ];
}

type CapKey = 'across' | 'flange' | 'flangeThick' | 'peg' | 'proud';
/** What is read of a cap, in the order it is turned in the hand. */
const OF_CAP: ReadonlyArray<{ key: CapKey; ask: string; jaw: string; touch: string; min?: 0 }> = [
  { key: 'across', ask: 'across the cap', jaw: 'outside jaws', touch: 'the part that shows' },
  {
    key: 'flange',
    ask: 'across its flange',
    jaw: 'outside jaws',
    touch: 'the rim that keeps it in',
  },
  {
    key: 'flangeThick',
    ask: 'flange thickness',
    jaw: 'outside jaws',
    touch: 'both faces of the flange',
  },
  {
    key: 'peg',
    ask: 'flange to tip of the peg',
    jaw: 'depth rod',
    touch: 'underside of the flange to the tip; 0 without a peg',
    min: 0,
  },
  {
    key: 'proud',
    ask: 'how far it stands out',
    jaw: 'depth rod',
    touch: 'top of the cap down to the face; 0 if flush',
    min: 0,
  },
];

export const capSteps = ({ caps = [] }: Body): RoundStep[] =>
  caps.flatMap((c, k) =>
    OF_CAP.map(({ key, ask, jaw, touch, ...least }) =>
      stepOf({
        id: `${c.id}-${key}`,
        stage: 'caps',
        ask: `${c.name}: ${ask}`,
        jaw,
        touch,
        path: ['caps', k, key],
        value: c[key],
        ...least,
        purpose: 'buttons',
        about: c.opening,
      }),
    ),
  );
