/** A build of two bodies, by what is visible: a lid brought in, a part carried into it, its wires through the hinge. */
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

test('a speaker moves into a lid: hinge, wires, cut and verdict follow, and the lid comes out again', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(`${stationUrl(key, 'shell')}?view=bodies`);
  await page.getByRole('button', { name: 'A lid as wide as this, to be measured' }).click();
  await expect(page.getByRole('list', { name: 'Bodies' }).getByRole('listitem')).toHaveCount(2);
  const name = page.getByRole('textbox', { name: 'Name of Lid' });
  await name.fill('Cover');
  await page.goto(stationUrl(key, 'fit'));

  // Into the cover: the book shows it, and only what lies there.
  await page
    .getByRole('button', { name: /^Speaker 28/ })
    .first()
    .click();
  await page.getByRole('combobox', { name: 'Half' }).click();
  await page.getByTitle('front of Cover').click();
  await expect(page.getByRole('button', { name: 'Cover', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const book = page.getByRole('group', { name: 'The open book' });
  await expect(book.getByText('Speaker 28')).toBeVisible();
  await expect(book.getByText('Teasel')).toHaveCount(0);
  await expect(page.getByText('Grille').first()).toBeVisible();

  // Its two wires are on the list, from pad to pad.
  await page.getByRole('button', { name: 'Wires I' }).click();
  const wires = page.getByRole('region', { name: 'Wires' });
  await expect(wires.getByText('Chirp I2S to the hinge')).toBeVisible();
  await expect(wires.getByRole('cell', { name: 'Speaker 28 +' })).toBeVisible();

  // A hinge so low that the keys meet the cover: named, and raised by the way that is offered.
  await page.goto(`${stationUrl(key, 'shell')}?view=bodies`);
  const up = page.getByRole('textbox', { name: 'Axis up from the parting planes' });
  await up.fill('11');
  await up.press('Enter');
  const side = page.getByRole('complementary', { name: 'Bodies and joints' });
  await expect(side.getByText(/meets Cover when it is shut/).first()).toBeVisible();
  await side
    .getByRole('button', { name: /Set the axis .* above the parting planes/ })
    .first()
    .click();
  await saved(page);
  const raised = (await documentOf(page, key))['shell'].joints[0].up.mm;
  expect(raised).toBeGreaterThan(11);

  // Out with it: what lay in it waits in the tray.
  await page.getByRole('button', { name: 'Take Cover out' }).click();
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.getByRole('region', { name: 'Tray' }).getByText('Speaker 28')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Cover', exact: true })).toBeVisible();
});

test('a dock: what catches at its mouth is named, made shallower it goes in, and what it covers is answered', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(`${stationUrl(key, 'shell')}?view=bodies`);
  await page.getByRole('button', { name: 'A dock, sleeve or pad, to be measured' }).click();
  await expect(page.getByRole('heading', { name: 'Dabchick 2 in Dock' })).toBeVisible();
  const side = page.getByRole('complementary', { name: 'Bodies and joints' });
  await expect(side.getByText('C-cell bay catches at the mouth of Dock.')).toBeVisible();
  await side.getByRole('button', { name: /Make the pocket .* mm deep/ }).click();
  await expect(side.getByText(/catches at the mouth/)).toHaveCount(0);
  await side.getByRole('button', { name: 'None of it is used while it is in' }).click();
  await expect(side.getByText(/nothing gets to/)).toHaveCount(0);
  await expect(side.getByText(/One thing is said not to be used/)).toBeVisible();
  await saved(page);
  const [joint] = (await documentOf(page, key))['shell'].joints;
  expect(joint).toMatchObject({ is: 'seat', idle: ['charger'] });
  expect(joint.pocket.deep.mm).toBeLessThan(6);
  await page.getByRole('button', { name: 'They are not joined' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing joins them' })).toBeVisible();
  await page.getByRole('button', { name: 'by a hinge' }).first().click();
  await expect(page.getByRole('slider', { name: 'Angle between the fronts' })).toBeVisible();
});
