import { describe, expect, it } from "vitest";
import { isCharacter, keyNames } from "./keyNames";

const pressed = (
  key: string,
  code: string,
  held: Partial<Record<"ctrlKey" | "metaKey" | "shiftKey", true>> = {},
) => keyNames({ key, code, ctrlKey: false, metaKey: false, shiftKey: false, ...held });

describe("a key's names", () => {
  it.each([
    ["a letter", pressed("r", "KeyR"), ["r"]],
    ["a capital", pressed("N", "KeyN", { shiftKey: true }), ["shift+n"]],
    ["a chord", pressed("z", "KeyZ", { ctrlKey: true }), ["mod+z"]],
    [
      "a chord with Shift, on a Mac",
      pressed("Z", "KeyZ", { metaKey: true, shiftKey: true }),
      ["mod+shift+z"],
    ],
    ["a named key", pressed("ArrowLeft", "ArrowLeft", { shiftKey: true }), ["shift+ArrowLeft"]],
    ["a sign that needs Shift on some keyboards", pressed("?", "Slash", { shiftKey: true }), ["?"]],
    ["a letter on another layout goes by what it types", pressed("a", "KeyQ"), ["a"]],
    ["a letter of another script goes by its place", pressed("к", "KeyR"), ["r"]],
    ["a digit that needs Shift goes by both", pressed("&", "Digit1"), ["&", "1"]],
  ])("%s", (_, names, wanted) => expect(names).toEqual(wanted));

  it("tell what somebody may type without meaning to", () => {
    expect(["r", "shift+n", "?", "1"].every(isCharacter)).toBe(true);
    expect([" ", "Enter", "mod+z", "shift+ArrowLeft", "Delete"].some(isCharacter)).toBe(false);
  });
});
