/** Everything into its place in the order it goes in, the cells last, then shut and proved. */
import { hingesOf, seatsOf, bodyFor, isOpen, type Kept, type Placement } from '../../model';
import { assembly, insertionOrder } from '../../fit';
import { BEND_R_MM } from '../../wiring';
import type { Act, Bench, Draft } from '../step';
import { ofFamily, idOf, stepId } from '../step';
import { keys } from './buttons';
import { makersWords } from './carrier';
import { covering, fromInside } from './made';
import { cells, feedOf } from './power';
import { slimmed } from './slimming';

const PHASE = 'Close and prove';
/** A lift above this is said: stand-offs, a shelf, several layers of tape, mm. */
const RAISED_MM = 0.8;

/** Everything that is soldered or proved while the parts lie loose. */
const loose = (work: readonly Draft[]): string[] =>
  work
    .filter((d) => d.phase !== PHASE && d.acts?.some((a) => a.do === 'solder' || a.do === 'feed'))
    .map(idOf);

export function closing(on: Bench, work: readonly Draft[]): Draft[] {
  if (!bodyFor(on.p)) return [];
  const tapes = taping(on, work);
  const kept = keptThings(on);
  const doors = kept.filter((d) => d.after.includes('close'));
  const first = fromInside(on);
  const inside = goesIn(on, work, first);
  const set = [
    ...tapes,
    ...first,
    ...inside,
    ...covering(on, inside.map(idOf)),
    ...leads(on),
    ...kept.filter((d) => !doors.includes(d)),
  ];
  const shoulders = shoulderKeys(on);
  const before = [...loose(work), ...set.map(idOf), ...shoulders.map(idOf)];
  const joined = cells(on, [...before, ...ready(work)]);
  return [
    ...set,
    ...shoulders,
    ...joined,
    ...doors,
    ...shut(on, [...before, ...ready(work), ...joined.map(idOf)], doors.map(idOf)),
  ];
}

const ready = (work: readonly Draft[]): string[] =>
  work.filter((d) => d.phase === 'Software').map(idOf);

/** Bare metal is covered once nothing more is soldered to it. */
function taping(on: Bench, work: readonly Draft[]): Draft[] {
  return on.kit
    .filter(({ item }) => item.insulated)
    .map(({ item }): Draft => ({
      is: ['tape', item.id],
      phase: PHASE,
      title: `Insulate ${item.name} with two layers of polyimide tape`,
      detail: 'Trim bare pins flush first; the second layer across the first.',
      after: [...slimmed(on, item.id), ...loose(work)],
      feed: 'no power',
      acts: [{ do: 'tape', item: item.id }],
    }));
}

const HOLDS: Readonly<Record<NonNullable<Placement['fixed']>, string>> = {
  screws: 'by its screws',
  bracket: 'in its bracket',
  glue: 'with glue: a spot, not a bed',
  tape: 'on tape',
};

/** Each part into its half: what lies under another first, a socket in a closed hole nose first. */
function goesIn(on: Bench, work: readonly Draft[], earlier: readonly Draft[]): Draft[] {
  const put = assembly(on.scene);
  const order = insertionOrder(on.scene, put);
  const all = [...loose(work), ...earlier.map(idOf)];
  const keyed = new Set(keys(on).map((x) => x.item.id));
  const inBody = order.flatMap((id, i): Draft[] => {
    const at = on.scene.items.get(id);
    if (!at) return [];
    const { fixed, lift } = at.placement;
    const drawn = put.drawn.get(id);
    const under = order.slice(0, i).filter((o) => on.scene.items.get(o)?.piece === at.piece);
    const { on: stands } = at.placement;
    const parent = 'item' in stands && order.indexOf(stands.item) < i ? [stands.item] : [];
    const words = [
      drawn === undefined
        ? ''
        : `Drawn back ${drawn.toFixed(1)} mm, its socket first into its hole.`,
      fixed ? `Held ${HOLDS[fixed]}.` : '',
      lift > RAISED_MM && 'piece' in at.placement.on ? `Raised ${lift.toFixed(1)} mm.` : '',
      keyed.has(id) ? 'Shim until each key clicks and springs back.' : '',
      at.part.speaker ? 'Seal its rim: a leak costs the bass.' : '',
      at.part.cell ? 'Room for it to swell stays free; nothing joined yet.' : '',
      ...makersWords(on, id),
    ].filter(Boolean);
    // What a carrier's maker wants in first, wherever it lies; a ring of such rules is told by Fit.
    const first = put.byMaker.filter((o) => o.then === id && order.indexOf(o.first) < i);
    const main: Draft = {
      is: ['fit-in', id],
      phase: PHASE,
      title: `Set ${at.item.name} in`,
      detail: words.join(' ') || 'As in the layout.',
      after: [
        ...all,
        ...slimmed(on, id),
        stepId('tape', id),
        stepId('make', id),
        stepId('fit', at.piece),
        ...[...under, ...parent, ...first.map((o) => o.first)].map((o) => stepId('fit-in', o)),
      ],
      feed: 'no power',
      acts: [{ do: 'fix', item: id, how: fixed ?? 'undecided' }],
    };
    return fixed === 'bracket' ? [main, bracket(id, at.item.name)] : [main];
  });
  return [...inBody, ...elsewhere(on, all)];
}

