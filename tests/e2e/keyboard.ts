import type { Locator, Page } from "@playwright/test";

// More than any screen has places to stop at.
const mostStops = 200;

/** Presses Tab until something has the focus, as somebody without a mouse does. */
export async function tabTo(page: Page, wanted: Locator): Promise<void> {
  await wanted.waitFor();
  for (let presses = 0; presses < mostStops; presses++) {
    if (await wanted.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`The Tab key does not reach ${wanted}.`);
}

/** Goes there by Tab, and presses it. */
export async function pressOn(page: Page, wanted: Locator): Promise<void> {
  await tabTo(page, wanted);
  await page.keyboard.press("Enter");
}
