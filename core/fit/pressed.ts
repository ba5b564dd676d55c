/**
 * What works only while it is pressed in: spring contacts and foam. How far each is pressed by what
 * faces it, against the share of its stroke it wants; what the springs' force does to a board; and
 * foam that bears on a picture instead of a frame.
 */
import { planGap, type Solid } from '../geometry';
import { type Block, type Finding, mm1, refOf, type WayOut } from '../model';
import type { SceneCheck } from './sceneCheck';
import { judgedGap, sourcesOf } from './contact';
import { type PlacedBlock, type PlacedItem, pointOf, type Scene } from './scene';
import { stepsAway } from './away';
import { activeArea } from './window';

/** What is further away than this is not meant, mm. */
const MEANT_MM = 12;
/** Board stuff bends with about this, N/mm²; typical of glass and resin. */
const BOARD_E = 20_000;
/** A board may bow by so much, mm; typical. */
const BOW_MM = 0.2;
/** Less than this needs no screw of its own, N. */
const LIGHT_N = 5;

type Presses = NonNullable<Block['presses']>;
interface Press {
  at: PlacedItem;
  block: PlacedBlock;
  presses: Presses;
  dir: 1 | -1;
  on?: { solid: Solid; at?: PlacedItem; block?: Block; gap: number };
}

/**
 * Bow of a board between two screws, mm: F·(8L³ − 4Lc² + c³)/(384·E·I), the force spread over c about
 * the middle; F·L³/(48·E·I) where it is one spot.
 */
export function bowMm(
  newtons: number,
  spanMm: number,
  wideMm: number,
  thickMm: number,
  spreadMm = 0,
): number {
  const c = Math.min(spreadMm, spanMm);
  const shape = 8 * spanMm ** 3 - 4 * spanMm * c ** 2 + c ** 3;
  return (newtons * shape) / (384 * BOARD_E * ((wideMm * thickMm ** 3) / 12));
}

/** A free end bows as far as a beam held at both ends that is so many times longer: ∛16. */
const FREE_END_TIMES = 16 ** (1 / 3);

/**
 * Between what holds a board along its longer side, mm: its screws, and what stands out beyond them;
 * held otherwise, its whole length.
 */
export function freeSpanMm(at: PlacedItem, board: Solid): number {
  const isAcross = board.y1 - board.y0 > board.x1 - board.x0;
  const [low, high] = isAcross ? [board.y0, board.y1] : [board.x0, board.x1];
  const holes = at.placement.fixed === 'screws' ? (at.part.holes ?? []) : [];
  const held = holes.map((h) => pointOf(at, [h.x, h.y, 0])[isAcross ? 1 : 0]).sort((a, b) => a - b);
  if (held.length < 2) return high - low;
  const between = held.slice(1).map((mm, i) => mm - held[i]!);
  return Math.max(
    ...between,
    FREE_END_TIMES * (held[0]! - low),
    FREE_END_TIMES * (high - held.at(-1)!),
  );
}

const overlapping = (a: Solid, b: Solid): boolean =>
  a.x0 < b.x1 &&
  b.x0 < a.x1 &&
  a.y0 < b.y1 &&
  b.y0 < a.y1 &&
  a.prisms.some((p) => b.prisms.some((q) => planGap(p, q) < -0.1));

/** Away from the rest of its part; alone, away from what it stands on. */
function freeEnd(scene: Scene, at: PlacedItem, block: PlacedBlock): 1 | -1 {
  const rest = at.blocks.filter((b) => b !== block);
  const mid = (s: Solid) => (s.z0 + s.z1) / 2;
  const z = rest.length
    ? rest.reduce((s, b) => s + mid(b.solid), 0) / rest.length
    : mid(block.solid);
  const off = mid(block.solid) - z;
  if (Math.abs(off) > 0.01) {
    if (off > 0) return 1;
    return -1;
  }
  if (scene.shell!.sign(at.piece) > 0) return -1;
  return 1;
}

function presses(scene: Scene): Press[] {
  return [...scene.items.values()].flatMap((at) =>
    at.blocks.flatMap((block): Press[] => {
      if (!block.block.presses) return [];
      const dir = freeEnd(scene, at, block);
      const mine = block.solid;
      const facing: Array<NonNullable<Press['on']>> = [
        ...[...scene.items.values()]
          .filter((o) => o !== at)
          .flatMap((o) => o.blocks.map((b) => ({ solid: b.solid, at: o, block: b.block }))),
        ...scene.shell!.all.map((s) => ({ solid: s })),
      ]
        .filter(
          ({ solid: s }) =>
            overlapping(mine, s) &&
            !alongside(mine, s) &&
            (dir > 0 ? s.z1 > mine.z0 + 0.01 : s.z0 < mine.z1 - 0.01),
        )
        .map((o) => ({ ...o, gap: dir > 0 ? o.solid.z0 - mine.z1 : mine.z0 - o.solid.z1 }))
        .sort((p, q) => p.gap - q.gap);
      const on = facing[0];
      return [
        {
          at,
          block,
          presses: block.block.presses,
          dir,
          ...(on && on.gap < MEANT_MM ? { on } : {}),
        },
      ];
    }),
  );
}

