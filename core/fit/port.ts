/**
 * A socket and the wall it looks through: the opening it needs, and whether a plug seats.
 */
import { type Finding, mm1, present, type Project, uOf, openingCut } from '../model';
import { partOf, PLUGS } from '../kit';
import { span, wallName, type WallHole } from '../shell';
import { judgedGap } from './contact';
import {
  acrossSizes,
  isInOpen,
  type Mouth,
  mouldSizes,
  mouldSolid,
  type PlacedItem,
  placing,
  type Scene,
} from './scene';
import { blockBox, gapOf } from '../geometry';

/** Room left around a nose or moulding on each side when an opening is cut, mm. */
export const PORT_CLEARANCE_MM = 0.4;
/** A socket this far out of the wall is taken as meant to stand proud no further, mm. */
const PROUD_MM = 1;

export interface PortOpening extends WallHole {
  /** `item/connector`, the key of its cut. */
  key: string;
  /** An existing opening that already serves. */
  existing?: string;
  wide: boolean;
  /** What the plug asks for, where it was measured as cut. */
  asked?: { w: number; h: number };
  why: string[];
}

export const portKey = (item: string, connector: string): string => `${item}/${connector}`;

/** An opening drawn on to the parting line. */
export function notched<T extends WallHole & { why: string[] }>(need: T): T {
  const [low, high] = [Math.min(0, need.v - need.h / 2), Math.max(0, need.v + need.h / 2)];
  return {
    ...need,
    v: (low + high) / 2,
    h: high - low,
    round: false,
    why: [...need.why, 'open to the parting line, so that it goes in from above'],
  };
}

/** The opening a socket needs in the wall it looks at, whether cut, measured or already there. */
export function portOpening(scene: Scene, at: PlacedItem, mouth: Mouth): PortOpening | undefined {
  if (!mouth.wall || mouth.u === undefined || !scene.shell) return undefined;
  const key = portKey(at.item.id, mouth.id);
  const plug = PLUGS[mouth.type];
  const cut = openingCut(scene.project, key);
  const wide = cut?.wide ?? false;
  let [w, h] = wide ? mouldSizes(at, mouth) : acrossSizes(at, mouth);
  const why = [
    `${wide ? 'moulding' : 'nose'} of the ${plug.name} ${w} × ${h} mm (typical, measure yours)`,
  ];
  // A socket that reaches into the wall needs the opening to let its own body through.
  const block =
    mouth.block === undefined ? undefined : at.blocks.find((b) => b.block.id === mouth.block);
  let bodied = false;
  // A mouth given on the board itself has no body of its own to let through.
  if (block?.block.kind === 'connector' && mouth.recess! < scene.shell.body.wall.mm) {
    const [low, high] = blockBox(block.block);
    const bodyH = at.pose.stand === 'flat' ? high[2] - low[2] : h;
    const bodyW =
      Math.abs(mouth.wall.ux) > 0.5
        ? block.solid.x1 - block.solid.x0
        : block.solid.y1 - block.solid.y0;
    bodied = bodyW > w || bodyH > h;
    if (bodied) {
      why.push(
        `the socket's own body ${bodyW.toFixed(1)} × ${bodyH.toFixed(1)} mm reaches into the wall`,
      );
    }
    w = Math.max(w, bodyW);
    h = Math.max(h, bodyH);
  }
  // A round plug gets a round hole, unless a square body comes through it.
  const round = plug.round && !bodied;
  const need: PortOpening = {
    key,
    wall: mouth.wall.index,
    u: mouth.u,
    v: mouth.z,
    w: w + 2 * PORT_CLEARANCE_MM,
    h: h + 2 * PORT_CLEARANCE_MM,
    round,
    wide,
    why,
  };
  why.push(`+ 2 × ${PORT_CLEARANCE_MM} mm all round`);
  const planned = cut?.notch ? notched(need) : need;
  if (cut?.measured) {
    const { w: wide, h: high } = cut.measured;
    return {
      ...planned,
      asked: { w: planned.w, h: planned.h },
      w: wide.mm,
      h: high.mm,
      // A notch begins at the parting line, however deep it was cut.
      ...(cut.notch ? { v: (Math.sign(need.v) || 1) * (high.mm / 2) } : {}),
      why: ['as cut and measured'],
    };
  }
  if (cut?.notch) return planned;
  const there = scene.shell.openings.wall.find(
    (o) =>
      o.wall === need.wall &&
      Math.abs(o.u - need.u) + w / 2 <= o.w / 2 + 1e-6 &&
      Math.abs(o.v - need.v) + h / 2 <= o.h / 2 + 1e-6,
  );
  return there
    ? {
        ...need,
        u: there.u,
        v: there.v,
        w: there.w,
        h: there.h,
        round: there.round,
        existing: there.name,
        why: [`${there.name} already lets it through`],
      }
    : need;
}

