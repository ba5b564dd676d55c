/** What a carrier's maker asks, as findings, and what may mend them. */
import { areJoined, partOf } from '../../kit';
import type { Finding, Join, Part, Placement, Project, SourceShare, WayOut } from '../../model';
import { judgedGap } from '../contact';
import { axesOf } from '../frame';
import { PLACE_U, type PlacedItem, type Scene, standItem } from '../scene';
import type { SceneCheck } from '../sceneCheck';
import { type CarrierFault, carrierFaults, liesAt } from './faults';
import { carrierWords } from './words';

function subjectOf(f: CarrierFault): string {
  if ('item' in f) return f.item.id;
  // Of two places for one kind either may be empty.
  if (f.is === 'missing') return `${f.join.part}-${f.on.carrier.joins.indexOf(f.join)}`;
  return f.is === 'count' ? f.part : 'host';
}

const idOf = (f: CarrierFault): string => `carrier:${f.is}-${f.on.item.id}-${subjectOf(f)}`;

/** Springs wander with both parts they stand between. */
const placing = (scene: Scene, ...items: string[]): SourceShare[] =>
  items.flatMap((id): SourceShare[] => {
    const at = scene.items.get(id);
    if (!at) return [];
    const { held } = at.placement;
    return [
      {
        key: `layout.placements.${at.index}.x`,
        label: `placing ${at.item.name}`,
        u: PLACE_U[held],
        k: 1,
      },
    ];
  });

function findingOf(scene: Scene, f: CarrierFault): Finding {
  const items = 'item' in f ? [f.item.id, f.on.item.id] : [f.on.item.id];
  const at = scene.items.get(items[0]!)?.solids[0];
  const base: Finding = {
    id: idOf(f),
    station: 'fit',
    check: 'carrier',
    code: `carrier-${f.is}`,
    verdict: 'hit',
    ...carrierWords(f),
    about: f.is === 'count' ? [...items, ...f.have.map((i) => i.id)] : items,
    refs: items.map((id) => ({ is: 'item', id })),
    ...(at ? { at: { x: (at.x0 + at.x1) / 2, y: (at.y0 + at.y1) / 2, z: at.z0 } } : {}),
  };
  if (f.is !== 'beside') return base;
  const { measure, verdict } = judgedGap(
    f.join.withinMm - f.lies.besideMm,
    0,
    'Its contacts meet so far beside their middle.',
    placing(scene, f.item.id, f.on.item.id),
  );
  return { ...base, verdict, measure };
}

const findings = (scene: Scene): Finding[] =>
  scene.shell ? carrierFaults(scene).map((f) => findingOf(scene, f)) : [];

/** Where and how an item would have to be placed to lie as its carrier wants it. */
function placedOn(scene: Scene, carrier: PlacedItem, at: PlacedItem, join: Join): Placement[] {
  const { placement } = at;
  const { x, y, turn } = join;
  if ('item' in placement.on) {
    const isRider = placement.on.item === carrier.item.id && !join.over;
    return isRider ? [{ ...placement, stand: 'flat', up: 'in', x, y, turn }] : [];
  }
  const round = (mm: number): number => Math.round(mm * 100) / 100;
  const stood = (next: Placement): PlacedItem | undefined =>
    standItem({ ...scene, items: new Map(scene.items) }, next, at.index);
  // As its maker turns it on the board, with the board; over, its own turn runs the other way.
  const turns = [turn, -turn].flatMap((by) =>
    [0, 90, 180, 270].map((more) => (((carrier.pose.turn + by + more) % 360) + 360) % 360),
  );
  return (['in', 'out'] as const).flatMap((up) =>
    [...new Set(turns)].flatMap((around): Placement[] => {
      const start: Placement = { ...placement, stand: 'flat', up, turn: around };
      const there = stood(start);
      if (!there) return [];
      const lies = liesAt(carrier, there, join);
      if (lies.isOver || lies.turnDeg > 1) return [];
      // What it is off in the frame of the board, along the body's own axes.
      const [ex, ey, ez] = axesOf(carrier);
      const back = (axis: 0 | 1): number => -(lies.dx * ex[axis] + lies.dy * ey[axis]);
      const inward = scene.shell!.sign(there.piece) > 0 ? -1 : 1;
      const lift = join.z === undefined ? 0 : -lies.dz * ez[2] * inward;
      return [
        {
          ...start,
          x: round(start.x + back(0)),
          y: round(start.y + back(1)),
          lift: round(Math.max(0, start.lift + lift)),
        },
      ];
    }),
  );
}

