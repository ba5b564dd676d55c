/** Find anything does what is asked, words explain themselves, the verdict leads to its worst finding, undo outlives a reload. */
import { expect, openFit, rename, saved, test } from './bench';

test('asked in words: a view is opened in another station, a template is printed, a build is exported, a word explained', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2-done');
  const ask = async (words: string) => {
    await page.keyboard.press('/');
    await page.getByRole('textbox', { name: 'Find' }).fill(words);
  };
  await ask('parting');
  await expect(page.getByRole('dialog').getByText('Where the two halves meet')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  const [template] = await Promise.all([
    page.waitForEvent('download'),
    ask('pdf').then(() => page.keyboard.press('Enter')),
  ]);
  expect(template.suggestedFilename()).toMatch(/\.pdf$/);
  await expect(page).toHaveURL(/\/cut$/);

  await ask('calliper');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Measure', exact: true })).toBeVisible();
  await expect(page).toHaveURL(/\/fit$/);

  await ask('versions');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'History of this build' })).toBeVisible();
  await page.keyboard.press('Escape');

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    ask('export').then(() => page.keyboard.press('Enter')),
  ]);
  expect(file.suggestedFilename()).toMatch(/\.json$/);
});

test('the verdict is a way to its worst finding, and a term in it explains itself', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2');
  await page.getByRole('button', { name: /^Not ready/ }).click();
  const worst = page.locator('article.finding.chosen');
  await expect(worst).toHaveCount(1);
  await expect(worst).toHaveAttribute('aria-label', /^hit/);
  // Its words are of the trade, and say what they mean.
  const term = worst.locator('[aria-description]').first();
  await term.focus();
  await expect(page.getByRole('tooltip')).toContainText(
    (await term.getAttribute('aria-description'))!,
  );
});

test('what was edited before a reload is undone after it, and done again', async ({ page }) => {
  await openFit(page, 'dabchick-2');
  await rename(page, 'Renamed once');
  await rename(page, 'Renamed twice');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Rename Renamed twice' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Rename Dabchick 2, the loaner' })).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByRole('button', { name: 'Rename Renamed once' })).toBeVisible();
});

test('a build is printed whole from any station: every part of the plan, and nothing of the frame', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2-done');
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: 'Find' }).fill('print the whole');
  await page.keyboard.press('Enter');
  const print = page.getByRole('button', { name: 'Print', exact: true });
  await expect(print).toBeEnabled();
  for (const name of ['Goals', 'Cuts, in order', 'Buttons to pins', 'Wires']) {
    await expect(page.getByRole('table', { name })).toBeVisible();
  }
  await expect(page.getByRole('table', { name: /^Parts, 88\.20 together/ })).toBeVisible();
  await expect(page.getByText('Closes after 7 cuts').last()).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeHidden();
  await expect(page.locator('header.head')).toBeHidden();
  await expect(print).toBeHidden();
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  // All of it: several pages, not the one that is seen.
  const pages = pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? [];
  expect(pages.length).toBeGreaterThan(3);
});
