/** What sawing an edge off a board costs it: chips under the saw, pads that go with the strip, traces to be bridged. */
import {
  type Change,
  type Finding,
  type Item,
  listed,
  mm1,
  type Part,
  present,
  type Project,
  type Sawn,
  type WayOut,
} from '../model';
import { blockBox } from '../geometry';
import { inStrip, isInStrip, isTender, LEAST_LEFT_MM, sawnPart, stripOf } from './sawn';
import { wholePartOf } from './thickness';

interface At {
  item: Item;
  part: Part;
  cut: Sawn;
}
export type SawFault = At &
  (
    | { is: 'tender' }
    /** No straight board, or hardly anything would be left of it. */
    | { is: 'outline'; leftMm: number | undefined }
    | { is: 'through'; name: string }
    | { is: 'gone'; name: string }
    | { is: 'antenna' }
    | { is: 'pads'; names: readonly string[] }
    | { is: 'crosses' }
    | { is: 'bridge'; traces: readonly string[] }
  );

/** Each cut with the board as it is when its turn comes. */
const cutsOf = (p: Project): At[] =>
  present(p).kit.items.flatMap((item) =>
    (item.sawn ?? []).map((cut, i): At => {
      const part = sawnPart(wholePartOf(p, item), { sawn: item.sawn!.slice(0, i) });
      return { item, part, cut };
    }),
  );

function leftOf(part: Part, { edge, mm }: Sawn): number | undefined {
  const boards = part.blocks.filter((b) => b.kind === 'board' && b.plan.kind === 'rect');
  if (!boards.length || boards.length < part.blocks.filter((b) => b.kind === 'board').length) {
    return undefined;
  }
  const axis = edge === 'left' || edge === 'right' ? 0 : 1;
  const ends = boards.map(blockBox);
  return Math.max(...ends.map((b) => b[1][axis])) - Math.min(...ends.map((b) => b[0][axis])) - mm;
}

/** A cut moved by more than this runs elsewhere than where somebody looked, mm. */
const SAME_LINE_MM = 0.3;
/** Whether what runs through a cut was looked at where it lies now. */
export const isLookedAt = ({ crosses, mm }: Sawn): boolean =>
  crosses !== undefined && Math.abs(crosses.atMm - mm) <= SAME_LINE_MM + 1e-9;

function faultsOf(at: At): SawFault[] {
  const { item, part, cut } = at;
  const left = part.blocks.filter((b) => !item.struck.includes(b.id));
  if (isTender(part)) return [{ is: 'tender', ...at }];
  const strip = stripOf(part, cut);
  if (!strip) return [{ is: 'outline', ...at, leftMm: leftOf(part, cut) }];
  const after = sawnPart(part, { sawn: [cut] });
  const stays = new Set(after.pads.map((q) => q.name));
  const lost = [...new Set(part.pads.map((q) => q.name))].filter((name) => !stays.has(name));
  const { antenna } = part;
  const isAerial =
    antenna &&
    [antenna.x, antenna.x + antenna.w].some((x) =>
      [antenna.y, antenna.y + antenna.h].some((y) => isInStrip(strip, x, y)),
    );
  const open = cut.crosses?.traces.filter((t) => !t.bridged).map((t) => t.name) ?? [];
  return [
    ...left
      .filter((b) => b.kind !== 'board' && !b.soft && inStrip(b, strip) === 'some')
      .map((b): SawFault => ({ is: 'through', ...at, name: b.name })),
    ...[
      ...left.filter(
        (b) => (b.kind === 'chip' || b.kind === 'shield') && inStrip(b, strip) === 'all',
      ),
      ...(part.ribbons ?? []).filter((r) => isInStrip(strip, r.at[0], r.at[1])),
    ].map(({ name }): SawFault => ({ is: 'gone', ...at, name })),
    ...(isAerial ? [{ is: 'antenna' as const, ...at }] : []),
    ...(lost.length ? [{ is: 'pads' as const, ...at, names: lost }] : []),
    ...(isLookedAt(cut) ? [] : [{ is: 'crosses' as const, ...at }]),
    ...(open.length ? [{ is: 'bridge' as const, ...at, traces: open }] : []),
  ];
}

const idOf = (f: SawFault): string => {
  const which = 'name' in f ? `-${f.name.replace(/\W+/g, '-')}` : '';
  return `saw:${f.is}-${f.item.id}-${f.cut.edge}${which}`;
};

/** The strip, in words. */
const stripWords = ({ edge, mm }: Sawn): string => `${mm1(mm)} mm off the ${edge} edge`;

const LOOK = 'Hold it against the light and look at both sides; inner planes show as dark ground.';

type Words = Pick<Finding, 'title' | 'what' | 'why'>;

