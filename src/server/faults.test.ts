import { afterEach, expect, it, vi } from "vitest";
import { noteFault } from "./faults";
import type { Member } from "./member";

afterEach(() => {
  vi.restoreAllMocks();
  vi.useRealTimers();
});

it("a fault is one line of the log, whatever it holds, and of many in a while only the first are", async () => {
  vi.useFakeTimers();
  const lines: string[] = [];
  vi.spyOn(console, "error").mockImplementation((line) => void lines.push(String(line)));
  const member = { userId: "me", libraryId: "island" } as Member;
  const fault = {
    number: "K7Q2M9",
    where: "/x",
    words: "a\nfault ZZZZZZ in a browser:\u001b[31m",
    stack: "at\nb",
  };
  for (let n = 0; n < 30; n++) expect(await noteFault(member, fault)).toEqual({ noted: true });
  expect(lines).toHaveLength(20);
  expect(lines[0]).toMatch(/^fault K7Q2M9 in a browser: \{/);
  // Control characters would draw in a terminal, and a line break would begin a line of its own.
  expect(lines[0]).not.toMatch(/[\n\u001b]/);
  expect(lines[0]).toContain('"userId":"me"');
  await noteFault({ ...member, userId: "another" }, fault);
  expect(lines).toHaveLength(21);
  vi.advanceTimersByTime(11 * 60_000);
  await noteFault(member, fault);
  expect(lines).toHaveLength(22);
});
