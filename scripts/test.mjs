/**
 * `npm test`: installs what is missing, then types, lint, import rules, Jest and Playwright, and one
 * closing line. Its cluster, build folder and ports are its own.
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say } from './folders.mjs';
import { ensurePackages, ensurePrograms } from './install.mjs';

const only = process.argv.slice(2);
const wants = (part) => only.length === 0 || only.includes(part);
const counts = { passed: 0, failed: 0, skipped: 0 };
const own = join(ROOT, `.deft-test-${process.pid}`);
const bin = (name) => join(ROOT, 'node_modules/.bin', name);

function step(name, command, args, env = {}) {
  say(`\n== ${name}`);
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, ...env },
    });
    child.on('exit', (code) => resolve(code ?? 1));
  });
}
async function gate(name, command, args, env) {
  const code = await step(name, command, args, env);
  if (code === 0) counts.passed++;
  else counts.failed++;
}
const json = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
};

let cluster;
let server;
try {
  await ensurePrograms([
    'postgresql',
    'chromium',
    'poppler-utils',
    'device-tree-compiler',
    'gcc',
    'ngspice',
    'libc6-dev',
  ]);
  await ensurePackages();
  mkdirSync(own, { recursive: true });
  const { openCluster } = await import('./cluster.mjs');
  const { builtServer, builtSite } = await import('./site.mjs');
  if (wants('types')) await gate('Types', bin('tsc'), ['-b']);
  if (wants('lint')) {
    await gate('Layout', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
    await gate('Unused', bin('knip'), ['--no-progress']);
    await gate('Third-party terms', process.execPath, [
      join(ROOT, 'scripts/thirdParty.mjs'),
      '--check',
    ]);
    await gate('Lint', bin('eslint'), [
      '.',
      '--cache',
      '--cache-location',
      join(ROOT, 'node_modules/.cache/eslint'),
    ]);
  }
  if (wants('imports')) {
    await gate('Import rules', bin('depcruise'), [
      '--config',
      '.dependency-cruiser.cjs',
      'core',
      'server',
      'web',
      'cli',
      'simulators',
    ]);
  }
  if (wants('unit') || wants('e2e')) {
    say('\n== A throw-away database');
    cluster = await openCluster(`test-${process.pid}`, { safe: false, log: () => {} });
    server = await builtServer('dist-test');
  }
  if (wants('unit')) {
    const out = join(own, 'jest.json');
    const code = await step(
      'Unit tests',
      process.execPath,
      [join(ROOT, 'node_modules/jest/bin/jest.js'), '--json', `--outputFile=${out}`, '--silent'],
      { DEFT_TEST_DATABASE_URL: cluster.url, DEFT_TEST_SERVER: server },
    );
    const r = json(out);
    counts.passed += r?.numPassedTests ?? 0;
    counts.failed += r ? r.numFailedTests + r.numRuntimeErrorTestSuites : 1;
    counts.skipped += r?.numPendingTests ?? 0;
    if (code !== 0 && r?.numFailedTests === 0 && r.numRuntimeErrorTestSuites === 0) counts.failed++;
  }
  if (wants('e2e')) {
    const webDir = await builtSite('dist-test');
    const out = join(own, 'playwright.json');
    const code = await step('Playwright', bin('playwright'), ['test'], {
      DEFT_TEST_DATABASE_URL: cluster.url,
      DEFT_TEST_WEB: webDir,
      DEFT_TEST_SERVER: server,
      DEFT_TEST_OUT: out,
    });
    const r = json(out);
    counts.passed += r?.stats.expected ?? 0;
    counts.failed += r ? r.stats.unexpected + r.stats.flaky : 1;
    counts.skipped += r?.stats.skipped ?? 0;
    if (code !== 0 && r && r.stats.unexpected + r.stats.flaky === 0) counts.failed++;
    // The kills of the server and its database; every other kind has its turn in `npm run prove chaos`.
    const chaos = [join(ROOT, 'scripts/chaos.mjs'), '4', '7'];
    await gate('Chaos, four rounds', process.execPath, chaos, { DEFT_TEST_WEB: webDir });
  }
} catch (e) {
  process.stderr.write(`${e.stack ?? e.message}\n`);
  counts.failed++;
} finally {
  if (cluster) {
    await cluster.stop();
    rmSync(cluster.folder, { recursive: true, force: true });
    rmSync(join(ROOT, '.deft', `test-${process.pid}.where.json`), { force: true });
    rmSync(join(ROOT, '.deft', `test-${process.pid}`), { recursive: true, force: true });
  }
  if (existsSync(own)) rmSync(own, { recursive: true, force: true });
}
say(
  `\n${counts.passed} passed, ${counts.failed} failed${counts.skipped ? `, ${counts.skipped} skipped` : ''}`,
);
process.exit(counts.failed ? 1 : 0);