function wordsOf(f: SawFault): Words {
  const { item, cut } = f;
  const strip = `${stripWords(cut)} of ${item.name}`;
  switch (f.is) {
    case 'tender':
      return {
        title: 'Never under a saw',
        what: `${item.name} has a cell or a panel in it.`,
        why: ['A cell that is cut burns; a panel breaks.'],
      };
    case 'outline':
      return f.leftMm === undefined
        ? {
            title: 'No straight edge to saw',
            what: `${item.name} is no plain rectangular board.`,
            why: [
              'What a saw takes off it cannot be told from its outline: note it as it will be.',
            ],
          }
        : {
            title: `${mm1(Math.max(0, f.leftMm))} mm of it left`,
            what: strip,
            why: [`A board keeps at least ${LEAST_LEFT_MM} mm.`],
          };
    case 'through':
      return {
        title: `The saw goes through the ${f.name}`,
        what: strip,
        why: ['Take it off first, or saw less.'],
      };
    case 'gone':
      return {
        title: `The ${f.name} goes with the strip`,
        what: strip,
        why: ['A board does not run without its chips.'],
      };
    case 'antenna':
      return {
        title: 'Its aerial goes with the strip',
        what: strip,
        why: ['Nothing is paired or heard any more; some boards do not start without it.'],
      };
    case 'pads':
      return {
        title: `${f.names.length === 1 ? 'A pad goes' : `${f.names.length} pads go`} with the strip`,
        what: `${strip}: ${listed(f.names.slice(0, 6))}${f.names.length > 6 ? ' and others' : ''}`,
        why: ['Each is the only one of its name: no wire reaches it afterwards.'],
      };
    case 'crosses':
      return {
        title: 'What does the saw cross?',
        what: strip,
        why: [
          cut.crosses
            ? `It was looked at ${mm1(cut.crosses.atMm)} mm from the edge, and is sawn at ${mm1(cut.mm)} mm now. ${LOOK}`
            : `Nobody has said which traces and planes run there. ${LOOK}`,
        ],
      };
    case 'bridge':
      return {
        title: `${f.traces.length === 1 ? 'A trace is' : `${f.traces.length} traces are`} cut and not bridged`,
        what: `${strip}: ${listed(f.traces)}`,
        why: ['A thin wire round the new edge for each, soldered where its mask is scratched off.'],
      };
  }
}

export const sawFindings = (p: Project): Finding[] =>
  cutsOf(p)
    .flatMap(faultsOf)
    .map((f): Finding => ({
      id: idOf(f),
      station: 'kit',
      check: 'saw',
      code: `saw-${f.is}`,
      verdict: f.is === 'crosses' ? 'tight' : 'hit',
      ...(f.is === 'crosses' ? { undecided: true as const } : {}),
      ...wordsOf(f),
      about: [f.item.id],
      refs: [{ is: 'item', id: f.item.id }],
    }));

/** The widest strip, in half millimetres, that leaves nothing of this kind. */
function lessOf(f: SawFault): number | undefined {
  for (let mm = Math.ceil(2 * f.cut.mm) / 2 - 0.5; mm >= 0.5; mm -= 0.5) {
    const cut = { ...f.cut, mm };
    if (!faultsOf({ item: f.item, part: f.part, cut }).some((g) => g.is === f.is)) return mm;
  }
  return undefined;
}

const answered = (cut: Sawn, crosses: Omit<NonNullable<Sawn['crosses']>, 'atMm'>): Sawn => ({
  ...cut,
  crosses: { ...crosses, atMm: cut.mm },
});

/** What may be done about one of these. */
export function sawWays(p: Project, finding: Finding): WayOut[] {
  const f = cutsOf(p)
    .flatMap(faultsOf)
    .find((x) => idOf(x) === finding.id);
  if (!f) return [];
  const { item, cut } = f;
  const saw = (next: Sawn): Change[] => [{ do: 'saw', item: item.id, cut: next }];
  const leave: WayOut = {
    id: 'unsaw',
    text: `Leave the ${cut.edge} edge of ${item.name} on`,
    cost: `${mm1(cut.mm)} mm of room are wanted elsewhere`,
    changes: [{ do: 'unsaw', item: item.id, edge: cut.edge }],
    effort: 3,
  };
  if (f.is === 'crosses') {
    const { traces = [] } = cut.crosses ?? {};
    return [
      {
        id: 'planes',
        text: 'Looked: planes only, no trace',
        cost: 'file the cut edge back and seal it',
        changes: saw(answered(cut, { planes: true, traces })),
        effort: 1,
      },
      {
        id: 'nothing',
        text: 'Looked: nothing runs there',
        cost: 'bare board',
        changes: saw(answered(cut, { planes: false, traces })),
        effort: 1,
      },
      leave,
    ];
  }
  if (f.is === 'bridge') {
    const { planes, traces } = cut.crosses!;
    return [
      {
        id: 'bridged',
        text: `Bridge ${listed(f.traces)} with a wire each`,
        cost: `${2 * f.traces.length} joints on scratched traces`,
        changes: saw(
          answered(cut, { planes, traces: traces.map((t) => ({ ...t, bridged: true })) }),
        ),
        effort: 2 + f.traces.length / 4,
      },
      leave,
    ];
  }
  const mm = f.is === 'tender' ? undefined : lessOf(f);
  return [
    ...(mm === undefined
      ? []
      : [
          {
            id: 'less',
            text: `Saw ${mm1(mm)} mm off instead of ${mm1(cut.mm)}`,
            cost: `${mm1(cut.mm - mm)} mm less room`,
            changes: saw({ ...cut, mm }),
            effort: 1,
          },
        ]),
    leave,
  ];
}
