/**
 * `npm run fuzz [mutants] [formats]`: damaged files of every format, each read in a worker that is
 * ended after 2 s. Anything but a reading or one sentence fails; fewer than 1 in 100 may be ended.
 */
import { Worker } from 'node:worker_threads';

const FORMATS = ['stl', 'ascii', 'obj', '3mf', 'step', 'dxf', 'svg', 'jpeg', 'png', 'idf', 'csv', 'parts'];
const PATIENCE_MS = 2000;
const count = Number(process.argv[2] ?? 5000), formats = process.argv[3]?.split(',') ?? FORMATS;

/** Mutants from `from` to `to` of one format: a worker reads on from where the last one was ended. */
function run(format, from, to, score) {
  return new Promise((done) => {
    const begin = (first) => {
      if (first >= to || score.crashes.length > 4) { done(score); return; }
      const worker = new Worker(new URL('./fuzz.entry.mjs', import.meta.url), { workerData: { format, from: first, to }, stdout: true });
      let at = first, clock;
      const next = (k) => { clearTimeout(clock); worker.removeAllListeners(); void worker.terminate(); begin(k); };
      worker.on('message', (m) => {
        clearTimeout(clock);
        at = m.k;
        if (m.begun) { clock = setTimeout(() => { score.ended.push(at); next(at + 1); }, PATIENCE_MS); return; }
        if (m.said.startsWith('crash')) score.crashes.push(`${format} mutant ${m.k}: ${m.said}`); else score[m.said]++;
        if (m.k === to - 1 || score.crashes.length > 4) next(to);
      });
      worker.on('error', (e) => { score.crashes.push(`${format} mutant ${at}: ${e.stack}`); next(at + 1); });
    };
    begin(from);
  });
}

let bad = false;
const todo = [...formats], scores = new Map();
await Promise.all([0, 1].map(async () => {
  for (let f = todo.shift(); f; f = todo.shift()) scores.set(f, await run(f, 0, count, { read: 0, refused: 0, ended: [], crashes: [] }));
}));
for (const [format, s] of scores) {
  // A machine that was busy with something else may have made it late: those are read once more, alone.
  const again = s.ended.splice(0);
  for (const k of again) await run(format, k, k + 1, s);
  process.stdout.write(`${format}: ${s.read} read, ${s.refused} refused in a sentence, ${s.ended.length} ended after 2 s, ${s.crashes.length} crashed\n`);
  if (s.crashes.length || s.ended.length >= count * 0.01) { bad = true; process.stdout.write(`${s.crashes.slice(0, 3).join('\n')}\n`); }
}
process.exit(bad ? 1 : 0);
