/** Every saved state can be gone back to. */
import { documentOf, expect, openExample, rename, saved, SITE, stationUrl, test } from './bench';

test('an edit is found in the history, looked at beside now, gone back behind, and opened by itself', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  const first = await page.getByRole('button', { name: /^Rename/ }).innerText();
  const sent = page.waitForRequest((r) => r.method() === 'PATCH');
  await rename(page, 'Second thoughts');
  await saved(page);
  // What is sent is what changed, not the build.
  expect((await sent).postData()!.length).toBeLessThan(400);

  await page.getByRole('button', { name: 'history' }).click();
  const history = page.getByRole('dialog', { name: 'History' });
  await expect(history.getByRole('button', { name: /now: name of the build/ })).toBeVisible();
  await history.getByRole('button', { name: /begun/ }).click();
  const then = history.getByRole('region', { name: 'As it was, version 1' });
  await expect(then.getByRole('img', { name: 'The build as it was' })).toBeVisible();
  await expect(then.getByRole('row', { name: `Name ${first} Second thoughts` })).toBeVisible();
  await then.getByRole('button', { name: 'Go back to this' }).click();
  await expect(page.getByRole('button', { name: `Rename ${first}` })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: `Rename ${first}` })).toBeVisible();

  await page.getByRole('button', { name: 'history' }).click();
  await history
    .getByRole('button', { name: /name of the build/ })
    .first()
    .click();
  await history.getByRole('button', { name: /begun/ }).click();
  await history.getByRole('button', { name: 'Open it as a build of its own' }).click();
  await expect(page.getByRole('button', { name: /^Rename .* \(as on / })).toBeVisible();
});

test('with the server away the history says where it is kept', async ({ page, context }) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  await saved(page);
  // The station itself is fetched before the server goes.
  await page.getByRole('button', { name: 'Arrange' }).waitFor();
  await context.setOffline(true);
  await page.getByRole('button', { name: 'history' }).click();
  await expect(page.getByRole('alert')).toHaveText(
    'The server does not answer; the history is kept there.',
  );
  await context.setOffline(false);
});

test('on a machine without a network, as the browser tells it, builds on its own server open and are saved', async ({
  page,
}) => {
  await page.addInitScript(() => {
    Object.defineProperty(Navigator.prototype, 'onLine', { get: () => false });
    window.addEventListener('load', () => window.dispatchEvent(new Event('offline')));
  });
  const key = await openExample(page, 'wisp');
  await page.goto(SITE());
  await page.getByRole('button', { name: 'New build', exact: true }).waitFor();
  await page.locator(`a[href="/b/${key}/fit"]`).click();
  await rename(page, 'No network');
  await saved(page);
  expect((await documentOf(page, key))['name']).toBe('No network');
});
