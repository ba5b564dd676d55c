/** Made parts: taken out as solids, put in where they stand, and told when they are from before. */
import { readFileSync } from 'node:fs';
import { readStl } from '../core/formats/mesh';
import { expect, openExample, saved, stationUrl, test } from './bench';

test('a frame for the cell: its solid, put in, the cell is moved, the old one is told and replaced', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(stationUrl(key, 'cut?view=made'));
  const frame = page.getByRole('article', { name: 'Frame for Slab 4000' });
  await expect(frame).toContainText('It touches nothing there.');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    frame.getByRole('button', { name: 'STL' }).click(),
  ]);
  const mesh = readStl(new Uint8Array(readFileSync(await file.path())));
  expect(mesh.triangles.length).toBeGreaterThan(3 * 20);
  await frame.getByRole('button', { name: 'Put it in' }).click();
  await expect(frame).toContainText('In the kit, as it would be made now: filament.');
  await expect(page.locator('.verdict')).toContainText('Closes');

  // The cell is moved in Fit: the frame lies where it was.
  await page.goto(stationUrl(key, 'fit'));
  await page.locator('[data-item="cell"]').focus();
  await page.keyboard.press('ArrowLeft');
  await saved(page);
  // The verdict tells it, where it can be mended.
  await page.goto(stationUrl(key, 'cut'));
  await expect(page.getByRole('article', { name: /Not as it would be made now/ })).toContainText(
    'Print Frame for Slab 4000 again, in filament',
  );
  await page.goto(stationUrl(key, 'cut?view=made'));
  await expect(frame).toContainText('The one in the kit is from before the build changed');
  await frame.getByRole('button', { name: 'Put the new one in' }).click();
  await expect(frame).toContainText('In the kit, as it would be made now: filament.');
});

test('sizes follow the process; a jig is a tool and is only taken out; a cell in a bay needs no frame', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'cut'));
  await page.getByRole('link', { name: 'Made parts' }).click();
  const corners = page.getByRole('article', { name: 'Corners for Pane 2.8' });
  await expect(corners).toContainText('0.25 mm beside its screen board');
  await page.getByText('Resin', { exact: true }).click();
  await expect(corners).toContainText('0.15 mm beside its screen board');
  const jig = page.getByRole('article', { name: 'Jig for hole of Left shoulder key' });
  await expect(jig).toContainText('26 and 11 mm from those edges to the middle');
  await expect(jig.getByRole('button')).toHaveCount(2);
  const frame = page.getByRole('article', { name: 'Frame for Slab 2500' });
  await expect(frame).toContainText('The floor is not level round it');
  await expect(frame.getByRole('button', { name: 'Put it in' })).toHaveCount(0);
});

/** Width of a mesh across x, mm. */
const wide = (mesh: ReturnType<typeof readStl>): number => {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < mesh.positions.length; i += 3) {
    low = Math.min(low, mesh.positions[i]!);
    high = Math.max(high, mesh.positions[i]!);
  }
  return high - low;
};

test('a port filed too large is covered by a plate made for it; the machine is read and its files corrected', async ({
  page,
}) => {
  const key = await openExample(page, 'warbler');
  await page.goto(stationUrl(key, 'cut'));
  await page.getByRole('button', { name: 'mini-HDMI of Thimble' }).click();
  for (const [name, v] of [
    ['As cut, width', '18.6'],
    ['As cut, height', '10.3'],
  ] as const) {
    await page.getByRole('textbox', { name }).fill(v);
    await page.getByRole('textbox', { name }).press('Enter');
  }
  const over = page.getByRole('article', { name: /Cut \d.\d mm too large/ });
  await expect(over).toContainText('Fill it and cut it anew');
  await over
    .getByRole('button', { name: 'Cover it: print "Plate for mini-HDMI of Thimble"' })
    .click();
  await expect(over).toHaveCount(0);
  await expect(page.locator('.verdict')).toContainText('Closes');
  await page.getByRole('link', { name: 'Made parts' }).click();
  const plate = page.getByRole('article', { name: 'Plate for mini-HDMI of Thimble' });
  await expect(plate).toContainText('In the kit, as it would be made now: filament.');
  await expect(plate).toContainText('covers 3 mm beside');
  const stl = async () => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      plate.getByRole('button', { name: 'STL' }).click(),
    ]);
    return readStl(new Uint8Array(readFileSync(await file.path())));
  };
  const plain = wide(await stl());
  expect(plain).toBeCloseTo(18.6 + 2 * 3, 1);

  // The machine prints 0.14 mm too large; a reading of another pin is asked about.
  const pin = page.getByRole('textbox', { name: 'Pin of 6 mm' });
  await pin.fill('12,1');
  await pin.press('Enter');
  await expect(page.getByText('The pin of 6 mm reads 12.1 mm: more than 1 mm off')).toBeVisible();
  await pin.fill('6,14');
  await pin.press('Enter');
  await expect(page.getByText('Pins come out 0.14 ± 0.04 mm too large (1 reading).')).toBeVisible();
  expect(plain - wide(await stl())).toBeCloseTo(0.14, 2);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Pin of 6 mm' })).toHaveValue('6.14');
});

test('a plate behind a key: its legs are trimmed first, then it is put in by keyboard and stands in the book', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done', (d) => {
    const kit = d['kit'] as { items: Array<{ part: string; struck: string[] }> };
    for (const i of kit.items) if (i.part.startsWith('tactile')) i.struck = ['legs'];
  });
  await page.goto(stationUrl(key, 'cut?view=made'));
  const plate = page.getByRole('article', { name: 'Plate behind Tactile 6x6 5 mm (2)' });
  await expect(plate).toContainText('one pocket, 0.25 mm beside each switch');
  await expect(plate).toContainText('It touches nothing there.');
  await plate.getByRole('button', { name: 'Put it in' }).focus();
  await page.keyboard.press('Enter');
  await expect(plate).toContainText('In the kit, as it would be made now: filament.');
  await expect(page.locator('.verdict')).toContainText('Closes');
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.locator('[data-item^="made-switch-plate"]').first()).toBeVisible();
});
