/** Fit beyond the drag: the mechanical problems by keys alone, wires, measuring, what cannot be put together. */
import { readFileSync } from 'node:fs';
import { STARTER_PARTS } from '../core/catalogue';
import { appliedAll, type Change, length, type Placement, type Project } from '../core/model';
import { documentOf, expect, openFit, openExample, saved, stationUrl, test } from './bench';

/** A board and a screen with a long ribbon between them, alone in a large shell. */
function withLead(d: Project): Project {
  const body = d.shell.bodies[0]!;
  const empty: Project = {
    ...d,
    kit: { parts: [], items: [] },
    layout: { placements: [] },
    controls: { ...d.controls, inputs: [] },
    shell: {
      bodies: [
        {
          ...body,
          outline: { kind: 'rect', w: length(240), h: length(160), r: length(8) },
          pieces: body.pieces.map((q) => ({
            ...q,
            openings: [],
            features: [],
            depth: length(26),
          })),
        },
      ],
    },
  };
  const stand = (id: string, piece: string, more: Partial<Placement>): Change[] => [
    { do: 'add', part: STARTER_PARTS.find((q) => q.id === id)! },
    {
      do: 'stand',
      placement: {
        item: id,
        on: { piece },
        x: 0,
        y: 0,
        turn: 0,
        up: 'in',
        stand: 'flat',
        lift: 1,
        held: 'jig',
        fixed: 'screws',
        ...more,
      },
    },
  ];
  return appliedAll(empty, [
    ...stand('pane-5-hdmi', 'front', { x: 40, y: 60, up: 'out' }),
    ...stand('teasel', 'back', { x: 120, y: 30 }),
    { do: 'add', part: STARTER_PARTS.find((q) => q.id === 'lead-hdmi-200')! },
  ]);
}

test('the mechanical problems of the demo are solved by keyboard only: next finding, its first way out, until nothing is left', async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2');
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.locator('article.finding:has(.no.hit)')).toHaveCount(3);
  for (let left = 3; left > 0; left--) {
    await expect(page.getByText('Looking for ways out ...')).toHaveCount(0);
    await expect(page.locator('article.finding .way').first()).toBeVisible();
    // Tab by tab to the first way out on offer.
    for (let k = 0; k < 120; k++) {
      await page.keyboard.press('Tab');
      if (
        await page.evaluate(
          () =>
            document.activeElement?.matches('article.finding .way, article.finding .way *') ??
            false,
        )
      ) {
        break;
      }
    }
    await page.keyboard.press('Enter');
    await expect(page.locator('article.finding:has(.no.hit)')).toHaveCount(left - 1);
  }
  await saved(page);
});

test('wires: a bundle is chosen, its wires are named with what to cut; a plug shortens them, a colour is kept, the table comes out', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done');
  await page.keyboard.press('i');
  const view = page.getByRole('region', { name: 'Wires' });
  await expect(view.getByText(/^36 wires in 11 bundles, [\d.]+ m to cut/)).toBeVisible();
  await view.getByRole('button', { name: 'Pane 2.8 to Teasel' }).click();
  const row = view.getByRole('row', { name: /Pane 2\.8 SCK/ });
  await expect(row.getByRole('cell').nth(7)).toHaveText('155');
  await view.getByRole('checkbox', { name: 'plug instead of a loop' }).click();
  await expect(row.getByRole('cell').nth(6)).toHaveText('');
  await expect(view.getByText('Before the halves part, unplug: Pane 2.8 to Teasel.')).toBeVisible();
  await row.getByRole('combobox', { name: /^Colour of/ }).click();
  await page.getByTitle('orange', { exact: true }).last().click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    view.getByRole('button', { name: 'Cut lengths, CSV' }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toMatch(
    /Pane 2\.8 SCK,Teasel GPIO11,SPI clock,orange,30,\d+,,\d+,Pane 2\.8 to Teasel/,
  );
  await saved(page);
  const nets = (await documentOf(page, key))['wiring'].nets as Array<{
    id: string;
    colour?: string;
    plug?: boolean;
  }>;
  expect(nets.filter((n) => n.plug).length).toBe(8);
  expect(nets.find((n) => n.colour)!.id).toBe('screen-sck--teasel-gpio11');
});

test('measure: two clicked parts say how far they are apart; largest that fits is asked directly', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2-done');
  await page.keyboard.press('m');
  const view = page.getByRole('region', { name: 'Measure' });
  await page.locator('[data-item="pad"]').focus();
  await page.locator('[data-item="pair"]').focus();
  await expect(view.getByText(/^\d+\.\d\d mm free$/)).toBeVisible();
  await expect(view.getByText(/^Along each axis: /)).toBeVisible();
  await view.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('h');
  await page.getByRole('button', { name: 'Largest cell that fits?' }).click();
  await expect(
    page.getByText('Slab 2500, 2500 mAh, is the largest cell that fits: the one you have.', {
      exact: false,
    }),
  ).toBeVisible();
});

