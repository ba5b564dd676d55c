/**
 * Coordinates from readings: where a feature is, and which readings put it there.
 *
 * A reading runs from a wall's outer or inner face, or from another feature, to an edge or the
 * centre. The document keeps it that way; this file turns it into x or y and keeps the list of
 * sources with their sensitivities, so that correcting one reading moves everything that hangs on it.
 */
import {
  BadInput,
  type Body,
  type Edge,
  type Length,
  outlineSpan,
  type Piece,
  type Reading,
  type Repeat,
  type Shape,
} from '../model';

/** ∂coordinate/∂source for one reading. */
export interface Source {
  key: string;
  label: string;
  u: number;
  k: number;
}
export interface Coordinate {
  mm: number;
  sources: Source[];
}
/** One copy of a repeated feature. `flipX`, `flipY`: mirrored shapes. */
export interface Spot {
  x: Coordinate;
  y: Coordinate;
  copy: number;
  flipX: boolean;
  flipY: boolean;
}

export const BODY = 'shell.bodies.0';

const source = (key: string, label: string, l: Length, k: number): Source => ({
  key,
  label,
  u: l.u,
  k,
});
const plus = (a: Coordinate, mm: number, sources: Source[]): Coordinate => ({
  mm: a.mm + mm,
  sources: [...a.sources, ...sources],
});

/** Half the extent of a shape along x or y, with its source. */
export function halfExtent(shape: Shape, axis: 'x' | 'y', key: string): Coordinate {
  if (shape.kind === 'circle') {
    return {
      mm: shape.d.mm / 2,
      sources: [source(`${key}.shape.d`, 'its diameter', shape.d, 0.5)],
    };
  }
  if (shape.kind === 'rect') {
    const side = axis === 'x' ? shape.w : shape.h;
    return {
      mm: side.mm / 2,
      sources: [
        source(
          `${key}.shape.${axis === 'x' ? 'w' : 'h'}`,
          axis === 'x' ? 'its width' : 'its height',
          side,
          0.5,
        ),
      ],
    };
  }
  const values = shape.points.map((p) => p[axis === 'x' ? 0 : 1]);
  return {
    mm: (Math.max(...values) - Math.min(...values)) / 2,
    sources: [{ key: `${key}.shape`, label: 'its outline', u: shape.u, k: 1 }],
  };
}

/** The outer far side of the shell along an axis: its width or its height. */
export function span(body: Body, axis: 'x' | 'y'): Coordinate {
  const { w, h } = outlineSpan(body.outline);
  if (body.outline.kind === 'rect') {
    const side = axis === 'x' ? body.outline.w : body.outline.h;
    return {
      mm: side.mm,
      sources: [
        source(
          `${BODY}.outline.${axis === 'x' ? 'w' : 'h'}`,
          axis === 'x' ? 'outer width' : 'outer height',
          side,
          1,
        ),
      ],
    };
  }
  return {
    mm: axis === 'x' ? w : h,
    sources: [{ key: `${BODY}.outline`, label: 'outline', u: body.outline.u, k: 1 }],
  };
}

const AXIS: Record<Edge, 'x' | 'y'> = { left: 'x', right: 'x', bottom: 'y', top: 'y' };
/** +1 when lengths from this edge run along the axis, -1 when they run against it. */
const SENSE: Record<Edge, 1 | -1> = { left: 1, bottom: 1, right: -1, top: -1 };

/** Names everything that can be a datum by id. */
export type Named = Map<
  string,
  { at: { x: Reading; y: Reading }; shape: Shape; key: string; name: string }
>;

/** Everything on a body that another reading may start from. */
export function named(body: Body): Named {
  const out: Named = new Map();
  body.pieces.forEach((piece: Piece, i) => {
    const base = `${BODY}.pieces.${i}`;
    piece.features.forEach((f, j) =>
      out.set(f.id, { at: f.at, shape: f.shape, key: `${base}.features.${j}`, name: f.name }),
    );
    piece.zones.forEach((f, j) =>
      out.set(f.id, { at: f.at, shape: f.shape, key: `${base}.zones.${j}`, name: f.name }),
    );
    piece.openings.forEach((f, j) => {
      if (f.on.kind === 'face') {
        out.set(f.id, {
          at: f.on.at,
          shape: f.shape,
          key: `${base}.openings.${j}.on`,
          name: f.name,
        });
      }
    });
  });
  return out;
}

/**
 * Centre coordinate along one axis from a reading.
 *
 * @param seen  ids already on the way here: a circle of readings is refused
 * @throws      BadInput when a reading starts from something that is not there, from the wrong
 *              axis, or from itself in a circle
 */
