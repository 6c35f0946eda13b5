import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import { draw } from "../../../testing/screen";
import { numberOf } from "../data/faults";
import { Broken } from "../frame/broken";
import { Boundary } from "./boundary";

it("keeps what a part throws from what is around it, says it with a number, and draws it anew by one key", async () => {
  // React says what was thrown, too.
  const said = vi.spyOn(console, "error").mockImplementation(() => undefined);
  const error = new Error("The lamp went out.");
  let isBroken = true;
  const Part = () => {
    if (isBroken) throw error;
    return <p>The lamp is lit.</p>;
  };
  draw(
    <>
      <p>The yard goes on.</p>
      <Boundary fallback={(fault, again) => <Broken error={fault} again={again} kept="All of it is kept." />}>
        <Part />
      </Boundary>
    </>,
  );
  expect(screen.getByText("The yard goes on.")).toBeDefined();
  const alert = screen.getByRole("alert").textContent;
  expect(alert).toContain("All of it is kept.");
  expect(alert).toContain(`The lamp went out. Fault ${numberOf(error)}`);
  // Still broken: it is said again, by the same number.
  await userEvent.keyboard("{Enter}");
  expect(screen.getByRole("alert").textContent).toContain(numberOf(error));
  isBroken = false;
  await userEvent.keyboard("{Enter}");
  expect(screen.getByText("The lamp is lit.")).toBeDefined();
  expect(screen.queryByRole("alert")).toBeNull();
  said.mockRestore();
});

it("a fault has one number, of letters and digits that are told apart when they are read out", () => {
  const error = new Error("x");
  expect(numberOf(error)).toBe(numberOf(error));
  expect(numberOf(error)).toMatch(/^[A-HJ-NP-Z2-9]{6}$/);
  expect(numberOf(new Error("x"))).not.toBe(numberOf(error));
  expect(numberOf("no object")).toMatch(/^[A-Z2-9]{6}$/);
});
