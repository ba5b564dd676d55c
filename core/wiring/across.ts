/**
 * Wires and leads from one body into another: inside each body to its hinge edge, and rolled through
 * the barrel between them, over as many hinges as lie on the way. Bodies without a way are said.
 */
import {
  type Edge,
  type Finding,
  type Hinge,
  hingesOf,
  type Joined,
  type Project,
  type Shell,
} from '../model';
import type { Cable } from '../chains';
import { bodiesOf, bodyWith, everyItem, type Scene } from '../fit';
import { rolled } from '../shell';
import type { End, Net, Pt3, Wire } from './ends';
import { type Field, lengthOf, route } from './field';
import { RIBBON, tailOf } from './leads';

/** How the end of a wire at the hinge is called. */
const AT_HINGE = 'at the hinge';
/** And as it is read out. */
const HINGE = AT_HINGE.slice('at '.length);
/** Wires stay so far from the walls where they go into the barrel, mm. */
const OFF_WALL_MM = 3;
/** A way in is sought in such steps from the middle, and not nearer a corner than this, mm. */
const STEP_MM = 10;
const CORNER_MM = 15;
/** Share of the barrel's bore that wires may fill and still turn in it: typical. */
const BARREL_FILL = 0.6;

/** The bodies a wire goes through in turn, and the hinge between each two. */
interface Passage {
  bodies: readonly number[];
  over: ReadonlyArray<Joined<Hinge>>;
}

/** A net within one body, or the part of one that leads to a hinge. */
export interface Parted {
  /** Of each body, in the order of the scene's bodies. */
  inside: Net[][];
  across: Net[];
  /** Where along each axis they go through, mm from the middle of its first edge, by the hinge's id. */
  along: ReadonlyMap<string, number>;
}

const bodyOfPiece = (scene: Scene, piece: string): number =>
  bodiesOf(scene).findIndex((s) => s.shell?.body.pieces.some((q) => q.id === piece));

/** The way from body to body over hinges; nothing where there is none. */
function passage(shell: Shell, from: number, to: number): Passage | undefined {
  const hinges = hingesOf(shell);
  const todo: Passage[] = [{ bodies: [from], over: [] }];
  for (let way = todo.shift(); way; way = todo.shift()) {
    const { bodies, over } = way;
    const here = bodies.at(-1)!;
    if (here === to) return way;
    for (const hinge of hinges) {
      const next = otherEnd(hinge, here);
      if (next === undefined || bodies.includes(next)) continue;
      todo.push({ bodies: [...bodies, next], over: [...over, hinge] });
    }
  }
  return undefined;
}

const otherEnd = ({ of }: Joined<Hinge>, body: number): number | undefined =>
  of.includes(body) ? of[of[0] === body ? 1 : 0] : undefined;

/**
 * Where wires go into the barrel: at the hinge edge, at the height of its axis.
 *
 * @param along  on the axis from the middle of the edge, as the swing of the hinge counts it, mm;
 *               the other way round for the second body
 */
function hingeMouth(
  scene: Scene,
  edge: Edge,
  up: number,
  along: number,
): { at: Pt3; piece: string } {
  const shell = scene.shell!;
  const xs = shell.walls.flatMap((w) => [w.x0]);
  const ys = shell.walls.flatMap((w) => [w.y0]);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const off = shell.body.wall.mm + OFF_WALL_MM;
  const deep = (sign: 1 | -1): number =>
    (shell.body.pieces.find((q) => shell.sign(q.id) === sign)?.depth.mm ?? 0) - off;
  const z = Math.max(-Math.max(0, deep(-1)), Math.min(Math.max(0, deep(1)), up));
  const piece = shell.body.pieces.find((q) => shell.sign(q.id) === (z >= 0 ? 1 : -1));
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const at: Record<Edge, Pt3> = {
    left: [x0 + off, my - along, z],
    right: [x1 - off, my + along, z],
    bottom: [mx + along, y0 + off, z],
    top: [mx - along, y1 - off, z],
  };
  return { at: at[edge], piece: (piece ?? shell.body.pieces[0]!).id };
}

