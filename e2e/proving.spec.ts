/** Bench: parts proved by meter, by instruments that talk and by logs; hours follow, and can be taken back. */
import type { Page } from '@playwright/test';
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

const trials = (page: Page) => page.getByRole('list', { name: 'Trials' });
const card = (page: Page) => page.getByRole('region', { name: 'Trial', exact: true });
const readings = (page: Page) => page.getByRole('region', { name: 'Readings' });
const open = (page: Page, name: RegExp) => trials(page).getByRole('button', { name }).click();
const type = async (page: Page, label: string, value: string): Promise<void> => {
  const field = card(page).getByRole('textbox', { name: label, exact: true });
  await field.fill(value);
  await field.press('Enter');
};
const hoursNow = (page: Page) => page.locator('.centre header').getByText(/± .* h$/);

test('a draw read off a meter: expected first, then what it says, hours before and after; taken back; a dead part named', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'power'));
  // The way there from the hours.
  await page.getByRole('link', { name: /^Read Teasel on the bench/ }).click();
  await expect(card(page).getByRole('heading', { name: 'Teasel in a game' })).toBeVisible();
  await expect(card(page)).toContainText('Expect 0.356 A ± 0.036 A');
  await expect(card(page).getByRole('listitem').first()).toHaveText(
    'Supply at 5.06 V, limit 1.05 A, off.',
  );
  const put = card(page).getByRole('button', { name: 'Put in' });
  await expect(put).toBeDisabled();
  await expect(card(page)).toContainText('Still wanted: amps.');
  await type(page, 'amps', '31,2');
  await expect(card(page)).toContainText('From 0 to 20 A.');
  await type(page, 'amps', '12');
  await put.click();
  await expect(card(page).getByRole('alert')).toHaveText(
    'A meter shows 10 A at the most: is this in mA?',
  );
  await type(page, 'amps', '0,45');
  await put.click();
  await expect(card(page).getByRole('status')).toContainText(
    '0.450 A where 0.356 A ± 0.036 A was expected (+26 %)',
  );
  await expect(card(page).getByRole('status')).toContainText(/3\.40 ± 0\.45 h → 2\.8\d ± 0\.\d+ h/);
  await expect(hoursNow(page)).toHaveText(/^2\.8\d/);
  await expect(trials(page)).toContainText('0.450 A at 5.06 V');
  await saved(page);
  expect((await documentOf(page, key))['kit'].readings).toMatchObject([
    { of: 'draw', state: 'game', item: 'teasel', amps: 0.45, volts: 5.06, with: 'hand meter' },
  ]);
  await readings(page).getByRole('button', { name: 'Take back: Teasel in a game' }).click();
  await expect(hoursNow(page)).toHaveText(/^3\.40/);
  await readings(page).getByRole('button', { name: 'Count again: Teasel in a game' }).click();
  await expect(hoursNow(page)).toHaveText(/^2\.8\d/);
  // A cell that came empty is discarded; another one is what helps.
  await open(page, /as it came/);
  await type(page, 'volts', '2.1');
  await put.click();
  const bad = page.getByRole('heading', { name: '2.10 V as it came, 2.5 V at the least' });
  await expect(bad).toBeVisible();
  await expect(page.locator('.verdict')).toContainText('hit');
  await page.getByRole('button', { name: /^Take another/ }).click();
  await expect(bad).toHaveCount(0);
  await expect(page.locator('.verdict')).toContainText('Closes');
});

