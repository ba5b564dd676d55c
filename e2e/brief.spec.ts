/** Goals first, parts against them, parts in from files: what a builder does before anything is measured. */
import { readFileSync } from 'node:fs';
import { emn, emp, made } from '../core/formats/parts/board.fixture';
import {
  documentOf,
  expect,
  newBuild,
  openExample,
  saved,
  station,
  stationUrl,
  test,
} from './bench';

test('pocketable and many hours are said to contradict, with the numbers, before any part is bought; easing one clears it', async ({
  page,
}) => {
  await newBuild(page);
  await station(page, 'Brief').click();
  const key = /\/b\/([^/]+)/.exec(page.url())![1]!;
  await page.getByRole('button', { name: /^two-screen handheld/ }).click();
  const hours = page.getByRole('spinbutton', { name: 'Hours wanted' });
  await hours.fill('8');
  for (const [name, v] of [
    ['Pocket, longest', '100'],
    ['Pocket, middle', '60'],
    ['Pocket, thinnest', '15'],
  ] as const) {
    await page.getByRole('spinbutton', { name }).fill(v);
    await page.keyboard.press('Tab');
  }
  const against = page.getByRole('region', { name: 'Goals against each other' });
  await expect(against.getByText(/^100 × 60 × 15 mm holds about [\d.]+ h, not 8$/)).toBeVisible();
  await expect(against.getByText(/inside 59 cm³, of which about 60 % can be filled/)).toBeVisible();
  const possible = Number(
    /about ([\d.]+) h/.exec((await against.getByText(/holds about/).textContent())!)![1],
  );
  await hours.fill(String(possible - 0.1));
  await expect(against).toHaveCount(0);
  await page.getByRole('group', { name: 'Hours on a charge' }).getByText('must').click();
  await saved(page);
  expect((await documentOf(page, key))['brief']).toMatchObject({
    pocket: [100, 60, 15],
    weights: { hours: 3 },
    families: ['two-screen handheld'],
  });
  await expect(page.getByRole('button', { name: 'Goals: 0 of 3 met' })).toBeVisible();
});

test('a missed goal names its figure, and the cheapest change meets it; the header counts it everywhere', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done', (d) => {
    (d['brief'] as { hours: number; families: string[] }).hours = 4.5;
  });
  await page.goto(stationUrl(key, 'brief'));
  const card = page.getByRole('article', { name: /^Hours on a charge/ });
  await expect(card).toContainText('3.4 h');
  await card.getByRole('button').first().click();
  const mend = card.getByRole('button', { name: /: [\d.]+ h ± [\d.]+,/ });
  await expect(mend).toBeVisible();
  await mend.click();
  await expect(page.getByRole('article', { name: 'Hours on a charge: missed' })).toHaveCount(0);
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^Goals: \d of \d met/ }).click();
  await expect(page.getByRole('tooltip').getByText('Hours on a charge')).toBeVisible();
});

test('swap: every alternative computed on the whole build, one taken, undone', async ({ page }) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'kit'));
  await page
    .locator('.split .left')
    .getByRole('button', { name: /^Slab 2500/ })
    .click();
  await page.getByRole('link', { name: 'Swap', exact: true }).click();
  const table = page.getByRole('table', { name: 'Alternatives' });
  await expect(page.getByText(/^Each one stood.*\d+ alternatives\.$/)).toBeVisible();
  const big = table.getByRole('row').filter({ hasText: 'Slab 5000' });
  await expect(big).toContainText('+');
  await table.getByRole('button', { name: 'Take Slab 2000' }).click();
  await expect(page.getByRole('heading', { name: 'Slab 2000, or what else?' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'Slab 2500, or what else?' })).toBeVisible();
});

