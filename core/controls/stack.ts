/**
 * The button stack: cap flange under the face, its peg down to the switch, the switch on its plate.
 * At rest the switch must be let go; pressed flush, it must have gone its whole travel.
 */
import {
  bodyFor,
  type Finding,
  type Input,
  mm1,
  type Part,
  type SourceShare,
  type WayOut,
} from '../model';
import {
  bowMm,
  freeSpanMm,
  KEY_MM,
  judgedGap,
  pressable,
  PLACE_U,
  type PlacedItem,
  placing,
  type Scene,
  sourcesOf,
} from '../fit';
import { solid } from '../geometry';
import { inputPlace, outwardAt, type Place } from './places';
import { switchBlocks } from './switches';

/** Travel until it has clicked, mm, and how far off its middle a switch still works: typical. */
const TACTILE = { travel: 0.25, off: 1.75 };
const MEMBRANE = { travel: 1, off: 4 };
/** Held down by more than this share of its travel, a switch may stay pressed. */
const HELD_SHARE = 0.5;
/** Left free at rest when a way out sets it, mm. */
const FREE_MM = 0.1;
/** A thumb presses with about this, N. */
const PRESS_N = 2;
/** Further from the middle of the hole than this, it is not this cap's switch, mm. */
const NEAR_MM = 8;

type Cap = NonNullable<NonNullable<ReturnType<typeof bodyFor>>['caps']>[number];
export interface Stack {
  input: Input;
  cap: Cap;
  key: string;
  piece: string;
  x: number;
  y: number;
  /** Nothing when no switch lies under it. */
  on?: { at: PlacedItem; block: PlacedItem['blocks'][number]; off: number; soft: boolean };
  /** Free between peg and switch at rest, mm; negative: held down by so much. */
  rest: number;
  travel: number;
  bend: number;
  sources: SourceShare[];
}

/** Middle bend of a plate under a thumb, held at its ends: F·L³/(48·E·I), mm. */
function bendOf(at: PlacedItem): number {
  const board = at.blocks.find((b) => b.block.kind === 'board')?.solid;
  if (!board) return 0;
  const [w, h] = [board.x1 - board.x0, board.y1 - board.y0];
  const t = board.z1 - board.z0;
  return bowMm(PRESS_N, freeSpanMm(at, board), Math.min(w, h), t);
}

/** Every input under a cap that was measured, with what lies beneath it. */
export function stacks(scene: Scene): Stack[] {
  const body = bodyFor(scene.project);
  const shell = scene.shell;
  if (!body?.caps?.length || !shell) return [];
  return scene.project.controls.inputs.flatMap((input): Stack[] => {
    if (!('opening' in input.at) || !input.routed) return [];
    const opening = input.at.opening;
    const cap = body.caps!.find((c) => c.opening === opening);
    const hole = shell.openings.face.find((o) => o.id === opening);
    const at = inputPlace(scene, input);
    if (!cap || !hole || !at) return [];
    const sign = shell.sign(hole.piece);
    const long = cap.flangeThick.mm + cap.peg.mm;
    const tip = at.z - sign * long;
    const i = body.caps!.indexOf(cap);
    const key = `shell.bodies.0.caps.${i}`;
    const under = [...scene.items.values()]
      .flatMap((p) =>
        switchBlocks(p).map((block) => {
          const s = block.solid;
          const top = sign > 0 ? s.z1 : -s.z0;
          return {
            at: p,
            block,
            top,
            off: Math.hypot((s.x0 + s.x1) / 2 - at.x, (s.y0 + s.y1) / 2 - at.y),
            soft: block.block.soft === true,
          };
        }),
      )
      .filter((u) => u.off < NEAR_MM)
      .sort((a, b) => a.off - b.off || b.top - a.top)[0];
    const where = { input, cap, key, piece: hole.piece, x: at.x, y: at.y };
    if (!under) return [{ ...where, rest: 0, travel: 0, bend: 0, sources: [] }];
    // The cap hangs under the face: what makes the face uncertain moves it as well.
    const face =
      shell.floors.get(hole.piece)?.[0]?.solid.effects.filter((e) => e.dz0 || e.dz1) ?? [];
    const grow = { dx: 0, dy: 0, dz0: sign > 0 ? -1 : 0, dz1: sign > 0 ? 0 : 1, grow: 0 };
    const own = [
      ['flangeThick', 'flange'],
      ['peg', 'peg'],
    ] as const;
    const capSolid = solid(`cap-${input.id}`, cap.name, 'block', cap.id, under.block.solid.prisms, [
      ...face.map((e) => {
        const k = sign > 0 ? e.dz0 : e.dz1;
        return { ...e, dz0: k, dz1: k };
      }),
      ...own.map(([k, word]) => ({
        key: `${key}.${k}`,
        label: `${word} of ${cap.name}`,
        u: cap[k].u,
        ...grow,
      })),
    ]);
    const rest = sign > 0 ? tip - under.top : -tip - under.top;
    const held = under.at.placement.held;
    const sources = [
      ...sourcesOf(capSolid, under.block.solid, { gap: rest, nx: 0, ny: 0, nz: sign }),
      {
        key: `layout.placements.${under.at.index}.lift`,
        label: `height of ${under.at.item.name}`,
        u: PLACE_U[held],
        k: 1,
      },
    ];
    return [
      {
        ...where,
        on: under,
        rest,
        travel: (under.soft ? MEMBRANE : TACTILE).travel,
        bend: bendOf(under.at),
        sources,
      },
    ];
  });
}

