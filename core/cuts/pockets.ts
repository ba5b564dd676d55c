/**
 * Pockets in a floor: how much wall each leaves, what stands in its way, and whether the part it is
 * for sinks into it.
 */
import { covers, feetOf, judgedGap, type PlacedItem, type Scene, wallBelow } from '../fit';
import { planGap, type Pt, polygonPrism, type Prism } from '../geometry';
import {
  type Cut,
  type Finding,
  formatMm,
  mm1,
  type Piece,
  type Project,
  type SourceShare,
  type WayOut,
} from '../model';
import { BODY, pocketDepth, pocketPlan, wallRules } from '../shell';
import { type FromEdge, fromOuter } from './edges';

type PocketCut = Extract<Cut, { kind: 'pocket' }>;

/** A pocket as it is marked and made. */
export interface Pocket {
  key: string;
  id: string;
  name: string;
  piece: string;
  /** Middle in the build's frame, and size, mm. */
  x: number;
  y: number;
  w: number;
  h: number;
  /** How deep it is, and how deep it was to be, mm. */
  deep: number;
  asked: number;
  /** Wall below it, before and after, mm; the least where its floor has steps. */
  wall: number;
  left: number;
  from: [FromEdge, FromEdge];
  state: Cut['state'];
  why: string[];
}

const isPocket = (c: Cut): c is PocketCut => c.kind === 'pocket';
const keyOf = (c: PocketCut): string => `pocket:${c.id}`;

/** What lies over a pocket, and what of it stands beyond the pocket's edge, mm. */
interface Over {
  at: PlacedItem;
  beyond: number;
}

/** Looked at in plan alone. */
const flat = (q: Prism): Prism => ({ ...q, z0: 0, z1: 1 });
const planOf = (c: PocketCut): Prism => polygonPrism(pocketPlan(c), [], 0, 1);

function over(scene: Scene, c: PocketCut): Over[] {
  const sign = scene.shell!.sign(c.piece);
  const plan = planOf(c);
  return [...scene.items.values()].flatMap((at): Over[] => {
    if (at.piece !== c.piece || !('piece' in at.placement.on)) return [];
    const { feet } = feetOf(
      at.solids.flatMap((s) => s.prisms),
      sign,
    );
    if (!feet.some((q) => covers(flat(q), plan))) return [];
    const beyond = Math.max(
      ...feet.flatMap((q) => [plan.x0 - q.x0, q.x1 - plan.x1, plan.y0 - q.y0, q.y1 - plan.y1]),
    );
    return [{ at, beyond }];
  });
}

/** Floors that a pocket makes, each with the wall that was below it. */
function beds(scene: Scene, c: PocketCut, piece: Piece): Array<{ wall: number; left: number }> {
  const shell = scene.shell!;
  const { mm } = pocketDepth(c);
  return (shell.floors.get(c.piece) ?? [])
    .filter((f) => f.pocket === c.id)
    .map((f) => {
      const wall = wallBelow(shell, piece, Math.abs(f.z) - mm);
      return { wall, left: wall - mm };
    });
}

export function pockets(p: Project, scene: Scene): Pocket[] {
  return p.cuts.filter(isPocket).flatMap((c): Pocket[] => {
    const piece = scene.shell?.body.pieces.find((q) => q.id === c.piece);
    if (!piece) return [];
    const [bed] = beds(scene, c, piece).sort((a, b) => a.left - b.left);
    const { mm } = pocketDepth(c);
    const { wall, left } = bed ?? { wall: 0, left: 0 };
    const [first] = over(scene, c);
    return [
      {
        key: keyOf(c),
        id: c.id,
        name: first ? `pocket under ${first.at.item.name}` : `pocket in the ${piece.role} floor`,
        piece: c.piece,
        x: c.x,
        y: c.y,
        w: c.w,
        h: c.h,
        deep: mm,
        asked: c.deep,
        wall,
        left,
        from: fromOuter(scene, c.x, c.y, c.w / 2, c.h / 2),
        state: c.state,
        why: [`${mm1(wall)} mm of wall, ${mm1(mm)} mm taken from inside: ${mm1(left)} mm left`],
      },
    ];
  });
}

