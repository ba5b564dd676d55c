/** An edge sawn off a board: what the saw meets is named, what it crosses is asked, and Build saws and reads it. */
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('saw: through a socket it is refused; at a bare edge it asks what runs there, by keyboard', async ({
  page,
}) => {
  const key = await openExample(page, 'tarn');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByText('Teasel', { exact: true }).first().click();
  const section = page.getByRole('region', { name: 'Saw an edge off' });
  await section.getByRole('combobox', { name: 'Edge to saw' }).click();
  await page.getByTitle('bottom edge').last().click();
  await section.getByRole('button', { name: 'Saw 2 mm off' }).press('Enter');
  await expect(page.getByText('Not ready').first()).toBeVisible();
  const cut = section.getByRole('group', { name: 'Saw at the bottom edge' });
  await cut.getByRole('button', { name: 'Leave the bottom edge on' }).press('Enter');
  await expect(page.getByText(/^Closes after/)).toBeVisible();

  await section.getByRole('combobox', { name: 'Edge to saw' }).click();
  await page.getByTitle('top edge').last().click();
  await section.getByRole('button', { name: 'Saw 2 mm off' }).press('Enter');
  const top = section.getByRole('group', { name: 'Saw at the top edge' });
  const mm = top.getByRole('spinbutton', { name: 'Off the top edge' });
  await mm.fill('0.6');
  await mm.press('Tab');
  await expect(page.getByText('Not ready: 1 still to choose or measure')).toBeVisible();
  const traces = top.getByRole('textbox', { name: 'Traces crossed at the top edge' });
  await traces.fill('5 V, "lamp"');
  await traces.press('Tab');
  await expect(page.getByText('Not ready: 1 hit')).toBeVisible();
  await top.getByRole('checkbox', { name: '5 V bridged with a wire' }).press('Space');
  await top.getByRole('checkbox', { name: '"lamp" bridged with a wire' }).press('Space');
  await expect(page.getByText(/^Closes after/)).toBeVisible();
  await saved(page);
  const { kit } = await documentOf(page, key);
  expect(kit.items.find((i: { id: string }) => i.id === 'teasel').sawn).toEqual([
    {
      edge: 'top',
      mm: 0.6,
      crosses: {
        atMm: 0.6,
        planes: false,
        traces: [
          { name: '5 V', bridged: true },
          { name: '"lamp"', bridged: true },
        ],
      },
    },
  ]);
  await page.goto(stationUrl(key, 'build'));
  await expect(page.getByText('Saw 0.6 mm off the top edge of Teasel').first()).toBeVisible();
  await expect(page.getByText('Gate: Teasel after the saw').first()).toBeVisible();
});
