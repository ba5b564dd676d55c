/** The half-way demo: its honest problems, ways out taken one by one, undone and redone. */
import {
  documentOf,
  expect,
  openFit,
  openExample,
  saved,
  station,
  stationUrl,
  test,
} from './bench';

test('the demo shows its problems and is cleared by the ways out on offer', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'fit'));
  for (const t of ['Plug seats 2.2 mm short', '1.8 mm overlap', '0.3 mm left, 0.9 needed']) {
    await expect(page.getByRole('heading', { name: t })).toBeVisible();
  }
  await expect(page.getByText('Not ready: 6 hits')).toBeVisible();
  const before = await documentOf(page, key);
  await page.getByRole('button', { name: /Move Teasel .* down/ }).click();
  await expect(page.getByText('Not ready: 5 hits')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Not ready: 6 hits')).toBeVisible();
  await saved(page);
  expect(await documentOf(page, key)).toEqual(before);
  await page.getByRole('button', { name: 'Redo' }).click();
  for (const [at, way, left] of [
    ['Fit', /Take Slab 2500 instead/, 4],
    ['Fit', /Move Step 5\/3A .* down/, 3],
    ['Controls', /Let the map choose a line/, 2],
    ['Controls', /Give Left shoulder key a Tactile/, 1],
    ['Power', /Change the program resistor/, 0],
  ] as const) {
    await station(page, at).click();
    await page.getByRole('button', { name: way }).first().click();
    await expect(page.getByText(left ? `Not ready: ${left} hit` : /^Closes/).first()).toBeVisible();
  }
  await saved(page);
});

test('a drag re-checks on the way, and the pointer moves the part as it is seen on its mirrored page', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'fit'));
  const speaker = page.locator('[data-item=speaker]');
  const box = (await speaker.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2 + 14];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 6; i++) await page.mouse.move(x - 4 * i, y);
  const now = (await speaker.boundingBox())!;
  expect(now.x).toBeLessThan(box.x - 15);
  await page.mouse.up();
  await saved(page);
  // Left on the front page is right as seen from the front.
  const placed = (await documentOf(page, key))['layout'].placements.find(
    (p: { item: string }) => p.item === 'speaker',
  );
  expect(placed.x).toBeGreaterThan(149);
});

test('keys: nudge, turn, turn over, other half, headroom, closed book, words, find', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'fit'));
  const amp = page.locator('[data-item=amp]');
  await amp.focus();
  const placed = async () => {
    await saved(page);
    return (await documentOf(page, key))['layout'].placements.find(
      (p: { item: string }) => p.item === 'amp',
    );
  };
  await page.keyboard.press('ArrowRight');
  await expect(amp).toHaveAttribute('aria-label', /98\.5 mm from left/);
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Alt+ArrowUp');
  expect(await placed()).toMatchObject({ x: 93.5, y: 63.1 });
  await page.keyboard.press('r');
  expect((await placed()).turn).toBe(90);
  await page.keyboard.press('v');
  expect((await placed()).up).toBe('out');
  await page.keyboard.press('x');
  await expect(amp).toHaveAttribute('aria-label', /front half/);
  await page.keyboard.press('d');
  await expect(page.getByText(/mm free/)).toBeVisible();
  await page.keyboard.press('c');
  await expect(page.getByText('CLOSED, seen from the front')).toBeVisible();
  await page.keyboard.press('w');
  await expect(page.getByRole('region', { name: 'Layout in words' }).getByRole('row')).toHaveCount(
    13,
  );
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: 'Find' }).fill('guide');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/shell$/);
});

test('a tick stays, and the step list follows the kit', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'build'));
  await page.getByRole('checkbox', { name: 'Prove Pane 2.8 on the bench' }).check();
  const told = page.getByText(/^4 of \d+ done\.$/);
  const steps = async () => Number(/of (\d+)/.exec((await told.textContent())!)![1]);
  await expect(told).toBeVisible();
  const all = await steps();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Prove Pane 2.8 on the bench' })).toBeChecked();
  await station(page, 'Kit').click();
  await page.getByRole('button', { name: 'Remove Speaker 28' }).click();
  await station(page, 'Build').click();
  // Its bench test, its wires, the gate of the sound and its fitting go with it.
  await expect.poll(steps).toBe(all - 4);
});

test('arrange for me: a run is cancelled, another finds a layout, it is taken and closes, undo brings the old one back', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const key = await openExample(page, 'wisp', (d) => {
    (d['layout'] as { placements: unknown[] }).placements = [];
  });
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^Arrange for me/ }).click();
  const view = page.getByRole('region', { name: 'Arrange for me' });
  await view.getByRole('button', { name: 'Look for 10 s' }).click();
  await view.getByRole('button', { name: 'Cancel' }).click();
  await view.getByRole('button', { name: 'Go on 10 s more' }).click();
  await expect(
    view.getByText(/places tried, 8 of 8 parts stood at best, \d+ s left/),
  ).toBeVisible();
  await expect(view.getByRole('button', { name: 'Go on 10 s more' })).toBeVisible();
  await view.getByRole('button', { name: /^Take .*thinnest/i }).click();
  await expect(page.locator('[data-item]')).toHaveCount(8);
  await expect(
    page
      .getByText('Nothing touches that should not.')
      .or(page.locator('article.finding:has(.no.tight)').first()),
  ).toBeVisible();
  await expect(page.locator('article.finding:has(.no.hit)')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-item]')).toHaveCount(0);
});

test('arrange for me: a shell too thin is not searched; the part that is too thick is named with what it lacks', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const key = await openExample(page, 'wisp', (d) => {
    const body = (d['shell'] as { bodies: Array<{ pieces: Array<{ depth: { mm: number } }> }> })
      .bodies[0]!;
    for (const q of body.pieces) q.depth.mm = 5.4;
  });
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.locator('[data-item]').first()).toBeVisible();
  await page.keyboard.press('a');
  const view = page.getByRole('region', { name: 'Arrange for me' });
  await view.getByRole('button', { name: 'Look for 10 s' }).click();
  await expect(
    view.getByText(/^Depth: [\d.]+ mm short at .* whatever is moved/).first(),
  ).toBeVisible();
});

test('test fits: one is kept, a part is moved by keys, and the comparison says what moved and what got worse', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2-done');
  await page.keyboard.press('t');
  const view = page.getByRole('region', { name: 'Test fits' });
  await expect(view.getByText('None kept yet.')).toBeVisible();
  await view.getByRole('textbox', { name: 'Note of this test fit' }).fill('test fit 1: all loose');
  await view.getByRole('button', { name: "Keep today's" }).click();
  await expect(view.getByText('Nothing changed that shows')).toBeVisible();
  await page.locator('[data-item="teasel"]').focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp');
  await expect(view.getByText('Move Teasel 2.0 mm up')).toBeVisible();
  await expect(view.getByText(/1 new or worse, 1 part moved/)).toBeVisible();
  await expect(
    view.getByText(/1\.8 mm overlap: board of Teasel and middle rear post 2/),
  ).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.locator('[data-item]').first()).toBeVisible();
  await page.keyboard.press('t');
  await expect(
    page.getByRole('region', { name: 'Test fits' }).getByText('Move Teasel 2.0 mm up'),
  ).toBeVisible();
});
