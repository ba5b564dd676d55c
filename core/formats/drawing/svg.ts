/** SVG in: paths and shapes with their transforms, in mm when the file says so. Scripts and outside references are refused by name. */
import { XMLParser } from 'fast-xml-parser';
import { SVGPathData } from 'svg-pathdata';
import { BadInput } from '../../model';
import type { Pt } from '../../geometry';
import { chained } from './chain';
import { cubic } from './curve';
import { arc, type Drawing, fewEnough, FLAT_MM, type Loop, loopsOf, MEET_MM } from './loops';
import { growth, mapped, type Matrix, STILL, times } from './matrix';

const UNIT_MM: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
};
const REFUSED = new Set(['script', 'foreignObject', 'image', 'iframe', 'animate', 'set']);
const QUIET = new Set([
  'defs',
  'metadata',
  'title',
  'desc',
  'style',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'linearGradient',
  'radialGradient',
]);
const MOST_NODES = 20_000;
/** Elements in elements, used ones counted too, go no deeper. */
const DEEPEST = 100;
/** A pixel of a page, mm: lengths with a unit stand in pixels. */
const PIXEL_MM = 25.4 / 96;
const NUMBER = /[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi;
/** Numbers of a list: blanks, commas, or only the next one's sign stand between them. */
const numbersIn = (text: string): number[] => (text.match(NUMBER) ?? []).map(Number);

/** A length in user units; a share of the page cannot be told here. */
function lengthIn(text: string | undefined): number | undefined {
  const said = /^\s*([-+\d.e]+?)\s*(mm|cm|in|pt|pc|px)?\s*$/i.exec(text ?? '');
  const unit = said?.[2]?.toLowerCase();
  const v = Number(said?.[1]);
  if (!said || !Number.isFinite(v)) return undefined;
  return unit === undefined || unit === 'px' ? v : (v * UNIT_MM[unit]!) / PIXEL_MM;
}

type Node = Record<string, unknown> & { ':@'?: Record<string, unknown> };
/** An attribute without a value says nothing. */
const attributes = (n: Node): Record<string, string> =>
  Object.fromEntries(
    Object.entries(n[':@'] ?? {}).filter((e): e is [string, string] => typeof e[1] === 'string'),
  );

/** @throws BadInput when the text is no SVG */
export function readSvg(text: string): Drawing {
  // Counted before a tree is made of them.
  if ((text.match(/<[A-Za-z]/g) ?? []).length > MOST_NODES) throw tooMany();
  let tree: Node[];
  try {
    tree = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      processEntities: false,
      allowBooleanAttributes: true,
    }).parse(text) as Node[];
  } catch {
    throw new BadInput('', 'This is not an SVG file, or it was cut short.');
  }
  const root = tree.find((n) => 'svg' in n);
  if (!root) throw new BadInput('', 'This is not an SVG file: it has no <svg>.');
  const state = {
    runs: [] as Pt[][],
    loops: [] as Loop[],
    left: new Map<string, number>(),
    nodes: 0,
    points: 0,
    byId: new Map<string, Node>(),
  };
  const { unitMm, matrix } = frame(attributes(root));
  named(tree, state.byId);
  walk(root['svg'] as Node[], matrix, state);
  const { rings, open } = chained(state.runs, MEET_MM);
  state.loops.push(...loopsOf(rings));
  const left = [...state.left].map(([what, n]) => `${n} ${what}`);
  return {
    ...(unitMm ? { unitMm } : {}),
    loops: state.loops,
    left: [...left, ...(open ? [`${open} open ${open === 1 ? 'line' : 'lines'}`] : [])],
  };
}

/** Every element with a name, so that it can be used again. */
function named(nodes: readonly Node[], byId: Map<string, Node>, depth = 0): void {
  if (depth > DEEPEST) throw tooDeep();
  for (const node of nodes) {
    const { id } = attributes(node);
    if (id !== undefined && !byId.has(id)) byId.set(id, node);
    const inner = node[tagOf(node) ?? ''];
    if (Array.isArray(inner)) named(inner as Node[], byId, depth + 1);
  }
}
const tagOf = (node: Node): string | undefined => Object.keys(node).find((k) => k !== ':@');
const tooMany = (): BadInput =>
  new BadInput('', `This SVG file holds more than ${MOST_NODES} elements; that is not one shell.`);
const tooDeep = (): BadInput =>
  new BadInput('', `This SVG file is nested more than ${DEEPEST} levels deep.`);

interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}
function viewBox(a: Record<string, string>): Box | undefined {
  const [x, y, w, h, ...more] = numbersIn(a['viewBox'] ?? '');
  if (h === undefined || more.length || !(w! > 0 && h > 0)) return undefined;
  return { x: x!, y: y!, w: w!, h };
}

