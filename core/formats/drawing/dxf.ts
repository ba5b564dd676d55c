/** DXF in: lines, polylines with bulges, arcs, circles, ellipses and splines; the rest is listed and left out. */
import DxfParser from 'dxf-parser';
import { BadInput } from '../../model';
import type { Pt } from '../../geometry';
import { chained } from './chain';
import { sampled } from './curve';
import { arc, type Drawing, fewEnough, FLAT_MM, type Loop, loopsOf, MEET_MM } from './loops';
import { growth, keepsCircles, mapped, type Matrix, STILL, times } from './matrix';

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
  /** Of a point that steers a spline: its weight (see `weightsForZ`). */
  z?: number;
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
  /** Of an insert: which block, where, how large, turned (degrees), in how many rows and columns. */
  name?: string;
  position?: Vertex;
  xScale?: number;
  yScale?: number;
  rotation?: number;
  columnCount?: number;
  rowCount?: number;
  columnSpacing?: number;
  rowSpacing?: number;
  /** The way its own plane looks: drawn from behind when z is negative. */
  extrusionDirection?: { z?: number };
  extrusionDirectionZ?: number;
  /** On the paper around the drawing, not of it. */
  inPaperSpace?: boolean;
}
interface Block {
  position?: Vertex;
  entities?: Entity[];
}
type Blocks = Readonly<Record<string, Block | undefined>>;

/** Blocks in blocks go no deeper. */
const DEEPEST = 8;

/** What a file's entities come to, gathered. */
class Reader {
  readonly loops: Loop[] = [];
  readonly runs: Pt[][] = [];
  readonly skipped = new Map<string, number>();
  #count = 0;
  #points = 0;

  constructor(
    private readonly blocks: Blocks,
    private readonly flat: number,
  ) {}

  read(entities: readonly Entity[], m: Matrix, depth = 0): void {
    for (const e of entities) {
      if (e.inPaperSpace) continue;
      if (++this.#count > MOST_ENTITIES) {
        throw new BadInput(
          '',
          `This DXF file holds more than ${MOST_ENTITIES} entities; that is not one shell.`,
        );
      }
      const here = times(m, seenFrom(e));
      if (e.type === 'INSERT') this.#insert(e, here, depth);
      else this.#entity(e, here);
    }
  }

  #insert(e: Entity, m: Matrix, depth: number): void {
    const block = this.blocks[e.name ?? ''];
    if (!block?.entities || !e.position) return this.#skip('INSERT of a block that is not there');
    if (depth >= DEEPEST) {
      throw new BadInput('', `Blocks of this DXF file lie in each other over ${DEEPEST} deep.`);
    }
    const columns = Math.max(1, e.columnCount ?? 1);
    for (let i = 0; i < columns * Math.max(1, e.rowCount ?? 1); i++) {
      const dx = (i % columns) * (e.columnSpacing ?? 0);
      const dy = Math.floor(i / columns) * (e.rowSpacing ?? 0);
      this.read(block.entities, times(m, placedBlock(e, block, dx, dy)), depth + 1);
    }
  }

  #entity(e: Entity, m: Matrix): void {
    const round = e.type === 'CIRCLE' && e.center && e.radius ? e : undefined;
    if (round && keepsCircles(m)) {
      const [x, y] = mapped(m, [round.center!.x, round.center!.y]);
      const r = round.radius! * growth(m);
      if (finite(x, y, r) && r > 0) this.loops.push({ kind: 'circle', x, y, r });
      return;
    }
    const points = pointsOf(e, this.flat / growth(m))?.map((p) => mapped(m, p));
    fewEnough((this.#points += points?.length ?? 0));
    if (points && points.length > 1 && points.every((p) => finite(...p))) this.runs.push(points);
    else this.#skip(e.type);
  }

  #skip(what: string): void {
    this.skipped.set(what, (this.skipped.get(what) ?? 0) + 1);
  }
}

/** Entities in a plane of their own that looks away are drawn mirrored. */
function seenFrom(e: Entity): Matrix {
  const z = e.extrusionDirectionZ ?? e.extrusionDirection?.z ?? 1;
  return z < 0 && IN_OWN_PLANE.has(e.type) ? [-1, 0, 0, 1, 0, 0] : STILL;
}
const IN_OWN_PLANE = new Set(['ARC', 'CIRCLE', 'LWPOLYLINE', 'POLYLINE', 'INSERT']);