/** Parts that stand in another body than the first. */
const elsewhere = (on: Bench, after: readonly string[]): Draft[] =>
  on.p.layout.placements
    .filter((q) => !on.scene.items.has(q.item) && on.kit.some((x) => x.item.id === q.item))
    .map((q): Draft => ({
      is: ['fit-in', q.item],
      phase: PHASE,
      title: `Set ${on.kit.find((x) => x.item.id === q.item)!.item.name} in`,
      detail: q.fixed ? `Held ${HOLDS[q.fixed]}.` : 'As in the layout.',
      after: [...after, ...slimmed(on, q.item), stepId('tape', q.item), stepId('make', q.item)],
      feed: 'no power',
      acts: [{ do: 'fix', item: q.item, how: q.fixed ?? 'undecided' }],
    }));

const bracket = (id: string, name: string): Draft => ({
  is: ['bracket', id],
  phase: PHASE,
  title: `Set a bracket behind and beside ${name}`,
  detail:
    'From an off-cut or printed; let it cure before the halves meet. A socket is pushed with 20 to 40 N (typical).',
  after: [stepId('fit-in', id)],
  feed: 'no power',
  acts: [{ do: 'bracket', item: id }],
});

const TIMES = ['', 'once', 'twice', 'three times', 'four times'];

/** Leads between sockets, once both stand; a ribbon that is folded away is folded before it is plugged in. */
function leads(on: Bench): Draft[] {
  const folded = (n: number | undefined): string =>
    n === undefined
      ? ''
      : `Fold it ${TIMES[n]} out and back over a ${2 * BEND_R_MM} mm rod, hold it with a strip of tape. `;
  const between = on.scene.cables.map((c): Draft => {
    const [a, b] = c.ends.map((e) => on.scene.items.get(e.item)?.item.name ?? e.item);
    return {
      is: ['lead', c.lead.id],
      phase: PHASE,
      title: `Plug ${c.lead.name} into ${a} and ${b}`,
      detail: `${folded(c.lead.folds)}Straight in, never by the ribbon; no crease.`,
      after: c.ends.map((e) => stepId('fit-in', e.item)),
      feed: 'no power',
      acts: [{ do: 'plug', lead: c.lead.id }],
    };
  });
  const own = [...on.scene.items.values()]
    .filter((at) => at.part.ribbons && at.item.folds !== undefined)
    .map((at): Draft => ({
      is: ['fold', at.item.id],
      phase: PHASE,
      title: `Fold the ribbon of ${at.item.name}`,
      detail: `${folded(at.item.folds)}No turn tighter than ${BEND_R_MM} mm.`,
      after: [stepId('fit-in', at.item.id)],
      feed: 'no power',
    }));
  const hinges = hingesOf(on.p.shell).map(({ joint, bodies: [, lid] }, _, all): Draft => ({
    is: ['hinge-ribbon', joint.id],
    phase: PHASE,
    title: `Roll the ribbon through the hinge${all.length > 1 ? ` of ${lid.name}` : ''}`,
    detail: `${joint.ribbon.turns} turns on the barrel, open and shut ten times before both ends are fixed.`,
    after: [...on.scene.items.keys()].map((id) => stepId('fit-in', id)),
    feed: 'no power',
  }));
  return [...between, ...own, ...hinges];
}

