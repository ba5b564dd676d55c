/** Keys told by voltage: two put on a ladder, their levels seen, one resistor chosen badly and mended, the overlay made. */
import { readFile } from 'node:fs/promises';
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('ladder: quiet keys leave their lines, a resistor that cannot be told apart is named and mended', async ({
  page,
}) => {
  test.slow();
  const key = await openExample(page, 'dabchick-2-done');
  const { inputs } = (await documentOf(page, key)).controls;
  const quiet = inputs.filter((i: { functions: string[] }) =>
    ['select', 'start'].includes(i.functions[0]!),
  );
  const [first, second] = quiet.map((i: { name: string }) => i.name) as [string, string];
  await page.goto(stationUrl(key, 'controls'));
  for (const name of [first, second]) {
    await page.getByRole('combobox', { name: `Line of ${name}` }).click();
    await page.getByTitle('resistor ladder').last().click();
  }
  const ladder = page.getByRole('region', { name: 'Keys told by voltage' });
  const table = ladder.getByRole('table', { name: 'Ladder' });
  await expect(table.getByRole('row')).toHaveCount(3);
  await expect(ladder.getByText('No converter is in the kit yet')).toBeVisible();
  // Both are pressed alone: one channel, on ground and in the middle.
  await expect(table.getByRole('row', { name: first })).toContainText('0.00 V');
  await expect(table.getByRole('row', { name: second })).toContainText('1.65 V');

  // The converter, from the finding that misses it.
  await page.goto(stationUrl(key, 'kit?view=chains'));
  await page.getByText('No converter for the ladder').first().click();
  await page.getByText('Add Weave ADC 4').click();
  await expect(page.getByText('No converter for the ladder')).toHaveCount(0);

  await page.goto(stationUrl(key, 'controls'));
  await expect(ladder.getByText('No converter is in the kit yet')).toHaveCount(0);
  // By keyboard: one resistor chosen, the other keeps away from it; both chosen, they are alike.
  const ohmOf = (name: string) => ladder.getByRole('textbox', { name: `Resistor of ${name}` });
  await ohmOf(first).fill('150');
  await ohmOf(first).press('Enter');
  await expect(table.getByRole('row', { name: second })).toContainText('1.6');
  const ohm = ohmOf(second);
  await ohm.fill('160');
  await ohm.press('Enter');
  const alike = page.getByText(new RegExp(`^${first} may be told as ${second}$`));
  await expect(alike).toBeVisible();
  await ohm.fill('minus one');
  await ohm.press('Enter');
  await expect(ladder.getByRole('alert')).toHaveText('"minus one" is not a number.');
  await ohm.fill('160');
  await ohm.press('Enter');
  await alike.click();
  await page.getByText('Channels and resistors as they are computed').click();
  await expect(alike).toBeHidden();

  await page.getByLabel('Root "compatible" of its device tree').fill('made-up,board');
  await page.getByRole('button', { name: 'Overlay' }).click();
  await expect(page.getByRole('alert')).toContainText('"compatible" of the converter');
  await page.getByLabel('"compatible" of the converter\'s chip').fill('made-up,adc4');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Overlay' }).click(),
  ]);
  const source = await readFile(await file.path(), 'utf8');
  expect(source).toContain('compatible = "adc-keys"');
  expect(source).toContain('press-threshold-microvolt = <1650000>');
  await saved(page);
  const { controls } = await documentOf(page, key);
  expect(controls.ladder).toEqual({ steps: [], chip: { compatible: 'made-up,adc4' } });
});
