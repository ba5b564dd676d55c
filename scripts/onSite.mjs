/** A site of its own on a throw-away database, with a browser before it: for pictures and benches. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './folders.mjs';
import { ensurePackages, ensurePrograms } from './install.mjs';

const ARGS = [
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--no-sandbox',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/**
 * @param name  of the database's folder, told apart from those of other runs
 * @returns     address, browser, and how all of it is ended again
 */
export async function onSite(name) {
  await ensurePrograms(['postgresql', 'chromium']);
  await ensurePackages();
  const { openCluster } = await import('./cluster.mjs');
  const { builtServer, builtSite } = await import('./site.mjs');
  const { serve } = await import(await builtServer());
  const { chromium } = await import('@playwright/test');
  const cluster = await openCluster(`${name}-${process.pid}`, { safe: false, log: () => {} });
  const site = await serve({
    databaseUrl: cluster.url,
    webDir: await builtSite(),
    host: '127.0.0.1',
  });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ARGS,
  });
  return {
    url: site.url,
    browser,
    async close() {
      await browser.close();
      await site.close();
      await cluster.stop();
      rmSync(cluster.folder, { recursive: true, force: true });
      rmSync(join(ROOT, '.deft', `${name}-${process.pid}.where.json`), { force: true });
    },
  };
}
