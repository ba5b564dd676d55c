/** The shell's pieces as meshes, made in a worker and kept while shell, cuts and openings stay the same. */
import { useEffect, useMemo, useState } from 'react';
import { wrap } from 'comlink';
import { portOpening, type Scene } from '@deft/core/fit';
import type { Mesh } from '@deft/core/geometry';
import type { SolidApi } from '../../../workers/solid.worker';

export interface ShellMeshes {
  pieces: Array<{ piece: string; mesh: Mesh }>;
  bad?: string;
}

export function useShellMeshes(scene: Scene): ShellMeshes | undefined {
  const [made, setMade] = useState<ShellMeshes>();
  const { project } = scene;
  const body = scene.shell?.body;
  const holes = useMemo(
    () =>
      [...scene.items.values()].flatMap((at) =>
        at.mouths.flatMap((m) => {
          const o = m.outside ? portOpening(scene, at, m) : undefined;
          return o && !o.existing
            ? [{ wall: o.wall, u: o.u, v: o.v, w: o.w, h: o.h, round: o.round }]
            : [];
        }),
      ),
    [scene],
  );
  const key = JSON.stringify(holes);
  useEffect(() => {
    if (!body) return;
    const worker = new Worker(new URL('../../../workers/solid.worker.ts', import.meta.url), {
      type: 'module',
    });
    let live = true;
    wrap<SolidApi>(worker)
      .meshes(body, project.cuts, JSON.parse(key) as typeof holes)
      .then(
        (pieces) => {
          if (live) setMade({ pieces });
        },
        (e: unknown) => {
          if (live) setMade({ pieces: [], bad: e instanceof Error ? e.message : 'unknown reason' });
        },
      )
      .finally(() => worker.terminate());
    return () => {
      live = false;
      worker.terminate();
    };
  }, [body, project.cuts, key]);
  return made;
}
