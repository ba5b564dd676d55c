/** Unsaved edits belong to their tab: none is dropped by another, and each is found again. */
import type { Page } from '@playwright/test';
import { documentOf, expect, openExample, rename, saved, stationUrl, test } from './bench';

const away = (page: Page) => page.route('**/api/**', (r) => r.abort());
/**
 * Away for a tab that will be closed: nothing leaves the page. What is stopped on its way is let
 * through when the tab that it came from closes.
 */
const awayForGood = (page: Page) =>
  page.evaluate(() => {
    window.fetch = () => Promise.reject(new TypeError('away'));
  });
const nameOf = (page: Page, name: string) => page.getByRole('button', { name: `Rename ${name}` });

test('two tabs edit while the server is away and are closed: one is gone on with, the other offered', async ({
  page,
  context,
}) => {
  const key = await openExample(page, 'wisp');
  const other = await context.newPage();
  for (const [tab, name] of [
    [page, 'First tab'],
    [other, 'Second tab'],
  ] as const) {
    await tab.goto(stationUrl(key, 'fit'));
    await tab.getByRole('button', { name: /^Rename/ }).waitFor();
    await awayForGood(tab);
    await rename(tab, name);
    await expect(tab.getByText('server away, kept in this browser')).toBeVisible();
  }
  await page.close();
  await other.close();
  const again = await context.newPage();
  await again.goto(stationUrl(key, 'fit'));
  await expect(nameOf(again, 'Second tab')).toBeVisible();
  await saved(again);
  await expect(again.getByText('A closed tab left edits of this build')).toBeVisible();
  await again.getByRole('button', { name: 'Open them as a copy' }).click();
  await expect(nameOf(again, 'First tab (from a closed tab)')).toBeVisible();
  await again.goto(stationUrl(key, 'fit'));
  await expect(nameOf(again, 'Second tab')).toBeVisible();
  await expect(again.getByText('A closed tab left edits')).toHaveCount(0);
});

test('a tab closed at once after its edit has it when it is opened again', async ({
  page,
  context,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^Rename/ }).waitFor();
  await awayForGood(page);
  await rename(page, 'Closed at once');
  await page.close();
  const again = await context.newPage();
  await again.goto(stationUrl(key, 'fit'));
  await expect(nameOf(again, 'Closed at once')).toBeVisible();
  await saved(again);
  await expect.poll(async () => (await documentOf(again, key))['name']).toBe('Closed at once');
});

test('another tab that saves does not take this one’s unsaved edits', async ({ page, context }) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^Rename/ }).waitFor();
  await away(page);
  await rename(page, 'Mine, unsaved');
  await expect(page.getByText('server away, kept in this browser')).toBeVisible();
  const other = await context.newPage();
  await other.goto(stationUrl(key, 'fit'));
  await rename(other, 'Theirs, saved');
  await saved(other);
  await page.unroute('**/api/**');
  await page.reload();
  await expect(page.getByRole('dialog', { name: 'Saved elsewhere' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(nameOf(page, 'Mine, unsaved (my copy)')).toBeVisible();
});

test('a copy that cannot be made while the server is away is said, and nothing is lost', async ({
  page,
  context,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^Rename/ }).waitFor();
  const other = await context.newPage();
  await other.goto(stationUrl(key, 'fit'));
  await rename(other, 'Theirs');
  await saved(other);
  await rename(page, 'Mine');
  const dialog = page.getByRole('dialog', { name: 'Saved elsewhere' });
  await expect(dialog).toBeVisible();
  await away(page);
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(dialog.getByRole('alert')).toContainText('your edits stay here');
  await page.unroute('**/api/**');
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(nameOf(page, 'Mine (my copy)')).toBeVisible();
});

test('over a way that gives no locks, as http from another machine, drafts of other tabs are offered', async ({
  page,
  context,
}) => {
  await context.addInitScript(() => {
    Object.defineProperty(navigator, 'locks', { value: undefined });
    Object.defineProperty(crypto, 'randomUUID', { value: undefined });
  });
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^Rename/ }).waitFor();
  await rename(page, 'Saved without locks');
  await saved(page);
  await awayForGood(page);
  await rename(page, 'Left behind');
  await expect(page.getByText('server away, kept in this browser')).toBeVisible();
  await page.close();
  const again = await context.newPage();
  await again.goto(stationUrl(key, 'fit'));
  await expect(nameOf(again, 'Saved without locks')).toBeVisible();
  await again.getByRole('button', { name: 'Open them as a copy' }).click();
  await expect(nameOf(again, 'Left behind (from a closed tab)')).toBeVisible();
});