interface Group {
  id: string;
  all: Stack[];
  worst: Stack;
  finding: Finding;
}
/** Inputs under one cap on one part stand and fall together: the one that fits worst speaks for them. */
function groups(scene: Scene): Group[] {
  const by = new Map<string, Stack[]>();
  for (const s of stacks(scene)) {
    const id = `cap:${s.cap.id}~${s.on?.at.item.id ?? 'none'}`;
    by.set(id, [...(by.get(id) ?? []), s]);
  }
  return [...by].map(([id, all]) => {
    const [first] = all
      .map((s) => ({ s, f: judged(s, id) }))
      .sort((a, b) => (a.f.measure?.chance ?? 0) - (b.f.measure?.chance ?? 0));
    return { id, all, worst: first!.s, finding: first!.f };
  });
}

/** One finding for each cap and the part its switches are on. */
export const stackFindings = (scene: Scene): Finding[] =>
  groups(scene).map(({ all, worst: s, finding }) => ({
    ...finding,
    what: `${s.input.name}${all.length > 1 ? ` and ${all.length - 1} more` : ''}: ${s.cap.name}${s.on ? ` on ${s.on.block.solid.name}` : ''}`,
    about: [...all.map((x) => x.input.id), ...(s.on ? [s.on.at.item.id] : [])],
  }));

