/**
 * No false clear, no false hit: a slice of `npm run sabotage`. Every kind of spoiling is named at one
 * place of each clean build, no harmless change makes a hit, and no check can be left out unnoticed.
 */
import { Checker } from '../../fit';
import { verdictFrom, check } from '../check';
import { REGISTRY } from '../registry';
import { HARMLESS } from './harmless.fixture';
import { type Kind, worsened } from './kind.fixture';
import { cleanBuilds, falseHits, fits, KINDS, sabotage, unlike } from './run.fixture';

/** One place of every kind, in one build that has one: which build goes round with the kind. */
const builds = cleanBuilds();
const first = (p: (typeof builds)[number], k: Kind) => ({
  ...k,
  cases: (q: (typeof builds)[number]) => (q === p ? k.cases(p).slice(0, 1) : []),
});
const SLICE = KINDS.flatMap((kind, n) => {
  const round = builds.map((_, i) => builds[(i + n) % builds.length]!);
  const p = round.find((q) => fits(kind, q) && kind.cases(q).length > 0);
  return p ? [first(p, kind)] : [];
});

describe('the saboteur', () => {
  const outcomes = [...sabotage(builds, SLICE)];
  test('there are enough kinds, each with a place it can be applied', () => {
    expect(KINDS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(KINDS.map((k) => k.name)).size).toBe(KINDS.length);
    const tried = new Set(outcomes.map((o) => o.kind));
    expect(KINDS.map((k) => k.name).filter((n) => !tried.has(n))).toEqual([]);
  });
  test('every spoiling is named by the verdict or refused on the way in', () => {
    const bad = outcomes.filter((o) => o.is === 'missed' || o.is === 'unnamed');
    expect(bad.map((o) => [o.build, o.kind, o.where, o.said])).toEqual([]);
  });
  test('no harmless change makes a hit', () => {
    expect(HARMLESS.length).toBeGreaterThanOrEqual(25);
    // The finished loaner and the graft; npm run sabotage tries them all.
    const two = [builds[0]!, builds[builds.length - 1]!];
    expect([...falseHits(two)].filter((f) => f !== null)).toEqual([]);
  });
  test('a verdict made from the one before an edit is the one made from nothing, there and back', () => {
    const clean = new Map(builds.map((p) => [p.id, check(p)]));
    const codes = new Set<string>();
    // Every third; npm run sabotage asks it of all.
    for (const { build, kind, spoilt, after } of outcomes.filter((_, n) => n % 3 === 0)) {
      if (!after) continue;
      expect([kind, unlike(spoilt, after)]).toEqual([kind, []]);
      const before = clean.get(build)!;
      const { project } = before.checker.scene;
      expect([kind, unlike(project, check(project, after.checker), before)]).toEqual([kind, []]);
      const was = new Set(before.findings.map((f) => f.id));
      for (const f of after.findings) if (!was.has(f.id)) codes.add(`${f.check} ${f.code}`);
    }
    // So many rules were seen to fire, and to be silent again.
    expect(codes.size).toBeGreaterThan(70);
  });
  test('a clean build closes, in one sentence that says after how many cuts', () => {
    for (const p of builds) expect(check(p).sentence).toMatch(/^Closes( after .+)?$/);
  });
  test('each check of the registry is needed: left out, some spoiling goes through', () => {
    const before = new Map(builds.map((p) => [p.id, check(p)]));
    for (const { name, makes } of REGISTRY) {
      const alone = outcomes.find((o) => o.by.size && [...o.by].every((c) => makes.includes(c)));
      expect([name, alone?.kind]).toEqual([name, expect.any(String)]);
      const { findings, checker } = before.get(alone!.build)!;
      const there = new Checker(alone!.spoilt, checker);
      const without = verdictFrom(alone!.spoilt, there, false, [name]).findings;
      expect([name, worsened(findings, without, alone!.makes)]).toEqual([name, []]);
    }
  });
});
