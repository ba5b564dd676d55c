/** Patterns of holes: a speaker shut in gets its grille by an offered way, air holes are dragged, typed, drilled and measured. */
import type { Project } from '@deft/core/model';
import { expect, openExample, stationUrl, test } from './bench';

/** The finished loaner in a shell that nobody opened for sound. */
function mute(document: Record<string, unknown>): void {
  const { bodies } = document['shell'] as Project['shell'];
  for (const piece of bodies.flatMap((b) => b.pieces)) {
    piece.openings = piece.openings.filter((o) => o.use !== 'speaker');
  }
}

test('a grille is drilled where none was, and air holes are begun, dragged, typed and drilled', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done', mute);
  await page.goto(stationUrl(key, 'fit'));
  await page.getByRole('button', { name: /^No holes for its sound/ }).click();
  const way = page.getByRole('button', { name: /^Drill \d+ holes ⌀[\d.]+ before/ });
  await way.click();
  await expect(page.getByRole('button', { name: /No holes for its sound/ })).toHaveCount(0);

  await page.goto(stationUrl(key, 'cut'));
  const cuts = page.getByRole('table', { name: 'Cuts' });
  await expect(cuts.getByRole('button', { name: /^grille of/ })).toBeVisible();

  await page.getByRole('button', { name: 'Drill a pattern of holes' }).click();
  await page.getByRole('menuitem', { name: 'for air in the back' }).click();
  const row = cuts.getByRole('row', { name: /air holes in the back face/ }).first();
  await expect(row).toContainText(/\d+ × ⌀2\.5/);
  const counted = async (): Promise<number> =>
    Number(/(\d+) × ⌀/.exec((await row.textContent()) ?? '')![1]);
  const begun = await counted();

  // Larger holes are fewer; the drawing has one circle for each.
  await page.getByRole('textbox', { name: 'Hole across' }).fill('4');
  await page.getByRole('textbox', { name: 'Hole across' }).press('Enter');
  await expect(row).toContainText(/⌀4/);
  expect(await counted()).toBeLessThan(begun);

  // Dragged by its ring, then nudged by an arrow: its middle follows, seen mirrored from outside.
  const ring = page.getByRole('button', { name: 'Move the air holes in the back face' });
  const across = page.getByRole('textbox', { name: 'Middle, across' });
  const before = Number(await across.inputValue());
  await ring.scrollIntoViewIfNeeded();
  const box = (await ring.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Number(await across.inputValue())).toBeLessThan(before - 5);
  const dragged = Number(await across.inputValue());
  await ring.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => Number(await across.inputValue())).toBeCloseTo(dragged + 5, 1);

  // So many that what is left after the next step still cools the cell.
  await page.getByRole('textbox', { name: 'Rectangle across' }).fill('36');
  await page.getByRole('textbox', { name: 'Rectangle across' }).press('Enter');
  await expect.poll(counted).toBeGreaterThan(20);

  // Half a millimetre between holes breaks out: said at once, and mended by what is offered.
  await page.getByRole('textbox', { name: 'Between holes' }).fill('0.5');
  await page.getByRole('textbox', { name: 'Between holes' }).press('Enter');
  const finding = page.getByRole('button', { name: /of web between holes/ });
  await finding.click();
  await page.getByRole('button', { name: /^Lay \d+ holes/ }).click();
  await expect(finding).toHaveCount(0);

  // What cannot be is refused at its place and loses nothing.
  await page.getByRole('textbox', { name: 'Between holes' }).fill('-1');
  await page.getByRole('textbox', { name: 'Between holes' }).press('Enter');
  await expect(page.getByText('A size must be greater than 0 mm.')).toBeVisible();

  // A machine gets its own drawing: a kerf as wide as the grille's holes is refused at its place.
  const machine = page.getByRole('textbox', { name: 'Takes away' });
  const front = page.locator('section', { hasText: 'For a laser or mill' }).getByRole('button', {
    name: 'Front, outside, DXF',
  });
  await machine.fill('3');
  await machine.press('Enter');
  await expect(machine).toHaveValue('3');
  await front.click();
  await expect(page.getByText(/narrower than the 3 mm that the machine takes away/)).toBeVisible();
  await machine.fill('0.2');
  await machine.press('Enter');
  await expect(machine).toHaveValue('0.2');
  const file = page.waitForEvent('download');
  await front.click();
  expect((await file).suggestedFilename()).toBe('dabchick-2-done-front-outside-machine.dxf');

  // Drilled, and read with the calliper.
  await row.getByRole('combobox', { name: /State of/ }).click();
  await page.getByTitle('done', { exact: true }).click();
  await page.getByRole('textbox', { name: 'As drilled, a hole across' }).fill('4.2');
  await page.getByRole('textbox', { name: 'As drilled, a hole across' }).press('Enter');
  await expect(row).toContainText('⌀4.2');
  await expect(ring).toHaveCount(0);

  // By keyboard alone: another one, begun, nudged and taken out again.
  await page.getByRole('button', { name: 'Drill a pattern of holes' }).focus();
  await page.keyboard.press('Enter');
  const forAir = page.getByRole('menuitem', { name: 'for air in the front' });
  await expect(forAir).toBeVisible();
  // The menu takes the focus some frames after it is seen: an arrow before that is the button's.
  await expect(page.getByRole('menuitem').first()).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(forAir).toBeFocused();
  await page.keyboard.press('Enter');
  const second = cuts.getByRole('row', { name: /air holes in the front face/ }).first();
  await expect(second).toBeVisible();
  const middle = page.getByRole('textbox', { name: 'Middle, up' });
  const was = Number(await middle.inputValue());
  await page.getByRole('button', { name: 'Move the air holes in the front face' }).focus();
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => Number(await middle.inputValue())).toBeCloseTo(was + 0.5, 2);
  await second.getByRole('button', { name: 'Leave it' }).focus();
  await page.keyboard.press('Enter');
  await expect(second).toHaveCount(0);
});