/** Every pocket against the wall below it, the posts on it, the walls beside it and the part it is for. */
export function pocketFindings(p: Project, scene: Scene): Finding[] {
  const { shell } = scene;
  if (!shell) return [];
  return p.cuts.filter(isPocket).flatMap((c): Finding[] => {
    const piece = shell.body.pieces.find((q) => q.id === c.piece);
    if (!piece) return [];
    const list = over(scene, c);
    const what = list[0]
      ? `pocket under ${list[0].at.item.name}`
      : `pocket in the ${piece.role} floor`;
    const said = { what, about: [c.id, c.piece, ...list.map((o) => o.at.item.id)] };
    return [
      ...skin(scene, c, piece, said),
      ...taken(scene, c, said),
      ...sideways(scene, c, piece, said),
      ...stepped(scene, c, said),
      ...idle(c, list, said),
    ];
  });
}

interface Said {
  what: string;
  about: string[];
}
const finding = (
  c: PocketCut,
  code: string,
  verdict: Finding['verdict'],
  said: Said,
  title: string,
  why: string[],
): Finding => ({
  id: `${code}:${c.id}`,
  code,
  station: 'cut',
  check: 'pocket',
  verdict,
  title,
  what: said.what,
  why,
  about: said.about,
  at: { x: c.x, y: c.y, z: 0 },
});

/** Wall left below: none is a hole, little dents and lets light through. */
function skin(scene: Scene, c: PocketCut, piece: Piece, said: Said): Finding[] {
  const [bed] = beds(scene, c, piece).sort((a, b) => a.left - b.left);
  if (!bed) {
    return [
      finding(c, 'pocket-nowhere', 'hit', said, 'No floor there', [
        'It lies beside the floor, or over an opening.',
      ]),
    ];
  }
  const { mm, u } = pocketDepth(c);
  const sources: SourceShare[] = [
    { key: `cuts.${c.id}`, label: 'depth of the pocket', u, k: -1 },
    { key: `${BODY}.wall`, label: 'wall', u: scene.shell!.body.wall.u, k: 1 },
  ];
  const least = wallRules(piece).skin;
  const { measure, verdict } = judgedGap(
    bed.left,
    least,
    `${mm1(least)} mm of ${piece.material} neither dents under a thumb nor lets light through (typical).`,
    sources,
  );
  const through = bed.left <= measure.sigma;
  let judged: Finding['verdict'] = 'clear';
  if (through) judged = 'hit';
  else if (verdict !== 'clear') judged = 'tight';
  const title =
    bed.left <= -0.05
      ? `${mm1(-bed.left)} mm through the wall`
      : `${mm1(Math.max(0, bed.left))} mm of wall left`;
  return [
    {
      ...finding(c, 'pocket-skin', judged, said, title, [
        `${formatMm(bed.wall, 2)} mm of wall − ${formatMm(mm, 2)} mm`,
        ...(through ? ['A hole by hand is nearer than the hand is sure.'] : []),
      ]),
      measure,
    },
  ];
}

/** A post, rib or wall that stands where the floor is taken from under it. */
function taken(scene: Scene, c: PocketCut, said: Said): Finding[] {
  const plan = planOf(c);
  return scene
    .shell!.features.filter((f) => f.piece === c.piece && f.height > 0)
    .filter((f) => f.solid.prisms.some((q) => covers(flat(q), plan)))
    .map((f) => ({
      ...finding(
        c,
        'pocket-post',
        'hit',
        { ...said, about: [...said.about, f.id] },
        `Takes the foot of ${f.name}`,
        ['The mill takes what stands there, or runs against it.'],
      ),
      id: `pocket-post:${c.id}~${f.id}`,
    }));
}

/** Radius that a small mill leaves in a corner, mm. */
const MILL_R_MM = 1.5;
/** Less than this into a wall is within what a hand wanders, mm. */
const WANDER_MM = 0.1;

/** As it is milled: each corner is left as round as the mill, here as a chamfer. */
function milled(c: PocketCut): Prism {
  const r = Math.min(MILL_R_MM, c.w / 2, c.h / 2);
  const [a, b] = [c.w / 2, c.h / 2];
  const corners: Array<[number, number]> = [
    [-a + r, -b],
    [a - r, -b],
    [a, -b + r],
    [a, b - r],
    [a - r, b],
    [-a + r, b],
    [-a, b - r],
    [-a, -b + r],
  ];
  return polygonPrism(
    corners.map(([x, y]): Pt => [c.x + x, c.y + y]),
    [],
    0,
    1,
  );
}

