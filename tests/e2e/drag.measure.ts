import { readFile } from "node:fs/promises";
import { test } from "@playwright/test";
import { demo, Pantomet } from "./pantomet.ts";

// Not a test: prints how smoothly a frame follows the pointer, by the browser's own entries. Run it with tools/frames.
test("dragging a frame with every shape beside it", async ({ page }) => {
  const app = await Pantomet.start("destinations");
  const id = await app.takeIn("workbench-topdown.jpg", await readFile(demo("workbench-topdown.jpg")));
  await page.goto(`${app.url}/framing/${id}/windowbox.square`);
  await page.waitForLoadState("networkidle");
  for (const what of ["frame", "subject"] as const) {
    if (what === "subject") await page.keyboard.press("s");
    const box = await page.getByTestId(what).boundingBox();
    if (!box) throw new Error("There is nothing to drag");
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.evaluate(() => {
      const seen = { frames: [] as number[], long: [] as number[] };
      (window as unknown as { seen: typeof seen }).seen = seen;
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries()) seen.long.push(entry.duration);
      }).observe({ type: "long-animation-frame" });
      const tick = (now: number) => {
        seen.frames.push(now);
        requestAnimationFrame(tick);
      };
      requestAnimationFrame(tick);
    });
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let step = 0; step < 120; step++) {
      await page.mouse.move(x - 60 + 60 * Math.cos(step / 12), y + 20 * Math.sin(step / 9));
      await page.waitForTimeout(8);
    }
    const { frames, long } = await page.evaluate(
      () => (window as unknown as { seen: { frames: number[]; long: number[] } }).seen,
    );
    await page.mouse.up();
    const gaps = frames.slice(1).map((at, index) => at - (frames[index] ?? at));
    const dropped = gaps.reduce((sum, gap) => sum + Math.max(0, Math.round(gap / (1000 / 60)) - 1), 0);
    const sorted = [...gaps].sort((a, b) => a - b);
    console.log(
      `${what}: ${frames.length} frames in ${((frames.at(-1) ?? 0) - (frames[0] ?? 0)).toFixed(0)} ms, ${dropped} of 60 a second not drawn, ` +
        `p95 between frames ${sorted[Math.floor(sorted.length * 0.95)]?.toFixed(1)} ms, ${long.length} frames over 50 ms (longest ${Math.max(0, ...long).toFixed(0)} ms)`,
    );
    await page.waitForTimeout(600);
  }
  await app.stop();
});
