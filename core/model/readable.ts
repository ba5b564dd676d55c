/**
 * Whether every place on a body can be worked out from its readings: what each starts from is there,
 * runs along its own axis, and does not start from itself in a circle.
 */
import type { Body, Piece, Reading } from './shell';

type Axis = 'x' | 'y';
type Say = (path: string, sentence: string) => void;
interface Place {
  path: string;
  at: Partial<Record<Axis, Reading>>;
}

const AXIS = { left: 'x', right: 'x', bottom: 'y', top: 'y' } as const;
const WAY: Readonly<Record<Axis, string>> = { x: 'across', y: 'up' };

/** The axis a wall runs along, by its number; nothing when the outline has no such wall. */
function wallAxis(body: Body, wall: number): Axis | undefined {
  const { outline } = body;
  if (outline.kind === 'rect') return wall < 4 ? (['x', 'y'] as const)[wall % 2] : undefined;
  const from = outline.points[wall];
  const to = outline.points[(wall + 1) % outline.points.length];
  if (!from || !to) return undefined;
  return Math.abs(to[0] - from[0]) >= Math.abs(to[1] - from[1]) ? 'x' : 'y';
}

/** Places that other readings may start from, by id. */
function placesOf(body: Body, base: string): Map<string, Place> {
  const places = new Map<string, Place>();
  body.pieces.forEach((piece, i) => {
    const path = `${base}.pieces.${i}`;
    piece.features.forEach((f, j) =>
      places.set(f.id, { path: `${path}.features.${j}.at`, at: f.at }),
    );
    piece.zones.forEach((z, j) => places.set(z.id, { path: `${path}.zones.${j}.at`, at: z.at }));
    piece.openings.forEach((o, j) => {
      if (o.on.kind !== 'face') return;
      places.set(o.id, { path: `${path}.openings.${j}.on.at`, at: o.on.at });
    });
  });
  return places;
}

/** Complaints about readings of a body that cannot be followed, each at its own path. */
export function readingComplaints(body: Body, base: string, say: Say): void {
  const places = placesOf(body, base);
  for (const { path, at } of places.values()) {
    for (const axis of ['x', 'y'] as const) {
      const reading = at[axis];
      if (reading) follow(reading, axis, `${path}.${axis}`, places, say);
    }
  }
  body.pieces.forEach((piece, i) =>
    wallComplaints(body, piece, `${base}.pieces.${i}`, places, say),
  );
}

function wallComplaints(
  body: Body,
  piece: Piece,
  path: string,
  places: ReadonlyMap<string, Place>,
  say: Say,
): void {
  piece.openings.forEach(({ on }, j) => {
    if (on.kind !== 'wall') return;
    const axis = wallAxis(body, on.wall);
    const here = `${path}.openings.${j}.on`;
    if (axis) follow(on.along, axis, `${here}.along`, places, say);
    else {
      const last = body.outline.kind === 'rect' ? 3 : body.outline.points.length - 1;
      say(`${here}.wall`, `This shell has walls 0 to ${last}, not ${on.wall}.`);
    }
  });
}

/** Goes from reading to reading until one starts at an edge. */
function follow(
  reading: Reading,
  axis: Axis,
  path: string,
  places: ReadonlyMap<string, Place>,
  say: Say,
): void {
  const seen = new Set<string>();
  let now: Reading | undefined = reading;
  while (now) {
    const from: Reading['from'] = now.from;
    const edge: keyof typeof AXIS = 'edge' in from ? from.edge : from.toward;
    if (AXIS[edge] !== axis) {
      const runs = 'edge' in from ? 'start at' : 'run toward';
      say(`${path}.from`, `A reading ${WAY[axis]} cannot ${runs} the ${edge} edge.`);
      return;
    }
    if ('edge' in from) return;
    const other = places.get(from.feature);
    if (!other) {
      say(`${path}.from.feature`, `There is no feature "${from.feature}" to measure from.`);
      return;
    }
    if (seen.has(from.feature)) {
      say(`${path}.from.feature`, 'These features are measured from each other in a circle.');
      return;
    }
    seen.add(from.feature);
    now = other.at[axis];
  }
}