/** It runs into side walls, as thick as they are where the floor is. */
function sideways(scene: Scene, c: PocketCut, piece: Piece, said: Said): Finding[] {
  const shell = scene.shell!;
  const plan = milled(c);
  const beds = (shell.floors.get(c.piece) ?? []).filter((f) => f.pocket === c.id);
  // Where a bay bulges out below the half, the walls end above it.
  const depth = Math.min(piece.depth.mm - 0.01, ...beds.map((f) => Math.abs(f.z)));
  const there = (q: Prism): boolean =>
    shell.sign(c.piece) > 0 ? q.z0 <= depth && q.z1 >= depth : q.z0 <= -depth && q.z1 >= -depth;
  return shell.all
    .filter((s) => s.kind === 'wall' && s.owner === c.piece)
    .flatMap((wall): Finding[] => {
      const gap = Math.min(...wall.prisms.filter(there).map((q) => planGap(flat(q), plan)));
      if (gap > -WANDER_MM) return [];
      return [
        {
          ...finding(c, 'pocket-side', 'hit', said, `${mm1(-gap)} mm into the ${wall.name}`, [
            'What is thinned at the foot of a wall holds the halves together no more.',
          ]),
          id: `pocket-side:${c.id}~${wall.id}`,
        },
      ];
    });
}

/** A bed over a step of the floor: the mill would take the side of a bay with it. */
function stepped(scene: Scene, c: PocketCut, said: Said): Finding[] {
  const beds = (scene.shell!.floors.get(c.piece) ?? []).filter((f) => f.pocket === c.id);
  const level = Math.max(...beds.map((f) => f.z)) - Math.min(...beds.map((f) => f.z));
  if (beds.length < 2 || level < STEP_MM) return [];
  return [
    finding(c, 'pocket-step', 'tight', said, `Over a step of ${mm1(level)} mm`, [
      `${beds.map((f) => f.name.replace(/, thinned$/, '')).join(' and ')}: the mill takes the edge between them.`,
    ]),
  ];
}
/** A step of a floor that a mill on its stop does not follow, mm. */
const STEP_MM = 0.3;

/** Cut for nothing: no part sinks into it, though one may reach over its edge. */
function idle(c: PocketCut, list: readonly Over[], said: Said): Finding[] {
  if (c.state !== 'decided' || list.some((o) => o.beyond <= 0)) return [];
  // What stands on pillars spans it.
  const [held] = list.filter((o) => o.at.placement.lift === 0);
  const [title, why] = held
    ? [
        `${held.at.item.name} reaches ${mm1(held.beyond)} mm beyond it`,
        'It stands on the floor beside the pocket and does not sink.',
      ]
    : [
        'Nothing lies in it',
        'The part it was for lies elsewhere now: the wall need not be thinned.',
      ];
  return [finding(c, 'pocket-idle', 'tight', said, title, [why])];
}

/** Shallower, or not at all. */
export function pocketWays(p: Project, f: Finding): WayOut[] {
  const c = p.cuts.filter(isPocket).find((q) => f.about.includes(q.id));
  if (f.check !== 'pocket' || !c) return [];
  const drop: WayOut = {
    id: `unpocket-${c.id}`,
    text: 'Leave that floor as it is',
    cost: 'nothing sinks there',
    changes: [{ do: 'uncut', id: c.id }],
    effort: 2,
  };
  const m = f.measure;
  const deep = m ? Math.floor((c.deep - (m.required - m.gap) - 1.7 * m.sigma) * 10 + 1e-9) / 10 : 0;
  if (f.code !== 'pocket-skin' || c.measured || deep < 0.2) {
    return c.state === 'decided' ? [drop] : [];
  }
  return [
    {
      id: `shallower-${c.id}`,
      text: `Make the pocket ${formatMm(deep, 1)} mm deep`,
      cost: `${formatMm(c.deep - deep, 1)} mm less room above`,
      changes: [{ do: 'pocket', cut: { ...c, deep } }],
      effort: 1.5,
    },
    drop,
  ];
}
