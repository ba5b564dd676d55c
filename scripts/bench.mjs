/** `npm run bench`: figures as ratios in one run; nothing here passes or fails. */
import { ensurePackages } from './install.mjs';

await ensurePackages();
const { register } = await import('tsx/esm/api');
register();
const say = (line) => process.stdout.write(`${line}\n`);
const { bench } = await import('../core/fit/fit.bench.ts');
await bench(say);
const { captureBench } = await import('../core/capture/capture.bench.ts');
await captureBench(say);
const { accuracy } = await import('./accuracy.mjs');
await accuracy(say);
const { kitBench } = await import('../core/brief/kit.bench.ts');
kitBench(say);
const { arrangeBench } = await import('../core/arrange/arrange.bench.ts');
arrangeBench(say);
const { chanceBench } = await import('../core/fit/chance.bench.ts');
chanceBench(say);
const { powerBench } = await import('../core/power/power.bench.ts');
powerBench(say);
