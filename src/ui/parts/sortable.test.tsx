import { fireEvent, screen } from "@testing-library/react";
import { beforeEach, expect, it, vi } from "vitest";
import { draw } from "../../../testing/screen";
import { Sortable, useSortableRow } from "./sortable";

function Row({ id }: { id: string }) {
  const { row, handle } = useSortableRow(id);
  return (
    <li {...row} {...handle} data-row={id}>
      {id}
    </li>
  );
}

const ids = ["a", "b", "c"];
const height = 40;

beforeEach(() => {
  // Rows of one height, one below the other.
  vi.spyOn(Element.prototype, "getBoundingClientRect").mockImplementation(function (this: Element) {
    const at = ids.indexOf((this as HTMLElement).dataset.row ?? "");
    return new DOMRect(0, Math.max(0, at) * height, 100, at < 0 ? 0 : height);
  });
  return () => vi.restoreAllMocks();
});

/** Takes a row by its middle and lets it go so many pixels below. */
async function drag(id: string, by: number): Promise<void> {
  const row = screen.getByText(id);
  const y = ids.indexOf(id) * height + height / 2;
  const at = (clientY: number) => ({ isPrimary: true, button: 0, clientX: 50, clientY, pointerId: 1 });
  const soon = () => new Promise((resolve) => setTimeout(resolve));
  fireEvent.pointerDown(row, at(y));
  for (const part of [0.5, 1]) {
    fireEvent.pointerMove(document, at(y + by * part));
    await soon();
  }
  fireEvent.pointerUp(document, at(y + by));
  await soon();
}

it("a row that is let go over another one is moved there, and one over itself is not moved", async () => {
  const dropped: [string, string][] = [];
  draw(
    <Sortable ids={ids} onDrop={(dragged, over) => dropped.push([dragged, over])}>
      <ul>
        {ids.map((id) => (
          <Row key={id} id={id} />
        ))}
      </ul>
    </Sortable>,
  );
  await drag("a", 2 * height);
  expect(dropped).toEqual([["a", "c"]]);
  await drag("b", 15);
  expect(dropped).toHaveLength(1);
  await drag("c", -height);
  expect(dropped.at(-1)).toEqual(["c", "b"]);
});
