/**
 * The nearest place an item fits: around it in every direction, then turned, then over the whole
 * cavity. Each place tried is judged exactly; nothing is guessed from bounding boxes.
 */
import { drained, type Finding, mm1, type Placement } from '../model';
import { contactId, type Checker, middleOf } from './checker';
import { activeArea, isWindowToCome, windowSeen } from './window';

interface Found {
  placement: Placement;
  distance: number;
}
export interface Search {
  found: Found[];
  /** When nothing fits: how short the best place is, and between what. */
  short?: { mm: number; between: string };
}

const RADII = [
  0.2, 0.4, 0.7, 1, 1.3, 1.6, 1.9, 2.2, 2.4, 2.7, 3, 3.5, 4, 5, 6.5, 8, 10, 12.5, 15, 18, 22, 27,
  33, 40, 50,
];
const DIRECTIONS = 24;
/** So many trials between two pauses. */
const HANDFUL = 6;
const GRID_MM = 4;

/** What a place costs: nothing when everything is clear or no worse than today. */
interface Trial {
  fits: boolean;
  worst: number;
  between: string;
}

/**
 * Search places for one item, pausing between handfuls of trials.
 *
 * @param known  margins of today's findings that are not clear, by id: those may stay, not get worse
 * @param target the finding that must go
 */
export function* seekPlaces(
  checker: Checker,
  placement: Placement,
  target: Finding,
  known: ReadonlyMap<string, number>,
  turns: readonly number[] = [0, 90, 180, 270],
): Generator<void, Search> {
  const tried = { worst: -Infinity, between: '' };
  const trial = (p: Placement): boolean => {
    const t = judgePlace(checker, p, target, known, tried.worst);
    if (t.worst > tried.worst) Object.assign(tried, t);
    return t.fits;
  };
  const found: Found[] = [];
  for (const turn of turns) {
    const base = { ...placement, turn: normal(placement.turn + turn) };
    const best = yield* around(base, trial, turn !== 0, target);
    if (best) found.push(best);
  }
  if (!found.length) {
    const body = checker.scene.shell!.body;
    const at = checker.scene.items.get(placement.item)!;
    if ('piece' in at.placement.on && body.outline.kind === 'rect') {
      const grid = yield* overCavity(placement, body.outline.w.mm, body.outline.h.mm, trial, turns);
      if (grid) found.push(grid);
    }
  }
  return found.length
    ? { found: found.sort((a, b) => a.distance - b.distance) }
    : { found, short: { mm: -tried.worst, between: tried.between } };
}

/** {@link seekPlaces}, all at once. */
export function findPlaces(...asked: Parameters<typeof seekPlaces>): Search {
  return drained(seekPlaces(...asked));
}

const normal = (deg: number): number => ((deg % 360) + 360) % 360;

function judgePlace(
  checker: Checker,
  p: Placement,
  target: Finding,
  known: ReadonlyMap<string, number>,
  best: number,
): Trial {
  // A contact that is bad, and no better than the best place so far, settles it.
  const { contacts, plugs, items } = checker.trial(p, (c) => {
    const margin = c.measure.gap - c.measure.required;
    return margin <= best && c.verdict !== 'clear' && !allowed(known, target, contactId(c), margin);
  });
  let fits = true;
  let worst = Infinity;
  let between = '';
  const weigh = (id: string, clear: boolean, margin: number, words: string) => {
    if (clear || allowed(known, target, id, margin)) return;
    fits = false;
    if (margin < worst) {
      worst = margin;
      between = words;
    }
  };
  for (const c of contacts) {
    weigh(
      contactId(c),
      c.verdict === 'clear',
      c.measure.gap - c.measure.required,
      `${c.a.solid.name} and ${c.b.solid.name}`,
    );
  }
  for (const f of plugs) {
    weigh(f.id, f.verdict === 'clear', f.measure ? f.measure.gap : -60, f.what);
  }
  for (const at of items) {
    if (middleOf(checker.scene, at).outside) {
      weigh(`outside:${at.item.id}`, false, -60, `${at.item.name} and the outline`);
    }
    const area = activeArea(checker.scene, at);
    const placed = checker.scene.items.get(at.item.id)!;
    const isFree = isWindowToCome(checker.scene, placed);
    const hole = area && !isFree ? windowSeen(checker.scene, placed) : undefined;
    if (!area || !hole) continue;
    const margin = Math.min(
      area.x0 - hole.x0,
      hole.x1 - area.x1,
      area.y0 - hole.y0,
      hole.y1 - area.y1,
    );
    weigh(`window:${at.item.id}`, margin >= 0.4, margin, `${at.item.name} and ${hole.name}`);
  }
  return { fits, worst: fits ? 0 : worst, between };
}