/** Stands beside the whole height of it, like a wall: nothing that presses it in. */
const alongside = (mine: Solid, s: Solid): boolean =>
  s.z0 <= mine.z0 + 0.01 && s.z1 >= mine.z1 - 0.01;

/** Two that are pressed together, which is judged by their stroke and is no overlap. */
export function pressedTogether(
  a: { solid: Solid; block?: Block },
  b: { solid: Solid; block?: Block },
): boolean {
  const [p, o] = a.block?.presses ? [a, b] : [b, a];
  const stroke = p.block?.presses?.strokeMm;
  return (
    stroke !== undefined &&
    !alongside(p.solid, o.solid) &&
    Math.min(p.solid.z1 - o.solid.z0, o.solid.z1 - p.solid.z0) <= stroke
  );
}

const share = (x: number): string => `${Math.round(x * 100)} %`;

function findings(scene: Scene): Finding[] {
  return scene.shell
    ? presses(scene).flatMap((p) => [stroke(p), ...onPicture(scene, p), ...force(p)])
    : [];
}

type Kind = 'press-stroke' | 'press-face' | 'press-force';

function base(
  p: Press,
  code: Kind,
): Pick<Finding, 'id' | 'station' | 'check' | 'code' | 'refs' | 'about' | 'at'> {
  const s = p.block.solid;
  return {
    id: `${code}:${p.at.item.id}/${p.block.block.id}`,
    station: 'fit',
    check: 'press',
    code,
    refs: [{ is: 'block', item: p.at.item.id, block: p.block.block.id }],
    about: [p.at.item.id, ...(p.on?.at ? [p.on.at.item.id] : [])],
    at: { x: (s.x0 + s.x1) / 2, y: (s.y0 + s.y1) / 2, z: p.dir > 0 ? s.z1 : s.z0 },
  };
}

function stroke(p: Press): Finding {
  const { presses: q, block, on } = p;
  const wants = `${share(q.least)} to ${share(q.most)} of its ${mm1(q.strokeMm)} mm`;
  if (!on) {
    return {
      ...base(p, 'press-stroke'),
      verdict: q.forceN === undefined ? 'tight' : 'hit',
      title: 'Presses on nothing',
      what: block.solid.name,
      why: [`Nothing faces it within ${MEANT_MM} mm; it works pressed in by ${wants}.`],
    };
  }
  const c = -on.gap;
  const low = c - q.least * q.strokeMm;
  const high = q.most * q.strokeMm - c;
  const least = low <= high;
  const gap = { gap: on.gap, nx: 0, ny: 0, nz: -p.dir };
  const sources = sourcesOf(block.solid, on.solid, gap).map((s) => ({
    ...s,
    k: least ? -s.k : s.k,
  }));
  const { measure, verdict } = judgedGap(
    Math.min(low, high),
    0,
    `It works pressed in by ${wants}.`,
    sources,
  );
  const is = c / q.strokeMm;
  let title: string;
  if (c < 0) title = `${mm1(c)} mm short of touching`;
  else if (is > 1) title = `Bottoms out: ${mm1(c - q.strokeMm)} mm too deep`;
  else title = `Pressed ${share(is)}`;
  return {
    ...base(p, 'press-stroke'),
    verdict,
    measure,
    title,
    what: `${block.solid.name} against ${on.solid.name}`,
    way: { x: 0, y: 0, z: -p.dir },
    why: [
      c < 0
        ? `it stands ${(-c).toFixed(2)} mm off; it works pressed in from ${share(q.least)} to ${share(q.most)} of ${q.strokeMm.toFixed(2)} mm (typical, see its sheet)`
        : `pressed in ${c.toFixed(2)} of ${q.strokeMm.toFixed(2)} mm = ${share(is)}; it works from ${share(q.least)} to ${share(q.most)} (typical, see its sheet)`,
      `${least ? 'over the least' : 'under the most'}: ${Math.min(low, high).toFixed(2)} mm`,
    ],
  };
}

/** Foam belongs on a panel's frame. */
function onPicture(scene: Scene, p: Press): Finding[] {
  const screen = p.on?.at;
  const area = screen && p.presses.forceN === undefined ? activeArea(scene, screen) : undefined;
  if (!screen || !area || p.on!.gap > 0) return [];
  const picture = scene.shell!.sign(screen.piece) * (area.facesOut ? 1 : -1);
  const s = p.block.solid;
  if (picture !== -p.dir) return [];
  const deep = Math.min(s.x1 - area.x0, area.x1 - s.x0, s.y1 - area.y0, area.y1 - s.y0);
  if (deep < 0.2) return [];
  return [
    {
      ...base(p, 'press-face'),
      verdict: 'hit',
      title: `Bears ${mm1(deep)} mm onto the picture`,
      what: `${p.block.solid.name} on ${screen.item.name}`,
      why: ["Foam bears on a panel's frame: on its face it leaves a bright patch."],
    },
  ];
}

