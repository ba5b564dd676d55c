/** A plate of switches under holes that were read one by one: row, column and whichever way its own numbers run. */
import { demos, libraryPart } from '../catalogue';
import { backings } from '../controls';
import { sceneOf } from '../fit';
import { applied, type Project, withAdded } from '../model';
import { roundHole } from '../model/hole.fixture';
import { Arranger } from './index';

const wisp = demos().find((p) => p.id === 'wisp')!;

/** The printed shell with a hole and an input at each place, and nothing in it but this part. */
function pierced(at: ReadonlyArray<readonly [number, number]>, part: string): Project {
  const [body] = wisp.shell.bodies;
  const openings = at.map(([x, y], i) => roundHole(`hole-${i}`, x, y));
  a.work(300);
  expect(a.best.size).toBe(0);
});
