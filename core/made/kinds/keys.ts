/** Behind the keys: a plate that holds loose switches, caps, and tips for caps that are too short. */
import { type Stack, stacks } from '../../controls';
import type { PlacedItem } from '../../fit';
import type { Cap, Shape } from '../../model';
import { type Design, type Ground, keptOf, type Kind, mm, ownId } from '../design';
import { grown, pinRing, prism, type Pt, type Rect, rectRing } from '../shapes';
import { above, isFreeAt, onWhole, rectInSite, siteOn } from '../site';

/** Switches no further apart share a plate, mm. */
const TOGETHER_MM = 25;
/** A thumb bends a thinner plate, mm. */
const PLATE_MM = 2;
/** Of a switch a pocket holds so much of its height. */
const POCKET_SHARE = 0.4;
/** A foot is so wide, mm. */
const FOOT_MM = 4;
/** Between a foot and what stands beside it, mm. */
const BESIDE_MM = 0.5;
/** Free between a peg and its switch at rest, mm. */
export const FREE_MM = 0.1;

interface Loose {
  at: PlacedItem;
  /** Of its body, in the build's plan, and between which heights it lies. */
  plan: Rect;
  z: [number, number];
  x: number;
  y: number;
  legs: boolean;
}

/** Single switches that lie in a face and hang on nothing but wire. */
function looseOf(at: PlacedItem): Loose | undefined {
  const { part, placement } = at;
  const body = at.blocks.find((b) => b.block.kind === 'body');
  const single = part.family === 'switch' && part.inputs === 1 && !part.off;
  const lies = placement.stand === 'flat' && placement.up === 'out' && 'piece' in placement.on;
  if (!single || !lies || !body || at.blocks.some((b) => b.block.kind === 'board')) {
    return undefined;
  }
  const { x0, x1, y0, y1, z0, z1 } = body.solid;
  return {
    at,
    plan: { x0, y0, x1, y1 },
    z: [z0, z1],
    x: (x0 + x1) / 2,
    y: (y0 + y1) / 2,
    legs: at.blocks.some((b) => b.block.kind === 'pins'),
  };
}

/** Switches of one piece, those near each other together, from left to right. */
function clusters(all: readonly Loose[]): Loose[][] {
  const out: Loose[][] = [];
  for (const one of all) {
    const near = out.filter((c) =>
      c.some(
        (q) => q.at.piece === one.at.piece && Math.hypot(q.x - one.x, q.y - one.y) <= TOGETHER_MM,
      ),
    );
    const joined = [...near.flat(), one];
    for (const c of near) out.splice(out.indexOf(c), 1);
    out.push(joined);
  }
  return out.map((c) => c.sort((a, b) => a.x - b.x || a.y - b.y));
}

export const switchPlates: Kind = (g) =>
  clusters([...g.scene.items.values()].flatMap((at) => looseOf(at) ?? [])).flatMap(
    (cluster) => switchPlate(g, cluster) ?? [],
  );

