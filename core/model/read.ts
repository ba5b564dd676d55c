/**
 * The one way in for a document: bytes or parsed JSON to a project, or one plain sentence that
 * names the field. Nothing is saved half-way because nothing is returned half-way.
 */
import type { z } from 'zod';
import { formatMm } from './length';
import { type Item, Part } from './part';
import { FORMAT, type Input, type Placement, Project } from './project';
import type { Body, Outline } from './shell';
import { migrated } from './migrate';
import { jointComplaints } from './joint';
import { readingComplaints } from './readable';
import { BadInput } from './worked';

/** Largest document, bytes of UTF-8. */
export const DOCUMENT_LIMIT = 5 * 1024 * 1024;
const DEEPEST = 100;

export interface Complaint {
  path: string;
  sentence: string;
}
export type Read<T> = { ok: true; value: T } | { ok: false; complaints: Complaint[] };

const refuse = (path: string, sentence: string): { ok: false; complaints: Complaint[] } => ({
  ok: false,
  complaints: [{ path, sentence }],
});

/** Walk parsed JSON without recursion on the stack; names what no document may hold. */
export function guardJson(value: unknown): Complaint | undefined {
  const todo: Level[] = [];
  let found = open(value, todo);
  while (!found && todo.length) {
    const level = todo[todo.length - 1]!;
    if (level.next === level.keys.length) {
      todo.pop();
      continue;
    }
    const key = level.keys[level.next++]!;
    found = badKey(key) ?? open(level.at[key], todo);
  }
  if (!found) return undefined;
  return { path: todo.map((l) => l.keys[l.next - 1]).join('.'), sentence: found };
}

/** An object or list that is being walked: which of its keys comes next. */
interface Level {
  at: Readonly<Record<string, unknown>>;
  keys: readonly string[];
  next: number;
}

const UNSTORABLE = /\u0000|\p{Surrogate}/u;

function badKey(key: string): string | undefined {
  if (UNSTORABLE.test(key)) return 'A field name holds a character that cannot be stored.';
  if (key === '__proto__') return 'The file holds a key "__proto__", which no document has.';
  return undefined;
}

/** A value looked at; what holds others is walked next. A path is made only for what is wrong. */
function open(value: unknown, todo: Level[]): string | undefined {
  if (typeof value === 'string') {
    return UNSTORABLE.test(value)
      ? 'This text holds a character that cannot be stored.'
      : undefined;
  }
  if (typeof value !== 'object' || value === null) return undefined;
  if (todo.length > DEEPEST) return `The file is nested more than ${DEEPEST} levels deep.`;
  const at = value as Readonly<Record<string, unknown>>;
  todo.push({ at, keys: Object.keys(at), next: 0 });
  return undefined;
}

/** Parse JSON text of a size that can be, or say in one sentence why not. Not yet looked through. */
export function parseJson(text: string, limit = DOCUMENT_LIMIT): Read<unknown> {
  // A character is at most three bytes: only a long text has to be counted.
  if (3 * text.length > limit && new TextEncoder().encode(text).length > limit) {
    return refuse('', `The file is larger than ${Math.round(limit / 1024 / 1024)} MB.`);
  }
  try {
    // A mark of byte order is no part of the text.
    return { ok: true, value: JSON.parse(text.replace(/^\uFEFF/, '')) };
  } catch {
    return refuse('', 'This is not JSON: it was cut short or is another format.');
  }
}

/** The same, holding nothing that no document may hold. */
export function readJson(text: string, limit = DOCUMENT_LIMIT): Read<unknown> {
  const read = parseJson(text, limit);
  const bad = read.ok ? guardJson(read.value) : undefined;
  return bad ? { ok: false, complaints: [bad] } : read;
}

const pathText = (path: PropertyKey[]): string => path.map(String).join('.');

