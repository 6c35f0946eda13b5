import { afterEach, describe, expect, it, vi } from "vitest";
import { earlierQueries, rememberQuery } from "../apply/earlier-queries";
import { forgetAllKept, readKept, writeKept } from "./browser-store";
import { lastFolder, rememberFolder } from "./last-folder";

/** A store of a browser, as Web Storage has it. */
function aStore(): Storage {
  const kept = new Map<string, string>();
  const methods = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => void kept.set(key, text),
    removeItem: (key: string) => void kept.delete(key),
  };
  return new Proxy(methods, {
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: (_, key) => ({
      value: kept.get(String(key)),
      enumerable: true,
      configurable: true,
    }),
  }) as unknown as Storage;
}

describe("what a browser keeps", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it("is there again, each under its own key, until all of it is forgotten", () => {
    vi.stubGlobal("localStorage", aStore());
    localStorage.setItem("somebody else's", "stays");
    rememberFolder("l", "Yard / Hull");
    rememberQuery("l", "me", " fog ");
    rememberQuery("l", "me", "horn");
    rememberQuery("l", "me", "fog");
    expect([lastFolder("l"), lastFolder("other")]).toEqual(["Yard / Hull", ""]);
    rememberFolder("l", "Rooms", "track");
    expect(["track", "clip", undefined].map((kind) => lastFolder("l", kind))).toEqual(["Rooms", "", "Rooms"]);
    expect(earlierQueries("l", "me")).toEqual(["fog", "horn"]);
    writeKept("fichier:x", "1");
    writeKept("fichier:x", null);
    expect(readKept("fichier:x")).toBeNull();
    forgetAllKept();
    expect([lastFolder("l"), earlierQueries("l", "me")]).toEqual(["", []]);
    expect(localStorage.getItem("somebody else's")).toBe("stays");
  });

  it("is no more than what somebody else wrote there can be read as", () => {
    vi.stubGlobal("localStorage", aStore());
    for (const text of ["", "{", "{}", "3", '["a", 3, null]']) {
      localStorage.setItem("fichier:queries:l:me", text);
      expect(earlierQueries("l", "me")).toEqual(text.startsWith("[") ? ["a"] : []);
    }
  });

  it.each<[string, unknown]>([
    ["refuses to be asked", undefined],
    [
      "refuses everything",
      new Proxy(
        {},
        {
          get() {
            throw new DOMException("The operation is insecure.", "SecurityError");
          },
          ownKeys() {
            throw new DOMException("The operation is insecure.", "SecurityError");
          },
        },
      ),
    ],
  ])("is nothing where it %s, and nothing fails for that", (_, store) => {
    vi.stubGlobal("localStorage", store);
    rememberFolder("l", "Yard");
    rememberQuery("l", "me", "fog");
    expect([lastFolder("l"), earlierQueries("l", "me"), readKept("x")]).toEqual(["", [], null]);
    expect(() => forgetAllKept()).not.toThrow();
  });
});
