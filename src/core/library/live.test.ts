import { describe, expect, it } from "vitest";
import { liveEvent, type ChangeNotice } from "./live";
import { keyScopes, may, roles, scopeAllows } from "./roles";

const notice = (more: Partial<ChangeNotice>): ChangeNotice => ({
  libraryId: "l",
  memberId: null,
  sessionId: null,
  of: "library",
  revision: 3,
  ...more,
});

describe("what a member is told of", () => {
  it.each<[string, ChangeNotice, object | null]>([
    ["a change of the library", notice({}), { of: "library", sessionId: null, revision: 3 }],
    [
      "a change of a session",
      notice({ of: "session", sessionId: "s" }),
      { of: "session", sessionId: "s", revision: 3 },
    ],
    [
      "their own things",
      notice({ of: "member", memberId: "me" }),
      { of: "member", sessionId: null, revision: 3 },
    ],
    ["somebody else's things", notice({ of: "member", memberId: "you" }), null],
    ["another library", notice({ libraryId: "m" }), null],
  ])("%s", (_, given, told) => expect(liveEvent(given, "l", "me")).toEqual(told));
});

describe("rights", () => {
  it("each role may all that the one below it may", () => {
    const rights = ["read", "own", "bench", "keep", "curate", "govern"] as const;
    expect(roles.map((role) => rights.filter((right) => may(role, right)).length)).toEqual([6, 5, 4, 2]);
  });
  it("no key may manage members", () => {
    for (const scope of Object.keys(keyScopes) as (keyof typeof keyScopes)[])
      expect([scopeAllows(scope, "govern"), scopeAllows(scope, "read")]).toEqual([false, true]);
  });
});