/** A block's own base lands at the insert's place, scaled, turned, and moved on by its row and column. */
function placedBlock(e: Entity, block: Block, dx: number, dy: number): Matrix {
  const a = ((e.rotation ?? 0) * Math.PI) / 180;
  const turn: Matrix = [Math.cos(a), Math.sin(a), -Math.sin(a), Math.cos(a), 0, 0];
  const to: Matrix = [1, 0, 0, 1, e.position!.x, e.position!.y];
  const along: Matrix = [1, 0, 0, 1, dx, dy];
  const size: Matrix = [e.xScale ?? 1, 0, 0, e.yScale ?? 1, 0, 0];
  const base: Matrix = [1, 0, 0, 1, -(block.position?.x ?? 0), -(block.position?.y ?? 0)];
  return times(times(to, turn), times(along, times(size, base)));
}

/** @throws BadInput when the text is no DXF or says lengths that are no numbers */
export function readDxf(text: string): Drawing {
  const { sections, units, weighted } = sectionsOf(text);
  let parsed: { entities?: Entity[]; blocks?: Blocks } | null;
  try {
    parsed = new DxfParser().parseSync(sections);
  } catch {
    throw new BadInput('', 'This is not a DXF file, or it was cut short.');
  }
  const entities = parsed?.entities ?? [];
  if (!entities.length && !weighted) throw new BadInput('', 'This DXF file holds no lines.');
  const unitMm = UNITS[units];
  const perMm = 1 / (unitMm ?? 1);
  const reader = new Reader(parsed?.blocks ?? {}, (FLAT_MM / 2) * perMm);
  reader.read(entities, STILL);
  const { rings, open } = chained(reader.runs, MEET_MM * perMm);
  return {
    ...(unitMm ? { unitMm } : {}),
    loops: [...reader.loops, ...loopsOf(rings, FLAT_MM * perMm)],
    left: [
      ...[...reader.skipped].map(([type, n]) => `${n} ${type}`),
      ...(weighted ? [`${weighted} SPLINE whose weights do not match its points`] : []),
      ...(open ? [`${open} open ${open === 1 ? 'line' : 'lines'}`] : []),
    ],
  };
}

/** An entity's pairs: group number and value. */
type Pairs = ReadonlyArray<readonly [code: string, value: string]>;
const typeOf = (entity: Pairs): string => entity[0]?.[1].trim() ?? '';
const last = (entity: Pairs, code: string): string | undefined =>
  entity.findLast(([c]) => c === code)?.[1];

/** The parser does not see which way a circle's or ellipse's plane looks: one drawn from behind is turned here. */
function fromFront(entity: Pairs): Pairs {
  if (!(Number(last(entity, '230')) < 0)) return entity;
  if (typeOf(entity) === 'CIRCLE') {
    return entity.map(([c, v]) => (c === '10' ? [c, String(-Number(v))] : [c, v]));
  }
  if (typeOf(entity) !== 'ELLIPSE') return entity;
  // Its angle runs the other way.
  const [from, to] = [Number(last(entity, '41') ?? 0), Number(last(entity, '42') ?? 2 * Math.PI)];
  return entity.map(([c, v]) => {
    if (c === '41') return [c, String(-to)];
    return c === '42' ? [c, String(-from)] : [c, v];
  });
}

const OF_A_POINT = new Set(['10', '20', '30', '40', '41', '42']);

/**
 * The parser reads a light polyline's points as many as the file says there are, and goes back where
 * something else stands between them: what is not of a point comes first, and points are counted.
 */
function pointsLast(entity: Pairs): Pairs {
  if (typeOf(entity) !== 'LWPOLYLINE') return entity;
  const first = entity.findIndex(([c]) => c === '10');
  if (first < 0) return entity;
  const points = entity.slice(first).filter(([c]) => OF_A_POINT.has(c));
  const rest = entity.filter(([c], i) => c !== '90' && (i < first || !OF_A_POINT.has(c)));
  const count = points.filter(([c]) => c === '10').length;
  return [...rest, ['90', String(count)], ...points];
}

/**
 * The parser keeps no weights of a spline's points: they travel where z is, for which a flat
 * drawing has no use.
 *
 * @returns nothing when there is not one for each point
 */
function weightsForZ(entity: Pairs): Pairs | undefined {
  if (typeOf(entity) !== 'SPLINE') return entity;
  const points = entity.filter(([c]) => c === '10').length;
  const weights = entity.filter(([c]) => c === '41').map(([, v]) => v);
  if (weights.length && weights.length !== points) return undefined;
  let k = 0;
  return entity
    .filter(([c]) => c !== '30' && c !== '41')
    .flatMap((pair) => (pair[0] === '20' ? [pair, ['30', weights[k++] ?? '1'] as const] : [pair]));
}

