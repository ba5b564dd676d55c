/** The small examples: a bank without its lead, names that stand beside each other, a build without a wire. */
import { expect, openExample, openFit, stationUrl, test } from './bench';

const dropped = (id: string) => (d: Record<string, unknown>) => {
  const kit = d['kit'] as { items: Array<{ id: string }> };
  kit.items = kit.items.filter((i) => i.id !== id);
};

test('a lap tray whose bank has no lead: said, the lead that fits is offered, and it closes with it', async ({
  page,
}) => {
  const key = await openExample(page, 'sallow', dropped('lead'));
  await page.goto(stationUrl(key, 'kit?view=chains'));
  await expect(page.getByText('No lead from the bank').first()).toBeVisible();
  await page.getByText('No lead from the bank').first().click();
  await page
    .getByRole('button', { name: /Supply lead to USB-C, 100 mm/ })
    .first()
    .click();
  await expect(page.locator('.verdict')).toContainText('Closes');
  // Nothing of it is soldered: the list has no iron.
  await page.goto(stationUrl(key, 'build'));
  await expect(page.getByText('Plug Bank 4000 in').first()).toBeVisible();
  await expect(page.getByText(/^Wire /)).toHaveCount(0);
});

test('names of small parts side by side can each be read, also in a small book', async ({
  page,
}) => {
  for (const name of ['foxglove', 'pip']) {
    await openFit(page, name);
    const boxes = await page
      .locator('svg g.part[aria-hidden=true] rect.plate')
      .evaluateAll((all) => all.map((r) => r.getBoundingClientRect().toJSON() as DOMRect));
    expect(boxes.length).toBeGreaterThan(5);
    for (const [i, a] of boxes.entries()) {
      for (const b of boxes.slice(0, i)) {
        const isOn = a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
        expect([name, i, isOn]).toEqual([name, i, false]);
      }
    }
  }
});
