import { createHash } from "node:crypto";
import { expect, type Locator } from "@playwright/test";

/** Tells pictures apart, in few letters: a report of what differs can be read. */
export const looks = async (picture: Locator) =>
  createHash("sha256")
    .update((await picture.getAttribute("src")) ?? "")
    .digest("hex");

/** What a picture looks like once nothing follows any more. */
export async function settled(picture: Locator): Promise<string> {
  await expect(picture).toBeVisible();
  let before = "";
  await expect
    .poll(
      async () => {
        const now = await looks(picture);
        const isSame = now === before;
        before = now;
        return isSame;
      },
      { intervals: [300] },
    )
    .toBe(true);
  return before;
}
