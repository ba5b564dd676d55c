/** Least cutting: all hits of the half-way demo taken together, with what the builder keeps, and undone as one. */
import { expect, openExample, stationUrl, test } from './bench';

test('all hits at once: plans that differ in what they keep, one taken, the build closes, one undo takes it back', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'cut'));
  await expect(page.locator('.verdict')).toContainText('Not ready: 6 hits');
  const least = page.getByRole('region', { name: 'Least cutting' });
  await expect(least).toContainText('all 6 hits at once');
  await least.getByRole('checkbox', { name: 'boards whole' }).check();
  await least.getByRole('button', { name: 'Find the least' }).click();
  const plans = least.getByRole('article');
  await expect(plans.first()).toBeVisible();
  await expect(plans).toHaveCount(3);
  await expect(plans.first()).toHaveAccessibleName('Least of all');
  const laid = least.getByRole('article', { name: 'Keeps all where it lies' });
  await expect(laid).toContainText('a closing screw is lost');
  const chosen = least.getByRole('article', { name: 'Keeps the parts chosen' });
  await expect(chosen).toContainText('Thin the back floor under Slab 3000 by 0.9 mm');

  await laid.getByRole('button', { name: 'Do this' }).click();
  await expect(page.locator('.verdict')).toContainText('Closes after 7 cuts');
  await expect(least).toHaveCount(0);
  // What it decided is in the list of cuts.
  await expect(page.getByRole('table', { name: 'Cuts' })).toContainText('middle rear post 2');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.verdict')).toContainText('Not ready: 6 hits');
});

test('nothing may be given up: it is said, with what would open a way', async ({ page }) => {
  test.setTimeout(120_000);
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'cut'));
  const least = page.getByRole('region', { name: 'Least cutting' });
  await least.getByRole('checkbox', { name: 'all where it lies' }).check();
  await least.getByRole('checkbox', { name: 'the outside as it is' }).check();
  await least.getByRole('button', { name: 'Find the least' }).click();
  await expect(least.getByText('No set of known ways clears all of them.')).toBeVisible();
  await expect(least).toContainText('There is one if you do not insist on the outside as it is.');
  await expect(least).toContainText('There is one if you do not insist on all where it lies.');
  // Asked for in words from another station, with what is kept given up.
  await page.goto(stationUrl(key, 'power'));
  await expect(page.locator('.verdict')).toContainText('Not ready');
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: 'Find' }).fill('least cutting');
  await page.keyboard.press('Enter');
  await expect(least.getByRole('article').first()).toBeVisible();
});
