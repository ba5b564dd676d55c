/**
 * The measuring round: every length of the shell in the order one really measures, what to touch with
 * which jaw, and what is still missing for which verdict.
 *
 * A step is done when its length was read; an estimate or a typical figure still waits to be.
 */
import {
  type Body,
  type Feature,
  formatMm,
  type Length,
  type Opening,
  type Reading,
  type Shape,
} from '../model';
import { halfExtent, named, span, copiesOf } from './datum';

export const STAGES = [
  'outer',
  'walls',
  'lip',
  'depths',
  'posts',
  'ribs',
  'button supports',
  'bays',
  'openings',
  'caps',
] as const;
export type Stage = (typeof STAGES)[number];
/** The verdicts that hang on a length. */
const FOR = ['first fit', 'closing', 'buttons', 'ports and card', 'screen'] as const;
export type Purpose = (typeof FOR)[number];

export interface RoundStep {
  id: string;
  stage: Stage;
  ask: string;
  /** Which jaw or tool, and what it touches. */
  jaw: string;
  touch: string;
  /** Where the length lives in the body, or the name of one of the first values while there is no body. */
  path: ReadonlyArray<string | number>;
  value: Length | undefined;
  done: boolean;
  min: number;
  purpose: Purpose;
  /** The half it is read on, and the dimension to draw on its page, in the body's frame. */
  piece?: string;
  mark?: { x0: number; y0: number; x1: number; y1: number };
  about?: string;
}

export const isRead = (l: Length | undefined): boolean =>
  l !== undefined && l.how !== 'estimate' && l.how !== 'typical';

type Put = Omit<RoundStep, 'value' | 'done' | 'min'> & { value: Length | undefined; min?: number };

