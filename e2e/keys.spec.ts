/** A key given up in Controls: another does its work as well, and presses the switch it is told to. */
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('a key is given up, another one does its work as well, and one is put on the wrong switch and back', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  const inputs = async () =>
    (await documentOf(page, key))['controls'].inputs as Array<{
      name: string;
      functions: string[];
      switch?: object;
    }>;
  await page.goto(stationUrl(key, 'controls'));
  const side = page.getByRole('complementary');
  // A handheld leaves keys free, a home machine none.
  await side.getByTitle('16-bit home').locator('.ant-select-selection-item-remove').click();
  await page.getByRole('button', { name: 'Remove Left middle key' }).click();
  await expect(side.getByText('No select').first()).toBeVisible();
  await side
    .getByRole('button', { name: /does select as well/ })
    .first()
    .click();
  await expect(side.getByText('8-bit handheld: every button is there.')).toBeVisible();
  await saved(page);
  const both = (await inputs()).filter((i) => i.functions.length > 1);
  expect(both.map((i) => i.functions[1])).toEqual(['select']);

  await page.getByLabel('Name of input 5').click();
  await page.getByRole('combobox', { name: /^Switch of/ }).click();
  await page.getByTitle('up switch of Pad plate').click();
  await expect(side.getByText('No switch behind it').first()).toBeVisible();
  await side
    .getByRole('button', { name: /on the switch that lies nearest/ })
    .first()
    .click();
  await expect(side.getByText('No switch behind it')).toHaveCount(0);
  await saved(page);
  expect((await inputs()).filter((i) => i.switch)).toEqual([]);
});

test('a shell with holes and no inputs gets its keys at once; one is dragged within its hole, one nudged', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2', (d) => {
    const controls = d['controls'] as { inputs: Array<{ at: object }> };
    controls.inputs = [];
  });
  await page.goto(stationUrl(key, 'controls'));
  await page.getByRole('button', { name: '10 keys for the free holes' }).click();
  const inputs = async () => {
    await saved(page);
    return (await documentOf(page, key))['controls'].inputs as Array<{
      functions: string[];
      at: { dx?: number; dy?: number };
    }>;
  };
  const of = async (role: string) => (await inputs()).find((i) => i.functions[0] === role)!.at;
  expect((await inputs()).map((i) => i.functions[0])).toEqual([
    'up',
    'down',
    'left',
    'right',
    'south',
    'east',
    'west',
    'north',
    'select',
    'start',
  ]);
  const up = page.getByRole('button', { name: /^Cross pad up/ });
  const box = (await up.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const before = await of('up');
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y + 6, { steps: 3 });
  await expect(page.getByText(/mm to .*, middle to middle/)).toBeVisible();
  await page.mouse.move(x, y + 12, { steps: 3 });
  await page.mouse.up();
  await expect.poll(async () => (await of('up')).dy).toBeLessThan(before.dy! - 1);
  const south = page.getByRole('button', { name: /^First action/ });
  await south.press('ArrowRight');
  await expect.poll(async () => (await of('south')).dx).toBe(0.5);
  // However far it is nudged, its press stays within the hole.
  for (let i = 0; i < 4; i++) await south.press('Shift+ArrowRight');
  await expect.poll(async () => (await of('south')).dx).toBeLessThanOrEqual(6);
});
