/** One part set on another by dragging; out of an overlap by one key; what is pointed at is lit everywhere. */
import { documentOf, expect, openFit, saved, test } from './bench';

const placementOf = (d: Record<string, any>, item: string) =>
  d['layout'].placements.find((p: { item: string }) => p.item === item);

test('a board is dragged onto another with Alt and rides on it, and is set back on the half by hand', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done');
  const middle = async (item: string) => {
    const box = (await page.locator(`[data-item=${item}] path`).first().boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const [from, to] = [await middle('amp'), await middle('teasel')];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 3 });
  await page.mouse.move(to.x, to.y, { steps: 3 });
  await page.keyboard.down('Alt');
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect
    .poll(async () => {
      await saved(page);
      return placementOf(await documentOf(page, key), 'amp').on;
    })
    .toEqual({ item: 'teasel' });
  const panel = page.getByRole('region', { name: 'Chirp I2S' });
  // The findings are above it, in sight.
  await expect(page.getByRole('heading', { name: 'What touches' })).toBeInViewport();
  await panel.getByRole('combobox', { name: 'Sits on' }).click();
  await page.getByTitle('the half itself').last().click();
  await saved(page);
  expect(placementOf(await documentOf(page, key), 'amp').on).toEqual({ piece: 'back' });
  // Its middle is over the board still, and that is offered.
  await panel.getByRole('button', { name: 'Set it on Teasel' }).click();
  await saved(page);
  expect(placementOf(await documentOf(page, key), 'amp').on).toEqual({ item: 'teasel' });
});

test('Ctrl and an arrow push a part out of an overlap, or say what it meets to the last', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done', (d) => {
    const amp = placementOf(d, 'amp');
    amp.x -= 12;
  });
  await expect(
    page.locator('article.finding', { hasText: /Chirp I2S and|and .*Chirp I2S/ }),
  ).not.toHaveCount(0);
  const amp = page.locator('[data-item=amp]');
  await amp.focus();
  await page.keyboard.press('Control+ArrowRight');
  const overlaps = page.locator('article.finding', { hasText: /Chirp I2S and|and .*Chirp I2S/ });
  await expect(overlaps).toHaveCount(0);
  await saved(page);
  const there = placementOf(await documentOf(page, key), 'amp');
  await page.getByLabel('Above its floor').fill('40');
  await page.getByLabel('Above its floor').press('Enter');
  await amp.focus();
  await page.keyboard.press('Control+ArrowLeft');
  await expect(page.getByRole('alert')).toContainText('it meets');
  await saved(page);
  expect(placementOf(await documentOf(page, key), 'amp')).toMatchObject({ x: there.x, y: there.y });
});

test('what the pointer is over is lit in both halves, in the profile, on the template and on the face', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2-done');
  await page.locator('[data-item=teasel]').hover();
  const book = page.getByRole('group', { name: 'The open book' });
  await expect(book.locator('[class*=mark] circle')).toHaveCount(2);
  // At a wall its name is said from the side of who will play, on both pages.
  const page_ = (await book.boundingBox())!;
  const back = book.getByText('BACK HALF, inside up');
  const title = (await back.boundingBox())!;
  await page.mouse.move(title.x + title.width / 2, title.y + title.height + 13);
  await expect(book.getByText('your top wall')).toHaveCount(2);
  await page.mouse.move(page_.x + 200, page_.y + page_.height / 2);
  await expect(book.getByText('your top wall')).toHaveCount(0);
  // Nothing wide: it has no box to be seen by.
  await expect(
    page.getByRole('region', { name: 'Profile' }).locator('path[class*=line]'),
  ).toHaveCount(1);
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('link', { name: /^Cut/ })
    .click();
  await expect(
    page.getByRole('img', { name: /^Front, / }).locator('[class*=mark] circle'),
  ).toBeVisible();
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('link', { name: /^Controls/ })
    .click();
  await expect(
    page.getByRole('group', { name: 'Inputs on the face' }).locator('[class*=mark] circle'),
  ).toBeVisible();
});
