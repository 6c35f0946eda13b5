import { act } from "@testing-library/react";
import { expect, it } from "vitest";
import { draw } from "../../../testing/screen";
import { goToPart, rememberPart } from "./screen-parts";

const at = () => document.activeElement?.id;
const go = (by: 1 | -1) => act(() => goToPart(by));

function Screen({ isEmpty = false }: { readonly isEmpty?: boolean }) {
  const remember = (event: React.FocusEvent) => rememberPart(event.currentTarget, event.target);
  return (
    <>
      <button id="outside" />
      <div data-part="targets" onFocus={remember}>
        <button id="menu" />
        <ul id="targets" tabIndex={0} data-begins="" />
      </div>
      <div data-part="viewer" onFocus={remember}>
        {!isEmpty && <div id="frame" tabIndex={0} data-begins="" />}
      </div>
      <div data-part="chain" onFocus={remember}>
        <button id="first" data-begins="" />
        <button id="second" data-begins="" />
      </div>
    </>
  );
}

it("goes round the parts, and comes back to where one was in each", () => {
  draw(<Screen />);
  document.getElementById("outside")!.focus();
  const seen = [1, 1, 1, 1].map(() => {
    go(1);
    return at();
  });
  expect(seen).toEqual(["targets", "frame", "first", "targets"]);
  go(-1);
  act(() => document.getElementById("second")!.focus());
  go(1);
  go(-1);
  expect(at()).toBe("second");
});

it("passes a part without a control, and begins anew where what had the focus is gone", () => {
  const { rerender } = draw(<Screen />);
  document.getElementById("outside")!.focus();
  go(-1);
  expect(at()).toBe("first");
  go(-1);
  expect(at()).toBe("frame");
  rerender(<Screen isEmpty />);
  act(() => document.getElementById("targets")!.focus());
  go(1);
  expect(at()).toBe("first");
});
