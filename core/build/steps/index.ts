/**
 * The ordered list of what to do, computed from the document.
 *
 * Every step names what it waits for; the list is a topological order of that graph, gentle work
 * and gates first. Nothing here is a fixed list: dropping a part drops its steps, deciding a cut
 * inserts clamping, cutting and a test fit before the boards of that half go in. Everything is
 * soldered and proved loose, from a supply in the place of the cell; then it is set in, what lies
 * under another first; the cells are joined last.
 */
import { type Project, tickKey } from '../../model';
import { buttonMap } from '../../controls';
import { wholeCutting } from '../../cuts';
import { type Scene, sceneOf } from '../../fit';
import { isProved, pressPlan } from '../../press';
import { netsOf } from '../../wiring';
import { ordered } from '../order';
import { type Bench, finished, idOf, kitOn, PHASES, type Step } from '../step';
import { benchTests } from './bench';
import { boards } from './boards';
import { buttons } from './buttons';
import { onCarrier } from './carrier';
import { closing } from './closing';
import { cuts } from './cutting';
import { printing } from './made';
import { opening } from './opening';
import { power } from './power';
import { slimming } from './slimming';
import { software } from './software';
import { sound } from './sound';

const WORK = [
  opening,
  benchTests,
  printing,
  slimming,
  cuts,
  power,
  boards,
  buttons,
  sound,
  software,
];

export function buildSteps(p: Project, scene: Scene = sceneOf(p)): Step[] {
  const map = buttonMap(p, scene);
  const nets = scene.shell ? netsOf(p, scene, map) : [];
  const press = pressPlan(p, scene, map);
  const on: Bench = { p, scene, map, press, nets, cuts: wholeCutting(p, scene), kit: kitOn(p) };
  const work = onCarrier(
    on,
    WORK.flatMap((phase) => phase(on)),
  );
  const drafts = [...work, ...closing(on, work)];
  const known = new Set(drafts.map(idOf));
  const done = new Set([
    ...p.build.done.map(tickKey),
    ...(isProved(p, press) ? ['press-test'] : []),
  ]);
  return ordered(
    drafts.map((d) => ({
      ...d,
      id: idOf(d),
      after: [...new Set(d.after)].filter((a) => known.has(a)),
    })),
    (d) => PHASES.indexOf(d.phase),
  ).map((d) => finished(d, done));
}