/** Half of what of an edge wires may go in at, mm. */
function halfEdge(scene: Scene, edge: Edge): number {
  const walls = scene.shell!.walls;
  const lies = edge === 'top' || edge === 'bottom';
  const all = walls.map((w) => (lies ? w.x0 : w.y0));
  return (Math.max(...all) - Math.min(...all)) / 2 - CORNER_MM;
}

/**
 * The end at a hinge of a wire that leaves a body there.
 *
 * @param index  of the body, one of the two that hang on it
 * @param along  on the axis from the middle of the first body's edge, mm
 */
export function endAtHinge(
  scene: Scene,
  { joint, of }: Joined<Hinge>,
  index: number,
  along: number,
): End | undefined {
  const body = bodiesOf(scene)[index];
  if (!body?.shell) return undefined;
  const isFirst = of[0] === index;
  // What lies open before the first body looks back at it.
  const own = isFirst ? along : (joint.shift ?? 0) - along;
  const { edge } = isFirst ? joint.first : joint.second;
  return { item: AT_HINGE, pad: AT_HINGE, ...hingeMouth(body, edge, joint.up.mm, own) };
}

/** Places along an axis at which wires may go through, the middle of what both bodies share first. */
function placesAlong(scene: Scene, { joint, of }: Joined<Hinge>): number[] {
  const spans = [joint.first, joint.second].flatMap(({ edge }, i) => {
    const body = bodiesOf(scene)[of[i]!];
    const middle = i === 0 ? 0 : (joint.shift ?? 0);
    const half = body?.shell ? halfEdge(body, edge) : undefined;
    return half === undefined ? [] : [[middle - half, middle + half] as const];
  });
  const from = Math.max(...spans.map((s) => s[0]));
  const to = Math.min(...spans.map((s) => s[1]));
  const middle = (from + to) / 2;
  const steps = Math.max(0, Math.floor((to - from) / 2 / STEP_MM));
  return [
    middle,
    ...Array.from({ length: steps }, (_, i) => STEP_MM * (i + 1)).flatMap((by) => [
      middle + by,
      middle - by,
    ]),
  ];
}

/**
 * Where along an axis the wires go through: nearest the middle where both bodies have a way to it.
 *
 * @param ends  of the wires that begin or end in one of its bodies, each with that body
 * @returns     mm from the middle of the first edge; the middle of both where there is no way anywhere
 */
function wayThrough(
  scene: Scene,
  hinge: Joined<Hinge>,
  fields: readonly Field[],
  ends: ReadonlyArray<{ at: Pt3; body: number }>,
  thickest: number,
): number {
  const hasWay = (along: number): boolean =>
    ends.every(({ at, body }) => {
      const mouth = endAtHinge(scene, hinge, body, along);
      if (!mouth) return true;
      const way = route(fields[body]!, [at, mouth.at], thickest ** 2, thickest);
      return !('from' in way);
    });
  const places = placesAlong(scene, hinge);
  return places.find(hasWay) ?? places[0]!;
}

const stubId = (net: Net, part: number): string => `${net.id}@${part}`;

