/** Every key pressed before the case is closed: on the stand-in, with a pad, from the handheld's log. */
import type { Page } from '@playwright/test';
import { SerialPad } from '../simulators/board/serial';
import { documentOf, expect, fewKeys, openExample, saved, SITE, stationUrl, test } from './bench';

/** A pad of six keys, one of whose contacts is gone. */
const PAD_WITH_A_GAP = 19;

async function openPressTest(page: Page): Promise<string> {
  const key = await openExample(page, 'dabchick-2-done');
  await page.goto(stationUrl(key, 'controls'));
  await page.getByRole('link', { name: 'Press test' }).click();
  return key;
}

// There is one board, and one page at a time has it.
test.describe.serial('the stand-in', () => {
  test('press test: on the stand-in, by keyboard, two mistakes are named, mended one by one, and all is clean', async ({
    page,
  }) => {
    const key = await openPressTest(page);
    await page.getByText('Stand-in board').click();
    await page.getByRole('combobox', { name: 'Mistakes' }).click();
    await page.getByTitle('two mistakes').click();
    await page.getByRole('button', { name: 'Wire the stand-in' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByText('1 of 12')).toBeVisible();
    await page.getByRole('button', { name: 'Press it', exact: true }).focus();
    for (let n = 2; n <= 12; n++) {
      await page.keyboard.press('Enter');
      await expect(page.getByText(`${n} of 12`)).toBeVisible();
    }
    await page.keyboard.press('Enter');
    const wrong = page.getByRole('region', { name: 'What is wrong' });
    await expect(wrong.getByText('Pad up tells Right shoulder key')).toBeVisible();
    await expect(wrong.getByText('Answer key 3 reads as pressed')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Pad up: answered wrongly' })).toBeVisible();
    for (let mends = 0; mends < 2; mends++) {
      await wrong.getByRole('button', { name: 'Mended: press those again' }).first().click();
      await page.getByRole('button', { name: 'Press all that are left' }).click();
    }
    await expect(page.getByText('Every key tells its own code, once.')).toBeVisible();
    // Nothing of the stand-in is kept, and it is free for others.
    const freed = page.waitForResponse((r) => r.request().method() === 'DELETE');
    await page.getByRole('link', { name: 'Inputs' }).click();
    await freed;
    expect((await documentOf(page, key)).controls.pressed).toBeUndefined();
  });

  test('a board that a page of this tab left unheard is given back to the tab, to no other', async ({
    page,
    context,
  }) => {
    const key = await openExample(page, 'linnet', (d) => fewKeys(d, 6));
    const lay = async (on: typeof page): Promise<void> => {
      await on.goto(stationUrl(key, 'controls'));
      await on.getByRole('link', { name: 'Kept board' }).click();
      const number = on.getByRole('button', { name: '7 pads, numbered' });
      const standIn = on.getByText('Stand-in board');
      await expect(number.or(standIn).first()).toBeVisible();
      if (await number.isVisible()) await number.click();
      await standIn.click();
      await on.getByRole('button', { name: 'Lay it on the bench' }).click();
    };
    const laid = page.waitForRequest((r) => r.url().endsWith('/board/kept'));
    await lay(page);
    const { owner } = (await laid).postDataJSON() as { owner: string };
    await expect(page.getByRole('button', { name: 'Read it', exact: true })).toBeVisible();
    await saved(page);
    const freed = page.waitForResponse((r) => r.request().method() === 'DELETE');
    await page.getByRole('link', { name: 'Inputs' }).click();
    await freed;
    // It is held by the page that went, as if nobody had heard it go.
    const held = { data: { owner, do: 'table' } };
    expect((await page.request.post(`${SITE()}/api/board/do`, held)).ok()).toBe(true);
    const other = await context.newPage();
    await lay(other);
    await expect(other.getByText('The board is in use by another page.')).toBeVisible();
    await other.close();
    await lay(page);
    await expect(page.getByRole('button', { name: 'Read it', exact: true })).toBeVisible();
  });

  test('kept board: an old board nobody has a drawing of, read by a hand that slips', async ({
    page,
  }) => {
    test.slow();
    const key = await openExample(page, 'linnet', (d) => fewKeys(d, 6));
    await page.goto(stationUrl(key, 'controls'));
    await page.getByRole('link', { name: 'Kept board' }).click();
    await page.getByRole('button', { name: '7 pads, numbered' }).click();
    await page.getByText('Stand-in board').click();
    const laid = page.waitForRequest((r) => r.url().endsWith('/board/kept'));
    await page.getByRole('button', { name: 'Lay it on the bench' }).click();
    const { owner } = (await laid).postDataJSON() as { owner: string };
    await page.getByRole('button', { name: 'Read it', exact: true }).click();
    await expect(page.locator('summary', { hasText: /^1 reading/ })).toBeVisible();
    await page.getByRole('button', { name: 'Read on to the end' }).click();
    await expect(page.getByText('Every key is traced: 6 of 6.')).toBeVisible({ timeout: 60_000 });
    // As it is wired, and no matter which of two joined pads is named.
    const inside = await page.request.post(`${SITE()}/api/board/do`, {
      data: { owner, do: 'table' },
    });
    const { keys } = (await inside.json()) as { keys: Array<{ pads: string[] }> };
    const table = page.getByRole('table', { name: 'Keys and their pads' });
    const wires = page.getByRole('table', { name: 'One wire for each net' }).getByRole('row');
    const nets = (await wires.allTextContents())
      .slice(1)
      .map((row) => row.replace(/(common|own|row|column).*$/, '').split(' = '));
    const first = (pad: string): string => nets.find((n) => n.includes(pad))?.[0] ?? pad;
    for (const [i, { pads }] of keys.entries()) {
      const told = (await table
        .getByRole('row')
        .nth(i + 1)
        .getByRole('cell')
        .nth(1)
        .textContent())!;
      const ends = told.replace(/ only$/, '').split(/ and | to /);
      expect(ends.map(first).sort()).toEqual(pads.map(first).sort());
    }
    await page.getByRole('link', { name: 'Inputs' }).click();
    await saved(page);
    expect((await documentOf(page, key)).controls.tracing?.readings).toEqual([]);
  });

  test('serial pad: one nobody has a drawing of, captured to the end; a contact that is gone moves nothing', async ({
    page,
  }) => {
    test.slow();
    const key = await openExample(page, 'linnet', (d) => fewKeys(d, 6));
    const { inputs } = (await documentOf(page, key)).controls;
    await page.goto(stationUrl(key, 'controls'));
    await page.getByRole('link', { name: 'Serial pads' }).click();
    await page.getByRole('button', { name: 'Read the keys over the serial pad' }).click();
    await page.getByText('Stand-in pad').click();
    const seed = page.getByLabel('Seed of the serial pad');
    await seed.fill(String(PAD_WITH_A_GAP));
    await seed.press('Enter');
    await page.getByRole('button', { name: 'Lay it on the bench' }).click();
    await page.getByRole('button', { name: 'Capture it' }).click();
    await expect(page.getByText(`Hold ${inputs[0]!.name}`)).toBeVisible();
    await page.getByRole('button', { name: 'Capture all that are left' }).click();
    await expect(page.getByText('Every key is captured.')).toBeVisible();
    const pad = new SerialPad({
      keys: inputs.map((i: { id: string }) => i.id),
      seed: PAD_WITH_A_GAP,
    });
    const told = pad.table().map((line) => line.split(' ')[2]!);
    expect(told.filter((bit) => bit === '-')).toHaveLength(1);
    const table = page.getByRole('table', { name: 'Bits of the serial pad' });
    for (const [i, bit] of told.entries()) {
      if (bit === '-') {
        const gone = page.getByRole('button', { name: `${inputs[i]!.name}: answered wrongly` });
        await expect(gone).toBeVisible();
        continue;
      }
      const row = table.getByRole('row').nth(Number(bit) + 1);
      await expect(row.getByRole('cell').nth(3)).toHaveText(inputs[i]!.name);
    }
    // Nothing of it is the builder's.
    await saved(page);
    expect((await documentOf(page, key)).controls.bus?.captures ?? []).toEqual([]);
  });

  test('press test: a key pressed on the drawing is pressed on the board', async ({ page }) => {
    await openPressTest(page);
    await page.getByText('Stand-in board').click();
    await page.getByRole('combobox', { name: 'Mistakes' }).click();
    await page.getByTitle('no mistake').click();
    await page.getByRole('button', { name: 'Wire the stand-in' }).click();
    await expect(page.getByText('1 of 12')).toBeVisible();
    const left = page.getByRole('button', { name: /^Pad left: not pressed/ });
    await left.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Pad left: answered as planned' })).toBeVisible();
    // There is one board: another page is told so, and has it once this one has left.
    const other = await page.context().newPage();
    await openPressTest(other);
    await other.getByText('Stand-in board').click();
    const wire = other.getByRole('button', { name: 'Wire the stand-in' });
    await wire.click();
    await expect(other.getByRole('alert')).toContainText('in use by another page');
    await page.getByRole('button', { name: 'Press all that are left' }).click();
    await expect(page.getByText('Every key tells its own code, once.')).toBeVisible();
    const freed = page.waitForResponse((r) => r.request().method() === 'DELETE');
    await page.getByRole('link', { name: 'Inputs' }).click();
    await freed;
    await wire.click();
    await expect(other.getByText('1 of 12')).toBeVisible();
  });
});

/** A pad of twelve buttons that a spec presses; buttons are numbered as header lines are. */
async function withPad(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const pad = {
      id: 'a board on a lead',
      connected: true,
      mapping: '',
      axes: [],
      buttons: Array.from({ length: 12 }, () => ({ pressed: false })),
    };
    Object.assign(globalThis, { padOfSpec: pad });
    Object.assign(navigator, { getGamepads: () => [pad] });
  });
}
const pressed = (page: Page, button: number): Promise<void> =>
  page.evaluate(async (n) => {
    const { buttons } = (
      globalThis as unknown as { padOfSpec: { buttons: { pressed: boolean }[] } }
    ).padOfSpec;
    const frame = () => new Promise(requestAnimationFrame);
    buttons[n]!.pressed = true;
    await frame();
    await frame();
    buttons[n]!.pressed = false;
    await frame();
  }, button);