function complaintOf(issue: z.core.$ZodIssue): Complaint {
  if (issue.code === 'unrecognized_keys') {
    return {
      path: pathText([...issue.path, issue.keys[0]!]),
      sentence: `"${issue.keys[0]!.slice(0, 60)}" is not a field of this format.`,
    };
  }
  if (issue.code === 'invalid_type' && issue.input === undefined) {
    return {
      path: pathText(issue.path),
      sentence: issue.message.startsWith('Invalid') ? 'This field is missing.' : issue.message,
    };
  }
  return { path: pathText(issue.path), sentence: issue.message };
}

/** Check anything against a schema, in sentences. */
export function readAs<T>(schema: z.ZodType<T>, value: unknown): Read<T> {
  const found = schema.safeParse(value, { reportInput: true });
  return found.success
    ? { ok: true, value: found.data }
    : { ok: false, complaints: found.error.issues.map(complaintOf) };
}

/** Read a project document from parsed JSON. */
export function readProject(value: unknown): Read<Project> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return refuse('', 'This is not a build: a document is a JSON object.');
  }
  const format = (value as { format?: unknown }).format;
  if (typeof format !== 'string') {
    return refuse('format', `This file does not say its format; a build says "${FORMAT}".`);
  }
  const current = migrated(value as Record<string, unknown>, format);
  if (!current && /^deft-shell\/\d+$/.test(format)) {
    return refuse(
      'format',
      `This file is ${format}, newer than this program reads (${FORMAT}). Update the program.`,
    );
  }
  if (!current) {
    return refuse('format', `This file says "${format.slice(0, 60)}"; a build says "${FORMAT}".`);
  }
  const bad = guardJson(value);
  if (bad) return { ok: false, complaints: [bad] };
  const read = readAs(Project, current);
  if (!read.ok) return read;
  const complaints = meaningComplaints(read.value);
  return complaints.length ? { ok: false, complaints } : read;
}

/**
 * Read a part from parsed JSON: what its schema says, and what it cannot. A build that is stored
 * with figures that contradict each other opens, and its verdict names them; a part is not kept so.
 */
export function readPart(value: unknown): Read<Part> {
  const read = readAs(Part, value);
  if (!read.ok) return read;
  const complaints: Complaint[] = [];
  const say: Say = (path, sentence) => complaints.push({ path: path.replace(/^\./, ''), sentence });
  partMeaning(read.value, '', say);
  figuresMeaning(read.value, '', say);
  return complaints.length ? { ok: false, complaints } : read;
}

/** Read a project and throw the first complaint; for tests, scripts and fixtures. */
export function mustRead(value: unknown): Project {
  const read = readProject(value);
  if (!read.ok) throw new BadInput(read.complaints[0]!.path, read.complaints[0]!.sentence);
  return read.value;
}

