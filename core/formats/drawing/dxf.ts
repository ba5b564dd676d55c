/** DXF in: lines, polylines with bulges, arcs, circles, ellipses and splines; the rest is listed and left out. */
import DxfParser from 'dxf-parser';
import { BadInput } from '../../model';
import type { Pt } from '../../geometry';
import { arc, asCircle, chained, type Drawing, type Loop, tidy } from './loops';

const UNITS: Readonly<Record<number, number>> = {
  1: 25.4,
  2: 304.8,
  4: 1,
  5: 10,
  6: 1000,
  8: 0.0000254,
  9: 0.0254,
  13: 0.001,
};
const MOST_ENTITIES = 20_000;

interface Vertex {
  x: number;
  y: number;
  bulge?: number;
}
interface Entity {
  type: string;
  vertices?: Vertex[];
  shape?: boolean;
  center?: Vertex;
  radius?: number;
  startAngle?: number;
  endAngle?: number;
  majorAxisEndPoint?: Vertex;
  axisRatio?: number;
  controlPoints?: Vertex[];
  degreeOfSplineCurve?: number;
  knotValues?: number[];
  closed?: boolean;
}

/** @throws BadInput when the text is no DXF or says lengths that are no numbers */
export function readDxf(text: string): Drawing {
  const { entities: only, units } = entitiesOf(text);
  let parsed: { entities?: Entity[] } | null;
  try {
    parsed = new DxfParser().parseSync(only);
  } catch {
    throw new BadInput('', 'This is not a DXF file, or it was cut short.');
  }
  const entities = parsed?.entities ?? [];
  if (!entities.length) throw new BadInput('', 'This DXF file holds no lines.');
  if (entities.length > MOST_ENTITIES) {
    throw new BadInput(
      '',
      `This DXF file holds ${entities.length} entities; more than ${MOST_ENTITIES} is not one shell.`,
    );
  }
  const unitMm = UNITS[units];
  const flat = 0.02 / (unitMm ?? 1);
  const loops: Loop[] = [];
  const runs: Pt[][] = [];
  const skipped = new Map<string, number>();
  for (const e of entities) {
    const points = pointsOf(e, flat);
    if (points === 'circle') {
      if (finite(e.center!.x, e.center!.y, e.radius!) && e.radius! > 0) {
        loops.push({ kind: 'circle', x: e.center!.x, y: e.center!.y, r: e.radius! });
      }
    } else if (points && points.length > 1 && points.every((p) => finite(...p))) runs.push(points);
    else skipped.set(e.type, (skipped.get(e.type) ?? 0) + 1);
  }
  const { rings, open } = chained(runs, 0.05 / (unitMm ?? 1));
  for (const r of rings) {
    const t = tidy(r, flat);
    if (t.length >= 3) loops.push(asCircle(t));
  }
  return {
    ...(unitMm ? { unitMm } : {}),
    loops,
    left: [
      ...[...skipped].map(([type, n]) => `${n} ${type}`),
      ...(open ? [`${open} open ${open === 1 ? 'line' : 'lines'}`] : []),
    ],
  };
}

/**
 * A DXF file is pairs of lines, a number and a value, in sections, to the end mark. What is not that
 * is refused by line, and only the entities go to the parser: it may wait in a damaged table for an
 * end that never comes.
 */
function entitiesOf(text: string): { entities: string; units: number } {
  const lines = text.split(/\r\n|\r|\n/);
  const kept: string[] = [];
  let section = '';
  let ended = false;
  let units = 0;
  let polyline = false;
  for (let i = 0; i + 1 < lines.length && !ended; i += 2) {
    const code = lines[i]!.trim();
    const value = lines[i + 1]!;
    if (!/^\d{1,4}$/.test(code) || Number(code) > 1071) {
      throw new BadInput(
        `line ${i + 1}`,
        i < 2
          ? 'This is not a DXF file.'
          : `Line ${i + 1} of this DXF file should be a group number, not "${code.slice(0, 20)}".`,
      );
    }
    const what = code === '0' ? value.trim() : '';
    if (what === 'EOF') ended = true;
    else if (what === 'SECTION') {
      if (section) {
        throw new BadInput(`line ${i + 1}`, `A section begins at line ${i + 1} inside another.`);
      }
      section = lines[i + 2]?.trim() === '2' ? lines[i + 3]?.trim() || '?' : '?';
      i += 2;
    } else if (what === 'ENDSEC') section = '';
    else if (section === 'ENTITIES') {
      if (what === 'POLYLINE') polyline = true;
      else if (what === 'SEQEND') polyline = false;
      else if (polyline && what && what !== 'VERTEX') {
        throw new BadInput(`line ${i + 1}`, `A polyline is not ended before line ${i + 1}.`);
      }
      kept.push(code, value);
    } else if (section === 'HEADER' && value.trim() === '$INSUNITS') {
      units = Number(lines[i + 3]?.trim());
    }
  }
  if (section || polyline || !ended) {
    throw new BadInput('', 'This DXF file was cut short: its end mark is missing.');
  }
  return {
    entities: ['0', 'SECTION', '2', 'ENTITIES', ...kept, '0', 'ENDSEC', '0', 'EOF', ''].join('\n'),
    units,
  };
}