/** Every net where it is laid: in its body, or to a hinge in each of those it goes through. */
export function parted(
  p: Project,
  scene: Scene,
  nets: readonly Net[],
  fields: readonly Field[],
  insulation: (awg: number) => number,
): Parted {
  const bodyOf = (end: End): number => bodyOfPiece(scene, end.piece);
  const across = scene.others.length ? nets.filter((n) => bodyOf(n.a) !== bodyOf(n.b)) : [];
  const ways = new Map(across.map((n) => [n, passage(p.shell, bodyOf(n.a), bodyOf(n.b))]));
  const thickest = Math.max(0, ...across.map((n) => insulation(n.awg)));
  const along = new Map(
    hingesOf(p.shell).map((hinge) => {
      const crossing = across.filter((n) =>
        ways.get(n)?.over.some((h) => h.joint.id === hinge.joint.id),
      );
      const ends = crossing
        .flatMap((n) => [n.a, n.b])
        .map((end) => ({ at: end.at, body: bodyOf(end) }))
        .filter(({ body }) => hinge.of.includes(body));
      return [hinge.joint.id, wayThrough(scene, hinge, fields, ends, thickest)] as const;
    }),
  );
  const out: Parted = { inside: bodiesOf(scene).map(() => []), across, along };
  for (const net of nets) {
    if (!across.includes(net)) {
      out.inside[Math.max(0, bodyOf(net.a))]!.push(net);
      continue;
    }
    const way = ways.get(net);
    if (way) {
      stubs(scene, net, way, along).forEach(({ body, stub }) => out.inside[body]!.push(stub));
    }
  }
  return out;
}

/** The parts of a net, body by body. */
function stubs(
  scene: Scene,
  net: Net,
  { bodies, over }: Passage,
  along: Parted['along'],
): Array<{ body: number; stub: Net }> {
  return bodies.flatMap((body, k) => {
    const at = (hinge: Joined<Hinge>) =>
      endAtHinge(scene, hinge, body, along.get(hinge.joint.id) ?? 0);
    const a = k === 0 ? net.a : at(over[k - 1]!);
    const b = k === over.length ? net.b : at(over[k]!);
    return a && b ? [{ body, stub: { ...net, id: stubId(net, k), a, b, via: [] } }] : [];
  });
}

/**
 * A wire through hinges from what is laid of it in each body.
 *
 * @param stripMm  bared at its two ends together, mm
 */
export function throughHinges(
  p: Project,
  scene: Scene,
  net: Net,
  laid: readonly Wire[],
  stripMm: number,
): Wire | undefined {
  const way = netWay(p, scene, net);
  const parts = (way?.bodies ?? []).flatMap(
    (_, k) => laid.find((w) => w.net.id === stubId(net, k)) ?? [],
  );
  const [a, b] = [parts[0], parts.at(-1)];
  if (!way || !a || !b || parts.length !== way.bodies.length) return undefined;
  const ends = { from: a.from === HINGE ? a.to : a.from, to: b.to === HINGE ? b.from : b.to };
  const base = { ...a, ...ends, net, beyond: b.bundle, working: [...a.working.slice(0, 1)] };
  delete base.cutMm;
  delete base.closedMm;
  delete base.openMm;
  const runs = parts.flatMap((w) => w.closedMm ?? []);
  if (runs.length < parts.length) {
    return { ...base, slackMm: 0, working: ['There is no way to the hinge for it yet.'] };
  }
  const rolls = way.over.map(({ joint }) => rolled(joint).value.lengthMm);
  const closedMm = [...runs, ...rolls].reduce((sum, mm) => sum + mm, 0);
  const slackMm = parts.reduce((sum, w) => sum + w.slackMm, 0);
  const cutMm = closedMm + slackMm + stripMm;
  return {
    ...base,
    closedMm,
    cutMm,
    slackMm,
    working: [
      `${runWords(runs, rolls)} = ${closedMm.toFixed(0)} mm, strips not counted`,
      ...(slackMm > 0 ? [`${slackMm.toFixed(0)} mm more, so that the bodies can be opened`] : []),
      `cut ${cutMm.toFixed(0)} mm, strips included`,
    ],
  };
}

/** "40 mm to the hinge + 35 rolled in its barrel + 60 beyond it". */
function runWords(runs: readonly number[], rolls: readonly number[]): string {
  return runs
    .map((mm, k) => {
      if (k === 0) return `${mm.toFixed(0)} mm to the hinge`;
      const where = k === runs.length - 1 ? 'beyond it' : 'to the next';
      return `${rolls[k - 1]!.toFixed(0)} rolled in its barrel + ${mm.toFixed(0)} ${where}`;
    })
    .join(' + ');
}

