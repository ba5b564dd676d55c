/** Starts one server for all specs on the throw-away database, as a process of its own. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';

export default async function start(): Promise<() => Promise<void>> {
  const child = spawn(process.execPath, ['--import', 'tsx', join(process.cwd(), 'e2e/server.ts')], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: process.env,
  });
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout.on('data', (d: Buffer) => {
      const m = /ready (http:\S+)/.exec(d.toString());
      if (m) resolve(m[1]!);
    });
    child.once('exit', (code) => reject(new Error(`The test server ended (${code}).`)));
  });
  process.env['DEFT_URL'] = url;
  return async () => {
    const gone = new Promise((resolve) => {
      child.once('exit', resolve);
    });
    child.kill('SIGTERM');
    await gone;
  };
}
