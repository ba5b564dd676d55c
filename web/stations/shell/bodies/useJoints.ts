/** The joints of the build, changed as one edit each. */
import { applied, type Joint, type Project } from '@deft/core/model';
import { useBuild } from '../../../state/build';

/** The build without a joint. */
function unjoined(p: Project, id: string): Project {
  const { joints = [], ...shell } = p.shell;
  const left = joints.filter((j) => j.id !== id);
  return { ...p, shell: left.length ? { ...shell, joints: left } : shell };
}

export interface Joints {
  put: (joint: Joint, merge?: string) => void;
  drop: (id: string) => void;
}

export function useJoints(): Joints {
  const { edit } = useBuild('edit');
  return {
    put: (joint, merge) => void edit((p) => applied(p, { do: 'joint', joint }), merge),
    drop: (id) => void edit((p) => unjoined(p, id)),
  };
}
