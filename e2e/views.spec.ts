/** Every view, wide and narrow, in light and dark: nothing serious for axe, nothing sideways, nothing on anything. */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, newBuild, openExample, SITE, stationUrl, test, VIEWS } from './bench';
import { overlaps } from './overlaps';

/** A page at 200 % is laid out as one half as wide and high. */
const NARROWER = [
  ['980 px', 980, 760],
  ['200 %', 640, 400],
  ['a phone', 390, 844],
] as const;

/** What hangs on the layout: the rest is the same at every width, and looked at on the widest. */
const OF_LAYOUT = ['scrollable-region-focusable', 'target-size', 'meta-viewport'];
/** What a menu or a short label that comes only where room is scarce may lack. */
const OF_NAMES = [
  'button-name',
  'link-name',
  'label',
  'aria-required-attr',
  'aria-valid-attr-value',
];

async function serious(axe: AxeBuilder): Promise<string[]> {
  const { violations } = await axe.analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => {
      const at = v.nodes.slice(0, 3).map((n) => n.html.slice(0, 140));
      return `${v.id}: ${at.join(' | ')}`;
    });
}

async function standing(page: Page, url: string): Promise<void> {
  await page.goto(url);
  await page.locator('main').first().waitFor();
  await expect(page.getByText(/^Opening( the build)? \.\.\.$/)).toHaveCount(0);
  await expect(page.locator('.verdict[aria-busy]')).toHaveCount(0);
  // Its table comes once there is something to compare.
  if (url.endsWith('kit?view=swap')) {
    await page.getByRole('table', { name: 'Alternatives' }).waitFor();
  }
}

/** A new width or colour has been laid out and painted, and nothing is on its way to it any more. */
const settled = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    await frame();
    await frame();
    // Spinners never end: only what goes from one look to another is waited for.
    const changing = document.getAnimations().filter((a) => a instanceof CSSTransition);
    await Promise.allSettled(changing.map((a) => a.finished));
  });

async function laidOut(page: Page, where: string): Promise<void> {
  await settled(page);
  const isWithin = () =>
    page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth);
  await expect.poll(isWithin, { message: `${where} is scrolled sideways` }).toBe(true);
  await expect.poll(() => overlaps(page), { message: where }).toEqual([]);
}

/** Views that are walked by one test: each is opened once and looked at in every dress. */
const WALKS = 6;
const PAGES = ['', 'new', ...VIEWS];

for (let walk = 0; walk < WALKS; walk++) {
  const mine = PAGES.filter((_, i) => i % WALKS === walk);
  test(`every width, light and dark: nothing serious, nothing sideways, nothing on anything: ${mine.join(', ')}`, async ({
    page,
  }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    const key = await openExample(page, 'dabchick-2');
    for (const view of mine) {
      const isBuild = VIEWS.includes(view);
      await page.setViewportSize({ width: 1280, height: 800 });
      await standing(page, isBuild ? stationUrl(key, view) : `${SITE()}/${view}`);
      await laidOut(page, `${view} at 1280 px`);
      expect.soft([view, await serious(new AxeBuilder({ page }))]).toEqual([view, []]);
      // The structure is the same in the dark; colours are not, and a station's views share them.
      if (!view.includes('?')) {
        await page.emulateMedia({ colorScheme: 'dark' });
        await settled(page);
        const dark = await serious(new AxeBuilder({ page }).withRules(['color-contrast']));
        expect.soft([view, 'dark', dark]).toEqual([view, 'dark', []]);
        await page.emulateMedia({ colorScheme: 'light' });
      }
      for (const [what, width, height] of NARROWER) {
        const where = `${view} at ${what}`;
        await page.setViewportSize({ width, height });
        await laidOut(page, where);
        // Its name and its verdict stay.
        if (isBuild) {
          await expect.soft(page.locator('.verdict')).toBeVisible();
          await expect.soft(page.getByRole('button', { name: /^Rename/ })).toBeVisible();
        }
        const rules = width === 390 ? [...OF_LAYOUT, ...OF_NAMES] : OF_LAYOUT;
        expect
          .soft([where, await serious(new AxeBuilder({ page }).withRules(rules))])
          .toEqual([where, []]);
      }
    }
  });
}

test('an empty build says at every station what to do next', async ({ page }) => {
  await newBuild(page);
  const key = await page
    .waitForURL(/\/b\/[^/]+\/shell/)
    .then(() => /\/b\/([^/]+)/.exec(page.url())![1]!);
  for (const [station, words] of [
    ['brief', 'Five or six goals are plenty'],
    ['kit?view=chains', 'Add a computer from the library first'],
    ['kit?view=trees', 'No 5 V rail yet'],
    ['kit?view=bill', 'Nothing in the kit yet'],
    ['shell', 'Next: Outer width'],
    ['kit', 'Search at the right'],
    ['fit', 'Measure the shell first'],
    ['cut', 'Lay parts out first'],
    ['controls', 'No inputs yet'],
    ['power', 'Nothing draws power yet'],
    ['sound', 'No amplifier with a speaker yet'],
    ['bench', 'Nothing to prove yet'],
    ['build', 'Measure the shell'],
  ] as const) {
    await page.goto(stationUrl(key, station));
    await expect(page.getByText(words).first()).toBeVisible();
  }
});

test('a build that is not there and an address that is not there get a sentence', async ({
  page,
}) => {
  await page.goto(`${SITE()}/b/00000000-0000-4000-8000-000000000000/fit`);
  await expect(page.getByText('There is no such build')).toBeVisible();
  await page.goto(`${SITE()}/nowhere/at/all`);
  await expect(page.getByRole('link', { name: 'Back to the builds' })).toBeVisible();
});
