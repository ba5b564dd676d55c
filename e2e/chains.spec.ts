/**
 * From an empty build to a complete kit, three ways; then each chain is broken once, the break is
 * named, and an offered mend clears it.
 */
import type { Page } from '@playwright/test';
import { expect, newBuild, saved, station, test } from './bench';

const kit = (page: Page) => station(page, 'Kit').click();
const view = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Views of the kit' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();

async function begin(page: Page, way: string): Promise<void> {
  await newBuild(page);
  await station(page, 'Brief').click();
  await page
    .getByRole('region', { name: 'Way to build' })
    .getByRole('button', { name: new RegExp(`^${way}`) })
    .click();
  await kit(page);
}
async function add(page: Page, ...names: string[]): Promise<void> {
  for (const name of names) {
    await page.getByRole('searchbox', { name: 'Search parts' }).fill(name);
    await page.getByRole('button', { name: `Add ${name}`, exact: true }).click();
  }
}
async function inputs(page: Page, n: number, route?: string): Promise<void> {
  await station(page, 'Controls').click();
  for (let i = 0; i < n; i++) await page.getByRole('button', { name: 'Add an input' }).click();
  if (route) {
    await page.getByRole('combobox', { name: 'Button route' }).click();
    await page.getByTitle(route, { exact: true }).click();
  }
}
const unbroken = (page: Page) =>
  expect(page.getByRole('heading', { name: 'Every chain runs unbroken' })).toBeVisible();
/** The break is in its chain; the first way offered for it that fits the words mends it. */
async function mend(page: Page, chain: string, title: string | RegExp, way: RegExp): Promise<void> {
  await kit(page);
  await view(page, 'Chains');
  await expect(page.getByRole('region', { name: chain }).getByText(title)).toBeVisible();
  const card = page.locator('article.finding', { has: page.getByRole('heading', { name: title }) });
  await card.locator('.way', { hasText: way }).first().click();
}
async function breakAndMend(
  page: Page,
  chain: string,
  doIt: () => Promise<void>,
  title: string | RegExp,
  way: RegExp,
): Promise<void> {
  await kit(page);
  await view(page, 'Part');
  await doIt();
  await mend(page, chain, title, way);
  await unbroken(page);
}
const remove = (page: Page, name: string) => () =>
  page.getByRole('button', { name: `Remove ${name}`, exact: true }).click();
const pick = (page: Page, name: string) =>
  page
    .locator('.split .left')
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .first()
    .click();
async function reach(page: Page, item: string, socket: string, on: boolean): Promise<void> {
  await pick(page, item);
  await page.getByText('Ends', { exact: true }).click();
  await page.getByRole('checkbox', { name: socket, exact: true }).setChecked(on);
}

test('gut and fit: an SPI handheld, every chain broken once and mended', async ({ page }) => {
  test.setTimeout(120_000);
  await begin(page, 'gut and fit');
  await view(page, 'Chains');
  await expect(page.getByText('Add a computer from the library first')).toBeVisible();
  await view(page, 'Part');
  await add(
    page,
    'Teasel',
    'Pane 2.8 SPI',
    'Slab 3000',
    'Step 5/3A',
    'Chirp I2S',
    'Speaker 28',
    'Card extender',
    'Soft latch',
  );
  await inputs(page, 6);
  await mend(page, 'Sound', 'No volume control', /Set the volume in the menu/);
  await unbroken(page);
  await breakAndMend(page, 'Energy', remove(page, 'Slab 3000'), 'No cell yet', /Add Slab/);
  await breakAndMend(page, 'Picture', remove(page, 'Pane 2.8 SPI'), 'No screen yet', /Add Pane/);
  await breakAndMend(page, 'Sound', remove(page, 'Speaker 28'), 'No speaker', /Add Speaker/);
  await breakAndMend(
    page,
    'Inputs',
    () => inputs(page, 0, 'USB controller board'),
    'No controller board',
    /Add Knit/,
  );
  await breakAndMend(
    page,
    'Storage and its access',
    remove(page, 'Card extender'),
    'No way to the card',
    /Add Card extender/,
  );
  await breakAndMend(
    page,
    'Charging and data ports',
    async () => {
      await pick(page, 'Step 5/3A');
      await page.getByRole('checkbox', { name: 'Take off USB-C socket' }).check();
    },
    'No charging socket',
    /Add Panel USB-C with pull-downs/,
  );
  await breakAndMend(
    page,
    'Shutdown',
    remove(page, 'Soft latch'),
    'No way to turn it off',
    /Add Soft latch/,
  );
  await saved(page);
});