/** What a schema cannot see: ids said twice, references to nothing, shapes that cannot be. */
export function meaningComplaints(p: Project): Complaint[] {
  const out: Complaint[] = [];
  const say = (path: string, sentence: string) => out.push({ path, sentence });
  const unique = (path: string, list: ReadonlyArray<{ id: string }>) => {
    const seen = new Set<string>();
    list.forEach((x, i) => {
      if (seen.has(x.id)) say(`${path}.${i}.id`, `The id "${x.id}" is used twice.`);
      seen.add(x.id);
    });
    return seen;
  };

  unique('shell.bodies', p.shell.bodies);
  const pieces = new Set<string>();
  p.shell.bodies.forEach((body, b) => {
    const at = `shell.bodies.${b}`;
    for (const id of unique(`${at}.pieces`, body.pieces)) {
      if (pieces.has(id)) say(`${at}.pieces`, `The piece "${id}" is in two bodies.`);
      pieces.add(id);
    }
    bodyMeaning(body, at, say);
    (body.underlays ?? []).forEach((u, i) => {
      if (!body.pieces.some((q) => q.id === u.piece)) {
        say(`${at}.underlays.${i}.piece`, `There is no piece "${u.piece}" in ${body.name}.`);
      }
    });
    readingComplaints(body, at, say);
    const ids: Array<{ id: string }> = [];
    body.pieces.forEach((piece) => ids.push(...piece.features, ...piece.zones, ...piece.openings));
    unique(`${at}.features`, ids);
  });

  jointComplaints(p.shell, 'shell.joints', say);

  const parts = unique('kit.parts', p.kit.parts);
  p.kit.parts.forEach((part, i) => partMeaning(part, `kit.parts.${i}`, say));
  const items = unique('kit.items', p.kit.items);
  p.kit.items.forEach((item, i) => itemMeaning(item, p, parts, `kit.items.${i}`, say));
  const elsewhere = new Map(
    p.kit.items.flatMap((x) => (x.where ? [[x.id, x.where] as const] : [])),
  );
  p.layout.placements.forEach((pl, k) => {
    const where = elsewhere.get(pl.item);
    if (where) {
      say(
        `layout.placements.${k}.item`,
        `"${pl.item}" is ${where} and has a place: one of them is wrong.`,
      );
    }
  });
  placementMeaning(p.layout.placements, items, pieces, say);
  p.wiring.nets.forEach((net, i) =>
    net.ends.forEach((end, j) => {
      if (!items.has(end.item)) {
        say(`wiring.nets.${i}.ends.${j}.item`, `There is no item "${end.item}" in the kit.`);
      }
    }),
  );
  unique('wiring.nets', p.wiring.nets);
  unique('cuts', p.cuts);
  const isBody = (id: string): boolean => p.shell.bodies.some((b) => b.id === id);
  p.cuts.forEach((c, i) => {
    if (c.kind === 'pocket' && !pieces.has(c.piece)) {
      say(`cuts.${i}.piece`, `There is no piece "${c.piece}" to cut a pocket in.`);
    }
    if (c.kind === 'pattern' && 'piece' in c.at && !pieces.has(c.at.piece)) {
      say(`cuts.${i}.at.piece`, `There is no piece "${c.at.piece}" to drill a pattern in.`);
    }
    if (c.kind === 'pattern' && 'body' in c.at && !isBody(c.at.body)) {
      say(`cuts.${i}.at.body`, `There is no body "${c.at.body}" to drill a pattern in.`);
    }
    if (c.kind === 'pattern' && c.hole.kind === 'slot' && c.hole.l < c.hole.w) {
      say(`cuts.${i}.hole.l`, 'A slot is at least as long as it is wide.');
    }
  });
  unique('controls.inputs', p.controls.inputs);
  p.controls.inputs.forEach((input, i) => switchMeaning(input, p, `controls.inputs.${i}`, say));
  unique('kit.readings', p.kit.readings ?? []);
  return out;
}

type Say = (path: string, sentence: string) => void;

function bodyMeaning(body: Body, at: string, say: Say): void {
  const { w, h } = outlineSpan(body.outline);
  const least = Math.min(w, h);
  if (2 * body.wall.mm >= least) {
    say(
      `${at}.wall.mm`,
      `A ${formatMm(body.wall.mm)} mm wall leaves no room inside ${formatMm(least)} mm.`,
    );
  }
  body.pieces.forEach((piece, i) => {
    // A plate is flat: its depth is how thick it is.
    if (piece.role !== 'plate' && body.wall.mm >= piece.depth.mm) {
      say(
        `${at}.pieces.${i}.depth.mm`,
        `A half ${formatMm(piece.depth.mm)} mm deep has no room inside a ${formatMm(body.wall.mm)} mm wall.`,
      );
    }
  });
  if (body.outline.kind === 'rect' && 2 * body.outline.r.mm > least) {
    say(
      `${at}.outline.r.mm`,
      `A corner radius of ${formatMm(body.outline.r.mm)} mm does not fit a side of ${formatMm(least)} mm.`,
    );
  }
  if (body.outline.kind === 'points' && !isSimple(body.outline.points)) {
    say(
      `${at}.outline.points`,
      'This outline crosses itself. List the points once around, in order.',
    );
  }
}

/** Width and height of an outline, mm. */
export function outlineSpan(outline: Outline): { w: number; h: number } {
  if (outline.kind === 'rect') return { w: outline.w.mm, h: outline.h.mm };
  const xs = outline.points.map((q) => q[0]);
  const ys = outline.points.map((q) => q[1]);
  return { w: Math.max(...xs) - Math.min(...xs), h: Math.max(...ys) - Math.min(...ys) };
}

