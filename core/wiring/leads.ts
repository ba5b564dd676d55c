/** A ready-made lead between two sockets inside: the way its ribbon lies, and whether it is long enough. */
import { partIndex } from '../kit';
import { type Finding, length } from '../model';
import { type Cable } from '../chains';
import { judgedGap, plugBlock, RIBBON_BEND_MM, type Scene, sideways } from '../fit';
import { type Field, lengthOf, middle, route, occupyCells, widest } from './field';
import { foldedIn, type LaidPack } from './fold';
import type { Pt3 } from './ends';
import { overSpine, type OverSpine } from './opened';
import { passesAt } from './throughPlate';

/** A flat ribbon: so thick and so wide, mm; typical. */
export const RIBBON = { thick: 0.5, wide: 12 };
/** More left over than this share of its length has to be folded away. */
const SPARE_SHARE = 0.5;

/** A way on the grid may be off by so much of itself, as a standard uncertainty. */
const WAY_SHARE = 0.05;

/** A way is known to a few mm at best. */
const whole = (mm: number): string => Math.abs(mm).toFixed(0);

export interface LaidLead {
  id: string;
  name: string;
  items: string[];
  points: Pt3[];
  pieces: [string, string];
  /** Over the spine when the book lies open. */ open?: OverSpine;
  needMm: number;
  longMm?: number;
  crosses: boolean;
  /** Long enough to stay plugged in while the book opens. */
  opens: boolean;
  working: string;
}

/** Where its plug ends and the ribbon begins: behind its first bend, straight on or at its side. */
export function tailOf(
  scene: Scene,
  { item, connector, plug, leaves }: Cable['ends'][number],
): { at: Pt3; piece: string } | undefined {
  const at = scene.items.get(item);
  const m = at?.mouths.find((q) => q.id === connector);
  if (
    !at ||
    !m ||
    plug.plan.kind !== 'rect' ||
    !at.blocks.some((b) => b.block.id === plugBlock(connector))
  ) {
    return undefined;
  }
  const size = Math.hypot(m.dx, m.dy);
  const [dx, dy] = [m.dx / size, m.dy / size];
  const {
    w: { mm: wide },
    h: { mm: deep },
  } = plug.plan;
  const side = sideways(at, m, leaves);
  const ahead = side ? deep / 2 : deep + RIBBON_BEND_MM;
  const across = (side?.across ?? 0) * (wide / 2 + RIBBON_BEND_MM);
  const up = (side?.up ?? 0) * (wide / 2 + RIBBON_BEND_MM);
  return {
    at: [m.x + dx * ahead - dy * across, m.y + dy * ahead + dx * across, m.z + up],
    piece: at.piece,
  };
}

/** @param packs  where what is folded away lies    @param toFold  items whose lead or ribbon has much left over */
export function layLead(
  scene: Scene,
  f: Field,
  c: Cable,
  findings: Finding[],
  packs: LaidPack[],
  toFold: string[],
): LaidLead | undefined {
  const [a, b] = c.ends.map((e) => tailOf(scene, e));
  if (!a || !b) return undefined;
  const items = c.ends.map((e) => e.item);
  const names = items.map((i) => scene.items.get(i)!.item.name);
  const what = `${c.lead.name} between ${names.join(' and ')}`;
  const need = RIBBON.thick * RIBBON.wide;
  const base = {
    id: `wire:lead-${c.lead.id}`,
    station: 'fit' as const,
    check: 'wire' as const,
    code: 'lead',
    refs: [{ is: 'lead' as const, id: c.lead.id }],
    what,
    about: items,
  };
  const hole = passesAt(scene, items, a.at, b.at);
  const way = route(f, [a.at, ...(hole ? [hole] : []), b.at], need, RIBBON.thick);
  if ('from' in way) {
    const { free, cell } = widest(f, way.from, way.to);
    const [x, y] = middle(f, cell);
    findings.push({
      ...base,
      verdict: 'hit',
      title: `No way for the ribbon: ${Math.max(0, free).toFixed(1)} mm free`,
      at: { x, y, z: (f.low[cell]! + f.high[cell]!) / 2 },
      why: [
        `A ribbon ${RIBBON.thick} mm thick and ${RIBBON.wide} wide (typical) wants ${need.toFixed(0)} mm² all the way.`,
      ],
    });
    return undefined;
  }
  occupyCells(f, way.cells, need);
  const crosses = a.piece !== b.piece;
  const plain = lengthOf(way.points);
  const open = crosses ? overSpine(scene.shell!.body, a.at, b.at, RIBBON.thick) : undefined;
  const long = c.part.lead?.longMm;
  const laid: LaidLead = {
    id: c.lead.id,
    name: c.lead.name,
    items,
    points: way.points,
    pieces: [a.piece, b.piece],
    needMm: plain,
    ...(long === undefined ? {} : { longMm: long }),
    ...(open ? { open } : {}),
    crosses,
    opens: open === undefined || (long !== undefined && long >= open.mm),
    working: `${plain.toFixed(0)} mm as it lies${open ? `; ${open.working}` : ''}${long === undefined ? '' : `; it is ${long} mm long`}`,
  };
  if (long === undefined) return laid;
  const { measure, verdict } = judgedGap(
    long - plain,
    0,
    'It must reach without pulling at its plugs.',
    [
      {
        key: `kit.parts.${partIndex(scene.project, c.part)}.lead`,
        label: `length of ${c.lead.name}`,
        u: length(long, 'ruler').u,
        k: 1,
      },
      {
        key: `model.way.${c.lead.id}`,
        label: `the way ${c.lead.name} takes`,
        u: WAY_SHARE * plain,
        k: -1,
      },
    ],
  );
  const spare = long - plain > SPARE_SHARE * long && verdict === 'clear' && long - plain > 40;
  if (spare) toFold.push(c.lead.id);
  const hangs = !crosses && scene.shell!.sign(a.piece) > 0;
  const folded =
    spare && c.lead.folds !== undefined
      ? foldedIn(f, way.cells, long - plain, c.lead.folds, RIBBON.wide, RIBBON.thick, hangs)
      : undefined;
  const lies = folded?.lies;
  if (lies) {
    packs.push(lies);
    laid.working += `; ${folded.title.toLowerCase()}`;
  }
  let title: string;
  if (measure.gap < 0) title = `${whole(measure.gap)} mm too short`;
  else if (folded) title = folded.title;
  else if (spare) title = `${whole(measure.gap)} mm to fold away`;
  else title = `${whole(measure.gap)} mm to spare`;
  findings.push({
    ...base,
    verdict: spare && !lies ? 'tight' : verdict,
    measure,
    title,
    at: lies
      ? { x: lies.x + lies.w / 2, y: lies.y + lies.h / 2, z: (lies.z0 + lies.z1) / 2 }
      : { x: (a.at[0] + b.at[0]) / 2, y: (a.at[1] + b.at[1]) / 2, z: a.at[2] },
    why: [
      laid.working,
      ...(folded?.why ?? []),
      ...(crosses && !laid.opens ? ['It is unplugged before the halves part.'] : []),
      ...(spare && !lies
        ? ['Folded it takes a place of its own; a shorter one is easier to close on.']
        : []),
    ],
  });
  return laid;
}
