/** Kits of which only the wires matter: every part at one place, nothing judged of where that is. */
import { demos, STARTER_PARTS } from '../catalogue';
import { buttonMap } from '../controls';
import { sceneOf } from '../fit';
import { appliedAll, type Change, type Project } from '../model';
import { type Net, netsOf } from './index';

const shell = demos().find((p) => p.id === 'dabchick-2-done')!;

/** These parts of the library in the back half of a bare shell, without a key. */
export function kitOfParts(ids: readonly string[], more: Partial<Project> = {}): Project {
  const bare: Project = {
    ...shell,
    kit: { parts: [], items: [] },
    layout: { placements: [] },
    controls: { ...shell.controls, inputs: [] },
    ...more,
  };
  return appliedAll(
    bare,
    ids.flatMap((id): Change[] => [
      { do: 'add', part: STARTER_PARTS.find((q) => q.id === id)! },
      {
        do: 'stand',
        placement: {
          item: id,
          on: { piece: 'back' },
          x: 40,
          y: 40,
          turn: 0,
          up: 'in',
          stand: 'flat',
          lift: 0,
          held: 'hand',
        },
      },
    ]),
  );
}

export function netsIn(p: Project): Net[] {
  const scene = sceneOf(p);
  return netsOf(p, scene, buttonMap(p, scene));
}

/** Who is joined to whom: "panel-usb-c 5V > thimble 5V". */
export const joinsIn = (p: Project): string[] =>
  netsIn(p).map((n) => `${n.a.item} ${n.a.pad} > ${n.b.item} ${n.b.pad}`);
