/** Each station used the way a builder uses it: change something, see the verdict follow, undo it. */
import {
  documentOf,
  expect,
  openExample,
  rename,
  saved,
  SITE,
  station,
  stationUrl,
  test,
} from './bench';

test('kit: take the USB stack off and the board is 9.4 mm thinner everywhere; undo puts it back', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'kit'));
  await expect(page.getByText('18.6 mm = top of USB stack')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Take off USB stack' }).check();
  await expect(page.getByText(/9\.2 mm = top of HDMI socket/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('18.6 mm = top of USB stack')).toBeVisible();
  await page.getByText('Pins', { exact: true }).click();
  await expect(page.getByRole('row', { name: /^12 GPIO18 I2S clock/ })).toBeVisible();
  await page.getByText('From the soldering side').click();
  await expect(page.getByText('Plan, seen from the bottom (mirrored)')).toBeVisible();
});

test('kit: the library answers sizes and words, adds a part to the kit, and says when nothing answers', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  const search = page.getByRole('searchbox', { name: 'Search parts' });
  await search.fill('6x6 switch 5 mm');
  await page.getByRole('button', { name: 'Add Tactile 6x6 5 mm' }).click();
  await expect(page.getByRole('heading', { name: 'Tactile 6x6 5 mm' })).toBeVisible();
  await search.fill('900 x 700 board');
  await expect(page.getByText('No part answers all of that')).toBeVisible();
  await saved(page);
  const doc = await documentOf(page, key);
  // It waits on the tray for a place: nothing is stacked in the middle of a full shell.
  expect(doc['kit'].items.at(-1)).toMatchObject({ id: 'tactile-5', part: 'tactile-5' });
  expect(doc['layout'].placements.some((x: { item: string }) => x.item === 'tactile-5')).toBe(
    false,
  );
  await page.getByRole('button', { name: 'Remove Tactile 6x6 5 mm' }).click();
  await saved(page);
  expect((await documentOf(page, key))['kit'].items.length).toBe(8);
});

test('cut: a decided opening is done, then measured, and the plan takes the measured size over', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'cut'));
  await expect(page.getByText('Closes after 3 cuts')).toBeVisible();
  await page.getByRole('combobox', { name: 'State of hole of Left shoulder key' }).click();
  await page.getByTitle('done', { exact: true }).click();
  await expect(page.getByText('Closes after 2 cuts')).toBeVisible();
  await page.getByRole('button', { name: 'USB-C charging of Step 5/3A' }).click();
  for (const [name, v] of [
    ['As cut, width', '10.4'],
    ['As cut, height', '4.3'],
  ] as const) {
    await page.getByRole('textbox', { name }).fill(v);
    await page.getByRole('textbox', { name }).press('Enter');
  }
  await expect(page.getByRole('cell', { name: '10.4 × 4.3 ± 0.4' })).toBeVisible();
  await expect(page.getByText('Closes after one cut')).toBeVisible();
  await saved(page);
  expect(
    (await documentOf(page, key))['cuts'].find((c: { for?: string }) => c.for === 'charger/usb'),
  ).toMatchObject({ state: 'measured', measured: { w: { mm: 10.4 }, h: { mm: 4.3 } } });
});

