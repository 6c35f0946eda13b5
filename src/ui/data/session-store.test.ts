import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { SignedChange } from "@/core/api/command";
import type { SessionAnswer } from "@/core/api/operations/session-replica";
import type { Target } from "@/core/library/entities";
import { aTarget } from "../../../testing/library";
import { ApiError } from "./api";
import { Sessions, SessionStore, type SessionLine } from "./session-store";

const turn = () => new Promise<void>((resolve) => setImmediate(resolve));
const busy = () => new ApiError(503, "busy", "Not now.", {});

/** A server whose session has a target that gets another name with every change; it answers when it is told to. */
class Server implements SessionLine {
  readonly changes: SignedChange[] = [];
  fails: unknown = null;
  asked = 0;
  private readonly open: (() => void)[] = [];

  constructor(private readonly me = "me") {}
  memberId = () => this.me;
  isPassing = (error: unknown) => error instanceof ApiError && error.passing;
  wait = () => turn();
  private later<T>(make: () => T): Promise<T> {
    this.asked++;
    const { fails } = this;
    // As it is when the answer is made, which comes some time after.
    const answer = fails ? null : make();
    return new Promise((resolve, reject) =>
      this.open.push(() => (answer === null ? reject(fails as Error) : resolve(answer))),
    );
  }
  get target(): Target {
    const revision = this.changes.length;
    return aTarget({ id: "t", name: `name ${revision}`, version: revision + 1 });
  }
  fetch = () =>
    this.later(
      () =>
        ({
          session: { id: "s" },
          stream: { id: "stream", revision: this.changes.length },
          targets: [this.target],
          timelines: [],
          media: [{ id: "media-1" }],
        }) as unknown as SessionAnswer,
    );
  changesSince = (since: number) =>
    this.later(() => ({
      changes: this.changes.slice(since, since + 2),
      more: this.changes.length > since + 2,
    }));
  change(actorId: string): SignedChange {
    const revision = this.changes.length + 1;
    const change = {
      of: "session",
      sessionId: "s",
      revision,
      actorId,
      forward: [
        {
          entity: "target",
          kind: "update",
          id: "t",
          set: { name: `name ${revision}`, version: revision + 1 },
        },
      ],
    } as unknown as SignedChange;
    this.changes.push(change);
    return change;
  }
  async answer(): Promise<void> {
    this.open.shift()?.();
    await turn();
  }
  async answerAll(): Promise<void> {
    for (let idle = 0; idle < 4; idle++) {
      if (this.open.length > 0) idle = 0;
      await this.answer();
    }
  }
}

const nameIn = (store: SessionStore) => store.get().data?.replica.target.get("t")?.name;

