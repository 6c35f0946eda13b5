import { fireEvent, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it } from "vitest";
import { draw } from "../../../testing/screen";
import { findEffect } from "@/core/effects/registry";
import { NumberControl } from "./number-control";

const spec = findEffect("audio.gain")!.parameters.gain;

function drawn() {
  const changes: number[] = [];
  if (spec.kind !== "number") throw new Error("a gain is a number");
  draw(<NumberControl spec={spec} value={0} onChange={(value) => changes.push(value)} />);
  const slider = screen.getByRole("slider");
  slider.getBoundingClientRect = () => new DOMRect(0, 0, 100, 10);
  return { changes, slider, spec };
}

it("what was taken hold of elsewhere and passes over it sets nothing; what is taken hold of here does", () => {
  const { changes, slider, spec } = drawn();
  fireEvent.pointerMove(slider, { clientX: 90, pointerId: 1, buttons: 1 });
  expect(changes).toEqual([]);
  fireEvent.pointerDown(slider, { clientX: 0, pointerId: 1, button: 0 });
  fireEvent.pointerMove(slider, { clientX: 100, pointerId: 1, button: 0 });
  expect(changes).toEqual([spec.min, spec.max]);
  // Another button is a menu's.
  fireEvent.pointerDown(slider, { clientX: 50, pointerId: 2, button: 2 });
  expect(changes).toHaveLength(2);
});

it("keys step it, and typing a figure opens it to be typed, as often as that is done", async () => {
  const { changes, slider, spec } = drawn();
  const user = userEvent.setup();
  slider.focus();
  await user.keyboard("{Home}{End}");
  expect(changes).toEqual([spec.min, spec.max]);
  for (const typed of ["-3", "4.5"]) {
    await user.keyboard(`${typed}{Enter}`);
    expect(changes.at(-1)).toBe(Number(typed));
    expect(document.activeElement).toBe(slider);
  }
  // What is no number stays to be mended, and is left by Escape.
  await user.keyboard("1-2{Enter}");
  expect(screen.getByRole("textbox").getAttribute("aria-invalid")).toBe("true");
  await user.keyboard("{Escape}");
  expect(document.activeElement).toBe(slider);
  expect(changes).toHaveLength(4);
});
