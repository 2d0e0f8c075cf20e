import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

// What passes is not written down, and what was found is put together where it was found: a page has no frames of others.
const axeOf = (page: Page): AxeBuilder => new AxeBuilder({ page }).setLegacyMode();
const whatFails = { resultTypes: ["violations" as const] };

/** Axe finds nothing on the page as it stands that matters to anybody: nothing critical, serious or moderate. */
export const expectNoFault = (page: Page): Promise<void> => expectNothing(axeOf(page).options(whatFails));

/** The same in the light and in the dark theme, which differ in colours alone. */
export async function expectNoFaultInEither(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: "dark" });
  const colours = { runOnly: { type: "rule" as const, values: ["color-contrast"] } };
  await expectNothing(axeOf(page).options({ ...whatFails, ...colours }));
  await page.emulateMedia({ colorScheme: "light" });
  await expectNoFault(page);
}

async function expectNothing(axe: AxeBuilder): Promise<void> {
  const { violations } = await axe.analyze();
  const faults = violations.filter((one) => one.impact !== "minor");
  expect(faults.map((one) => `${one.id}: ${one.nodes.map((node) => node.html).join(" | ")}`)).toEqual([]);
}
