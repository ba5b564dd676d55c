#!/usr/bin/env node
// The headless door runs the same TypeScript core as the interface, without a build.
import { register } from 'tsx/esm/api';

register();
// A reader that goes away early (| head) is no fault.
process.stdout.on('error', (e) => {
  if (e.code !== 'EPIPE') throw e;
  process.exit(0);
});
const { run } = await import('../main.ts');
process.exitCode = await run(process.argv.slice(2), {
  out: (t) => process.stdout.write(t),
  err: (t) => process.stderr.write(t),
});