/** All springs together push a board away between its screws. */
function force(p: Press): Finding[] {
  const newtons = (p.presses.forceN ?? 0) * (p.presses.count ?? 1);
  const s = p.block.solid;
  if (!p.on || newtons < LIGHT_N) return [];
  // Springs push what they press on, and the board they sit on; a strip of springs alone is no board.
  const pushed = [p.at, ...(p.on.at ? [p.on.at] : [])].filter(
    (at) => at !== p.at || at.blocks.some((b) => b.block.id !== p.block.block.id),
  );
  return pushed.flatMap((at): Finding[] => {
    const board = at.blocks.find((b) => b.block.kind === 'board');
    if (!board) return [];
    const id = {
      ...base(p, 'press-force'),
      id: `press-force:${at.item.id}:${p.at.item.id}/${p.block.block.id}`,
      about: [at.item.id],
    };
    if (at.placement.fixed !== 'screws') {
      return [
        {
          ...id,
          verdict: 'tight',
          title: `${newtons.toFixed(0)} N and no screw`,
          what: `${at.item.name}, pushed away by ${p.block.solid.name}`,
          why: [
            `${p.presses.count ?? 1} × ${p.presses.forceN} N = ${newtons.toFixed(0)} N (typical). Glue, tape and brackets give; screws beside the springs hold.`,
          ],
        },
      ];
    }
    const thick = board.solid.z1 - board.solid.z0;
    const wide = Math.min(board.solid.x1 - board.solid.x0, board.solid.y1 - board.solid.y0);
    const [cx, cy] = [(s.x0 + s.x1) / 2, (s.y0 + s.y1) / 2];
    const away = (at.part.holes ?? [])
      .map((h) => {
        const [x, y] = pointOf(at, [h.x, h.y, 0]);
        return Math.hypot(x - cx, y - cy);
      })
      .sort((m, n) => m - n);
    if (!away.length) return [];
    const span = 2 * away[0]!;
    const spread = Math.max(s.x1 - s.x0, s.y1 - s.y0);
    const bow = bowMm(newtons, span, wide, thick, spread);
    const margin = BOW_MM - bow;
    return [
      {
        ...id,
        verdict: margin < 0 ? 'tight' : 'clear',
        title: `Bows ${bow < 0.01 ? 'under 0.01' : bow.toFixed(2)} mm`,
        what: `${at.item.name} under ${newtons.toFixed(0)} N of ${p.block.solid.name}`,
        why: [
          `F·(8L³ − 4Lc² + c³)/(384·E·I), I = b·t³/12: ${newtons.toFixed(0)} N spread over c = ${spread.toFixed(0)} mm, L = ${span.toFixed(0)} mm, E = ${BOARD_E} N/mm², b = ${wide.toFixed(0)} mm, t = ${thick.toFixed(1)} mm: ${bow.toFixed(2)} mm; up to ${BOW_MM} mm is usual`,
        ],
      },
    ];
  });
}

function ways(scene: Scene, f: Finding, items: readonly PlacedItem[]): WayOut[] {
  if (f.code === 'press-face') {
    return items.flatMap((at) => (at.part.screen ? [] : stepsAway(at, [2, 4, 6, 8, 12])));
  }
  if (f.code === 'press-force') {
    return items
      .filter((at) => (at.part.holes?.length ?? 0) > 0 && at.placement.fixed !== 'screws')
      .map((at) => ({
        id: `screw-${at.item.id}`,
        text: `Screw ${at.item.name} down beside the springs`,
        cost: `${at.part.holes!.length} screws; where no post carries it, they go through the floor`,
        changes: [{ do: 'place', placement: { ...at.placement, fixed: 'screws' } }],
        effort: 2,
      }));
  }
  // Packing under either part: lower, or on a shim, by what brings it to the middle of its range.
  const block = refOf(f, 'block');
  const p = presses(scene).find(
    (x) => x.at.item.id === block?.item && x.block.block.id === block.block,
  );
  if (!p?.on) return items.flatMap((at) => stepsAway(at, [3, 6, 12]));
  const middle = ((p.presses.least + p.presses.most) / 2) * p.presses.strokeMm;
  const more = Math.round((middle + p.on.gap) * 10) / 10;
  return [...(p.on.at ? [p.on.at] : []), p.at].flatMap((at): WayOut[] => {
    // Toward each other, whichever half each stands in.
    const rise = scene.shell!.sign(at.piece) > 0 ? -1 : 1;
    const toward = (at === p.at ? p.dir : -p.dir) * rise;
    const lift = Math.round((at.placement.lift + toward * more) * 10) / 10;
    if (lift < 0 || lift > 50) return [];
    return [
      {
        id: `pack-${at.item.id}`,
        text: `${lift > at.placement.lift ? `Pack ${at.item.name} up by` : `Lower ${at.item.name} by`} ${mm1(Math.abs(lift - at.placement.lift))} mm`,
        cost: lift > at.placement.lift ? 'shims or longer stand-offs' : 'shorter stand-offs',
        changes: [{ do: 'place', placement: { ...at.placement, lift } }],
        effort: 1.8,
      },
    ];
  });
}

export const pressed: SceneCheck = { check: 'press', findings, ways };