export function centre(
  body: Body,
  all: Named,
  reading: Reading,
  axis: 'x' | 'y',
  shape: Shape,
  key: string,
  seen: ReadonlySet<string> = new Set(),
): Coordinate {
  const own = halfExtent(shape, axis, key.replace(/\.(at|on\.at|on)$/, ''));
  const label = axis === 'x' ? 'its reading across' : 'its reading up';
  const from = datum(body, all, reading, axis, key, seen);
  const sense = 'edge' in reading.from ? SENSE[reading.from.edge] : -SENSE[reading.from.toward];
  const at = plus(from, sense * reading.length.mm, [
    source(`${key}.${axis}.length`, label, reading.length, sense),
  ]);
  if (reading.to === 'centre') return at;
  const way = reading.to === 'near' ? sense : -sense;
  return plus(
    at,
    way * own.mm,
    own.sources.map((s) => ({ ...s, k: way * s.k })),
  );
}

function datum(
  body: Body,
  all: Named,
  reading: Reading,
  axis: 'x' | 'y',
  key: string,
  seen: ReadonlySet<string>,
): Coordinate {
  const from = reading.from;
  if ('edge' in from) {
    if (AXIS[from.edge] !== axis) {
      throw new BadInput(
        `${key}.${axis}.from.edge`,
        `A reading ${axis === 'x' ? 'across' : 'up'} cannot start at the ${from.edge} edge.`,
      );
    }
    const start: Coordinate = SENSE[from.edge] === 1 ? { mm: 0, sources: [] } : span(body, axis);
    if (from.face === 'outer') return start;
    const s = SENSE[from.edge];
    return plus(start, s * body.wall.mm, [source(`${BODY}.wall`, 'wall', body.wall, s)]);
  }
  if (AXIS[from.toward] !== axis) {
    throw new BadInput(
      `${key}.${axis}.from.toward`,
      `A reading ${axis === 'x' ? 'across' : 'up'} cannot run toward the ${from.toward} edge.`,
    );
  }
  const other = all.get(from.feature);
  if (!other) {
    throw new BadInput(
      `${key}.${axis}.from.feature`,
      `There is no feature "${from.feature}" to measure from.`,
    );
  }
  if (seen.has(from.feature)) {
    throw new BadInput(
      `${key}.${axis}.from.feature`,
      'These features are measured from each other in a circle.',
    );
  }
  const at = centre(
    body,
    all,
    other.at[axis],
    axis,
    other.shape,
    `${other.key}.at`,
    new Set([...seen, from.feature]),
  );
  if (from.point === 'centre') return at;
  // The far edge lies on the side the reading runs to; readings that start at an edge run away from it.
  const way = (from.point === 'near' ? -1 : 1) * -SENSE[from.toward];
  const half = halfExtent(other.shape, axis, other.key);
  return plus(
    at,
    way * half.mm,
    half.sources.map((s) => ({ ...s, k: way * s.k })),
  );
}

/** Every copy of a feature: itself, its mirror images about the shell's middle, its row. */
export function copiesOf(
  body: Body,
  all: Named,
  at: { x: Reading; y: Reading },
  shape: Shape,
  key: string,
  repeat: Repeat | undefined,
): Spot[] {
  const x = centre(body, all, at.x, 'x', shape, key);
  const y = centre(body, all, at.y, 'y', shape, key);
  const rows: Array<{ x: Coordinate; y: Coordinate }> = [];
  for (let i = 0; i < (repeat?.row?.count ?? 1); i++) {
    const pitch = repeat?.row?.pitch;
    const step = (c: Coordinate, axis: 'x' | 'y') =>
      pitch && repeat.row!.along === axis && i
        ? plus(c, i * pitch.mm, [
            source(`${key.replace(/\.(on\.)?at$/, '')}.repeat.row.pitch`, 'row pitch', pitch, i),
          ])
        : c;
    rows.push({ x: step(x, 'x'), y: step(y, 'y') });
  }
  const mirror = (c: Coordinate, axis: 'x' | 'y'): Coordinate => {
    const all = span(body, axis);
    return {
      mm: all.mm - c.mm,
      sources: [...all.sources, ...c.sources.map((s) => ({ ...s, k: -s.k }))],
    };
  };
  const out: Spot[] = [];
  for (const flipY of repeat?.mirrorY ? [false, true] : [false]) {
    for (const flipX of repeat?.mirrorX ? [false, true] : [false]) {
      for (const r of rows) {
        out.push({
          x: flipX ? mirror(r.x, 'x') : r.x,
          y: flipY ? mirror(r.y, 'y') : r.y,
          copy: out.length,
          flipX,
          flipY,
        });
      }
    }
  }
  return out;
}
