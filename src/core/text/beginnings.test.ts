import { expect, it } from "vitest";
import { beginningIn } from "./beginnings";

it.each([
  ["", "Click out", true],
  ["cl", "Click out", true],
  ["OU cli", "Click out", true],
  ["lick", "Click out", false],
  ["cl out x", "Click out", false],
  ["eche", "Échelle, Fog-bound", true],
  ["bou", "Échelle, Fog-bound", true],
  ["  ,", "Click out", true],
])("“%s” begins words of “%s”: %s", (typed, name, fits) => expect(beginningIn(typed)(name)).toBe(fits));
