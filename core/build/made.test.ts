/** Everything made for a build has its step: made before what it helps, put on after what it covers. */
import { demos } from '../catalogue';
import { madeFor, withMade } from '../made';
import { varied } from '../made/varied.fixture';
import { MADE_TOOLS, type Project } from '../model';
import { buildSteps } from './index';
import { Replay } from './replay.fixture';

/** Whatever can be made, one at a time; each list is walked. */
const walked = (p: Project): string[] =>
  madeFor(p, 'filament')
    .filter((m) => !m.cannot)
    .flatMap((m) => {
      const next = withMade(p, m);
      const steps = buildSteps(next);
      const at = (id: string): number => steps.findIndex((s) => s.id === id);
      const [make, on] = [
        at(`make:${m.item}`),
        Math.max(at(`put-on:${m.item}`), at(`fit-in:${m.item}`)),
      ];
      const said = Replay.of(next, steps).map((r) => `${m.kind}: ${JSON.stringify(r)}`);
      if (make < 0) said.push(`${m.kind} is never made`);
      if (!MADE_TOOLS.has(m.kind) && on < make) said.push(`${m.kind} is put on before it is made`);
      if (MADE_TOOLS.has(m.kind) && on >= 0) said.push(`${m.kind} is built in`);
      return said;
    });

test('every made part of the examples, one at a time', () => {
  for (const p of demos().slice(1)) expect(walked(p)).toEqual([]);
});

test('a list that forgets to make one, or puts it on first, is refused', () => {
  const wisp = demos()[3]!;
  const frame = madeFor(wisp, 'filament').find((m) => m.kind === 'cell frame')!;
  const jig = madeFor(wisp, 'filament').find((m) => m.kind === 'drill jig')!;
  const p = withMade(withMade(wisp, frame), jig);
  const steps = buildSteps(p);
  expect(Replay.of(p, steps)).toEqual([]);
  const without = (id: string) => steps.filter((s) => s.id !== id);
  expect(JSON.stringify(Replay.of(p, without(`make:${frame.item}`)))).toContain('is not made yet');
  expect(JSON.stringify(Replay.of(p, without(`make:${jig.item}`)))).toContain('is not made yet');
  const bezel = madeFor(wisp, 'filament').find((m) => m.kind === 'bezel')!;
  const covered = withMade(wisp, bezel);
  const all = buildSteps(covered);
  expect(
    JSON.stringify(
      Replay.of(
        covered,
        all.filter((s) => s.id !== `put-on:${bezel.item}`),
      ),
    ),
  ).toContain('was never put on');
});

test('in varied builds made parts change no other refusal', () => {
  for (const seed of [3, 11]) {
    const p = varied(seed);
    const before = new Set(Replay.of(p, buildSteps(p)).map((r) => JSON.stringify(r)));
    const more = madeFor(p, 'resin')
      .filter((m) => !m.cannot)
      .flatMap((m) => {
        const next = withMade(p, m);
        return Replay.of(next, buildSteps(next))
          .map((r) => JSON.stringify(r))
          .filter((r) => r.includes(m.item));
      });
    expect([seed, more.filter((r) => !before.has(r))]).toEqual([seed, []]);
  }
});