test('cut: bars that are off by 4 % are refused with the likely setting, 1 % is corrected', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'cut'));
  await page.getByRole('textbox', { name: 'Along' }).fill('48');
  await expect(page.getByRole('alert')).toContainText('fit to page');
  await expect(page.getByRole('button', { name: 'Template as PDF' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Along' }).fill('49.5');
  await expect(page.getByText('along × 50 / 49.5 = 1.0101')).toBeVisible();
  await page.getByText('Letter', { exact: true }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Template as PDF' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('dabchick-2-done-template.pdf');
});

test('controls: a line picked by hand clashes, the map choosing again clears it; a wireless pad needs no lines', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'controls'));
  await page.getByRole('combobox', { name: 'Line of Pad up' }).click();
  await page.locator('.ant-select-item-option', { hasText: 'GPIO18 (taken)' }).click();
  await expect(page.getByRole('heading', { name: 'GPIO18 carries two signals' })).toBeVisible();
  await page.getByRole('button', { name: /Let the map choose a line for Pad up/ }).click();
  await expect(page.getByText('Every input has its own line.')).toBeVisible();
  await page.getByRole('button', { name: 'Header pins' }).click();
  await expect(page.getByRole('table', { name: 'Header pins' }).getByRole('row')).toHaveCount(21);
  await page.getByRole('button', { name: 'Overlay' }).click();
  await expect(page.getByRole('alert')).toContainText('root "compatible"');
  await page.getByRole('combobox', { name: 'Button route' }).click();
  await page.getByTitle('wireless pad', { exact: true }).click();
  await expect(page.getByText(/^0 wires/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^12 wires/)).toBeVisible();
});

test('power: hours follow the draws, the wire and the wish; the resistor clears the charge', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'power'));
  const hours = page.getByRole('heading', { level: 1, name: /h ± .* on one charge/ });
  await expect(hours).toHaveText(/^4\.2 h/);
  const game = page.getByRole('spinbutton', { name: 'Teasel, game, watts' });
  await game.fill('3.6');
  await game.press('Enter');
  await expect(hours).not.toHaveText(/^4\.2 h/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(hours).toHaveText(/^4\.2 h/);
  const wanted = page.getByRole('spinbutton', { name: 'Hours wanted' });
  await wanted.fill('9');
  await wanted.press('Enter');
  await expect(page.getByRole('heading', { name: '4.2 h ± 1.0', exact: true })).toBeVisible();
  const resistor = page.getByRole('spinbutton', { name: 'Program resistor, ohm' });
  await resistor.fill('820');
  await resistor.press('Enter');
  await expect(page.getByRole('heading', { name: /^Charges at/ })).toHaveCount(0);
});

test('shell: a post is removed and comes back with undo; the spine may be any edge', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'shell'));
  const before = await documentOf(page, key);
  await page.locator('.list button', { hasText: 'guide rib' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.locator('.list button', { hasText: 'guide rib' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.list button', { hasText: 'guide rib' })).toHaveCount(1);
  await saved(page);
  expect(await documentOf(page, key)).toEqual(before);
  await page.getByRole('combobox', { name: 'Spine' }).click();
  await page.getByTitle('top edge', { exact: true }).click();
  const [front, back] = [
    await page.getByText('FRONT HALF, inside up').boundingBox(),
    await page.getByText('BACK HALF, inside up').boundingBox(),
  ];
  expect(front!.y).toBeLessThan(back!.y);
});

test('a stale window may take theirs, or save mine over theirs', async ({ page, context }) => {
  for (const [choice, ends] of [
    ['Take theirs', 'First'],
    ['Save mine over theirs', 'Second'],
  ] as const) {
    const key = await openExample(page, 'wisp');
    const other = await context.newPage();
    await page.goto(stationUrl(key, 'build'));
    await other.goto(stationUrl(key, 'build'));
    await other.getByRole('button', { name: /^Rename/ }).waitFor();
    await rename(page, 'First');
    await saved(page);
    await rename(other, 'Second');
    await other.getByRole('button', { name: choice }).click();
    await expect(other.getByRole('button', { name: `Rename ${ends}` })).toBeVisible();
    await saved(other);
    await expect.poll(async () => (await documentOf(other, key))['name']).toBe(ends);
    await other.close();
  }
});

test('on a narrow screen every station can be read without scrolling sideways', async ({
  page,
}) => {
  await page.setViewportSize({ width: 420, height: 800 });
  const key = await openExample(page, 'dabchick-2');
  await page.goto(SITE());
  for (const at of ['Brief', 'Kit', 'Fit', 'Power', 'Build']) {
    await page.goto(stationUrl(key, at.toLowerCase()));
    await expect(station(page, at)).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
      421,
    );
  }
});