function switchPlate({ scene, rules }: Ground, cluster: readonly Loose[]): Design | undefined {
  // The same plate whatever the order and the ids of its switches.
  const first =
    cluster.find((q) => keptOf(scene.project, 'switch plate', q.at.item.id)) ?? cluster[0];
  const middle = (of: 'x' | 'y'): number =>
    Math.round((cluster.reduce((s, q) => s + q[of], 0) / cluster.length) * 10) / 10;
  const site = siteOn(scene, first!.at.piece, middle('x'), middle('y'));
  const bodies = cluster.map(({ plan, z }) => {
    const heights = [above(site, z[0]), above(site, z[1])];
    return { plan: rectInSite(site, plan), low: Math.min(...heights), high: Math.max(...heights) };
  });
  // The plate lies behind the deepest of them; the others get a pad.
  const back = Math.max(...bodies.map((b) => b.high));
  const deep = Math.min(...bodies.map((b) => (b.high - b.low) * POCKET_SHARE));
  const rim = back - deep;
  const pockets = bodies.map((b) => grown(b.plan, rules.gapMm));
  const walls = pockets.map((q) => grown(q, rules.wallMm));
  const outer: Rect = {
    x0: Math.min(...walls.map((q) => q.x0)),
    y0: Math.min(...walls.map((q) => q.y0)),
    x1: Math.max(...walls.map((q) => q.x1)),
    y1: Math.max(...walls.map((q) => q.y1)),
  };
  const own = ownId(scene, 'switch plate', first!.at.item.id);
  const served = cluster.map((q) => q.at.item.id);
  const feet = footSpots(outer)
    .filter((r) => onWhole(site, r))
    .filter((r) => isFreeAt(site, rectRing(grown(r, BESIDE_MM)), 0, rim, [own]))
    .map(rectRing);
  const apart = pockets.every((a, i) =>
    pockets.every(
      (b, k) => k <= i || !touches(grown(a, rules.wallMm / 2), grown(b, rules.wallMm / 2)),
    ),
  );
  if (feet.length < 3 || !apart || rim < 0.5) return undefined;
  // A plate reaches over its feet.
  const whole = feet.flat().reduce<Rect>(
    (r, [x, y]) => ({
      x0: Math.min(r.x0, x),
      y0: Math.min(r.y0, y),
      x1: Math.max(r.x1, x),
      y1: Math.max(r.y1, y),
    }),
    outer,
  );
  const thick = Math.max(PLATE_MM, rules.wallMm);
  const legs = cluster.filter((q) => q.legs).map((q) => q.at.item.name);
  return {
    kind: 'switch plate',
    for: first!.at.item.id,
    holds: served,
    name: `Plate behind ${first!.at.item.name}${cluster.length > 1 ? ` and ${cluster.length - 1} more` : ''}`,
    blocks: [
      prism('guide', 'guides', rectRing(whole), rim, deep, pockets.map(rectRing)),
      prism('plate', 'plate', rectRing(whole), back, thick, wireHoles(bodies)),
      ...feet.map((ring, i) => prism(`foot-${i + 1}`, `foot ${i + 1}`, ring, 0, rim)),
      ...bodies
        .filter((b) => back - b.high >= 0.2)
        .map((b, i) =>
          prism(`pad-${i + 1}`, `pad ${i + 1}`, rectRing(grown(b.plan, -1)), b.high, back - b.high),
        ),
    ],
    place: site.place,
    ...(legs.length
      ? {
          cannot: `Trim the legs of ${legs.join(', ')} and bend them flat first: they stand where the plate would.`,
        }
      : {}),
    why: [
      `${cluster.length === 1 ? 'one pocket' : `${cluster.length} pockets`}, ${mm(rules.gapMm)} beside each switch, ${mm(deep)} deep`,
      `its face ${mm(back)} above the floor: as deep as the switches lie behind the face`,
      `${feet.length} feet glued to the face, ${mm(thick)} thick so that a thumb does not bend it`,
    ],
  };
}

/** A hole for wires in the middle of each pocket, mm across. */
const WIRES_MM = 2.4;
const wireHoles = (bodies: ReadonlyArray<{ plan: Rect }>): Pt[][] =>
  bodies.map(({ plan }) => pinRing((plan.x0 + plan.x1) / 2, (plan.y0 + plan.y1) / 2, WIRES_MM));

const touches = (a: Rect, b: Rect): boolean =>
  a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;

/** Where feet may stand beside a plate: at its corners, then at its sides. */
function footSpots(r: Rect): Rect[] {
  const [mx, my] = [(r.x0 + r.x1) / 2, (r.y0 + r.y1) / 2];
  const f = FOOT_MM;
  const at = (x: number, y: number): Rect => ({ x0: x, y0: y, x1: x + f, y1: y + f });
  const beyond = [
    at(r.x0 - f, r.y0),
    at(r.x1, r.y0),
    at(r.x0 - f, r.y1 - f),
    at(r.x1, r.y1 - f),
    at(r.x0 - f, my - f / 2),
    at(r.x1, my - f / 2),
    at(mx - f / 2, r.y0 - f),
    at(mx - f / 2, r.y1),
  ];
  // Low plates' feet would lie over each other.
  return beyond.filter((q, i) => !beyond.slice(0, i).some((o) => touches(o, q)));
}

/** Outline of a shape as large as so much across, a hole's own form kept. */
function outlineOf(shape: Shape, wide: number): Pt[] | undefined {
  if (shape.kind === 'circle') return pinRing(0, 0, wide);
  if (shape.kind === 'rect') {
    const by = wide - Math.max(shape.w.mm, shape.h.mm);
    const [a, b] = [(shape.w.mm + by) / 2, (shape.h.mm + by) / 2];
    return a > 0 && b > 0 ? rectRing({ x0: -a, y0: -b, x1: a, y1: b }) : undefined;
  }
  return undefined;
}
function acrossOf(shape: Shape): number {
  if (shape.kind === 'circle') return shape.d.mm;
  return shape.kind === 'rect' ? Math.max(shape.w.mm, shape.h.mm) : 0;
}

