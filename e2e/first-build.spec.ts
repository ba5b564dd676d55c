/** A builder's whole sitting: measure, choose, lay out, cut, map, hours; by keyboard where hands are on keys. */
import { execFileSync } from 'node:child_process';
import { documentOf, expect, newBuild, saved, station, stationUrl, test } from './bench';

test('eight typed values and one chosen part give the first verdict', async ({ page }) => {
  await newBuild(page);
  await expect(page.getByText('Next: Outer width, edge to edge, outside jaws')).toBeVisible();
  const [sheet] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Blank measuring sheet (PDF)' }).click(),
  ]);
  const printed = execFileSync('pdftotext', ['-layout', await sheet.path(), '-'], {
    encoding: 'utf8',
  });
  for (const words of ['(1) Outer width', '(8) Corner posts, diameter', 'FRONT HALF, inside up']) {
    expect(printed.replace(/ +/g, ' ')).toContain(words);
  }
  await page.getByRole('textbox', { name: 'Outer width, edge to edge' }).focus();
  const typed = ['170', '3 1/2 in', '9', '2', '14', '18', '9', '7'];
  let count = 0;
  for (const value of typed) {
    await page.keyboard.type(value);
    await page.keyboard.press('Tab');
    count++;
  }
  expect(count).toBe(8);
  await expect(page.getByText('= 88.9 mm')).toBeVisible();
  await expect(page.getByText('BACK HALF, inside up')).toBeVisible();
  await station(page, 'Kit').click();
  await page.getByRole('button', { name: 'Add Teasel', exact: true }).click();
  await expect(page.getByText(/Closes|Not ready/).first()).toBeVisible();
  await saved(page);
});

