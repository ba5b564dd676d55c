/**
 * `npm run fuzz [mutants] [formats|all] [both|structure] [patience]`: damaged files of every format,
 * with knowledge of its kind and, every other one, without, each read in a worker that is ended after
 * its patience (2 s). Anything but a reading or one sentence fails.
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
/** Times a mutant that was late is read again, with nothing beside it. */
const ALONE = 3;
const count = Number(process.argv[2] ?? 10_000);
const asked = process.argv[3] ?? 'all';
const formats = asked === 'all' ? FORMATS : asked.split(',');
const kinds = process.argv[4] ?? 'both';
const patience = Number(process.argv[5] ?? 2);

/** Mutants of some formats, one worker after the other: the next reads on from where the last one was ended. */
function run(jobs, scores) {
  return new Promise((done) => {
    const begin = (left) => {
      if (!left.length) {
        done();
        return;
      }
      const worker = new Worker(new URL('./fuzz.entry.mjs', import.meta.url), {
        workerData: { jobs: left, kinds },
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
          }, patience * 1000);
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
  // A machine that was busy with something else may have made it late: those are read again, alone.
  for (let turn = 0; turn < ALONE && s.ended.length; turn++) {
    const again = s.ended.splice(0);
    for (const k of again) await run([{ format, from: k, to: k + 1 }], scores);
  }
  process.stdout.write(
    `${format}: ${s.read} read, ${s.refused} refused in a sentence, ${s.ended.length} ended after ${patience} s, ${s.crashes.length} crashed\n`,
  );
  if (s.crashes.length || s.ended.length) {
    bad = true;
    process.stdout.write(`${s.crashes.slice(0, 3).join('\n')}\n`);
    if (s.ended.length) process.stdout.write(`ended: ${s.ended.join(', ')}\n`);
  }
}
const sum = (of) => [...scores.values()].reduce((n, s) => n + of(s), 0);
process.stdout.write(
  `${formats.length} formats, ${count} damaged files of each (${kinds}): ${sum((s) => s.read)} read, ${sum((s) => s.refused)} refused in a sentence, ${sum((s) => s.ended.length)} ended after ${patience} s, ${sum((s) => s.crashes.length)} crashed in all\n`,
);
process.exit(bad ? 1 : 0);