/** A peg is so wide, mm; thinner it bends. */
const PEG_MM = 3;
/** Stands out of the face where that was not measured, mm. */
const PROUD_MM = 1.5;

/** How long the peg of a cap wants to be for the switch that lies under it, mm. */
const wanted = (cap: Cap, on: readonly Stack[]): number => {
  const under = on.filter((s) => s.cap.id === cap.id && s.on);
  if (!under.length) return cap.peg.mm;
  return cap.peg.mm + Math.min(...under.map((s) => s.rest)) - FREE_MM;
};
const hundredth = (x: number): number => Math.round(x * 100) / 100;

/** A cap like the one that was measured, with a peg as long as its switch wants. */
export const caps: Kind = ({ p, scene, rules }) => {
  const body = scene.shell!.body;
  const on = stacks(scene);
  return (body.caps ?? []).flatMap((cap): Design[] => {
    const opening = body.pieces.flatMap((q) => q.openings).find((o) => o.id === cap.opening);
    if (!opening) return [];
    const wide = Math.min(cap.across.mm, acrossOf(opening.shape) - 2 * rules.gapMm);
    const stem = outlineOf(opening.shape, wide);
    const flange = outlineOf(opening.shape, Math.max(cap.flange.mm, wide + 2));
    const peg = hundredth(wanted(cap, on));
    if (!stem || !flange || wide < rules.wallMm || peg < 0) return [];
    const thick = Math.max(cap.flangeThick.mm, rules.wallMm);
    const proud = cap.proud.mm || PROUD_MM;
    // A flange thicker than the old one takes its share from the peg.
    const pegLong = peg - (thick - cap.flangeThick.mm);
    const pegWide = Math.min(PEG_MM, wide * 0.6);
    const serves = p.controls.inputs.filter(
      (i) => 'opening' in i.at && i.at.opening === cap.opening,
    ).length;
    return [
      {
        kind: 'cap',
        for: cap.id,
        holds: [],
        turned: true,
        name: `${cap.name}, printed`,
        blocks: [
          ...(pegLong >= 0.3
            ? [prism('peg', 'peg', pinRing(0, 0, Math.max(pegWide, rules.wallMm)), 0, pegLong)]
            : []),
          prism('flange', 'flange', flange, Math.max(0, pegLong), thick),
          prism('stem', 'stem', stem, Math.max(0, pegLong) + thick, body.wall.mm + proud),
        ],
        ...(pegLong < 0
          ? { cannot: 'No peg is left: the switch stands higher than its flange hangs.' }
          : {}),
        // With it in place this is how far its peg reaches.
        sets: Math.abs(peg - cap.peg.mm) >= 0.01 ? [{ do: 'peg', cap: cap.id, mm: peg }] : [],
        why: [
          `${mm(wide)} across in its hole of ${mm(acrossOf(opening.shape))}: at least ${mm(rules.gapMm)} at each side`,
          `peg ${mm(Math.max(0, pegLong))}: ${mm(FREE_MM)} free over its switch at rest`,
          `stands ${mm(proud)} out of the face${cap.proud.mm ? '' : ' (typical)'}${serves > 1 ? `; one for each of ${serves} keys` : ''}`,
        ],
      },
    ];
  });
};

/** Shorter than this a drop of glue does, mm. */
const SHORT_MM = 0.4;
/** A tip is so wide, mm. */
const TIP_MM = 4;

/** Discs glued under pegs that do not reach their switches. */
export const extenders: Kind = ({ scene }) => {
  const on = stacks(scene);
  return (scene.shell!.body.caps ?? []).flatMap((cap): Design[] => {
    const short = hundredth(wanted(cap, on) - cap.peg.mm);
    const under = on.filter((s) => s.cap.id === cap.id && s.on);
    if (short < SHORT_MM) return [];
    return [
      {
        kind: 'cap extender',
        for: cap.id,
        holds: [],
        name: `Tip for ${cap.name}`,
        blocks: [prism('tip', 'tip', pinRing(0, 0, TIP_MM), 0, short)],
        sets: [{ do: 'peg', cap: cap.id, mm: hundredth(cap.peg.mm + short) }],
        why: [
          `${mm(short)} high: what its peg is short of its switch, ${mm(FREE_MM)} left free at rest`,
          `one under each of ${under.length === 1 ? 'one key' : `${under.length} keys`}, glued; let it cure`,
        ],
      },
    ];
  });
};
