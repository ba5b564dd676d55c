/**
 * What could be done about a fit finding: move, turn, lower, strike a block, trim a feature, widen
 * an opening, take a thinner part. Only proposals; each is re-checked on the whole build before it
 * is shown.
 */
import { type Finding, type Part, refOf, type WayOut, cutKey } from '../model';
import { removals, thickness } from '../kit';
import { seamCost, type ShellSolids, type StandingFeature } from '../shell';
import { Checker } from './checker';
import { CHECKS } from './checks';
import { BARE_METAL_MM } from './clearance';
import { notchable } from './closing';
import { firstPlace, handled } from './handle';
import { moveWords, seekPlaces } from './moves';
import {} from './port';
import { stepsAway } from './away';
import type { PlacedItem } from './scene';
import { sawnOff } from './sawOff';
import { sinkWays } from './sink';

export interface Proposals {
  ways: WayOut[];
  blocked?: string;
}

/** Findings the search for another place can see; the others bring their own moves. */
const SEARCHED: ReadonlySet<Finding['check']> = new Set<Finding['check']>([
  'touch',
  'plug',
  'window',
  'outside',
  'grille',
]);

/**
 * Proposals for one finding, unverified; the search for places pauses between its trials.
 *
 * @param known    margins of all findings that are not clear, by id
 * @param library  parts that may be taken instead
 */
export function* proposals(
  checker: Checker,
  finding: Finding,
  known: ReadonlyMap<string, number>,
  library: readonly Part[],
): Generator<void, Proposals> {
  const scene = checker.scene;
  const items = finding.about
    .map((id) => scene.items.get(id))
    .filter((x): x is PlacedItem => x !== undefined);
  const ways: WayOut[] = [];
  let blocked: string | undefined;
  for (const at of items) {
    const search = !SEARCHED.has(finding.check)
      ? { found: [] }
      : yield* seekPlaces(
          checker,
          at.placement,
          finding,
          known,
          'screen' in at.part && at.part.screen ? [0] : undefined,
        );
    for (const { placement, distance } of search.found.slice(0, 2)) {
      const turned = placement.turn !== at.placement.turn;
      ways.push({
        id: `move-${at.item.id}-${placement.turn}`,
        text: moveWords(at.item.name, at.placement, placement),
        cost: 'no cut',
        changes: [{ do: 'place', placement }],
        effort: 1 + distance / 20 + (turned ? 0.6 : 0),
      });
    }
    if ('short' in search && search.short && !blocked) {
      blocked = `${Math.abs(search.short.mm).toFixed(1)} mm short between ${search.short.between}, wherever ${at.item.name} is moved`;
    }
    ways.push(...lower(at), ...strikes(at, finding), ...swaps(at, finding, library));
  }
  if (finding.code === 'unplaced') ways.push(...(yield* laidIn(checker, finding, known)));
  ways.push(
    ...trims(checker, finding),
    ...sinkWays(checker, finding, items),
    ...widen(finding, items),
    ...insulate(finding, items),
    ...sawnOff(scene, finding, items),
    ...grow(checker, finding),
    ...otherHalf(checker, finding, items),
    ...CHECKS.filter((c) => c.check === finding.check).flatMap((c) =>
      c.ways(scene, finding, items),
    ),
  );
  return { ways, ...(blocked ? { blocked } : {}) };
}

/** A part without a place, put where it fits: searched from the middle of the half it suits. */
function* laidIn(
  checker: Checker,
  finding: Finding,
  known: ReadonlyMap<string, number>,
): Generator<void, WayOut[]> {
  const { project } = checker.scene;
  const item = project.kit.items.find((i) => finding.about.includes(i.id));
  const first = item && firstPlace(project, item.id);
  if (!item || !first) return [];
  const stood = { ...project, layout: { placements: [...project.layout.placements, first] } };
  const trial = new Checker(stood, checker);
  const { found } = yield* seekPlaces(trial, { ...first, held: 'jig' }, finding, known);
  const [nearest] = found;
  const tried = nearest ? [first, nearest.placement] : [first];
  return tried.map((placement, i): WayOut => ({
    id: `put-${item.id}-${i}`,
    text: `Put ${item.name} where it fits`,
    cost: `${placement.x.toFixed(0)} mm from the left, ${placement.y.toFixed(0)} up; wires and access come next`,
    changes: [{ do: 'stand', placement }],
    effort: 1 + i / 10,
  }));
}