describe("a session's copy", () => {
  it("is fetched when it is shown, once, and again when it may have changed meanwhile", async () => {
    const server = new Server();
    const store = new SessionStore(server);
    const [hide, hideToo] = [store.show(), store.show()];
    await server.answerAll();
    expect([server.asked, nameIn(store), store.isShown]).toEqual([1, "name 0", true]);
    hide();
    hideToo();
    expect(store.isShown).toBe(false);
    store.show();
    expect(server.asked).toBe(1);
    server.change("other");
    store.age();
    store.show();
    await server.answerAll();
    expect([server.asked, nameIn(store)]).toEqual([2, "name 1"]);
  });

  it("tells whose changes are others', by their revision", async () => {
    const server = new Server();
    const store = new SessionStore(server);
    store.show();
    await server.answerAll();
    store.take(server.change("me"));
    expect(store.get().data?.others.get("t")).toBeUndefined();
    store.take(server.change("other"));
    expect(store.get().data?.others.get("t")).toBe(2);
    // Fetched whole, nobody says who it was.
    server.change("me");
    void store.fetch();
    await server.answerAll();
    expect(store.get().data?.others.get("t")).toBe(3);
  });

  it("does not go back to what was fetched before a change that is known", async () => {
    const server = new Server();
    const store = new SessionStore(server);
    store.show();
    await server.answerAll();
    void store.fetch();
    store.take(server.change("me"));
    await server.answer();
    expect(nameIn(store)).toBe("name 1");
    await server.answerAll();
    expect([nameIn(store), store.revision]).toEqual(["name 1", 1]);
  });

  it("follows a server that was set back to an earlier state, instead of asking for ever", async () => {
    const server = new Server();
    const store = new SessionStore(server);
    for (let i = 0; i < 3; i++) server.change("other");
    store.show();
    await server.answerAll();
    server.changes.length = 1;
    void store.fetch();
    await server.answerAll();
    expect([nameIn(store), store.revision, server.asked]).toEqual(["name 1", 1, 2]);
  });

  it("is fetched whole where something lies between, or a target has material that is not known", async () => {
    const server = new Server();
    const store = new SessionStore(server);
    store.show();
    await server.answerAll();
    server.change("other");
    store.take(server.change("other"));
    await server.answerAll();
    expect(nameIn(store)).toBe("name 2");
    const { asked } = server;
    const change = server.change("other");
    store.take({ ...change, forward: [{ ...change.forward[0], set: { mediaId: "new" } } as never] });
    expect(server.asked).toBe(asked + 1);
    await server.answerAll();
    store.know([{ id: "new" } as never]);
    const next = server.change("other");
    store.take({ ...next, forward: [{ ...next.forward[0], set: { mediaId: "new" } } as never] });
    expect([server.asked, store.revision]).toEqual([asked + 1, 4]);
  });

  it("says why it does not come, at once or after some tries; what is shown already is asked for until it comes", async () => {
    const server = new Server();
    const refused = new SessionStore(server);
    server.fails = new ApiError(404, "gone", "It was removed.", {});
    refused.show();
    await server.answerAll();
    expect([server.asked, refused.get().error]).toEqual([1, server.fails]);
    server.fails = busy();
    void refused.fetch();
    await server.answerAll();
    expect([server.asked, refused.get().error]).toEqual([5, server.fails]);
    server.fails = null;
    void refused.fetch();
    await server.answerAll();
    expect([refused.get().error, nameIn(refused)]).toEqual([null, "name 0"]);
    server.fails = busy();
    void refused.fetch();
    for (let i = 0; i < 6; i++) await server.answer();
    server.change("other");
    server.fails = null;
    await server.answerAll();
    expect(nameIn(refused)).toBe("name 1");
  });

  it("is as the server has it in the end, whatever comes when, and never goes back", async () => {
    const moves = fc.array(
      fc.constantFrom("mine", "theirs", "unheard", "late", "again", "answer", "fetch", "catch up", "age"),
      { maxLength: 25 },
    );
    await fc.assert(
      fc.asyncProperty(moves, async (history) => {
        const server = new Server();
        const store = new SessionStore(server);
        store.show();
        await server.answer();
        const heard: SignedChange[] = [];
        let before = 0;
        for (const move of history) {
          if (move === "mine") store.take(server.change("me"));
          else if (move === "theirs") store.take(server.change("other"));
          else if (move === "unheard") heard.push(server.change("other"));
          else if (move === "late") heard.slice(0, 1).forEach((change) => store.take(change));
          else if (move === "again") server.changes.slice(-1).forEach((change) => store.take(change));
          else if (move === "answer") await server.answer();
          else if (move === "fetch") void store.fetch();
          else if (move === "catch up") void store.catchUp();
          else store.age();
          expect(store.revision).toBeGreaterThanOrEqual(before);
          expect(nameIn(store)).toBe(`name ${store.revision}`);
          before = store.revision!;
        }
        await server.answerAll();
        void store.catchUp();
        await server.answerAll();
        expect([store.revision, nameIn(store)]).toEqual([server.changes.length, server.target.name]);
      }),
      { numRuns: 150 },
    );
  });
});

describe("the sessions of a page", () => {
  it("keep those that are shown, and a few of those that were", () => {
    const made: string[] = [];
    const sessions = new Sessions((id) => (made.push(id), new Server()));
    const first = sessions.of("s0");
    first.show();
    for (let i = 1; i < 9; i++) expect(sessions.of(`s${i}`)).toBe(sessions.of(`s${i}`));
    expect(sessions.of("s0")).toBe(first);
    expect(sessions.shown()).toEqual(["s0"]);
    expect(sessions.peek("s1")).toBeUndefined();
    sessions.of("s1");
    expect(made.filter((id) => id === "s1")).toHaveLength(2);
  });
});
