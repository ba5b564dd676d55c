/** A kit on its carrier: a layer set the wrong way round is named and put right; rules are typed and taken from the layout. */
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

interface Placed {
  item: string;
  turn: number;
  x: number;
  y: number;
}

test('kit: a frame turned round is named by its mark and set where its board wants it', async ({
  page,
}) => {
  const key = await openExample(page, 'minnow', (d) => {
    const { placements } = d['layout'] as { placements: Placed[] };
    const frame = placements.find((q) => q.item === 'frame')!;
    Object.assign(frame, { turn: 180, x: frame.x + 30, y: frame.y + 30 });
  });
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.getByText('Not ready: 1 hit')).toBeVisible();
  await page.getByText('Turned 180° on its board').click();
  await expect(page.getByText('the dot looks at the charge socket').first()).toBeVisible();
  await page.getByText('Set Key frame where M1 board wants it').click();
  await expect(page.getByText(/^Closes after/)).toBeVisible();
  // Its keys lie on tracks: nothing is chosen for them.
  await page.goto(stationUrl(key, 'controls'));
  await expect(
    page.getByText('12 keys led to the header by the tracks of M1 board: no wire'),
  ).toBeVisible();
  await page.goto(stationUrl(key, 'build'));
  await expect(page.getByText('Press Thimble onto the springs of M1 board').first()).toBeVisible();
});

test('kit: rules are typed by keyboard, forgotten, and taken over from the layout', async ({
  page,
}) => {
  const key = await openExample(page, 'minnow');
  await page.goto(stationUrl(key, 'kit'));
  await page.getByText('Kit rules', { exact: true }).click();
  const counts = page.getByRole('region', { name: 'How many belong to it' });
  const many = counts.getByRole('spinbutton', { name: 'How many side keys' });
  await many.fill('3');
  await many.press('Tab');
  await expect(page.getByText('Not ready: 1 hit')).toBeVisible();
  await many.fill('2');
  await many.press('Tab');
  await expect(page.getByText(/^Closes after/)).toBeVisible();
  const mark = page.getByRole('textbox', { name: 'Mark of Thimble' });
  await mark.fill('"chip" <up>');
  await mark.press('Tab');
  await saved(page);
  const markOf = async () =>
    (await documentOf(page, key)).kit.parts
      .find((q: { id: string }) => q.id === 'm1')
      .carrier?.joins.find((j: { part: string }) => j.part === 'thimble')?.mark;
  expect(await markOf()).toBe('"chip" <up>');

  await page.getByText('It is no kit’s board: forget all this').click();
  await expect(page.getByText('Not ready')).toBeVisible();
  await page.getByRole('button', { name: /^This carries .*Thimble/ }).click();
  const stands = page.getByRole('region', { name: 'Stands on it' });
  await expect(stands.getByText('65, 8.4 mm, top down')).toBeVisible();
  await saved(page);
  const { kit } = await documentOf(page, key);
  const { carrier } = kit.parts.find((q: { id: string }) => q.id === 'm1');
  const thimble = carrier.joins.find((j: { part: string }) => j.part === 'thimble');
  expect(thimble).toMatchObject({ by: 'springs', x: 65, y: 8.4, over: true, turn: 0 });
});