/** For what cannot be put together: its hole opened to the parting line, or the part in the other half. */
function otherHalf(checker: Checker, finding: Finding, items: readonly PlacedItem[]): WayOut[] {
  if (finding.check !== 'closing') return [];
  if (finding.code === 'closing-knot') {
    return items.flatMap((at) => stepsAway(at, [5, 10, 15, 25, 40]));
  }
  const shell = checker.scene.shell!;
  const { spine, shuts } = shell.body;
  const tilt: WayOut[] =
    finding.code === 'closing-shut'
      ? [
          shuts === 'swing'
            ? {
                id: 'straight',
                text: 'Shut it straight down instead',
                cost: 'every wire over the parting line lies loose while it does',
                changes: [{ do: 'shut', how: 'straight' }],
                effort: 2,
              }
            : {
                id: 'tilt',
                text: `Tilt it in: shut it about the ${spine} edge, like a book`,
                cost: 'that edge meets first, every time',
                changes: [{ do: 'shut', how: 'swing' }],
                effort: 2,
              },
        ]
      : [];
  return [
    ...tilt,
    ...items.flatMap((at): WayOut[] => [
      ...notchable(finding, at).map((hole): WayOut => ({
        id: `notch-${cutKey(hole)}`,
        text: 'Make its hole an open notch',
        cost: 'a saw cut from the rim instead of a hole; less wall there',
        changes: [{ do: 'notch', for: hole }],
        effort: 3.5,
      })),
      ...('piece' in at.placement.on
        ? shell.body.pieces
            .filter((q) => q.id !== at.piece && shell.sign(q.id) !== shell.sign(at.piece))
            .map((q): WayOut => ({
              id: `half-${at.item.id}-${q.id}`,
              text: `Fix ${at.item.name} in the ${q.role} half`,
              cost: 'its wires then cross the parting line',
              changes: [
                {
                  do: 'place',
                  placement: handled(checker.scene, at.placement, { on: { piece: q.id } }),
                },
              ],
              effort: 4.5,
            }))
        : []),
    ]),
  ];
}

/** A shell that is yet to be made may be drawn larger where it is short. */
function grow(checker: Checker, finding: Finding): WayOut[] {
  const { project, shell } = checker.scene;
  const m = finding.measure;
  if (
    project.way !== 'custom shell' ||
    finding.check !== 'touch' ||
    !m ||
    !finding.way ||
    shell!.body.outline.kind !== 'rect'
  ) {
    return [];
  }
  const by = Math.ceil((m.required - m.gap + 1.7 * m.sigma) * 2) / 2;
  const cost = (word: string) => `${by.toFixed(1)} mm ${word} outside; print that half again`;
  if (by <= 0) return [];
  if (Math.abs(finding.way.z) > 0.5) {
    return shell!.body.pieces.map((q): WayOut => ({
      id: `grow-${q.id}`,
      text: `Grow the ${q.role} half ${by.toFixed(1)} mm deeper`,
      cost: cost('thicker'),
      changes: [{ do: 'grow', by, side: { piece: q.id } }],
      effort: 4,
    }));
  }
  const side = Math.abs(finding.way.x) > Math.abs(finding.way.y) ? 'w' : 'h';
  return [
    {
      id: `grow-${side}`,
      text: `Grow the shell ${by.toFixed(1)} mm ${side === 'w' ? 'wider' : 'higher'}`,
      cost: cost(side === 'w' ? 'wider' : 'higher'),
      changes: [{ do: 'grow', by, side }],
      effort: 4.2,
    },
  ];
}

/** Tape instead of room between bare metal. */
function insulate(finding: Finding, items: readonly PlacedItem[]): WayOut[] {
  if (finding.check !== 'touch' || finding.measure?.required !== BARE_METAL_MM) return [];
  return items
    .filter((at) => !at.item.insulated)
    .map((at): WayOut => ({
      id: `tape-${at.item.id}`,
      text: `Insulate ${at.item.name} with two layers of polyimide tape`,
      cost: 'no cut; trim bare pins flush first',
      changes: [{ do: 'insulate', item: at.item.id }],
      effort: 1.2,
    }));
}

function lower(at: PlacedItem): WayOut[] {
  return at.placement.lift > 0
    ? [
        {
          id: `lower-${at.item.id}`,
          text: `Seat ${at.item.name} on the floor`,
          cost: `${at.placement.lift.toFixed(1)} mm lower, no stand-offs: insulate below`,
          changes: [{ do: 'place', placement: { ...at.placement, lift: 0 } }],
          effort: 1.5,
        },
      ]
    : [];
}

function strikes(at: PlacedItem, finding: Finding): WayOut[] {
  if (finding.check !== 'touch') return [];
  return removals(at.part, at.item.struck).map(({ block, saves }) => ({
    id: `strike-${at.item.id}-${block.id}`,
    text: `Take the ${block.name} off ${at.item.name}`,
    cost: `${saves > 0.05 ? `${saves.toFixed(1)} mm thinner, ` : ''}${block.removable!.tool} ${block.removable!.difficulty}/5; lost: ${block.removable!.lost}`,
    changes: [{ do: 'strike' as const, item: at.item.id, block: block.id }],
    effort: 3 + block.removable!.difficulty,
  }));
}

