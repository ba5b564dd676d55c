/** The 3D view, drawn in software: the only spec whose browser is told to, as it slows every other page. */
import base from '../playwright.config';
import { expect, openFit, test } from './bench';

test.use({
  launchOptions: {
    ...base.use?.launchOptions,
    args: [
      ...(base.use?.launchOptions?.args ?? []),
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
    ],
  },
});

test('3D: opened by a key, taken apart, a half put away, a finding chosen by its flag, turned by keys', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2');
  await page.keyboard.press('3');
  const view = page.getByRole('group', { name: /^The handheld in 3D/ });
  await expect(view).toHaveAttribute(
    'aria-label',
    /In the order it goes together: .*Slab 3000.*Step 5\/3A/,
  );
  await expect(page.getByText('making the shell ...')).toHaveCount(0);
  const frames = async () => Number(await page.locator('canvas').getAttribute('data-frames'));
  await expect.poll(frames).toBeGreaterThan(0);
  const flag = page.locator('.flag3').first();
  const before = await flag.getAttribute('style');
  await page.getByRole('slider', { name: 'Apart' }).focus();
  await page.keyboard.press('End');
  await expect.poll(() => flag.getAttribute('style')).not.toBe(before);
  await page.getByLabel('Front half').getByText('gone').click();
  const apart = await flag.getAttribute('style');
  await view.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => flag.getAttribute('style')).not.toBe(apart);
  await page.getByRole('button', { name: /^Finding 2:/ }).click();
  await expect(page.locator('article.finding').nth(1)).toHaveClass(/on|chosen|sel/);
});
