/** Each station used the way a builder uses it: change something, see the verdict follow, undo it. */
import { readFileSync } from 'node:fs';
import { documentOf, expect, openExample, rename, saved, stationUrl, test } from './bench';

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
  await expect(page.getByText('Closes after 7 cuts')).toBeVisible();
  await page.getByRole('combobox', { name: 'State of hole of Left shoulder key' }).click();
  await page.getByTitle('done', { exact: true }).click();
  await expect(page.getByText('Closes after 6 cuts')).toBeVisible();
  await page.getByRole('button', { name: 'USB-C charging of Step 5/3A' }).click();
  await expect(page.getByRole('list', { name: 'How to make USB-C charging' })).toContainText(
    'Drill a row of 2 holes ⌀3 inside the start line, 5.8 mm apart',
  );
  // The wall it lies in is turned up first.
  await expect(page.locator('figure').first()).toContainText('Bottom wall');
  const [list] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calliper list as CSV' }).click(),
  ]);
  expect(readFileSync(await list.path(), 'utf8')).toContain(
    '34.1,right,7.5,back face,8.8 × 3,9.8 × 4',
  );
  for (const [name, v] of [
    ['As cut, width', '10.4'],
    ['As cut, height', '4.3'],
  ] as const) {
    await page.getByRole('textbox', { name }).fill(v);
    await page.getByRole('textbox', { name }).press('Enter');
  }
  await expect(page.getByRole('cell', { name: '10.4 × 4.3 ± 0.4' })).toBeVisible();
  await expect(page.getByText('Closes after 5 cuts')).toBeVisible();
  await saved(page);
  expect(
    (await documentOf(page, key))['cuts'].find(
      (c: { for?: { connector?: string } }) => c.for?.connector === 'usb',
    ),
  ).toMatchObject({
    for: { item: 'charger', connector: 'usb' },
    state: 'measured',
    measured: { w: { mm: 10.4 }, h: { mm: 4.3 } },
    at: { body: 'shell', along: expect.any(Number) },
    to: { w: expect.closeTo(9.8, 6), h: expect.closeTo(4, 6) },
  });
  // The hole stays where it was cut: read 3 mm further from the edge, 0.3 mm of it forgiven.
  const fromRight = page.getByRole('textbox', { name: 'As cut, from right' });
  await expect(fromRight).toHaveValue('33.8');
  await fromRight.fill('36.8');
  await fromRight.press('Enter');
  await expect(page.getByText('Cut 2.7 mm beside its place')).toBeVisible();
  await page.getByRole('button', { name: /^Put it back to its hole/ }).click();
  await expect(page.getByText('Closes after 5 cuts')).toBeVisible();
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

