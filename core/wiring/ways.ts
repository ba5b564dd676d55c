/** What can be done about a wire or a ribbon that has no way or no room. */
import type { Cable } from '../chains';
import {
  type Block,
  type Change,
  type Finding,
  type Item,
  type Part,
  type Project,
  refOf,
  type WayOut,
} from '../model';
import { handled, plugBlock, type Scene, stepsAway, trimmed } from '../fit';
import { BEND_R_MM } from './fold';
import { longWays } from './long';
import { SHORTS, shortWays } from './shorts';
import { boardTurnedOver } from './ribbon';
import type { Net } from './ends';
import type { Wiring } from './bundles';

type Stored = Project['wiring']['nets'][number];

/** A net as it is stored: what the builder chose before, and now. */
export const stored = (n: Net, more: Partial<Stored>): Stored => {
  const out = {
    ...n.said,
    id: n.id,
    ends: [
      { item: n.a.item, pad: n.a.pad },
      { item: n.b.item, pad: n.b.pad },
    ],
    ...more,
  };
  for (const k of Object.keys(out) as Array<keyof Stored>) if (out[k] === undefined) delete out[k];
  return out;
};

const THIN_AWG = 32;
/** What stands within so far of the narrowest place counts as being there, mm. */
const NEAR_MM = 2;

/** The gauge it would have had. */
const usualWays = (wiring: Wiring, f: Finding): WayOut[] =>
  wiring.wires
    .filter(({ net }) => net.id === refOf(f, 'net')?.id)
    .map(({ net }) => ({
      id: `usual-${net.id}`,
      text: `Take AWG ${net.usualAwg} for it`,
      cost: 'a thicker wire bends less easily',
      changes: [{ do: 'net', net: stored(net, { awg: net.usualAwg }) }],
      effort: 0.6,
    }));