const finite = (...v: number[]): boolean => v.every((n) => Number.isFinite(n) && Math.abs(n) < 1e7);

function pointsOf(e: Entity, flat: number): Pt[] | 'circle' | undefined {
  if (e.type === 'CIRCLE' && e.center && e.radius) return 'circle';
  if (e.type === 'LINE' && e.vertices?.length === 2) return e.vertices.map((v): Pt => [v.x, v.y]);
  if ((e.type === 'LWPOLYLINE' || e.type === 'POLYLINE') && e.vertices) {
    return bulged(e.vertices, e.shape === true, flat);
  }
  if (e.type === 'ARC' && e.center && e.radius) {
    const [a0, a1] = [e.startAngle ?? 0, e.endAngle ?? 0];
    return arc(
      e.center.x,
      e.center.y,
      e.radius,
      e.radius,
      a0,
      a1 > a0 ? a1 - a0 : a1 - a0 + 2 * Math.PI,
      0,
      flat,
    );
  }
  if (e.type === 'ELLIPSE' && e.center && e.majorAxisEndPoint) {
    const r = Math.hypot(e.majorAxisEndPoint.x, e.majorAxisEndPoint.y);
    const turn = Math.atan2(e.majorAxisEndPoint.y, e.majorAxisEndPoint.x);
    const [a0, a1] = [e.startAngle ?? 0, e.endAngle ?? 2 * Math.PI];
    return arc(
      e.center.x,
      e.center.y,
      r,
      r * (e.axisRatio ?? 1),
      a0,
      a1 > a0 ? a1 - a0 : a1 - a0 + 2 * Math.PI,
      turn,
      flat,
    );
  }
  if (e.type === 'SPLINE' && e.controlPoints && e.knotValues && e.degreeOfSplineCurve) {
    return spline(e.controlPoints, e.knotValues, e.degreeOfSplineCurve);
  }
  return undefined;
}

/** A bulge is the tangent of a quarter of the arc's angle to the next point. */
function bulged(vertices: readonly Vertex[], closed: boolean, flat: number): Pt[] {
  const out: Pt[] = [];
  const n = vertices.length;
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const [a, b] = [vertices[i]!, vertices[(i + 1) % n]!];
    out.push([a.x, a.y]);
    if (!a.bulge) continue;
    const angle = 4 * Math.atan(a.bulge);
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const chord = Math.hypot(dx, dy);
    if (chord < 1e-9) continue;
    const r = chord / (2 * Math.sin(angle / 2));
    const h = r * Math.cos(angle / 2);
    const [cx, cy] = [(a.x + b.x) / 2 - (h * dy) / chord, (a.y + b.y) / 2 + (h * dx) / chord];
    out.push(
      ...arc(
        cx,
        cy,
        Math.abs(r),
        Math.abs(r),
        Math.atan2(a.y - cy, a.x - cx),
        angle,
        0,
        flat,
      ).slice(1, -1),
    );
  }
  const last = vertices[closed ? 0 : n - 1];
  if (last) out.push([last.x, last.y]);
  return out;
}

/** A B-spline by de Boor's rule, 24 points a span. */
function spline(
  control: readonly Vertex[],
  knots: readonly number[],
  degree: number,
): Pt[] | undefined {
  if (knots.length < control.length + degree + 1 || degree > 10) return undefined;
  const [t0, t1] = [knots[degree]!, knots[control.length]!];
  if (!(t1 > t0)) return undefined;
  const steps = Math.min(2000, 24 * Math.max(1, control.length - degree));
  return Array.from({ length: steps + 1 }, (_, i): Pt => {
    const t = i === steps ? t1 : t0 + ((t1 - t0) * i) / steps;
    let k = degree;
    while (k < control.length - 1 && knots[k + 1]! <= t) k++;
    const d = Array.from({ length: degree + 1 }, (_, j) => {
      const c = control[k - degree + j]!;
      return [c.x, c.y] as [number, number];
    });
    for (let r = 1; r <= degree; r++) {
      for (let j = degree; j >= r; j--) {
        const lo = knots[k - degree + j]!;
        const hi = knots[k + 1 + j - r]!;
        const f = hi > lo ? (t - lo) / (hi - lo) : 0;
        d[j] = [(1 - f) * d[j - 1]![0] + f * d[j]![0], (1 - f) * d[j - 1]![1] + f * d[j]![1]];
      }
    }
    return d[degree]!;
  });
}
