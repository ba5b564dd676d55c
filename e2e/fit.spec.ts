/** Fit beyond the drag: the mechanical problems by keys alone, wires, measuring, what cannot be put together. */
import { readFileSync } from 'node:fs';
import { documentOf, expect, openFit, openExample, saved, stationUrl, test } from './bench';

test('the mechanical problems of the demo are solved by keyboard only: next finding, its first way out, until nothing is left', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.locator('article.finding:has(.no.hit)')).toHaveCount(3);
  for (let left = 3; left > 0; left--) {
    await expect(page.getByText('Looking for ways out ...')).toHaveCount(0);
    await expect(page.locator('article.finding .way').first()).toBeVisible();
    // Tab by tab to the first way out on offer.
    for (let k = 0; k < 120; k++) {
      await page.keyboard.press('Tab');
      if (await page.evaluate(() => document.activeElement?.matches('article.finding .way, article.finding .way *') ?? false)) break;
    }
    await page.keyboard.press('Enter');
    await expect(page.locator('article.finding:has(.no.hit)')).toHaveCount(left - 1);
  }
  await saved(page);
});

test('wires: a bundle is chosen, its wires are named with what to cut; a plug shortens them, a colour is kept, the table comes out', async ({ page }) => {
  const key = await openFit(page, 'dabchick-2-done');
  await page.keyboard.press('i');
  const view = page.getByRole('region', { name: 'Wires' });
  await expect(view.getByText(/^36 wires in 11 bundles, [\d.]+ m to cut/)).toBeVisible();
  await view.getByRole('button', { name: 'Pane 2.8 to Teasel' }).click();
  const row = view.getByRole('row', { name: /Pane 2\.8 SCK/ });
  await expect(row.getByRole('cell').nth(7)).toHaveText('155');
  await view.getByRole('checkbox', { name: 'plug instead of a loop' }).click();
  await expect(row.getByRole('cell').nth(6)).toHaveText('');
  await expect(view.getByText('Before the halves part, unplug: Pane 2.8 to Teasel.')).toBeVisible();
  await row.getByRole('combobox', { name: /^Colour of/ }).click();
  await page.getByTitle('orange', { exact: true }).last().click();
  const [file] = await Promise.all([page.waitForEvent('download'), view.getByRole('button', { name: 'Cut lengths, CSV' }).click()]);
  expect(readFileSync(await file.path(), 'utf8')).toMatch(/Pane 2\.8 SCK,Teasel GPIO11,SPI clock,orange,30,\d+,,\d+,Pane 2\.8 to Teasel/);
  await saved(page);
  const nets = (await documentOf(page, key))['wiring'].nets as Array<{ id: string; colour?: string; plug?: boolean }>;
  expect(nets.filter((n) => n.plug).length).toBe(8);
  expect(nets.find((n) => n.colour)!.id).toBe('screen-sck--teasel-gpio11');
});

test('measure: two clicked parts say how far they are apart; largest that fits is asked directly', async ({ page }) => {
  await openFit(page, 'dabchick-2-done');
  await page.keyboard.press('m');
  const view = page.getByRole('region', { name: 'Measure' });
  await page.locator('[data-item="pad"]').focus();
  await page.locator('[data-item="pair"]').focus();
  await expect(view.getByText(/^\d+\.\d\d mm free$/)).toBeVisible();
  await expect(view.getByText(/^Along each axis: /)).toBeVisible();
  await view.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('h');
  await page.getByRole('button', { name: 'Largest cell that fits?' }).click();
  await expect(page.getByText('Slab 2500, 2500 mAh, is the largest cell that fits: the one you have.', { exact: false })).toBeVisible({ timeout: 60_000 });
});

test('a socket that meets the other half\'s closed wall cannot shut; the notch on offer clears it', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2-done', (d) => { const q = (d['layout'] as { placements: Array<Record<string, unknown>> }).placements.find((x) => x['item'] === 'charger')!; Object.assign(q, { on: { piece: 'front' }, x: 140, lift: 14 }); });
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.getByText('Cannot close: 1.6 mm in the way')).toBeVisible();
  await page.getByRole('button', { name: /Make its hole an open notch/ }).click();
  await expect(page.getByText('Cannot close: 1.6 mm in the way')).toHaveCount(0);
});
