import { expect, type Page } from "@playwright/test";
import type { Pantomet } from "./pantomet.ts";

/** Does something to how a source is framed, and waits until it is stored. */
export async function stored(app: Pantomet, source: string, act: () => Promise<void>): Promise<void> {
  const { revision } = await app.framing(source);
  await act();
  await expect.poll(async () => (await app.framing(source)).revision).toBeGreaterThan(revision);
}

/** Drags what has this test id by so many pixels of the page. */
export async function dragBy(page: Page, testId: string, x: number, y: number): Promise<void> {
  const box = await page.getByTestId(testId).boundingBox();
  if (!box) throw new Error(`${testId} is not there`);
  const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await drag(page, from, { x: from.x + x, y: from.y + y });
}

/** Drags from one point of the page to another, by way of some between. */
export async function drag(
  page: Page,
  from: { x: number; y: number },
  to: { x: number; y: number },
): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 8 });
  await page.mouse.up();
}