const netWay = (p: Project, scene: Scene, { a, b }: Net): Passage | undefined =>
  passage(p.shell, bodyOfPiece(scene, a.piece), bodyOfPiece(scene, b.piece));

/** Leads whose sockets lie in two bodies. */
const leadsAcross = (scene: Scene): Cable[] =>
  scene.cables.filter((c) => {
    const [a, b] = c.ends.map((e) => bodyWith(scene, e.item));
    return a && b && a !== b;
  });

/** What has been found of the ways through hinges. */
export interface Through {
  fields: readonly Field[];
  across: readonly Net[];
  along: Parted['along'];
}

const leadWay = (p: Project, scene: Scene, c: Cable): Passage | undefined => {
  const [a, b] = c.ends.map((e) => bodiesOf(scene).indexOf(bodyWith(scene, e.item)!));
  return a === undefined || b === undefined ? undefined : passage(p.shell, a, b);
};

/** A ribbon from socket to socket through the barrel: long enough or not, by the way it has in both bodies. */
function leadFinding(p: Project, scene: Scene, c: Cable, { fields, along }: Through): Finding[] {
  const long = c.part.lead?.longMm;
  const over = leadWay(p, scene, c)?.over;
  if (!over || long === undefined) return [];
  const at = (k: number, body: number): End | undefined => {
    const hinge = over.at(k)!;
    return endAtHinge(scene, hinge, body, along.get(hinge.joint.id) ?? 0);
  };
  const runs = c.ends.flatMap((e, i) => {
    const body = bodyWith(scene, e.item)!;
    const index = bodiesOf(scene).indexOf(body);
    const from = tailOf(body, e);
    const mouth = at(i === 0 ? 0 : -1, index);
    if (!from || !mouth) return [];
    const way = route(
      fields[index]!,
      [from.at, mouth.at],
      RIBBON.thick * RIBBON.wide,
      RIBBON.thick,
    );
    // Without a way it is no shorter than straight along and up.
    const points =
      'from' in way
        ? [from.at, [mouth.at[0], mouth.at[1], from.at[2]] as Pt3, mouth.at]
        : way.points;
    return [lengthOf(points)];
  });
  if (runs.length < 2) return [];
  const roll = over.reduce((sum, { joint }) => sum + rolled(joint).value.lengthMm, 0);
  const need = runs.reduce((sum, mm) => sum + mm, roll);
  if (need <= long) return [];
  const items = c.ends.map((e) => e.item);
  return [
    {
      id: `wire:hinge-lead-${c.lead.id}`,
      station: 'fit',
      check: 'wire',
      code: 'lead-hinge',
      verdict: 'hit',
      title: `${(need - long).toFixed(0)} mm too short for the hinge`,
      what: `${c.lead.name} between ${items.map((i) => everyItem(scene).get(i)!.item.name).join(' and ')}`,
      why: [
        `${runs.map((mm) => mm.toFixed(0)).join(' + ')} mm to the hinge in both bodies + ${roll.toFixed(0)} rolled in its barrel = ${need.toFixed(0)}; it is ${long} mm long`,
      ],
      about: items,
      refs: [{ is: 'lead', id: c.lead.id }],
    },
  ];
}

