/** Every view in light and dark: no serious accessibility violation, no sideways scrolling, no broken page. */
import AxeBuilder from '@axe-core/playwright';
import { expect, newBuild, openExample, SITE, stationUrl, test, VIEWS } from './bench';

/** In the dark one view of each station: the others are made of the same colours. */
const ROUNDS = [
  ['light', 'all but kit and fit', VIEWS.filter((s) => !/^(kit|fit)/.test(s))],
  ['light', 'kit and fit', VIEWS.filter((s) => /^(kit|fit)/.test(s))],
  ['dark', 'each station', VIEWS.filter((s) => !s.includes('?'))],
] as const;

for (const [scheme, what, list] of ROUNDS) {
  test(`axe finds nothing serious on any view, ${scheme}, ${what}`, async ({ page }) => {
    test.setTimeout(240_000);
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    const key = await openExample(page, 'dabchick-2');
    for (const url of [
      ...(what === 'kit and fit' ? [] : [SITE()]),
      ...list.map((s) => stationUrl(key, s)),
    ]) {
      await page.goto(url);
      await page.locator('main').first().waitFor();
      await expect(page.getByText(/^Opening( the build)? \.\.\.$/)).toHaveCount(0);
      await expect(page.locator('.verdict[aria-busy]')).toHaveCount(0);
      // The structure is the same in the dark; colours are not.
      const axe = new AxeBuilder({ page });
      const found = await (scheme === 'light' ? axe : axe.withRules(['color-contrast'])).analyze();
      expect([
        url.split('/').pop(),
        found.violations
          .filter((v) => v.impact === 'serious' || v.impact === 'critical')
          .map(
            (v) =>
              `${v.id}: ${v.nodes
                .slice(0, 3)
                .map((n) => n.html.slice(0, 140))
                .join(' | ')}`,
          ),
      ]).toEqual([url.split('/').pop(), []]);
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth),
      ).toBe(true);
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