/** Sections that go to the parser: what is drawn, and what of it is drawn more than once. */
const READ = new Set(['ENTITIES', 'BLOCKS']);

/**
 * A DXF file is pairs of lines, a number and a value, in sections, to the end mark. What is not that
 * is refused by line, and only entities and blocks go to the parser: it may wait in a damaged table
 * for an end that never comes.
 */
function sectionsOf(text: string): { sections: string; units: number; weighted: number } {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const kept: string[] = [];
  let section = '';
  let ended = false;
  let units = 0;
  let weighted = 0;
  /** What must be ended before another of its kind begins. */
  let within: 'POLYLINE' | undefined;
  let block = false;
  let entity: Array<readonly [string, string]> = [];
  const flush = (): void => {
    const read = weightsForZ(pointsLast(fromFront(entity)));
    if (read) kept.push(...read.flat());
    else weighted++;
    entity = [];
  };
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
    if (what) flush();
    if (what === 'EOF') ended = true;
    else if (what === 'SECTION') {
      if (section) {
        throw new BadInput(`line ${i + 1}`, `A section begins at line ${i + 1} inside another.`);
      }
      section = lines[i + 2]?.trim() === '2' ? lines[i + 3]?.trim() || '?' : '?';
      if (READ.has(section)) kept.push('0', 'SECTION', '2', section);
      i += 2;
    } else if (what === 'ENDSEC') {
      if (READ.has(section)) kept.push('0', 'ENDSEC');
      section = '';
    } else if (READ.has(section)) {
      if (within && what && what !== 'VERTEX' && what !== 'SEQEND') {
        throw new BadInput(`line ${i + 1}`, `A polyline is not ended before line ${i + 1}.`);
      }
      if (what === 'POLYLINE') within = 'POLYLINE';
      else if (what === 'SEQEND') within = undefined;
      if (what === 'BLOCK' || what === 'ENDBLK') {
        if (block === (what === 'BLOCK')) {
          throw new BadInput(`line ${i + 1}`, `A block is not ended before line ${i + 1}.`);
        }
        block = !block;
      }
      entity.push([code, value]);
    } else if (section === 'HEADER' && value.trim() === '$INSUNITS') {
      units = Number(lines[i + 3]?.trim());
    }
  }
  if (section || within || block || !ended) {
    throw new BadInput('', 'This DXF file was cut short: its end mark is missing.');
  }
  return { sections: [...kept, '0', 'EOF', ''].join('\n'), units, weighted };
}

const finite = (...v: number[]): boolean => v.every((n) => Number.isFinite(n) && Math.abs(n) < 1e7);

function pointsOf(e: Entity, flat: number): Pt[] | undefined {
  if (e.type === 'CIRCLE' && e.center && e.radius) {
    return arc(e.center.x, e.center.y, e.radius, e.radius, 0, 2 * Math.PI, 0, flat);
  }
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
    return spline(e.controlPoints, e.knotValues, e.degreeOfSplineCurve, flat);
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

/** A B-spline's points between its knots. */
function spline(
  control: readonly Vertex[],
  knots: readonly number[],
  degree: number,
  flat: number,
): Pt[] | undefined {
  if (knots.length < control.length + degree + 1 || degree > 10) return undefined;
  const [t0, t1] = [knots[degree]!, knots[control.length]!];
  if (!(t1 > t0)) return undefined;
  const spans = [...new Set(knots.slice(degree, control.length + 1))].filter(
    (t) => t >= t0 && t <= t1,
  );
  if (!spans.every((t, i) => i === 0 || t > spans[i - 1]!)) return undefined;
  return sampled((t) => onSpline(control, knots, degree, t), spans, flat);
}

/** A point of a B-spline, its points weighted (de Boor, in homogeneous coordinates). */
function onSpline(
  control: readonly Vertex[],
  knots: readonly number[],
  degree: number,
  t: number,
): Pt {
  let k = degree;
  while (k < control.length - 1 && knots[k + 1]! <= t) k++;
  const d = Array.from({ length: degree + 1 }, (_, j): [number, number, number] => {
    const { x, y, z: weight = 1 } = control[k - degree + j]!;
    return [x * weight, y * weight, weight];
  });
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const lo = knots[k - degree + j]!;
      const hi = knots[k + 1 + j - r]!;
      const f = hi > lo ? (t - lo) / (hi - lo) : 0;
      d[j] = [0, 1, 2].map((i) => (1 - f) * d[j - 1]![i]! + f * d[j]![i]!) as [
        number,
        number,
        number,
      ];
    }
  }
  const [x, y, weight] = d[degree]!;
  return [x / weight, y / weight];
}
