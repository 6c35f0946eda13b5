import { afterEach, describe, expect, it } from "vitest";
import { pressAgain } from "./press-again";

const press = (key: string, more: KeyboardEventInit = {}) =>
  pressAgain(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more }));

function focused<Tag extends "input" | "textarea">(tag: Tag, value: string): HTMLElementTagNameMap[Tag] {
  const at = document.createElement(tag);
  at.value = value;
  document.body.append(at);
  at.focus();
  return at;
}

describe("presses that waited, in a field of several lines", () => {
  afterEach(() => document.body.replaceChildren());

  it("write what the browser would have written, a new line by Enter", () => {
    const lines = focused("textarea", "old");
    press("a", { ctrlKey: true });
    for (const key of "Tone") press(key);
    press("Enter");
    for (const key of "Room") press(key);
    press("Enter", { shiftKey: true });
    press("x");
    press("Backspace");
    expect(lines.value).toBe("Tone\nRoom\n");
    // Other chords with Enter are actions, and write nothing.
    press("Enter", { ctrlKey: true });
    expect(lines.value).toBe("Tone\nRoom\n");
  });

  it("keep to one line in a field of one, where Enter sends", () => {
    const line = focused("input", "");
    for (const key of ["a", "Enter", "b"]) press(key);
    expect(line.value).toBe("ab");
  });
});
