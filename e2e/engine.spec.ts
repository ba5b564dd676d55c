/** The engine behind the screen: told of edits only, never an older verdict, alive again when it has ended. */
import type { Page } from '@playwright/test';
import type { Project } from '../core/model';
import { check } from '../core/verdict';
import { documentOf, expect, openFit, saved, test } from './bench';

const engineOf = (page: Page) => page.workers().find((w) => w.url().includes('engine.worker'))!;

test('a verdict of an older state is never on show: an edit says checking until its own is there', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done');
  // Every sentence the header ever shows, with the number of parts that have a place then.
  await page.evaluate(() => {
    const seen: string[] = [];
    Object.assign(window, { seen });
    new MutationObserver(() => {
      const words = document.querySelector('.verdict')?.textContent ?? '';
      if (words !== seen.at(-1)) seen.push(words);
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
  await page.locator('[data-item]').first().focus();
  await page.evaluate(() => (window as unknown as { seen: string[] }).seen.splice(0));
  await page.keyboard.press('Shift+ArrowRight');
  // The first words after the edit, before anything of the older verdict could be read again.
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { seen: string[] }).seen[0]))
    .toBe('Checking ...');
  await expect(page.locator('.verdict[aria-busy]')).toHaveCount(0);
  await saved(page);
  await expect(page.locator('.verdict b')).toHaveText(
    check((await documentOf(page, key)) as Project).sentence,
  );
});

test('an engine that is ended in mid-edit starts again from the last document', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done');
  await page.locator('[data-item]').first().focus();
  await page.keyboard.press('ArrowRight');
  const first = engineOf(page);
  await Promise.all([
    first.evaluate(() => self.close()).catch(() => undefined),
    page.keyboard.press('Shift+ArrowRight'),
  ]);
  await expect.poll(() => engineOf(page) !== undefined && engineOf(page) !== first).toBe(true);
  await saved(page);
  await expect(page.locator('.verdict b')).toHaveText(
    check((await documentOf(page, key)) as Project).sentence,
  );
});

test('undo and redo say in words what they would take back and do again', async ({ page }) => {
  await openFit(page, 'dabchick-2-done');
  await page.locator('[data-item]').first().focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute(
    'title',
    /^Undo: place of /,
  );
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Redo' })).toHaveAttribute(
    'title',
    /^Redo: place of /,
  );
});
