/** What every spec needs: a page that tolerates no console error, and builds opened by the API. */
import { test as base, expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';

export const SITE = (): string => process.env['DEFT_URL']!;

export const test = base.extend<{ quiet: void }>({
  quiet: [
    async ({ page }, use) => {
      const noise: string[] = [];
      page.on('console', (m) => {
        if (m.type() === 'error' && !noise.includes(m.text())) noise.push(m.text());
      });
      page.on('pageerror', (e) => noise.push(e.message));
      await use();
      // A server that was taken away on purpose is heard in the console; anything else fails.
      expect(noise.filter((n) => !/Failed to load resource|net::ERR/.test(n))).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Every view of a build, by its address. */
export const VIEWS = [
  'brief',
  'shell',
  'shell?view=round',
  'shell?view=file',
  'shell?view=picture',
  'shell?view=donor',
  'shell?view=bodies',
  'kit',
  'kit?view=chains',
  'kit?view=trees',
  'kit?view=swap',
  'kit?view=risks',
  'kit?view=bill',
  'fit',
  'cut',
  'cut?view=made',
  'controls',
  'controls?view=ways',
  'controls?view=games',
  'controls?view=lag',
  'controls?view=press',
  'controls?view=board',
  'controls?view=serial',
  'power',
  'power?view=network',
  'power?view=charging',
  'power?view=heat',
  'power?view=lamps',
  'power?view=off',
  'sound',
  'bench',
  'bench?trial=whole:cell:game',
  'build',
  'print',
];

/** A fresh copy of an example build; its key. */
export async function openExample(
  page: Page,
  name: string,
  change: (d: Record<string, unknown>) => void = () => undefined,
): Promise<string> {
  const document = JSON.parse(readFileSync(`docs/examples/${name}.json`, 'utf8')) as Record<
    string,
    unknown
  >;
  change(document);
  const r = await page.request.post(`${SITE()}/api/builds`, { data: { document } });
  expect(r.status()).toBe(201);
  return ((await r.json()) as { key: string }).key;
}

/** The first keys of a build alone, for a change of an example. */
export function fewKeys(d: Record<string, unknown>, count: number): void {
  const controls = d['controls'] as { inputs: unknown[] };
  controls.inputs = controls.inputs.slice(0, count);
}

export const stationUrl = (key: string, station: string): string => `${SITE()}/b/${key}/${station}`;
/** A fresh copy of an example at its Fit station, parts on the page and judged; its key. */
export async function openFit(
  page: Page,
  name: string,
  change?: (d: Record<string, unknown>) => void,
): Promise<string> {
  const key = await openExample(page, name, change);
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.locator('[data-item]').first()).toBeVisible();
  // Keys that go from finding to finding need the first verdict.
  await expect(page.locator('.verdict[aria-busy]')).toHaveCount(0);
  return key;
}
/** A new build of this way, begun with what is at hand. */
export async function newBuild(
  page: Page,
  way = 'gut and fit',
  atHand = 'A shell to measure',
): Promise<void> {
  await page.goto(SITE());
  await page.getByRole('button', { name: 'New build', exact: true }).click();
  await page.getByRole('button', { name: new RegExp(`^${way}`) }).click();
  await page.getByRole('button', { name: new RegExp(`^${atHand}`) }).click();
  await page.getByRole('button', { name: /^Rename/ }).waitFor();
}
/** Saved, and not merely not yet noticed: two frames let an edit reach the screen first. */
export async function saved(page: Page): Promise<void> {
  await page.evaluate(
    () =>
      new Promise((done) => {
        requestAnimationFrame(() => requestAnimationFrame(done));
      }),
  );
  await expect(page.locator('[data-save=saved]')).toBeVisible();
}
/** Rename the open build in its header. */
export async function rename(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /^Rename/ }).click();
  await page.getByRole('textbox', { name: 'Build name' }).fill(name);
  await page.keyboard.press('Enter');
}
export const station = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('link', { name: new RegExp(`^${name}`) });
export async function documentOf(page: Page, key: string): Promise<Record<string, any>> {
  return (
    (await (await page.request.get(`${SITE()}/api/builds/${key}`)).json()) as {
      document: Record<string, unknown>;
    }
  ).document;
}
