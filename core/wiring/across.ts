/**
 * Wires and leads from one body into another: inside each body to the middle of its hinge edge, and
 * rolled through the barrel between them. Bodies without a hinge between them are said.
 */
import { type Edge, type Finding, type Project, type Shell } from '../model';
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

/** A net within one body, or the part of one that leads to the hinge. */
export interface Parted {
  /** Of each body, in the order of the scene's bodies. */
  inside: Net[][];
  across: Net[];
  /** Where along the axis they go through, mm from its middle. */
  along: number;
}

const bodyOfPiece = (scene: Scene, piece: string): number =>
  bodiesOf(scene).findIndex((s) => s.shell?.body.pieces.some((q) => q.id === piece));

/** Which edge of a body the hinge is at; nothing for a body that hangs on none. */
function hingeEdge(shell: Shell, index: number): Edge | undefined {
  if (!shell.hinge || index > 1) return undefined;
  return index === 0 ? shell.hinge.first : shell.hinge.second;
}

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

/** The end at the hinge of a wire that leaves a body there. */
export function endAtHinge(
  p: Project,
  scene: Scene,
  index: number,
  along: number,
): End | undefined {
  const edge = hingeEdge(p.shell, index);
  const body = bodiesOf(scene)[index];
  if (!edge || !body?.shell) return undefined;
  // What lies open before the first body looks back at it.
  const own = index === 0 ? along : -along;
  return { item: AT_HINGE, pad: AT_HINGE, ...hingeMouth(body, edge, p.shell.hinge!.up.mm, own) };
}

/** Places along the axis at which wires may go through, the middle first. */
function placesAlong(p: Project, scene: Scene): number[] {
  const halves = [0, 1].flatMap((i) => {
    const edge = hingeEdge(p.shell, i);
    const body = bodiesOf(scene)[i];
    return edge && body?.shell ? [halfEdge(body, edge)] : [];
  });
  const steps = Math.max(0, Math.floor(Math.min(...halves) / STEP_MM));
  return [
    0,
    ...Array.from({ length: steps }, (_, i) => [STEP_MM * (i + 1), -STEP_MM * (i + 1)]),
  ].flat();
}

/**
 * Where along the axis the wires go through: nearest the middle where both bodies have a way to it.
 *
 * @returns  mm from the middle; the middle itself where there is none anywhere
 */
function wayThrough(
  p: Project,
  scene: Scene,
  fields: readonly Field[],
  across: readonly Net[],
  insulation: (awg: number) => number,
): number {
  if (!p.shell.hinge || !across.length) return 0;
  const thickest = Math.max(...across.map((n) => insulation(n.awg)));
  const hasWay = (along: number): boolean =>
    across.every((net) =>
      [net.a, net.b].every((end) => {
        const index = bodyOfPiece(scene, end.piece);
        const mouth = endAtHinge(p, scene, index, along);
        if (!mouth) return true;
        const way = route(fields[index]!, [end.at, mouth.at], thickest ** 2, thickest);
        return !('from' in way);
      }),
    );
  return placesAlong(p, scene).find(hasWay) ?? 0;
}

const stubId = (net: Net, which: 'a' | 'b'): string => `${net.id}@${which}`;

/** Every net where it is laid: in its body, or to the hinge in both. */
export function parted(
  p: Project,
  scene: Scene,
  nets: readonly Net[],
  fields: readonly Field[],
  insulation: (awg: number) => number,
): Parted {
  const isAcross = ({ a, b }: Net): boolean =>
    bodyOfPiece(scene, a.piece) !== bodyOfPiece(scene, b.piece);
  const across = scene.others.length ? nets.filter(isAcross) : [];
  const along = wayThrough(p, scene, fields, across, insulation);
  const out: Parted = { inside: bodiesOf(scene).map(() => []), across, along };
  for (const net of nets) {
    const [i, j] = [bodyOfPiece(scene, net.a.piece), bodyOfPiece(scene, net.b.piece)];
    if (!across.includes(net)) {
      out.inside[Math.max(0, i)]!.push(net);
      continue;
    }
    const [a, b] = [endAtHinge(p, scene, i, along), endAtHinge(p, scene, j, along)];
    if (!a || !b) continue;
    out.inside[i]!.push({ ...net, id: stubId(net, 'a'), b: a, via: [] });
    out.inside[j]!.push({ ...net, id: stubId(net, 'b'), a: b, via: [] });
  }
  return out;
}

