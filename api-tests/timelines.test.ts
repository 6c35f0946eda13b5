import { beforeAll, describe, expect, it } from "vitest";
import type { Target } from "@/core/library/entities";
import type { SessionAnswer } from "@/core/api/operations/session-replica";
import { database } from "@/db/connection";
import { noteMedia } from "@/db/media";
import * as commandRoute from "@/app/api/libraries/[libraryId]/commands/[command]/route";
import * as findRoute from "@/app/api/libraries/[libraryId]/material/find/route";
import * as rendersRoute from "@/app/api/libraries/[libraryId]/renders/route";
import * as sessionRoute from "@/app/api/libraries/[libraryId]/sessions/[sessionId]/route";
import * as timelineRoute from "@/app/api/libraries/[libraryId]/sessions/[sessionId]/timeline/route";
import { answer, highPass, join, newLibrary, request, type Person } from "./world";

const [hornId, bellId, filmId, soundId] = ["1", "2", "3", "4"].map((digit) => digit.repeat(64));
let owner: Person;
let viewer: Person;
let foreign: Person;

beforeAll(async () => {
  const { libraryId } = await newLibrary();
  owner = await join(libraryId, "owner");
  viewer = await join(libraryId, "viewer");
  foreign = await join((await newLibrary()).libraryId, "owner");
  const note = (id: string, name: string, facts: object) =>
    noteMedia(database(), { libraryId, id, name, bytes: 1, facts: facts as never });
  const audio = { kind: "audio", sampleRate: 48_000, channels: 1, frames: 480_000, peaks: [0, 0] };
  await note(hornId, "Horn.wav", audio);
  await note(bellId, "bell.wav", audio);
  await note(soundId, "ferry, sound", audio);
  const size = { width: 64, height: 36 };
  const film = { kind: "video", ...size, light: size, preview: size, mini: size, rate: [25, 1], frames: 250 };
  await note(filmId, "ferry.mov", { ...film, poster: 0, strip: 1, copied: 0, notes: [], sound: soundId });
});

const span = (from: number, length: number) => ({
  OTIO_SCHEMA: "TimeRange.1",
  start_time: { OTIO_SCHEMA: "RationalTime.1", value: from, rate: 25 },
  duration: { OTIO_SCHEMA: "RationalTime.1", value: length, rate: 25 },
});
const clip = (name: string, from: number, length: number) => ({
  OTIO_SCHEMA: "Clip.2",
  name,
  metadata: { kept: { by: "somebody" } },
  source_range: span(from, length),
  effects: [],
  markers: [
    { OTIO_SCHEMA: "Marker.2", name: "here", color: "GREEN", marked_range: span(from, 1), metadata: {} },
  ],
  media_references: {
    DEFAULT_MEDIA: {
      OTIO_SCHEMA: "ExternalReference.1",
      name: name,
      metadata: {},
      available_range: span(0, 250),
      target_url: `file:///reels/${name}`,
    },
  },
  active_media_reference_key: "DEFAULT_MEDIA",
});
const track = (kind: string, children: object[]) => ({
  OTIO_SCHEMA: "Track.1",
  name: kind === "Audio" ? "Sounds of the fog" : "V1",
  kind,
  metadata: {},
  effects: [],
  markers: [],
  source_range: null,
  children,
});
const timeline = (...children: object[]) => ({
  OTIO_SCHEMA: "Timeline.1",
  name: "Fog week",
  metadata: { from: "a test" },
  global_start_time: { OTIO_SCHEMA: "RationalTime.1", value: 90_000, rate: 25 },
  tracks: {
    OTIO_SCHEMA: "Stack.1",
    name: "tracks",
    metadata: {},
    effects: [],
    markers: [],
    source_range: null,
    children,
  },
});
const all = timeline(
  track("Video", [clip("ferry.mov", 25, 100)]),
  track("Audio", [clip("horn.wav", 0, 50), clip("bell.wav", 0, 50)]),
);

const lay = async (json: object, media: object[], name = "Laid") =>
  owner.run<{ sessionId: string }>("lay-timeline", { name, timeline: json, media });
const sessionOf = async (sessionId: string, who = owner) =>
  answer<SessionAnswer>(
    await sessionRoute.GET(request("/api", { cookie: who.cookie }), {
      params: Promise.resolve({ libraryId: owner.libraryId, sessionId }),
    }),
  );
