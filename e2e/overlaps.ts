/** What lies on what, as the page is laid out now. */
import type { Page } from '@playwright/test';

/** Pairs of controls of the page, drawings aside, of which both are seen and one lies on the other. */
export const overlaps = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    interface Seen {
      el: Element;
      x0: number;
      y0: number;
      x1: number;
      y1: number;
    }
    const seen: Seen[] = [];
    for (const el of document.querySelectorAll(
      'button, a[href], input, textarea, [role=combobox], h1, h2, h3, .verdict',
    )) {
      if (el.closest('svg') || !el.checkVisibility({ opacityProperty: true })) continue;
      const r = el.getBoundingClientRect();
      const box = { el, x0: r.left, y0: r.top, x1: r.right, y1: r.bottom };
      for (let up = el.parentElement; up && up !== document.body; up = up.parentElement) {
        const { overflow, overflowX, overflowY } = getComputedStyle(up);
        if (![overflow, overflowX, overflowY].some((o) => o !== 'visible')) continue;
        const c = up.getBoundingClientRect();
        box.x0 = Math.max(box.x0, c.left);
        box.x1 = Math.min(box.x1, c.right);
        box.y0 = Math.max(box.y0, c.top);
        box.y1 = Math.min(box.y1, c.bottom);
      }
      if (box.x1 - box.x0 > 2 && box.y1 - box.y0 > 2) seen.push(box);
    }
    const name = (e: Element) =>
      `${e.tagName.toLowerCase()} "${(e.getAttribute('aria-label') ?? e.textContent).trim().slice(0, 40)}"`;
    // What sticks to an edge of the page has the rest pass under it.
    const stuck = (e: Element) => {
      for (let up: Element | null = e; up; up = up.parentElement) {
        if (['sticky', 'fixed'].includes(getComputedStyle(up).position)) return true;
      }
      return false;
    };
    return seen.flatMap((a, i) =>
      seen.slice(i + 1).flatMap((b) => {
        if (a.el.contains(b.el) || b.el.contains(a.el)) return [];
        if (a.el.closest('label') && a.el.closest('label') === b.el.closest('label')) return [];
        if (a.el.closest('.ant-select, .ant-input-number')?.contains(b.el)) return [];
        if (stuck(a.el) !== stuck(b.el)) return [];
        const w = Math.min(a.x1, b.x1) - Math.max(a.x0, b.x0);
        const h = Math.min(a.y1, b.y1) - Math.max(a.y0, b.y0);
        return w > 1.5 && h > 1.5
          ? [`${name(a.el)} and ${name(b.el)}, ${w.toFixed(0)} × ${h.toFixed(0)} px`]
          : [];
      }),
    );
  });
