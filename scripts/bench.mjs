/** `npm run bench`: figures as ratios in one run; nothing here passes or fails. */
import { ensurePackages } from './install.mjs';

await ensurePackages();
const { register } = await import('tsx/esm/api');
register();
const { bench } = await import('../core/fit/fit.bench.ts');
await bench((line) => process.stdout.write(`${line}\n`));
