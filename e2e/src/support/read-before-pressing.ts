import type { Page } from '@playwright/test';

/** A hand at the page's keys waits until what is shown can have been read, as it has to. */
export function readBeforePressing(page: Page): void {
  const press = page.keyboard.press.bind(page.keyboard);
  page.keyboard.press = async (key, options) => {
    await page.locator('main[data-settling]').waitFor({ state: 'detached' });
    await press(key, options);
  };
}
