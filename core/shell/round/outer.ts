/** Before there is a body, the six lengths that make one; of a body the same, and its lip and curves. */
import { type Body, formatMm, type Length } from '../../model';
import { span } from '../datum';
import { type Measured, type RoundStep, stepOf } from './step';

type First = Partial<Record<string, Length>>;
/** A corner nobody read yet is drawn so round, and a wall so thick, mm. */
const USUAL_CORNER_MM = 8;
const USUAL_WALL_MM = 2;

const pieceIn = (body: Body | undefined, role: string): number =>
  body?.pieces.findIndex((p) => p.role === role) ?? -1;

/** Width, height and corner; an outline of its own points has none of them. */
export function outerSteps(body: Body | undefined, first: First): RoundStep[] {
  const rect = body?.outline.kind === 'rect' ? body.outline : undefined;
  if (body && !rect) return [];
  const w = body ? span(body, 'x').mm : 0;
  const h = body ? span(body, 'y').mm : 0;
  const piece = body?.pieces[pieceIn(body, 'back')]?.id ?? 'back';
  const corner = rect?.r.mm ?? USUAL_CORNER_MM;
  return [
    stepOf({
      id: 'w',
      stage: 'outer',
      ask: 'Outer width',
      jaw: 'outside jaws',
      touch: 'left and right outer face, half-way up',
      path: ['outline', 'w'],
      value: rect?.w ?? first['w'],
      purpose: 'first fit',
      piece,
      mark: { x0: 0, y0: h / 2, x1: w, y1: h / 2 },
    }),
    stepOf({
      id: 'h',
      stage: 'outer',
      ask: 'Outer height',
      jaw: 'outside jaws',
      touch: 'lower and upper outer face, in the middle',
      path: ['outline', 'h'],
      value: rect?.h ?? first['h'],
      purpose: 'first fit',
      piece,
      mark: { x0: w / 2, y0: 0, x1: w / 2, y1: h },
    }),
    stepOf({
      id: 'r',
      stage: 'outer',
      ask: 'Corner radius',
      jaw: 'radius gauge or a coin',
      touch: 'an outer corner; 0 if it is sharp',
      path: ['outline', 'r'],
      value: rect?.r ?? first['r'],
      min: 0,
      purpose: 'first fit',
      piece,
      mark: { x0: 0, y0: 0, x1: corner, y1: corner },
    }),
  ];
}

export function wallSteps(body: Body | undefined, first: First): RoundStep[] {
  const up = (body ? span(body, 'y').mm : 0) * 0.3;
  return [
    stepOf({
      id: 'wall',
      stage: 'walls',
      ask: 'Wall thickness',
      jaw: 'outside jaws at the rim',
      touch: 'inner and outer face of a side wall, away from the lip',
      path: ['wall'],
      value: body?.wall ?? first['wall'],
      purpose: 'first fit',
      piece: body?.pieces[pieceIn(body, 'back')]?.id ?? 'back',
      mark: { x0: 0, y0: up, x1: body?.wall.mm ?? USUAL_WALL_MM, y1: up },
    }),
  ];
}

export function lipSteps(body: Body | undefined): RoundStep[] {
  const lip = body?.lip;
  if (!lip) return [];
  return [
    stepOf({
      id: 'lip-height',
      stage: 'lip',
      ask: 'Lip, how high it stands',
      jaw: 'depth rod',
      touch: 'top of the lip down to the rim beside it',
      path: ['lip', 'height'],
      value: lip.height,
      min: 0,
      purpose: 'closing',
      piece: lip.on,
    }),
    stepOf({
      id: 'lip-thick',
      stage: 'lip',
      ask: 'Lip, how thick',
      jaw: 'outside jaws',
      touch: 'both faces of the lip',
      path: ['lip', 'thick'],
      value: lip.thick,
      min: 0,
      purpose: 'closing',
      piece: lip.on,
    }),
  ];
}

/** Both halves, rim to outer face. */
export const depthSteps = (body: Body | undefined, first: First): RoundStep[] =>
  (['front', 'back'] as const).flatMap((role) => {
    const i = pieceIn(body, role);
    const piece = body?.pieces[i];
    if (body && !piece) return [];
    return [
      stepOf({
        id: role,
        stage: 'depths',
        ask: `${role === 'front' ? 'Front' : 'Back'} half, rim to outer face`,
        jaw: 'outside jaws',
        touch: 'rim, lip not counted, and the outer face',
        path: ['pieces', i, 'depth'],
        value: piece?.depth ?? first[role],
        purpose: 'first fit',
        piece: piece?.id ?? role,
      }),
    ];
  });

/** Depths along a face that is curved. */
export const curveSteps = ({ body, w, h }: Measured): RoundStep[] =>
  body.pieces.flatMap((piece, i) =>
    (piece.profile?.points ?? []).map((p, k) => {
      const isAcross = piece.profile!.along === 'x';
      return stepOf({
        id: `${piece.id}-curve-${k}`,
        stage: 'depths',
        ask: `Curved ${piece.role}, depth at ${formatMm(p.at)} mm ${isAcross ? 'from the left' : 'from the bottom'}`,
        jaw: 'depth rod over a ruler laid across the rim',
        touch: 'the inner floor; take off the ruler',
        path: ['pieces', i, 'profile', 'points', k, 'depth'],
        value: p.depth,
        purpose: 'first fit',
        piece: piece.id,
        mark: isAcross
          ? { x0: p.at, y0: h * 0.2, x1: p.at, y1: h * 0.8 }
          : { x0: w * 0.2, y0: p.at, x1: w * 0.8, y1: p.at },
      });
    }),
  );