test("a socket that meets the other half's closed wall cannot shut; the notch on offer clears it", async ({
  page,
}) => {
  const key = await openExample(page, 'dabchick-2-done', (d) => {
    const q = (d['layout'] as { placements: Array<Record<string, unknown>> }).placements.find(
      (x) => x['item'] === 'charger',
    )!;
    Object.assign(q, { on: { piece: 'front' }, x: 140, lift: 14 });
  });
  await page.goto(stationUrl(key, 'fit'));
  await expect(page.getByText('Cannot close: 1.6 mm in the way')).toBeVisible();
  await page.getByRole('button', { name: /Make its hole an open notch/ }).click();
  await expect(page.getByText('Cannot close: 1.6 mm in the way')).toHaveCount(0);
});

test('looked at closely: the next finding comes into the middle, a loupe, a second profile line that follows the pointer, and all of it again', async ({
  page,
}) => {
  await openFit(page, 'dabchick-2');
  const book = page.getByRole('group', { name: 'The open book' });
  const teasel = book.locator('[data-item="teasel"]');
  const width = async () => (await teasel.boundingBox())!.width;
  const whole = await width();
  await page.keyboard.press('n');
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await expect.poll(width).toBeGreaterThan(2 * whole);
  // The ring of the chosen finding lies in the middle of the picture.
  const box = (await book.boundingBox())!;
  const ring = (await book.locator('.flag circle').first().boundingBox())!;
  expect(Math.abs(ring.x + ring.width / 2 - box.x - box.width / 2)).toBeLessThan(3);
  await page.keyboard.press('0');
  await expect.poll(width).toBeLessThan(whole + 1);
  await page.getByRole('button', { name: 'Closer' }).click();
  await expect.poll(width).toBeGreaterThan(1.4 * whole);
  await page.getByRole('button', { name: 'Whole' }).click();
  await page.keyboard.press('l');
  await page.mouse.move(box.x + 300, box.y + 200);
  await expect(book.locator('use')).toHaveCount(1);
  await page.keyboard.press('l');
  await expect(book.locator('use')).toHaveCount(0);
  const profile = page.getByRole('region', { name: 'Profile' });
  await profile.getByRole('button', { name: 'Another line' }).click();
  await expect(profile.getByRole('heading')).toHaveText('Profile B');
  await page.keyboard.press('f');
  await page.mouse.move(box.x + 250, box.y + 180);
  const first = await profile.locator('.note').first().textContent();
  await page.mouse.move(box.x + 330, box.y + 180);
  await expect(profile.locator('.note').first()).not.toHaveText(first!);
  await profile.getByRole('button', { name: 'Drop B' }).click();
  await expect(profile.getByRole('heading')).toHaveText('Profile A');
});

test('what is easily missed: glue behind a socket is said and a bracket clears it; a plate set too high holds its caps down and is set back; each state is told', async ({
  page,
}) => {
  const key = await openFit(page, 'dabchick-2-done');
  const side = page.getByRole('complementary', { name: 'What touches' });
  const book = page.getByRole('group', { name: 'The open book' });
  await book.locator('[data-item="charger"]').focus();
  await side.getByRole('combobox', { name: 'Fixed with' }).click();
  await page.getByTitle('hot glue', { exact: true }).click();
  const stop = side.getByRole('article').filter({ hasText: 'Nothing hard behind the socket' });
  await expect(stop).toBeVisible();
  await stop.getByText('Set a bracket behind and beside Step 5/3A').click();
  await expect(stop).toHaveCount(0);
  await book.locator('[data-item="keys"]').focus();
  const lift = side.getByLabel('Above its floor');
  await lift.fill('2');
  await lift.press('Enter');
  const cap = side.getByRole('article').filter({ hasText: 'Held down 0.4 mm' });
  await expect(cap).toContainText('and 3 more');
  await cap.getByText('Set Key plate 0.5 mm further from the face').click();
  await expect(cap).toHaveCount(0);
  await page.keyboard.press('h');
  const hands = page.getByRole('region', { name: 'In the hands' });
  await expect(hands.getByRole('row', { name: /Plugged in 172 × 122 × 40/ })).toBeVisible();
  await expect(hands.getByText("every thumb's way", { exact: false })).toBeVisible();
  await saved(page);
  const placements = (await documentOf(page, key))['layout'].placements as Array<{
    item: string;
    fixed?: string;
    lift: number;
  }>;
  expect([
    placements.find((q) => q.item === 'charger')!.fixed,
    placements.find((q) => q.item === 'keys')!.lift,
  ]).toEqual(['bracket', 2.5]);
});

test('a lead far too long is folded by the way out on offer, drawn where it lies, and turned straight again in its table', async ({
  page,
}) => {
  const key = await openExample(page, 'wisp', (d) => {
    Object.assign(d, withLead(d as unknown as Project));
  });
  await page.goto(stationUrl(key, 'fit'));
  const card = page.locator('article.finding', { hasText: 'mm to fold away' });
  await card.getByRole('button', { name: /^1?\s*Fold it once/ }).click();
  await expect(card).toHaveCount(0);
  await page.keyboard.press('i');
  await expect(page.getByText('folded', { exact: true })).toBeVisible();
  await expect(page.getByRole('cell', { name: /^Folded once: \d+ × 12 × 5\.5 mm/ })).toBeVisible();
  await page.getByRole('combobox', { name: 'Folds of HDMI ribbon, long' }).click();
  await page.getByTitle('no fold').click();
  await expect(card).toBeVisible();
  await saved(page);
  expect(
    (await documentOf(page, key))['kit'].items.every(
      (i: { folds?: number }) => i.folds === undefined,
    ),
  ).toBe(true);
});
