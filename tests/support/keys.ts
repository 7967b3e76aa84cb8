import { expect, type Locator, type Page } from '@playwright/test';

/** Uses the app by keys alone, and counts them. */
export class Keys {
  count = 0;
  constructor(private readonly page: Page) {}

  async press(key: string, times = 1): Promise<void> {
    for (let i = 0; i < times; i++) await this.page.keyboard.press(key);
    this.count += times;
  }

  /** Presses a key until something has the focus. */
  async reach(control: Locator, key = 'Tab'): Promise<void> {
    await expect(control).toBeVisible();
    for (let tries = 0; tries < 60; tries++) {
      if (await control.evaluate((element) => element === document.activeElement)) return;
      await this.press(key);
    }
    throw new Error(`${String(control)} is not reached by ${key}`);
  }

  async enter(control: Locator, key = 'Tab'): Promise<void> {
    await this.reach(control, key);
    await this.press('Enter');
  }

  /** Goes on, or back, by parts of the screen until the focus is in one. */
  async part(part: Locator, key: 'F6' | 'Shift+F6' = 'F6'): Promise<void> {
    for (let tries = 0; tries < 8; tries++) {
      if (await part.evaluate((element) => element.contains(document.activeElement))) return;
      await this.press(key);
    }
    throw new Error(`${String(part)} is not reached by F6`);
  }

  /** Types in place of what the field says. */
  async type(words: string): Promise<void> {
    await this.press('Control+a');
    await this.page.keyboard.type(words);
    this.count += words.length;
  }
}