function ways(scene: Scene, finding: Finding): WayOut[] {
  const f = carrierFaults(scene).find((x) => idOf(x) === finding.id);
  if (f?.is === 'elsewhere') return [laidOutAgain(f)];
  if (!f || !('lies' in f)) return [];
  const [carrier, at] = [scene.items.get(f.on.item.id), scene.items.get(f.item.id)];
  if (!carrier || !at) return [];
  return placedOn(scene, carrier, at, f.join).map((placement, i) => ({
    id: `on-board-${f.item.id}-${i}`,
    text: `Set ${f.item.name} where ${f.on.item.name} wants it`,
    cost: f.join.mark ?? 'its own place on the board',
    changes: [{ do: 'place', placement }],
    effort: 0.4,
  }));
}

/** Whatever holds it apart from its board: that is taken back, and it is laid out anew. */
function laidOutAgain({ on, item }: Extract<CarrierFault, { is: 'elsewhere' }>): WayOut {
  const which = on.item.where === 'outside' ? on.item : item;
  return {
    id: `lay-out-${which.id}`,
    text: `Bring ${which.name} to ${which === item ? on.item.name : item.name}, and lay it out anew`,
    cost: 'its place now is given up',
    changes: [{ do: 'where', item: which.id, where: undefined }],
    effort: 2,
  };
}

/** What the kit is short of, or has too much of. */
export function carrierKitWays(
  p: Project,
  scene: Scene,
  finding: Finding,
  library: readonly Part[],
): WayOut[] {
  const f = carrierFaults(scene).find((x) => idOf(x) === finding.id);
  if (f?.is === 'missing') {
    const part =
      p.kit.parts.find((q) => q.id === f.join.part) ?? library.find((q) => q.id === f.join.part);
    return part ? instead(p, f.on.item.id, part) : [];
  }
  if (f?.is !== 'count') return [];
  const part = p.kit.parts.find((q) => q.id === f.part) ?? library.find((q) => q.id === f.part);
  const extra = f.have.at(-1);
  if (f.have.length > f.want && extra) {
    return [
      {
        id: `drop-${extra.id}`,
        text: `Leave ${extra.name} out of the kit`,
        cost: 'one too many',
        changes: [{ do: 'drop', item: extra.id }],
        effort: 0.5,
      },
    ];
  }
  return part ? [added(part)] : [];
}

const added = (part: Part): WayOut => ({
  id: `add-${part.id}`,
  text: `Put ${part.name} into the kit`,
  cost: 'then lay it out on its board',
  changes: [{ do: 'add', part }],
  effort: 2,
});

/** The right kind for one of its family that hangs on nothing; else one more in the kit. */
function instead(p: Project, carrier: string, part: Part): WayOut[] {
  const joined = areJoined(p);
  const others = p.kit.items.filter((i) => {
    const family = partOf(p, i).family;
    return (
      i.id !== carrier && family === part.family && i.part !== part.id && !joined(i.id, carrier)
    );
  });
  return [
    ...others.map((i): WayOut => ({
      id: `swap-${i.id}-${part.id}`,
      text: `Take ${part.name} instead of ${i.name}`,
      cost: 'the board it is made for',
      changes: [{ do: 'swap', item: i.id, part }],
      effort: 2,
    })),
    added(part),
  ];
}

export const carrierBoards: SceneCheck = { check: 'carrier', findings, ways };
