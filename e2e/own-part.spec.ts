/** A part the library lacks: typed as its maker prints it, looked over, measured, judged and kept. */
import { documentOf, expect, openExample, saved, SITE, stationUrl, test } from './bench';

interface Doc {
  kit: {
    parts: Array<{ id: string; name: string; cell?: { capacityAh: number; cutoffV: number } }>;
  };
}
const mine = async (page: Parameters<typeof documentOf>[0], key: string) =>
  ((await documentOf(page, key)) as unknown as Doc).kit.parts.find((q) => q.id.startsWith('mine'));

test('a cell from its printed line: what cannot be true is said, the rest is filled and judged', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  const search = page.getByRole('searchbox', { name: 'Search parts' });
  await search.fill('3.7 V 1200 mAh 5 x 34 x 50');
  await page.getByRole('button', { name: 'Make it a part of your own' }).click();
  const own = page.getByRole('region', { name: 'A part of your own' });
  await expect(own.getByRole('alert')).toContainText('0.52 Wh/cm³');
  await own.getByLabel('As its maker prints it').fill('3.7 V 1200 mAh 6 x 34 x 50');
  await expect(own.getByRole('alert')).toHaveCount(0);
  await own.getByRole('button', { name: 'Make this part' }).click();
  await expect(page.getByText('not measured yet').first()).toBeVisible();
  await expect(page.getByLabel('Capacity')).toHaveValue('1.2');
  await expect(page.getByLabel('Cut-off')).toHaveValue('3');
  // A decimal comma is one; what contradicts itself stays in its field, and is not taken.
  await page.getByLabel('Capacity').fill('1,1');
  await page.getByLabel('Capacity').press('Enter');
  await page.getByLabel('Resistance of the pack').fill('1,200');
  await page.getByLabel('Resistance of the pack').press('Enter');
  await expect(page.getByText('1,200 may be 1.200 or 1200')).toBeVisible();
  await page.getByLabel('Cut-off').fill('4.5');
  await page.getByLabel('Cut-off').press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('not below 4.2 V');
  await page.getByLabel('Cut-off').fill('2.9');
  await page.getByLabel('Cut-off').press('Enter');
  await saved(page);
  await expect
    .poll(async () => (await mine(page, key))?.cell)
    .toMatchObject({
      capacityAh: 1.1,
      cutoffV: 2.9,
    });
  // Closed and opened again it is there, and it can be kept for other builds.
  await page.reload();
  await page
    .getByRole('button', { name: /3\.7 V 1200 mAh 6 x 34 x 50/ })
    .first()
    .click();
  await page.getByText('Measure my own', { exact: true }).click();
  await page.getByRole('button', { name: 'Keep in my library' }).click();
  await expect(page.getByText('Kept for every build.')).toBeVisible();
  await search.fill('1200 mAh 6 x 34');
  await expect(page.getByRole('button', { name: 'Add 3.7 V 1200 mAh 6 x 34 x 50' })).toBeVisible();
  const id = (await mine(page, key))!.id;
  await page.request.delete(`${SITE()}/api/parts/${id}`);
});

test('a screen begun with the nearest one has its lines; pads are added as a printed row', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByRole('button', { name: 'Own part' }).click();
  const own = page.getByRole('region', { name: 'A part of your own' });
  await own.getByLabel('As its maker prints it').fill('2.8 in SPI 320x240 76 x 48');
  await expect(own.getByLabel('The pads and blocks of Pane 2.8 SPI')).toBeChecked();
  await own.getByRole('button', { name: 'Make this part' }).click();
  await expect(page.getByLabel('Diagonal')).toHaveValue('2.8');
  await page.getByText('Pads and pins').click();
  await page.getByLabel('Names along a row, as printed').fill('TX RX');
  await page.getByLabel('First pad, y').fill('40');
  await page.getByLabel('First pad, y').press('Enter');
  await page.getByRole('button', { name: 'Add this row' }).click();
  await expect(page.getByRole('button', { name: 'Remove pad TX' })).toBeVisible();
  await page.getByLabel('Names along a row, as printed').fill('AGAIN');
  await page.getByRole('button', { name: 'Add this row' }).click();
  await expect(page.getByRole('alert').first()).toContainText('on one place');
});

test('what a part gives and takes is typed end by end; what cannot be is refused at its place', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByRole('button', { name: 'Own part' }).click();
  const own = page.getByRole('region', { name: 'A part of your own' });
  await own.getByLabel('As its maker prints it').fill('step-up 5 V 2 A 18 x 22');
  await own.getByLabel('One plain block of its size').check();
  await own.getByRole('button', { name: 'Make this part' }).click();
  await page.getByText('What it gives and takes').click();
  const input = page.getByRole('group', { name: 'End input' });
  await expect(input).toBeVisible();
  await input.getByLabel('Takes from').fill('6');
  await input.getByLabel('Takes from').press('Enter');
  await input.getByLabel('to', { exact: true }).fill('12');
  await input.getByLabel('to', { exact: true }).press('Enter');
  await expect(page.getByText('as typed: input')).toBeVisible();
  // A window never turns round: its other end gives way.
  await input.getByLabel('Takes from').fill('14');
  await input.getByLabel('Takes from').press('Enter');
  await expect(input.getByLabel('to', { exact: true })).toHaveValue('14');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(input.getByLabel('to', { exact: true })).toHaveValue('12');
  await page.getByLabel('Header lines it takes').fill('18 clock, 18 word');
  await page.getByLabel('Header lines it takes').press('Enter');
  await expect(page.getByText('Line 18 is listed twice.')).toBeVisible();
  await page.getByLabel('Header lines it takes').fill('GPIO18 clock, 19 word');
  await page.getByLabel('Header lines it takes').press('Enter');
  await expect(page.getByLabel('Header lines it takes')).toHaveValue('GPIO18 clock, GPIO19 word');
  await saved(page);
  const { kit } = await documentOf(page, key);
  const made = kit.parts.findLast((p: { source: string }) => p.source === 'mine');
  expect(made.ports.find((p: { name: string }) => p.name === 'input').volts).toEqual([6, 12]);
  expect(made.takes).toEqual([
    { gpio: 18, signal: 'clock' },
    { gpio: 19, signal: 'word' },
  ]);
});