/** How a box is fitted into a page of a size: whole and unspoilt unless the file says otherwise. */
function fitted(box: Box, w: number, h: number | undefined, how = ''): [number, number] {
  const [sx, sy] = [w / box.w, (h ?? (w * box.h) / box.w) / box.h];
  if (how.trim().startsWith('none')) return [sx, sy];
  const s = /\bslice\b/.test(how) ? Math.max(sx, sy) : Math.min(sx, sy);
  return [s, s];
}

/** Millimetres a user unit is, from the page's size and viewBox; y is turned up. */
function frame(a: Record<string, string>): { unitMm?: number; matrix: Matrix } {
  const size = (k: string) =>
    /(?:mm|cm|in|pt|pc)\s*$/i.test(a[k] ?? '') ? lengthIn(a[k]) : undefined;
  const [width, height] = [size('width'), size('height')];
  const box = viewBox(a);
  const page = width ?? height;
  let scale: [number, number] | undefined;
  if (page !== undefined && page > 0 && box) {
    const w = width ?? (height! * box.w) / box.h;
    const [sx, sy] = fitted(box, w, height ?? lengthIn(a['height']), a['preserveAspectRatio']);
    scale = [sx * PIXEL_MM, sy * PIXEL_MM];
  } else if (page !== undefined) scale = [PIXEL_MM, PIXEL_MM];
  const [sx, sy] = scale ?? [1, 1];
  return {
    ...(scale ? { unitMm: 1 } : {}),
    matrix: [sx, 0, 0, -sy, box ? -box.x * sx : 0, box ? (box.y + box.h) * sy : 0],
  };
}

/** Where a page within the page, or a symbol that is used, lies and how large it is. */
function within(a: Record<string, string>, of: Record<string, string> = a): Matrix {
  const [x, y] = [lengthIn(a['x']) ?? 0, lengthIn(a['y']) ?? 0];
  const box = viewBox(of);
  const w = lengthIn(a['width']);
  if (!box || w === undefined) return [1, 0, 0, 1, x, y];
  const h = lengthIn(a['height']);
  const [sx, sy] = fitted(box, w, h, of['preserveAspectRatio']);
  // What does not fill the page stands in its middle.
  const [dx, dy] = [(w - sx * box.w) / 2, ((h ?? sy * box.h) - sy * box.h) / 2];
  return [sx, 0, 0, sy, x + dx - sx * box.x, y + dy - sy * box.y];
}

/** What is not shown is not cut. */
const isHidden = (a: Record<string, string>): boolean =>
  a['display'] === 'none' || /(?:^|;)\s*display\s*:\s*none/.test(a['style'] ?? '');

interface State {
  runs: Pt[][];
  loops: Loop[];
  left: Map<string, number>;
  nodes: number;
  points: number;
  byId: ReadonlyMap<string, Node>;
}

function walk(nodes: readonly Node[], m: Matrix, state: State, depth = 0): void {
  if (depth > DEEPEST) throw tooDeep();
  const skip = (what: string) => state.left.set(what, (state.left.get(what) ?? 0) + 1);
  for (const node of nodes) {
    if (++state.nodes > MOST_NODES) {
      throw tooMany();
    }
    const tag = tagOf(node);
    if (!tag || tag.startsWith('#') || tag.startsWith('?') || QUIET.has(tag)) continue;
    const a = attributes(node);
    if (isHidden(a)) continue;
    if (REFUSED.has(tag)) {
      skip(`<${tag}> refused`);
      continue;
    }
    if (
      Object.entries(a).some(
        ([k, v]) => /^on/i.test(k) || (/href$/i.test(k) && !String(v).startsWith('#')),
      )
    ) {
      skip(`<${tag}> with an outside reference refused`);
      continue;
    }
    const here = times(m, transform(a['transform']));
    if (tag === 'g' || tag === 'svg' || tag === 'a') {
      const inner = tag === 'svg' ? times(here, within(a)) : here;
      walk(node[tag] as Node[], inner, state, depth + 1);
      continue;
    }
    if (tag === 'use') {
      const used = state.byId.get((a['href'] ?? a['xlink:href'] ?? '').slice(1));
      if (used) use(used, times(here, within(a, attributes(used))), state, depth + 1);
      else skip('<use> of what is not there');
      continue;
    }
    const runs = shape(tag, a, FLAT_MM / 2 / growth(here));
    if (!runs) {
      skip(`<${tag}>`);
      continue;
    }
    for (const run of runs) {
      const moved = run.map((p) => mapped(here, p));
      fewEnough((state.points += moved.length));
      if (moved.every((p) => p.every((v) => Number.isFinite(v) && Math.abs(v) < 1e7))) {
        state.runs.push(moved);
      } else skip(`<${tag}> with a place that is no number`);
    }
  }
}

