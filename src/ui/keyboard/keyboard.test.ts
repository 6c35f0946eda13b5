import { describe, expect, it } from "vitest";
import { reservedKeys } from "@/core/keys/combination";
import { planeOf } from "@/core/keys/boards";
import type { KeyBinding } from "@/core/library/entities";
import { workingMedia } from "@/core/media";
import { nameOf } from "../actions/action";
import { builtIn, placesOn } from "./built-in";
import { meaningOf } from "./meaning";

describe("what the bench does by itself", () => {
  it.each(workingMedia)("on %s is said of every key, whatever is selected", (medium) => {
    const nameless = placesOn[medium]
      .flatMap(({ actions }) => actions)
      .flatMap((one) => ("each" in one || !one.keys || nameOf(one) !== "" ? [] : one.id));
    expect(nameless).toEqual([]);
    expect([...builtIn(medium).values()]).not.toContain("");
  });
  it("takes all keys that cannot be bound, on one medium or another", () => {
    const taken = new Set(workingMedia.flatMap((medium) => [...builtIn(medium).keys()]));
    // `?` and others belong to places above the bench, or to what comes and goes.
    const open = reservedKeys.filter((key) => !taken.has(key));
    expect(open.length).toBeLessThan(6);
  });
});

describe("a drawn key", () => {
  const binding = (key: string): KeyBinding => ({
    id: key,
    version: 1,
    ownerId: "me",
    key,
    medium: null,
    cardId: key,
    searchId: null,
    folderId: null,
    routineId: null,
  });
  const bound = new Map(["7", "8", "Num1"].map((key) => [key, binding(key)]));
  const does = builtIn("audio");
  const say = (plane: "plain" | "shift" | "alt" | "numbers", prints: string) => {
    const cell = planeOf(plane, "us")
      .flatMap(({ cells }) => cells)
      .find((one) => one.prints === prints)!;
    return meaningOf(cell, bound, does, ({ key }) => (key === "8" ? null : `Card ${key}`));
  };
  it("says what is bound to it, what the bench does by it, and what is free", () => {
    expect(say("plain", "7")).toEqual({ kind: "bound", words: "Card 7" });
    expect(say("plain", "8")).toEqual({ kind: "lost", words: "leads nowhere" });
    expect(say("numbers", "1")).toEqual({ kind: "bound", words: "Card Num1" });
    expect(say("plain", "R")).toEqual({ kind: "built in", words: "Render what is selected" });
    expect(say("shift", "R")).toEqual({ kind: "built in", words: "Render in place" });
    expect(say("plain", "4")).toEqual({ kind: "free", words: "free" });
    expect(say("shift", "!")).toEqual({ kind: "free", words: "free" });
    expect(say("shift", "K")).toEqual({ kind: "none", words: "" });
    // The bench has it for pictures and clips, not for sounds.
    expect(say("plain", "Z")).toEqual({ kind: "elsewhere", words: "on others" });
    expect(say("alt", "d")).toEqual({ kind: "browser", words: "the browser's" });
  });
});
