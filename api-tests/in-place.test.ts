import { beforeAll, describe, expect, it } from "vitest";
import { writeWav } from "@/core/formats/wav/write";
import type { AskInPlace } from "@/core/api/operations/ask-in-place";
import type { Rendering } from "@/core/api/operations/one-render";
import type { Chain } from "@/core/chain/model";
import type { Target } from "@/core/library/entities";
import { renderingOf, type Clip } from "@/core/library/in-place";
import { database } from "@/db/connection";
import { noteMedia, unusedMedia } from "@/db/media";
import { listFiles } from "@/db/replica";
import { moveRender, readRender, stopRender } from "@/db/renders";
import { carryOutRender } from "@/server/jobs/carry-out-render";
import { sweepRenders } from "@/server/jobs/sweep";
import * as copyRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/[copy]/route";
import * as fileRoute from "@/app/api/libraries/[libraryId]/renders/[renderId]/file/route";
import * as inPlaceRoute from "@/app/api/libraries/[libraryId]/renders/in-place/route";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import { answer, join, newLibrary, origin, request, type Person } from "./world";

const rate = 48_000;
const frames = 96_000;
const tone = Float32Array.from({ length: frames }, (_, i) => 0.5 * Math.sin(i * 0.02));
const gain = (...db: number[]): Chain => ({
  medium: "audio",
  settings: db.map((one) => ({ effect: "audio.gain", values: { gain: one }, on: true, mix: 100 })),
});

let editor: Person;
let sessionId: string;
let mediaId: string;
let params: <P extends object>(more: P) => { params: Promise<P & { libraryId: string }> };

beforeAll(async () => {
  const made = await newLibrary();
  sessionId = made.sessionId;
  editor = await join(made.libraryId, "editor");
  params = (more) => ({ params: Promise.resolve({ libraryId: editor.libraryId, ...more }) });
  await editor.run("remove-targets", { sessionId, targetIds: made.targetIds });
  mediaId = await bring("tone.wav", tone);
});

async function bring(name: string, plane: Float32Array): Promise<string> {
  const sent = new Request(`${origin}/api?name=${name}`, {
    method: "POST",
    headers: { host: "fichier.test", origin, cookie: editor.cookie },
    body: new Uint8Array(writeWav({ planes: [plane], sampleRate: rate }, "f32")),
  });
  const { body } = await answer<{ media: { id: string } }>(await materialRoute.POST(sent, params({})));
  return body.media.id;
}

const rows = async () =>
  ((await editor.rows(sessionId)).target as unknown as Target[]).sort((a, b) =>
    a.position < b.position ? -1 : 1,
  );
const rowOf = async (id: string) => (await rows()).find((row) => row.id === id)!;
const clip = async (name: string, chain?: Chain): Promise<string> => {
  const added = await editor.run<{ targetIds: string[] }>("add-targets", {
    sessionId,
    items: [{ mediaId, name }],
  });
  const [targetId] = added.body.result.targetIds;
  if (chain) await editor.run("set-chain", { sessionId, targetId, chain });
  return targetId;
};
const ask = async (work: Omit<AskInPlace, "sessionId">, who = editor) =>
  answer<{ render: Rendering; error?: { code: string; message: string } }>(
    await inPlaceRoute.POST(
      request("/api", { method: "POST", cookie: who.cookie, body: { sessionId, ...work } }),
      params({}),
    ),
  );
/** Asks for it and has it carried out; gives how it ended. */
async function inPlace(work: Omit<AskInPlace, "sessionId">) {
  const { body, status } = await ask(work);
  expect([status, body.error]).toEqual([200, undefined]);
  await carryOutRender(body.render.id);
  return (await readRender(database(), body.render.id))!;
}
/** The samples of a material. */
async function samplesOf(id: string): Promise<Float32Array> {
  const response = await copyRoute.GET(
    request("/api", { cookie: editor.cookie }),
    params({ mediaId: id, copy: "planes" }),
  );
  return new Float32Array(await response.arrayBuffer());
}
const farthest = (a: Float32Array, b: (i: number) => number) =>
  a.reduce((most, value, i) => Math.max(most, Math.abs(value - b(i))), 0);