const KEPT_WORDS: Partial<Record<Kept['kind'], string>> = {
  membranes: 'Dry and clean, the right way up, under their caps.',
  caps: 'Each in its own hole before what lies behind it.',
  door: 'It shuts without force over what lies under it.',
  board: 'Proved again where it stands.',
  'power board': 'Proved again where it stands, under the new load.',
  'sound board': 'Proved again where it stands.',
};

/** What was kept of the donor, back in. */
const keptThings = (on: Bench): Draft[] =>
  (on.p.donor?.kept ?? []).map((thing) => ({
    is: ['refit', thing.id],
    phase: PHASE,
    title: `Put the ${thing.name} back`,
    detail: KEPT_WORDS[thing.kind] ?? 'It moves as it did before.',
    // A door goes on when the halves are together.
    after: [
      stepId('prove-kept', thing.id),
      'measure-shell',
      ...(thing.kind === 'door' ? ['close'] : []),
    ],
    feed: 'no power',
    acts: [{ do: 'kept', thing: thing.id }],
  }));

function shoulderKeys(on: Bench): Draft[] {
  const shoulders = on.p.controls.inputs.filter(
    (i) => i.routed && ['l1', 'r1', 'l2', 'r2'].includes(i.functions[0]),
  );
  if (!shoulders.length) return [];
  return [
    {
      is: ['shoulders'],
      phase: PHASE,
      title: `Put in ${shoulders.map((i) => i.name.toLowerCase()).join(' and ')}`,
      detail: 'They go in before the halves meet.',
      after: ['gate-buttons'],
      feed: 'no power',
    },
  ];
}

function shut(on: Bench, before: readonly string[], doors: readonly string[]): Draft[] {
  const lithium = ofFamily(on, 'cell').some((x) => x.part.cell?.kind !== 'bay');
  const hasCell = ofFamily(on, 'cell').length > 0;
  const feed = hasCell ? 'cell' : feedOf(on);
  const charges = on.kit.some((x) => x.part.charger);
  const proved = [
    ...(on.map.inputs.some((m) => m.input.routed) ? ['every input'] : []),
    ...(ofFamily(on, 'audio', 'speaker').length ? ['sound'] : []),
    ...(charges ? ['charging and its lamps'] : []),
    ...(on.p.brief.hours && hasCell ? [`${on.p.brief.hours} hours of play`] : []),
    'an hour of heat soak',
    'flat on the table?',
  ].join(', ');
  const fed: Act[] = [{ do: 'feed', items: on.kit.map((x) => x.item.id) }];
  // Nothing shuts what stands on plates.
  const closes = !on.p.shell.bodies.every(isOpen);
  const close: Draft = {
    is: ['close'],
    phase: PHASE,
    title: 'Close it',
    detail: 'Switched off, no force. Screws by feel in their old threads.',
    after: ['last-look'],
    acts: [{ do: 'shut' }],
  };
  const seats = seatsOf(on.p.shell).map(({ joint, bodies: [outer, inner] }): Draft => ({
    is: ['seat', joint.id],
    phase: PHASE,
    title: `Push ${inner.name} into ${outer.name}`,
    detail: `By hand, until it stands on the floor of the pocket, ten times in and out. Where it binds: blacken it with a soft pencil, push, and scrape off what shines.`,
    after: [closes ? 'close' : 'last-look'],
    feed: 'no power',
  }));
  return [
    {
      is: ['last-look'],
      phase: PHASE,
      title: closes ? 'Last look inside' : 'Last look over it',
      detail: `Films off, dust out, stubs taped, every wire held within 10 mm of its joint. Power it once${closes ? ' in the open shell' : ''}, press everything, shake gently, listen.`,
      after: [...before],
      feed,
      acts: fed,
    },
    ...(closes ? [close] : []),
    ...seats,
    {
      is: ['prove'],
      phase: PHASE,
      title: 'Prove it',
      detail: `${proved.charAt(0).toUpperCase()}${proved.slice(1)}`,
      after: [closes ? 'close' : 'last-look', ...doors, ...seats.map(idOf)],
      feed,
      acts: fed,
      ...(lithium && charges ? { caution: 'charge' as const } : {}),
    },
  ];
}
