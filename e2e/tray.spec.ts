/** Parts without a place lie on the tray: put where they fit, dragged in, added from the library. */
import { documentOf, expect, openFit, saved, station, test } from './bench';

const without =
  (...items: string[]) =>
  (d: Record<string, unknown>): void => {
    const layout = d['layout'] as { placements: Array<{ item: string }> };
    layout.placements = layout.placements.filter((p) => !items.includes(p.item));
  };
const placed = (d: Record<string, any>): string[] =>
  d['layout'].placements.map((p: { item: string }) => p.item);

test('what was taken out of a finished build is put where it fits, and the build closes again', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done', without('amp', 'cell'));
  const tray = page.getByRole('region', { name: 'Tray' });
  await expect(tray.getByText('2 without a place')).toBeVisible();
  await tray.getByRole('button', { name: /^Put Chirp I2S where it fits/ }).click();
  await expect(tray.getByText('1 without a place')).toBeVisible();
  await tray.getByRole('button', { name: /^Put Slab 2500 where it fits/ }).press('Enter');
  await expect(tray).toHaveCount(0);
  await expect(page.locator('.verdict')).toContainText(/Closes/);
  await saved(page);
  expect(placed(await documentOf(page, key))).toEqual(expect.arrayContaining(['amp', 'cell']));
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tray.getByText('1 without a place')).toBeVisible();
});

test('a part is dragged from the tray to a spot of the book, and lies with its middle there', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done', without('amp', 'teasel'));
  // Onto the cell, found again wherever the book lies afterwards; left alone it would lie far away, in the middle of its half.
  await page.locator('[data-tray=amp]').dragTo(page.locator('[data-item=cell]'), { force: true });
  const middle = async (item: string) => {
    const box = (await page.locator(`[data-item=${item}] path`).first().boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  await expect(page.locator('[data-item=amp]')).toBeVisible();
  const [amp, cell] = [await middle('amp'), await middle('cell')];
  expect(Math.hypot(amp.x - cell.x, amp.y - cell.y)).toBeLessThan(25);
  await saved(page);
  const { layout } = await documentOf(page, key);
  expect(layout.placements.find((p: { item: string }) => p.item === 'amp').on).toEqual({
    piece: 'back',
  });
});

test('a second part of the library waits on the tray; one that fits nowhere says so, and Arrange is at hand', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done');
  const before = placed(await documentOf(page, key)).length;
  await station(page, 'Kit').click();
  await page.getByRole('searchbox', { name: 'Search parts' }).fill('Slab 5000');
  await page
    .getByRole('button', { name: /^Add Slab/ })
    .first()
    .click();
  await saved(page);
  expect(placed(await documentOf(page, key))).toHaveLength(before);
  await station(page, 'Fit').click();
  const tray = page.getByRole('region', { name: 'Tray' });
  await tray.getByRole('button', { name: /where it fits/ }).click();
  await expect(tray.getByRole('alert')).toContainText(/Slab .*: /);
  await tray.getByRole('button', { name: 'Arrange', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Arrange for me' })).toBeVisible();
});