test('press test: with a pad, two keys swapped are a hit; the map is made as wired, only they are pressed again, and the gate is passed', async ({
  page,
}) => {
  await withPad(page);
  const key = await openPressTest(page);
  await page.getByText('Pad on this computer').click();
  await expect(page.getByText('Reads a board on a lead.')).toBeVisible();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('1 of 12')).toBeVisible();
  // Numbers of the codes, as an SDL backend ranks them; up and down of the cross pad change places.
  const numbers: Record<string, number> = {
    'Answer key 2': 0,
    'Answer key 3': 1,
    'Answer key 4': 2,
    'Answer key 1': 3,
    'Left shoulder key': 4,
    'Right shoulder key': 5,
    'Left middle key': 6,
    'Right middle key': 7,
    'Pad up': 9,
    'Pad down': 8,
    'Pad left': 10,
    'Pad right': 11,
  };
  const plan = await documentOf(page, key);
  const order: string[] = [];
  for (let n = 1; n <= 12; n++) {
    await expect(page.getByText(`${n} of 12`)).toBeVisible();
    const name = await page.getByRole('status', { name: 'Asked for' }).locator('b').innerText();
    order.push(name);
    await pressed(page, numbers[name]!);
  }
  expect(order.sort()).toEqual(plan.controls.inputs.map((i: { name: string }) => i.name).sort());
  const findings = page.getByRole('complementary', { name: 'Controls findings' });
  await expect(findings.getByRole('heading', { name: 'Two wires swapped' })).toBeVisible();
  await expect(page.locator('.verdict')).toContainText('Not ready: 1 hit');
  await findings.getByRole('button', { name: /Change the map to what is wired/ }).click();
  await expect(findings.getByText('2 keys not pressed yet')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Only the 2 that are left' })).toBeChecked();
  await page.getByRole('button', { name: 'Begin' }).click();
  for (let n = 1; n <= 2; n++) {
    await expect(page.getByText(`${n} of 2`)).toBeVisible();
    const name = await page.getByRole('status', { name: 'Asked for' }).locator('b').innerText();
    // The new overlay tells the codes as they are wired.
    await pressed(page, name === 'Pad up' ? 8 : 9);
  }
  await expect(page.getByText(/^Proved on .* with the browser: every key/)).toBeVisible();
  await saved(page);
  await page.goto(stationUrl(key, 'build'));
  await expect(
    page.getByRole('checkbox', { name: /Gate: all 12 keys in the press test/ }),
  ).toBeChecked();
});