function judged(s: Stack, id: string): Finding {
  const base = {
    id,
    station: 'fit' as const,
    check: 'cap' as const,
    code: 'cap',
    about: [s.input.id],
    at: { x: s.x, y: s.y, z: 0 },
  };
  if (!s.on) {
    return {
      ...base,
      verdict: 'hit',
      title: 'No switch under its cap',
      what: `${s.input.name}, ${s.cap.name}`,
      why: [`No switch lies within ${NEAR_MM} mm of the middle of its hole.`],
    };
  }
  const { off } = s.on.soft ? MEMBRANE : TACTILE;
  const free = s.rest + HELD_SHARE * s.travel;
  const deep = s.cap.proud.mm - s.rest - s.travel - s.bend;
  const side = off - s.on.off;
  const flip = s.sources.map((q) => ({ ...q, k: -q.k }));
  const all = [
    {
      margin: free,
      title: s.rest < 0 ? `Held down ${mm1(s.rest)} mm` : `${mm1(s.rest)} mm free at rest`,
      sources: s.sources,
      reason: `At rest a switch may be held down by no more than half its travel, ${(HELD_SHARE * s.travel).toFixed(2)} mm.`,
    },
    ...(s.cap.proud.mm > 0
      ? [
          {
            margin: deep,
            title: `${deep < 0 ? `${mm1(deep)} mm short of a click` : `${mm1(deep)} mm over a click`}`,
            sources: [
              ...flip,
              {
                key: `${s.key}.proud`,
                label: `how far ${s.cap.name} stands out`,
                u: s.cap.proud.u,
                k: 1,
              },
            ],
            reason: 'Pressed flush with the face, the switch has gone its whole travel.',
          },
        ]
      : []),
    {
      margin: side,
      title: `${mm1(s.on.off)} mm beside its switch`,
      sources: [placing(s.on.at)],
      reason: `The peg meets the stem up to ${off} mm off its middle (typical).`,
    },
  ]
    .map((c) => ({ ...c, ...judgedGap(c.margin, 0, c.reason, c.sources) }))
    .sort((a, b) => a.measure.chance - b.measure.chance || a.margin - b.margin);
  const worst = all[0]!;
  return {
    ...base,
    verdict: worst.verdict,
    measure: worst.measure,
    title: worst.title,
    what: s.cap.name,
    why: [
      `free at rest ${s.rest.toFixed(2)} mm = face to switch ${(s.rest + s.cap.flangeThick.mm + s.cap.peg.mm).toFixed(2)} − flange ${s.cap.flangeThick.mm.toFixed(2)} − peg ${s.cap.peg.mm.toFixed(2)}`,
      `to click: ${s.rest.toFixed(2)} + travel ${s.travel.toFixed(2)} (typical) + plate bends ${s.bend.toFixed(2)} = ${(s.rest + s.travel + s.bend).toFixed(2)} mm of the ${s.cap.proud.mm.toFixed(1)} it stands out`,
      `beside the middle of its switch: ${s.on.off.toFixed(1)} of ${off} mm`,
      worst.reason,
      `σ ${worst.measure.sigma.toFixed(2)} mm, worst case ${worst.measure.worst.toFixed(2)} mm`,
    ],
  };
}

/** Shim the plate, file the peg, take another height of switch, or bring the switch under the cap. */
export function stackWays(scene: Scene, f: Finding, library: readonly Part[]): WayOut[] {
  const s = f.check === 'cap' ? groups(scene).find((g) => g.id === f.id)?.worst : undefined;
  if (!s?.on) return [];
  const { at, block } = s.on;
  const out: WayOut[] = [];
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  const change = tenth(FREE_MM - s.rest);
  if ('piece' in at.placement.on) {
    const lift = tenth(at.placement.lift + (at.piece === s.piece ? change : -change));
    const [mx, my] = [(block.solid.x0 + block.solid.x1) / 2, (block.solid.y0 + block.solid.y1) / 2];
    if (Math.abs(change) >= 0.1 && lift >= 0) {
      out.push({
        id: `shim-${at.item.id}`,
        text: `${change > 0 ? 'Set' : 'Shim'} ${at.item.name} ${mm1(Math.abs(change))} mm ${change > 0 ? 'further from' : 'nearer to'} the face`,
        cost: 'every cap over it moves as well',
        changes: [{ do: 'place', placement: { ...at.placement, lift } }],
        effort: 1.5,
      });
    }
    if (s.on.off > 0.2) {
      out.push({
        id: `under-${at.item.id}`,
        text: `Bring ${at.item.name} under the cap: ${mm1(s.on.off)} mm`,
        cost: 'no cut',
        changes: [
          {
            do: 'place',
            placement: {
              ...at.placement,
              x: tenth(at.placement.x + s.x - mx),
              y: tenth(at.placement.y + s.y - my),
            },
          },
        ],
        effort: 1.2,
      });
    }
  }
  const peg = tenth(s.cap.peg.mm - change);
  if (change >= 0.1 && peg > 0.2) {
    out.push({
      id: `file-${s.cap.id}`,
      text: `File ${mm1(change)} mm off the peg of each ${s.cap.name}`,
      cost: 'a little at a time; it does not grow back',
      changes: [{ do: 'peg', cap: s.cap.id, mm: peg }],
      effort: 3,
    });
  }
  if (change <= -0.1) {
    out.push({
      id: `tip-${s.cap.id}`,
      text: `Glue a ${mm1(Math.abs(change))} mm tip under each ${s.cap.name}`,
      cost: 'an off-cut disc; let it cure',
      changes: [{ do: 'peg', cap: s.cap.id, mm: peg }],
      effort: 3,
    });
  }
  const high = /^([\d.]+) mm$/;
  const now = at.part.words.find((w) => high.test(w));
  if (now) {
    for (const q of library.filter(
      (x) =>
        x.family === 'switch' &&
        x.id !== at.part.id &&
        x.words.includes('tactile') &&
        x.inputs === 1,
    )) {
      const tall = q.words.find((w) => high.test(w));
      const rest = tall === undefined ? NaN : s.rest + parseFloat(now) - parseFloat(tall);
      if (rest > -HELD_SHARE * s.travel && rest < 0.6) {
        out.push({
          id: `taller-${q.id}`,
          text: `Take ${q.name} instead`,
          cost: `${rest < 0 ? `held down ${mm1(rest)}` : `${mm1(rest)} free`} at rest`,
          changes: [{ do: 'swap', item: at.item.id, part: q }],
          effort: 2.5 + Math.abs(rest - FREE_MM),
        });
      }
    }
  }
  return out;
}