test('a browser that refuses all storage opens a build, and saves it', async ({ page }) => {
  await page.addInitScript(() => {
    for (const name of ['localStorage', 'sessionStorage', 'indexedDB']) {
      Object.defineProperty(window, name, {
        get: () => {
          throw new DOMException('refused', 'SecurityError');
        },
      });
    }
  });
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  await rename(page, 'No storage at all');
  await saved(page);
  expect((await documentOf(page, key))['name']).toBe('No storage at all');
});

for (const [what, spoil] of [
  ['missing', () => Object.defineProperty(window, 'indexedDB', { value: undefined })],
  ['hanging', () => Object.assign(IDBFactory.prototype, { open: () => ({}) })],
  [
    'full',
    () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    },
  ],
] as const) {
  test(`with the browser’s database ${what} a build opens, is saved, and says that it keeps no drafts`, async ({
    page,
  }) => {
    await page.addInitScript(spoil);
    const key = await openExample(page, 'wisp');
    await page.goto(stationUrl(key, 'fit'));
    await rename(page, `Database ${what}`);
    await saved(page);
    expect((await documentOf(page, key))['name']).toBe(`Database ${what}`);
    await expect(page.getByText('no drafts kept')).toBeVisible();
    // What is not saved is asked about before the tab closes.
    await away(page);
    await rename(page, 'Not saved');
    await expect(page.getByText('server away')).toBeVisible();
    const asked = page.waitForEvent('dialog');
    await page.close({ runBeforeUnload: true });
    const dialog = await asked;
    expect(dialog.type()).toBe('beforeunload');
    await dialog.dismiss();
  });
}

test('a save whose answer was lost with its tab is no save of somebody else’s', async ({
  page,
  context,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'brief'));
  await saved(page);
  // The server takes it; its answer never arrives.
  let taken = 0;
  await page.route(`**/api/builds/${key}`, async (route) => {
    if (route.request().method() !== 'PATCH') return route.fallback();
    const answer = await route.fetch();
    if (answer.ok()) taken++;
    return route.abort();
  });
  await rename(page, 'Taken unheard');
  await expect.poll(() => taken).toBeGreaterThan(0);
  await rename(page, 'And then this');
  await page.close();
  const again = await context.newPage();
  await again.goto(stationUrl(key, 'brief'));
  await expect(again.getByRole('button', { name: 'Rename And then this' })).toBeVisible();
  await expect(again.getByRole('dialog', { name: 'Saved elsewhere' })).toHaveCount(0);
  await saved(again);
  expect((await documentOf(again, key))['name']).toBe('And then this');
});

for (const gone of [0, 1]) {
  test(`an edit after a save whose answer was lost is saved, and nobody is said to have been first (${gone ? 'the server goes away when asked whose it was' : 'asked at once'})`, async ({
    page,
  }) => {
    const key = await openExample(page, 'wisp');
    await page.goto(stationUrl(key, 'brief'));
    await saved(page);
    let unheard = 2;
    let taken = 0;
    let asked = 0;
    await page.route(`**/api/builds/${key}`, async (route) => {
      if (route.request().method() === 'PUT' && asked++ < gone) return route.abort();
      if (route.request().method() !== 'PATCH' || unheard === 0) return route.fallback();
      unheard--;
      const answer = await route.fetch();
      if (answer.ok()) taken++;
      return route.abort();
    });
    await rename(page, 'Taken unheard');
    await expect.poll(() => taken).toBeGreaterThan(0);
    await rename(page, 'Edited after it');
    await saved(page);
    await expect(page.getByRole('dialog', { name: 'Saved elsewhere' })).toHaveCount(0);
    expect((await documentOf(page, key))['name']).toBe('Edited after it');
    expect(asked).toBeGreaterThan(gone);
  });
}
