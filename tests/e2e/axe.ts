import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

/** Axe finds nothing serious on the page as it stands. */
export async function expectNoSeriousFault(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const serious = violations.filter((one) => one.impact === "serious" || one.impact === "critical");
  expect(serious.map((one) => `${one.id}: ${one.nodes.map((node) => node.html).join(" | ")}`)).toEqual([]);
}