/** @param library  leads that may be taken instead */
export function wireWays(
  scene: Scene,
  wiring: Wiring,
  f: Finding,
  library: readonly Part[] = [],
): WayOut[] {
  const out: WayOut[] = [];
  const way = (id: string, text: string, cost: string, changes: Change[], effort: number) => {
    if (changes.length) out.push({ id, text, cost, changes, effort });
  };
  if (SHORTS.has(f.code)) return shortWays(f);
  if (f.code === 'wire-thin') return usualWays(wiring, f);
  if (f.code === 'wire-long') return longWays(scene.project, wiring.wires);
  const bundle = refOf(f, 'bundle');
  if (f.code === 'wire-none') {
    const b = wiring.bundles.find((x) => x.id === bundle?.id);
    if (b) {
      way(
        'thin',
        `Take AWG ${THIN_AWG} for its signals`,
        'thinner than usual: only for signals, never for power',
        b.nets
          .filter((n) => n.what === 'signal' && n.awg < THIN_AWG)
          .map((n) => ({ do: 'net', net: stored(n, { awg: THIN_AWG }) })),
        2,
      );
    }
  }
  if ((f.code === 'wire-none' || f.code === 'lead') && f.measure === undefined && f.at) {
    out.push(...cleared(scene, f.at));
  }
  if (f.code === 'wire-loops') {
    const big = wiring.bundles
      .filter((b) => b.crosses && b.nets.some((n) => !n.plug))
      .sort((x, y) => y.area - x.area);
    big.slice(0, 3).forEach((b, i) =>
      way(
        `plug-${b.id}`,
        `Put a plug between ${b.name.replace(' to ', ' and ')}`,
        `${b.nets.length} ways; unplugged before the halves part`,
        b.nets.map((n) => ({ do: 'net', net: stored(n, { plug: true }) })),
        3 + 0.2 * i,
      ),
    );
    way(
      'plug-all',
      'Put a plug in every bundle that crosses',
      'each is unplugged before the halves part',
      big.flatMap((b) =>
        b.nets.map((n): Change => ({ do: 'net', net: stored(n, { plug: true }) })),
      ),
      5,
    );
  }
  if (f.code === 'wire-pinned') {
    const n = wiring.wires.find((w) => w.net.id === refOf(f, 'net')?.id)?.net;
    if (n) {
      way(
        'unpin',
        'Let it cross at the spine',
        'a shorter wire, another way',
        [{ do: 'net', net: stored(n, { via: undefined }) }],
        1,
      );
    }
    if (n) {
      way(
        'plug',
        'Put a plug in it',
        'unplugged before the halves part',
        [{ do: 'net', net: stored(n, { plug: true }) }],
        3,
      );
    }
  }
  const lead = scene.cables.find((c) => c.lead.id === refOf(f, 'lead')?.id);
  if (lead) {
    for (const q of library) {
      if (q.id !== lead.part.id && sameForms(q, lead.part)) {
        way(
          `lead-${q.id}`,
          `Take ${q.name} instead`,
          `${q.lead!.longMm ?? '?'} mm long`,
          [{ do: 'swap', item: lead.lead.id, part: q }],
          1.5 + (q.lead!.longMm ?? 100) / 1000,
        );
      }
    }
  }
  const long = lead?.lead ?? (f.code === 'ribbon' ? scene.items.get(f.about[0]!)?.item : undefined);
  if (long && wiring.toFold.includes(long.id)) out.push(...folds(long));
  if (f.code === 'ribbon-side') {
    const to = scene.items.get(f.about[0]!);
    const port = to?.part.ports?.find((q) => q.carries === 'panel' && q.role === 'gives');
    if (to) {
      way(
        'turn-over',
        `Turn ${to.item.name} over`,
        'its other sockets turn with it',
        [{ do: 'place', placement: boardTurnedOver(scene, to, port?.block) }],
        1.5,
      );
    }
    if (to && port) {
      for (const q of library) {
        if (
          q.id !== to.part.id &&
          q.ports?.some(
            (k) =>
              k.carries === 'panel' &&
              k.role === 'gives' &&
              k.count === port.count &&
              k.contacts !== port.contacts,
          )
        ) {
          way(
            `driver-${q.id}`,
            `Take ${q.name} instead`,
            'its socket takes the other side',
            [{ do: 'swap', item: to.item.id, part: q }],
            4,
          );
        }
      }
    }
  }
  for (const c of scene.cables) out.push(...angled(scene, c, f, library));
  if (f.code === 'wire-anchor') {
    const b = wiring.bundles.find((x) => x.id === bundle?.id);
    if (b) {
      way(
        `plug-${b.id}`,
        `Put a plug between ${b.name.replace(' to ', ' and ')}`,
        `${b.nets.length} ways; unplugged before the halves part`,
        b.nets.map((n) => ({ do: 'net', net: stored(n, { plug: true }) })),
        3,
      );
    }
    for (const id of f.about) {
      const at = scene.items.get(id);
      if (at && !at.part.screen) out.push(...stepsAway(at, [2, 4, 6, 8, 10]));
    }
  }
  if (f.check === 'wire' || f.check === 'ribbon') {
    for (const id of f.about) {
      const at = scene.items.get(id);
      const shell = scene.shell!;
      if (
        !at ||
        !('piece' in at.placement.on) ||
        at.part.screen ||
        at.part.family === 'switch' ||
        at.part.speaker
      ) {
        continue;
      }
      const other = shell.body.pieces.find(
        (q) => shell.sign(q.id) !== shell.sign(at.piece) && q.role !== 'door',
      );
      if (other) {
        way(
          `half-${id}`,
          `Fix ${at.item.name} in the ${other.role} half`,
          'its other wires may cross then',
          [{ do: 'place', placement: handled(scene, at.placement, { on: { piece: other.id } }) }],
          4.5,
        );
      }
      if (f.check === 'ribbon' || lead) out.push(...stepsAway(at, [10, 20, 40]));
    }
  }
  return out;
}

