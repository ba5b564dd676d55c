/** A part the library lacks: typed as its maker prints it, looked over, measured, judged and kept. */
import { documentOf, expect, openExample, saved, SITE, stationUrl, test } from './bench';

interface Doc {
  kit: {
    parts: Array<{ id: string; name: string; cell?: { capacityAh: number; cutoffV: number } }>;
  };
}
const mine = async (page: Parameters<typeof documentOf>[0], key: string) =>
  ((await documentOf(page, key)) as unknown as Doc).kit.parts.find((q) => q.id.startsWith('mine'));

test('a cell from its printed line: what cannot be true is said, the rest is filled and judged', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  const search = page.getByRole('searchbox', { name: 'Search parts' });
  await search.fill('3.7 V 1200 mAh 5 x 34 x 50');
  await page.getByRole('button', { name: 'Make it a part of your own' }).click();
  const own = page.getByRole('region', { name: 'A part of your own' });
  await expect(own.getByRole('alert')).toContainText('0.52 Wh/cm³');
  await own.getByLabel('As its maker prints it').fill('3.7 V 1200 mAh 6 x 34 x 50');
  await expect(own.getByRole('alert')).toHaveCount(0);
  await own.getByRole('button', { name: 'Make this part' }).click();
  await expect(page.getByText('not measured yet').first()).toBeVisible();
  await expect(page.getByLabel('Capacity')).toHaveValue('1.2');
  await expect(page.getByLabel('Cut-off')).toHaveValue('3');
  // A decimal comma is one; what contradicts itself stays in its field, and is not taken.
  await page.getByLabel('Capacity').fill('1,1');
  await page.getByLabel('Capacity').press('Enter');
  await page.getByLabel('Resistance of the pack').fill('1,200');
  await page.getByLabel('Resistance of the pack').press('Enter');
  await expect(page.getByText('1,200 may be 1.200 or 1200')).toBeVisible();
  await page.getByLabel('Cut-off').fill('4.5');
  await page.getByLabel('Cut-off').press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('not below 4.2 V');
  await page.getByLabel('Cut-off').fill('2.9');
  await page.getByLabel('Cut-off').press('Enter');
  await saved(page);
  await expect
    .poll(async () => (await mine(page, key))?.cell)
    .toMatchObject({
      capacityAh: 1.1,
      cutoffV: 2.9,
    });
  // Closed and opened again it is there, and it can be kept for other builds.
  await page.reload();
  await page
    .getByRole('button', { name: /3\.7 V 1200 mAh 6 x 34 x 50/ })
    .first()
    .click();
  await page.getByText('Measure my own', { exact: true }).click();
  await page.getByRole('button', { name: 'Keep in my library' }).click();
  await expect(page.getByText('Kept for every build.')).toBeVisible();
  await search.fill('1200 mAh 6 x 34');
  await expect(page.getByRole('button', { name: 'Add 3.7 V 1200 mAh 6 x 34 x 50' })).toBeVisible();
  const id = (await mine(page, key))!.id;
  await page.request.delete(`${SITE()}/api/parts/${id}`);
});

test('a screen begun with the nearest one has its lines; pads are added as a printed row', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByRole('button', { name: 'Own part' }).click();
  const own = page.getByRole('region', { name: 'A part of your own' });
  await own.getByLabel('As its maker prints it').fill('2.8 in SPI 320x240 76 x 48');
  await expect(own.getByLabel('The pads and blocks of Pane 2.8 SPI')).toBeChecked();
  await own.getByRole('button', { name: 'Make this part' }).click();
  await expect(page.getByLabel('Diagonal')).toHaveValue('2.8');
  await page.getByText('Pads and pins').click();
  await page.getByLabel('Names along a row, as printed').fill('TX RX');
  await page.getByLabel('First pad, y').fill('40');
  await page.getByLabel('First pad, y').press('Enter');
  await page.getByRole('button', { name: 'Add this row' }).click();
  await expect(page.getByRole('button', { name: 'Remove pad TX' })).toBeVisible();
  await page.getByLabel('Names along a row, as printed').fill('AGAIN');
  await page.getByRole('button', { name: 'Add this row' }).click();
  await expect(page.getByRole('alert').first()).toContainText('on one place');
});