const written = async (sessionId: string, who = owner) =>
  answer<Record<string, unknown>>(
    await timelineRoute.GET(request("/api", { cookie: who.cookie }), {
      params: Promise.resolve({ libraryId: owner.libraryId, sessionId }),
    }),
  );
/** Without what is added to references so that files are found again. */
const plain = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(plain)
    : value !== null && typeof value === "object"
      ? Object.fromEntries(
          Object.entries(value).flatMap(([key, inner]) => (key === "fichier" ? [] : [[key, plain(inner)]])),
        )
      : value;

describe("a timeline", () => {
  it("becomes a session, tells which files are missing, is completed, and goes out as it came in", async () => {
    const { status, body } = await lay(all, [
      { clip: 0, mediaId: filmId },
      { clip: 1, mediaId: hornId },
    ]);
    expect([status, body.change?.summary]).toEqual([
      200,
      "began the session “Laid” with 2 targets of a timeline; the files of 1 clip are missing",
    ]);
    const { sessionId } = body.result;
    const first = (await sessionOf(sessionId)).body;
    const [row] = first.timelines;
    // Its tracks, which may be long, stay here.
    expect(row).toEqual({ id: row.id, version: 1, sessionId, name: "Fog week", missing: row.missing });
    expect(row.missing).toEqual([
      { clip: 2, file: "bell.wav", sound: true, hash: null, span: [0, 2], length: 10 },
    ]);
    const changed = await owner.run("complete-timeline", {
      sessionId,
      seen: 1,
      media: [{ clip: 2, mediaId: bellId }],
    });
    expect(changed.body.change?.summary).toBe("found the files of “bell.wav” of a timeline");
    const after = (await sessionOf(sessionId)).body;
    expect(after.timelines[0].missing).toEqual([]);
    const bell = after.targets.find(({ mediaId }) => mediaId === bellId)!;
    expect(bell).toMatchObject({ at: 2, part: { from: 0, to: 96_000 } });
    expect(plain((await written(sessionId)).body)).toEqual(all);

    // Taken back, it is missing once more; done again, it is there.
    await owner.takeBack("undo", sessionId);
    expect((await sessionOf(sessionId)).body.timelines[0].missing).toEqual(row.missing);
    const gone = await written(sessionId);
    expect(plain(gone.body)).toEqual(all);
  });

  it("carries what is applied out and in again, by its card", async () => {
    const name = "Fog horn, near";
    const { cardId } = (
      await owner.run<{ cardId: string }>("keep-card", { name, path: "", chain: highPass() })
    ).body.result;
    const { sessionId } = (await lay(all, [{ clip: 1, mediaId: hornId }], "Applied")).body.result;
    const target = (await sessionOf(sessionId)).body.targets.find(({ mediaId }) => mediaId === hornId)!;
    await owner.run("apply-card", {
      sessionId,
      cardId,
      targetIds: [target.id],
      how: "replace",
      strength: 70,
    });
    const out = (await written(sessionId)).body;
    const again = await lay(out, [{ clip: 1, mediaId: hornId }], "Again");
    const back = (await sessionOf(again.body.result.sessionId)).body.targets.find(
      ({ mediaId }) => mediaId === hornId,
    )!;
    const facts = ({ chain, strength, cardId: card, cardVersion }: Target) => ({
      chain,
      strength,
      card,
      cardVersion,
    });
    expect(facts(back)).toEqual({
      ...facts(target),
      chain: highPass(),
      strength: 70,
      card: cardId,
      cardVersion: 1,
    });
    expect((await written(again.body.result.sessionId)).body).toEqual(out);
    // Of a card that this library does not have only the settings come.
    const elsewhere = JSON.parse(
      JSON.stringify(out).replaceAll(cardId, "0".repeat(8) + cardId.slice(8)),
    ) as object;
    const bare = await lay(elsewhere, [{ clip: 1, mediaId: hornId }], "Bare");
    expect(
      (await sessionOf(bare.body.result.sessionId)).body.targets.find(({ mediaId }) => mediaId),
    ).toMatchObject({
      chain: highPass(),
      cardId: null,
    });
  });

  it("keeps numbers of others that JavaScript would change, as its file has them", async () => {
    const big = { frame: "N1", scale: "N2" };
    const text = JSON.stringify({
      name: "Numbers",
      timeline: timeline(track("Audio", [{ ...clip("horn.wav", 0, 50), metadata: big }])),
      media: [],
    });
    const numbers = ["9223372036854775807", "1e400"];
    const sent = numbers.reduce((t, number, i) => t.replace(`"N${i + 1}"`, number), text);
    const made = await answer<{ result: { sessionId: string } }>(
      await commandRoute.POST(request("/api", { method: "POST", cookie: owner.cookie, body: sent }), {
        params: Promise.resolve({ libraryId: owner.libraryId, command: "lay-timeline" }),
      }),
    );
    const response = await timelineRoute.GET(request("/api", { cookie: owner.cookie }), {
      params: Promise.resolve({ libraryId: owner.libraryId, sessionId: made.body.result.sessionId }),
    });
    const out = await response.text();
    for (const number of numbers) expect(out).toMatch(new RegExp(`: ${number}[,\n]`));
  });

  it("finds a file whose name the timeline writes with letters and marks one by one", async () => {
    const id = "5".repeat(64);
    await noteMedia(database(), {
      libraryId: owner.libraryId,
      id,
      name: "Fähre.wav".normalize("NFC"),
      bytes: 1,
      facts: { kind: "audio", sampleRate: 48_000, channels: 1, frames: 1, peaks: [0, 0] } as never,
    });
    const found = await answer<{ media: { id: string }[] }>(
      await findRoute.POST(
        request("/api", {
          cookie: owner.cookie,
          method: "POST",
          body: { hashes: [], names: ["fähre.wav".normalize("NFD")] },
        }),
        { params: Promise.resolve({ libraryId: owner.libraryId }) },
      ),
    );
    expect(found.body.media.map((one) => one.id)).toEqual([id]);
  });

  it("is refused where a gap would make it endless, and a session that lasts days is not rendered", async () => {
    const gap = {
      OTIO_SCHEMA: "Gap.1",
      name: "",
      metadata: {},
      effects: [],
      markers: [],
      source_range: span(0, 5e10),
    };
    const endless = await lay(timeline(track("Audio", [gap, clip("horn.wav", 0, 50)])), [
      { clip: 0, mediaId: hornId },
    ]);
    expect([endless.status, endless.body.error?.code]).toEqual([409, "too-late"]);
    // Ninety hours, which a session holds.
    const long = { ...gap, source_range: span(0, 90 * 3600 * 25) };
    const { body } = await lay(timeline(track("Audio", [long, clip("horn.wav", 0, 50)])), [
      { clip: 0, mediaId: hornId },
    ]);
    const { sessionId } = body.result;
    const row = (await sessionOf(sessionId)).body.targets.find(({ kind }) => kind === "track")!;
    const asked = await answer<{ error?: { code: string; message: string } }>(
      await rendersRoute.POST(
        request("/api", {
          method: "POST",
          cookie: owner.cookie,
          body: { sessionId, targetIds: [row.id], format: "wav" },
        }),
        { params: Promise.resolve({ libraryId: owner.libraryId }) },
      ),
    );
    expect([asked.status, asked.body.error?.code]).toEqual([409, "too-long"]);
    expect(asked.body.error?.message).toContain("90 hours; at most 24");
  });

  it("puts nothing on that is too long to be kept", async () => {
    const long = {
      ...highPass(),
      settings: [{ ...highPass().settings[0], effect: "audio.elsewhere", values: { x: "x".repeat(70_000) } }],
    };
    const effects = [
      { OTIO_SCHEMA: "Effect.1", name: "", effect_name: "", metadata: { fichier: { chain: long } } },
    ];
    const json = timeline(track("Audio", [{ ...clip("horn.wav", 0, 50), effects }]));
    const { status, body } = await lay(json, [{ clip: 0, mediaId: hornId }], "Long");
    expect([status, body.error?.code]).toEqual([400, "long-chain"]);
    // Without its file it is only carried along.
    const kept = await lay(json, [], "Long");
    expect(plain((await written(kept.body.result.sessionId)).body)).toEqual(plain(json));
  });

  it("names no private card to others", async () => {
    const name = "Only mine";
    const { cardId } = (
      await owner.run<{ cardId: string }>("keep-card", {
        name,
        path: "",
        layer: "private",
        chain: highPass(),
      })
    ).body.result;
    const { sessionId } = (await lay(all, [{ clip: 1, mediaId: hornId }], "Private")).body.result;
    const target = (await sessionOf(sessionId)).body.targets.find(({ mediaId }) => mediaId === hornId)!;
    await owner.run("apply-card", {
      sessionId,
      cardId,
      targetIds: [target.id],
      how: "replace",
      strength: 100,
    });
    const text = JSON.stringify((await written(sessionId, viewer)).body);
    expect(text).toContain("a private card");
    expect(text).not.toContain(name);
  });

  it("is copied with its session", async () => {
    const { sessionId } = (await lay(all, [{ clip: 1, mediaId: hornId }], "Original")).body.result;
    const copy = await owner.run<{ sessionId: string }>("duplicate-session", { id: sessionId, name: "Copy" });
    const { timelines, targets } = (await sessionOf(copy.body.result.sessionId)).body;
    expect(timelines[0].missing.map(({ clip: n }) => n)).toEqual([0, 2]);
    expect(plain((await written(copy.body.result.sessionId)).body)).toEqual(all);
    expect(targets.some(({ mediaId }) => mediaId === hornId)).toBe(true);
  });

  it.each<[string, object, object[], number, string]>([
    ["no timeline", { OTIO_SCHEMA: "Clip.1" }, [], 400, "bad-timeline"],
    ["a file of another library", all, [{ clip: 1, mediaId: "9".repeat(64) }], 409, "no-material"],
    ["a clip that there is not", all, [{ clip: 3, mediaId: hornId }], 409, "no-clip"],
    [
      "a sound that is too short",
      timeline(track("Audio", [clip("horn.wav", 200, 250)])),
      [{ clip: 0, mediaId: hornId }],
      409,
      "short-file",
    ],
    [
      "a clip twice",
      all,
      [
        { clip: 1, mediaId: hornId },
        { clip: 1, mediaId: bellId },
      ],
      400,
      "bad-input",
    ],
    [
      "a name with a letter that no text holds",
      timeline(track("Video", [clip("a\0b", 0, 5)])),
      [],
      400,
      "not-storable",
    ],
  ])("is refused with %s, and makes no session", async (what, json, media, status, code) => {
    const name = `Refused for ${what}`;
    const done = await lay(json, media, name);
    expect([done.status, done.body.error?.code]).toEqual([status, code]);
    expect(done.body.error!.message).not.toBe("");
    const sessions = (await owner.rows()).session as unknown as { name: string }[];
    expect(sessions.some((session) => session.name === name)).toBe(false);
  });

  it("is completed as it was seen, by those who may, in sessions that have one", async () => {
    const { sessionId } = (await lay(all, [], "Seen")).body.result;
    const media = [{ clip: 1, mediaId: hornId }];
    const ask = async (who: Person, input: object) => {
      const { status, body } = await who.run("complete-timeline", { sessionId, media, ...input });
      return [status, body.error?.code];
    };
    expect(await ask(owner, { seen: 2 })).toEqual([409, "stale"]);
    expect((await ask(viewer, {}))[0]).toBe(403);
    const { sessionId: bare } = (
      await owner.run<{ sessionId: string }>("create-session", { name: "Bare one" })
    ).body.result;
    expect(await ask(owner, { sessionId: bare })).toEqual([404, "not-found"]);
    expect(await ask(owner, { seen: 1 })).toEqual([200, undefined]);
    // What is there is not wanted any more.
    expect(await ask(owner, {})).toEqual([409, "no-clip"]);
  });
});

