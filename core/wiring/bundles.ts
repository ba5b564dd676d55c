/**
 * Wires laid: those between the same two parts go together as a bundle, around whatever stands in
 * the way, each long enough for the book to lie open.
 */
import { type Finding, mm1, type Project } from '../model';
import { type ButtonMap } from '../controls';
import { bodiesOf, everyItem, type Scene } from '../fit';
import { acrossFindings, parted, throughHinges } from './across';
import { copperMm } from '../power';
import { spineOf } from '../shell';
import { type Field, fieldOf, lengthOf, middle, route, occupyCells, widest } from './field';
import type { LaidPack } from './fold';
import { layLead, type LaidLead } from './leads';
import { overSpine, type OverSpine } from './opened';
import { type End, type Net, type Pt3, type Wire } from './ends';
import { endWords, netsOf } from './nets';
import { ribbonFindings } from './ribbon';
import { lostEnds, shorts } from './shorts';
import { longFindings } from './long';
import { signalFindings } from './signals';
import { unwired } from './unwired';
import { passesAt, throughPlate } from './throughPlate';
import { thinFindings } from './thin';

/** Each wire is anchored within so far of its joint, so that opening the book never bends it there, mm. */
const ANCHOR_MM = 10;
/** Stripped and tinned at each end, mm. */
export const STRIP_MM = 3;
/** Share of a bundle's envelope that is wire. */
const FILL = 0.6;
/** Loops lie within so far of the spine, mm. */
const LOOP_BAND_MM = 20;
/** A pinned crossing that costs more than this, mm, is said. */
const ASTRAY_MM = 40;

/** Over its insulation, mm: copper of the gauge and what thin-walled hook-up wire carries (typical). */
export const overInsulation = (awg: number): number => copperMm(awg) + (awg >= 28 ? 0.35 : 0.7);

export interface Bundle {
  id: string;
  name: string;
  nets: Net[];
  a: Pt3;
  b: Pt3;
  pieces: [string, string];
  items: string[];
  /** Cross-section of its wires, mm², and what it is across when tied, mm. */
  area: number;
  across: number;
  crosses: boolean;
  /** As it lies with the case shut, or nothing when there is no way. */
  closed?: Pt3[];
  closedMm?: number;
  /** With the book open: over the spine at this place along it. */
  open?: OverSpine;
}
export interface Wiring {
  /** Leads between sockets inside, and what of leads and ribbons is folded away. */
  leads: LaidLead[];
  packs: LaidPack[];
  /** Items whose lead or ribbon has so much left over that it has to be folded. */
  toFold: string[];
  bundles: Bundle[];
  wires: Wire[];
  findings: Finding[];
  totalMm: number;
  loops: { needs: number; has: number; working: string };
  /** In the order they are undone before the halves part. */
  unplug: string[];
}