test('what a part gives and takes is typed end by end; what cannot be is refused at its place', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByRole('button', { name: 'Own part' }).click();
  const own = page.getByRole('region', { name: 'A part of your own' });
  await own.getByLabel('As its maker prints it').fill('step-up 5 V 2 A 18 x 22');
  await own.getByLabel('One plain block of its size').check();
  await own.getByRole('button', { name: 'Make this part' }).click();
  await page.getByText('What it gives and takes').click();
  const input = page.getByRole('group', { name: 'End input' });
  await expect(input).toBeVisible();
  await input.getByLabel('Takes from').fill('6');
  await input.getByLabel('Takes from').press('Enter');
  await input.getByLabel('to', { exact: true }).fill('12');
  await input.getByLabel('to', { exact: true }).press('Enter');
  await expect(page.getByText('as typed: input')).toBeVisible();
  // A window never turns round: its other end gives way.
  await input.getByLabel('Takes from').fill('14');
  await input.getByLabel('Takes from').press('Enter');
  await expect(input.getByLabel('to', { exact: true })).toHaveValue('14');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(input.getByLabel('to', { exact: true })).toHaveValue('12');
  await page.getByLabel('Header lines it takes').fill('18 clock, 18 word');
  await page.getByLabel('Header lines it takes').press('Enter');
  await expect(page.getByText('Line 18 is listed twice.')).toBeVisible();
  await page.getByLabel('Header lines it takes').fill('GPIO18 clock, 19 word');
  await page.getByLabel('Header lines it takes').press('Enter');
  await expect(page.getByLabel('Header lines it takes')).toHaveValue('GPIO18 clock, GPIO19 word');
  await saved(page);
  const { kit } = await documentOf(page, key);
  const made = kit.parts.findLast((p: { source: string }) => p.source === 'mine');
  expect(made.ports.find((p: { name: string }) => p.name === 'input').volts).toEqual([6, 12]);
  expect(made.takes).toEqual([
    { gpio: 18, signal: 'clock' },
    { gpio: 19, signal: 'word' },
  ]);
});

test('a socket is dragged on the drawing, a hole nudged by keys, a ribbon and what comes off are typed', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByRole('button', { name: 'Own part' }).click();
  const own = page.getByRole('region', { name: 'A part of your own' });
  await own.getByLabel('As its maker prints it').fill('65 x 30, 40-pin');
  await own.getByRole('button', { name: 'Make this part' }).click();
  await saved(page);
  const mineNow = async () => {
    await saved(page);
    const { kit } = await documentOf(page, key);
    return kit.parts.find((q: { id: string }) => q.id.startsWith('mine'));
  };
  const before = await mineNow();
  const socket = page.getByRole('button', { name: /^Move mini-HDMI/ }).last();
  const box = (await socket.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + 4];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 24, y, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await mineNow()).connectors).not.toEqual(before.connectors);
  const after = await mineNow();
  const i = before.connectors.findIndex((c: { type: string }) => c.type === 'mini-hdmi');
  const [from, to] = [before.connectors[i].at, after.connectors[i].at];
  // The drawing is a few px to the mm, and 24 px went to the right.
  expect(to[0] - from[0]).toBeGreaterThan(2);
  expect(to[0] - from[0]).toBeLessThan(12);
  expect(to.slice(1)).toEqual(from.slice(1));
  // What was moved is open among the rows.
  await expect(page.getByLabel('Mouth, x')).toHaveValue(String(to[0]));

  await page.getByRole('button', { name: 'Move hole 1' }).press('ArrowRight');
  await page.getByRole('button', { name: 'Move hole 1' }).press('Shift+ArrowUp');
  await expect
    .poll(async () => (await mineNow()).holes[0])
    .toMatchObject({ x: before.holes[0].x + 0.5, y: before.holes[0].y + 5 });
  await page.getByRole('button', { name: 'Add a ribbon' }).click();
  await page.locator('summary', { hasText: '10 ways' }).click();
  await page.getByLabel('Ways').fill('24');
  await page.getByLabel('Ways').press('Enter');
  await page.locator('summary', { hasText: '40-pin header' }).click();
  await page.getByLabel('How hard, 1 to 5').fill('9');
  await page.getByLabel('How hard, 1 to 5').press('Enter');
  await expect(page.getByText('From 1 to 5.')).toBeVisible();
  await page.getByLabel('How hard, 1 to 5').fill('4');
  await page.getByLabel('How hard, 1 to 5').press('Enter');
  await expect.poll(async () => (await mineNow()).ribbons?.[0]?.ways).toBe(24);
  await expect
    .poll(
      async () =>
        (await mineNow()).blocks.find((b: { name: string }) => b.name === '40-pin header').removable
          .difficulty,
    )
    .toBe(4);
});
