/**
 * The stages from a picture to things traced on it: marks that make millimetres, how the half lies,
 * then one thing after another. Pure; the view dispatches, the drawing shows.
 */
import type { Offer, Trace } from '@deft/core/capture';
import { length, type Underlay } from '@deft/core/model';
import type { How } from './MarksForm';

/** A place in the picture, px. */
export type Px = readonly [number, number];
export type Tool = Trace | 'outline';

export interface Traced {
  id: string;
  kind: Tool;
  px: readonly Px[];
  /** How far below the rim it lies, mm; only a photo asks. */
  below: number;
  offer: Offer | undefined;
}

export interface Tracing {
  how: How;
  /** Two places on the lower edge of the half, one on its left edge. */
  lies: readonly Px[];
  traces: readonly Traced[];
  /** Points of what is being marked now. */
  now: readonly Px[];
  tool: Tool;
  below: number;
}

export const UNMARKED: Tracing = {
  how: {
    kind: 'scan',
    marks: [],
    wide: 148,
    high: 105,
    distance: length(400, 'ruler'),
    rim: length(15, 'ruler'),
    corners: [],
  },
  lies: [],
  traces: [],
  now: [],
  tool: 'post',
  below: 0,
};

export type Stage = 'choose' | 'wait' | 'marks' | 'lies' | 'trace';

/** @param known  what is known so far: the picture, a scale asked for, the view it gave, how it lies, a complaint */
export function stageOf(known: {
  picture: boolean;
  asked: boolean;
  view: boolean;
  lying: boolean;
  bad: boolean;
}): Stage {
  if (!known.picture) return 'choose';
  if (!known.view) return known.asked && !known.bad ? 'wait' : 'marks';
  return known.lying ? 'trace' : 'lies';
}

export type Act =
  | { do: 'reopen'; saved: Underlay }
  | { do: 'begin' }
  | { do: 'how'; how: How }
  | { do: 'point'; stage: Stage; at: Px }
  | { do: 'back'; stage: Stage }
  | { do: 'lie again' }
  | { do: 'tool'; tool: Tool }
  | { do: 'below'; mm: number }
  /** What was being marked is done: with what it offers to be, or taken over at once. */
  | { do: 'finish'; traced?: Traced }
  | { do: 'name'; id: string; name: string }
  | { do: 'remove'; id: string }
  | { do: 'taken' };

export function tracing(t: Tracing, act: Act): Tracing {
  switch (act.do) {
    case 'reopen':
      return { ...t, how: reopened(t.how, act.saved.how), lies: act.saved.lies };
    case 'begin':
      return { ...t, how: { ...t.how, marks: [], corners: [] }, lies: [], traces: [], now: [] };
    case 'how':
      return { ...t, how: act.how };
    case 'point':
      return pointed(t, act.stage, act.at);
    case 'back':
      return lastBack(t, act.stage);
    case 'lie again':
      return { ...t, lies: [] };
    case 'tool':
      return { ...t, tool: act.tool, now: [] };
    case 'below':
      return { ...t, below: act.mm };
    case 'finish':
      return { ...t, traces: act.traced ? [...t.traces, act.traced] : t.traces, now: [] };
    case 'name':
      return { ...t, traces: t.traces.map((x) => (x.id === act.id ? named(x, act.name) : x)) };
    case 'remove':
      return { ...t, traces: t.traces.filter((x) => x.id !== act.id) };
    case 'taken':
      return { ...t, traces: [] };
  }
}

const reopened = (how: How, saved: Underlay['how']): How =>
  saved.kind === 'scan' ? { ...how, kind: 'scan', marks: saved.marks } : { ...how, ...saved };

const named = (t: Traced, name: string): Traced =>
  t.offer ? { ...t, offer: { ...t.offer, name } } : t;

function pointed(t: Tracing, stage: Stage, at: Px): Tracing {
  switch (stage) {
    case 'choose':
    case 'wait':
      return t;
    case 'marks':
      return t.how.kind === 'scan' ? distanceMarked(t, at) : cornerMarked(t, at);
    case 'lies':
      return { ...t, lies: t.lies.length < 3 ? [...t.lies, at] : [at] };
    case 'trace':
      return { ...t, now: [...t.now, at] };
  }
}

function distanceMarked(t: Tracing, [x1, y1]: Px): Tracing {
  const [from] = t.now;
  if (!from) return { ...t, now: [[x1, y1]] };
  const mark = { x0: from[0], y0: from[1], x1, y1, mm: 0 };
  return { ...t, how: { ...t.how, marks: [...t.how.marks, mark] }, now: [] };
}

const cornerMarked = (t: Tracing, at: Px): Tracing =>
  t.how.corners.length < 4 ? { ...t, how: { ...t.how, corners: [...t.how.corners, at] } } : t;

function lastBack(t: Tracing, stage: Stage): Tracing {
  if (t.now.length) return { ...t, now: t.now.slice(0, -1) };
  if (stage === 'lies') return { ...t, lies: t.lies.slice(0, -1) };
  if (stage !== 'marks') return t;
  const { how } = t;
  return how.kind === 'photo'
    ? { ...t, how: { ...how, corners: how.corners.slice(0, -1) } }
    : { ...t, how: { ...how, marks: how.marks.slice(0, -1) } };
}

/** What the marks ask for, once there are enough of them. */
export function scaleAsked(how: How): Underlay['how'] | undefined {
  const { kind, marks, corners, wide, high, distance, rim } = how;
  if (kind === 'scan') {
    return marks.length && marks.every((m) => m.mm > 0) ? { kind, marks } : undefined;
  }
  if (corners.length !== 4) return undefined;
  return { kind, corners: corners.map(([x, y]) => [x, y]), wide, high, distance, rim };
}

/** What to do next on the picture, in a sentence. */
export function hintOf({ how, now, lies, tool }: Tracing, stage: Stage): string {
  switch (stage) {
    case 'choose':
      return '';
    case 'wait':
      return 'Following the edges ...';
    case 'marks':
      return how.kind === 'scan' ? scanHint(now.length) : photoHint(how.corners.length);
    case 'lies':
      return lies.length < 2
        ? `Mark place ${lies.length + 1} of 2 on the lower edge of the half.`
        : 'Mark one place on its left edge, as seen here.';
    case 'trace':
      return tool === 'post' || tool === 'round opening'
        ? `Mark three or more points on its edge; Enter finishes. ${now.length} so far.`
        : `Mark its corners once around; Enter finishes. ${now.length} so far.`;
  }
}

const scanHint = (marked: number): string =>
  marked
    ? 'Mark the other end of the known distance.'
    : 'Mark both ends of a known distance; then a second one across it.';

const photoHint = (corners: number): string =>
  corners < 4
    ? `Mark corner ${corners + 1} of the known rectangle, once around.`
    : 'These corners make no rectangle. Start the corners again.';