/** Folded once, twice or three times: more of them are shorter and higher. */
const folds = (item: Item): WayOut[] =>
  [1, 2, 3]
    .filter((n) => n !== item.folds)
    .map((n) => ({
      id: `fold-${item.id}-${n}`,
      text:
        n === 1
          ? 'Fold it once, out and back'
          : `Fold it ${n === 2 ? 'twice' : `${n} times`}, out and back`,
      cost: `${2 * n + 1} layers with a strip of tape; no turn tighter than ${BEND_R_MM} mm`,
      changes: [{ do: 'fold', item: item.id, folds: n }],
      effort: 1 + 0.2 * n,
    }));

/** The narrowest place of a way made wider: what stands there cut down, or the part there moved. */
function cleared(scene: Scene, at: { x: number; y: number }): WayOut[] {
  const over = (s: { x0: number; x1: number; y0: number; y1: number }) =>
    at.x > s.x0 - NEAR_MM &&
    at.x < s.x1 + NEAR_MM &&
    at.y > s.y0 - NEAR_MM &&
    at.y < s.y1 + NEAR_MM;
  const shell = scene.shell!;
  return [
    ...shell.features
      .filter((q) => q.height > 0 && over(q.solid))
      .flatMap((q) =>
        trimmed(
          shell,
          q,
          [1, 2, 3, 4, 6].map((off) => Math.floor((q.height - off) * 2) / 2),
        ),
      ),
    ...[...scene.items.values()]
      .filter((q) => !q.part.screen && q.blocks.some((b) => over(b.solid)))
      .flatMap((q) => stepsAway(q, [3, 6, 10])),
  ];
}

/** A lead of the same kind whose plug is less deep in the socket where its plug is in the way; turned around where either end would fit. */
function angled(scene: Scene, c: Cable, f: Finding, library: readonly Part[]): WayOut[] {
  const deep = (p: Block) => (p.plan.kind === 'rect' ? p.plan.h.mm : Infinity);
  const plugs = (q: Part) => q.blocks.filter((k) => k.kind === 'connector');
  const same = (q: Part) => sameForms(q, c.part);
  return c.ends.flatMap((end, i) =>
    !isAbout(f, end)
      ? []
      : [c.part, ...library.filter((q) => q.id !== c.part.id && same(q))].flatMap((q) =>
          plugs(q).flatMap((p, e): WayOut[] => {
            const { ends, longMm } = q.lead!;
            const name = scene.items.get(end.item)!.item.name;
            if (
              ends[e] !== c.part.lead!.ends[plugs(c.part).indexOf(end.plug)] ||
              deep(p) >= deep(end.plug)
            ) {
              return [];
            }
            // Either end fits either socket: its first goes to the first unless it is turned around.
            const around = ends[0] === ends[1] && e !== i;
            const turn: Change[] =
              around || c.lead.around ? [{ do: 'around', item: c.lead.id, on: around }] : [];
            const own = q === c.part;
            return [
              {
                id: `angled-${q.id}-${e}`,
                text: own
                  ? `Turn ${q.name} around: its angled end at ${name}`
                  : `Take ${q.name} instead, its angled end at ${name}`,
                cost: `${(deep(end.plug) - deep(p)).toFixed(0)} mm less behind the socket${longMm === undefined ? '' : `; ${longMm} mm long`}`,
                changes: own ? turn : [{ do: 'swap', item: c.lead.id, part: q }, ...turn],
                effort: own ? 1 : 1.6 + e / 10,
              },
            ];
          }),
        ),
  );
}

/** Whether a finding is about the plug in a socket inside, which stands only where the part does. */
const isAbout = (f: Finding, end: Cable['ends'][number]): boolean =>
  f.refs?.some(
    (r) =>
      (r.is === 'socket' && r.item === end.item && r.connector === end.connector) ||
      (r.is === 'block' && r.item === end.item && r.block === plugBlock(end.connector)),
  ) ?? false;
const sameForms = (a: Part, b: Part): boolean =>
  a.lead !== undefined &&
  a.lead.carries === b.lead?.carries &&
  [...a.lead.ends].sort().join() === [...b.lead.ends].sort().join();
