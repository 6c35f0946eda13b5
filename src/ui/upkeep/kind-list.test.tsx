import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useRef, useState } from "react";
import { expect, it } from "vitest";
import { draw } from "../../../testing/screen";
import { KindList, kinds } from "./kind-list";

it("is gone through by keys, and Enter goes on to what was found", async () => {
  const done: string[] = [];
  function Shown() {
    const [kind, setKind] = useState(kinds[0]);
    return (
      <KindList
        ref={useRef<HTMLDivElement>(null)}
        kind={kind}
        all={new Map()}
        onKind={(next) => {
          done.push(next);
          setKind(next);
        }}
        onEnter={() => done.push("enter")}
      />
    );
  }
  draw(<Shown />);
  const user = userEvent.setup();
  screen.getByRole("listbox").focus();
  await user.keyboard("{ArrowDown}{ArrowDown}{ArrowUp}{Enter}{ArrowRight}{End}{Home}");
  expect(done).toEqual([kinds[1], kinds[2], kinds[1], "enter", "enter", kinds.at(-1), kinds[0]]);
  // Letters are the library's, and choosing all means nothing here.
  await user.keyboard("x{Control>}a{/Control}");
  expect(done).toHaveLength(7);
  expect(screen.getAllByRole("option", { selected: true })).toHaveLength(1);
});
