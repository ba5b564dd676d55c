/** A name is for reading: everything renamed to nonsense, the verdict is the same but for names. */
import { demos } from '../catalogue';
import type { Finding, Project } from '../model';
import { check } from './check';

/** Sockets keep theirs: what a charging socket is called still tells that it charges. */
function renamed(p: Project): Project {
  const word = (n: number) => `Zorp ${n}`;
  return {
    ...p,
    name: 'Quib',
    kit: {
      items: p.kit.items.map((i, n) => ({ ...i, name: word(n) })),
      parts: p.kit.parts.map((q, n) => ({
        ...q,
        name: word(n + 100),
        note: '',
        blocks: q.blocks.map((b, k) =>
          b.kind === 'connector' ? b : { ...b, name: word(200 + 10 * n + k) },
        ),
      })),
    },
    controls: {
      ...p.controls,
      inputs: p.controls.inputs.map((i, n) => ({ ...i, name: word(n + 400) })),
    },
    shell: {
      ...p.shell,
      bodies: p.shell.bodies.map((b) => ({
        ...b,
        name: 'Dingle',
        ...(b.caps ? { caps: b.caps.map((c, n) => ({ ...c, name: word(n + 500) })) } : {}),
        pieces: b.pieces.map((q, m) => ({
          ...q,
          features: q.features.map((f, n) => ({ ...f, name: word(600 + 50 * m + n) })),
          openings: q.openings.map((o, n) => ({ ...o, name: word(700 + 50 * m + n) })),
          zones: q.zones.map((z, n) => ({ ...z, name: word(800 + 50 * m + n) })),
        })),
      })),
    },
  };
}

const told = (f: Finding) => [f.id, f.code, f.verdict, f.measure?.gap, f.measure?.required];

test.each(demos().map((p) => [p.id, p] as const))('%s, all of it renamed', (_, p) => {
  const before = check(p);
  const after = check(renamed(p));
  expect(after.findings.map(told)).toEqual(before.findings.map(told));
  expect(after.sentence).toBe(before.sentence);
  expect(after.map.inputs.map((m) => m.gpio)).toEqual(before.map.inputs.map((m) => m.gpio));
});
