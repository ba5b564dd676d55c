/** The shell station: several readings of one length, what a post is worth, and the shell out again. */
import { readFileSync } from 'node:fs';
import { volume } from '../core/formats/solid/mesh';
import { readStl } from '../core/formats/solid/stl';
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('readings average, the odd one is named, and the wall carries its own uncertainty', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  const wall = page.getByRole('textbox', { name: 'Wall thickness' });
  await wall.fill('2.2; 2.21; 2.19; 2.9');
  await wall.press('Enter');
  await expect(page.getByText('2.9 disagrees with the rest')).toBeVisible();
  await wall.fill('2.2; 2.21; 2.19; 2.2');
  await wall.press('Enter');
  await expect(page.getByText(/= mean of 4 readings 2\.20 mm/)).toBeVisible();
  await saved(page);
  const stored = (await documentOf(page, key))['shell'].bodies[0].wall;
  expect(stored).toMatchObject({ mm: 2.2, readings: [2.2, 2.21, 2.19, 2.2] });
  expect(stored.u).toBeLessThan(0.05 / Math.sqrt(3));
});

test('a closing post says what the seam loses, and a datum is picked on the mirrored page as it is seen', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  await page.locator('.list button', { hasText: 'middle rear post' }).click();
  await expect(page.getByText(/Without one of these: 5 screws left; longest seam/)).toBeVisible();
  await page.locator('.list button', { hasText: 'middle boss' }).click();
  // The front page is mirrored: its left edge as seen is the right one from the front.
  await page.getByRole('button', { name: 'Measure from the left edge as seen here' }).click();
  await saved(page);
  const boss = (await documentOf(page, key))['shell'].bodies[0].pieces[0].features.find((f: { id: string }) => f.id === 'front-middle');
  expect(boss.at.x.from).toEqual({ edge: 'right', face: 'outer' });
});

test('STL of both halves comes out with the volume of a shell, DXF and SVG beside it', async ({ page }) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'shell'));
  const files: string[] = [];
  page.on('download', (d) => files.push(d.suggestedFilename()));
  const [first] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'STL halves' }).click()]);
  const mesh = readStl(readFileSync(await first.path()));
  expect(volume(mesh)).toBeGreaterThan(20_000);
  await expect.poll(() => files.length).toBe(2);
  await page.getByRole('button', { name: 'DXF' }).click();
  await expect.poll(() => files.sort()).toEqual(['wisp-back-shell-inside.dxf', 'wisp-back.stl', 'wisp-front-face.dxf', 'wisp-front-shell-inside.dxf', 'wisp-front.stl']);
});
