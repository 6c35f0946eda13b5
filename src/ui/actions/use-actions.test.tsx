import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import { draw } from "../../../testing/screen";
import { KeysProvider } from "../keys/keys";
import { BrokenDialogContext } from "../parts/boundary";
import type { ActionPlace } from "./action";
import { useActions } from "./use-actions";

interface Here {
  readonly isFixed: boolean;
  did(what: string): void;
}

const place: ActionPlace<Here> = {
  title: "Yard",
  actions: [
    {
      id: "yard.name",
      words: "Name the boat",
      keys: ["r"],
      refused: ({ isFixed }) => (isFixed ? "The boat keeps its name." : null),
      dialog: ({ close }) => (
        <div role="dialog">
          <button onClick={close}>leave</button>
        </div>
      ),
    },
    { id: "yard.weigh", words: "Weigh it", keys: ["w"], offered: () => false, dialog: () => null },
    { id: "yard.burn", words: "Burn it", keys: ["b"], run: ({ did }) => did("burnt") },
    {
      id: "yard.break",
      words: "Break",
      keys: ["x"],
      dialog: () => {
        throw new Error("The saw broke.");
      },
    },
  ],
};

function Yard(here: Here) {
  return <>{useActions(place, here)}</>;
}

/** The yard, and what it did and said. */
function drawn(isFixed: boolean) {
  const [done, said]: string[][] = [[], []];
  draw(
    <BrokenDialogContext.Provider
      value={({ error, onClose }) => (
        <button autoFocus onClick={onClose}>
          {error.message}
        </button>
      )}
    >
      <KeysProvider bareKeys onRefused={(why) => said.push(why)}>
        <Yard isFixed={isFixed} did={(what) => done.push(what)} />
      </KeysProvider>
    </BrokenDialogContext.Provider>,
  );
  return { done, said };
}

it("a refused key says why, and the letters of the word after it run nothing until there is a pause", async () => {
  const { done, said } = drawn(true);
  await userEvent.keyboard("rumble b{Backspace}b{Enter}");
  expect(said).toEqual(["The boat keeps its name."]);
  expect(screen.queryByRole("dialog")).toBeNull();
  expect(done).toEqual([]);
  await userEvent.keyboard("b");
  expect(done).toEqual(["burnt"]);
  await userEvent.keyboard("rb");
  expect(done).toEqual(["burnt"]);
  await new Promise((resolve) => setTimeout(resolve, 800));
  await userEvent.keyboard("b");
  expect(done).toEqual(["burnt", "burnt"]);
});

it("a key whose dialog has nothing to be about says so, and what is typed after it runs nothing", async () => {
  const { done, said } = drawn(false);
  await userEvent.keyboard("wbb");
  expect(said).toEqual(["Not possible here: weigh it."]);
  expect(done).toEqual([]);
});

it("a dialog that breaks is said in its place, and the way back is one key", async () => {
  // React says what was thrown, too.
  const told = vi.spyOn(console, "error").mockImplementation(() => undefined);
  const { done } = drawn(false);
  await userEvent.keyboard("x");
  expect(screen.getByRole("button").textContent).toBe("The saw broke.");
  await userEvent.keyboard("{Enter}");
  expect(screen.queryByRole("button")).toBeNull();
  await userEvent.keyboard("b");
  expect(done).toEqual(["burnt"]);
  await userEvent.keyboard("r");
  expect(screen.getByRole("dialog")).toBeDefined();
  told.mockRestore();
});