const far = (a: Pt3, b: Pt3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const mean = (list: readonly Pt3[]): Pt3 =>
  [0, 1, 2].map((i) => list.reduce((s, q) => s + q[i]!, 0) / list.length) as [
    number,
    number,
    number,
  ];
const keyOf = (e: End): string =>
  e.pad.startsWith('at ') ? e.pad.replace(/ ground$/, '') : e.item;
/** No wire laid. */
export const UNLAID: Wiring = {
  leads: [],
  packs: [],
  toFold: [],
  bundles: [],
  wires: [],
  findings: [],
  totalMm: 0,
  loops: { needs: 0, has: 0, working: '' },
  unplug: [],
};

/** Every wire of a build, laid in its body or through the hinge. */
export function wiring(p: Project, scene: Scene, map: ButtonMap): Wiring {
  if (!scene.shell) return UNLAID;
  const nets = netsOf(p, scene, map);
  if (
    !nets.length &&
    !scene.cables.length &&
    ![...everyItem(scene).values()].some((at) => at.part.ribbons)
  ) {
    return UNLAID;
  }
  const bodies = bodiesOf(scene).filter((body) => body.shell);
  const fields = bodies.map((body) => fieldOf(body));
  const { inside, across, along } = parted(p, scene, nets, fields, overInsulation);
  const laid = bodies.map((body, i) => layBody(p, body, fields[i]!, inside[i]!));
  const parts = laid.flatMap((l) => l.wires);
  const wires = nets.flatMap((net): Wire | [] => {
    const wire = across.includes(net)
      ? throughHinges(p, scene, net, parts, 2 * STRIP_MM)
      : parts.find((w) => w.net.id === net.id);
    return wire ?? [];
  });
  const bundles = laid.flatMap((l) => l.bundles);
  const leads = laid.flatMap((l) => l.leads);
  return {
    leads,
    packs: laid.flatMap((l) => l.packs),
    toFold: laid.flatMap((l) => l.toFold),
    bundles,
    wires,
    findings: [
      ...unwired(scene, nets),
      ...shorts(scene, nets),
      ...lostEnds(p, scene),
      ...laid.flatMap((l) => l.findings),
      ...acrossFindings(p, scene, { fields, across, along }, overInsulation),
      ...thinFindings(p, wires),
      ...longFindings(p, wires),
      ...signalFindings(wires),
      ...throughPlate(scene, nets),
    ],
    loops: laid[0]!.loops,
    totalMm: wires.reduce((s, w) => s + (w.cutMm ?? 0), 0),
    unplug: [
      ...leads.filter((l) => l.crosses && !l.opens).map((l) => l.name),
      ...bundles.filter((b) => b.crosses && b.nets.every((n) => n.plug)).map((b) => b.name),
    ],
  };
}

type Laid = Pick<Wiring, 'leads' | 'packs' | 'toFold' | 'bundles' | 'wires' | 'findings' | 'loops'>;

/** What lies within one body. */
function layBody(p: Project, scene: Scene, field: Field, nets: readonly Net[]): Laid {
  const bundles = bundled(p, nets).sort((x, y) => y.area - x.area || (x.id < y.id ? -1 : 1));
  const findings: Finding[] = [];
  const wires: Wire[] = [];
  // A ribbon bends least easily: it is laid before the wires.
  const packs: LaidPack[] = [];
  const toFold: string[] = [];
  const leads = scene.cables.flatMap(
    (c) => layLead(scene, field, c, findings, packs, toFold) ?? [],
  );
  findings.push(...ribbonFindings(scene, field, packs, toFold));
  for (const b of bundles) {
    lay(scene, field, b, findings);
    if (b.crosses) b.open = overSpine(scene.shell!.body, b.a, b.b, thickest(b));
    for (const net of b.nets) wires.push(cut(p, b, net));
    astray(scene, b, findings);
    anchored(scene, b, findings);
  }
  const loops = room(scene, field, bundles, wires, findings);
  return { leads, packs, toFold, bundles, wires, findings, loops };
}

function bundled(p: Project, nets: readonly Net[]): Bundle[] {
  const groups = new Map<string, Net[]>();
  for (const n of nets) {
    const flip = keyOf(n.a) > keyOf(n.b);
    const net = flip ? { ...n, a: n.b, b: n.a } : n;
    const key = `${keyOf(net.a)}~${keyOf(net.b)}${net.via.length ? `~${net.id}` : ''}`;
    groups.set(key, [...(groups.get(key) ?? []), net]);
  }
  const said = (e: End) =>
    endWords(p, e)
      .replace(e.pad.startsWith('at ') ? '' : ` ${e.pad}`, '')
      .replace(/ ground$/, '');
  return [...groups].map(([id, list]): Bundle => {
    const area = list.reduce((s, n) => s + (Math.PI / 4) * overInsulation(n.awg) ** 2, 0);
    const [a, b] = [list[0]!.a, list[0]!.b];
    return {
      id,
      name: `${said(a)} to ${said(b)}`,
      nets: list,
      a: mean(list.map((n) => n.a.at)),
      b: mean(list.map((n) => n.b.at)),
      pieces: [a.piece, b.piece],
      items: [...new Set([a.item, b.item])],
      area,
      across: Math.sqrt((4 * area) / FILL / Math.PI),
      crosses: a.piece !== b.piece,
    };
  });
}

const thickest = (b: Bundle): number => Math.max(...b.nets.map((n) => overInsulation(n.awg)));

/** Lay one bundle as short as it goes; what it takes is gone for the next. */
function lay(scene: Scene, f: Field, b: Bundle, findings: Finding[]): void {
  const d = thickest(b);
  const need = b.area / FILL;
  const { via } = b.nets[0]!;
  const hole = via.length ? undefined : passesAt(scene, b.items, b.a, b.b);
  const way = route(f, [b.a, ...(hole ? [hole] : via), b.b], need, d);
  if ('from' in way) {
    findings.push(shut(f, b, way.from, way.to, d));
    return;
  }
  occupyCells(f, way.cells, need);
  b.closed = way.points;
  b.closedMm = lengthOf(way.points);
}

function shut(f: Field, b: Bundle, from: number, to: number, d: number): Finding {
  const { free, cell } = widest(f, from, to);
  const [x, y] = middle(f, cell);
  const gap = Math.max(0, free);
  const n = b.nets.length;
  const tight = gap >= d;
  return {
    id: `wire:none-${b.id}`,
    station: 'fit',
    check: 'wire',
    code: 'wire-none',
    refs: [{ is: 'bundle', id: b.id }],
    verdict: 'hit',
    title: tight
      ? `${n} wires do not pass together`
      : `${gap.toFixed(1)} mm free, ${d.toFixed(1)} needed`,
    what: `${n === 1 ? 'A wire' : `${n} wires`} from ${b.name}`,
    about: [...b.items],
    at: { x, y, z: (f.low[cell]! + f.high[cell]!) / 2 },
    why: [
      `At the widest way there is ${gap.toFixed(1)} mm between what the back holds and what hangs from the front; the thickest of its wires is ${d.toFixed(1)} mm over its insulation (typical)${tight ? `, and ${(b.area / FILL).toFixed(0)} mm² with the air between them` : ''}.`,
    ],
  };
}

/** Length of one wire: its bundle's, from its own pads, with both strips; long enough to open unless a plug parts it. */
function cut(p: Project, b: Bundle, net: Net): Wire {
  const ends = far(net.a.at, b.a) + far(net.b.at, b.b);
  const closedMm = b.closedMm === undefined ? undefined : b.closedMm + ends;
  const openMm = b.open && !net.plug ? b.open.mm + ends : undefined;
  const lies = Math.max(closedMm ?? 0, openMm ?? 0);
  const base = {
    net,
    bundle: b.id,
    from: endWords(p, net.a),
    to: endWords(p, net.b),
    ...(closedMm === undefined ? {} : { closedMm }),
    ...(openMm === undefined ? {} : { openMm }),
  };
  if (closedMm === undefined) {
    return { ...base, slackMm: 0, working: ['There is no way for it yet.'] };
  }
  const cutMm = lies + 2 * STRIP_MM;
  return {
    ...base,
    cutMm,
    slackMm: lies - closedMm,
    working: [
      `closed: ${b.closedMm!.toFixed(0)} mm as laid + ${ends.toFixed(0)} to its pads = ${closedMm.toFixed(0)} mm`,
      ...(openMm === undefined ? [] : [b.open!.working]),
      `cut ${cutMm.toFixed(0)} mm = ${lies.toFixed(0)} + 2 × ${STRIP_MM} stripped`,
    ],
  };
}

/** What is left over when closed needs room near the spine. */
function room(
  scene: Scene,
  f: Field,
  bundles: readonly Bundle[],
  wires: readonly Wire[],
  findings: Finding[],
): Wiring['loops'] {
  const { body } = scene.shell!;
  const { away } = spineOf(scene.shell!.body);
  const looped = wires.filter((w) => w.slackMm > 0);
  const needs = looped.reduce(
    (s, w) => s + (w.slackMm * (Math.PI / 4) * overInsulation(w.net.awg) ** 2) / FILL,
    0,
  );
  let has = 0;
  for (let k = 0; k < f.nx * f.ny; k++) {
    if (away(middle(f, k)) < LOOP_BAND_MM + body.wall.mm) {
      has += Math.max(0, f.least[0]![k]!) * f.step ** 2;
    }
  }
  const working = `loops: slack × wire / ${FILL} = ${(needs / 1000).toFixed(1)} cm³; free within ${LOOP_BAND_MM} mm of the spine ${(has / 1000).toFixed(1)} cm³`;
  if (needs > 0.5 * has) {
    findings.push({
      id: 'wire:loops',
      station: 'fit',
      check: 'wire',
      code: 'wire-loops',
      verdict: needs > has ? 'hit' : 'tight',
      title: `${(needs / 1000).toFixed(1)} cm³ of loops, ${(has / 1000).toFixed(1)} free`,
      what: `${looped.length} wires long enough to open the book`,
      why: [
        working,
        'What resists when it closes empty resists more when wired. A plug needs no loop.',
      ],
      about: [
        ...new Set(
          bundles.filter((b) => b.crosses && b.nets.some((n) => !n.plug)).flatMap((b) => b.items),
        ),
      ],
    });
  }
  return { needs, has, working };
}

/** A pinned crossing far from the spine holds the halves together. */
function astray(scene: Scene, b: Bundle, findings: Finding[]): void {
  const via = b.nets[0]!.via;
  if (!b.open || !via.length || b.nets[0]!.plug) return;
  const { away } = spineOf(scene.shell!.body);
  const pin = [...via].sort((x, y) => away(y) - away(x))[0]!;
  const mm = far(b.a, pin) + far(pin, b.b) + 2 * away(pin);
  const more = mm - b.open.mm;
  if (more < ASTRAY_MM) return;
  findings.push({
    id: `wire:pinned-${b.nets[0]!.id}`,
    station: 'fit',
    check: 'wire',
    code: 'wire-pinned',
    refs: [{ is: 'net', id: b.nets[0]!.id }],
    verdict: 'tight',
    title: `Crosses ${away(pin).toFixed(0)} mm from the spine`,
    what: `Wire ${b.nets[0]!.label} from ${b.name}`,
    why: [
      `Held at its pin it must be ${mm.toFixed(0)} mm to let the book open; over the spine ${b.open.mm.toFixed(0)} mm do.`,
    ],
    about: [...b.items],
    at: { x: pin[0], y: pin[1], z: pin[2] },
  });
}

/** A wire that goes over the spine needs room to be anchored between its joint and the rim, in both halves. */
function anchored(scene: Scene, b: Bundle, findings: Finding[]): void {
  if (!b.open || b.nets.every((n) => n.plug)) return;
  const { away } = spineOf(scene.shell!.body);
  const wall = scene.shell!.body.wall.mm;
  const ends = b.nets
    .filter((n) => !n.plug)
    .flatMap((n) => [n.a, n.b])
    .map((e) => ({ e, mm: Math.max(0, away(e.at) - wall) + Math.abs(e.at[2]) }))
    .sort((p, q) => p.mm - q.mm);
  const worst = ends[0]!;
  if (worst.mm >= ANCHOR_MM) return;
  findings.push({
    id: `wire:anchor-${b.id}`,
    station: 'fit',
    check: 'wire',
    code: 'wire-anchor',
    refs: [{ is: 'bundle', id: b.id }],
    verdict: 'tight',
    title: `${mm1(worst.mm)} mm from joint to rim`,
    what: `Wires from ${b.name}`,
    about: [...new Set([worst.e.item, ...b.items])],
    at: { x: worst.e.at[0], y: worst.e.at[1], z: worst.e.at[2] },
    why: [
      `${mm1(Math.max(0, away(worst.e.at) - wall))} mm to the wall + ${mm1(Math.abs(worst.e.at[2]))} up to the rim: each opening bends the wire at its joint. An anchor within ${ANCHOR_MM} mm of the joint needs that run (typical).`,
    ],
  });
}
