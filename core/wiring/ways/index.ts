/** What can be done about a wire, a lead or a ribbon that has no way or no room. */
import type { Cable } from '../../chains';
import { type Scene, stepsAway } from '../../fit';
import { type Finding, type Item, type Part, refOf, type WayOut } from '../../model';
import type { Wiring } from '../bundles';
import { longWays } from '../long';
import { SHORTS, shortWays } from '../shorts';
import { angled, folds, otherLeads } from './leads';
import { cleared, endsElsewhere, placedOf } from './moves';
import { otherSide } from './ribbonSide';
import { bundleOf, plugBetween, plugsWhereItCrosses, thinner, unpinned, usualGauge } from './wires';

export { stored } from './wires';

/** @param library  leads that may be taken instead */
export function wireWays(
  scene: Scene,
  wiring: Wiring,
  f: Finding,
  library: readonly Part[] = [],
): WayOut[] {
  if (SHORTS.has(f.code)) return shortWays(f);
  if (f.code === 'wire-thin') return usualGauge(wiring, f);
  if (f.code === 'wire-long') return longWays(scene.project, wiring.wires);
  const lead = scene.cables.find((c) => c.lead.id === refOf(f, 'lead')?.id);
  const isOfWires = f.check === 'wire' || f.check === 'ribbon';
  return [
    ...ofItsRule(scene, wiring, f),
    ...(lead ? otherLeads(lead, library) : []),
    ...foldsOf(scene, wiring, f, lead),
    ...(f.code === 'ribbon-side' ? otherSide(scene, f, library) : []),
    ...scene.cables.flatMap((c) => angled(scene, c, f, library)),
    ...(f.code === 'wire-anchor' ? anchored(scene, wiring, f) : []),
    ...(isOfWires ? endsElsewhere(scene, f, f.check === 'ribbon' || lead !== undefined) : []),
  ];
}

function ofItsRule(scene: Scene, wiring: Wiring, f: Finding): WayOut[] {
  // Where no way was found at all there is a narrowest place, and nothing measured.
  const narrow = f.measure === undefined ? f.at : undefined;
  switch (f.code) {
    case 'wire-none':
      return [...thinner(bundleOf(wiring, f)), ...(narrow ? cleared(scene, narrow) : [])];
    case 'lead':
      return narrow ? cleared(scene, narrow) : [];
    case 'wire-loops':
      return plugsWhereItCrosses(wiring);
    case 'wire-pinned':
      return unpinned(wiring, f);
    default:
      return [];
  }
}

/** Of a lead or ribbon that is far too long for its way. */
function foldsOf(scene: Scene, wiring: Wiring, f: Finding, lead: Cable | undefined): WayOut[] {
  const ribbon: Item | undefined =
    f.code === 'ribbon' ? scene.items.get(f.about[0]!)?.item : undefined;
  const long = lead?.lead ?? ribbon;
  return long && wiring.toFold.includes(long.id) ? folds(long) : [];
}

/** A bundle without a place to be held, or with an end too near for it. */
function anchored(scene: Scene, wiring: Wiring, f: Finding): WayOut[] {
  const bundle = bundleOf(wiring, f);
  return [
    ...(bundle ? [plugBetween(bundle, 3)] : []),
    ...placedOf(scene, f)
      .filter((at) => !at.part.screen)
      .flatMap((at) => stepsAway(at, [2, 4, 6, 8, 10])),
  ];
}