interface Plate {
  name: string;
  w: number;
  h: number;
  thick: number;
}

/** The plate glued over a hole that was cut too large: the opening a plug then meets. */
function plateOver(p: Project, key: string): Plate | undefined {
  const { items } = present(p).kit;
  const item = items.find((i) => i.made?.kind === 'port plate' && i.made.for === key);
  const block = item && partOf(p, item).blocks[0];
  const hole = block?.plan.kind === 'polygon' ? block.plan.holes?.[0] : undefined;
  if (!item || !block || !hole) return undefined;
  const span = (i: 0 | 1): number =>
    Math.max(...hole.map((q) => q[i])) - Math.min(...hole.map((q) => q[i]));
  return { name: item.name, w: span(0), h: span(1), thick: block.height.mm };
}

/** Whether each socket that must be reached can take its plug. */
export function plugFindings(scene: Scene): Finding[] {
  const out: Finding[] = [];
  for (const at of scene.items.values()) {
    for (const mouth of at.mouths) {
      if (!mouth.outside) continue;
      out.push(plugFinding(scene, at, mouth), ...ownInWay(at, mouth));
    }
  }
  return out;
}

/** A moulding is drawn back by so much a step until it is clear of its own board, mm, and no further than this. */
const BACK_STEP_MM = 0.1;
const BACK_MOST_MM = 20;

/**
 * A socket set back on its board: the board, or what stands beside the socket, meets the plug's
 * moulding before the plug is in.
 */
function ownInWay(at: PlacedItem, mouth: Mouth): Finding[] {
  // A plug that comes from above meets nothing beside the socket.
  if (Math.hypot(mouth.dx, mouth.dy) < 0.5) return [];
  const plug = PLUGS[mouth.type];
  const own = at.blocks.filter((b) => b.block.id !== mouth.block);
  /** Blocks the moulding meets when it stands so far out of where it stands seated. */
  const met = (out: number) => {
    const mould = mouldSolid(at, mouth, plug.recessMm + out);
    return own.filter((b) => gapOf(mould, b.solid.prisms).gap < -BACK_STEP_MM / 2);
  };
  const [first] = met(0);
  if (!first) return [];
  let short = BACK_STEP_MM;
  while (short < BACK_MOST_MM && met(short).length) short += BACK_STEP_MM;
  const margin = judgedGap(-short, 0, 'The moulding stops at its own board.', [
    { key: `plug.${mouth.type}`, label: `the ${plug.name}`, u: uOf('made'), k: 1 },
  ]);
  return [
    {
      id: `plug-own:${portKey(at.item.id, mouth.id)}`,
      station: 'fit',
      check: 'plug',
      code: 'plug-own',
      verdict: margin.verdict,
      measure: margin.measure,
      title: `Plug seats ${mm1(short)} mm short`,
      what: `${first.block.name} of ${at.item.name} stands in the way of the moulding at ${mouth.name}.`,
      why: [
        `The moulding ${plug.overmould.w} × ${plug.overmould.h} mm ends ${plug.recessMm} mm before the mouth (typical, measure yours). Slim it there, or use a plug whose nose is longer.`,
      ],
      about: [at.item.id],
      refs: [{ is: 'socket', item: at.item.id, connector: mouth.id }],
      at: { x: mouth.x, y: mouth.y, z: mouth.z },
    },
  ];
}

