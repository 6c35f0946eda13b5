import { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { OpenDesk } from "./open-desk";

/** Stands for a browser's Worker, which Node does not have. */
class FakeWorker {
  static readonly all: FakeWorker[] = [];
  onerror: ((event: { message: string; preventDefault(): void }) => void) | null = null;
  isEnded = false;
  constructor(readonly url: URL) {
    FakeWorker.all.push(this);
  }
  postMessage() {}
  terminate() {
    this.isEnded = true;
  }
}

const turn = () => new Promise<void>((resolve) => setImmediate(resolve));

describe("an open desk", () => {
  const asked: { path: string; body: Record<string, unknown> }[] = [];
  let answer: (path: string) => Response;
  const page = Object.assign(new EventTarget(), { location: { pathname: "/lib/bench" } });
  const documentLike = Object.assign(new EventTarget(), {
    visibilityState: "visible",
    body: { dataset: {} as Record<string, string> },
  });
  let desk: OpenDesk;
  let close: () => void;

  beforeEach(() => {
    asked.length = 0;
    FakeWorker.all.length = 0;
    answer = () => Response.json({ change: null, result: {} });
    vi.stubGlobal("navigator", { hardwareConcurrency: 2 });
    vi.stubGlobal("Worker", FakeWorker);
    vi.stubGlobal(
      "MessageChannel",
      class {
        port1 = {};
        port2 = {};
      },
    );
    vi.stubGlobal("window", page);
    vi.stubGlobal("document", documentLike);
    vi.stubGlobal("fetch", async (path: string, init: RequestInit = {}) => {
      asked.push({ path, body: JSON.parse((init.body as string) ?? "{}") as Record<string, unknown> });
      // The library itself does not come in these tests.
      return path.includes("/commands/") || path.includes("/take-back") || path.includes("/faults")
        ? answer(path)
        : new Promise<Response>(() => undefined);
    });
    desk = new OpenDesk("lib", new QueryClient());
    close = desk.open();
  });
  afterEach(() => {
    close();
    vi.unstubAllGlobals();
  });
  const said = () => desk.notices.get()?.text;
  const commands = () =>
    asked
      .filter(({ path }) => !path.includes("/faults") && path.includes("lib/"))
      .filter(({ body }) => Object.keys(body).length > 0);

  it("does commands one after another, and says what was done or why not", async () => {
    const change = { of: "library", revision: 1, forward: [], summary: "renamed a folder" };
    answer = () => Response.json({ change, result: { folderId: "f" } });
    expect(await desk.act("create-folder", { parentId: null, name: "Fog" })).toMatchObject({
      result: { folderId: "f" },
    });
    expect(said()).toBe("Renamed a folder.");
    answer = () =>
      Response.json(
        { error: { code: "taken", message: "There is one.", hint: "Take another." } },
        { status: 409 },
      );
    expect(await desk.act("create-folder", () => ({ parentId: null, name: "Fog" }))).toBeNull();
    expect(said()).toBe("There is one. Take another.");
    expect(commands().map(({ path, body }) => [path, body.name])).toEqual([
      ["/api/libraries/lib/commands/create-folder", "Fog"],
      ["/api/libraries/lib/commands/create-folder", "Fog"],
    ]);
  });

  it("takes back in the session that is open, and says where there is nothing", async () => {
    await desk.takeBack("undo");
    expect(said()).toBe("There is nothing to take back.");
    desk.openSession("s1");
    answer = () =>
      Response.json({ change: { of: "library", revision: 2, forward: [], summary: "a card put on" } });
    await desk.takeBack("redo");
    expect(said()).toBe("Done again: a card put on.");
    expect(commands().map(({ body }) => [body.direction, body.sessionId])).toEqual([
      ["undo", undefined],
      ["redo", "s1"],
    ]);
  });

  it("has the browser ask before the page is left while something is not saved", () => {
    const leave = () => {
      const event = new Event("beforeunload", { cancelable: true });
      page.dispatchEvent(event);
      return event.defaultPrevented;
    };
    expect(leave()).toBe(false);
    const release = desk.hold();
    expect([leave(), documentLike.body.dataset.unsaved]).toEqual([true, "1"]);
    release();
    expect([leave(), documentLike.body.dataset.unsaved]).toEqual([false, "0"]);
  });

  it("tells of what went wrong unheard, with the number under which it is logged; not of a cut line", async () => {
    const rejected = (reason: unknown) =>
      page.dispatchEvent(Object.assign(new Event("unhandledrejection"), { reason }));
    rejected(new DOMException("given up", "AbortError"));
    expect(said()).toBeUndefined();
    rejected(new TypeError("no such thing"));
    expect(said()).toMatch(/^Something went wrong.*\(fault [A-Z0-9]{6}\)\.$/);
    await turn();
    const [{ body }] = asked.filter(({ path }) => path.endsWith("/faults"));
    expect([said()!.includes(body.number as string), body.words]).toEqual([true, "no such thing"]);
  });

  it("begins a worker that broke anew, and tells which", () => {
    const renders = FakeWorker.all.find(({ url }) => url.href.includes("render.worker"))!;
    renders.onerror!({ message: "out of memory", preventDefault: () => undefined });
    expect(said()).toMatch(
      /^What renders sounds and pictures broke, and was begun again \(fault [A-Z0-9]{6}\)\.$/,
    );
    expect(renders.isEnded).toBe(true);
    expect(FakeWorker.all.filter(({ url }) => url.href.includes("render.worker"))).toHaveLength(2);
  });

  it("ends all of it with its workers", () => {
    close();
    expect(FakeWorker.all.every(({ isEnded }) => isEnded)).toBe(true);
  });
});
