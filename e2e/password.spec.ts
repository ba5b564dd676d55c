/** A server behind a password: the door, a wrong key, in, and out again. */
import { expect, test } from '@playwright/test';

test('a wrong password is said, the right one opens, and who goes out is out', async ({ page }) => {
  const { DEFT_TEST_SERVER, DEFT_TEST_DATABASE_URL, DEFT_TEST_WEB } = process.env;
  const { serve } = (await import(DEFT_TEST_SERVER!)) as typeof import('../server/main');
  const site = await serve({
    databaseUrl: DEFT_TEST_DATABASE_URL!,
    webDir: DEFT_TEST_WEB!,
    host: '127.0.0.1',
    password: 'tin opener',
  });
  try {
    await page.goto(site.url);
    await page.getByLabel('Password').fill('crowbar');
    await page.getByRole('button', { name: 'Open' }).click();
    await expect(page.getByRole('alert')).toHaveText('That is not the password.');
    await page.getByLabel('Password').fill('tin opener');
    await page.getByLabel('Password').press('Enter');
    await expect(page.getByRole('button', { name: 'New build', exact: true })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: 'New build', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Log out' }).click();
    await expect(page.getByLabel('Password')).toBeVisible();
    await page.goto(site.url);
    await expect(page.getByLabel('Password')).toBeVisible();
  } finally {
    await site.close();
  }
});
