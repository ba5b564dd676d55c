/** Nothing is lost: two windows, a server that goes away, bad input, hostile names. */
import { readFileSync } from 'node:fs';
import { documentOf, expect, openExample, rename, saved, SITE, stationUrl, test } from './bench';

test('two windows on one build: the second save is refused and offers four ways, nothing lost', async ({
  page,
  context,
}) => {
  const key = await openExample(page, 'wisp');
  const other = await context.newPage();
  await page.goto(stationUrl(key, 'fit'));
  await other.goto(stationUrl(key, 'fit'));
  await other.getByRole('button', { name: /^Rename/ }).waitFor();
  await rename(page, 'First window');
  await saved(page);
  await rename(other, 'Second window');
  const dialog = other.getByRole('dialog', { name: 'Saved elsewhere' });
  await expect(dialog).toBeVisible();
  for (const b of ['See both', 'Take theirs', 'Save mine over theirs', 'Keep mine as a copy']) {
    await expect(dialog.getByRole('button', { name: b })).toBeVisible();
  }
  await dialog.getByRole('button', { name: 'See both' }).click();
  await expect(dialog.getByRole('row', { name: 'Name Second window First window' })).toBeVisible();
  // A reload keeps the refused edits.
  await other.reload();
  await expect(dialog).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByRole('button', { name: 'Rename Second window (my copy)' })).toBeVisible();
  expect((await documentOf(page, key))['name']).toBe('First window');
  await rename(page, 'First again');
  await saved(page);
  expect((await documentOf(page, key))['name']).toBe('First again');
});

test('edits made while the server is away survive closing the tab, and saving resumes', async ({
  page,
  context,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^Rename/ }).waitFor();
  await context.route('**/api/**', (r) => r.abort());
  await rename(page, 'Kept in the browser');
  await expect(page.getByText('server away, kept in this browser')).toBeVisible();
  await page.close();
  await context.unroute('**/api/**');
  const again = await context.newPage();
  await again.goto(stationUrl(key, 'fit'));
  await expect(again.getByRole('button', { name: 'Rename Kept in the browser' })).toBeVisible();
  await saved(again);
  await expect.poll(async () => (await documentOf(again, key))['name']).toBe('Kept in the browser');
});

test('a bad length gets one sentence at its place and changes nothing', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  const before = await documentOf(page, key);
  const width = page.getByRole('textbox', { name: 'Outer width, edge to edge' });
  for (const [typed, sentence] of [
    ['-5', 'greater than 0'],
    ['0', 'greater than 0'],
    ['3000', 'too long'],
    ['about 40', 'is not a length'],
    ['1/0', 'over 0'],
  ] as const) {
    await width.fill(typed);
    await width.press('Enter');
    await expect(page.getByRole('alert')).toContainText(sentence);
  }
  const wall = page.getByRole('textbox', { name: 'Wall thickness' });
  await wall.fill('60');
  await wall.press('Enter');
  await expect(page.getByText(/leaves no room|no room inside/).first()).toBeVisible();
  expect(await documentOf(page, key)).toEqual(before);
  await page.getByRole('button', { name: 'Type the outline as points' }).click();
  await page.getByRole('textbox', { name: 'Outline points' }).fill('0, 0\n50, 50\n50, 0\n0, 50');
  await page.getByRole('button', { name: 'Use this outline' }).click();
  await expect(page.getByText('crosses itself')).toBeVisible();
});

test('a build with a hostile name goes through every view and export', async ({ page }) => {
  const name = '=1+1"<b>,Ω\n../x';
  const key = await openExample(page, 'dabchick-2-done', (d) => {
    d['name'] = name;
    (d['controls'] as { compatible?: string }).compatible = 'made-up,board';
  });
  await page.goto(SITE());
  await expect(page.getByRole('link', { name: /^=1\+1"<b>,Ω/ })).toBeVisible();
  await page.goto(stationUrl(key, 'controls'));
  for (const [button, start] of [
    ['Pin table', 'pin,name'],
    ['Overlay', '/dts-v1/;'],
    ['Mapping line', '1900'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button }).click(),
    ]);
    expect(file.suggestedFilename()).toMatch(/^dabchick-2-done-[a-z.]+$/);
    expect(readFileSync(await file.path(), 'utf8').startsWith(start)).toBe(true);
  }
  await page.goto(stationUrl(key, 'cut'));
  const [svg] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Front, outside', exact: true }).click(),
  ]);
  expect(readFileSync(await svg.path(), 'utf8')).not.toContain('<b>');
  const exported = await page.request.get(`${SITE()}/api/builds/${key}/export`);
  expect(((await exported.json()) as { document: { name: string } }).document.name).toBe(name);
});

test('builds are copied, deleted with undo, exported and imported again the same', async ({
  page,
}) => {
  const key = await openExample(page, 'warbler', (d) => {
    d['name'] = 'Warbler to and fro';
  });
  await page.goto(SITE());
  await page.getByRole('button', { name: 'Duplicate Warbler to and fro', exact: true }).click();
  await expect(
    page.getByRole('link', { name: 'Warbler to and fro (copy)', exact: true }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Delete Warbler to and fro (copy)' }).click();
  await expect(
    page.getByRole('link', { name: 'Warbler to and fro (copy)', exact: true }),
  ).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(
    page.getByRole('link', { name: 'Warbler to and fro (copy)', exact: true }),
  ).toBeVisible();
  const file = await (await page.request.get(`${SITE()}/api/builds/${key}/export`)).body();
  await page
    .getByLabel('Build file')
    .setInputFiles({ name: 'w.json', mimeType: 'application/json', buffer: file });
  await expect(page).toHaveURL(/\/fit$/);
  const again = /\/b\/([^/]+)/.exec(page.url())![1]!;
  expect(await documentOf(page, again)).toEqual(await documentOf(page, key));
  await page.goto(SITE());
  await page.getByLabel('Build file').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"other/1"}'),
  });
  await expect(page.getByRole('alert')).toContainText('a build says "deft-shell/5"');
});
