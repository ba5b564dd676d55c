/**
 * A builder's hands, counted: every click and every typed value, by pointer or by keyboard alone.
 * A click that changes nothing one can see is a wrong turn, and fails.
 */
import { expect, type Locator, type Page } from '@playwright/test';
import { station } from './bench';

const STATIONS = ['Brief', 'Shell', 'Kit', 'Fit', 'Cut', 'Controls', 'Power', 'Sound'];
/** More presses of Tab than any page has things to stop at. */
const MOST_TABS = 400;

export type By = 'pointer' | 'keyboard';

export class Hands {
  clicks = 0;
  values = 0;
  constructor(
    readonly page: Page,
    readonly by: By,
  ) {}

  /** Press it, and see that something came of it. */
  async click(on: Locator): Promise<void> {
    const before = await this.#seen();
    await this.press(on);
    await expect
      .poll(() => this.#seen(), { message: `nothing came of ${on.toString()}` })
      .not.toBe(before);
  }

  /** Press what leaves the page as it is: a download. */
  async press(on: Locator): Promise<void> {
    this.clicks++;
    await expect(on).toBeEnabled();
    if (this.by === 'pointer') {
      await on.click();
      return;
    }
    await this.reach(on);
    await this.page.keyboard.press('Enter');
  }

  async type(into: Locator, value: string): Promise<void> {
    this.values++;
    if (this.by === 'pointer') {
      await into.fill(value);
      return;
    }
    await this.reach(into);
    await this.page.keyboard.press('Control+a');
    await this.page.keyboard.type(value);
  }

  async go(name: string): Promise<void> {
    const link = station(this.page, name);
    if (this.by === 'pointer') {
      await this.click(link);
      return;
    }
    this.clicks++;
    await this.page.keyboard.press(`Alt+Digit${STATIONS.indexOf(name) + 1}`);
    await expect(link).toHaveAttribute('aria-current', 'page');
  }

  /** One of the options of a menu: opened, and chosen. */
  async choose(menu: Locator, option: string): Promise<void> {
    this.clicks += 2;
    const list = this.page.locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden)');
    if (this.by === 'pointer') {
      await menu.click();
      await list.getByTitle(option, { exact: true }).click();
    } else {
      await this.reach(menu);
      await this.page.keyboard.press('Enter');
      await expect(list).toBeVisible();
      const active = list.locator('.ant-select-item-option-active');
      for (let i = 0; i < 20 && (await active.textContent()) !== option; i++) {
        await this.page.keyboard.press('ArrowDown');
      }
      await expect(active).toHaveText(option);
      await this.page.keyboard.press('Enter');
    }
    await expect(list).toHaveCount(0);
  }

  /** A file by the button that asks for one: the button, and the file in what opens. */
  async file(button: Locator, name: string, bytes: Buffer): Promise<void> {
    this.clicks++;
    const [chooser] = await Promise.all([
      this.page.waitForEvent('filechooser'),
      this.press(button),
    ]);
    await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer: bytes });
  }

  /** With Tab alone, from wherever the focus is: on, or back with Shift where that is the way. */
  async reach(on: Locator): Promise<void> {
    await expect(on).toBeVisible();
    for (let i = 0; i < MOST_TABS; i++) {
      const way = await on.evaluate((el) => {
        const now = document.activeElement;
        if (el === now) return undefined;
        const isBefore = now && now.compareDocumentPosition(el) & Node.DOCUMENT_POSITION_PRECEDING;
        return isBefore ? 'Shift+Tab' : 'Tab';
      });
      if (way === undefined) return;
      // Where going back leads nowhere, on and round again does.
      await this.page.keyboard.press(i < MOST_TABS / 2 ? way : 'Tab');
    }
    throw new Error(`No Tab comes to ${on.toString()}.`);
  }

  /** All that is to be seen of the page, in words. */
  #seen(): Promise<string> {
    return this.page.evaluate(() => location.href + document.body.innerText);
  }
}
