/** A floor thinned from inside: offered where a part is too high, marked, made too deep and mended, measured. */
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('a cell is sunk into its floor; too deep is said and mended; what was milled replaces the plan', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'fit'));
  await page
    .getByRole('button', { name: /0\.3 mm left, 0\.9 needed/ })
    .first()
    .click();
  await page.getByText('Thin the back floor under Slab 3000 by 0.9 mm').click();
  await expect(page.locator('.verdict')).toContainText('Not ready: 5 hits');
  await expect(page.getByText('0.3 mm left, 0.9 needed')).toHaveCount(0);

  await page.getByRole('link', { name: /^Cut/ }).click();
  await page.getByRole('button', { name: 'pocket under Slab 3000' }).click();
  await expect(
    page.getByRole('list', { name: 'How to make pocket under Slab 3000' }),
  ).toContainText('on a depth stop, 0.4 mm a pass: 3 times over the whole bed to 0.9 mm');
  // Its template lies on the inside, and comes first.
  await expect(page.getByText('Back, inside').first()).toBeVisible();
  const mind = page.getByRole('complementary', { name: 'Cutting' });
  const deep = page.getByLabel('To be deep');
  await deep.fill('1.7');
  await deep.press('Enter');
  await mind.getByRole('button', { name: /0\.5 mm of wall left/ }).click();
  await mind.getByText('Make the pocket 1.1 mm deep').click();
  await expect(mind.getByText('0.5 mm of wall left')).toHaveCount(0);

  await page.getByRole('textbox', { name: 'As milled, deep' }).fill('2.4');
  await page.getByRole('textbox', { name: 'As milled, deep' }).press('Enter');
  await expect(mind.getByText('0.2 mm through the wall')).toBeVisible();
  await page.getByRole('textbox', { name: 'As milled, deep' }).fill('1.05');
  await page.getByRole('textbox', { name: 'As milled, deep' }).press('Enter');
  await expect(mind.getByText('Every hole lies where it can be cut.')).toBeVisible();
  await saved(page);
  const { cuts } = (await documentOf(page, key)) as { cuts: Array<Record<string, unknown>> };
  expect(cuts.find((c) => c['kind'] === 'pocket')).toMatchObject({
    deep: 1.1,
    state: 'measured',
    measured: { mm: 1.05 },
  });
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.locator('.verdict')).toContainText('Not ready: 6 hits');
});
