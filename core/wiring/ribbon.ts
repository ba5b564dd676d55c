/**
 * A flat tail from where it leaves to the socket it must reach: straight runs, flat folds that turn
 * it, bends up and back, and the side its contacts end up on.
 */
import { partIndex } from '../kit';
import { type Finding, type Part, type Placement, type Port } from '../model';
import { judgedGap, type PlacedItem, placing, pointOf, type Scene, standItem } from '../fit';
import { kitOf } from '../chains';
import { type Field, cellAt, line } from './field';
import { BEND_R_MM, foldedIn, type LaidPack } from './fold';
import type { Pt3 } from './ends';

/** How thick a tail is away from its stiffened end, mm: typical. */
export const TAIL_MM = 0.1;
/** Pushed into its socket, mm. */
const SEAT_MM = 3.5;
/** More left over than this has to be folded away, mm. */
const SPARE_MM = 25;

export interface Reach {
  mm: number;
  /** Flat folds at 45°, each turning the run by 90° and the contacts over. */ folds: number;
  bends: number;
  contactsUp: boolean;
  working: string;
}
type Ribbon = NonNullable<Part['ribbons']>[number];

/**
 * Length a tail needs.
 *
 * @param from  where it leaves    @param dir  which way, unit vector in plan
 * @param to    mouth of its socket
 * @param up    its contacts look up where it leaves
 */
export function reach(from: Pt3, dir: readonly [number, number], to: Pt3, up: boolean): Reach {
  const [dx, dy, dz] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
  const ahead = dx * dir[0] + dy * dir[1];
  const beside = Math.abs(dx * -dir[1] + dy * dir[0]);
  const arc = (deg: number) => ((deg * Math.PI) / 180) * (BEND_R_MM + TAIL_MM / 2);
  const back = ahead < -0.5;
  const folds = beside > 0.5 ? 2 : 0;
  const steps = Math.abs(dz) > 2 * BEND_R_MM ? 2 : 0;
  // A full fold-back turns it over and lifts it by the bend itself.
  const rise = Math.max(0, Math.abs(dz) - (back ? 2 * BEND_R_MM : 0));
  const bends = (back ? arc(180) : 0) + steps * arc(90);
  const mm =
    Math.abs(ahead) + beside + (steps ? Math.max(0, rise - 2 * BEND_R_MM) : rise) + bends + SEAT_MM;
  return {
    mm,
    folds,
    bends: (back ? 1 : 0) + steps,
    contactsUp: (folds + (back ? 1 : 0)) % 2 === 0 ? up : !up,
    working: `${Math.abs(ahead).toFixed(1)} along + ${beside.toFixed(1)} across${folds ? ' by two flat folds' : ''}${rise ? ` + ${rise.toFixed(1)} up or down` : ''}${bends ? ` + ${bends.toFixed(1)} in bends of θ·(${BEND_R_MM} + ${TAIL_MM}/2)` : ''} + ${SEAT_MM} seated = ${mm.toFixed(1)} mm`,
  };
}

/** Where a board's flat socket is: the middle of its block, or of the board. */
function socketOf(at: PlacedItem, block: string | undefined): Pt3 {
  const s = (
    at.blocks.find((b) => b.block.id === block) ??
    at.blocks.find((b) => b.block.kind === 'connector') ??
    at.blocks[0]!
  ).solid;
  return [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2, (s.z0 + s.z1) / 2];
}

/** A board turned over with its flat socket kept where it was, so that the tail still reaches it. */
export function boardTurnedOver(
  scene: Scene,
  at: PlacedItem,
  block: string | undefined,
): Placement {
  const next: Placement = { ...at.placement, up: at.placement.up === 'in' ? 'out' : 'in' };
  const there = standItem({ ...scene, items: new Map(scene.items) }, next, at.index);
  if (!there) return next;
  const [a, b] = [socketOf(at, block), socketOf(there, block)];
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  return { ...next, x: tenth(next.x + a[0] - b[0]), y: tenth(next.y + a[1] - b[1]) };
}