/** An element once more, also one that is only there to be used. */
function use(used: Node, m: Matrix, state: State, depth: number): void {
  const inner = used['symbol'] ?? used['svg'];
  walk(inner ? (inner as Node[]) : [used], m, state, depth);
}

function transform(text: string | undefined): Matrix {
  let m: Matrix = STILL;
  for (const [, name, args] of (text ?? '').matchAll(
    /(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^)]*)\)/g,
  )) {
    const v = numbersIn(args!);
    const a = ((v[0] ?? 0) * Math.PI) / 180;
    const turn: Matrix = [Math.cos(a), Math.sin(a), -Math.sin(a), Math.cos(a), 0, 0];
    const [cx, cy] = [v[1] ?? 0, v[2] ?? 0];
    let step: Matrix;
    if (name === 'matrix' && v.length === 6) step = v as unknown as Matrix;
    else if (name === 'translate') step = [1, 0, 0, 1, v[0] ?? 0, v[1] ?? 0];
    else if (name === 'scale') step = [v[0] ?? 1, 0, 0, v[1] ?? v[0] ?? 1, 0, 0];
    else if (name === 'rotate') {
      step = times(times([1, 0, 0, 1, cx, cy], turn), [1, 0, 0, 1, -cx, -cy]);
    } else if (name === 'skewX') step = [1, 0, Math.tan(a), 1, 0, 0];
    else if (name === 'skewY') step = [1, Math.tan(a), 0, 1, 0, 0];
    else step = STILL;
    m = times(m, step);
  }
  return m;
}

/** @param within  how far its points may lie from a curve, in its own units */
function shape(tag: string, a: Record<string, string>, within: number): Pt[][] | undefined {
  const bow = (x: number, y: number, rx: number, ry: number, a0: number, sweep: number): Pt[] =>
    arc(x, y, rx, ry, a0, sweep, 0, within);
  const n = (k: string): number => (a[k] === undefined ? 0 : (lengthIn(a[k]) ?? Number.NaN));
  const pairs = (): Pt[] => {
    const v = numbersIn(a['points'] ?? '');
    const out: Pt[] = [];
    for (let i = 0; i + 1 < v.length; i += 2) out.push([v[i]!, v[i + 1]!]);
    return out;
  };
  const close = (p: Pt[]): Pt[] => (p.length ? [...p, p[0]!] : p);
  if (tag === 'rect') {
    const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
    const rx = Math.min(n('rx') || n('ry'), w / 2);
    const ry = Math.min(n('ry') || n('rx'), h / 2);
    if (!(rx > 0 && ry > 0)) {
      return [
        close([
          [x, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h],
        ]),
      ];
    }
    const q = Math.PI / 2;
    return [
      close([
        ...bow(x + w - rx, y + ry, rx, ry, -q, q),
        ...bow(x + w - rx, y + h - ry, rx, ry, 0, q),
        ...bow(x + rx, y + h - ry, rx, ry, q, q),
        ...bow(x + rx, y + ry, rx, ry, 2 * q, q),
      ]),
    ];
  }
  if (tag === 'circle') return [bow(n('cx'), n('cy'), n('r'), n('r'), 0, 2 * Math.PI)];
  if (tag === 'ellipse') return [bow(n('cx'), n('cy'), n('rx'), n('ry'), 0, 2 * Math.PI)];
  if (tag === 'line') {
    return [
      [
        [n('x1'), n('y1')],
        [n('x2'), n('y2')],
      ],
    ];
  }
  if (tag === 'polygon') return [close(pairs())];
  if (tag === 'polyline') return [pairs()];
  if (tag === 'path') return path(a['d'] ?? '', within);
  return undefined;
}

function path(d: string, within: number): Pt[][] | undefined {
  let commands: SVGPathData['commands'];
  try {
    commands = new SVGPathData(d).toAbs().normalizeHVZ(false).normalizeST().qtToC().aToC().commands;
  } catch {
    return undefined;
  }
  const runs: Pt[][] = [];
  let run: Pt[] = [];
  let [x, y] = [0, 0];
  for (const c of commands) {
    if (c.type === SVGPathData.CLOSE_PATH) {
      if (run.length) {
        run.push(run[0]!);
        [x, y] = run[0]!;
      }
      continue;
    }
    if (c.type === SVGPathData.MOVE_TO) {
      if (run.length > 1) runs.push(run);
      run = [[c.x, c.y]];
    } else if (c.type === SVGPathData.LINE_TO) run.push([c.x, c.y]);
    else if (c.type === SVGPathData.CURVE_TO) {
      run.push(
        ...cubic(
          [
            [x, y],
            [c.x1, c.y1],
            [c.x2, c.y2],
            [c.x, c.y],
          ],
          within,
        ),
      );
    } else continue;
    [x, y] = [c.x, c.y];
  }
  if (run.length > 1) runs.push(run);
  return runs;
}
