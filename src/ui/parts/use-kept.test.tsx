import { act, screen } from "@testing-library/react";
import { useState } from "react";
import { expect, it } from "vitest";
import { draw } from "../../../testing/screen";
import { useKept } from "./use-kept";

it("a list that holds the same stays the same one, however often it is made anew", async () => {
  const seen: string[][] = [];
  let show: (names: string[]) => void = () => undefined;
  function Names() {
    const [names, setNames] = useState(["a", "b"]);
    show = setNames;
    const kept = useKept([...names]);
    seen.push(kept);
    return <p>{kept.join()}</p>;
  }
  draw(<Names />);
  const [first] = seen;
  await act(async () => show(["a", "b"]));
  expect(seen.every((list) => list === first)).toBe(true);
  await act(async () => show(["a", "c"]));
  expect(screen.getByText("a,c")).toBeDefined();
  const last = seen.at(-1);
  await act(async () => show(["a", "c"]));
  expect(seen.at(-1)).toBe(last);
});