/** Heights a post may be trimmed to: what clears the finding, in half millimetres, then nothing. */
function trims(checker: Checker, finding: Finding): WayOut[] {
  const feature = checker.scene.shell?.features.find((f) => finding.about.includes(f.id));
  const m = finding.measure;
  if (!feature || !m || feature.feature.mayCut === 'never' || feature.height <= 0) return [];
  const other = checker
    .contacts()
    .find((c) => c.b.solid.id === feature.id && finding.about.includes(c.a.solid.owner));
  if (!other) return [];
  const s = other.a.solid;
  const sign = checker.scene.shell!.sign(feature.piece);
  const over = sign > 0 ? s.z1 - feature.z0 : feature.z1 - s.z0;
  return trimmed(checker.scene.shell!, feature, [
    Math.floor((feature.height - over - m.required - 1.7 * Math.max(0.25, m.sigma)) * 2) / 2,
  ]);
}

/** A post, rib or wall taken down to each of some heights, mm, and away where that is allowed. */
export function trimmed(
  shell: ShellSolids,
  f: StandingFeature,
  heights: readonly number[],
): WayOut[] {
  if (f.feature.mayCut === 'never') return [];
  const cost = words(f.feature.purpose, seamCost(shell, f)?.sentence);
  const way = (id: string, text: string, more: string, to: number, effort: number): WayOut => ({
    id: `${id}-${f.feature.id}-${f.copy}`,
    text,
    cost: `${more}${cost}`,
    changes: [{ do: 'trim', feature: f.feature.id, copy: f.copy, to }],
    effort,
  });
  return [
    ...heights
      .filter((to) => to > 0.5 && to < f.height)
      .map((to) =>
        way(
          `trim-${to}`,
          `Trim ${f.name} to ${to} mm`,
          `${(f.height - to).toFixed(1)} mm off; `,
          to,
          6 - to / f.height / 10,
        ),
      ),
    ...(f.feature.mayCut === 'remove' ? [way('remove', `Cut ${f.name} away`, '', 0, 7)] : []),
  ];
}

const words = (purpose: string, seam: string | undefined): string => {
  let loss: string;
  if (purpose === 'button support') loss = 'the buttons lose that backing';
  else if (purpose === 'guide') loss = 'nothing guides the part there';
  else loss = 'no other use known';
  return seam ?? loss;
};

function widen(finding: Finding, items: readonly PlacedItem[]): WayOut[] {
  const socket = finding.check === 'plug' ? refOf(finding, 'socket') : undefined;
  return items.flatMap((at) =>
    at.mouths
      .filter((m) => socket?.item === at.item.id && socket.connector === m.id)
      .flatMap((m): WayOut[] => [
        {
          id: `widen-${at.item.id}-${m.id}`,
          text: 'Widen the opening so that the moulding enters',
          cost: 'a larger hole in the wall',
          changes: [{ do: 'widen', for: { item: at.item.id, connector: m.id } }],
          effort: 4,
        },
        {
          id: `close-${at.item.id}-${m.id}`,
          text: `Do without ${m.name} from outside`,
          cost: 'the socket stays inside',
          changes: [{ do: 'reach', item: at.item.id, connector: m.id, outside: false }],
          effort: 9,
        },
      ]),
  );
}

/** Another part of the same family that is thinner or smaller. */
function swaps(at: PlacedItem, finding: Finding, library: readonly Part[]): WayOut[] {
  if (
    finding.check !== 'touch' ||
    !['cell', 'speaker', 'charger', 'audio'].includes(at.part.family)
  ) {
    return [];
  }
  const now = thickness(at.part, at.item.struck).value;
  return library
    .filter(
      (p) =>
        p.family === at.part.family &&
        p.id !== at.part.id &&
        p.cell?.kind === at.part.cell?.kind &&
        p.cell?.series === at.part.cell?.series,
    )
    .map((p) => ({ p, thin: thickness(p, []).value }))
    .filter(({ thin }) => thin < now - 0.05)
    .sort((a, b) => b.thin - a.thin)
    .slice(0, 3)
    .map(({ p, thin }, i) => ({
      id: `swap-${at.item.id}-${p.id}`,
      text: `Take ${p.name} instead`,
      cost: `${(now - thin).toFixed(1)} mm thinner${p.cell && at.part.cell ? `, ${Math.round(p.cell.capacityAh * 1000)} instead of ${Math.round(at.part.cell.capacityAh * 1000)} mAh` : ''}`,
      changes: [{ do: 'swap' as const, item: at.item.id, part: p }],
      effort: 5 + i * 0.1,
    }));
}
