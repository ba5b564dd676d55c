/** Kit: slim a board to a wanted thickness, see the pictures on a screen, and what it all costs. */
import { readFileSync } from 'node:fs';
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('a board no thicker than 10 mm: the least that comes off, taken off together, undone together', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'kit'));
  const wish = page.getByRole('textbox', { name: 'No thicker than' });
  await wish.fill('10');
  await wish.press('Enter');
  const slim = page.getByRole('region', { name: 'No thicker than' });
  await expect(slim.getByText('USB stack', { exact: true })).toBeVisible();
  await expect(slim.getByText(/fewest blocks for 10\.0 mm/)).toBeVisible();
  await slim.getByRole('button', { name: /^Take .* off: / }).click();
  await expect(slim.getByText(/mm already: nothing needs to come off/)).toBeVisible();
  await saved(page);
  expect((await documentOf(page, key))['kit'].items[0].struck).toEqual(
    expect.arrayContaining(['header', 'usb-stack']),
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect((await documentOf(page, key))['kit'].items[0].struck).toEqual(['header']);
  await wish.fill('0.5');
  await wish.press('Enter');
  await expect(slim.getByRole('alert')).toContainText('0.5 mm cannot be reached');
});

test('the picture planner: whole-number scale and filled, the SPI rate by its clock', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'kit'));
  await page
    .getByRole('button', { name: /^Pane 2.8/ })
    .first()
    .click();
  await page.getByText('Picture', { exact: true }).click();
  await expect(
    page.getByText(/40 MHz \/ \(320 × 240 × 16 bits\) = 32\.6 pictures a second at most/),
  ).toBeVisible();
  await expect(
    page.getByRole('img', { name: '8-bit handheld: 28 by 26 mm on 57 by 43' }),
  ).toBeVisible();
  await page.getByRole('switch', { name: 'Whole-number scale' }).click();
  await expect(
    page.getByRole('img', { name: '8-bit handheld: 47 by 43 mm on 57 by 43' }),
  ).toBeVisible();
  const clock = page.getByRole('spinbutton', { name: 'SPI clock' });
  await clock.fill('62.5');
  await clock.press('Enter');
  await expect(page.getByText(/= 50\.9 pictures a second/)).toBeVisible();
  await expect(
    page.getByText(
      /The window shows all of it: window 62\.0 × 47\.0 − lit 56\.9 × 42\.7, halved: 2\.6 and 2\.1 mm on each side/,
    ),
  ).toBeVisible();
  await page.getByRole('combobox', { name: 'Screens beside it' }).click();
  await page.getByTitle('Pane 3.5 parallel', { exact: true }).click();
  const other = page.getByRole('region', { name: 'Pane 3.5 parallel' });
  await expect(other.getByText(/The window hides 23 % of the picture/)).toBeVisible();
  await expect(other.getByText(/= 21\.6 MHz/)).toBeVisible();
});

test('the bill: a board that is there for less, the goal, and the same total as CSV', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByRole('link', { name: 'Bill', exact: true }).click();
  const bill = page.getByRole('region', { name: 'Bill of materials' });
  await expect(bill.getByText('0.90 under the 90 you set')).toBeVisible();
  await bill.getByLabel('Where Teasel stands').click();
  await page.getByTitle('have', { exact: true }).last().click();
  const paid = bill.getByRole('spinbutton', { name: 'Paid for Teasel' });
  await paid.fill('20');
  await paid.press('Enter');
  await expect(bill.getByText('77.10', { exact: true })).toBeVisible();
  await expect(
    bill.getByText('23.00 paid or ordered, 3.00 of it for the donor, 54.10 still to buy.'),
  ).toBeVisible();
  const goal = bill.getByRole('spinbutton', { name: 'Cost goal' });
  await goal.fill('70');
  await goal.press('Enter');
  await expect(bill.getByText('7.10 over the 70 you set')).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    bill.getByRole('button', { name: 'CSV' }).click(),
  ]);
  expect(
    readFileSync(await file.path(), 'utf8')
      .trim()
      .split('\r\n')
      .at(-1),
  ).toMatch(/^total,.*,77\.1,145$/);
});