/** @param f  room for what is folded away, which is taken */
export function ribbonFindings(
  scene: Scene,
  f: Field,
  packs: LaidPack[],
  toFold: string[],
): Finding[] {
  const kit = kitOf(scene.project);
  const givers = kit.ends('panel', 'gives');
  return [...scene.items.values()].flatMap((at) =>
    (at.part.ribbons ?? []).flatMap((r: Ribbon): Finding[] => {
      const mate = givers.find(
        (g) => (g.port.count ?? r.ways) === r.ways && scene.items.has(g.of.item.id),
      );
      const to = mate && scene.items.get(mate.of.item.id);
      if (!mate || !to) return [];
      const from = pointOf(at, r.at);
      const tip = pointOf(at, [r.at[0] + r.dir[0], r.at[1] + r.dir[1], r.at[2] + r.dir[2]]);
      const dir = [tip[0] - from[0], tip[1] - from[1]] as const;
      const size = Math.hypot(...dir) || 1;
      const top = topUp(at);
      const socket = socketOf(to, mate.port.block);
      const need = reach(
        from,
        [dir[0] / size, dir[1] / size],
        socket,
        (r.contacts === 'top') === top,
      );
      const spare = r.lengthMm - need.mm;
      const { measure, verdict } = judgedGap(
        spare,
        0,
        'It must reach its socket without a crease.',
        [
          placing(at),
          placing(to),
          {
            key: `kit.parts.${partIndex(scene.project, at.part)}.ribbons`,
            label: `length of the ${r.name}`,
            u: 0.5 / Math.sqrt(3),
            k: 1,
          },
        ],
      );
      const crosses = at.piece !== to.piece;
      const much = verdict === 'clear' && spare > SPARE_MM;
      const folded =
        much && at.item.folds !== undefined
          ? foldedIn(
              f,
              line(f, cellAt(f, from[0], from[1]), cellAt(f, socket[0], socket[1])),
              spare,
              at.item.folds,
              r.widthMm,
              TAIL_MM,
              !crosses && scene.shell!.sign(at.piece) > 0,
            )
          : undefined;
      if (much && !crosses) toFold.push(at.item.id);
      if (folded?.lies) packs.push(folded.lies);
      let title: string;
      if (spare < 0) title = `${(-spare).toFixed(0)} mm too short`;
      else if (crosses) title = 'Crosses the parting line';
      else {
        title =
          folded?.title ??
          (spare > SPARE_MM
            ? `${spare.toFixed(0)} mm to fold away`
            : `Reaches with ${spare.toFixed(0)} mm to spare`);
      }
      return [
        ...wrongSide(at, r, to, socket, mate.port.contacts, need.contactsUp),
        {
          id: `ribbon:${at.item.id}-${r.id}`,
          station: 'fit',
          check: 'ribbon',
          code: 'ribbon',
          verdict: verdict === 'clear' && ((much && !folded?.lies) || crosses) ? 'tight' : verdict,
          measure,
          title,
          what: `${r.name} of ${at.item.name} to ${to.item.name}`,
          why: [
            `${need.working}; it is ${r.lengthMm} mm`,
            ...(folded?.why ?? []),
            `${need.folds ? 'Two flat folds at 45°; ' : ''}its contacts then look ${need.contactsUp ? 'up' : 'down'}${mate.port.contacts === undefined ? ': the socket must take them on that side' : ''}. No bend tighter than ${BEND_R_MM} mm.`,
            ...(crosses
              ? [
                  `${at.item.name} and ${to.item.name} lie in different halves: unplug it before they part, or put both in one half.`,
                ]
              : []),
          ],
          about: [at.item.id, to.item.id],
          at: { x: from[0], y: from[1], z: from[2] },
        },
      ];
    }),
  );
}

const topUp = (at: PlacedItem): boolean => pointOf(at, [0, 0, 1])[2] > pointOf(at, [0, 0, 0])[2];

/** A tail whose contacts end up on the side where its socket has none. */
function wrongSide(
  at: PlacedItem,
  r: Ribbon,
  to: PlacedItem,
  [x, y, z]: Pt3,
  contacts: Port['contacts'],
  up: boolean,
): Finding[] {
  if (
    contacts === undefined ||
    contacts === 'both' ||
    up === ((contacts === 'top') === topUp(to))
  ) {
    return [];
  }
  return [
    {
      id: `ribbon:side:${at.item.id}-${r.id}`,
      station: 'fit',
      check: 'ribbon',
      code: 'ribbon-side',
      verdict: 'hit',
      title: 'Contacts look the wrong way',
      what: `${r.name} of ${at.item.name} in its socket on ${to.item.name}`,
      about: [to.item.id, at.item.id],
      at: { x, y, z },
      why: [
        `As it lies its contacts look ${up ? 'up' : 'down'}; the socket has its own ${contacts === 'bottom' ? 'against the board' : 'away from the board'}, and the board's top looks ${topUp(to) ? 'up' : 'down'}. Every flat fold at 45° and every turn back turns them over.`,
      ],
    },
  ];
}