/** Whether a closed ring of points never crosses or touches itself. */
export function isSimple(points: ReadonlyArray<readonly [number, number]>): boolean {
  const n = points.length;
  const turn = (
    a: readonly [number, number],
    b: readonly [number, number],
    c: readonly [number, number],
  ) => Math.sign((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
  const within = (
    a: readonly [number, number],
    b: readonly [number, number],
    c: readonly [number, number],
  ) =>
    Math.min(a[0], b[0]) <= c[0] &&
    c[0] <= Math.max(a[0], b[0]) &&
    Math.min(a[1], b[1]) <= c[1] &&
    c[1] <= Math.max(a[1], b[1]);
  for (let i = 0; i < n; i++) {
    const [a, b] = [points[i]!, points[(i + 1) % n]!];
    if (a[0] === b[0] && a[1] === b[1]) return false;
    for (let j = i + 1; j < n; j++) {
      const [c, d] = [points[j]!, points[(j + 1) % n]!];
      const next = j === i + 1;
      const last = i === 0 && j === n - 1;
      const [t1, t2, t3, t4] = [turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)];
      if (next || last) {
        // Neighbours share one point; they may not fold back onto each other.
        const free = next ? d : c;
        const shared = next ? a : b;
        if (
          ((next ? t2 : t1) === 0 && within(a, b, free)) ||
          ((next ? t3 : t4) === 0 && within(c, d, shared))
        ) {
          return false;
        }
        continue;
      }
      if (t1 !== t2 && t3 !== t4) return false;
      if (
        (t1 === 0 && within(a, b, c)) ||
        (t2 === 0 && within(a, b, d)) ||
        (t3 === 0 && within(c, d, a)) ||
        (t4 === 0 && within(c, d, b))
      ) {
        return false;
      }
    }
  }
  return true;
}

function partMeaning(part: Part, at: string, say: Say): void {
  const blocks = new Set<string>();
  part.blocks.forEach((block, i) => {
    if (blocks.has(block.id)) say(`${at}.blocks.${i}.id`, `The id "${block.id}" is used twice.`);
    blocks.add(block.id);
    if (block.plan.kind === 'polygon' && !isSimple(block.plan.points)) {
      say(`${at}.blocks.${i}.plan.points`, 'This outline crosses itself.');
    }
  });
  if (part.blocks.every((b) => b.removable)) {
    say(`${at}.blocks`, 'At least one block must stay: not every block can be removable.');
  }
  part.connectors.forEach((c, i) => {
    if (c.block !== undefined && !blocks.has(c.block)) {
      say(`${at}.connectors.${i}.block`, `There is no block "${c.block}" in this part.`);
    }
    const size = Math.hypot(...c.dir);
    if (Math.abs(size - 1) > 1e-6) {
      say(`${at}.connectors.${i}.dir`, 'A direction is a unit vector, for example 0, -1, 0.');
    }
  });
}

/** Two pads nearer than this are one, mm. */
const SAME_PAD_MM = 0.05;

/** Ends of a part that cannot be. */
function portsMeaning({ ports = [], blocks }: Part, at: string, say: Say): void {
  const ids = new Set<string>();
  ports.forEach((port, i) => {
    const here = `${at}.ports.${i}`;
    if (ids.has(port.id)) say(`${here}.id`, `The id "${port.id}" is used twice.`);
    ids.add(port.id);
    if (port.block !== undefined && !blocks.some((b) => b.id === port.block)) {
      say(`${here}.block`, `There is no block "${port.block}" in this part.`);
    }
    const [low, high] = port.volts ?? [0, 0];
    if (low > high) {
      say(`${here}.volts`, `${port.name} cannot run from ${low} V up to ${high} V.`);
    }
  });
}

/** Figures of a part that contradict each other. */
function figuresMeaning(part: Part, at: string, say: Say): void {
  const { cell, converter, screen, pads } = part;
  if (cell && cell.cutoffV >= cell.fullV) {
    say(
      `${at}.cell.cutoffV`,
      `A cut-off of ${cell.cutoffV} V is not below ${cell.fullV} V, its full voltage.`,
    );
  }
  if (converter?.maxInV !== undefined && converter.maxInV < converter.minInV) {
    say(
      `${at}.converter.maxInV`,
      `It cannot run from ${converter.minInV} V and bear ${converter.maxInV} V at most.`,
    );
  }
  if (screen) {
    const diagonal = Math.hypot(screen.active.w, screen.active.h);
    const most = 1.5 * screen.diagonalIn * 25.4;
    if (diagonal > most) {
      say(
        `${at}.screen.active`,
        `A lit area of ${formatMm(screen.active.w)} × ${formatMm(screen.active.h)} mm is no ${screen.diagonalIn} in screen.`,
      );
    }
  }
  portsMeaning(part, at, say);
  const seen = new Map<string, string>();
  pads.forEach((pad, i) => {
    const place = [pad.x, pad.y].map((v) => Math.round(v / SAME_PAD_MM)).join(' ');
    const other = seen.get(`${pad.side} ${place}`);
    if (other !== undefined) {
      say(`${at}.pads.${i}`, `The pads ${other} and ${pad.name} are on one place.`);
    }
    seen.set(`${pad.side} ${place}`, pad.name);
  });
}

function itemMeaning(
  item: Item,
  p: Project,
  parts: ReadonlySet<string>,
  at: string,
  say: Say,
): void {
  if (!parts.has(item.part)) {
    return say(`${at}.part`, `There is no part "${item.part}" in the kit.`);
  }
  const part = p.kit.parts.find((x) => x.id === item.part)!;
  item.struck.forEach((id, i) => {
    const block = part.blocks.find((b) => b.id === id);
    if (!block) say(`${at}.struck.${i}`, `${part.name} has no block "${id}".`);
    else if (!block.removable) {
      say(`${at}.struck.${i}`, `The ${block.name} of ${part.name} cannot be taken off.`);
    }
  });
}

function switchMeaning(input: Input, p: Project, path: string, say: Say): void {
  const chosen = input.switch;
  if (!chosen) return;
  const item = p.kit.items.find((x) => x.id === chosen.item);
  const part = p.kit.parts.find((q) => q.id === item?.part);
  if (!item) say(`${path}.switch.item`, `There is no item "${chosen.item}" in the kit.`);
  else if (!part?.blocks.some((b) => b.id === chosen.block)) {
    say(`${path}.switch.block`, `${item.name} has no switch "${chosen.block}" for ${input.name}.`);
  }
}

function placementMeaning(
  placements: readonly Placement[],
  items: ReadonlySet<string>,
  pieces: ReadonlySet<string>,
  say: Say,
): void {
  const parent = new Map<string, string>();
  placements.forEach((pl, i) => {
    const at = `layout.placements.${i}`;
    if (!items.has(pl.item)) say(`${at}.item`, `There is no item "${pl.item}" in the kit.`);
    if (parent.has(pl.item)) say(`${at}.item`, `"${pl.item}" is placed twice.`);
    parent.set(pl.item, 'item' in pl.on ? pl.on.item : '');
    if ('piece' in pl.on && !pieces.has(pl.on.piece)) {
      say(`${at}.on.piece`, `There is no piece "${pl.on.piece}" in the shell.`);
    }
    if ('item' in pl.on && !placements.some((q) => q.item === (pl.on as { item: string }).item)) {
      say(`${at}.on.item`, `"${pl.on.item}" is not placed, so nothing can ride on it.`);
    }
  });
  placements.forEach((pl, i) => {
    const seen = new Set<string>();
    for (let at: string | undefined = pl.item; at; at = parent.get(at)) {
      if (seen.has(at)) {
        return say(`layout.placements.${i}.on.item`, 'These items ride on each other in a circle.');
      }
      seen.add(at);
    }
  });
}