test('untried: the riskiest comes first, a trial moves it down, an image is kept with its checksum', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'kit?view=risks'));
  await expect(
    page.getByRole('heading', {
      name: 'Try this first: The two-pin battery plug has plus where the board wants it',
    }),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Holds: The two-pin battery plug/ }).click();
  await expect(page.getByRole('heading', { name: /two-pin/ })).toHaveCount(0);
  await expect(
    page.getByRole('table', { name: 'Assumptions' }).getByRole('row').last(),
  ).toContainText('holds');
  // What does not hold is no plan any more, until it was mended and tried again.
  await page.getByRole('button', { name: /^Does not hold: Teasel lives without/ }).click();
  const side = page.getByRole('complementary', { name: 'Breaks' });
  await expect(side.getByText('Tried: does not live without it')).toBeVisible();
  await expect(
    page.getByRole('table', { name: 'Assumptions' }).getByRole('row').nth(1),
  ).toContainText('does not hold');
  await side.getByRole('button', { name: /^It was mended, tried again, and holds/ }).click();
  await expect(side.getByText('Tried: does not live without it')).toHaveCount(0);
  await page.getByRole('textbox', { name: 'System image' }).fill('loaner image, March');
  await page.getByRole('textbox', { name: 'SHA-256' }).fill('abc');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toHaveText(
    'A SHA-256 checksum is 64 digits of 0-9 and a-f.',
  );
  await page.getByRole('textbox', { name: 'SHA-256' }).fill('0f'.repeat(32));
  await page.keyboard.press('Tab');
  await expect(page.getByText(/^Known to work: Teasel/)).toBeVisible();
  await saved(page);
  expect((await documentOf(page, key))['image']).toMatchObject({
    name: 'loaner image, March',
    sha256: '0f'.repeat(32),
  });
});

test('parts from files: a bad table names line and column and brings nothing in; a good one, a board and a solid do', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  const put = async (files: Array<{ name: string; mimeType: string; buffer: Buffer }>) => {
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await page.getByLabel('Part files').setInputFiles(files);
  };
  const file = (name: string, text: string) => ({
    name,
    mimeType: 'text/plain',
    buffer: Buffer.from(text),
  });
  await put([
    file(
      'bad.csv',
      'name,family,width,height,thickness\nOne,hardware,12,4,2\nTwo,hardware,12 stone,4,2\n',
    ),
  ]);
  await expect(page.getByRole('alert')).toContainText('Line 3, width:');
  await expect(page.getByRole('alert')).toContainText('Nothing was taken over.');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  const tag = key.slice(0, 6);
  await put([
    file(
      'good.csv',
      `name,family,width,height,thickness,price\nSpacer ${tag},hardware,1/2 in,4,2,0.3\n=Sum ${tag},hardware,5,4,2,1\n`,
    ),
  ]);
  await page.getByRole('button', { name: 'Keep all 2 in my library' }).click();
  const search = page.getByRole('searchbox', { name: 'Search parts' });
  await search.fill(`spacer ${tag}`);
  await expect(page.getByText(/13 × 4 × 2(\.0)? mm · about 0\.3 to buy · mine$/)).toBeVisible();
  await search.fill(tag);
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'These 2 as CSV' }).click(),
  ]);
  expect(readFileSync(await csv.path(), 'utf8')).toContain(`'=Sum ${tag}`);
  await search.fill('');
  const list = made(5, 30);
  await put([file(`demo ${tag}.emn`, emn(list))]);
  await expect(page.getByRole('alert')).toContainText(
    'choose the .emp with the component shapes as well',
  );
  await page
    .getByLabel('Part files')
    .setInputFiles([file(`demo ${tag}.emn`, emn(list)), file(`demo ${tag}.emp`, emp(list))]);
  await expect(page.getByText(/demo board/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it in my library' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await put([
    file(
      `cube ${tag}.stl`,
      `solid cube\n${[
        [0, 0, 0, 10, 0, 0, 0, 10, 0],
        [0, 0, 0, 0, 10, 0, 0, 0, 4],
        [0, 0, 0, 0, 0, 4, 10, 0, 0],
        [10, 0, 0, 0, 0, 4, 0, 10, 0],
      ]
        .map(
          (v) =>
            `facet normal 0 0 0\nouter loop\n${[0, 3, 6].map((i) => `vertex ${v.slice(i, i + 3).join(' ')}`).join('\n')}\nendloop\nendfacet`,
        )
        .join('\n')}\nendsolid cube\n`,
    ),
  ]);
  await expect(page.getByText(/^1 part read/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it in my library' }).click();
  await page.getByRole('checkbox', { name: 'Mine only' }).check();
  await search.fill(`cube ${tag}`);
  await page.getByRole('button', { name: `Add cube ${tag}`, exact: true }).click();
  await expect(page.getByRole('heading', { name: `cube ${tag}` })).toBeVisible();
});