export function plugFinding(scene: Scene, at: PlacedItem, mouth: Mouth): Finding {
  const plug = PLUGS[mouth.type];
  const name = `${mouth.name} of ${at.item.name}`;
  const base = {
    id: `plug:${portKey(at.item.id, mouth.id)}`,
    station: 'fit' as const,
    check: 'plug' as const,
    code: 'plug',
    refs: [{ is: 'socket' as const, item: at.item.id, connector: mouth.id }],
    about: [at.item.id],
    at: { x: mouth.x, y: mouth.y, z: mouth.z },
  };
  if (isInOpen(scene.shell!, at)) {
    return {
      ...base,
      verdict: 'clear',
      title: 'Open: no wall in front',
      what: name,
      why: ['What stands in the way of its plug is told as a touch.'],
    };
  }
  if (!mouth.wall || mouth.recess === undefined || mouth.recess > 60) {
    return {
      ...base,
      verdict: 'hit',
      title: 'No wall in front',
      what: `${name} does not look at a wall, so no plug can reach it.`,
      why: [
        'Its mouth points within 25° of no wall. Turn the part, or say that this socket is not used from outside.',
      ],
    };
  }
  const cut = portOpening(scene, at, mouth)!;
  const plate = plateOver(scene.project, cut.key);
  const opening = plate ?? cut;
  // A plug meets the plate first, and goes in less deep by its thickness.
  const deep = mouth.recess + (plate?.thick ?? 0);
  const [mw, mh] = mouldSizes(at, mouth);
  const enters = opening.w >= mw + 0.2 && opening.h >= mh + 0.2;
  const allowed = enters ? plug.noseLength + 6 : plug.recessMm;
  const far =
    Math.abs(mouth.wall.nx) > 0.5 ? span(scene.shell!.body, 'x') : span(scene.shell!.body, 'y');
  const sources = [
    placing(at),
    ...(mouth.wall.nx > 0.5 || mouth.wall.ny > 0.5
      ? far.sources.map((s) => ({ ...s, k: -s.k }))
      : []),
    { key: `plug.${mouth.type}`, label: `the ${plug.name}`, u: uOf('made'), k: 1 },
  ];
  const proud = mouth.recess < -PROUD_MM;
  const margin = proud ? mouth.recess + PROUD_MM : allowed - deep;
  const { measure, verdict } = judgedGap(
    margin,
    0,
    enters ? 'The moulding passes the opening.' : 'The moulding stops at the outer face.',
    sources,
  );
  let title: string;
  if (proud) title = `Stands ${mm1(mouth.recess)} mm out of the shell`;
  else if (margin < 0) title = `Plug seats ${mm1(margin)} mm short`;
  else title = `Plug seats with ${mm1(margin)} mm to spare`;
  return {
    ...base,
    verdict,
    measure,
    title,
    what: `${name}, ${wallName(mouth.wall)}`,
    why: [
      `Its mouth lies ${deep.toFixed(1)} mm behind the outer face${plate ? ` of ${plate.name}` : ''}; ${allowed.toFixed(1)} mm is the most a ${plug.name} takes.`,
      enters
        ? `The moulding ${mw} × ${mh} mm enters the ${opening.w.toFixed(1)} × ${opening.h.toFixed(1)} mm opening.`
        : `The moulding ${mw} × ${mh} mm meets the ${opening.w.toFixed(1)} × ${opening.h.toFixed(1)} mm opening.`,
    ],
    way: { x: mouth.wall.nx, y: mouth.wall.ny, z: 0 },
  };
}