const withoutVersion = ({ version: _, ...row }: Target) => row;
const half = 10 ** (-6 / 20);

describe("rendering in place", () => {
  it("puts the rendered sound in the place of its material, as one change that one key takes back", async () => {
    const id = await clip("Take", gain(-6));
    const before = await rowOf(id);
    const row = await inPlace({ targetIds: [id] });
    expect([row.state, row.problem, row.outcome]).toEqual([
      "done",
      null,
      { said: "rendered “Take” in place", selected: null },
    ]);
    const after = await rowOf(id);
    expect(after).toMatchObject({ part: null, chain: { settings: [] }, strength: 100, cardId: null });
    const { settings } = before.chain;
    expect(after.origin).toMatchObject({ mediaId, part: null, frames, strength: 100, chain: { settings } });
    const made = await samplesOf(after.mediaId!);
    expect(made.length).toBe(frames);
    // Kept as floats: nothing is rounded.
    expect(farthest(made, (i) => tone[i] * half)).toBeLessThan(1e-7);
    // There is nothing to be fetched, and neither it nor what it was made of counts as unused, or as a file for effects.
    expect(
      (await fileRoute.GET(request("/api", { cookie: editor.cookie }), params({ renderId: row.id }))).status,
    ).toBe(404);
    await database().execute("update media set added_at = now() - interval '2 hours'");
    expect(await unusedMedia(database(), editor.libraryId)).toEqual([]);
    expect(await listFiles(database(), editor.libraryId)).toEqual([]);

    expect((await editor.takeBack("undo", sessionId)).status).toBe(200);
    expect(withoutVersion(await rowOf(id))).toEqual(withoutVersion(before));
    await editor.takeBack("redo", sessionId);
    // Weeks later, with much done since: by a command of its own.
    await editor.run("edit-target", { sessionId, targetIds: [id], name: "Renamed" });
    const back = await editor.run("bring-back", { sessionId, targetIds: [id] });
    expect(back.body.change!.summary).toBe("brought back what “Renamed” was before");
    expect(withoutVersion(await rowOf(id))).toEqual({ ...withoutVersion(before), name: "Renamed" });
    expect((await editor.run("bring-back", { sessionId, targetIds: [id] })).body.error).toMatchObject({
      code: "not-rendered",
    });
  });

  it("of a range renders the piece that is cut out, with edges that sum with what is beside it", async () => {
    const id = await clip("Cut", gain(-6));
    const before = (await rows()).length;
    const { outcome } = await inPlace({ targetIds: [id], range: { start: 0.5, end: 1 } });
    expect(outcome!.said).toBe("rendered a range of “Cut” in place");
    const now = await rows();
    expect(now.length).toBe(before + 2);
    const at = now.findIndex((one) => one.id === id);
    const [left, middle, right] = now.slice(at - 1, at + 2);
    expect([left.name, right.name]).toEqual(["Cut to 00:00.50", "Cut from 00:01.00"]);
    const made = await samplesOf(middle.mediaId!);
    const origin = middle.origin!.part!;
    expect(made.length).toBe(origin.to - origin.from);
    // Where pieces overlap, what goes and what comes sum to what was there; each is half of it in the middle.
    const fade = (n: number) => Math.sin((Math.PI / 2) * ((n + 0.5) / origin.fadeIn)) ** 2;
    const edge = made.subarray(0, origin.fadeIn);
    expect(farthest(edge, (i) => half * tone[origin.from + i] * fade(i))).toBeLessThan(1e-7);
    expect(fade(origin.fadeIn / 2 - 0.5)).toBeCloseTo(0.5, 12);
    expect([left.part!.to - origin.from, left.part!.fadeOut]).toEqual([origin.fadeIn, origin.fadeIn]);
    await editor.takeBack("undo", sessionId);
    expect((await rows()).length).toBe(before);
  });

  it("changes nothing where the clip, or who asked, is not as it was any more, and says so", async () => {
    const id = await clip("Moving", gain(-6));
    const asked = await ask({ targetIds: [id] });
    await editor.run("set-chain", { sessionId, targetId: id, chain: gain(-3) });
    await carryOutRender(asked.body.render.id);
    expect(await readRender(database(), asked.body.render.id)).toMatchObject({
      state: "failed",
      problem: "“Moving” has changed while it was rendered: nothing was replaced.",
    });
    expect(await rowOf(id)).toMatchObject({ mediaId, origin: null, chain: gain(-3) });

    const gone = await ask({ targetIds: [id] });
    await editor.run("remove-targets", { sessionId, targetIds: [id] });
    await carryOutRender(gone.body.render.id);
    expect(await readRender(database(), gone.body.render.id)).toMatchObject({
      state: "failed",
      problem: "This target is not in the library any more.",
    });
    await editor.takeBack("undo", sessionId);

    const cancelled = await ask({ targetIds: [id] });
    await moveRender(database(), cancelled.body.render.id, ["waiting"], { state: "cancelled" });
    await carryOutRender(cancelled.body.render.id);
    expect(await rowOf(id)).toMatchObject({ mediaId, origin: null });
  });

  it("is stopped until it is about to change its session, and then no more", async () => {
    const id = await clip("Late", gain(-6));
    const [early, late] = [await ask({ targetIds: [id] }), await ask({ targetIds: [id] })];
    const [first, second] = [early.body.render.id, late.body.render.id];
    await moveRender(database(), first, ["waiting"], { state: "running", progress: 0.999 });
    expect(await stopRender(database(), first)).toBe(true);
    expect(await stopRender(database(), first)).toBe(false);
    await moveRender(database(), second, ["waiting"], { state: "running", progress: 1 });
    expect(await stopRender(database(), second)).toBe(false);
    expect((await readRender(database(), second))!.state).toBe("running");
    // The stopped one changes nothing, whenever a worker comes by it.
    await carryOutRender(first);
    expect(await rowOf(id)).toMatchObject({ mediaId, origin: null });
    await carryOutRender(second);
    expect((await rowOf(id)).origin).toMatchObject({ mediaId });
  });

  it("is carried out once, also where its worker was killed and it is begun again", async () => {
    const id = await clip("Again", gain(-6));
    const { body } = await ask({ targetIds: [id] });
    const renderId = body.render.id;
    // Who had it is gone, with nothing written down.
    await moveRender(database(), renderId, ["waiting"], { state: "running", progress: 0.4 });
    await sweepRenders();
    expect((await readRender(database(), renderId))!.state).toBe("waiting");
    await carryOutRender(renderId);
    const { version } = await rowOf(id);
    // And once more, as if it had died just before it could say that it was done.
    await moveRender(database(), renderId, ["done"], { state: "running", outcome: null });
    await carryOutRender(renderId);
    expect(await readRender(database(), renderId)).toMatchObject({
      state: "done",
      outcome: { said: "rendered “Again” in place" },
    });
    expect((await rowOf(id)).version).toBe(version);
  });

  it("is offered again once the card is another, with what it is then", async () => {
    const kept = await editor.run<{ cardId: string }>("keep-card", {
      name: "Quiet",
      path: "",
      chain: gain(-6),
    });
    const { cardId } = kept.body.result;
    const id = await clip("Carded");
    await editor.run("apply-card", { sessionId, targetIds: [id], cardId, how: "replace" });
    await inPlace({ targetIds: [id] });
    const first = await rowOf(id);
    expect(first.origin).toMatchObject({ cardId, cardVersion: 1 });
    const same = await ask({ targetIds: [id], again: true });
    expect([same.status, same.body.error]).toMatchObject([409, { code: "up-to-date" }]);
    await editor.run("revise-card", { cardId, chain: gain(-12), seen: 1 });
    const { outcome } = await inPlace({ targetIds: [id], again: true });
    expect(outcome!.said).toBe("rendered “Carded” in place again");
    const now = await rowOf(id);
    expect(now.origin).toMatchObject({ cardId, cardVersion: 2, mediaId, origin: null });
    expect(farthest(await samplesOf(now.mediaId!), (i) => tone[i] * 10 ** (-12 / 20))).toBeLessThan(1e-7);
  });

  it("leaves what somebody brings in himself among the files for effects", async () => {
    const { libraryId } = editor;
    const row = {
      libraryId,
      id: "2f".repeat(32),
      name: "made here",
      bytes: 1,
      facts: { kind: "audio", sampleRate: rate, channels: 1, frames: 1, peaks: [] },
    } as const;
    const listed = async () => (await listFiles(database(), libraryId)).map(({ name }) => name);
    await noteMedia(database(), { ...row, isRendered: true });
    expect(await listed()).not.toContain("made here");
    await noteMedia(database(), { ...row, name: "the same, brought in" });
    expect(await listed()).toContain("made here");
    // And rendered once more it stays there.
    await noteMedia(database(), { ...row, isRendered: true });
    expect(await listed()).toContain("made here");
  });

  it.each<[string, () => Promise<Omit<AskInPlace, "sessionId">>, object]>([
    ["an empty chain", async () => ({ targetIds: [await clip("Bare")] }), { code: "empty-chain" }],
    [
      "a range beyond the end",
      async () => ({ targetIds: [await clip("Short", gain(1))], range: { start: 7, end: 9 } }),
      { code: "short-range", field: "range" },
    ],
    [
      "a target that is not there",
      () => Promise.resolve({ targetIds: ["01a21aea-2720-7169-9627-e4815d97d03e"] }),
      { code: "not-found" },
    ],
  ])("refuses %s before anything is rendered", async (_, work, error) => {
    const { status, body } = await ask(await work());
    expect([status >= 400, body.error]).toMatchObject([true, error]);
  });

  it("is asked for by those who may work on the bench; what a script says was rendered must be there", async () => {
    const id = await clip("Mine", gain(2));
    const viewer = await join(editor.libraryId, "viewer");
    expect((await ask({ targetIds: [id] }, viewer)).status).toBe(403);
    expect((await ask({ targetIds: [id], range: { start: 2, end: 1 } })).status).toBe(400);
    const direct = (rendered?: object[]) =>
      editor.run("render-in-place", { sessionId, targetIds: [id], ...(rendered && { rendered }) });
    expect((await direct()).body.error).toMatchObject({ code: "not-rendered" });
    expect((await direct([{ of: "0".repeat(64), mediaId }])).body.error).toMatchObject({
      code: "not-rendered",
    });
    expect((await direct([{ of: "0".repeat(64), mediaId: "1".repeat(64) }])).status).toBe(404);
    const picture = "1e".repeat(32);
    await noteMedia(database(), {
      libraryId: editor.libraryId,
      id: picture,
      name: "hull.png",
      bytes: 1,
      facts: {
        kind: "image",
        width: 2,
        height: 2,
        preview: { width: 2, height: 2 },
        mini: { width: 2, height: 2 },
      },
    });
    const of = renderingOf((await rowOf(id)) as Clip);
    expect((await direct([{ of, mediaId: picture }])).body.error).toMatchObject({ code: "other-medium" });
    expect(await rowOf(id)).toMatchObject({ mediaId, origin: null });
  });
});

