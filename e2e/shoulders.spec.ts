/** Shoulder keys where no hole is yet: cut into the walls, each with its switch, its line and its template. */
import { documentOf, expect, openExample, saved, station, stationUrl, test } from './bench';

test('a second pair of shoulder keys in the side walls: hole, switch, line and template, and it closes', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'controls'));
  const clashes = page.getByRole('complementary', { name: 'Controls findings' });
  for (const [n, wall] of [
    [13, 'left'],
    [14, 'right'],
  ] as const) {
    await page.getByRole('button', { name: 'Add an input' }).click();
    await page.getByLabel(`Name of input ${n}`).click();
    await page.getByRole('combobox', { name: 'Sits in' }).click();
    await page.getByRole('combobox', { name: 'Sits in' }).press('End');
    const choice = page.getByTitle(`a new hole in the ${wall} wall`);
    await choice.scrollIntoViewIfNeeded();
    await choice.click();
    await expect(page.getByLabel('Above the seam')).toHaveValue('-9');
    await expect(clashes.getByText('No switch behind it')).toBeVisible();
    await clashes.getByRole('button', { name: new RegExp(`behind Key ${n}`) }).click();
    await expect(clashes.getByText('No switch behind it')).toHaveCount(0);
  }
  await expect(page.getByRole('button', { name: /^Key 13, pin \d+$/ })).toBeVisible();
  await expect(page.getByRole('banner')).toContainText(/Closes after \d+ cuts/);
  await saved(page);
  const { controls } = await documentOf(page, key);
  expect(controls.inputs.slice(-2)).toMatchObject([
    { functions: ['l2'], at: { body: 'shell', wall: 3, v: -9 }, hole: 8, routed: true },
    { functions: ['r2'], at: { body: 'shell', wall: 1, v: -9 }, hole: 8, routed: true },
  ]);

  await station(page, 'Cut').click();
  await expect(page.getByText('hole of Key 13').first()).toBeVisible();
  await expect(page.getByText('Right wall, outside').first()).toBeVisible();
  await expect(page.getByText('Left wall, outside').first()).toBeVisible();
});
