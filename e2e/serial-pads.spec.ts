/** A serial pad captured key by key with a logic analyser of one's own: bits, levels, clock, and the files it ends in. */
import { readFile } from 'node:fs/promises';
import { SerialPad } from '../simulators/board/serial';
import { documentOf, expect, fewKeys, openExample, saved, stationUrl, test } from './bench';

/** Of the stand-in's pads one that loads on high, shifts on falling and reads low, every contact in order. */
const SEED = 2;
const KEYS = 6;

test('serial pads: every key captured, what harms is named and mended, and the overlay reads its bits', async ({
  page,
}) => {
  test.slow();
  const key = await openExample(page, 'dabchick-2-done', (d) => fewKeys(d, KEYS));
  const { inputs } = (await documentOf(page, key)).controls;
  const ids = inputs.map((i: { id: string }) => i.id);
  const names = inputs.map((i: { name: string }) => i.name);
  const pad = new SerialPad({ keys: ids, seed: SEED });
  const bits = new Map(
    pad.table().map((line): [string, number] => {
      const [, of, bit] = line.split(' ');
      return [of!, Number(bit)];
    }),
  );
  await page.goto(stationUrl(key, 'controls'));
  await page.getByRole('link', { name: 'Serial pads' }).click();
  await page.getByRole('button', { name: 'Read the keys over the serial pad' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(`${KEYS} keys without their bits`)).toBeVisible();

  const held = page.getByRole('combobox', { name: 'Held while it is captured' });
  const shown = page.locator('.ant-select', { has: held });
  const read = (text: string) =>
    page.locator('input[type="file"]').setInputFiles({
      name: 'capture.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    });
  await read('what is this');
  await expect(page.getByRole('alert')).toContainText('No column is called time');
  await read('0,1,0,1\n0.5,1,0');
  await expect(page.getByRole('alert')).toContainText('Row 2 is no time and three levels');
  // At rest first, then what is asked for next.
  await read(pad.capture({}).join('\n'));
  await expect(page.getByRole('alert')).toHaveCount(0);
  const table = page.getByRole('table', { name: 'Bits of the serial pad' });
  for (const [i, id] of ids.entries()) {
    await expect(shown).toContainText(names[i]);
    await read(pad.capture({ held: id }).join('\n'));
    const row = table.getByRole('row').nth(bits.get(id)! + 1);
    await expect(row.getByRole('cell').nth(3)).toHaveText(names[i]);
    await expect(row.locator('.ant-select')).toContainText(names[i]);
  }
  await expect(page.getByText('Every key is captured.')).toBeVisible();
  await expect(page.getByText(/keys? without/)).toHaveCount(0);

  // Nobody has said that it works at 3.3 V; at 5 V its data harms the header, and latch and clock are no high.
  const untried = page.getByText('Does the pad work at 3.3 V?');
  await untried.click();
  await page.getByText('Tried: it works at 3.3 V').click();
  await expect(untried).toBeHidden();
  await page.getByText('5 V', { exact: true }).click();
  const harm = page.getByText('5 V on a line that bears 3.6 V');
  await expect(harm).toBeVisible();
  await expect(page.getByText('Latch and clock are no high for this pad')).toBeVisible();
  await harm.click();
  await page.getByText('Feed the pad with 3.3 V', { exact: true }).first().click();
  await expect(harm).toBeHidden();
  await expect(page.getByText('Latch and clock are no high for this pad')).toHaveCount(0);

  // A clock no old register follows, by keyboard.
  const clock = page.getByLabel('Clock', { exact: true });
  await clock.fill('4000');
  await clock.press('Enter');
  const fast = page.getByText('The clock is too fast for this pad');
  await fast.click();
  await page.getByText('A clock of 200 kHz').click();
  await expect(fast).toBeHidden();
  await expect(clock).toHaveValue('200');

  // A bit typed otherwise than it was captured.
  const [first] = ids;
  const other = [0, 1, 2, 3, 4, 5, 6, 7].find((bit) => ![...bits.values()].includes(bit))!;
  await table.getByRole('combobox', { name: `Key of bit ${other + 1}` }).click();
  await page.getByTitle(names[0], { exact: true }).last().click();
  const wrong = page.getByText(`${names[0]} is another bit`);
  await wrong.click();
  await page.getByText('Take the bits as they were captured').click();
  await expect(wrong).toBeHidden();

  await page.getByLabel('Root "compatible" of its device tree').fill('made-up,board');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Overlay' }).click(),
  ]);
  const source = await readFile(await file.path(), 'utf8');
  expect(source).toContain('compatible = "pisosr-gpio"');
  expect(source).toContain(`gpios = <&deft_bus ${7 - bits.get(first)!} 0x1>`);
  await saved(page);
  const { bus } = (await documentOf(page, key)).controls;
  expect(bus).toMatchObject({ bits: 8, loads: 'high', shiftsOn: 'falling', pressed: 'low' });
  expect(bus!.captures).toHaveLength(KEYS + 1);

  // A capture taken back is asked for again.
  await page.locator('summary', { hasText: `${KEYS + 1} captures` }).click();
  await page.getByRole('button', { name: 'Take back capture 2' }).click();
  await expect(shown).toContainText(names[0]);
});
