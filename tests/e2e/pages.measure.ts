import { test } from "@playwright/test";

// Not a test: prints how long it takes from a click on a stage until its page stands, in a library that is running already. tools/bench many uses it.
const rounds = 5;
const stages = ["Destinations", "Sources", "Framing", "Board", "Weight", "Runs", "Packages"];

test("from stage to stage", async ({ page }) => {
  test.skip(!process.env.PANTOMET_URL, "There is no library to look at.");
  test.setTimeout(300_000);
  await page.goto(`${process.env.PANTOMET_URL}/sources`);
  await page.getByRole("listbox", { name: "Sources" }).getByRole("option").first().waitFor();
  const times = new Map<string, number[]>();
  for (let round = 0; round < rounds; round++)
    for (const stage of stages) {
      const link = page.getByRole("navigation", { name: "Stages" }).getByRole("link", { name: stage });
      // The last change to the page before it stays as it is for half a second.
      const time = await link.evaluate(async (element) => {
        const main = document.querySelector("main");
        if (!main) throw new Error("There is no page.");
        const begun = performance.now();
        let changed = begun;
        const observer = new MutationObserver(() => {
          changed = performance.now();
        });
        observer.observe(main, { subtree: true, childList: true, characterData: true });
        (element as HTMLElement).click();
        while (performance.now() - changed < 500 && performance.now() - begun < 3000)
          await new Promise((next) => requestAnimationFrame(next));
        observer.disconnect();
        return changed - begun;
      });
      times.set(stage, [...(times.get(stage) ?? []), time]);
    }
  for (const [stage, all] of times) {
    const sorted = all.toSorted((one, other) => one - other);
    const [first, middle, last] = [all[0], sorted[Math.floor(rounds / 2)], sorted.at(-1)].map((ms) =>
      ms?.toFixed(0),
    );
    console.log(`  ${stage}: first ${first} ms, median ${middle} ms, longest ${last} ms`);
  }
});
