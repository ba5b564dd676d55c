/** The server goes away: what was opened stays usable, also after a reload, and arrives once it is back. */
import { test as base, expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import type { Site } from '../server/main';

/** A server of one's own on one port, that can be taken away and come back. */
interface Own {
  url: string;
  away: () => Promise<void>;
  back: () => Promise<void>;
}

const test = base.extend<{ own: Own }>({
  own: async ({}, use) => {
    const { DEFT_TEST_SERVER, DEFT_TEST_DATABASE_URL, DEFT_TEST_WEB } = process.env;
    const { serve } = (await import(DEFT_TEST_SERVER!)) as typeof import('../server/main');
    const begin = (port?: number): Promise<Site> =>
      serve({
        databaseUrl: DEFT_TEST_DATABASE_URL!,
        webDir: DEFT_TEST_WEB!,
        host: '127.0.0.1',
        port,
        fixedPort: port !== undefined,
      });
    let site: Site | undefined = await begin();
    const { port, url } = site;
    await use({
      url,
      away: async () => {
        await site?.close();
        site = undefined;
      },
      back: async () => {
        site = await begin(port);
      },
    });
    await site?.close();
  },
});
test.use({ serviceWorkers: 'allow' });

async function openDemo(page: Page, url: string): Promise<string> {
  const document = JSON.parse(readFileSync('docs/examples/wisp.json', 'utf8')) as object;
  const r = await page.request.post(`${url}/api/builds`, { data: { document } });
  const { key } = (await r.json()) as { key: string };
  return key;
}
/** The service worker holds every file of the program. */
const held = (page: Page) =>
  page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);

test('a build that was opened is read, edited, judged and printed with the server gone, and saved once it is back', async ({
  page,
  own,
}) => {
  const key = await openDemo(page, own.url);
  await page.goto(`${own.url}/b/${key}/fit`);
  await expect(page.locator('[data-save="saved"]')).toBeVisible();
  await held(page);
  await own.away();

  await page.reload();
  await expect(page.locator('[data-save="offline"]')).toHaveText(
    'server away, kept in this browser',
  );
  // Stations that were never opened before come out of what is held; the verdict is worked out.
  await page.getByRole('link', { name: /^Cut/ }).click();
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Template as PDF' }).click();
  expect((await file).suggestedFilename()).toMatch(/\.pdf$/);
  await expect(page.locator('.verdict:not([aria-busy])')).toContainText(/Closes|hit/);
  await page.getByRole('button', { name: /^Rename/ }).click();
  await page.getByLabel('Build name').fill('Named while away');
  await page.getByLabel('Build name').press('Enter');
  await page.reload();
  await expect(page.getByRole('button', { name: 'Rename Named while away' })).toBeVisible();

  await page.goto(own.url);
  await expect(page.getByText('The server does not answer. These are the builds')).toBeVisible();
  await page.locator(`a[href="/b/${key}/fit"]`).click();
  await expect(page.getByRole('button', { name: 'Rename Named while away' })).toBeVisible();

  await own.back();
  await expect(page.locator('[data-save="saved"]')).toBeVisible();
  const { document } = (await (await page.request.get(`${own.url}/api/builds/${key}`)).json()) as {
    document: { name: string };
  };
  expect(document.name).toBe('Named while away');
});

test('what was saved elsewhere meanwhile is shown once the server is back, and edits on both sides are asked about', async ({
  page,
  own,
  context,
}) => {
  const key = await openDemo(page, own.url);
  const rename = async (at: Page, name: string) => {
    await at.getByRole('button', { name: /^Rename/ }).click();
    await at.getByLabel('Build name').fill(name);
    await at.getByLabel('Build name').press('Enter');
  };
  const elsewhere = async (name: string, basedOn: number) => {
    const patch = [{ op: 'replace', path: '/name', value: name }];
    const r = await page.request.patch(`${own.url}/api/builds/${key}`, {
      data: { basedOn, patch, save: crypto.randomUUID() },
    });
    expect(r.status()).toBe(200);
  };
  await page.goto(`${own.url}/b/${key}/fit`);
  await expect(page.locator('[data-save="saved"]')).toBeVisible();
  await held(page);
  await own.away();
  await page.reload();
  await expect(page.locator('[data-save="offline"]')).toBeVisible();
  await context.route('**/api/builds/**', (route) => route.abort());
  await own.back();
  await elsewhere('Of another', 1);
  await context.unroute('**/api/builds/**');
  await expect(page.getByRole('button', { name: 'Rename Of another' })).toBeVisible();
  await expect(page.locator('[data-save="saved"]')).toBeVisible();

  await own.away();
  await page.reload();
  await expect(page.locator('[data-save="offline"]')).toBeVisible();
  await context.route('**/api/builds/**', (route) => route.abort());
  await rename(page, 'Of mine');
  await own.back();
  await elsewhere('Of another, later', 2);
  await context.unroute('**/api/builds/**');
  await expect(page.getByRole('dialog', { name: 'Saved elsewhere' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Rename Of mine' })).toBeVisible();
});

test('a page of an older program is told that it was renewed', async ({ page, own }) => {
  const key = await openDemo(page, own.url);
  let program = 'older';
  await page.route('**/api/**', async (route) => {
    const response = await route.fetch();
    await route.fulfill({
      response,
      headers: { ...response.headers(), 'x-deft-program': program },
    });
  });
  await page.goto(`${own.url}/b/${key}/fit`);
  await expect(page.locator('[data-save="saved"]')).toBeVisible();
  await expect(page.getByText('Deft Shell was renewed')).toHaveCount(0);
  program = 'newer';
  await page.getByRole('button', { name: 'history' }).click();
  await page
    .getByRole('dialog', { name: 'History' })
    .getByRole('button', { name: /now/ })
    .waitFor();
  await expect(page.getByText('Deft Shell was renewed')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Later' }).click();
  await expect(page.getByText('Deft Shell was renewed')).toHaveCount(0);
});
