/** Capturing a shell: by the calliper round, by keyboard; from a 3D file; from a photo; and what is kept of the donor. */
import Module from 'manifold-3d';
import type { Page } from '@playwright/test';
import { demos } from '../core/catalogue';
import { photographed } from '../core/capture/photo.fixture';
import { pieceMesh, stlBytes } from '../core/formats/solid';
import { stepText } from '../core/formats/mesh/step.fixture';
import { squareTray } from '../core/formats/mesh/samples.fixture';
import { documentOf, expect, openExample, saved, stationUrl, test } from './bench';

const wasm = await Module();
wasm.setup();
const empty = (d: Record<string, unknown>): void => {
  d['shell'] = { bodies: [] };
  d['layout'] = { placements: [] };
  d['controls'] = { route: 'gpio', inputs: [] };
  d['cuts'] = [];
};

/** Type an answer for each question the round asks, until a question does not come. */
async function answer(
  page: Page,
  list: ReadonlyArray<readonly [ask: string, typed: string]>,
): Promise<void> {
  for (const [ask, typed] of list) {
    const field = page.getByRole('textbox', { name: ask, exact: true });
    await expect(field).toBeFocused();
    await page.keyboard.press('Control+a');
    await page.keyboard.type(typed);
    await page.keyboard.press('Enter');
  }
}

test('the calliper round from nothing to a shell with a post, a bay, a window and a cap, by keyboard alone', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp', empty);
  await page.goto(`${stationUrl(key, 'shell')}?view=round`);
  await answer(page, [
    ['Outer width', '120.1; 120; 120.1'],
    ['Outer height', '4 in'],
    ['Corner radius', '6'],
  ]);
  // Skipped and returned to.
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('textbox', { name: 'Front half, rim to outer face' })).toBeFocused();
  await page.keyboard.press('PageUp');
  await answer(page, [
    ['Wall thickness', '2'],
    ['Front half, rim to outer face', '12'],
  ]);
  await answer(page, [['Back half, rim to outer face', '1.5']]);
  await expect(page.getByRole('alert').filter({ hasText: 'no room inside' })).toBeVisible();
  await answer(page, [['Back half, rim to outer face', '16']]);
  await expect(page.getByText('BACK HALF, inside up')).toBeVisible();
  await expect(page.getByText('first fit: all read')).toBeVisible();
  const press = async (name: string) => {
    await page.getByRole('button', { name }).focus();
    await page.keyboard.press('Enter');
  };
  await press('posts none yet');
  await press('Add a post to the back');
  await expect(page.getByText(/first fit: 4 to go/)).toBeVisible();
  await answer(page, [
    ['post: across', '9'],
    ['post: up', '9.5'],
    ['post: diameter', '6.9; 7; 7'],
    ['post: top below the rim', '0'],
  ]);
  await press('bays none yet');
  await press('Add a bay to the back');
  await answer(page, [
    ['bay: across', '60'],
    ['bay: up', '50'],
    ['bay: width', '40'],
    ['bay: height', '30'],
    ['bay: depth', '18'],
  ]);
  await press('openings none yet');
  await press('Add an opening to the front');
  await answer(page, [
    ['opening: across', '30'],
    ['opening: up', '40'],
    ['opening: diameter', '8.1'],
  ]);
  await press('caps none yet');
  await press('Add a button cap');
  await answer(page, [
    ['opening cap: across the cap', '7.6'],
    ['opening cap: across its flange', '10'],
    ['opening cap: flange thickness', '1.1'],
    ['opening cap: flange to tip of the peg', '3.9'],
    ['opening cap: how far it stands out', '1.6'],
  ]);
  await expect(page.getByText('Everything is read.')).toBeVisible();
  await saved(page);
  const body = (await documentOf(page, key))['shell'].bodies[0];
  expect([
    body.outline.w.mm,
    body.outline.h.mm,
    body.wall.mm,
    body.pieces.map((p: { depth: { mm: number } }) => p.depth.mm),
  ]).toEqual([expect.closeTo(120.07, 1), expect.closeTo(101.6, 1), 2, [12, 16]]);
  expect(body.pieces[1].features[0]).toMatchObject({
    at: { x: { length: { mm: 9, how: 'calliper' } } },
    height: { from: 'rim', length: { mm: 0, how: 'calliper' } },
  });
  expect([
    body.pieces[1].zones[0].depth.mm,
    body.pieces[0].openings[0].shape.d.mm,
    body.caps[0].peg.mm,
  ]).toEqual([18, 8.1, 3.9]);
});