test('controls: the ways to read the keys side by side; one is taken, its board comes into the kit, and the header is free', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'controls'));
  await page.getByRole('link', { name: 'Compare ways' }).click();
  const ways = page.getByRole('table', { name: 'Ways to read the keys' });
  await expect(ways.getByRole('row', { name: /^header lines/ })).toContainText('17, 34');
  await expect(ways).toContainText('No original board kept');
  await expect(ways.getByRole('button', { name: 'Take it: original board' })).toBeDisabled();
  await ways.getByRole('button', { name: 'Take it: USB controller board' }).focus();
  await page.keyboard.press('Enter');
  await expect(ways.getByRole('row', { name: /^USB controller board/ })).toContainText(
    'Knit mini, in the kit',
  );
  await saved(page);
  const { controls, kit } = await documentOf(page, key);
  expect(controls.route).toBe('usb');
  expect(kit.items.some((i: { part: string }) => i.part === 'knit-mini')).toBe(true);
  // One key stays on the header beside them.
  await page.goto(stationUrl(key, 'controls'));
  await page.getByRole('combobox', { name: 'Line of Left shoulder key' }).click();
  await page.getByTitle('a header line', { exact: true }).click();
  const row = page
    .getByRole('table', { name: 'Inputs' })
    .getByRole('row')
    .filter({ has: page.getByRole('textbox', { name: /^Name of input/ }) });
  await expect(row.filter({ hasText: 'GPIO' })).toHaveCount(1);
  await saved(page);
  expect(
    (await documentOf(page, key)).controls.inputs.filter((i: { route?: string }) => i.route),
  ).toMatchObject([{ id: 'shoulder-l', route: 'gpio' }]);
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
  await page.getByRole('link', { name: 'Header pins' }).click();
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
  await expect(hours).toHaveText(/^4\.1 h/);
  const game = page.getByRole('spinbutton', { name: 'Teasel, game, watts' });
  await game.fill('3.6');
  await game.press('Enter');
  await expect(hours).not.toHaveText(/^4\.1 h/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(hours).toHaveText(/^4\.1 h/);
  const wanted = page.getByRole('spinbutton', { name: 'Hours wanted' });
  await wanted.fill('9');
  await wanted.press('Enter');
  await expect(page.getByRole('heading', { name: '4.1 h ± 0.5', exact: true })).toBeVisible();
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

test('controls: every duty gets its owner; a chord that play presses is a hit, and its way out clears it', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(`${stationUrl(key, 'controls')}?view=games`);
  const games = page.getByRole('table', { name: 'Games to buttons' });
  await expect(games.getByRole('row', { name: /^16-bit home/ })).toContainText('11');
  const ledger = page.getByRole('table', { name: 'What no game does' });
  const exit = ledger.getByRole('row', { name: /^exit/ });
  await expect(exit).toContainText('decide before the case is closed');
  await exit.getByRole('combobox', { name: 'Who does: exit' }).click();
  await page.getByTitle('keys', { exact: true }).click();
  await expect(exit).toContainText('Left middle key');
  await expect(exit).toContainText('one slip from');
  // Play itself presses both shoulders.
  const save = ledger.getByRole('row', { name: /^save/ });
  await save.getByRole('combobox', { name: 'Who does: save' }).click();
  await page.getByTitle('keys', { exact: true }).last().click();
  const keys = save.getByRole('combobox', { name: 'Keys: save' });
  await keys.click();
  await page.keyboard.type('Left shoulder');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(save).toContainText('Left shoulder key');
  for (const gone of ['Left middle key', 'Right middle key']) {
    await save.locator(`[title="${gone}"] .ant-select-selection-item-remove`).click();
    await expect(save.locator(`[title="${gone}"]`)).toHaveCount(0);
  }
  await expect(page.locator('.verdict')).toContainText('Not ready: 1 hit');
  await page
    .getByRole('complementary', { name: 'Controls findings' })
    .getByRole('button', { name: /Leave save to the menu/ })
    .click();
  await expect(page.locator('.verdict')).toContainText('Closes after');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Maps as CSV' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('dabchick-2-done-families.csv');
  await saved(page);
  const { controls } = await documentOf(page, key);
  expect(controls.duties).toMatchObject({ save: { by: 'menu' }, exit: { by: 'keys' } });
});