describe("files that are looked for", () => {
  const find = async (who: Person, body: object, libraryId = owner.libraryId) =>
    answer<{ media: { id: string; name: string }[] }>(
      await findRoute.POST(request("/api", { method: "POST", cookie: who.cookie, body }), {
        params: Promise.resolve({ libraryId }),
      }),
    );
  it("are found by their names whatever the case, and by their hashes", async () => {
    const { body } = await find(viewer, {
      names: ["HORN.wav", "nothing.wav"],
      hashes: [bellId, "9".repeat(64)],
    });
    expect(body.media.map(({ name }) => name).sort()).toEqual(["Horn.wav", "bell.wav"]);
    expect((await find(owner, {})).body.media).toEqual([]);
  });
  it("are none that came with a film: whoever wants its sound wants the film", async () => {
    const { body } = await find(owner, { names: ["FERRY, sound", "ferry.mov"], hashes: [soundId] });
    expect(body.media.map(({ name }) => name)).toEqual(["ferry.mov"]);
  });
  it("are those of one's own library", async () => {
    expect((await find(foreign, { names: ["horn.wav"] })).status).toBe(404);
    expect(
      (await find(foreign, { names: ["horn.wav"], hashes: [hornId] }, foreign.libraryId)).body.media,
    ).toEqual([]);
  });
});
