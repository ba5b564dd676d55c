/** A kept board traced with a meter of one's own, by keyboard; what cannot be right and what is worn is named and mended. */
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { documentOf, expect, fewKeys, openExample, saved, stationUrl, test } from './bench';

/** The board on this bench: pad 5 is common; each key has a pad of its own; pads 3 and 7 are one; the last pill is worn. */
const COMMON = '5';
const JOINED = ['3', '7'];
const OWN = ['6', '3', '1', '2', '4'];
const WORN_OHM = '19k';

const net = (pad: string): string => (JOINED.includes(pad) ? JOINED[0]! : pad);
const between = (a: string, b: string, x: string, y: string): boolean =>
  [net(a), net(b)].sort().join() === [net(x), net(y)].sort().join();

/** What the meter on that board says to what is asked in the line. */
function meter(asked: string, keys: readonly string[]): string {
  const held = /Hold (.+?)red on/.exec(asked)?.[1] ?? '';
  const [red, black] = [
    ...asked.matchAll(
      /(?:red|black) on (pad \S+|(?:first|second) half of .+?)(?=black|let|tells|are|its)/g,
    ),
  ].map((m) => m[1]!) as [string, string];
  const half = [red, black].map((p) => /^(first|second) half of (.+)$/.exec(p)).find(Boolean);
  const pads = [red, black].flatMap((p) => /^pad (\S+)$/.exec(p)?.[1] ?? []);
  if (half) {
    const own = half[1] === 'first' ? COMMON : OWN[keys.indexOf(half[2]!)]!;
    return net(own) === net(pads[0]!) ? '0.3' : 'o';
  }
  const [a, b] = pads as [string, string];
  if (net(a) === net(b)) return '0.2';
  const key = keys.indexOf(held);
  if (key < 0 || !between(a, b, COMMON, OWN[key]!)) return 'o';
  return key === OWN.length - 1 ? WORN_OHM : `${180 + key}`;
}

async function answerAll(page: Page, keys: readonly string[]): Promise<number> {
  const asked = page.getByRole('status', { name: 'Asked for' });
  for (let n = 0; n < 250; n++) {
    if (!(await asked.count())) return n;
    const line = (await asked.textContent())!;
    await page.keyboard.type(meter(line, keys));
    await page.keyboard.press('Enter');
    await expect(page.locator('summary')).toHaveText(new RegExp(`^${n + 1} readings?`));
  }
  throw new Error('It asks on and on.');
}

test('kept board: every key traced by keyboard, a worn pill and a slipped probe named', async ({
  page,
}) => {
  test.slow();
  const key = await openExample(page, 'linnet', (d) => fewKeys(d, OWN.length));
  const keys = (await documentOf(page, key)).controls.inputs.map((i: { name: string }) => i.name);
  await page.goto(stationUrl(key, 'controls'));
  await page.getByRole('link', { name: 'Kept board' }).click();
  const pads = page.getByLabel('Pads of the kept board');
  await pads.fill('1 1');
  await expect(page.getByRole('alert')).toHaveText('Two pads have one name.');
  await pads.fill('1 2 3 4 5 6 7');
  await expect(page.getByText('5 keys without their pads')).toBeVisible();
  // A sheet somebody made of such a board: two of its keys are here, one is not.
  const sheet = (text: string) =>
    page.locator('input[type="file"]').setInputFiles({
      name: 'sheet.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    });
  await sheet('what is this');
  await expect(page.getByRole('alert')).toContainText('No row of this sheet names a key');
  await sheet(`${keys[0]},${COMMON},${OWN[0]}\n${keys[1]},${COMMON},${OWN[1]}\nroof,1,2\n`);
  await expect(page.getByText('No key here is called "roof".')).toBeVisible();
  await expect(page.getByText(/^2 keys as the sheet says/)).toBeVisible();
  const reads = page.getByLabel('The meter reads');
  await reads.fill('twelve');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Type what the meter shows');
  await reads.fill('');
  const asked = await answerAll(page, keys);
  // All pairs once, with nothing and with each key held, would be 126.
  expect(asked).toBeLessThan(75);
  await expect(page.getByText('Every key is traced: 5 of 5.')).toBeVisible();
  const table = page.getByRole('table', { name: 'Keys and their pads' });
  for (const [i, own] of OWN.entries()) {
    const row = table.getByRole('row', { name: keys[i] });
    const told = (await row.getByRole('cell').nth(1).textContent())!.split(' and ');
    expect(told.map(net).sort()).toEqual([COMMON, net(own)].sort());
  }
  await expect(page.getByRole('table', { name: 'One wire for each net' })).toContainText('common');
  await expect(page.getByText('3 = 7')).toBeVisible();

  // The worn pill: more than the pull-up sees, and a weaker one is offered.
  const worn = page.getByText(`${keys.at(-1)} reads 19 kΩ when it is held`);
  await expect(worn).toBeVisible();
  await worn.click();
  await page.getByText('Pull the lines up with 220 kΩ').click();
  await expect(worn).toBeHidden();

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Keys as CSV' }).click(),
  ]);
  const rows = (await readFile(await file.path(), 'utf8')).trim().split('\r\n');
  expect(rows).toHaveLength(6);
  expect(rows.at(-1)).toContain('19000');

  // A reading taken back is asked for again; what it said is lost alone.
  await page.locator('summary').click();
  await page.getByRole('button', { name: `Take reading ${asked} back` }).click();
  await expect(page.getByRole('status', { name: 'Asked for' })).toBeVisible();
  await saved(page);
  const { tracing } = (await documentOf(page, key)).controls;
  expect([tracing?.pads.length, tracing?.readings.length, tracing?.pullUpOhm]).toEqual([
    7,
    asked - 1,
    220e3,
  ]);
});
