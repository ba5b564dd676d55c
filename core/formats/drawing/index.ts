/**
 * Outlines from drawings: the largest loop is the shell, loops inside it are openings of the face.
 */
import { area, inside, type Pt, ringOf } from '../../geometry';
import { BadInput, type Body, length, LIMIT_MM, type Opening } from '../../model';
import type { Drawing, Loop } from './loops';

export { readDxf } from './dxf';
export { readSvg } from './svg';
export type { Drawing, Loop } from './loops';

export interface Taken {
  outline: Body['outline'];
  openings: Opening[];
  words: string;
}

/** How far a drawing's lines are taken to be off, mm: as made. */
const U = LIMIT_MM.made / Math.sqrt(3);

/**
 * What a shell would take over from a drawing.
 *
 * @param unitMm   millimetres a drawing unit is
 * @param mirrored the drawing shows the inside: it is turned about, so that openings land as seen from the front
 * @throws         BadInput when there is no closed outline, or it cannot be a handheld
 */
export function takenFrom(d: Drawing, unitMm: number, mirrored: boolean): Taken {
  const loops = d.loops.map((l) => scaled(l, unitMm, mirrored));
  const sized = loops
    .map((l) => ({
      l,
      size: l.kind === 'circle' ? Math.PI * l.r * l.r : Math.abs(area(ringOf(l.points))),
    }))
    .filter((x) => x.size > 0.5)
    .sort((a, b) => b.size - a.size);
  const outer = sized[0];
  if (!outer) {
    throw new BadInput(
      '',
      `No closed outline was found${d.left.length ? ` (left out: ${d.left.join(', ')})` : ''}.`,
    );
  }
  const ring =
    outer.l.kind === 'ring'
      ? outer.l.points
      : Array.from({ length: 96 }, (_, i): Pt => {
          const c = outer.l as Extract<Loop, { kind: 'circle' }>;
          return [
            c.x + c.r * Math.cos((i * Math.PI) / 48),
            c.y + c.r * Math.sin((i * Math.PI) / 48),
          ];
        });
  const x0 = Math.min(...ring.map((p) => p[0]));
  const y0 = Math.min(...ring.map((p) => p[1]));
  const [w, h] = [Math.max(...ring.map((p) => p[0])) - x0, Math.max(...ring.map((p) => p[1])) - y0];
  if (Math.max(w, h) > 1000 || Math.min(w, h) < 5) {
    throw new BadInput(
      '',
      `The outline would be ${w.toFixed(0)} × ${h.toFixed(0)} mm; check the unit.`,
    );
  }
  if (ring.length > 2000) {
    throw new BadInput('', `The outline has ${ring.length} points; 2000 are the most.`);
  }
  const shifted = ring.map(([x, y]): Pt => [round(x - x0), round(y - y0)]);
  const r = roundedRect(shifted, w, h);
  const outline: Body['outline'] =
    r === undefined
      ? { kind: 'points', points: shifted.map(([x, y]) => [x, y]), u: U, r: length(0, 'made') }
      : {
          kind: 'rect',
          w: length(round(w), 'made'),
          h: length(round(h), 'made'),
          r: length(round(r), 'made'),
        };
  const openings = sized
    .slice(1)
    .filter(({ l }) => {
      const [x, y] = middle(l);
      return inside(ringOf(ring), x, y);
    })
    .slice(0, 300)
    .map(({ l }, i) => opening(l, i, x0, y0));
  let corners: string;
  if (r === undefined) corners = '';
  else if (r > 0) corners = `, corners of ${r.toFixed(1)} mm`;
  else corners = '';
  return {
    outline,
    openings,
    words: `${w.toFixed(1)} × ${h.toFixed(1)} mm${corners}, ${openings.length} openings`,
  };
}

const round = (mm: number): number => Math.round(mm * 1000) / 1000;

function scaled(l: Loop, k: number, mirrored: boolean): Loop {
  const sx = mirrored ? -k : k;
  return l.kind === 'circle'
    ? { kind: 'circle', x: l.x * sx, y: l.y * k, r: l.r * k }
    : { kind: 'ring', points: l.points.map(([x, y]): Pt => [x * sx, y * k]) };
}

const middle = (l: Loop): Pt => {
  if (l.kind === 'circle') return [l.x, l.y];
  const xs = l.points.map((p) => p[0]);
  const ys = l.points.map((p) => p[1]);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};

/** Corner radius when every point lies on a rectangle with equally rounded corners, within 0.1 mm. */
function roundedRect(points: readonly Pt[], w: number, h: number): number | undefined {
  const r = Math.sqrt(Math.max(0, (w * h - Math.abs(area(ringOf(points)))) / (4 - Math.PI)));
  if (2 * r > Math.min(w, h) + 0.1) return undefined;
  const off = ([x, y]: Pt): number => {
    const cx = Math.max(r, Math.min(w - r, x));
    const cy = Math.max(r, Math.min(h - r, y));
    const corner = cx !== x && cy !== y;
    return corner
      ? Math.abs(Math.hypot(x - cx, y - cy) - r)
      : Math.min(Math.abs(x), Math.abs(w - x), Math.abs(y), Math.abs(h - y));
  };
  if (points.every((p) => off(p) < 0.1)) {
    if (r < 0.15) return 0;
    return r;
  }
  return undefined;
}

function opening(l: Loop, i: number, x0: number, y0: number): Opening {
  const [mx, my] = middle(l);
  const from = (edge: 'left' | 'bottom', mm: number) => ({
    from: { edge, face: 'outer' as const },
    to: 'centre' as const,
    length: length(round(mm), 'made'),
  });
  const at = { x: from('left', mx - x0), y: from('bottom', my - y0) };
  const base = {
    id: `drawn-${i + 1}`,
    name: `drawn opening ${i + 1}`,
    on: { kind: 'face' as const, at },
  };
  if (l.kind === 'circle') {
    return { ...base, use: 'button', shape: { kind: 'circle', d: length(round(2 * l.r), 'made') } };
  }
  const xs = l.points.map((p) => p[0]);
  const ys = l.points.map((p) => p[1]);
  const [w, h] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  const square =
    l.points.length === 4 &&
    l.points.every(
      ([x, y]) =>
        Math.min(Math.abs(x - mx + w / 2), Math.abs(x - mx - w / 2)) < 0.02 &&
        Math.min(Math.abs(y - my + h / 2), Math.abs(y - my - h / 2)) < 0.02,
    );
  if (square) {
    return {
      ...base,
      use: w * h > 800 ? 'window' : 'other',
      shape: { kind: 'rect', w: length(round(w), 'made'), h: length(round(h), 'made') },
    };
  }
  return {
    ...base,
    use: 'other',
    shape: {
      kind: 'polygon',
      points: l.points.map(([x, y]) => [round(x - mx), round(y - my)]),
      u: U,
    },
  };
}
