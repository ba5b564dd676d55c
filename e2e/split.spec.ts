/** The room of the book and of what lies under it: parted by keys, remembered; sides named; a layout ghosted. */
import { expect, openExample, stationUrl, test } from './bench';

test('book and profile share the height as the builder likes, also after a reload', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'fit'));
  const bar = page.getByRole('separator', { name: 'Room of the book' });
  const book = page.getByRole('group', { name: 'The open book' });
  const high = async (): Promise<number> => (await book.boundingBox())!.height;
  await expect(book).toBeVisible();
  const before = await high();
  await bar.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowUp');
  await expect.poll(high).toBeLessThan(before - 60);
  const after = await high();
  await page.reload();
  await expect(book).toBeVisible();
  await expect.poll(async () => Math.abs((await high()) - after)).toBeLessThan(3);
  // In 3D the picture has the room of both.
  await page.getByRole('button', { name: '3D 3' }).click();
  await expect(bar).toHaveCount(0);
  await page.getByRole('button', { name: '3D 3' }).click();
  await expect(bar).toBeVisible();
});

test('each half says which side is whose, and a layout that was found is ghosted in the book', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'fit'));
  const sides = page.getByRole('group', { name: 'The open book' }).getByText(/^your (left|right)$/);
  // The front lies with its inside up: its left edge on the page is on the right of who plays.
  await expect(sides).toHaveText(['your right', 'your left', 'your left', 'your right']);
  await page.getByRole('button', { name: /^Arrange for me/ }).click();
  await page
    .getByRole('region', { name: 'Arrange for me' })
    .getByRole('button', { name: /^Look for/ })
    .first()
    .click();
  const found = page.getByRole('article', { name: /^Layout: (?!Today)/ }).first();
  await expect(found).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('path.ghost')).toHaveCount(0);
  await found.hover();
  await expect.poll(() => page.locator('path.ghost').count()).toBeGreaterThan(0);
  await page.mouse.move(5, 5);
  await expect(page.locator('path.ghost')).toHaveCount(0);
  // Looked away from, it is there still; and it can be kept for later.
  await page.keyboard.press('d');
  await page.getByRole('button', { name: /^Arrange for me/ }).click();
  await page.getByRole('button', { name: /^Arrange for me/ }).click();
  await expect(found).toBeVisible();
  await found.getByRole('button', { name: /as a test fit$/ }).click();
  await expect(found.getByText('Kept among the test fits.')).toBeVisible();
  await page.getByRole('button', { name: /^Test fits/ }).click();
  await expect(page.getByText(/Arranged, .*, seed 1/).first()).toBeVisible();
});
