import { demos } from '../catalogue';
import { applied, appliedAll, ASSUMPTIONS, type Project } from '../model';
import { trialFindings, trialWays } from './trials';
import { unknowns, type Unknown } from './unknowns';

/** As they are, and of parts nobody measured with kept things nobody proved. */
const builds = demos().flatMap((p): Project[] => [
  p,
  {
    ...p,
    kit: { ...p.kit, parts: p.kit.parts.map((q) => ({ ...q, source: 'typical' as const })) },
    ...(p.donor && {
      donor: { ...p.donor, kept: p.donor.kept.map((k) => ({ ...k, proved: 'no' as const })) },
    }),
  },
]);
const told = (p: Project, u: Unknown, holds: boolean, note?: string): Project => ({
  ...p,
  tried: [{ assumption: u.is, ...(u.of && { of: u.of }), holds, ...(note && { note }) }],
});
const all = builds.flatMap((p) => unknowns(p).map((u) => [p, u] as const));

test('every assumption that is tried and holds says nothing; one that does not is named with its part', () => {
  for (const [p, u] of all) {
    expect(trialFindings(told(p, u, true))).toEqual([]);
    const [f, ...more] = trialFindings(told(p, u, false, 'smelt warm'));
    expect([f!.code, f!.about, f!.what, more]).toEqual([
      u.is,
      u.of === undefined ? [] : [u.of],
      u.assumption,
      [],
    ]);
    expect(f!.why[0]).toBe('Noted: smelt warm');
  }
  const seen = new Set(all.map(([, u]) => u.is));
  expect(ASSUMPTIONS.filter((a) => !seen.has(a))).toEqual([]);
});

test('what keeps a build from working is a hit, what only makes it worse is tight', () => {
  const verdicts = new Map(
    all.map(([p, u]) => [u.is, trialFindings(told(p, u, false))[0]!.verdict]),
  );
  const hits = [...verdicts].filter(([, v]) => v === 'hit').map(([is]) => is);
  expect(hits.sort()).toEqual(['buy', 'image', 'kept', 'polarity', 'rail', 'screen', 'slim']);
});

test('every way out ends it', () => {
  for (const [p, u] of all) {
    const bad = told(p, u, false);
    const ways = trialWays(bad, trialFindings(bad)[0]!);
    expect(ways.length).toBeGreaterThan(0);
    for (const w of ways) expect(trialFindings(appliedAll(bad, w.changes))).toEqual([]);
  }
});

test('nothing was tried of another part that stands in its place', () => {
  const [p, u] = all.find(([, x]) => x.is === 'screen')!;
  const bad = told(p, u, false);
  const part = p.kit.parts.find((q) => q.id === p.kit.items.find((i) => i.id === u.of)!.part)!;
  const other = { ...part, id: 'another-screen' };
  expect(applied(bad, { do: 'swap', item: u.of!, part: other }).tried).toEqual([]);
  expect(applied(bad, { do: 'renew', item: u.of! }).tried).toEqual([]);
  const elsewhere = p.kit.items.find((i) => i.id !== u.of)!;
  expect(applied(bad, { do: 'renew', item: elsewhere.id }).tried).toHaveLength(1);
});
