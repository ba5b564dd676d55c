/** A key given up in Controls: another does its work as well, and presses the switch it is told to. */
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('a key is given up, another one does its work as well, and one is put on the wrong switch and back', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  const inputs = async () =>
    (await documentOf(page, key))['controls'].inputs as Array<{
      name: string;
      functions: string[];
      switch?: object;
    }>;
  await page.goto(stationUrl(key, 'controls'));
  const side = page.getByRole('complementary');
  // A handheld leaves keys free, a home machine none.
  await side.getByTitle('16-bit home').locator('.ant-select-selection-item-remove').click();
  await page.getByRole('button', { name: 'Remove Left middle key' }).click();
  await expect(side.getByText('No select').first()).toBeVisible();
  await side
    .getByRole('button', { name: /does select as well/ })
    .first()
    .click();
  await expect(side.getByText('8-bit handheld: every button is there.')).toBeVisible();
  await saved(page);
  const both = (await inputs()).filter((i) => i.functions.length > 1);
  expect(both.map((i) => i.functions[1])).toEqual(['select']);

  await page.getByLabel('Name of input 5').click();
  await page.getByRole('combobox', { name: /^Switch of/ }).click();
  await page.getByTitle('up switch of Pad plate').click();
  await expect(side.getByText('No switch behind it').first()).toBeVisible();
  await side
    .getByRole('button', { name: /on the switch that lies nearest/ })
    .first()
    .click();
  await expect(side.getByText('No switch behind it')).toHaveCount(0);
  await saved(page);
  expect((await inputs()).filter((i) => i.switch)).toEqual([]);
});
