/** A build out of a nightly copy, from the list of builds. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, openExample, SITE, test } from './bench';

test('the list says when the last copy was made; one build comes back out of it beside what is there', async ({
  page,
}) => {
  const { DEFT_TEST_SERVER, DEFT_TEST_DATABASE_URL, DEFT_TEST_WEB } = process.env;
  const copies = mkdtempSync(join(tmpdir(), 'deft-copies-'));
  const name = `Copied ${Date.now()}`;
  const key = await openExample(page, 'wisp', (d) => {
    d['name'] = name;
  });
  execFileSync('node', ['cli/bin/deft-shell.mjs', 'backup', join(copies, '2026-01-31.zip')], {
    env: { ...process.env, DATABASE_URL: DEFT_TEST_DATABASE_URL },
    stdio: 'pipe',
  });
  // One that cannot be read is passed over.
  writeFileSync(join(copies, '2026-02-01.zip'), 'no');
  await page.request.delete(`${SITE()}/api/builds/${key}`);
  const { serve } = (await import(DEFT_TEST_SERVER!)) as typeof import('../server/main');
  const site = await serve({
    databaseUrl: DEFT_TEST_DATABASE_URL!,
    webDir: DEFT_TEST_WEB!,
    host: '127.0.0.1',
    copies,
  });
  try {
    await page.goto(site.url);
    // The builds above it are there, and move it no more.
    await page.waitForLoadState('networkidle');
    const section = page.getByRole('region', { name: 'Nightly copies' });
    await expect(section.getByText(/Copied every night, seven kept/)).toBeVisible();
    await section.getByRole('button', { name: 'Restore one build' }).click();
    await section.getByRole('combobox', { name: 'Copy', exact: true }).click();
    await page.locator('.ant-select-item-option').click();
    await section.getByRole('combobox', { name: 'Build of that copy' }).click();
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
    await section.getByRole('button', { name: 'Restore it beside what is there' }).click();
    await expect(page.getByRole('button', { name: `Rename ${name}` })).toBeVisible();
    // The page loads its stations one by one: it leaves before its server goes.
    await page.goto('about:blank');
  } finally {
    await site.close();
    rmSync(copies, { recursive: true, force: true });
  }
});