test('TV box: a round cell, a radio pad and a socket for the television', async ({ page }) => {
  test.setTimeout(120_000);
  await begin(page, 'tv box');
  await add(page, 'Thimble', '18650 in holder', 'Step 5/1A', 'Slide switch 3 A');
  await inputs(page, 0, 'wireless pad');
  await mend(page, 'Picture', 'No way to the television', /Bring mini-HDMI of Thimble to a wall/);
  await mend(page, 'Storage and its access', 'No way to the card', /Open the case for the card/);
  await unbroken(page);
  await breakAndMend(page, 'Energy', remove(page, 'Step 5/1A'), 'No charger', /Add Step 5.1A/);
  await breakAndMend(
    page,
    'Picture',
    () => reach(page, 'Thimble', 'mini-HDMI', false),
    'No way to the television',
    /Bring mini-HDMI/,
  );
  await breakAndMend(
    page,
    'Inputs',
    async () => {
      await pick(page, 'Thimble');
      await view(page, 'Swap');
      await page.getByRole('button', { name: 'Take Thimble plain' }).click();
      await view(page, 'Chains');
      await mend(page, 'Picture', 'No way to the television', /Bring mini-HDMI/);
      await view(page, 'Part');
    },
    'No radio',
    /Take Thimble instead|Add Pad receiver/,
  );
  await breakAndMend(
    page,
    'Charging and data ports',
    () => reach(page, 'Step 5', 'USB-C charging', false),
    'No charging socket',
    /Bring USB-C charging to a wall/,
  );
  await breakAndMend(
    page,
    'Shutdown',
    remove(page, 'Slide switch 3 A'),
    'No way to turn it off',
    /Add Soft latch|Shut down from the menu/,
  );
  await breakAndMend(
    page,
    'Storage and its access',
    async () => {
      await station(page, 'Brief').click();
      await page.getByRole('combobox', { name: 'Card access' }).click();
      await page.getByTitle('from outside', { exact: true }).click();
    },
    'No way to the card',
    /Bring the card slot/,
  );
  await view(page, 'Part');
  await add(page, 'Speaker 28');
  await mend(page, 'Sound', 'No volume control', /menu/);
  await mend(page, 'Sound', 'No amplifier', /Add Chirp I2S/);
  await unbroken(page);
});

test('custom shell: HDMI, two cells in series, sound by USB, read through a controller board', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await begin(page, 'custom shell');
  await add(
    page,
    'Cinder',
    'Pane 5 HDMI',
    'Mini-HDMI to HDMI ribbon',
    'Slab pair 2S 2000',
    'Guard 2S',
    'Balance 2S',
    'Buck 2S',
    'Chirp USB card',
    'Chirp analog 2 W',
    'Speaker 28',
    'Volume pot, thumb',
    'Switching jack 3.5',
    'Knit USB controller board',
    'Soft latch',
  );
  await reach(page, 'Cinder', 'card', true);
  await inputs(page, 4, 'USB controller board');
  await kit(page);
  await view(page, 'Chains');
  await unbroken(page);
  await breakAndMend(
    page,
    'Energy',
    remove(page, 'Guard 2S'),
    'No protection for the cell',
    /Add Guard 2S/,
  );
  await breakAndMend(
    page,
    'Picture',
    remove(page, 'Mini-HDMI to HDMI ribbon'),
    'No lead mini-hdmi to hdmi',
    /Add Mini-HDMI to HDMI ribbon/,
  );
  await breakAndMend(
    page,
    'Sound',
    remove(page, 'Volume pot, thumb'),
    'No volume control',
    /Add Volume/,
  );
  await breakAndMend(
    page,
    'Inputs',
    remove(page, 'Knit USB controller board'),
    'No controller board',
    /Add Knit/,
  );
  await breakAndMend(
    page,
    'Storage and its access',
    () => reach(page, 'Cinder', 'card', false),
    'No way to the card',
    /Bring the card slot/,
  );
  await breakAndMend(
    page,
    'Charging and data ports',
    () => add(page, 'USB stick, short', 'USB stick, short', 'USB stick, short'),
    '5 USB devices, 4 ports',
    /Add Hub 2/,
  );
  await breakAndMend(
    page,
    'Shutdown',
    remove(page, 'Soft latch'),
    'No way to turn it off',
    /Add Soft latch/,
  );
  await view(page, '5 V and data');
  await expect(
    page.getByRole('region', { name: '5 V and data' }).getByText('host', { exact: true }),
  ).toBeVisible();
  await expect(
    page.getByRole('region', { name: '5 V and data' }).getByText('hub, USB 2.0'),
  ).toBeVisible();
});