test('from an empty shell to cut template, button map and hours, found again after a reload', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await newBuild(page);
  await expect(page.getByRole('textbox', { name: 'Outer width, edge to edge' })).toBeFocused();
  for (const v of ['172', '90', '10', '2.2', '14', '18', '9', '7']) {
    await page.keyboard.type(v);
    await page.keyboard.press('Tab');
  }
  await expect(page.getByText('BACK HALF, inside up')).toBeVisible();
  const key = /\/b\/([^/]+)/.exec(page.url())![1]!;

  // A window and a row of keys in the face, from the picture and by numbers.
  await page.getByRole('button', { name: 'Add a post, rib, bay or opening' }).click();
  await page.getByRole('menuitem', { name: 'opening in the face' }).click();
  await page.getByText('FRONT HALF, inside up').waitFor();
  const page1 = await page
    .getByRole('group', { name: 'FRONT HALF, inside up' })
    .or(page.getByLabel('FRONT HALF, inside up'))
    .first()
    .boundingBox();
  await page.mouse.click(page1!.x + page1!.width / 2, page1!.y + page1!.height / 2 + 10);
  const editor = page.getByRole('region', { name: /Edit opening/ });
  await expect(editor).toBeVisible();
  await editor.getByRole('combobox', { name: 'Use' }).click();
  await page.getByTitle('window', { exact: true }).click();
  await editor.getByRole('combobox', { name: 'Shape' }).click();
  await page.getByTitle('rectangle', { exact: true }).click();
  for (const [label, v] of [
    ['Width', '62'],
    ['Height', '47'],
    ['Across, reading', '86'],
    ['Up, reading', '50'],
  ] as const) {
    await editor.getByRole('textbox', { name: label, exact: true }).fill(v);
    await editor.getByRole('textbox', { name: label, exact: true }).press('Enter');
  }

  // Five parts; one of them measured by the builder.
  await station(page, 'Kit').click();
  for (const [query, name] of [
    ['65 x 56 board, 40-pin', 'Teasel'],
    ['2.8 screen SPI', 'Pane 2.8 SPI'],
    ['pouch 2000', 'Slab 2000'],
    ['charge boost 1 A', 'Step 5/1A'],
    ['I2S', 'Chirp I2S'],
  ] as const) {
    await page.getByRole('searchbox', { name: 'Search parts' }).fill(query);
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click();
  }
  // The first lies in the shell; the others wait on the tray and go where they fit.
  await station(page, 'Fit').click();
  await page
    .getByRole('region', { name: 'Tray' })
    .getByRole('button', { name: 'Put all where they fit' })
    .press('Enter');
  await expect(page.locator('[data-item]')).toHaveCount(5);
  await expect(page.getByRole('region', { name: 'Tray' })).toHaveCount(0);

  await station(page, 'Kit').click();
  await page.getByRole('searchbox', { name: 'Search parts' }).waitFor();
  await page
    .getByRole('button', { name: /^Slab 2000/ })
    .first()
    .click();
  await page.getByText('Measure my own', { exact: true }).click();
  await page.locator('summary', { hasText: /^cell/ }).first().click();
  const height = page.getByRole('textbox', { name: 'cell, height' }).first();
  await height.fill('6.3');
  await height.press('Enter');
  await page.getByRole('button', { name: 'Keep in my library' }).click();
  await expect(page.getByText('Kept for every build.')).toBeVisible();

  await station(page, 'Fit').click();
  // By keyboard alone a part goes where the arrows send it, and back.
  await page.locator('[data-item="teasel"]').focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Shift+ArrowRight');
  await saved(page);

  // Clear every hit with the ways out on offer.
  for (let i = 0; i < 12; i++) {
    await page.getByText('Looking for ways out ...').first().waitFor({ state: 'detached' });
    const hit = page.locator('article.finding:has(.no.hit)').first();
    if ((await hit.count()) === 0) break;
    const way = hit.locator('.way').first();
    await expect(way).toBeVisible();
    const before = await page.locator('article.finding').count();
    await way.click();
    await expect(async () => {
      const now = await page.locator('article.finding').count();
      const title = await page.locator('.verdict').textContent();
      expect(now < before || !/Not ready/.test(title ?? '')).toBe(true);
    }).toPass();
  }
  await expect(page.locator('article.finding:has(.no.hit)')).toHaveCount(0);

  // Six buttons.
  await station(page, 'Controls').click();
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Add an input' }).click();
  await expect(page.getByRole('table', { name: 'Inputs' }).locator('tbody tr')).toHaveCount(6);
  await expect(page.getByText(/6 wires, \d+ mm in straight lines/)).toBeVisible();

  // The template as a PDF with a known distance.
  await station(page, 'Cut').click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Template as PDF' }).click(),
  ]);
  const path = await file.path();
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(
    /Page size:\s+(841\.89 x 595\.276|595\.276 x 841\.89) pts \(A4\)/,
  );
  const boxes = execFileSync('pdftotext', ['-bbox', path, '-'], { encoding: 'utf8' });
  expect(boxes).toContain('along:');
  // The label of the bar along stands 52 mm right of the margin of 10 mm: 62 mm = 175.7 pt.
  const x = Number(/xMin="([\d.]+)"[^>]*>along:/.exec(boxes)![1]);
  expect(Math.abs((x * 25.4) / 72 - 62)).toBeLessThan(0.5);

  // Hours.
  await station(page, 'Power').click();
  await expect(
    page.getByRole('heading', { name: /^\d+\.\d h ± \d+\.\d on one charge/ }),
  ).toBeVisible();
  await saved(page);

  await page.reload();
  await expect(page.getByRole('heading', { name: /on one charge/ })).toBeVisible();
  const doc = await documentOf(page, key);
  expect([
    doc['kit'].items.length,
    doc['layout'].placements.length,
    doc['controls'].inputs.length,
  ]).toEqual([5, 5, 6]);
  expect(
    doc['kit'].parts.some(
      (p: { source: string; blocks: Array<{ height: { mm: number } }> }) =>
        p.source === 'mine' && p.blocks[0]!.height.mm === 6.3,
    ),
  ).toBe(true);
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.locator('[data-item]')).toHaveCount(5);
});
