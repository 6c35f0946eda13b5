import { beforeAll, describe, expect, it } from "vitest";
import * as settingsRoute from "@/app/api/libraries/[libraryId]/settings/route";
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
    expect((await save(owner, { barGrouping: "maker" })).body.settings).toEqual({
      narrowBar: true,
      barGrouping: "maker",
    });
    expect((await save(owner, { barGrouping: null })).body.settings).toMatchObject({ barGrouping: null });
    expect((await save(editor, { bareKeys: false })).body.settings).toEqual({ bareKeys: false });
  });
  it("is not lost where two are saved at once", async () => {
    await Promise.all([
      save(editor, { narrowBar: true }),
      save(editor, { barGrouping: "effect" }),
      save(editor, { columns: { bench: { targets: 20 } } }),
    ]);
    expect((await save(editor, { bareKeys: true })).body.settings).toEqual({
      bareKeys: true,
      narrowBar: true,
      barGrouping: "effect",
      columns: { bench: { targets: 20 } },
    });
  });
  it("is one of what can be chosen", async () => {
    const { status, body } = await save(owner, { barGrouping: "colour" });
    expect([status, body.error?.field]).toEqual([400, "barGrouping"]);
  });
});
