/** A board sawn shorter makes room, and Build saws it, bridges it and reads it before it sees power. */
import { buildSteps } from '../build';
import { Replay } from '../build/replay.fixture';
import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { applied, type Project } from '../model';
import { check } from './check';
import { sawnSoundly } from './sabotage/saw.fixture';

const done = demos().find((p) => p.id === 'dabchick-2-done')!;
const teasel = done.kit.items.find((i) => i.part === 'teasel')!.id;

test('its solids end where the saw went, and it closes as before', () => {
  const p = sawnSoundly(done);
  const top = (q: Project): number =>
    Math.max(
      ...sceneOf(q)
        .items.get(teasel)!
        .blocks[0]!.solid.prisms.map((s) => s.y1),
    );
  expect(top(done) - top(p)).toBeCloseTo(0.5, 6);
  expect(check(p).closes).toBe(true);
  // From the scene of before, and the other way round.
  expect(check(p, check(done).checker).findings).toEqual(check(p).findings);
  expect(check(done, check(p).checker).findings).toEqual(check(done).findings);
});

test('the saw comes after what stands there is off, the reading before power; a list that forgets it is refused', () => {
  const p = sawnSoundly(done);
  const steps = buildSteps(p);
  const at = (id: string): number => steps.findIndex((s) => s.id === id);
  const saw = at(`saw:${teasel}/top`);
  expect(saw).toBeGreaterThan(-1);
  expect(steps[saw]!.detail).toContain('Bridge lamp with thin wire');
  expect(steps[saw]!.detail).toContain('File the cut edge back');
  expect(steps[saw]!.caution).toContain('Eye protection');
  expect(at(`saw-gate:${teasel}`)).toBeGreaterThan(saw);
  expect(steps[at(`saw-gate:${teasel}`)]!.gate!.expects).toContain('over 1 kΩ');
  expect(at(`wire:${teasel}`)).toBeGreaterThan(at(`saw-gate:${teasel}`));
  expect(Replay.of(p, steps)).toEqual([]);
  const without = steps.filter((s) => s.id !== `saw-gate:${teasel}`);
  expect(Replay.of(p, without).join()).toContain('nobody read its rails since');
});

test('nobody has looked what it crosses: the build is not ready', () => {
  const p = applied(done, { do: 'saw', item: teasel, cut: { edge: 'top', mm: 0.5 } });
  expect(check(p)).toMatchObject({
    closes: false,
    sentence: 'Not ready: 1 still to choose or measure',
  });
});