/** All steps of a body in order; of no body, the six that make one. */
export function roundOf(
  body: Body | undefined,
  first: Partial<Record<string, Length>> = {},
): RoundStep[] {
  const out: RoundStep[] = [];
  const put = ({ min = 0.1, ...s }: Put) => out.push({ ...s, min, done: isRead(s.value) });
  const rect = body?.outline.kind === 'rect' ? body.outline : undefined;
  const w = body ? span(body, 'x').mm : 0;
  const h = body ? span(body, 'y').mm : 0;
  const at = (role: string) => body?.pieces.findIndex((p) => p.role === role) ?? -1;
  const back = body?.pieces[at('back')]?.id ?? 'back';
  if (!body || rect) {
    put({
      id: 'w',
      stage: 'outer',
      ask: 'Outer width',
      jaw: 'outside jaws',
      touch: 'left and right outer face, half-way up',
      path: ['outline', 'w'],
      value: rect?.w ?? first['w'],
      purpose: 'first fit',
      piece: back,
      mark: { x0: 0, y0: h / 2, x1: w, y1: h / 2 },
    });
    put({
      id: 'h',
      stage: 'outer',
      ask: 'Outer height',
      jaw: 'outside jaws',
      touch: 'lower and upper outer face, in the middle',
      path: ['outline', 'h'],
      value: rect?.h ?? first['h'],
      purpose: 'first fit',
      piece: back,
      mark: { x0: w / 2, y0: 0, x1: w / 2, y1: h },
    });
    put({
      id: 'r',
      stage: 'outer',
      ask: 'Corner radius',
      jaw: 'radius gauge or a coin',
      touch: 'an outer corner; 0 if it is sharp',
      path: ['outline', 'r'],
      value: rect?.r ?? first['r'],
      min: 0,
      purpose: 'first fit',
      piece: back,
      mark: { x0: 0, y0: 0, x1: rect?.r.mm ?? 8, y1: rect?.r.mm ?? 8 },
    });
  }
  put({
    id: 'wall',
    stage: 'walls',
    ask: 'Wall thickness',
    jaw: 'outside jaws at the rim',
    touch: 'inner and outer face of a side wall, away from the lip',
    path: ['wall'],
    value: body?.wall ?? first['wall'],
    purpose: 'first fit',
    piece: back,
    mark: { x0: 0, y0: h * 0.3, x1: body?.wall.mm ?? 2, y1: h * 0.3 },
  });
  if (body?.lip) {
    put({
      id: 'lip-height',
      stage: 'lip',
      ask: 'Lip, how high it stands',
      jaw: 'depth rod',
      touch: 'top of the lip down to the rim beside it',
      path: ['lip', 'height'],
      value: body.lip.height,
      min: 0,
      purpose: 'closing',
      piece: body.lip.on,
    });
    put({
      id: 'lip-thick',
      stage: 'lip',
      ask: 'Lip, how thick',
      jaw: 'outside jaws',
      touch: 'both faces of the lip',
      path: ['lip', 'thick'],
      value: body.lip.thick,
      min: 0,
      purpose: 'closing',
      piece: body.lip.on,
    });
  }
  for (const role of ['front', 'back'] as const) {
    const i = at(role);
    const piece = body?.pieces[i];
    if (body && !piece) continue;
    put({
      id: role,
      stage: 'depths',
      ask: `${role === 'front' ? 'Front' : 'Back'} half, rim to outer face`,
      jaw: 'outside jaws',
      touch: 'rim, lip not counted, and the outer face',
      path: ['pieces', i, 'depth'],
      value: piece?.depth ?? first[role],
      purpose: 'first fit',
      piece: piece?.id ?? role,
    });
  }
  if (!body) return out;
  body.pieces.forEach((piece, i) =>
    piece.profile?.points.forEach((p, k) =>
      put({
        id: `${piece.id}-curve-${k}`,
        stage: 'depths',
        ask: `Curved ${piece.role}, depth at ${formatMm(p.at)} mm ${piece.profile!.along === 'x' ? 'from the left' : 'from the bottom'}`,
        jaw: 'depth rod over a ruler laid across the rim',
        touch: 'the inner floor; take off the ruler',
        path: ['pieces', i, 'profile', 'points', k, 'depth'],
        value: p.depth,
        purpose: 'first fit',
        piece: piece.id,
        mark:
          piece.profile!.along === 'x'
            ? { x0: p.at, y0: h * 0.2, x1: p.at, y1: h * 0.8 }
            : { x0: w * 0.2, y0: p.at, x1: w * 0.8, y1: p.at },
      }),
    ),
  );
  const all = named(body);
  /** Across, up and size of a thing, each with its dimension. */
  const placed = (
    stage: Stage,
    purpose: Purpose,
    piece: string,
    it: { id: string; name: string; shape: Shape },
    place: { x: Reading; y: Reading } | undefined,
    path: ReadonlyArray<string | number>,
    atPath: ReadonlyArray<string | number>,
  ) => {
    let spot: { x: number; y: number } | undefined;
    try {
      const [s] = place ? copiesOf(body, all, place, it.shape, 'round', undefined) : [];
      spot = s && { x: s.x.mm, y: s.y.mm };
    } catch {
      spot = undefined;
    }
    for (const axis of ['x', 'y'] as const) {
      if (!place || !spot) continue;
      const r = place[axis];
      const half = halfExtent(it.shape, axis, '').mm;
      let sense: 1 | -1;
      if ('edge' in r.from) {
        if (r.from.edge === 'left' || r.from.edge === 'bottom') sense = 1;
        else sense = -1;
      } else if (r.from.toward === 'left' || r.from.toward === 'bottom') sense = -1;
      else sense = 1;
      let offset: number;
      if (r.to === 'centre') offset = 0;
      else if (r.to === 'near') offset = -sense * half;
      else offset = sense * half;
      const end = spot[axis] + offset;
      const start = end - sense * r.length.mm;
      const from =
        'edge' in r.from
          ? `the ${r.from.edge} ${r.from.face} face`
          : `${all.get(r.from.feature)?.name ?? 'the other'}, ${r.from.point}`;
      put({
        id: `${it.id}-${axis}`,
        stage,
        ask: `${it.name}: ${axis === 'x' ? 'across' : 'up'}`,
        jaw: r.to === 'centre' ? 'inside jaws or depth rod, half the width added' : 'depth rod',
        touch: `${from} to its ${r.to === 'centre' ? 'centre' : `${r.to} edge`}`,
        path: [...atPath, axis, 'length'],
        value: r.length,
        min: -1000,
        purpose,
        piece,
        about: it.id,
        mark:
          axis === 'x'
            ? { x0: start, y0: spot.y, x1: end, y1: spot.y }
            : { x0: spot.x, y0: start, x1: spot.x, y1: end },
      });
    }
    const c = spot ?? { x: w / 2, y: h / 2 };
    if (it.shape.kind === 'circle') {
      put({
        id: `${it.id}-d`,
        stage,
        ask: `${it.name}: diameter`,
        jaw: stage === 'openings' ? 'inside jaws' : 'outside jaws',
        touch: 'across it, twice at right angles',
        path: [...path, 'shape', 'd'],
        value: it.shape.d,
        purpose,
        piece,
        about: it.id,
        ...(spot
          ? { mark: { x0: c.x - it.shape.d.mm / 2, y0: c.y, x1: c.x + it.shape.d.mm / 2, y1: c.y } }
          : {}),
      });
    }
    if (it.shape.kind === 'rect') {
      for (const side of ['w', 'h'] as const) {
        const l = it.shape[side];
        const lies =
          side === 'w'
            ? { x0: c.x - l.mm / 2, y0: c.y, x1: c.x + l.mm / 2, y1: c.y }
            : { x0: c.x, y0: c.y - l.mm / 2, x1: c.x, y1: c.y + l.mm / 2 };
        put({
          id: `${it.id}-${side}`,
          stage,
          ask: `${it.name}: ${side === 'w' ? 'width' : 'height'}`,
          jaw: stage === 'openings' || stage === 'bays' ? 'inside jaws' : 'outside jaws',
          touch: 'edge to edge',
          path: [...path, 'shape', side],
          value: l,
          purpose,
          piece,
          about: it.id,
          ...(spot ? { mark: lies } : {}),
        });
      }
    }
  };
  const feature = (stage: Stage, purpose: Purpose, test: (f: Feature) => boolean) =>
    body.pieces.forEach((piece, i) =>
      piece.features.forEach((f, j) => {
        if (!test(f)) return;
        const path = ['pieces', i, 'features', j];
        placed(stage, purpose, piece.id, f, f.at, path, [...path, 'at']);
        put({
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
          piece: piece.id,
          about: f.id,
        });
        if (f.bore) {
          put({
            id: `${f.id}-bore-d`,
            stage,
            ask: `${f.name}: bore, diameter`,
            jaw: 'inside jaws or a drill shank',
            touch: 'the screw hole',
            path: [...path, 'bore', 'd'],
            value: f.bore.d,
            purpose: 'closing',
            piece: piece.id,
            about: f.id,
          });
          put({
            id: `${f.id}-bore`,
            stage,
            ask: `${f.name}: bore, how deep`,
            jaw: 'depth rod or a marked toothpick',
            touch: 'bottom of the screw hole',
            path: [...path, 'bore', 'deep'],
            value: f.bore.deep,
            purpose: 'closing',
            piece: piece.id,
            about: f.id,
          });
        }
        if (f.screw) {
          put({
            id: `${f.id}-screw-d`,
            stage,
            ask: `${f.name}: screw, over its thread`,
            jaw: 'outside jaws',
            touch: 'the crests of the thread',
            path: [...path, 'screw', 'd'],
            value: f.screw.d,
            purpose: 'closing',
            piece: piece.id,
            about: f.id,
          });
          put({
            id: `${f.id}-screw`,
            stage,
            ask: `${f.name}: screw, how much goes in`,
            jaw: 'outside jaws',
            touch: 'screw length less what passes through the other half',
            path: [...path, 'screw', 'into'],
            value: f.screw.into,
            purpose: 'closing',
            piece: piece.id,
            about: f.id,
          });
        }
      }),
    );
  const support = (f: Feature) => f.purpose === 'button support';
  feature('posts', 'first fit', (f) => (f.kind === 'post' || f.kind === 'boss') && !support(f));
  feature('ribs', 'first fit', (f) => (f.kind === 'rib' || f.kind === 'wall') && !support(f));
  feature('button supports', 'buttons', support);
  body.pieces.forEach((piece, i) =>
    piece.zones.forEach((z, j) => {
      const path = ['pieces', i, 'zones', j];
      placed('bays', 'first fit', piece.id, z, z.at, path, [...path, 'at']);
      put({
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
      });
    }),
  );
  const use = (o: Opening): Purpose => {
    if (o.use === 'window') return 'screen';
    if (o.use === 'button') return 'buttons';
    return 'ports and card';
  };
  body.pieces.forEach((piece, i) =>
    piece.openings.forEach((o, j) => {
      const path = ['pieces', i, 'openings', j];
      if (o.on.kind === 'face') {
        placed('openings', use(o), piece.id, o, o.on.at, path, [...path, 'on', 'at']);
        return;
      }
      put({
        id: `${o.id}-along`,
        stage: 'openings',
        ask: `${o.name}: centre along its wall`,
        jaw: 'outside jaws, half the width added',
        touch: 'the outer corner to the opening',
        path: [...path, 'on', 'along', 'length'],
        value: o.on.along.length,
        min: -1000,
        purpose: use(o),
        piece: piece.id,
        about: o.id,
      });
      put({
        id: `${o.id}-v`,
        stage: 'openings',
        ask: `${o.name}: centre from the parting line`,
        jaw: 'depth rod',
        touch: 'rim to the opening; back half negative',
        path: [...path, 'on', 'v'],
        value: o.on.v,
        min: -1000,
        purpose: use(o),
        piece: piece.id,
        about: o.id,
      });
      placed('openings', use(o), piece.id, o, undefined, path, path);
    }),
  );
  body.caps?.forEach((c, k) => {
    const step = (
      key: 'across' | 'flange' | 'flangeThick' | 'peg' | 'proud',
      ask: string,
      jaw: string,
      touch: string,
    ) =>
      put({
        id: `${c.id}-${key}`,
        stage: 'caps',
        ask: `${c.name}: ${ask}`,
        jaw,
        touch,
        path: ['caps', k, key],
        value: c[key],
        min: key === 'peg' || key === 'proud' ? 0 : 0.1,
        purpose: 'buttons',
        about: c.opening,
      });
    step('across', 'across the cap', 'outside jaws', 'the part that shows');
    step('flange', 'across its flange', 'outside jaws', 'the rim that keeps it in');
    step('flangeThick', 'flange thickness', 'outside jaws', 'both faces of the flange');
    step(
      'peg',
      'flange to tip of the peg',
      'depth rod',
      'underside of the flange to the tip; 0 without a peg',
    );
    step(
      'proud',
      'how far it stands out',
      'depth rod',
      'top of the cap down to the face; 0 if flush',
    );
  });
  return out;
}

/** How many lengths each verdict still waits for. */
export function verdictsOpen(
  steps: readonly RoundStep[],
): Array<{ purpose: Purpose; open: number; of: number }> {
  return FOR.map((purpose) => {
    const own = steps.filter((s) => s.purpose === purpose);
    return { purpose, of: own.length, open: own.filter((s) => !s.done).length };
  }).filter((v) => v.of > 0);
}