/** What was open before may stay open, as long as it is not worse. */
const allowed = (
  known: ReadonlyMap<string, number>,
  target: Finding,
  id: string,
  margin: number,
): boolean => {
  const before = id === target.id ? undefined : known.get(id);
  return before !== undefined && margin >= before - 1e-9;
};

/** Rings of growing radius; the first place that fits is pulled back as far as it will go. */
function* around(
  base: Placement,
  trial: (p: Placement) => boolean,
  zeroFirst: boolean,
  target: Finding,
): Generator<void, Found | undefined> {
  if (zeroFirst && trial(base)) return { placement: base, distance: 0 };
  const ways: Array<[number, number]> = [];
  const seen =
    target.way && Math.hypot(target.way.x, target.way.y) > 0.5
      ? Math.atan2(target.way.y, target.way.x)
      : 0;
  for (let i = 0; i < DIRECTIONS; i++) {
    const a = seen + (2 * Math.PI * i) / DIRECTIONS;
    ways.push([Math.cos(a), Math.sin(a)]);
  }
  const at = (w: [number, number], r: number): Placement => ({
    ...base,
    x: round(base.x + w[0] * r),
    y: round(base.y + w[1] * r),
  });
  for (let k = 0; k < RADII.length; k++) {
    for (const [i, w] of ways.entries()) {
      if (i % HANDFUL === 0) yield;
      if (!trial(at(w, RADII[k]!))) continue;
      let [near, far] = [k ? RADII[k - 1]! : 0, RADII[k]!];
      while (far - near > 0.11) {
        const mid = Math.round(((near + far) / 2) * 10) / 10;
        if (mid <= near || mid >= far) break;
        if (trial(at(w, mid))) far = mid;
        else near = mid;
      }
      return { placement: at(w, far), distance: far };
    }
  }
  return undefined;
}

const round = (mm: number): number => Math.round(mm * 10) / 10;

function* overCavity(
  p: Placement,
  w: number,
  h: number,
  trial: (p: Placement) => boolean,
  turns: readonly number[],
): Generator<void, Found | undefined> {
  let best: Found | undefined;
  for (const turn of turns) {
    for (let x = 2; x < w; x += GRID_MM) {
      yield;
      for (let y = 2; y < h; y += GRID_MM) {
        const distance = Math.hypot(x - p.x, y - p.y);
        if (best && distance >= best.distance) continue;
        const place = { ...p, x, y, turn: normal(p.turn + turn) };
        if (trial(place)) best = { placement: place, distance };
      }
    }
  }
  return best;
}

/** A move in words, as seen from the front. */
export function moveWords(name: string, from: Placement, to: Placement): string {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const turned = normal(to.turn - from.turn);
  const parts: string[] = [];
  if (Math.abs(dx) >= 0.05) parts.push(`${mm1(dx)} mm ${dx > 0 ? 'right' : 'left'}`);
  if (Math.abs(dy) >= 0.05) parts.push(`${mm1(dy)} mm ${dy > 0 ? 'up' : 'down'}`);
  const turnText = turned
    ? `turn ${name} ${turned > 180 ? `${360 - turned}° clockwise` : `${turned}°${turned === 180 ? '' : ' counter-clockwise'}`}`
    : '';
  const moveText = parts.length ? `${turned ? 'move it' : `move ${name}`} ${parts.join(', ')}` : '';
  const text = [turnText, moveText].filter(Boolean).join(' and ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}