test('controls: the lag of every way; a wait is chosen from a model, and from a capture of one’s own', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(`${stationUrl(key, 'controls')}?view=lag`);
  await expect(page.getByRole('img', { name: /^Lag by way: header lines \d+ ms/ })).toBeVisible();
  await expect(page.getByText('debounce 8.0 (up to 8.0) ms')).toBeVisible();
  const counts = page.getByRole('textbox', { name: 'Frames from press to light' });
  await counts.fill('14, many');
  await expect(page.getByRole('alert')).toContainText('whole numbers of frames');
  await counts.fill('14, 15, 13');
  await expect(page.getByText(/^58 ± 5 ms filmed, \d+ typical$/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Kind of switch' }).click();
  await page.getByTitle('worn contact').click();
  await expect(page.getByText(/^Set to 8 ms: \d+ of 3,000 doubled or missed/)).toBeVisible();
  await page.getByRole('button', { name: /^Take \d+ ms$/ }).click();
  await expect(page.getByText('It is the shortest that is good enough.')).toBeVisible();
  const upload = page.locator('input[type="file"][accept*="csv"]');
  const file = (text: string) => ({
    name: 'capture.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  await upload.setInputFiles(file('time,key\nnoise,1'));
  await expect(page.getByRole('alert')).toContainText('Row 2 is no time and level');
  const presses = Array.from({ length: 30 }, (_, n) =>
    [
      [0, 0],
      [0.005, 1],
      [0.0096, 0],
      [0.08, 1],
    ]
      .map(([t, l]) => `${1 + n / 4 + t!},${l}`)
      .join('\n'),
  );
  await upload.setInputFiles(file(['time,key', '0,1', ...presses].join('\n')));
  await expect(page.getByText('30 presses of your capture.')).toBeVisible();
  await page.getByRole('button', { name: 'Take 5 ms' }).click();
  await expect(page.getByText('debounce 5.0 (up to 5.0) ms')).toBeVisible();
  await saved(page);
  expect((await documentOf(page, key)).controls.debounceMs).toBe(5);
});

test('power: the band says what to measure next, a typed draw moves the hours, and a load on the wrong feed is named and mended', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'power'));
  const title = page.getByRole('heading', { level: 1, name: /on one charge/ });
  await expect(title).toHaveText('3.4 h ± 0.5 on one charge');
  const causes = page.getByRole('region', { name: 'What the ± is made of' });
  await expect(causes).toContainText('Measure next: capacity of the cell, by emptying it once');
  await expect(causes.getByRole('link', { name: 'The bench' })).toBeVisible();
  const watts = page.getByRole('spinbutton', { name: 'Teasel, game, watts' });
  await watts.fill('2.2');
  await watts.press('Enter');
  await expect(title).toHaveText(/^3\.[01] h ± 0\.\d on one charge/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(title).toHaveText('3.4 h ± 0.5 on one charge');

  // The amplifier wired to the cell gets the cell's volts; the way out puts it back on the rail.
  await page.getByRole('combobox', { name: 'Chirp I2S, fed from' }).click();
  await page.getByTitle('the cell itself').click();
  const low = page.getByRole('heading', { name: /^3\.\d\d V where 4\.75 V is wanted/ });
  await expect(low).toBeVisible();
  await page.getByRole('link', { name: /^What feeds what/ }).click();
  const tree = page.getByRole('region', { name: 'Supply tree' });
  await expect(tree).toContainText('Chirp I2S straight from the cell');
  await page.getByText('Menus', { exact: true }).click();
  await expect(tree.getByText(/^3\.4\d V/).first()).toBeVisible();
  await page.getByRole('button', { name: /Feed Chirp I2S from Step 5\/3A, 5\.1 V/ }).click();
  await expect(low).toHaveCount(0);
});

test('power: a board too hot for its shell is named; one reading corrects every rise, and can be taken back', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done', (d) => {
    const { parts } = d['kit'] as { parts: Array<{ id: string; draws?: object }> };
    parts.find((q) => q.id === 'teasel')!.draws = { menu: 3.4, game: 3.4, peak: 3.6 };
  });
  await page.goto(stationUrl(key, 'power?view=heat'));
  const title = page.locator('.centre h1');
  await expect(title).toHaveText(/^\d+ °C too warm: /);
  const hot = page.getByRole('heading', { name: /^\d+ °C ± \d+, 85 °C at the most/ });
  await expect(hot).toBeVisible();
  const table = page.getByRole('table', { name: 'How warm it gets' });
  await expect(table.getByRole('row', { name: /^Teasel, its chip/ })).toContainText('85 °C');
  // Read after an hour: cooler than the estimate, and the finding is gone.
  const reading = page.getByRole('region', { name: 'Reading of the chip' });
  const put = reading.getByRole('button', { name: 'Put in' });
  await expect(put).toBeDisabled();
  await reading.getByRole('textbox', { name: 'Room' }).fill('22');
  await reading.getByRole('textbox', { name: 'Room' }).press('Enter');
  await reading.getByRole('textbox', { name: 'Chip' }).fill('20');
  await reading.getByRole('textbox', { name: 'Chip' }).press('Enter');
  await expect(reading.getByRole('alert')).toHaveText('A chip at work is warmer than the room.');
  await reading.getByRole('textbox', { name: 'Chip' }).fill('71');
  await reading.getByRole('textbox', { name: 'Chip' }).press('Enter');
  await put.click();
  await expect(hot).toHaveCount(0);
  await expect(
    page.getByText(/^After an hour.*Your reading makes every rise 0\.\d\d times/),
  ).toBeVisible();
  await reading.getByRole('button', { name: 'Take it back' }).click();
  await expect(hot).toBeVisible();
});

test('sound: how loud it plays; a speaker that burns is named, and a stronger one taken', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done', (d) => {
    const { parts } = d['kit'] as { parts: Array<{ id: string; speaker?: object }> };
    parts.find((q) => q.speaker)!.speaker = { ohm: 8, ratedW: 0.4 };
  });
  await page.goto(stationUrl(key, 'sound'));
  await expect(page.locator('.centre h1')).toHaveText(/^\d\d dB ± 5: loud/);
  const card = page.getByRole('region', { name: 'Speaker 28' });
  await expect(card).toContainText('1.21 W into 8 Ω');
  const burns = page.getByRole('heading', { name: '1.3 W into a speaker for 0.4 W' });
  await expect(burns).toBeVisible();
  await card.getByText('Show the working').click();
  await expect(card).toContainText('P = (V − 2·0.3 V)²/2R');
  await page
    .getByRole('button', { name: /^1?\s*Take Speaker/ })
    .first()
    .click();
  await expect(burns).toHaveCount(0);
});