describe("a routine that cuts, puts on and renders", () => {
  const steps = [
    { kind: "range", grow: 20 },
    { kind: "cut" },
    { kind: "put", of: { name: "Off", chain: gain(-40) }, how: "after" },
    { kind: "render" },
    { kind: "choose", which: "next" },
  ];
  const keep = async (name: string, list: readonly object[]) =>
    (await editor.run<{ routineId: string }>("keep-routine", { name, steps: list })).body.result.routineId;

  it("does all of it as one change once it is rendered, and takes it back as one", async () => {
    const routineId = await keep("Click off", steps);
    const id = await clip("Clicks");
    const before = (await rows()).map(withoutVersion);
    const range = { start: 0.5, end: 0.6 };
    // By itself it has nothing to put there yet.
    const direct = await editor.run("run-routine", { sessionId, targetIds: [id], routineId, range });
    expect([direct.status, direct.body.error]).toMatchObject([409, { code: "not-rendered" }]);
    const row = await inPlace({ targetIds: [id], routineId, range });
    const now = await rows();
    const at = now.findIndex((one) => one.id === id);
    expect(row.outcome).toEqual({ said: "“Click off” on “Clicks”", selected: [now[at + 1].id] });
    const middle = now[at];
    expect(middle.origin!.part).toMatchObject({ from: 0.48 * rate - 120, to: 0.62 * rate + 120 });
    const made = await samplesOf(middle.mediaId!);
    const { from } = middle.origin!.part!;
    expect(farthest(made.subarray(240, 6000), (i) => tone[from + 240 + i] * 0.01)).toBeLessThan(1e-7);
    await editor.takeBack("undo", sessionId);
    expect((await rows()).map(withoutVersion)).toEqual(before);
  });

  it("reaches to the next silence of the sound that the clip uses", async () => {
    const halting = tone.map((value, i) => (i >= 48_000 && i < 72_000 ? value / 1000 : value));
    const added = await editor.run<{ targetIds: string[] }>("add-targets", {
      sessionId,
      items: [{ mediaId: await bring("halting.wav", halting), name: "Halting" }],
    });
    const [id] = added.body.result.targetIds;
    const routineId = await keep("To silence", [
      { kind: "silence", below: -50, lasting: 300 },
      { kind: "cut" },
    ]);
    await editor.run("run-routine", {
      sessionId,
      targetIds: [id],
      routineId,
      range: { start: 0.5, end: 0.7 },
    });
    // As exact as its overview, with half a cross-fade behind it.
    expect((await rowOf(id)).part!.to).toBe(48_000 + 120);
  });

  it("renders with the card that was drawn by chance for it", async () => {
    const { body: kept } = await editor.run<{ searchId: string }>("keep-team-search", {
      name: "Loud ones",
      query: "loud",
      sort: "name",
    });
    const { searchId } = kept.result;
    const card = async (name: string, db: number) =>
      (await editor.run<{ cardId: string }>("keep-card", { name, path: "", chain: gain(db) })).body.result
        .cardId;
    const cardIds = [await card("Loud one", -6), await card("Loud two", -12)];
    const routineId = await keep("By chance", [
      { kind: "draw", searchId, how: "replace" },
      { kind: "draw", searchId, how: "after" },
      { kind: "render" },
    ]);
    const id = await clip("Chosen");
    const short = await ask({ targetIds: [id], routineId, drawn: cardIds.slice(1) });
    expect([short.status, short.body.error]).toMatchObject([409, { code: "nothing-drawn" }]);
    await inPlace({ targetIds: [id], routineId, drawn: cardIds });
    const { origin, mediaId: madeId } = await rowOf(id);
    expect(origin!.chain.settings.map(({ values }) => values.gain)).toEqual([-6, -12]);
    const made = await samplesOf(madeId!);
    expect(farthest(made, (i) => tone[i] * 10 ** (-18 / 20))).toBeLessThan(1e-7);
    expect((await ask({ targetIds: [id], drawn: cardIds })).status).toBe(400);
  });

  it("is refused before anything is rendered where a step does not fit", async () => {
    const id = await clip("Whole");
    for (const [name, list, work, code] of [
      ["No range", steps, {}, "no-range"],
      [
        "Too narrow",
        [{ kind: "range", grow: -400 }, ...steps],
        { range: { start: 0.5, end: 0.9 } },
        "short-range",
      ],
      ["Nothing on it", [{ kind: "render" }], {}, "empty-chain"],
    ] as const) {
      const { status, body } = await ask({ targetIds: [id], routineId: await keep(name, list), ...work });
      expect([name, status, body.error]).toMatchObject([name, 409, { code }]);
    }
    const none = await ask({
      targetIds: [id],
      routineId: await keep("No rendering", [{ kind: "strength", strength: 3 }]),
    });
    expect(none.body.error).toMatchObject({ code: "nothing-to-render" });
    expect(await rowOf(id)).toMatchObject({ part: null, origin: null });
  });
});
