import { beforeAll, describe, expect, it } from "vitest";
import * as settingsRoute from "@/app/api/libraries/[libraryId]/settings/route";
import * as viewRoute from "@/app/api/libraries/[libraryId]/members/[memberId]/view/route";
import type { MemberSettings } from "@/core/library/media";
import { answer, join, newLibrary, request, type Person } from "./world";

let owner: Person;
let editor: Person;

beforeAll(async () => {
  const { libraryId } = await newLibrary();
  owner = await join(libraryId, "owner");
  editor = await join(libraryId, "editor");
});

const save = async (who: Person, body: object) =>
  answer<{ settings?: MemberSettings; error?: { field: string } }>(
    await settingsRoute.PATCH(
      request(`/api/libraries/${who.libraryId}/settings`, { method: "PATCH", cookie: who.cookie, body }),
      { params: Promise.resolve({ libraryId: who.libraryId }) },
    ),
  );

describe("what a member chose for the interface", () => {
  it("is laid over what was chosen before, by each member for themselves", async () => {
    await save(owner, { narrowBar: true });
    expect((await save(owner, { applyWay: "after" })).body.settings).toEqual({
      narrowBar: true,
      applyWay: "after",
    });
    expect((await save(owner, { applyWay: "before" })).body.settings).toMatchObject({ applyWay: "before" });
    expect((await save(editor, { bareKeys: false })).body.settings).toEqual({ bareKeys: false });
  });
  it("is not lost where two are saved at once", async () => {
    await Promise.all([
      save(editor, { narrowBar: true }),
      save(editor, { aliasesAct: true }),
      save(editor, { columns: { bench: { targets: 20 } } }),
    ]);
    expect((await save(editor, { bareKeys: true })).body.settings).toEqual({
      bareKeys: true,
      narrowBar: true,
      aliasesAct: true,
      columns: { bench: { targets: 20 } },
    });
  });
  it("is one of what can be chosen", async () => {
    const { status, body } = await save(owner, { applyWay: "around" });
    expect([status, body.error?.field]).toEqual([400, "applyWay"]);
  });
});

describe("a member's view", () => {
  const viewOf = async (who: Person, memberId: string, libraryId = who.libraryId) =>
    answer<{ view?: MemberSettings }>(
      await viewRoute.GET(request("/api/test", { cookie: who.cookie }), {
        params: Promise.resolve({ libraryId, memberId }),
      }),
    );
  it("is told to colleagues, and nothing else of what they chose", async () => {
    const view = {
      tableColumns: ["folder", "used"],
      tableSort: { by: "used", desc: true },
      closedRows: ["00000000-0000-7000-8000-000000000001"],
    };
    await save(editor, {
      ...view,
      lastSessionId: "00000000-0000-7000-8000-000000000002",
      isViewLocked: true,
    });
    const memberId = (await owner.rows()).member.find((m) => m.userId === editor.id)!.id as string;
    const told = (await viewOf(owner, memberId)).body.view!;
    expect(told).toMatchObject(view);
    expect(Object.keys(told).sort()).toEqual(["closedRows", "columns", "tableColumns", "tableSort"]);
  });
  it("is nobody's outside, nor of who is none", async () => {
    const stranger = await join((await newLibrary()).libraryId, "owner");
    const memberId = (await owner.rows()).member[0].id as string;
    expect((await viewOf(stranger, memberId, owner.libraryId)).status).toBe(404);
    // Of another library's member through one's own.
    expect((await viewOf(stranger, memberId)).status).toBe(404);
    expect((await viewOf(owner, "nonsense")).status).toBe(404);
  });
  it("refuses columns that there are not", async () => {
    expect((await save(owner, { tableColumns: ["colour"] })).status).toBe(400);
    expect((await save(owner, { tableSort: { by: "colour", desc: true } })).status).toBe(400);
  });
});
