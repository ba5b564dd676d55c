/** An open plate from the first screen to steps and hours, by what is visible alone. */
import { documentOf, expect, newBuild, saved, station, test } from './bench';

const KIT = ['Teasel', 'Pane 5 HDMI', 'Bank 4000', 'Chirp I2S', 'Speaker 28'] as const;

test('a plate is measured by four values, laid out on both faces, wired and planned', async ({
  page,
}) => {
  await newBuild(page, 'open plate');
  const key = /\/b\/([^/]+)\//.exec(page.url())![1]!;
  await station(page, 'Shell').click();
  for (const [label, mm] of [
    ['Outer width, edge to edge', '240'],
    ['Outer height, edge to edge', '150'],
    ['Corner radius', '6'],
    ['Thickness of the plate', '4'],
  ] as const) {
    const field = page.getByRole('textbox', { name: label, exact: true });
    await field.fill(mm);
    await field.press('Enter');
  }
  await expect(page.getByText(/^PLATE, inner face up/)).toBeVisible();

  await station(page, 'Kit').click();
  for (const name of KIT) {
    await page.getByLabel('Search parts').fill(name);
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click();
  }
  await station(page, 'Fit').click();
  await page.getByRole('button', { name: 'Put all where they fit' }).click();
  await expect(page.getByRole('region', { name: 'Tray' })).toHaveCount(0);
  await saved(page);
  const { layout } = await documentOf(page, key);
  const outer = layout.placements.filter((q: any) => q.on.side).map((q: any) => q.item);
  expect(outer.length).toBe(2);

  // On the other face, by its own panel.
  await page.getByRole('button', { name: /^Chirp I2S, / }).focus();
  await page.getByRole('combobox', { name: 'Face' }).click();
  await page.getByTitle('outer', { exact: true }).click();
  await expect(page.getByRole('button', { name: /^Chirp I2S, outer face/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();

  await station(page, 'Build').click();
  await expect(page.getByRole('heading', { name: 'Measure the plate' })).toBeVisible();
  await expect(page.getByText('Close it', { exact: true })).toHaveCount(0);
});