/** The power key, where a switch lies behind its hole: how deep it sits, and whether a fingertip gets to it. */
export function powerKey(
  scene: Scene,
): { name: string; ok: boolean; sentence: string } | undefined {
  const { project, shell } = scene;
  const input = project.controls.inputs.find((i) => i.functions[0] === 'power');
  const at = input && inputPlace(scene, input);
  const out = input && outwardAt(scene, input);
  const wide = input && holeWidth(scene, input);
  if (!shell || !at || !out || wide === undefined) return undefined;
  const along = (x: number, y: number, z: number) => x * out[0] + y * out[1] + z * out[2];
  // The place is on the inside of the face or in the middle of the wall's outline.
  const face = along(at.x, at.y, at.z) + (Math.abs(out[2]) > 0.5 ? shell.body.wall.mm : 0);
  const cap =
    'opening' in input.at
      ? shell.body.caps?.find((c) => 'opening' in input.at && c.opening === input.at.opening)
      : undefined;
  const tops = [...scene.items.values()]
    .flatMap(switchBlocks)
    .filter(({ solid: s }) => behind(s, at, out))
    .map(({ solid: s }) =>
      Math.max(along(s.x0, s.y0, s.z0), along(s.x1, s.y1, s.z1), along(s.x0, s.y1, s.z1)),
    );
  let deep: number | undefined;
  if (cap) deep = -cap.proud.mm;
  else if (tops.length) deep = face - Math.max(...tops);
  return deep === undefined ? undefined : { name: input.name, ...pressable(deep, wide) };
}

/** Whether a solid lies across the line into the shell at a hole. */
function behind(
  s: { x0: number; x1: number; y0: number; y1: number; z0: number; z1: number },
  at: Place,
  out: readonly [number, number, number],
): boolean {
  const across = (lo: number, hi: number, v: number, along: number): boolean =>
    Math.abs(along) > 0.5 || (v > lo && v < hi);
  return (
    across(s.x0, s.x1, at.x, out[0]) &&
    across(s.y0, s.y1, at.y, out[1]) &&
    across(s.z0, s.z1, at.z, out[2])
  );
}

/** The narrower side of an input's hole, there or planned, mm. */
function holeWidth(scene: Scene, input: Input): number | undefined {
  if (!('opening' in input.at)) return input.hole ?? KEY_MM;
  const { opening } = input.at;
  const { face = [], wall = [] } = scene.shell?.openings ?? {};
  const hole = [...face, ...wall].find((o) => o.id === opening);
  return hole && Math.min(hole.w, hole.h);
}