/**
 * A wire through the hinge from what is laid of it in both bodies.
 *
 * @param stripMm  bared at its two ends together, mm
 */
export function throughHinge(
  p: Project,
  net: Net,
  laid: readonly Wire[],
  stripMm: number,
): Wire | undefined {
  const find = (which: 'a' | 'b') => laid.find((w) => w.net.id === stubId(net, which));
  const [a, b] = [find('a'), find('b')];
  if (!a || !b || !p.shell.hinge) return undefined;
  const { lengthMm } = rolled(p.shell.hinge).value;
  const ends = { from: a.from === HINGE ? a.to : a.from, to: b.to === HINGE ? b.from : b.to };
  const base = { ...a, ...ends, net, beyond: b.bundle, working: [...a.working.slice(0, 1)] };
  delete base.cutMm;
  delete base.closedMm;
  delete base.openMm;
  if (a.closedMm === undefined || b.closedMm === undefined) {
    return { ...base, slackMm: 0, working: ['There is no way to the hinge for it yet.'] };
  }
  const closedMm = a.closedMm + lengthMm + b.closedMm;
  const slackMm = a.slackMm + b.slackMm;
  const cutMm = closedMm + slackMm + stripMm;
  return {
    ...base,
    closedMm,
    cutMm,
    slackMm,
    working: [
      `${a.closedMm.toFixed(0)} mm to the hinge + ${lengthMm.toFixed(0)} rolled in its barrel + ${b.closedMm.toFixed(0)} beyond it = ${closedMm.toFixed(0)} mm, strips not counted`,
      ...(slackMm > 0 ? [`${slackMm.toFixed(0)} mm more, so that both bodies can be opened`] : []),
      `cut ${cutMm.toFixed(0)} mm, strips included`,
    ],
  };
}
/** Leads whose sockets lie in two bodies. */
const leadsAcross = (scene: Scene): Cable[] =>
  scene.cables.filter((c) => {
    const [a, b] = c.ends.map((e) => bodyWith(scene, e.item));
    return a && b && a !== b;
  });

/** What has been found of the way through a hinge. */
export interface Through {
  fields: readonly Field[];
  across: readonly Net[];
  along: number;
}

/** A ribbon from socket to socket through the barrel: long enough or not, by the way it has in both bodies. */
function leadFinding(p: Project, scene: Scene, c: Cable, { fields, along }: Through): Finding[] {
  const long = c.part.lead?.longMm;
  if (!p.shell.hinge || long === undefined) return [];
  const runs = c.ends.flatMap((e) => {
    const body = bodyWith(scene, e.item)!;
    const index = bodiesOf(scene).indexOf(body);
    const from = tailOf(body, e);
    const mouth = endAtHinge(p, scene, index, along);
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
  const roll = rolled(p.shell.hinge).value.lengthMm;
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

/** Everything that turns in the barrel, against its bore. */
function barrelFindings(
  p: Project,
  scene: Scene,
  across: readonly Net[],
  insulation: (awg: number) => number,
): Finding[] {
  const { hinge } = p.shell;
  if (!hinge) return [];
  const leads = leadsAcross(scene);
  if (!across.length && !leads.length) return [];
  const bore = (Math.PI / 4) * hinge.barrel.mm ** 2;
  const wires = across.reduce((sum, n) => sum + (Math.PI / 4) * insulation(n.awg) ** 2, 0);
  const ribbons = leads.length * RIBBON.thick * rolled(hinge).value.lengthMm;
  const needs = wires + ribbons;
  if (needs <= BARREL_FILL * bore) return [];
  return [
    {
      id: 'wire:barrel',
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
    },
  ];
}

/** Wires into a body that hangs on no hinge have no way yet. */
function withoutHinge(p: Project, scene: Scene, across: readonly Net[]): Finding[] {
  const bodies = bodiesOf(scene);
  return bodies.slice(1).flatMap((body, i): Finding[] => {
    const index = i + 1;
    if (hingeEdge(p.shell, index) || !body.shell) return [];
    const pieces = new Set(body.shell.body.pieces.map((q) => q.id));
    const here = across.filter((n) => pieces.has(n.a.piece) !== pieces.has(n.b.piece));
    const leads = leadsAcross(scene).filter((c) => c.ends.some((e) => body.items.has(e.item)));
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
  ...barrelFindings(p, scene, through.across, insulation),
  ...withoutHinge(p, scene, through.across),
];
