/**
 * `npm run fuzz [mutants] [formats]`: damaged files of every format, each read in a worker that is
 * ended after 2 s. Anything but a reading or one sentence fails; fewer than 1 in 100 may be ended.
 */
import { Worker } from 'node:worker_threads';

const FORMATS = [
  'stl',
  'ascii',
  'obj',
  '3mf',
  'step',
  'dxf',
  'svg',
  'jpeg',
  'png',
  'idf',
  'csv',
  'parts',
];
const PATIENCE_MS = 2000;
const count = Number(process.argv[2] ?? 5000);
const formats = process.argv[3]?.split(',') ?? FORMATS;

/** Mutants of some formats, one worker after the other: the next reads on from where the last one was ended. */
function run(jobs, scores) {
  return new Promise((done) => {
    const begin = (left) => {
      if (!left.length) {
        done();
        return;
      }
      const worker = new Worker(new URL('./fuzz.entry.mjs', import.meta.url), {
        workerData: { jobs: left },
        stdout: true,
      });
      let at = left[0];
      let clock;
      const after = ({ format, k }) => {
        const i = left.findIndex((j) => j.format === format);
        const { to } = left[i];
        const gaveUp = scores.get(format).crashes.length > 4;
        return [
          ...(k + 1 < to && !gaveUp ? [{ format, from: k + 1, to }] : []),
          ...left.slice(i + 1),
        ];
      };
      const next = (m) => {
        clearTimeout(clock);
        worker.removeAllListeners();
        void worker.terminate();
        begin(after(m));
      };
      worker.on('message', (m) => {
        clearTimeout(clock);
        at = m;
        const score = scores.get(m.format);
        if (m.begun) {
          clock = setTimeout(() => {
            score.ended.push(m.k);
            next(m);
          }, PATIENCE_MS);
          return;
        }
        if (m.said.startsWith('crash')) score.crashes.push(`${m.format} mutant ${m.k}: ${m.said}`);
        else score[m.said]++;
        if (!after(m).length || score.crashes.length > 4) next(m);
      });
      worker.on('error', (e) => {
        scores.get(at.format).crashes.push(`${at.format} mutant ${at.k}: ${e.stack}`);
        next({ k: at.from ?? at.k, format: at.format });
      });
    };
    begin(jobs);
  });
}

let bad = false;
const scores = new Map(formats.map((f) => [f, { read: 0, refused: 0, ended: [], crashes: [] }]));
// STEP takes as long as all others together.
const lanes = formats.includes('step')
  ? [['step'], formats.filter((f) => f !== 'step')]
  : [formats.filter((_, i) => i % 2), formats.filter((_, i) => i % 2 === 0)];
await Promise.all(
  lanes.map((list) =>
    run(
      list.map((format) => ({ format, from: 0, to: count })),
      scores,
    ),
  ),
);
for (const [format, s] of scores) {
  // A machine that was busy with something else may have made it late: those are read once more, alone.
  const again = s.ended.splice(0);
  for (const k of again) await run([{ format, from: k, to: k + 1 }], scores);
  process.stdout.write(
    `${format}: ${s.read} read, ${s.refused} refused in a sentence, ${s.ended.length} ended after 2 s, ${s.crashes.length} crashed\n`,
  );
  if (s.crashes.length || s.ended.length >= count * 0.01) {
    bad = true;
    process.stdout.write(`${s.crashes.slice(0, 3).join('\n')}\n`);
  }
}
process.exit(bad ? 1 : 0);
