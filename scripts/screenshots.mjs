/** `npm run screenshots`: one picture of each main view from the demo builds, at 1280 x 800. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say } from './folders.mjs';
import { register } from 'tsx/esm/api';
import { onSite } from './onSite.mjs';

// Demo builds and fixtures come from core as it is written.
register();

const out = join(ROOT, 'docs/screenshots');
mkdirSync(out, { recursive: true });
const site = await onSite('shots');
const { browser } = site;
try {
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
  });
  const { builds } = await (await fetch(`${site.url}/api/builds`)).json();
  const key = (name) => builds.find((b) => b.name.startsWith(name)).key;
  const loaner = key('Dabchick 2, the loaner');
  const shoot = async (name, path, act = async () => {}) => {
    await page.goto(`${site.url}${path}`);
    await page.waitForLoadState('networkidle');
    // A view is shown with its verdict and its ways out.
    await page.locator('.verdict[aria-busy]').waitFor({ state: 'detached' });
    // Rows of the list are judged one after another.
    await page.waitForFunction(() => !document.body.innerText.includes('Checking ...'));
    await page.getByText('Looking for ways out ...').first().waitFor({ state: 'detached' });
    await act();
    await page.screenshot({ path: join(out, `${name}.png`) });
    say(`docs/screenshots/${name}.png`);
  };
  await shoot('builds', '/');
  await shoot('new-build', '/new', async () => {
    await page.getByRole('button', { name: /^tv box/ }).click();
  });
  await shoot('shell', `/b/${loaner}/shell`, async () => {
    await page.locator('.list button', { hasText: 'rear post' }).first().click();
  });
  await shoot('brief', `/b/${loaner}/brief`);
  await shoot('kit', `/b/${loaner}/kit`, async () => {
    await page.getByRole('button', { name: 'Own part' }).click();
    await page.getByLabel('As its maker prints it').fill('3.7 V 1200 mAh 5 x 34 x 50');
  });
  await shoot('fit', `/b/${loaner}/fit`, async () => {
    await page.getByRole('button', { name: 'Show finding 2' }).click();
  });
  await shoot('fit-3d', `/b/${loaner}/fit`, async () => {
    await page.keyboard.press('3');
    await page.getByText('making the shell ...').waitFor({ state: 'detached' });
    await page.getByRole('slider', { name: 'Apart' }).focus();
    await page.keyboard.press('End');
    // Two frames, and the finer picture that follows once it rests.
    await page.waitForFunction(() => Number(document.querySelector('canvas')?.dataset.frames) > 1);
    await page.waitForTimeout(1200);
  });
  await shoot('fit-wires', `/b/${loaner}/fit`, async () => {
    await page.keyboard.press('i');
    await page.getByRole('button', { name: 'Pane 2.8 to Teasel' }).click();
  });
  await shoot('cut', `/b/${loaner}/cut`, async () => {
    await page.getByRole('button', { name: 'Find the least' }).click();
    await page.getByRole('button', { name: 'Do this' }).first().waitFor({ timeout: 90_000 });
  });
  await shoot('cut-made', `/b/${key('Dabchick 2, finished')}/cut?view=made`, async () => {
    await page.getByText('It touches nothing there.').first().waitFor();
  });
  await shoot('controls', `/b/${loaner}/controls`);
  await shoot(
    'controls-press',
    `/b/${key('Dabchick 2, finished')}/controls?view=press`,
    async () => {
      await page.getByText('Stand-in board').click();
      await page.getByRole('combobox', { name: 'Mistakes' }).click();
      await page.getByTitle('two mistakes').click();
      await page.getByRole('button', { name: 'Wire the stand-in' }).click();
      await page.getByRole('button', { name: 'Press all that are left' }).click();
      await page.getByRole('region', { name: 'What is wrong' }).waitFor();
    },
  );
  await shoot('controls-board', `/b/${key('Linnet')}/controls?view=board`, async () => {
    await page.getByRole('button', { name: /pads, numbered/ }).click();
    await page.getByText('Stand-in board').click();
    await page.getByRole('button', { name: 'Lay it on the bench' }).click();
    await page.getByRole('button', { name: 'Read on to the end' }).click();
    await page.getByText('Nothing is left to be asked').waitFor({ timeout: 90_000 });
  });
  await shoot('power', `/b/${loaner}/power`);
  await shoot('bench', `/b/${loaner}/bench?trial=draw:teasel:game`, async () => {
    await page.getByText('Instruments that talk').click();
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByRole('button', { name: 'Put in' }).click();
    await page.getByText(' h → ').or(page.getByText('→')).first().waitFor();
  });
  await shoot('build', `/b/${loaner}/build`);
  const fresh = await (
    await fetch(`${site.url}/api/builds`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        document: (await import('../core/model/empty.ts')).emptyProject('new-build', 'New build'),
      }),
    })
  ).json();
  await captured(shoot, page, loaner, fresh.key);
} finally {
  await site.close();
}

/** The other ways into a shell: the round half-way, a photo, the donor, a graft. */
async function captured(shoot, page, loaner, fresh) {
  const { photographed } = await import('../core/capture/photo.fixture.ts');
  const { length } = await import('../core/model/index.ts');
  const shell = `/b/${loaner}/shell?view=`;
  const ask = async (name, typed) => {
    await page.getByRole('textbox', { name, exact: true }).fill(typed);
    await page.keyboard.press('Enter');
  };
  await shoot('shell-round', `/b/${fresh}/shell?view=round`, async () => {
    for (const [n, v] of [
      ['Outer width', '118; 118.1; 118'],
      ['Outer height', '88'],
      ['Corner radius', '6'],
      ['Wall thickness', '2.4'],
      ['Front half, rim to outer face', '12'],
      ['Back half, rim to outer face', '22'],
    ]) {
      await ask(n, v);
    }
    await page.getByRole('button', { name: 'posts none yet' }).click();
    await page.getByRole('button', { name: 'Add a post to the back' }).click();
    await ask('post: across', '14');
    await page.getByRole('textbox', { name: 'post: up' }).waitFor();
  });
  const s = photographed(3);
  const { w, h } = s.gray;
  const tray = {
    id: 'shell',
    name: 'Tray',
    spine: 'left',
    wall: length(2.2),
    outline: { kind: 'rect', w: length(92), h: length(58), r: length(7) },
    pieces: ['front', 'back'].map((role) => ({
      id: role,
      role,
      material: 'abs',
      depth: length(15),
      zones: [],
      features: [],
      openings: [],
    })),
  };
  const { emptyProject } = await import('../core/model/index.ts');
  const made = await (
    await fetch(`${site.url}/api/builds`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        document: { ...emptyProject('tray', 'Tray from a photo'), shell: { bodies: [tray] } },
      }),
    })
  ).json();
  await shoot('shell-picture', `/b/${made.key}/shell?view=picture`, async () => {
    const png = await page.evaluate(
      ({ w, h, raw }) => {
        const c = Object.assign(document.createElement('canvas'), { width: w, height: h });
        const pen = c.getContext('2d');
        const im = pen.createImageData(w, h);
        const b = atob(raw);
        for (let i = 0; i < b.length; i++) {
          const v = b.charCodeAt(i);
          im.data[4 * i] = v;
          im.data[4 * i + 1] = v;
          im.data[4 * i + 2] = v;
          im.data[4 * i + 3] = 255;
        }
        pen.putImageData(im, 0, 0);
        return c.toDataURL('image/png').split(',')[1];
      },
      { w, h, raw: Buffer.from(s.gray.px).toString('base64') },
    );
    await page.getByLabel('Picture file').setInputFiles({
      name: 'half.png',
      mimeType: 'image/png',
      buffer: Buffer.from(png, 'base64'),
    });
    await page.getByText('Photo from above').click();
    const box = await page.getByRole('application').boundingBox();
    const fit = Math.min((box.width - 40) / w, (box.height - 40) / h);
    const hint = page.locator('.plate-hint');
    const click = async ([x, y]) => {
      const before = await hint.innerText();
      await page.mouse.click(
        box.x + (box.width - w * fit) / 2 + x * fit,
        box.y + (box.height - h * fit) / 2 + y * fit,
      );
      await page.waitForFunction(
        (t) => document.querySelector('.plate-hint')?.textContent !== t,
        before,
      );
    };
    const at = (x, y, z = 15) => s.pixel(x + s.ox, y + s.oy, z);
    const ring = (x, y, r) =>
      [0, 1.6, 3.1, 4.7].map((a) => at(x + r * Math.cos(a), y + r * Math.sin(a)));
    for (const c of s.corners) await click(c);
    await page.getByText(/points followed/).waitFor();
    for (const c of [at(20, 0), at(70, 0), at(0, 30), ...ring(70, 44, 4)]) await click(c);
    await page.getByRole('button', { name: 'Finish it' }).click();
    for (const c of ring(12, 12, 3.2).slice(0, 3)) await click(c);
  });
  await shoot('shell-bodies', `${shell}bodies`, async () => {
    await page.getByRole('button', { name: /A lid as wide/ }).click();
    await page.getByRole('slider', { name: 'Angle between the fronts' }).waitFor();
    for (let i = 0; i < 35; i++) {
      await page.getByRole('slider', { name: 'Angle between the fronts' }).press('ArrowLeft');
    }
  });
}
