/** Hinges for tests: as they are usually made, between the first two bodies of a shell. */
import { type Hinge, hingesOf, length, type Project, type Shell } from './index';

/** A hinge at the top edge of the first body and the bottom edge of the second. */
export const hingeAt = (
  up: number,
  { bodies: [a, b] }: Pick<Shell, 'bodies'>,
  more: Partial<Hinge> = {},
): Hinge => ({
  is: 'hinge',
  id: 'hinge',
  first: { body: a!.id, edge: 'top' },
  second: { body: b!.id, edge: 'bottom' },
  closedDeg: 0,
  openDeg: 150,
  out: length(4),
  up: length(up),
  barrel: length(6),
  ribbon: { thick: length(0.12), turns: 1.5, bendTimes: 20 },
  ...more,
});

export const hingeIn = (p: Project): Hinge => hingesOf(p.shell)[0]!.joint;

/** The build with its first hinge changed. */
export const onHinge = (p: Project, set: Partial<Hinge>): Project => {
  const hinge = hingeIn(p);
  const joints = p.shell.joints!.map((j) => (j === hinge ? { ...hinge, ...set } : j));
  return { ...p, shell: { ...p.shell, joints } };
};