test('an STL asks its unit, offers what it found, and brings in what is kept under the names given', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp', empty);
  await page.goto(`${stationUrl(key, 'shell')}?view=file`);
  const file = page.getByLabel('3D file', { exact: true });
  const stl = Buffer.from(stlBytes(pieceMesh(wasm, demos()[0]!.shell.bodies[0]!, 'back')));
  await file.setInputFiles({
    name: 'half.stl',
    mimeType: 'model/stl',
    buffer: stl.subarray(0, stl.length - 40),
  });
  await expect(page.getByRole('alert')).toContainText('cut short');
  await file.setInputFiles({ name: 'back.stl', mimeType: 'model/stl', buffer: stl });
  await expect(page.getByText('The file does not say its unit.')).toBeVisible();
  await page.getByLabel('File unit').click();
  await page.getByText('millimetres', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'Take over 16 features' })).toBeVisible();
  await expect(page.getByText(/^Tilt of 0.0° taken out/)).toBeVisible();
  await page
    .getByRole('textbox', { name: 'Name of back post 1', exact: true })
    .fill('left key support');
  // One is ignored on the list, one on the picture.
  await page.getByRole('checkbox', { name: 'Keep back post 2', exact: true }).click();
  await page.getByRole('checkbox', { name: /^back rib 1, / }).press('Enter');
  await page.getByRole('button', { name: 'Take over 14 features' }).click();
  await expect(page.getByText('Taken over: the back with 14 features.')).toBeVisible();
  await saved(page);
  const back = (await documentOf(page, key))['shell'].bodies[0].pieces.find(
    (p: { role: string }) => p.role === 'back',
  );
  expect([
    back.depth.mm,
    back.features.length + back.zones.length + back.openings.length,
    back.features.some((f: { name: string }) => f.name === 'left key support'),
  ]).toEqual([expect.closeTo(18, 1), 14, true]);
  // The whole way by STEP too: its reader runs under a rule of its own.
  await file.setInputFiles({
    name: 'tray.step',
    mimeType: 'model/step',
    buffer: Buffer.from(stepText(squareTray())),
  });
  await expect(page.getByText('STEP,')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take over 1 feature' })).toBeVisible();
});

test('a photo of a half on a sheet: corners, how it lies, a post traced and taken over with its uncertainty', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(`${stationUrl(key, 'shell')}?view=picture`);
  const s = photographed(3);
  const { w, h } = s.gray;
  const png = await page.evaluate(
    ({ w, h, raw }) => {
      const c = Object.assign(document.createElement('canvas'), { width: w, height: h });
      const pen = c.getContext('2d')!;
      const im = pen.createImageData(w, h);
      const b = atob(raw);
      for (let i = 0; i < b.length; i++) {
        const v = b.charCodeAt(i);
        im.data.set([v, v, v, 255], 4 * i);
      }
      pen.putImageData(im, 0, 0);
      return c.toDataURL('image/png').split(',')[1]!;
    },
    { w, h, raw: Buffer.from(s.gray.px).toString('base64') },
  );
  const file = page.getByLabel('Picture file');
  await file.setInputFiles({
    name: 'x.png',
    mimeType: 'image/png',
    buffer: Buffer.from('no picture'),
  });
  await expect(page.getByRole('alert')).toHaveText('This is neither a JPEG nor a PNG picture.');
  await file.setInputFiles({
    name: 'half.png',
    mimeType: 'image/png',
    buffer: Buffer.from(png, 'base64'),
  });
  await page.getByText('Photo from above').click();
  const plate = page.getByRole('application');
  const box = (await plate.boundingBox())!;
  const fit = Math.min((box.width - 40) / w, (box.height - 40) / h);
  const click = async ([x, y]: readonly [number, number], then: string | RegExp) => {
    await page.mouse.click(
      box.x + (box.width - w * fit) / 2 + x * fit,
      box.y + (box.height - h * fit) / 2 + y * fit,
    );
    await expect(page.locator('.plate-hint')).toHaveText(then);
  };
  const at = (x: number, y: number, z = 15) => s.pixel(x + s.ox, y + s.oy, z);
  const next = [/corner 2/, /corner 3/, /corner 4/, /place 1 of 2/];
  for (const [i, c] of s.corners.entries()) await click(c, next[i]!);
  await expect(page.getByText(/points followed along its four sides/)).toBeVisible();
  await click(at(20, 0), /place 2 of 2/);
  await click(at(70, 0), /left edge/);
  await click(at(0, 30), /0 so far/);
  await page.getByLabel('Below the rim').click();
  await page.getByTitle('0', { exact: true }).last().click();
  for (const [i, a] of [0, 1.6, 3.1, 4.7].entries()) {
    await click(at(70 + 4 * Math.cos(a), 44 + 4 * Math.sin(a)), new RegExp(`${i + 1} so far`));
  }
  await page.getByRole('button', { name: 'Finish it' }).click();
  await expect(page.getByText(/^8\.\d mm across, ± 0\.\d+/)).toBeVisible();
  await page.getByRole('button', { name: /^Take over 1/ }).click();
  await saved(page);
  const body = (await documentOf(page, key))['shell'].bodies[0];
  const post = body.pieces[1].features.at(-1);
  expect([post.shape.d.mm, post.at.x.length.how]).toEqual([expect.closeTo(8, 0), 'photo']);
  expect(Math.abs(post.at.x.length.mm - 70)).toBeLessThan(3);
  expect(body.underlays).toHaveLength(1);
  // The picture lies under the drawing and fades.
  await page.getByRole('link', { name: 'Readings' }).click();
  await expect(page.locator('.mat image')).toHaveAttribute('opacity', '0.5');
  await page.getByRole('slider', { name: 'Fade of the picture under the back' }).press('ArrowLeft');
  await expect(page.locator('.mat image')).toHaveAttribute('opacity', '0.45');
});

