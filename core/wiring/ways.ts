/** What can be done about a wire or a ribbon that has no way or no room. */
import type { Change, Finding, Part, Project, WayOut } from '../model';
import { handled, type Scene, stepsAway } from '../fit';
import type { Net } from './nets';
import type { Wiring } from './bundles';

type Stored = Project['wiring']['nets'][number];

/** A net as it is stored: what the builder chose before, and now. */
export const stored = (n: Net, more: Partial<Stored>): Stored => {
  const out = { ...n.said, id: n.id, ends: [{ item: n.a.item, pad: n.a.pad }, { item: n.b.item, pad: n.b.pad }], ...more };
  for (const k of Object.keys(out) as Array<keyof Stored>) if (out[k] === undefined) delete out[k];
  return out;
};

const THIN_AWG = 32;

/** @param library  leads that may be taken instead */
export function wireWays(scene: Scene, wiring: Wiring, f: Finding, library: readonly Part[] = []): WayOut[] {
  const out: WayOut[] = [], way = (id: string, text: string, cost: string, changes: Change[], effort: number) => { if (changes.length) out.push({ id, text, cost, changes, effort }); };
  if (f.id.startsWith('wire:none-')) {
    const b = wiring.bundles.find((x) => f.id === `wire:none-${x.id}`);
    if (b) way('thin', `Take AWG ${THIN_AWG} for its signals`, 'thinner than usual: only for signals, never for power', b.nets.filter((n) => n.what === 'signal' && n.awg < THIN_AWG).map((n) => ({ do: 'net', net: stored(n, { awg: THIN_AWG }) })), 2);
  }
  if (f.id === 'wire:loops') {
    const big = wiring.bundles.filter((b) => b.crosses && b.nets.some((n) => !n.plug)).sort((x, y) => y.area - x.area);
    big.slice(0, 3).forEach((b, i) => way(`plug-${b.id}`, `Put a plug between ${b.name.replace(' to ', ' and ')}`, `${b.nets.length} ways; unplugged before the halves part`, b.nets.map((n) => ({ do: 'net', net: stored(n, { plug: true }) })), 3 + 0.2 * i));
    way('plug-all', 'Put a plug in every bundle that crosses', 'each is unplugged before the halves part', big.flatMap((b) => b.nets.map((n): Change => ({ do: 'net', net: stored(n, { plug: true }) }))), 5);
  }
  if (f.id.startsWith('wire:pinned-')) {
    const n = wiring.wires.find((w) => f.id === `wire:pinned-${w.net.id}`)?.net;
    if (n) way('unpin', 'Let it cross at the spine', 'a shorter wire, another way', [{ do: 'net', net: stored(n, { via: undefined }) }], 1);
    if (n) way('plug', 'Put a plug in it', 'unplugged before the halves part', [{ do: 'net', net: stored(n, { plug: true }) }], 3);
  }
  const lead = f.id.startsWith('wire:lead-') ? scene.cables.find((c) => f.id === `wire:lead-${c.lead.id}`) : undefined;
  if (lead) {
    const forms = [...(lead.part.lead?.ends ?? [])].sort().join();
    for (const q of library) if (q.lead && q.id !== lead.part.id && q.lead.carries === lead.part.lead?.carries && [...q.lead.ends].sort().join() === forms) way(`lead-${q.id}`, `Take ${q.name} instead`, `${q.lead.longMm ?? '?'} mm long`, [{ do: 'swap', item: lead.lead.id, part: q }], 1.5 + (q.lead.longMm ?? 100) / 1000);
  }
  if (f.id.startsWith('wire:anchor-')) {
    const b = wiring.bundles.find((x) => f.id === `wire:anchor-${x.id}`);
    if (b) way(`plug-${b.id}`, `Put a plug between ${b.name.replace(' to ', ' and ')}`, `${b.nets.length} ways; unplugged before the halves part`, b.nets.map((n) => ({ do: 'net', net: stored(n, { plug: true }) })), 3);
    for (const id of f.about) { const at = scene.items.get(id); if (at && !at.part.screen) out.push(...stepsAway(at, [2, 4, 6, 8, 10])); }
  }
  if (f.check === 'wire' || f.check === 'ribbon') for (const id of f.about) {
    const at = scene.items.get(id), shell = scene.shell!;
    if (!at || !('piece' in at.placement.on) || at.part.screen || at.part.family === 'switch' || at.part.speaker) continue;
    const other = shell.body.pieces.find((q) => shell.sign(q.id) !== shell.sign(at.piece) && q.role !== 'door');
    if (other) way(`half-${id}`, `Fix ${at.item.name} in the ${other.role} half`, 'its other wires may cross then', [{ do: 'place', placement: handled(scene, at.placement, { on: { piece: other.id } }) }], 4.5);
    if (f.check === 'ribbon' || lead) out.push(...stepsAway(at, [10, 20, 40]));
  }
  return out;
}
