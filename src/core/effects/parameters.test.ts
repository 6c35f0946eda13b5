import { expect, it } from "vitest";
import { effects } from "./registry";

/*
 * Ranges and defaults by which the values of stored cards are read: a narrower range or another default changes cards that
 * were kept. A change that is meant is recorded here (`-u`) and in the list of what earlier releases gave otherwise.
 */
it("parameters and their ranges are those that cards were kept with", async () => {
  const lines = effects.flatMap(({ id, parameters }) =>
    Object.entries(parameters).map(([key, parameter]) => {
      const { label: _, help: __, ...facts } = parameter as unknown as Record<string, unknown>;
      const said = Object.entries(facts).map(
        ([name, value]) => `${name} ${typeof value === "function" ? "…" : JSON.stringify(value)}`,
      );
      return `${id} ${key}: ${said.join(", ")}`;
    }),
  );
  await expect(`${lines.sort().join("\n")}\n`).toMatchFileSnapshot("parameters.txt");
});