test('power: a lamp before the battery is empty is designed, kept, and its lamp refused where it cannot light', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'power?view=lamps'));
  const title = page.locator('.centre h1');
  await expect(title).toHaveText(/^On at 3\.\d\d V: \d+ to \d+ % left, about \d+ min of play/);
  const was = await title.textContent();
  const design = page.getByRole('group', { name: 'Low-battery lamp' });
  await design.getByRole('textbox', { name: 'Comes on with' }).fill('30');
  await design.getByRole('textbox', { name: 'Comes on with' }).press('Enter');
  await expect(title).not.toHaveText(was!);
  const circuit = page.getByRole('region', { name: 'Circuit of the lamp' });
  await expect(
    circuit.getByRole('img', { name: /^R1 \d+ kΩ from the pack, R2 \d+ kΩ to ground/ }),
  ).toBeVisible();
  // It is kept with the build.
  await saved(page);
  await page.reload();
  await expect(design.getByRole('textbox', { name: 'Comes on with' })).toHaveValue('30');
  // A reference above the pack lights nothing.
  await design.getByRole('textbox', { name: 'Reference' }).fill('4.8');
  await design.getByRole('textbox', { name: 'Reference' }).press('Enter');
  await expect(title).toHaveText('A lamp before the battery is empty');
});

test('power: charging is followed to the end; without its own path the charger never ends while playing', async ({
  page,
}) => {
  const title = page.locator('.centre h1');
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'power?view=charging'));
  await expect(title).toHaveText('Full in 4 h 33 min, switched off');
  const times = page.getByRole('table', { name: 'Charging times' });
  await expect(times.getByRole('row', { name: /^while a game runs/ })).toContainText(
    'fills, but the charger never ends',
  );
  // Half the resistor is twice the current.
  const resistor = page.getByRole('spinbutton', { name: 'Program resistor, ohm' });
  await resistor.fill('600');
  await resistor.press('Enter');
  await expect(title).toHaveText(/^Full in 2 h \d+ min/);
  await page.getByRole('link', { name: 'Off', exact: true }).click();
  await expect(title).toHaveText(/empty in \d+ (days|months)/);
});

test('power: turning it off, played with power pulled, a line stuck, and a switch instead', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'power?view=off'));
  const off = page.getByRole('region', { name: 'Turning it off' });
  await off.getByRole('combobox', { name: 'Tried with' }).click();
  await page.getByTitle('a latch that waits').click();
  await expect(off.getByRole('status')).toContainText(
    'Safe. The system was down after 10 s, power went 2.0 s later.',
  );
  await off.getByRole('checkbox', { name: 'power pulled at' }).check();
  await expect(off.getByRole('status')).toContainText(
    'The card was at risk. Power went after 4.0 s',
  );
  await expect(off.getByRole('img', { name: /^Time chart: .*4\.0 s power off/ })).toBeVisible();
  await off.getByRole('spinbutton', { name: 'power pulled at, s' }).fill('11');
  await expect(off.getByRole('status')).toContainText('Safe.');
  await off.getByRole('checkbox', { name: 'power pulled at' }).uncheck();
  await off.getByRole('checkbox', { name: '"I am down" missing' }).check();
  await expect(off.getByRole('status')).toContainText('Down, and still drawing.');
  await off.getByRole('combobox', { name: 'Tried with' }).click();
  await page.getByTitle('a switch', { exact: true }).click();
  await expect(off.getByRole('status')).toContainText('A switch asks nobody');
});

test('controls: a mapping line made elsewhere is read into the map; what does not fit is said, and one cut short changes nothing', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'controls'));
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Mapping line' }).click(),
  ]);
  const line = readFileSync(await file.path(), 'utf8').trim();
  const box = page.getByRole('searchbox', { name: 'Mapping line' });
  const read = async (text: string) => {
    await box.fill(text);
    await page.getByRole('button', { name: 'Read it' }).click();
  };
  await read(line.slice(0, 50));
  await expect(page.getByRole('alert')).toContainText('This is no mapping line');
  await read(line);
  await expect(page.getByText('Every key does that already.')).toBeVisible();
  await read(`${line.replace('a:b0', 'a:b1').replace('b:b1', 'b:b0')}leftx:a0`);
  await expect(page.getByText('leftx: no key of a build does this.')).toBeVisible();
  await saved(page);
  const roles = (
    (await documentOf(page, key)).controls.inputs as Array<{ name: string; functions: string[] }>
  )
    .filter((i) => /^Answer key [23]$/.test(i.name))
    .map((i) => `${i.name} ${i.functions[0]}`);
  expect(roles).toEqual(['Answer key 2 east', 'Answer key 3 south']);
});
