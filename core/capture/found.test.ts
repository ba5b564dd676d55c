/** What is found on generated halves against what was put there, scored in processes of their own; `npm run bench` scores forty. */
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { Score, Scores } from './score.fixture';

const KINDS = ['plain', 'hollow', 'gusseted', 'in a wall'] as const;
const scored = (from: number, to: number): Promise<Scores> =>
  new Promise((done, fail) => {
    const p = spawn(
      process.execPath,
      [
        '--import',
        'tsx',
        fileURLToPath(new URL('./score.fixture.ts', import.meta.url)),
        String(from),
        String(to),
      ],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    let text = '';
    p.stdout.on('data', (d: Buffer) => {
      text += d.toString();
    });
    p.on('close', (code) =>
      code === 0 ? done(JSON.parse(text) as Scores) : fail(new Error(`scoring ended with ${code}`)),
    );
  });
const sum = (a: Score, b: Score): Score => ({
  there: a.there + b.there,
  found: a.found + b.found,
  offered: a.offered + b.offered,
  invented: a.invented + b.invented,
});

describe('features found on sixteen tilted, turned, drafted and noisy halves', () => {
  let a: Scores;
  let b: Scores;
  beforeAll(async () => {
    [a, b] = await Promise.all([scored(1, 8), scored(9, 16)]);
  });
  const report = (what: string, s: Score) =>
    process.stdout.write(
      `${what}: ${s.found} of ${s.there} found${s.offered ? `, ${s.invented} of ${s.offered} invented` : ''}\n`,
    );
  test.each(KINDS)('posts, %s: at least 98 in 100 in place, diameter and height', (k) => {
    const s = sum(a.posts[k], b.posts[k]);
    report(`posts, ${k}`, s);
    expect(s.there).toBeGreaterThanOrEqual(30);
    expect(s.found / s.there).toBeGreaterThanOrEqual(0.98);
  });
  test('no more than 2 in 100 posts are invented', () => {
    const s = sum(a.allPosts, b.allPosts);
    report('posts offered', {
      ...s,
      there: KINDS.reduce((n, k) => n + a.posts[k].there + b.posts[k].there, 0),
      found: KINDS.reduce((n, k) => n + a.posts[k].found + b.posts[k].found, 0),
    });
    expect(s.invented / s.offered).toBeLessThanOrEqual(0.02);
  });
  test.each(['ribs', 'zones', 'holes'] as const)(
    '%s: at least 95 in 100 found, at most 3 invented',
    (k) => {
      const s = sum(a[k], b[k]);
      report(k, s);
      expect(s.found / s.there).toBeGreaterThanOrEqual(0.95);
      expect(s.invented / s.offered).toBeLessThanOrEqual(0.03);
    },
  );
  test('floor within 0.05 and wall within 0.2 mm on each', () => {
    expect(Math.max(a.floorOff, b.floorOff)).toBeLessThan(0.05);
    expect(Math.max(a.wallOff, b.wallOff)).toBeLessThan(0.2);
  });
});
