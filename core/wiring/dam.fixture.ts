/** A wall across the back half, so many mm high, between the charger and the board of the finished demo. */
import { length, type Project } from '../model';

export function dammed(p: Project, mm: number): Project {
  const body = p.shell.bodies[0]!;
  const [front, back] = body.pieces as [(typeof body.pieces)[0], (typeof body.pieces)[0]];
  return {
    ...p,
    shell: {
      bodies: [
        {
          ...body,
          pieces: [
            front,
            {
              ...back,
              features: [
                ...back.features,
                {
                  id: 'dam',
                  name: 'dam',
                  kind: 'wall',
                  shape: { kind: 'rect', w: length(2), h: length(85) },
                  height: { from: 'floor', length: length(mm) },
                  purpose: 'unknown',
                  mayCut: 'remove',
                  at: {
                    x: { from: { edge: 'left', face: 'outer' }, to: 'near', length: length(84.2) },
                    y: { from: { edge: 'bottom', face: 'inner' }, to: 'near', length: length(0) },
                  },
                },
              ],
            },
          ],
        },
      ],
    },
  };
}
