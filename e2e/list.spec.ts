/** The list of builds, and a new one begun from it. */
import { documentOf, expect, newBuild, openExample, saved, SITE, station, test } from './bench';

test('a row shows the open book, the verdict, goals and hours; the last changed stands first; search finds by name', async ({
  page,
}) => {
  for (let i = 0; i < 7; i++) {
    await openExample(page, 'wisp', (d) => {
      d['name'] = `Paperback ${i}`;
    });
  }
  await openExample(page, 'warbler', (d) => {
    d['name'] = 'The newest one';
  });
  await page.goto(SITE());
  const first = page.getByRole('article').first();
  await expect(first.getByRole('link', { name: 'The newest one', exact: true })).toBeVisible();
  await expect(first.getByRole('img', { name: 'The newest one, lying open' })).toBeVisible();
  await expect(first.getByText('Closes after 6 cuts')).toBeVisible();
  await expect(first.getByText('goals 6/6')).toBeVisible();
  await expect(first.getByText(/^\d\.\d ± \d\.\d h$/)).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search builds' }).fill('paperback 3');
  await expect(page.getByRole('article')).toHaveCount(1);
  await page.getByRole('searchbox', { name: 'Search builds' }).fill('no such build');
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.getByRole('article').nth(7)).toBeVisible();
});

test('a new build has the way that was chosen and nothing else, and begins where its matter is at hand', async ({
  page,
}) => {
  await page.goto(SITE());
  await page.getByRole('button', { name: 'New build', exact: true }).click();
  // Nothing can be begun before the way is chosen, and why is said.
  await expect(page.getByRole('button', { name: /^A shell to measure/ })).toBeDisabled();
  await expect(page.getByText('Choose first how it is built')).toBeVisible();
  await page.getByRole('button', { name: /^custom shell/ }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Thin one');
  await page.getByRole('button', { name: /^A 3D file of it/ }).click();
  await expect(page.getByRole('button', { name: 'Rename Thin one' })).toBeVisible();
  await expect(page).toHaveURL(/shell\?view=file/);
  const key = /\/b\/([^/]+)/.exec(page.url())![1]!;
  expect(await documentOf(page, key)).toMatchObject({
    name: 'Thin one',
    way: 'custom shell',
    brief: { families: [] },
    kit: { parts: [], items: [] },
  });
  await newBuild(page, 'transplant', 'Nothing yet');
  await expect(page).toHaveURL(/\/brief$/);
});

test('the shell is of what was chosen, in both halves or in each', async ({ page }) => {
  await newBuild(page);
  await page.getByRole('combobox', { name: 'Made of' }).click();
  await page.getByTitle('aluminium, milled', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Outer width, edge to edge' }).focus();
  for (const v of ['120', '70', '9', '2', '12', '14', '8', '6']) {
    await page.keyboard.type(v);
    await page.keyboard.press('Tab');
  }
  await page.getByRole('checkbox', { name: 'Its pieces differ' }).check();
  await page.getByRole('combobox', { name: 'The back is' }).click();
  await page.getByTitle('PETG, printed', { exact: true }).last().click();
  await saved(page);
  const key = /\/b\/([^/]+)/.exec(page.url())![1]!;
  const [body] = (await documentOf(page, key))['shell'].bodies;
  expect(
    body.pieces.map((q: { material: string; process?: string }) => [q.material, q.process]),
  ).toEqual([
    ['aluminium', 'milled'],
    ['petg', undefined],
  ]);
  await station(page, 'Kit').click();
});
