import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { expect, it } from "vitest";
import { draw } from "../../../testing/screen";
import { Choice } from "./choice";

const options = ["Track", "Bus", "Return", "Rémanence", "Output"].map((label) => ({ value: label, label }));

function Chooser() {
  const [value, setValue] = useState("Bus");
  return <Choice label="As" options={options} value={value} onChange={setValue} />;
}
const chosen = () => screen.getAllByRole<HTMLInputElement>("radio").find((one) => one.checked);

it("a letter chooses the next option that begins with it, round and without regard to accents", async () => {
  draw(<Chooser />);
  const user = userEvent.setup();
  await user.tab();
  const after = async (keys: string) => {
    await user.keyboard(keys);
    expect(document.activeElement).toBe(chosen());
    return chosen()?.parentElement?.textContent;
  };
  expect(await after("r")).toBe("Return");
  expect(await after("r")).toBe("Rémanence");
  expect(await after("R")).toBe("Return");
  expect(await after("t")).toBe("Track");
  // No option begins so; a chord is somebody else's.
  expect(await after("x")).toBe("Track");
  expect(await after("{Control>}o{/Control}")).toBe("Track");
});
