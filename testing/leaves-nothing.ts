import { afterAll, expect, vi } from "vitest";

/*
 * The files of unit and of API tests share one global object a worker: what one of them put in the place of a global would be met
 * by whichever comes next. Stand-ins and clocks are taken back at the end of each file, and what still differs fails it.
 */
const values = () =>
  new Map(
    Reflect.ownKeys(globalThis).flatMap((name): [PropertyKey, unknown][] => {
      const descriptor = Object.getOwnPropertyDescriptor(globalThis, name)!;
      return "value" in descriptor ? [[name, descriptor.value]] : [];
    }),
  );
const before = values();

afterAll(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.unstubAllEnvs();
  const after = values();
  const changed = [...before]
    .filter(([name, value]) => !Object.is(after.get(name), value))
    .map(([name]) => String(name));
  // Packages add names of their own; these are asked for by what runs both in browsers and without one.
  const added = ["self", "window", "document"].filter((name) => after.has(name) && !before.has(name));
  expect([...changed, ...added], "what this file leaves otherwise").toEqual([]);
});
