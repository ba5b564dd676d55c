/** `npm run screenshots`: one picture of each main view from the demo builds, at 1280 x 800. */
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say } from './folders.mjs';
import { ensurePackages, ensurePrograms } from './install.mjs';

await ensurePrograms(['postgresql', 'chromium']);
await ensurePackages();
const { openCluster } = await import('./cluster.mjs');
const { builtSite } = await import('./site.mjs');
const { register } = await import('tsx/esm/api');
register();
const { serve } = await import('../server/main.ts');
const { chromium } = await import('@playwright/test');

const out = join(ROOT, 'docs/screenshots');
mkdirSync(out, { recursive: true });
const cluster = await openCluster(`shots-${process.pid}`, { safe: false, log: () => {} });
const site = await serve({ databaseUrl: cluster.url, webDir: await builtSite(), host: '127.0.0.1' });
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] });
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  const { builds } = await (await fetch(`${site.url}/api/builds`)).json();
  const key = (name) => builds.find((b) => b.name.startsWith(name)).key;
  const loaner = key('Dabchick 2, the loaner');
  const shoot = async (name, path, act = async () => {}) => {
    await page.goto(`${site.url}${path}`);
    await page.waitForLoadState('networkidle');
    await page.getByText('Looking for ways out ...').first().waitFor({ state: 'detached' });
    await act();
    await page.screenshot({ path: join(out, `${name}.png`) });
    say(`docs/screenshots/${name}.png`);
  };
  await shoot('builds', '/');
  await shoot('shell', `/b/${loaner}/shell`, async () => { await page.locator('.list button', { hasText: 'rear post' }).first().click(); });
  await shoot('kit', `/b/${loaner}/kit`);
  await shoot('fit', `/b/${loaner}/fit`, async () => { await page.getByRole('button', { name: 'Show finding 2' }).click(); });
  await shoot('fit-headroom', `/b/${loaner}/fit`, async () => { await page.keyboard.press('d'); await page.getByText(/mm free/).waitFor(); });
  await shoot('fit-closed', `/b/${key('Dabchick 2, finished')}/fit`, async () => { await page.keyboard.press('c'); });
  await shoot('cut', `/b/${key('Dabchick 2, finished')}/cut`);
  await shoot('controls', `/b/${loaner}/controls`);
  await shoot('power', `/b/${loaner}/power`);
  await shoot('build', `/b/${loaner}/build`);
  const fresh = await (await fetch(`${site.url}/api/builds`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ document: (await import('../core/model/empty.ts')).emptyProject('new-build', 'New build') }) })).json();
  await shoot('shell-empty', `/b/${fresh.key}/shell`);
} finally {
  await browser.close();
  await site.close();
  await cluster.stop();
  rmSync(cluster.folder, { recursive: true, force: true });
  rmSync(join(ROOT, '.deft', `shots-${process.pid}.where.json`), { force: true });
}
