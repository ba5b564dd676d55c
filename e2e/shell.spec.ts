/** The shell station: several readings of one length, what a post is worth, and the shell out again. */
import { readFileSync } from 'node:fs';
import { volume } from '../core/geometry';
import { readStl } from '../core/formats/mesh';
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('readings average, the odd one is named, and the wall carries its own uncertainty', async ({
  page,
}) => {
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

test('a closing post says what the seam loses, and a datum is picked on the mirrored page as it is seen', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  await page.locator('.list button', { hasText: 'middle rear post' }).click();
  await expect(page.getByText(/Without one of these: 5 screws left; longest seam/)).toBeVisible();
  await page.locator('.list button', { hasText: 'middle boss' }).click();
  // The front page is mirrored: its left edge as seen is the right one from the front.
  await page.getByRole('button', { name: 'Measure from the left edge as seen here' }).click();
  await saved(page);
  const boss = (await documentOf(page, key))['shell'].bodies[0].pieces[0].features.find(
    (f: { id: string }) => f.id === 'front-middle',
  );
  expect(boss.at.x.from).toEqual({ edge: 'right', face: 'outer' });
});

test('STL of both halves comes out with the volume of a shell, DXF and SVG beside it', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'shell'));
  const files: string[] = [];
  page.on('download', (d) => files.push(d.suggestedFilename()));
  const [first] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'STL halves' }).click(),
  ]);
  const mesh = readStl(readFileSync(await first.path()));
  expect(volume(mesh)).toBeGreaterThan(20_000);
  await expect.poll(() => files.length).toBe(2);
  await page.getByRole('button', { name: 'DXF', exact: true }).click();
  await expect
    .poll(() => files.sort())
    .toEqual([
      'wisp-back-shell-inside.dxf',
      'wisp-back.stl',
      'wisp-front-face.dxf',
      'wisp-front-shell-inside.dxf',
      'wisp-front.stl',
    ]);
});

test('a face written as DXF is taken over by an empty build, its unit told and its openings found', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  const texts: Record<string, string> = {};
  page.on('download', async (d) => {
    texts[d.suggestedFilename()] = readFileSync(await d.path(), 'utf8');
  });
  await page.getByRole('button', { name: 'DXF', exact: true }).click();
  await expect.poll(() => Object.keys(texts).length).toBe(3);
  const fresh = await openExample(page, 'wisp', (d) => {
    d['shell'] = { bodies: [] };
    d['layout'] = { placements: [] };
    d['controls'] = { route: 'gpio', inputs: [] };
  });
  await page.goto(stationUrl(fresh, 'shell'));
  const file = page.getByLabel('Drawing file');
  await file.setInputFiles({
    name: 'x.dxf',
    mimeType: 'image/vnd.dxf',
    buffer: Buffer.from(texts['dabchick-2-front-face.dxf']!.slice(0, 3000)),
  });
  await expect(page.getByText('cut short: its end mark is missing')).toBeVisible();
  await file.setInputFiles({
    name: 'x.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg><script>1</script><rect width="100" height="60"/></svg>'),
  });
  await expect(page.getByText('Left out: 1 <script> refused.')).toBeVisible();
  await expect(page.getByText('The file does not say its unit.')).toBeVisible();
  await file.setInputFiles({
    name: 'face.dxf',
    mimeType: 'image/vnd.dxf',
    buffer: Buffer.from(texts['dabchick-2-front-face.dxf']!),
  });
  await expect(page.getByText(/172\.0 × 90\.0 mm, corners of 10\.\d mm, 9 openings/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText('FRONT HALF, inside up')).toBeVisible();
  await saved(page);
  const body = (await documentOf(page, fresh))['shell'].bodies[0];
  expect([body.outline.w.mm, body.pieces[0].openings.length]).toEqual([172, 9]);
});

test('a curved back, leaning walls, a lip and a bay of points are typed and change the cavity', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'shell'));
  await page.getByRole('button', { name: 'Leaning walls, a curved back or a lip?' }).click();
  const lean = page.getByRole('spinbutton', { name: 'back walls lean in' });
  await lean.fill('1.5');
  await lean.press('Enter');
  await page
    .getByRole('button', { name: 'The back is curved: give its depth at several places' })
    .click();
  const curve = page.getByLabel('Curve of the back', { exact: true });
  const first = curve.getByRole('textbox', { name: 'at 0 mm' });
  await first.fill('8');
  await first.press('Enter');
  await expect(
    curve.getByText(
      /Taken as \d+ level strips, each at its shallowest; at most 0\.\d mm is given away/,
    ),
  ).toBeVisible();
  await page.getByLabel('Lip', { exact: true }).click();
  await page.getByTitle('on the front').click();
  const lip = page.getByRole('textbox', { name: 'Lip height' });
  await lip.fill('1.4');
  await lip.press('Enter');
  await page.getByRole('button', { name: 'Add a post, rib, bay or opening' }).click();
  await page.getByRole('menuitem', { name: 'bay' }).click();
  await page.getByRole('button', { name: 'Put it in the middle' }).click();
  const editor = page.getByRole('region', { name: 'Edit bay' });
  await editor.getByLabel('Shape').click();
  await page.getByTitle('outline of points').click();
  const points = editor.getByRole('textbox', { name: 'Points about its middle' });
  await points.fill('0, 0\n20, 0\n10, 10 mm');
  await editor.getByRole('button', { name: 'Use these points' }).click();
  await expect(editor.getByRole('alert')).toHaveText(
    'Line 3, "10, 10 mm", is not two numbers such as 12.5, 40.',
  );
  await points.fill('0, 0\n20, 0\n10, 10');
  await editor.getByRole('button', { name: 'Use these points' }).click();
  await saved(page);
  const body = (await documentOf(page, key))['shell'].bodies[0];
  const back = body.pieces.find((p: { role: string }) => p.role === 'back');
  expect([
    back.draftDeg,
    back.profile.points[0].depth.mm,
    body.lip,
    back.zones.at(-1).shape.points,
  ]).toEqual([
    1.5,
    8,
    {
      on: 'front',
      height: expect.objectContaining({ mm: 1.4 }),
      thick: expect.objectContaining({ how: 'estimate' }),
    },
    [
      [0, 0],
      [20, 0],
      [10, 10],
    ],
  ]);
});

test('a screw longer than its bore is a hit at this station, and a support says which keys it backs', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  await page.locator('.list button', { hasText: /^rear post/ }).click();
  const into = page.getByRole('textbox', { name: 'Screw, how much goes in' });
  await into.fill('12');
  await into.press('Enter');
  await expect(page.getByText('1.0 mm too long')).toBeVisible();
  await expect(
    page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: /^Shell.*1/ }),
  ).toBeVisible();
  await into.fill('8');
  await into.press('Enter');
  await expect(page.getByText('1.0 mm too long')).toBeHidden();
  await page.locator('.list button', { hasText: 'left key support' }).click();
  await expect(page.getByText(/cross pad hole is still backed by another support/)).toBeVisible();
});

test('a click inside an opening chooses it, not its edge alone', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  const window_ = page.locator('path.hole', { hasText: 'screen window' });
  const box = (await window_.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.4);
  await expect(window_).toHaveClass(/sel/);
  await expect(page.getByRole('combobox', { name: 'Use' })).toBeVisible();
});