/** Everything that turns in the barrel of a hinge, against its bore. */
function barrelFindings(
  p: Project,
  scene: Scene,
  { joint: hinge }: Joined<Hinge>,
  all: readonly Net[],
  insulation: (awg: number) => number,
): Finding[] {
  const isOver = (way: Passage | undefined): boolean =>
    way?.over.some((h) => h.joint.id === hinge.id) ?? false;
  const across = all.filter((n) => isOver(netWay(p, scene, n)));
  const leads = leadsAcross(scene).filter((c) => isOver(leadWay(p, scene, c)));
  if (!across.length && !leads.length) return [];
  const bore = (Math.PI / 4) * hinge.barrel.mm ** 2;
  const wires = across.reduce((sum, n) => sum + (Math.PI / 4) * insulation(n.awg) ** 2, 0);
  const ribbons = leads.length * RIBBON.thick * rolled(hinge).value.lengthMm;
  const needs = wires + ribbons;
  if (needs <= BARREL_FILL * bore) return [];
  return [
    {
      id: `wire:barrel-${hinge.id}`,
      station: 'fit',
      check: 'wire',
      code: 'barrel-full',
      verdict: needs > bore ? 'hit' : 'tight',
      title: `${needs.toFixed(0)} mm² in a barrel of ${bore.toFixed(0)} mm²`,
      what: `${[
        across.length && `${across.length} ${across.length === 1 ? 'wire' : 'wires'}`,
        leads.length && `${leads.length} ${leads.length === 1 ? 'ribbon' : 'ribbons'}`,
      ]
        .filter(Boolean)
        .join(' and ')} through the hinge`,
      why: [
        `${wires.toFixed(0)} mm² of wires${ribbons ? ` + ${ribbons.toFixed(0)} mm² of ribbon rolled up` : ''}; more than ${100 * BARREL_FILL} % of the bore no longer turns freely (typical).`,
        'A wider barrel, thinner wires, or a board in the other body that needs fewer of them.',
      ],
      about: [
        ...new Set([
          ...across.flatMap((n) => [n.a.item, n.b.item]),
          ...leads.flatMap((c) => c.ends.map((e) => e.item)),
        ]),
      ],
      refs: [{ is: 'joint', id: hinge.id }],
    },
  ];
}

/** Wires into a body that hangs on no hinge have no way yet. */
function withoutHinge(p: Project, scene: Scene, across: readonly Net[]): Finding[] {
  const bodies = bodiesOf(scene);
  return bodies.slice(1).flatMap((body, i): Finding[] => {
    const index = i + 1;
    if (!body.shell) return [];
    const reached = (end: End): number => bodyOfPiece(scene, end.piece);
    // Of two bodies without a way between them the later one is named.
    const here = across.filter(
      (n) => Math.max(reached(n.a), reached(n.b)) === index && !netWay(p, scene, n),
    );
    const leads = leadsAcross(scene).filter(
      (c) =>
        Math.max(...c.ends.map((e) => bodies.indexOf(bodyWith(scene, e.item)!))) === index &&
        !leadWay(p, scene, c),
    );
    if (!here.length && !leads.length) return [];
    const about = [
      ...new Set([
        ...here.flatMap((n) => [n.a.item, n.b.item]),
        ...leads.flatMap((c) => c.ends.map((e) => e.item)),
      ]),
    ].filter((item) => body.items.has(item));
    const names = about.map((item) => body.items.get(item)!.item.name);
    return [
      {
        id: `between:${body.shell.body.id}`,
        station: 'fit',
        check: 'wire',
        code: 'wires-between-bodies',
        verdict: 'tight',
        title: 'Wires between two bodies',
        what: `${names.join(', ')} in ${body.shell.body.name}`,
        why: [
          'How they get from one body into the other is not said, so their lengths, bends and room are not judged: name the hinge in Shell, or put a plug between, and try it before anything is glued.',
        ],
        about,
        refs: about.map((id) => ({ is: 'item' as const, id })),
      },
    ];
  });
}

/** What is said of everything that leads from one body into another. */
export const acrossFindings = (
  p: Project,
  scene: Scene,
  through: Through,
  insulation: (awg: number) => number,
): Finding[] => [
  ...leadsAcross(scene).flatMap((c) => leadFinding(p, scene, c, through)),
  ...hingesOf(p.shell).flatMap((hinge) =>
    barrelFindings(p, scene, hinge, through.across, insulation),
  ),
  ...withoutHinge(p, scene, through.across),
];
