/** The shell station: several readings of one length, what a post is worth, and the shell out again. */
import { readFileSync } from 'node:fs';
import { volume } from '../core/geometry';
import { readStl } from '../core/formats/mesh';
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
  await page.getByRole('button', { name: 'DXF', exact: true }).click();
  await expect.poll(() => files.sort()).toEqual(['wisp-back-shell-inside.dxf', 'wisp-back.stl', 'wisp-front-face.dxf', 'wisp-front-shell-inside.dxf', 'wisp-front.stl']);
});

test('a face written as DXF is taken over by an empty build, its unit told and its openings found', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  const texts: Record<string, string> = {};
  page.on('download', async (d) => { texts[d.suggestedFilename()] = readFileSync(await d.path(), 'utf8'); });
  await page.getByRole('button', { name: 'DXF', exact: true }).click();
  await expect.poll(() => Object.keys(texts).length).toBe(3);
  const fresh = await openExample(page, 'wisp', (d) => { d['shell'] = { bodies: [] }; d['layout'] = { placements: [] }; d['controls'] = { route: 'gpio', inputs: [] }; });
  await page.goto(stationUrl(fresh, 'shell'));
  const file = page.getByLabel('Drawing file');
  await file.setInputFiles({ name: 'x.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(texts['dabchick-2-front-face.dxf']!.slice(0, 3000)) });
  await expect(page.getByText('cut short: its end mark is missing')).toBeVisible();
  await file.setInputFiles({ name: 'x.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg><script>1</script><rect width="100" height="60"/></svg>') });
  await expect(page.getByText('Left out: 1 <script> refused.')).toBeVisible();
  await expect(page.getByText('The file does not say its unit.')).toBeVisible();
  await file.setInputFiles({ name: 'face.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(texts['dabchick-2-front-face.dxf']!) });
  await expect(page.getByText(/172\.0 × 90\.0 mm, corners of 10\.\d mm, 9 openings/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText('FRONT HALF, inside up')).toBeVisible();
  await saved(page);
  const body = (await documentOf(page, fresh))['shell'].bodies[0];
  expect([body.outline.w.mm, body.pieces[0].openings.length]).toEqual([172, 9]);
});
