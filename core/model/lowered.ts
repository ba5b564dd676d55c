/**
 * A document as the format before would have written it: what a page of that format changed since is
 * said of that one. Nothing is stored so.
 */
import { type Joint, meetsOf, type Shell } from './joint';
import type { Json } from './json';
import type { Input, Project } from './project';

/** @returns nothing where the format before could not have said it */
export function lowered(p: Project): Json | undefined {
  const shell = withHinge(p.shell);
  if (!shell || p.controls.inputs.some((i) => i.functions.length > 1 || i.switch)) return undefined;
  const { inputs, ...controls } = p.controls;
  return {
    ...p,
    format: 'deft-shell/4',
    shell,
    controls: { ...controls, inputs: inputs.map(withRole) },
  };
}

function withRole({ functions: [role], ...input }: Input): Json {
  return { ...input, role };
}

/** One hinge between the first two bodies is all there was. */
function withHinge({ bodies, joints = [] }: Shell): Json | undefined {
  const [joint, ...more] = joints;
  if (!joint) return { bodies };
  const isOld = joint.is === 'hinge' && !more.length && joinsFirstTwo(joint, bodies);
  if (!isOld) return undefined;
  const hinge: Record<string, unknown> = { ...joint };
  delete hinge['is'];
  delete hinge['id'];
  const { first, second } = joint;
  return { bodies, hinge: { ...hinge, first: first.edge, second: second.edge } };
}

const joinsFirstTwo = (joint: Joint, bodies: Shell['bodies']): boolean =>
  meetsOf(joint).every((m, i) => m.body === bodies[i]?.id);
