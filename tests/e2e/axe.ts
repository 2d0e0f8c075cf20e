import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

/** Axe finds nothing on the page as it stands that matters to anybody: nothing critical, serious or moderate. */
export async function expectNoFault(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const faults = violations.filter((one) => one.impact !== "minor");
  expect(faults.map((one) => `${one.id}: ${one.nodes.map((node) => node.html).join(" | ")}`)).toEqual([]);
}

/** The same in the light and in the dark theme. */
export async function expectNoFaultInEither(page: Page): Promise<void> {
  for (const colorScheme of ["dark", "light"] as const) {
    await page.emulateMedia({ colorScheme });
    await expectNoFault(page);
  }
}
