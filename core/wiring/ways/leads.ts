/** Leads and ribbons: another of the kind, folded, or turned around. */
import type { Cable } from '../../chains';
import { plugBlock, type Scene } from '../../fit';
import type { Block, Change, Finding, Item, Part, WayOut } from '../../model';
import { BEND_R_MM } from '../fold';

/** Leads with the same ends, each as long as it is. */
export const otherLeads = ({ part, lead }: Cable, library: readonly Part[]): WayOut[] =>
  library
    .filter((q) => q.id !== part.id && sameForms(q, part))
    .map((q) => ({
      id: `lead-${q.id}`,
      text: `Take ${q.name} instead`,
      cost: `${q.lead!.longMm ?? '?'} mm long`,
      changes: [{ do: 'swap', item: lead.id, part: q }],
      effort: 1.5 + (q.lead!.longMm ?? 100) / 1000,
    }));

/** Folded once, twice or three times: more of them are shorter and higher. */
export const folds = (item: Item): WayOut[] =>
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

/** A lead of the same kind whose plug is less deep in the socket where its plug is in the way; turned around where either end would fit. */
export function angled(scene: Scene, c: Cable, f: Finding, library: readonly Part[]): WayOut[] {
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
