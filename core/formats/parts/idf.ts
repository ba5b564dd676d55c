/**
 * Board files in IDF 3.0: the board with its outline, holes and placements (.emn) and the shapes of
 * its components (.emp). Lengths in mm or thousandths of an inch.
 *
 * Records outside the sections known here (keep-outs, notes, panels) are passed over.
 */
import { BadInput } from '../../model';

export interface Placed {
  ref: string;
  shape: string;
  x: number;
  y: number;
  turn: number;
  side: 'top' | 'bottom';
  /** Height above its face. */ height: number;
  points: Array<[number, number]>;
}
export interface Board {
  name: string;
  thickness: number;
  outline: Array<[number, number]>;
  cutouts: Array<Array<[number, number]>>;
  holes: Array<{ x: number; y: number; d: number }>;
  placed: Placed[];
}

interface Line {
  no: number;
  words: string[];
}
interface Section {
  name: string;
  head: string[];
  no: number;
  lines: Line[];
}

const MOST_LINES = 200_000;
/** Chords of an arc: its middle is off by less than this. */
const ARC_MM = 0.05;

const fail = (no: number, sentence: string): never => {
  throw new BadInput(`line ${no}`, `Line ${no}: ${sentence}`);
};

/** Words of a line; quoted ones may hold blanks. */
const wordsOf = (text: string): string[] =>
  [...text.matchAll(/"([^"]*)"|(\S+)/g)].map((m) => m[1] ?? m[2]!);

function sections(text: string): Section[] {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  if (lines.length > MOST_LINES) {
    throw new BadInput('', `The file has ${lines.length} lines; ${MOST_LINES} can be read.`);
  }
  const out: Section[] = [];
  let open: Section | undefined;
  lines.forEach((raw, i) => {
    const t = raw.trim();
    const no = i + 1;
    if (!t || t.startsWith('#')) return;
    if (t.startsWith('.END_')) {
      if (!open) return fail(no, `${t.split(/\s/)[0]} without a beginning.`);
      if (t.split(/\s/)[0] !== `.END_${open.name}`) {
        return fail(
          no,
          `.${open.name} of line ${open.no} is not ended before ${t.split(/\s/)[0]}.`,
        );
      }
      out.push(open);
      open = undefined;
    } else if (t.startsWith('.')) {
      if (open) return fail(no, `.${open.name} of line ${open.no} has no .END_${open.name}.`);
      const [name, ...head] = wordsOf(t);
      open = { name: name!.slice(1), head, no, lines: [] };
    } else if (open) open.lines.push({ no, words: wordsOf(t) });
    else fail(no, 'This stands outside every section.');
  });
  if (open) {
    fail(open.no, `.${open.name} has no .END_${open.name}.`);
  }
  return out;
}

const number = (line: Line, i: number, what: string): number => {
  const v = Number(line.words[i]);
  return line.words[i] !== undefined && Number.isFinite(v) && Math.abs(v) < 1e6
    ? v
    : fail(line.no, `${what} is to be a number, not "${(line.words[i] ?? '').slice(0, 20)}".`);
};

/** Points of numbered loops, arcs as chords. Loop 0 is the outer one. */
function loops(lines: readonly Line[], unit: number): Array<Array<[number, number]>> {
  const out = new Map<number, Array<[number, number]>>();
  for (const line of lines) {
    const loop = number(line, 0, 'The loop number');
    const x = number(line, 1, 'x') * unit;
    const y = number(line, 2, 'y') * unit;
    const arc = number(line, 3, 'The angle');
    if (Math.abs(arc) > 360) {
      throw new BadInput(
        `line ${line.no}`,
        `The angle in line ${line.no} is ${arc}°; once round is 360°.`,
      );
    }
    const list = out.get(loop) ?? [];
    if (!out.has(loop)) out.set(loop, list);
    const last = list[list.length - 1];
    if (arc === 0 || !last) list.push([x, y]);
    else if (Math.abs(arc) === 360) {
      // A circle: its middle came first, this is a point on it.
      const r = Math.hypot(x - last[0], y - last[1]);
      const n = chords(r, 2 * Math.PI);
      list.pop();
      for (let k = 0; k < n; k++) {
        list.push([
          last[0] + r * Math.cos((2 * Math.PI * k) / n),
          last[1] + r * Math.sin((2 * Math.PI * k) / n),
        ]);
      }
    } else list.push(...arcPoints(last, [x, y], (arc * Math.PI) / 180));
  }
  for (const [loop, list] of out) {
    const [a, b] = [list[0], list[list.length - 1]];
    if (a && b && list.length > 1 && Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-6) list.pop();
    if (list.length < 3) fail(lines[0]?.no ?? 1, `loop ${loop} has fewer than three points.`);
  }
  return [...out.entries()].sort((a, b) => a[0] - b[0]).map(([, list]) => list);
}

/** A board's arc as finely as any is drawn; one that is nearly straight has a middle far away. */
const MOST_CHORDS = 720;
const chords = (r: number, angle: number): number => {
  const each = 2 * Math.acos(Math.max(0.5, 1 - ARC_MM / Math.max(r, ARC_MM)));
  return Math.max(2, Math.min(MOST_CHORDS, Math.ceil(Math.abs(angle) / each)));
};