test('instruments that talk: four parts proved, a peak caught, a lost line said and gone on from; the stand-in taken back at once', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'bench'));
  const talk = async (name: RegExp): Promise<void> => {
    await open(page, name);
    await card(page).getByText('Instruments that talk').click();
    await card(page).getByRole('button', { name: 'Begin' }).click();
  };
  const put = card(page).getByRole('button', { name: 'Put in' });
  // The line is lost in mid-run: it is said, and reading again goes on.
  await page.route('**/api/bench/do', (route) =>
    (route.request().postData() ?? '').includes('"read"')
      ? route.fulfill({
          status: 503,
          json: { error: { code: 'instrument', message: 'The meter does not answer.' } },
        })
      : route.continue(),
  );
  await talk(/^Teasel in a game/);
  await expect(card(page).getByRole('alert')).toHaveText('The meter does not answer.');
  await page.unroute('**/api/bench/do');
  await card(page).getByRole('button', { name: 'Begin' }).click();
  await expect(card(page).getByRole('img', { name: /^Amps over/ })).toBeVisible();
  await put.click();
  await expect(card(page).getByRole('status').last()).toContainText('h → ');
  await card(page)
    .getByRole('button', { name: /^Its peak: 0\.\d+ A/ })
    .click();
  await expect(
    trials(page).getByRole('button', { name: /Teasel at its peak 0\.\d+ A/ }),
  ).toBeVisible();
  for (const [trial, found] of [
    [/^Step 5\/3A: what arrives/, /%/],
    [/^Step 5\/3A: its output/, /V$/],
    [/^Pane 2\.8 in a game/, /A ±/],
    [/^Teasel: the least/, /V$/],
    [/how it sags/, /mΩ/],
    [/what it holds/, /Ah/],
  ] as const) {
    await talk(trial);
    await expect(put).toBeVisible();
    await expect(card(page).getByText(found).last()).toBeVisible();
    await put.click();
  }
  await expect(page.locator('.centre h1')).toHaveText('8 of 17 read');
  // The band is a fraction of what it was.
  await expect(hoursNow(page)).toHaveText(/± 0\.[01]\d+ h$/);
  await saved(page);
  const before = (await documentOf(page, key))['kit'].readings.length;
  expect(before).toBe(8);
  await page.reload();
  // What a stand-in told is named, and taken back at once.
  await expect(page.getByRole('heading', { name: '8 readings are of stand-ins' })).toBeVisible();
  await page.getByRole('button', { name: /^1?\s*Take the readings of stand-ins back/ }).click();
  await expect(page.locator('.centre h1')).toHaveText('Prove it before you cut');
  await expect(hoursNow(page)).toHaveText(/^3\.40/);
});

test('a log of a meter: its mean with its uncertainty; holes and broken lines told; what is no log refused', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'bench?trial=draw:teasel:game'));
  await card(page).getByText('A log file').click();
  const upload = card(page).locator('input[type=file]');
  const csv = (text: string) => ({
    name: 'log.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  await upload.setInputFiles(csv('hello\nworld\n'));
  await expect(card(page).getByRole('alert')).toContainText('a time and a current are wanted');
  const lines = Array.from({ length: 600 }, (_, i) => {
    const t = i < 300 ? i : i + 60;
    return `${t},${400 + (i % 3) * 10},5.05`;
  });
  lines.splice(100, 0, 'overload,OL,');
  await upload.setInputFiles(csv(['Time (s),Current (mA),Voltage', ...lines].join('\n')));
  await expect(card(page)).toContainText('0.410 ± 0.0');
  await expect(card(page)).toContainText('highest 0.420 A');
  await expect(card(page)).toContainText('Line 102 holds no reading: left out.');
  await expect(card(page)).toContainText('Without readings from 299 to 360 s: bridged straight.');
  await card(page).getByRole('button', { name: 'Put in' }).click();
  await expect(card(page).getByRole('status').last()).toContainText('0.409 A where');
  // By keyboard alone: the next trial, and what is read for it.
  const next = card(page).getByRole('button', { name: /^Next: Teasel at its peak/ });
  await next.focus();
  await page.keyboard.press('Enter');
  const amps = card(page).getByRole('textbox', { name: 'amps', exact: true });
  await amps.focus();
  await page.keyboard.type('0.7');
  await page.keyboard.press('Tab');
  await card(page).getByRole('button', { name: 'Put in' }).focus();
  await page.keyboard.press('Enter');
  await expect(trials(page)).toContainText('0.700 A at 5.05 V');
});