test("press test: the handheld's log, with a key that is silent; text that is no log is refused and stays", async ({
  page,
}) => {
  await openPressTest(page);
  await page.getByRole('button', { name: 'Start the beat: 12 keys' }).click();
  await expect(page.getByRole('timer')).toHaveText('1 of 12');
  await page.getByRole('button', { name: 'Stop' }).click();
  const log = page.getByRole('textbox', { name: 'Event log' });
  await log.fill('the keys are all fine');
  await page.getByRole('button', { name: 'Read the log' }).click();
  await expect(page.getByRole('alert')).toContainText('No key event was found');
  await expect(log).toHaveValue('the keys are all fine');
  // In the order of the beat, but for the third, which tells nothing.
  const codes = [310, 544, 547, 545, 546, 314, 315, 308, 304, 305, 307, 311];
  const lines = codes.flatMap((code, beat) =>
    beat === 2
      ? []
      : [1, 0].map(
          (value) =>
            `Event: time ${(100 + 2 * beat + (value ? 0 : 0.1)).toFixed(6)}, type 1 (EV_KEY), code ${code}, value ${value}`,
        ),
  );
  await log.fill(lines.join('\n'));
  await page.getByRole('button', { name: 'Read the log' }).click();
  const findings = page.getByRole('complementary', { name: 'Controls findings' });
  await expect(findings.getByRole('heading', { name: 'A key is silent' })).toBeVisible();
  await expect(findings).toContainText('Pad right tells nothing');
});
