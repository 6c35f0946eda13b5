import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it } from "vitest";
import { aTag } from "../../../testing/library";
import { draw } from "../../../testing/screen";
import { KeysProvider } from "../keys/keys";
import { BranchDialog } from "./branch-dialog";

const none = new Set<string>();
const tags = new Map(
  [
    aTag({ id: "w", parentId: null, name: "weather", position: "a0" }),
    aTag({ id: "f", parentId: "w", name: "fog", position: "a1" }),
    aTag({ id: "b", parentId: null, name: "birds", position: "a2" }),
  ].map((tag) => [tag.id, tag]),
);

/** A dialog on these tags, and what it asked for. */
function drawn(isSeveral = true) {
  const asked: unknown[] = [];
  draw(
    <KeysProvider bareKeys onRefused={() => undefined}>
      <BranchDialog
        title="Tags"
        noun="tag"
        rows={tags}
        aside={none}
        havingOf={(id) => (id === "b" ? "all" : "none")}
        onTake={(id, on) => asked.push([id, on])}
        onMake={(path) => asked.push(path)}
        onKeepSearch={(all) => asked.push(["search", ...all.map(({ id, path }) => id ?? `+ ${path}`)])}
        onTakeAll={isSeveral ? (all) => asked.push(all.map(({ id, path }) => id ?? `+ ${path}`)) : undefined}
        onClose={() => asked.push("closed")}
      />
    </KeysProvider>,
  );
  return asked;
}

it("tags are typed one after another in one field, a new one among them below one that is there", async () => {
  const asked = drawn();
  const user = userEvent.setup();
  await user.keyboard("fo, bir, wea");
  // A stroke begins one below the row that is meant.
  await user.keyboard("/slack water");
  expect(screen.getByRole("combobox")).toHaveProperty("value", "fo, bir, weather / slack water");
  expect(screen.getByText(/With:/).parentElement?.textContent).toContain("weather / fog, birds");
  expect(screen.getByRole("option", { name: /Make “weather \/ slack water”/ })).toBeDefined();
  await user.keyboard("{Enter}");
  await user.keyboard("swell,{Enter}");
  await user.keyboard("{Enter}");
  expect(asked).toEqual([["f", "b", "+ weather / slack water"], ["+ swell"], "closed"]);
});

it("one alone is given, or taken where all have it; a comma means nothing where only one can be chosen", async () => {
  const asked = drawn();
  const user = userEvent.setup();
  await user.keyboard("fog{Enter}birds{Enter}");
  expect(asked).toEqual([
    ["f", true],
    ["b", false],
  ]);
});

it("a comma is a letter like others where only one is chosen", async () => {
  const asked = drawn(false);
  await userEvent.setup().keyboard("fog, birds{Enter}");
  expect(asked).toEqual(["fog, birds"]);
});

it("what is typed is given and kept as a search by one key, which waits for something typed", async () => {
  const asked = drawn();
  const user = userEvent.setup();
  await user.keyboard("{Control>}{Enter}{/Control}");
  expect(asked).toEqual([]);
  await user.keyboard("fo, weather/slack{Control>}{Enter}{/Control}");
  expect(asked).toEqual([["search", "f", "+ weather / slack"]]);
});
