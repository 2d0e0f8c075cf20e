import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

/** Axe finds nothing on the page as it stands that matters to anybody: nothing critical, serious or moderate. */
export const expectNoFault = (page: Page): Promise<void> => expectNothing(new AxeBuilder({ page }));

/** The same in the light and in the dark theme, which differ in colours alone. */
export async function expectNoFaultInEither(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: "dark" });
  await expectNothing(new AxeBuilder({ page }).withRules(["color-contrast"]));
  await page.emulateMedia({ colorScheme: "light" });
  await expectNoFault(page);
}

async function expectNothing(axe: AxeBuilder): Promise<void> {
  const { violations } = await axe.analyze();
  const faults = violations.filter((one) => one.impact !== "minor");
  expect(faults.map((one) => `${one.id}: ${one.nodes.map((node) => node.html).join(" | ")}`)).toEqual([]);
}
