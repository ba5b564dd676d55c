/**
 * A build of several bodies, one at a time: every part, hole and screw is judged against the body
 * it lies in. The first is the build's own scene; this gives the others.
 */
import { Checker, type Scene } from '../fit';
import type { Body, Finding, Project } from '../model';

/** A checker for each body after the first. */
export const otherBodies = (scene: Scene): Checker[] =>
  scene.others.map((other) => new Checker(other.project, other));

/** What was found in another body, told apart from the same in the first. */
export function inBody(f: Finding, p: Project, body: Body): Finding {
  const index = p.shell.bodies.findIndex((b) => b.id === body.id);
  const named = (key: string) => key.replace(/^shell\.bodies\.0\b/, `shell.bodies.${index}`);
  return {
    ...f,
    id: `${f.id}@${body.id}`,
    inBody: { body: body.id, name: body.name, id: f.id },
    ...(f.measure
      ? {
          measure: {
            ...f.measure,
            sources: f.measure.sources.map((s) => ({ ...s, key: named(s.key) })),
          },
        }
      : {}),
  };
}
