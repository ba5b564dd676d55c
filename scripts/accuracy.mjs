/** What is found on forty generated halves and read off twelve pictures: more of what the tests look at, for `npm run bench`. */
import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { ROOT } from './folders.mjs';

/** A fixture of core/capture run in a process of its own; what it prints as JSON. */
const scored = async (fixture, from, to) =>
  JSON.parse(
    (
      await promisify(execFile)(
        process.execPath,
        ['--import', 'tsx', join(ROOT, 'core/capture', fixture), String(from), String(to)],
        { cwd: ROOT, maxBuffer: 1e8 },
      )
    ).stdout,
  );

export async function accuracy(say) {
  const halves = await Promise.all([
    scored('score.fixture.ts', 1, 20),
    scored('score.fixture.ts', 21, 40),
  ]);
  const sum = (of) => {
    const all = halves.flatMap(of);
    const add = (k) => all.reduce((n, s) => n + s[k], 0);
    return `${add('found')} of ${add('there')}${add('offered') ? `, ${add('invented')} of ${add('offered')} invented` : ''}`;
  };
  say(
    `found on 40 halves: posts ${sum((s) => Object.values(s.posts))}, ${halves.reduce((n, s) => n + s.allPosts.invented, 0)} invented; ribs ${sum((s) => [s.ribs])}; pockets ${sum((s) => [s.zones])}; holes ${sum((s) => [s.holes])}`,
  );
  const photos = (
    await Promise.all([scored('photo.fixture.ts', 1, 6), scored('photo.fixture.ts', 7, 12)])
  ).flatMap((q) => q.straight);
  const points = photos.reduce((n, q) => n + q.points, 0);
  say(
    `12 photos: ${((100 * photos.reduce((n, q) => n + q.covered, 0)) / points).toFixed(1)} % of ${points.toLocaleString('en')} outline points within their 95 % interval`,
  );
}
