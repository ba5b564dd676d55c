/** SVG in: paths and shapes with their transforms, in mm when the file says so. Scripts and outside references are refused by name. */
import { XMLParser } from 'fast-xml-parser';
import { SVGPathData } from 'svg-pathdata';
import { BadInput } from '../../model';
import type { Pt } from '../../geometry';
import { chained } from './chain';
import { cubic } from './curve';
import { arc, type Drawing, FLAT_MM, type Loop, loopsOf, MEET_MM } from './loops';
import { growth, mapped, type Matrix, STILL, times } from './matrix';

const UNIT_MM: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
};
const REFUSED = new Set(['script', 'foreignObject', 'image', 'use', 'iframe', 'animate', 'set']);
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

type Node = Record<string, unknown> & { ':@'?: Record<string, unknown> };
/** An attribute without a value says nothing. */
const attributes = (n: Node): Record<string, string> =>
  Object.fromEntries(
    Object.entries(n[':@'] ?? {}).filter((e): e is [string, string] => typeof e[1] === 'string'),
  );

/** @throws BadInput when the text is no SVG */
export function readSvg(text: string): Drawing {
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
  };
  const { unitMm, matrix } = frame(attributes(root));
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

/** Millimetres a user unit is, from width and viewBox; y is turned up. */
function frame(a: Record<string, string>): { unitMm?: number; matrix: Matrix } {
  const size = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc)\s*$/.exec(a['width'] ?? '');
  const box = (a['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const ok = box.length === 4 && box.every(Number.isFinite) && box[2]! > 0;
  const mm = size ? Number(size[1]) * UNIT_MM[size[2]!]! : undefined;
  let unit: number | undefined;
  if (mm && ok) unit = mm / box[2]!;
  else if (size) unit = UNIT_MM[size[2]!];
  else unit = undefined;
  const s = unit ?? 1;
  return {
    ...(unit ? { unitMm: 1 } : {}),
    matrix: [s, 0, 0, -s, ok ? -box[0]! * s : 0, ok ? (box[1]! + box[3]!) * s : 0],
  };
}

function walk(
  nodes: readonly Node[],
  m: Matrix,
  state: { runs: Pt[][]; loops: Loop[]; left: Map<string, number>; nodes: number },
  depth = 0,
): void {
  if (depth > 100) throw new BadInput('', 'This SVG file is nested more than 100 levels deep.');
  const skip = (what: string) => state.left.set(what, (state.left.get(what) ?? 0) + 1);
  for (const node of nodes) {
    if (++state.nodes > MOST_NODES) {
      throw new BadInput(
        '',
        `This SVG file holds more than ${MOST_NODES} elements; that is not one shell.`,
      );
    }
    const tag = Object.keys(node).find((k) => k !== ':@');
    if (!tag || tag.startsWith('#') || tag.startsWith('?') || QUIET.has(tag)) continue;
    const a = attributes(node);
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
      walk(node[tag] as Node[], here, state, depth + 1);
      continue;
    }
    const runs = shape(tag, a, FLAT_MM / 2 / growth(here));
    if (!runs) {
      skip(`<${tag}>`);
      continue;
    }
    for (const run of runs) {
      const moved = run.map((p) => mapped(here, p));
      if (moved.every((p) => p.every((v) => Number.isFinite(v) && Math.abs(v) < 1e7))) {
        state.runs.push(moved);
      } else skip(`<${tag}> with a place that is no number`);
    }
  }
}

function transform(text: string | undefined): Matrix {
  let m: Matrix = STILL;
  for (const [, name, args] of (text ?? '').matchAll(
    /(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^)]*)\)/g,
  )) {
    const v = args!
      .trim()
      .split(/[\s,]+/)
      .map(Number);
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
  const n = (k: string): number => Number.parseFloat(a[k] ?? '0');
  const pairs = (): Pt[] => {
    const v = (a['points'] ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number);
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
