/**
 * `npm run bench:browser`: how soon an edit is painted, how long the page is blocked, and how long
 * the engine takes for a verdict, on the real interface in headless Chromium.
 *
 * Times depend on the machine and on what else it does: they are printed beside the time a frame
 * with nothing to do takes here, and only the ratio is worth comparing.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say } from './folders.mjs';
import { register } from 'tsx/esm/api';
import { onSite } from './onSite.mjs';

// Demo builds and fixtures come from core as it is written.
register();

const NUDGES = 60;
const WARM = 20;

const site = await onSite('bench');
const { browser } = site;
const { crowded } = await import('../core/fit/fit.bench.ts');

const example = (name) =>
  JSON.parse(readFileSync(join(ROOT, `docs/examples/${name}.json`), 'utf8'));
const quantiles = (list) => {
  const sorted = [...list].sort((a, b) => a - b);
  const at = (q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;
  return `p50 ${at(0.5).toFixed(0)} ms, p95 ${at(0.95).toFixed(0)} ms`;
};

/** Runs in the page: presses a key so many times and says when each was painted. */
async function pressed({ keys, times }) {
  const painted = [];
  const blocked = [];
  const watch = new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) blocked.push(entry.duration);
  });
  watch.observe({ type: 'longtask' });
  // From the moment the header says that it checks to the moment it has a verdict again.
  const verdicts = [];
  let asked;
  const header = new MutationObserver(() => {
    const busy = document.querySelector('.verdict[aria-busy]');
    if (busy) asked ??= performance.now();
    else if (asked !== undefined) {
      verdicts.push(performance.now() - asked);
      asked = undefined;
    }
  });
  header.observe(document.body, { subtree: true, childList: true, attributes: true });
  const afterPaint = () =>
    new Promise((resolve) => {
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = resolve;
        port2.postMessage(0);
      });
    });
  for (let i = 0; i < times; i++) {
    const since = performance.now();
    if (keys.length) {
      const init = { ...keys[i % keys.length], bubbles: true };
      (document.activeElement ?? document.body).dispatchEvent(new KeyboardEvent('keydown', init));
    }
    await afterPaint();
    painted.push(performance.now() - since);
    await new Promise((resolve) => {
      setTimeout(resolve, 200);
    });
  }
  watch.disconnect();
  header.disconnect();
  return { painted, blocked, verdicts };
}

async function measure(name, document) {
  const answer = await fetch(`${site.url}/api/builds`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  const { key } = await answer.json();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${site.url}/b/${key}/fit`);
  await page.locator('[data-item]').first().waitFor();
  const drawn = await page.evaluate(() => performance.now());
  await page.locator('.verdict[aria-busy]').waitFor({ state: 'detached' });
  const judged = await page.evaluate(() => performance.now());
  say(`\n${name}`);
  say(
    `  station drawn, then judged: ${drawn.toFixed(0)} ms, ${(judged - drawn).toFixed(0)} ms later`,
  );
  await page.locator('[data-item]').first().focus();
  const nudges = [{ key: 'ArrowRight' }, { key: 'ArrowLeft' }];
  await page.evaluate(pressed, { keys: nudges, times: WARM });
  const rows = [
    ['a frame with nothing to do', []],
    ['nudge to painted', nudges],
    [
      'undo and redo to painted',
      [
        { key: 'z', ctrlKey: true },
        { key: 'y', ctrlKey: true },
      ],
    ],
  ];
  for (const [row, keys] of rows) {
    const { painted, blocked, verdicts } = await page.evaluate(pressed, { keys, times: NUDGES });
    const longest = Math.max(0, ...blocked).toFixed(0);
    say(`  ${row}: ${quantiles(painted)}; tasks over 50 ms: ${blocked.length}, longest ${longest}`);
    if (verdicts.length) say(`    and to its verdict on the page: ${quantiles(verdicts)}`);
  }
  await page.close();
}

try {
  await measure('The main demo', example('dabchick-2-done'));
  await measure('40 parts, 200 posts', crowded(40, 200));
} finally {
  await site.close();
}
process.exit(0);