function arcPoints(
  a: readonly [number, number],
  b: readonly [number, number],
  angle: number,
): Array<[number, number]> {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const chord = Math.hypot(dx, dy);
  if (chord < 1e-9) return [];
  // The middle lies left of the chord for a turn to the left.
  const off = 0.5 / Math.tan(angle / 2);
  const cx = (a[0] + b[0]) / 2 - dy * off;
  const cy = (a[1] + b[1]) / 2 + dx * off;
  const r = Math.hypot(a[0] - cx, a[1] - cy);
  const from = Math.atan2(a[1] - cy, a[0] - cx);
  const n = chords(r, angle);
  return Array.from({ length: n }, (_, k): [number, number] =>
    k === n - 1
      ? [b[0], b[1]]
      : [
          cx + r * Math.cos(from + (angle * (k + 1)) / n),
          cy + r * Math.sin(from + (angle * (k + 1)) / n),
        ],
  );
}

const unitOf = (word: string | undefined, no: number): number => {
  if (word === 'MM') return 1;
  if (word === 'THOU') return 0.0254;
  return fail(no, `the unit is to be MM or THOU, not "${(word ?? '').slice(0, 20)}".`);
};

interface Shape {
  height: number;
  points: Array<[number, number]>;
}

/** Component shapes by package name and part number. */
function shapesIn(emp: string): Map<string, Shape> {
  const out = new Map<string, Shape>();
  for (const s of sections(emp)) {
    if (s.name !== 'ELECTRICAL' && s.name !== 'MECHANICAL') continue;
    const head = s.lines[0];
    if (!head || head.words.length < 4) {
      fail(s.no, `.${s.name} wants a line with name, part number, unit and height.`);
    }
    const unit = unitOf(head!.words[2], head!.no);
    const height = number(head!, 3, 'The height') * unit;
    if (!(height >= 0)) fail(head!.no, `a height of ${head!.words[3]} is below the board.`);
    const points =
      loops(
        s.lines.slice(1).filter((l) => /^-?\d+$/.test(l.words[0] ?? '') && l.words.length >= 4),
        unit,
      )[0] ?? fail(s.no, `.${s.name} has no outline.`);
    out.set(`${head!.words[0]}\n${head!.words[1]}`, { height, points });
  }
  return out;
}

/**
 * @param emn  the board file
 * @param emp  the file of component shapes
 * @throws     BadInput with the line
 */
export function readIdf(emn: string, emp: string): Board {
  const all = sections(emn);
  const head = all.find((s) => s.name === 'HEADER');
  if (!head || !/^BOARD_FILE$/i.test(head.lines[0]?.words[0] ?? '')) {
    throw new BadInput(
      'line 1',
      'Line 1: this is not an IDF board file: it begins with .HEADER and BOARD_FILE.',
    );
  }
  const second = head.lines[1];
  const unit = unitOf(second?.words[1], second?.no ?? head.no);
  const board = all.find((s) => s.name === 'BOARD_OUTLINE');
  if (!board) throw new BadInput('', 'The file has no .BOARD_OUTLINE.');
  const first = board.lines[0] ?? fail(board.no, '.BOARD_OUTLINE is empty.');
  const thickness = number(first, 0, 'The thickness') * unit;
  if (!(thickness > 0)) fail(first.no, `a board ${first.words[0]} thick is none.`);
  const rings = loops(board.lines.slice(1), unit);
  const outline = rings[0] ?? fail(board.no, '.BOARD_OUTLINE has no points.');
  const holes = (all.find((s) => s.name === 'DRILLED_HOLES')?.lines ?? []).map((l) => ({
    d: number(l, 0, 'The diameter') * unit,
    x: number(l, 1, 'x') * unit,
    y: number(l, 2, 'y') * unit,
  }));
  const placement = all.find((s) => s.name === 'PLACEMENT');
  const shapes = placement ? shapesIn(emp) : new Map<string, Shape>();
  const placed: Placed[] = [];
  const lines = placement?.lines ?? [];
  for (let i = 0; i < lines.length; i += 2) {
    const [name, at] = [lines[i]!, lines[i + 1]];
    if (!at) fail(name.no, 'the place of this component is missing.');
    const [shape, number_, ref] = name.words;
    const known = shapes.get(`${shape}\n${number_}`);
    if (/^(NOREFDES|BOARD)$/.test(ref ?? '') && !known) continue;
    if (!known) fail(name.no, `no shape "${shape} ${number_ ?? ''}" is in the component file.`);
    const lift = number(at!, 2, 'The height above the board') * unit;
    const side = at!.words[4];
    if (lift < 0) fail(at!.no, `a component ${-lift} mm inside the board cannot be.`);
    if (side !== 'TOP' && side !== 'BOTTOM') {
      fail(at!.no, `the side is TOP or BOTTOM, not "${(side ?? '').slice(0, 20)}".`);
    }
    const turn = number(at!, 3, 'The rotation');
    const x = number(at!, 0, 'x') * unit;
    const y = number(at!, 1, 'y') * unit;
    const c = Math.cos((turn * Math.PI) / 180);
    const s = Math.sin((turn * Math.PI) / 180);
    const flip = side === 'BOTTOM' ? -1 : 1;
    placed.push({
      ref: ref ?? shape!,
      shape: shape!,
      x,
      y,
      turn,
      side: flip < 0 ? 'bottom' : 'top',
      height: known!.height + lift,
      points: known!.points.map(([px, py]): [number, number] => [
        x + flip * px * c - py * s,
        y + flip * px * s + py * c,
      ]),
    });
  }
  return {
    name: second?.words[0]?.replace(/\.[^.]*$/, '').slice(0, 80) || 'Board',
    thickness,
    outline,
    cutouts: rings.slice(1),
    holes,
    placed,
  };
}