test('the donor sheet: a sense line nobody answered is a hit, a blanked jack is in the list of things to close', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(`${stationUrl(key, 'shell')}?view=donor`);
  await page.getByLabel('Faults', { exact: true }).click();
  await page.getByTitle('leaked cells').click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Leaked cells: gloves and eye protection.')).toBeVisible();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('was not seen working')).toBeVisible();
  const card = page.getByRole('region', { name: 'Kept: kept part' });
  await card.getByLabel('A line kept part will miss').click();
  // A menu that is still opening may swallow a click.
  const unanswered = page.getByText('jack detect not answered');
  await expect(async () => {
    if (!(await unanswered.isVisible())) {
      await page.getByTitle('jack detect').click({ timeout: 2000 });
    }
    await expect(unanswered).toBeVisible({ timeout: 3000 });
  }).toPass();
  await card.getByLabel('jack detect of kept part').click();
  await page.getByTitle('bridged').last().click();
  await expect(page.getByText('jack detect not answered')).toBeHidden();
  await card.getByRole('button', { name: 'Lay it out: into the kit' }).click();
  await page.getByLabel('What becomes of jack hole').click();
  await page.getByTitle('blanked').last().click();
  await expect(page.getByText('7 of 8 decided')).toBeVisible();
  await saved(page);
  await page.goto(stationUrl(key, 'cut'));
  await expect(page.getByText(/jack hole, back: a plug 6\.2 mm/)).toBeVisible();
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.getByText('kept part').first()).toBeVisible();
});

test('a graft: a second body on a hinge that shuts too low is a hit until the axis is higher', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp');
  await page.goto(`${stationUrl(key, 'shell')}?view=bodies`);
  await page.getByRole('button', { name: 'A lid as wide as this, to be measured' }).click();
  const up = page.getByRole('textbox', { name: 'Axis up from the parting planes' });
  await up.fill('3');
  await up.press('Enter');
  await expect(page.getByText(/mm overlap/).first()).toBeVisible();
  await up.fill('30');
  await up.press('Enter');
  await expect(page.getByText(/mm overlap/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Lid', exact: true }).click();
  await page.getByRole('link', { name: 'Measuring round' }).click();
  await expect(page.getByRole('textbox', { name: /half, rim to outer face/ })).toBeFocused();
  await page.keyboard.type('7');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Back half, rim to outer face' })).toBeFocused();
  await saved(page);
  const bodies = (await documentOf(page, key))['shell'].bodies;
  expect([
    bodies.length,
    bodies[1].pieces[0].id,
    bodies[1].pieces[0].depth.mm,
    bodies[0].pieces[0].depth.mm === 7,
  ]).toEqual([2, 'lid-front', 7, false]);
});
