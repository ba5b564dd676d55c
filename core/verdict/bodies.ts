/**
 * A build of several bodies, one at a time: every part, hole and screw is judged against the body
 * it lies in. The first is the build's own scene; this gives the others.
 */
import { Checker } from '../fit';
import { type Body, type Finding, otherBuilds, type Project } from '../model';

/** A checker for each body after the first. */
export const otherBodies = (p: Project): Checker[] =>
  otherBuilds(p).map((build) => new Checker(build));

/** What was found in another body, told apart from the same in the first. */
export function inBody(f: Finding, p: Project, body: Body): Finding {
  const index = p.shell.bodies.findIndex((b) => b.id === body.id);
  const named = (key: string) => key.replace(/^shell\.bodies\.0\b/, `shell.bodies.${index}`);
  return {
    ...f,
    id: `${f.id}@${body.id}`,
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

/** Wires that lead from one body into another are not laid: said, so that nobody takes them for judged. */
export function wiresBetween(checker: Checker): Finding[] {
  const { shell, items } = checker.scene;
  const wired = [...items.values()].filter(
    (at) => at.part.pads.length || at.part.connectors.length,
  );
  if (!shell || !wired.length) return [];
  const names = wired.map((at) => at.item.name);
  return [
    {
      id: `between:${shell.body.id}`,
      station: 'fit',
      check: 'hinge',
      code: 'wires-between-bodies',
      verdict: 'tight',
      title: 'Wires between two bodies',
      what: `${names.join(', ')} in ${shell.body.name}`,
      why: [
        'Their lengths, bends and room at the hinge are not judged: roll or loop them, and open and shut it before anything is glued.',
      ],
      about: wired.map((at) => at.item.id),
      refs: wired.map((at) => ({ is: 'item' as const, id: at.item.id })),
    },
  ];
}
