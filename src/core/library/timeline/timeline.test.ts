import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isRecord, type Chain, type Json } from "../../chain/model";
import {
  wholeTimeline,
  clipJson,
  gapJson,
  spanJson,
  timelineJson,
  trackJson,
  transitionJson,
} from "../../formats/timeline/write";
import type { JsonRecord, Time } from "../../formats/timeline/model";
import { readTimeline, referenceOf } from "../../formats/timeline/read";
import type { Target } from "../entities/target";
import { Unfit } from "../unfit";
import { gatherTimeline, type GatherWorld } from "./gather";
import { layClips, type LayWorld, type Material } from "./lay";
import type { LaidTrack } from "./items";
import { notesOf, unlaid, wantedOf } from "./laid";

const film = (id: string, frames: number, rate: readonly [number, number], sound?: string): Material => ({
  id,
  name: `${id}.mov`,
  facts: {
    kind: "video",
    width: 64,
    height: 36,
    rate,
    frames,
    light: { width: 64, height: 36 },
    preview: { width: 64, height: 36 },
    mini: { width: 64, height: 36 },
    poster: 0,
    strip: 1,
    copied: 0,
    notes: [],
    ...(sound && { sound }),
  },
});
const sound = (id: string, frames: number, sampleRate = 48000): Material => ({
  id,
  name: `${id}.wav`,
  facts: { kind: "audio", channels: 1, frames, sampleRate } as Material["facts"],
});
const files = [
  film("ferry", 250, [25, 1], "ferry-sound"),
  sound("ferry-sound", 480_000),
  film("lamp", 300, [30000, 1001]),
  sound("horn", 480_000),
  sound("call", 96_000),
  { id: "yard", name: "yard.png", facts: { kind: "image", width: 64, height: 36 } } as unknown as Material,
];
const material = (id: string) => files.find((one) => one.id === id);
let ids = 0;
const world: LayWorld & GatherWorld = {
  newId: () => `00000000-0000-7000-8000-${String(++ids).padStart(12, "0")}`,
  material,
  filmOf: (id) => files.find(({ facts }) => facts.kind === "video" && facts.sound === id),
  hasCard: (id) => id === "known",
  cardName: (id) => (id === "known" ? "Fog look" : null),
};

const at25 = (value: number): Time => ({ value, rate: 25 });
const clip = (name: string, from: number, length: number, more: JsonRecord = {}): JsonRecord => ({
  ...clipJson(
    name,
    { start: at25(from), duration: at25(length) },
    { file: `${name}.mov`, all: { start: at25(0), duration: at25(250) }, metadata: {} },
  ),
  ...more,
});
type Child = { readonly json: JsonRecord };
const kindOf = ({ json }: Child) =>
  (({ Clip: "clip", Gap: "gap", Transition: "transition" }) as const)[
    String(json.OTIO_SCHEMA).split(".")[0]
  ] ?? ("other" as const);
const timeline = (...tracks: readonly (readonly ["pictures" | "sounds", readonly JsonRecord[]])[]) =>
  wholeTimeline(
    timelineJson("Week"),
    tracks.map(([kind, children], i) => ({
      kind,
      json: trackJson(`Track ${i + 1}`, kind),
      items: children.map((json) => ({ kind: kindOf({ json }), json })),
    })),
  );

/** A timeline brought into an empty session, with the files named. */
function laid(json: JsonRecord, found: readonly (readonly [number, string])[]) {
  const file = readTimeline(json);
  const { tracks, ...laid } = layClips(unlaid(file), { sessionId: "s", targets: [] }, new Map(found), world);
  return { timeline: { json: file.json, tracks }, ...laid };
}
const gathered = ({
  timeline: row,
  targets,
}: {
  timeline: { json: JsonRecord; tracks: readonly LaidTrack[] };
  targets: readonly Target[];
}) => gatherTimeline({ name: "Week", targets, timeline: row }, world);

/** The same JSON without what is added to references so that files are found again. */
const plain = (json: Json): Json =>
  Array.isArray(json)
    ? json.map(plain)
    : isRecord(json)
      ? Object.fromEntries(
          Object.entries(json).flatMap(([key, value]) =>
            key === "fichier" && isRecord(value) && "sha256" in value ? [] : [[key, plain(value)]],
          ),
        )
      : json;
const childrenOf = (json: JsonRecord, track = 0): JsonRecord[] =>
  (json as unknown as { tracks: { children: { children: JsonRecord[] }[] } }).tracks.children[track].children;
const gain: Chain = {
  medium: "audio",
  settings: [{ effect: "audio.gain", values: { gain: -6, polarity: "normal" }, on: true, mix: 100 }],
};

describe("a timeline that comes in", () => {
  it("lays clips where they are, with what they show of their files", () => {
    const json = timeline(
      ["pictures", [gapJson(at25(50)), clip("ferry", 25, 100), clip("lamp", 0, 50)]],
      ["sounds", [gapJson(at25(50)), clip("ferry", 25, 100), clip("horn", 0, 25)]],
    );
    const { targets } = laid(json, [
      [0, "ferry"],
      [1, "lamp"],
      [2, "ferry"],
      [3, "horn"],
    ]);
    const track = targets.find(({ kind }) => kind === "track")!;
    expect(
      targets.map(({ name, kind, mediaId, at, part, feedsId }) => ({
        name,
        kind,
        mediaId,
        at,
        part: part && [part.from, part.to],
        feedsId,
      })),
    ).toEqual([
      { name: "ferry", kind: "video clip", mediaId: "ferry", at: 2, part: [25, 125], feedsId: null },
      // 2 s at 30000/1001 are 59.94 frames.
      { name: "lamp", kind: "video clip", mediaId: "lamp", at: 6, part: [0, 60], feedsId: null },
      // Of a film on a track of sounds its sound.
      {
        name: "ferry",
        kind: "clip",
        mediaId: "ferry-sound",
        at: 2,
        part: [48_000, 240_000],
        feedsId: track.id,
      },
      { name: "horn", kind: "clip", mediaId: "horn", at: 6, part: [0, 48_000], feedsId: track.id },
      { name: "Track 2", kind: "track", mediaId: null, at: 0, part: null, feedsId: null },
    ]);
    expect(targets.map(({ position }) => position)).toEqual(
      targets.map(({ position }) => position).toSorted(),
    );
  });

  it("counts from where the file's own times begin", () => {
    const json = clipJson(
      "ferry",
      { start: at25(90_000 + 50), duration: at25(25) },
      { file: "ferry.mov", all: { start: at25(90_000), duration: at25(250) }, metadata: {} },
    );
    const { targets } = laid(timeline(["pictures", [json]]), [[0, "ferry"]]);
    expect(targets[0].part).toMatchObject({ from: 50, to: 75 });
  });

  it("uses all of a file where that is what is shown, up to the slack of a film's sound", () => {
    const json = timeline(["pictures", [clip("ferry", 0, 250)]], ["sounds", [clip("horn", 0, 252)]]);
    const { targets } = laid(json, [
      [0, "ferry"],
      [1, "horn"],
    ]);
    expect(targets.filter(({ mediaId }) => mediaId).map(({ part }) => part)).toEqual([null, null]);
  });

  const over = (before: number, behind: number) =>
    transitionJson("", "SMPTE_Dissolve", at25(before), at25(behind));
  const spans = (targets: readonly Target[]) =>
    targets
      .filter(({ mediaId }) => mediaId)
      .map(({ at, part }) => [
        Number(at.toFixed(6)),
        part && [part.from, part.to, part.fadeIn, part.fadeOut],
      ]);

  it("makes a dissolve of a transition: both clips go on beyond the cut by its sides", () => {
    const json = timeline(["pictures", [clip("ferry", 0, 50), over(10, 15), clip("ferry", 100, 50)]]);
    const { targets, shortened } = laid(json, [
      [0, "ferry"],
      [1, "ferry"],
    ]);
    expect(targets[0].chain.settings).toEqual([]);
    expect(targets[1].chain.settings).toMatchObject([{ effect: "video.dissolve", values: { lasts: 1 } }]);
    // The last second of the one, from 1.6 s to 2.6 s, lies under the first second of the other.
    expect(spans(targets)).toEqual([
      [0, [0, 65, 0, 0]],
      [1.6, [90, 150, 0, 0]],
    ]);
    expect(shortened).toBe(0);
  });

  it("goes over as long as there is material, and says where that is shorter", () => {
    const json = timeline([
      "pictures",
      [clip("ferry", 100, 150), over(10, 15), clip("ferry", 4, 50), over(10, 10), clip("ferry", 0, 50)],
    ]);
    const { targets, shortened } = laid(json, [
      [0, "ferry"],
      [1, "ferry"],
      [2, "ferry"],
    ]);
    expect(targets.map(({ chain }) => chain.settings[0]?.values.lasts)).toEqual([undefined, 0.16, 0.4]);
    expect(spans(targets)).toEqual([
      [0, [100, 250, 0, 0]],
      [5.84, [0, 64, 0, 0]],
      [8, [0, 50, 0, 0]],
    ]);
    expect(shortened).toBe(2);
  });

  it("lets sounds go over into each other", () => {
    const json = timeline(["sounds", [clip("horn", 0, 50), over(5, 10), clip("horn", 100, 50)]]);
    const one = laid(json, [
      [0, "horn"],
      [1, "horn"],
    ]);
    // 15 frames of 25 a second are 28,800 samples.
    expect(spans(one.targets)).toEqual([
      [0, [0, 115_200, 0, 28_800]],
      [1.8, [182_400, 288_000, 28_800, 0]],
    ]);
    expect(plain(gathered(one))).toEqual(json);
    // Moved on, both keep what they show; the first is shorter now.
    const [a, b, track] = one.targets;
    const out = gathered({ ...one, targets: [a, { ...b, at: 3 }, track] });
    expect(childrenOf(out).map((child) => [child.OTIO_SCHEMA, child.source_range && seconds(child)])).toEqual(
      [
        ["Clip.2", [0, 2]],
        ["Gap.1", [0, 1.2]],
        ["Clip.2", [4, 2]],
      ],
    );
  });
  const seconds = ({ source_range }: JsonRecord) => {
    const { start_time: s, duration: d } = source_range as unknown as { start_time: Time; duration: Time };
    return [s.value / s.rate, Number((d.value / d.rate).toFixed(6))];
  };

  it("tells how long nested pieces without a range are: a stack its longest child, a track its children together", () => {
    const nested = (schema: string, children: Json[], source_range: Json = null): JsonRecord => ({
      OTIO_SCHEMA: `${schema}.1`,
      name: "",
      source_range,
      effects: [],
      markers: [],
      metadata: {},
      children,
    });
    const inner = nested("Track", [
      clip("ferry", 0, 25),
      over(5, 5),
      gapJson(at25(25)),
      nested("Stack", [clip("ferry", 0, 10), nested("Track", [clip("ferry", 0, 50)])]),
    ]);
    const places = (piece: JsonRecord) =>
      laid(timeline(["pictures", [piece, clip("ferry", 0, 25)]]), [[0, "ferry"]]).targets.map(({ at }) => at);
    expect(places(inner)).toEqual([4]);
    expect(places(nested("Stack", [inner, clip("ferry", 0, 10)]))).toEqual([4]);
    expect(places(nested("Stack", []))).toEqual([0]);
    expect(places({ ...inner, source_range: gapJson(at25(30)).source_range })).toEqual([1.2]);
  });

  it("shows of a track, and of the whole, what their ranges say", () => {
    const range = (from: number, length: number) =>
      clip("", from, length).source_range as unknown as JsonRecord;
    const four = [0, 50, 100, 150].map((from) => clip("ferry", from, 50));
    const cut = (track: JsonRecord | null, stack: JsonRecord | null): JsonRecord => {
      const json = timeline(["pictures", four]);
      const { tracks } = json as unknown as { tracks: { children: JsonRecord[] } };
      return {
        ...json,
        tracks: {
          ...tracks,
          source_range: stack,
          children: [{ ...tracks.children[0], source_range: track }],
        },
      } as unknown as JsonRecord;
    };
    const all = [0, 1, 2, 3].map((n) => [n, "ferry"] as const);
    const wantedIn = (json: JsonRecord) =>
      wantedOf(unlaid(readTimeline(json))).map(({ clip: n, span }) => [n, span]);
    // From one second on, five seconds long: half of the first, two whole, none of the last.
    const trimmed = cut(range(25, 125), null);
    expect(wantedIn(trimmed)).toEqual([
      [0, [1, 2]],
      [1, [2, 4]],
      [2, [4, 6]],
    ]);
    const one = laid(trimmed, all.slice(0, 3));
    expect(spans(one.targets)).toEqual([
      [0, [25, 50, 0, 0]],
      [1, [50, 100, 0, 0]],
      [3, [100, 150, 0, 0]],
    ]);
    expect(plain(gathered(one))).toEqual(trimmed);
    expect(notesOf(one.timeline.tracks)).toEqual([
      "1 clip that is switched off or lies outside of what its track shows",
    ]);
    // The stack's range counts from where the track's begins.
    const both = cut(range(25, 125), range(50, 50));
    expect(spans(laid(both, [all[1], all[2]]).targets)).toEqual([
      [0, [75, 100, 0, 0]],
      [1, [100, 125, 0, 0]],
    ]);
    // Moved by hand, it is where it was put once it comes back.
    const [a, b, c] = one.targets;
    const back = laid(gathered({ ...one, targets: [a, b, { ...c, at: 3.5 }] }), all.slice(0, 3));
    expect(spans(back.targets).map(([at]) => at)).toEqual([0, 1, 3.5]);
  });

  it("leaves out pictures that are switched off, alone or with their track", () => {
    const off = { enabled: false };
    const json = timeline(["pictures", [clip("ferry", 0, 25, off), clip("ferry", 0, 25)]]);
    const { targets, timeline: row } = laid(json, [[1, "ferry"]]);
    expect(targets.map(({ at }) => at)).toEqual([1]);
    expect(wantedOf(row.tracks)).toEqual([]);
    expect(notesOf(row.tracks)).toHaveLength(1);
    expect(() => laid(json, [[0, "ferry"]])).toThrow(/clip 1/);
    const { tracks } = json as unknown as { tracks: { children: JsonRecord[] } };
    const whole = { ...json, tracks: { ...tracks, children: [{ ...tracks.children[0], ...off }] } };
    expect(wantedOf(unlaid(readTimeline(whole as unknown as JsonRecord)))).toEqual([]);
  });

  it("takes over what is switched off, and settings that were written here", () => {
    const applied = {
      OTIO_SCHEMA: "Effect.1",
      name: "Fog look",
      effect_name: "x",
      metadata: {
        fichier: { chain: gain as unknown as Json, strength: 50, card: { id: "known", version: 3 } },
      },
    };
    const { targets } = laid(
      timeline([
        "sounds",
        [clip("horn", 0, 50, { effects: [applied] }), clip("horn", 0, 50, { enabled: false })],
      ]),
      [
        [0, "horn"],
        [1, "horn"],
      ],
    );
    expect(targets[0]).toMatchObject({
      chain: gain,
      strength: 50,
      cardId: "known",
      cardVersion: 3,
      muted: false,
    });
    expect(targets[1]).toMatchObject({ chain: { settings: [] }, muted: true });
  });

  it.each<[string, JsonRecord[], [number, string][], RegExp]>([
    [
      "a file that is too short",
      [clip("ferry", 200, 100)],
      [[0, "ferry"]],
      /shows 8 s to 12 s of “ferry.mov”, which lasts 10 s/,
    ],
    ["a file that is not there", [clip("ferry", 0, 25)], [[0, "gone"]], /not in the library/],
    ["a clip that is not there", [clip("ferry", 0, 25)], [[1, "ferry"]], /clip 2/],
  ])("refuses %s", (_, children, found, words) => {
    expect(() => laid(timeline(["pictures", children]), found)).toThrow(words);
    expect(() => laid(timeline(["pictures", children]), found)).toThrow(Unfit);
  });
  it("refuses a picture on a track of sounds, a film that has no sound, and a sound where pictures are", () => {
    expect(() => laid(timeline(["sounds", [clip("yard", 0, 25)]]), [[0, "yard"]])).toThrow(/no sound/);
    expect(() => laid(timeline(["sounds", [clip("lamp", 0, 25)]]), [[0, "lamp"]])).toThrow(/no sound/);
    expect(() => laid(timeline(["pictures", [clip("horn", 0, 25)]]), [[0, "horn"]])).toThrow(/no pictures/);
  });

  it("says whose files are missing, and lays them between the others once they are found", () => {
    const json = timeline(["pictures", [clip("ferry", 0, 50), clip("lamp", 0, 50), clip("ferry", 100, 25)]]);
    const first = laid(json, [
      [0, "ferry"],
      [2, "ferry"],
    ]);
    expect(first.targets.map(({ at }) => at)).toEqual([0, 4]);
    expect(wantedOf(first.timeline.tracks)).toEqual([
      { clip: 1, file: "lamp.mov", sound: false, hash: null, span: [0, 2], length: 10 },
    ]);
    const after = layClips(
      first.timeline.tracks,
      { sessionId: "s", targets: first.targets },
      new Map([[1, "lamp"]]),
      world,
    );
    expect(after.targets.map(({ mediaId, at }) => [mediaId, at])).toEqual([
      ["ferry", 0],
      ["lamp", 2],
      ["ferry", 4],
    ]);
    expect(after.targets[0].position < after.targets[1].position).toBe(true);
    expect(after.targets[1].position < after.targets[2].position).toBe(true);
    expect(wantedOf(after.tracks)).toEqual([]);
  });

  it("reads the name of a file out of every kind of address", () => {
    const named = (url: string) => {
      const json = clip("a", 0, 25, {
        media_references: { DEFAULT_MEDIA: { OTIO_SCHEMA: "ExternalReference.1", target_url: url } },
      });
      return wantedOf(unlaid(readTimeline(timeline(["pictures", [json]]))))[0].file;
    };
    expect(named("file:///reels/fog%20week/ferry.mov")).toBe("ferry.mov");
    expect(named("file:///reels/f%C3%A4hre.mov?x=1#t=2")).toBe("fähre.mov");
    expect(named("D:\\reels\\ferry.mov")).toBe("ferry.mov");
    expect(named("100%.mov")).toBe("100%.mov");
    expect(named("/reels/wharf #2/take #3?.mov")).toBe("take #3?.mov");
    expect(named("D:/reels/take #3.mov")).toBe("take #3.mov");
    expect(named("take%20%233.mov")).toBe("take #3.mov");
    expect(named("")).toBe("a");
  });

  it("says what is only carried along", () => {
    const effects: Json[] = [
      { OTIO_SCHEMA: "LinearTimeWarp.1", time_scalar: 2 },
      { OTIO_SCHEMA: "Effect.1", effect_name: "glow" },
    ];
    const json = timeline([
      "pictures",
      [
        clip("ferry", 0, 25, { effects }),
        transitionJson("", "Custom_Transition", at25(5), at25(5)),
        clip("lamp", 0, 25, { media_references: { DEFAULT_MEDIA: { OTIO_SCHEMA: "GeneratorReference.1" } } }),
        { OTIO_SCHEMA: "Stack.1", source_range: null },
      ],
    ]);
    const { tracks } = readTimeline({
      ...json,
      tracks: {
        ...(json.tracks as JsonRecord),
        children: [...(json.tracks as { children: Json[] }).children, { OTIO_SCHEMA: "Clip.2" }],
      },
    });
    const all = unlaid({ name: "", json: {}, tracks });
    expect(notesOf(all)).toEqual([
      "1 part that is no track",
      "1 nested piece",
      "1 clip without a file",
      "1 change of speed",
      "1 effect of another program",
      "1 transition that is no dissolve",
    ]);
    expect(wantedOf(all).map(({ clip: n }) => n)).toEqual([0]);
  });
});

describe("a session that goes out", () => {
  const times = fc.record({
    value: fc.integer({ min: 1, max: 60 }),
    rate: fc.constantFrom(24, 25, 30000 / 1001, 48000 / 1001),
  });
  const words = fc.constantFrom("", "take 2", "  spaced  out ", "ferry");
  const any = fc.dictionary(
    fc.constantFrom("a", "b", "nested"),
    fc.oneof(fc.integer(), words, fc.constant(null)),
  );
  const someClip = fc
    .record({
      file: fc.constantFrom("ferry", "lamp", "horn"),
      from: times,
      length: times,
      name: words,
      metadata: any,
      marker: fc.boolean(),
      foreign: fc.boolean(),
    })
    .map(({ file, from, length, name, metadata, marker, foreign }) => ({
      file,
      json: {
        ...clipJson(
          name,
          { start: from, duration: length },
          { file: `${file}.mov`, all: { start: at25(0), duration: at25(250) }, metadata: {} },
        ),
        metadata,
        effects: foreign ? [{ OTIO_SCHEMA: "Effect.1", effect_name: "glow", metadata }] : [],
        markers: marker ? [{ OTIO_SCHEMA: "Marker.2", name, color: "RED", metadata }] : [],
      } as JsonRecord,
    }));
  const someItem = fc.oneof(
    { weight: 3, arbitrary: someClip },
    { weight: 1, arbitrary: times.map((time) => ({ file: null, json: gapJson(time) })) },
    {
      weight: 1,
      arbitrary: fc
        .tuple(times, times, fc.constantFrom("SMPTE_Dissolve", "Custom_Transition"))
        .map(([a, b, type]) => ({ file: null, json: transitionJson("t", type, a, b) })),
    },
  );
  const someNested = fc
    .tuple(fc.constantFrom("Stack", "Track"), fc.array(someClip, { maxLength: 3 }))
    .map(([schema, children]) => ({
      file: null,
      json: {
        OTIO_SCHEMA: `${schema}.1`,
        name: "",
        source_range: null,
        effects: [],
        markers: [],
        metadata: {},
        children: children.map((child) => child.json),
      } as JsonRecord,
    }));
  const someTrack = fc.tuple(
    fc.constantFrom("pictures", "sounds"),
    fc.array(fc.oneof({ weight: 5, arbitrary: someItem }, { weight: 1, arbitrary: someNested }), {
      maxLength: 8,
    }),
  );
  const someRange = fc.option(fc.tuple(times, times));

  /** A timeline of which the first track, and the whole, show a part. */
  function ranged(json: JsonRecord, [own, whole]: readonly (readonly [Time, Time] | null)[]): JsonRecord {
    const { tracks } = json as unknown as { tracks: { children: JsonRecord[] } & JsonRecord };
    const range = (span: readonly [Time, Time] | null) =>
      span && spanJson({ start: span[0], duration: span[1] });
    return {
      ...json,
      tracks: {
        ...tracks,
        source_range: range(whole),
        children: tracks.children.map((each, i) => (i === 0 ? { ...each, source_range: range(own) } : each)),
      },
    } as unknown as JsonRecord;
  }

  it("is the timeline that came in, where nothing was changed, whatever that holds (property)", () => {
    fc.assert(
      fc.property(
        fc.array(someTrack, { maxLength: 3 }),
        fc.array(fc.boolean(), { minLength: 24, maxLength: 24 }),
        fc.tuple(someRange, someRange),
        fc.array(fc.nat(2), { minLength: 24, maxLength: 24 }),
        (tracks, missing, ranges, turns) => {
          // Of two transitions in a row, or one before nothing, nobody could say what goes over to what.
          const clean = tracks.map(([kind, items]) => {
            const kept = items.filter(
              ({ json }, i) =>
                kindOf({ json }) !== "transition" ||
                (i > 0 && i < items.length - 1 && items[i - 1].file && items[i + 1].file),
            );
            return [kind as "pictures" | "sounds", kept] as const;
          });
          const json = ranged(
            timeline(...clean.map(([kind, items]) => [kind, items.map((one) => one.json)] as const)),
            ranges,
          );
          const wanted = new Set(wantedOf(unlaid(readTimeline(json))).map((one) => one.clip));
          const fits = { pictures: ["ferry", "lamp"], sounds: ["ferry", "horn"] };
          const chosen = clean
            .flatMap(([kind, items]) => items.flatMap(({ file }) => (file === null ? [] : { kind, file })))
            .flatMap(({ kind, file }, i) =>
              missing[i] || !wanted.has(i) || !fits[kind].includes(file) ? [] : [[i, file] as const],
            );
          const once = gathered(laid(json, chosen));
          // The same where the files come one after the other, in whatever order.
          let inTurns = laid(json, []);
          for (const turn of [0, 1, 2]) {
            const { tracks, ...more } = layClips(
              inTurns.timeline.tracks,
              { sessionId: "s", targets: inTurns.targets },
              new Map(chosen.filter((_, i) => turns[i] === turn)),
              world,
            );
            inTurns = { ...more, timeline: { ...inTurns.timeline, tracks } };
          }
          const inOrder = (targets: readonly Target[]) =>
            [...targets]
              .sort((a, b) => (a.position < b.position ? -1 : 1))
              .map(({ kind, name, mediaId, at, part, chain }) => ({ kind, name, mediaId, at, part, chain }));
          expect(inOrder(inTurns.targets)).toEqual(inOrder(laid(json, chosen).targets));
          expect(gathered(inTurns)).toEqual(once);
          // What leads over is told as settings too; all else is as it was.
          const stripped = (value: Json): Json =>
            Array.isArray(value)
              ? value.filter((one) => !isRecord(one) || one.effect_name !== "fichier-chain").map(stripped)
              : isRecord(value)
                ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, stripped(inner)]))
                : value;
          expect(stripped(plain(once))).toEqual(stripped(json));
          // What went out comes back, and goes out as the very same.
          expect(gathered(laid(once, chosen))).toEqual(once);
        },
      ),
      { numRuns: 300 },
    );
  });

  it("tells what is applied, and it comes back equal", () => {
    const one = laid(timeline(["sounds", [clip("horn", 0, 50)]]), [[0, "horn"]]);
    const targets = one.targets.map((target) =>
      target.mediaId
        ? { ...target, chain: gain, strength: 40, cardId: "known", cardVersion: 2 }
        : { ...target, chain: gain },
    );
    const out = gathered({ ...one, targets });
    expect(childrenOf(out)[0].effects).toMatchObject([{ OTIO_SCHEMA: "Effect.1", name: "Fog look" }]);
    const back = laid(out, [[0, "horn"]]).targets;
    const facts = ({ name, chain, strength, cardId, cardVersion, part, at }: Target) => ({
      name,
      chain,
      strength,
      cardId,
      cardVersion,
      part,
      at,
    });
    expect(back.map(facts)).toEqual(targets.map(facts));
    // What is taken off leaves the other program's effects as they were.
    const bare = gathered({ ...one, targets: one.targets });
    expect(childrenOf(bare)[0].effects).toEqual([]);
  });

  it("follows what was changed: a clip moved, shortened, renamed, muted, removed", () => {
    const json = timeline(["sounds", [clip("horn", 0, 50), clip("horn", 50, 50), clip("horn", 100, 50)]]);
    const one = laid(json, [
      [0, "horn"],
      [1, "horn"],
      [2, "horn"],
    ]);
    const [a, b, c, track] = one.targets;
    const moved = gathered({
      ...one,
      targets: [a, { ...b, at: 7, name: "Call", muted: true }, c, { ...track, name: "Horns" }],
    });
    // It lies over nothing where it is now, so that it stays in its track, behind the last.
    expect(childrenOf(moved).map((child) => [String(child.OTIO_SCHEMA), child.name, child.enabled])).toEqual([
      ["Clip.2", "horn", undefined],
      ["Gap.1", "", undefined],
      ["Clip.2", "horn", undefined],
      ["Gap.1", "", undefined],
      ["Clip.2", "Call", false],
    ]);
    expect(
      laid(moved, [
        [0, "horn"],
        [1, "horn"],
        [2, "horn"],
      ]).targets.map(({ at, name }) => [name, at]),
    ).toEqual([
      ["horn", 0],
      ["horn", 4],
      ["Call", 7],
      ["Horns", 0],
    ]);
    const cut = gathered({
      ...one,
      targets: [{ ...a, part: { from: 24_000, to: 72_000, fadeIn: 0, fadeOut: 0 } }, c, track],
    });
    expect(childrenOf(cut)[0].source_range).toMatchObject({
      start_time: { value: 24_000, rate: 48_000 },
      duration: { value: 48_000 },
    });
    // The one that was removed leaves a gap, and so does what was cut off.
    expect(
      laid(cut, [
        [0, "horn"],
        [1, "horn"],
      ]).targets.map(({ at }) => at),
    ).toEqual([0, 4, 0]);
  });

  it("shows of what was rendered in place what it was rendered to", () => {
    const one = laid(timeline(["sounds", [clip("horn", 50, 50)]]), [[0, "horn"]]);
    const [horn, track] = one.targets;
    const rendered = {
      ...horn,
      mediaId: "call",
      part: null,
      origin: { ...horn, frames: 480_000, cardId: null } as unknown as Target["origin"],
    };
    for (const schema of ["Clip.1", "Clip.2"]) {
      const tracks = one.timeline.tracks.map((each) => ({
        ...each,
        items: each.items.map((item) => {
          const { media_references, active_media_reference_key: _, ...rest } = item.json;
          const { DEFAULT_MEDIA } = media_references as { readonly DEFAULT_MEDIA: JsonRecord };
          return schema === "Clip.1" ? { ...item, json: { ...rest, media_reference: DEFAULT_MEDIA } } : item;
        }),
      }));
      const out = gathered({ timeline: { ...one.timeline, tracks }, targets: [rendered, track] });
      const [child] = childrenOf(out);
      expect(child.source_range).toMatchObject({
        start_time: { value: 0 },
        duration: { value: 96_000, rate: 48_000 },
      });
      expect(referenceOf(child)).toMatchObject({
        target_url: "call.wav",
        metadata: { fichier: { sha256: "call" } },
      });
      expect(laid(out, [[0, "call"]]).targets[0]).toMatchObject({ mediaId: "call", part: null, at: 0 });
    }
  });

  it("puts what would lie over another onto a track of its own", () => {
    const one = laid(timeline(["sounds", [clip("horn", 0, 50), clip("horn", 50, 50)]]), [
      [0, "horn"],
      [1, "horn"],
    ]);
    const [a, b, track] = one.targets;
    const out = gathered({ ...one, targets: [a, { ...b, at: 1 }, track] });
    expect(
      [childrenOf(out, 0), childrenOf(out, 1)].map((children) =>
        children.map((child) => String(child.OTIO_SCHEMA)),
      ),
    ).toEqual([["Clip.2"], ["Gap.1", "Clip.2"]]);
  });

  it("lays out a session that began without a timeline: films in a row, their sound below them", () => {
    const base = laid(
      timeline(
        ["pictures", [clip("ferry", 0, 250)]],
        ["sounds", [clip("ferry", 0, 250), clip("horn", 0, 25)]],
      ),
      [
        [0, "ferry"],
        [1, "ferry"],
        [2, "horn"],
      ],
    ).targets.filter(({ mediaId }) => mediaId);
    const [ferry, ownSound, horn] = base.map((target) => ({ ...target, feedsId: null, at: 0 }));
    const lamp = { ...ferry, id: "lamp", mediaId: "lamp", name: "Lamp", part: null };
    const again = { ...ferry, id: "again" };
    const out = gatherTimeline(
      { name: "Week", targets: [lamp, again, { ...ownSound, part: null }, horn], timeline: null },
      world,
    );
    expect(childrenOf(out, 0).map(({ name }) => name)).toEqual(["Lamp", "ferry"]);
    // The ferry's sound begins with its pictures, after the lamp's 300 frames; the horn where it lies.
    const back = laid(out, [
      [0, "lamp"],
      [1, "ferry"],
      [2, "horn"],
      [3, "ferry"],
    ]).targets;
    expect(back.map(({ name, at }) => [name, Number(at.toFixed(4))])).toEqual([
      ["Lamp", 0],
      ["ferry", 10.01],
      ["horn", 0],
      ["ferry", 10.01],
      ["Sounds", 0],
    ]);
    expect(wantedOf(unlaid(readTimeline(out))).map(({ file, hash }) => [file, hash])).toEqual([
      ["lamp.mov", null],
      ["ferry.mov", null],
      ["horn.wav", null],
      ["ferry.mov", null],
    ]);
  });

  it("says a dissolve that was applied, and none that was taken off", () => {
    const dissolve: Chain = {
      medium: "video",
      settings: [{ effect: "video.dissolve", values: { lasts: 0.8 }, on: true, mix: 100 }],
    };
    const one = laid(timeline(["pictures", [clip("ferry", 0, 50), clip("lamp", 0, 50)]]), [
      [0, "ferry"],
      [1, "lamp"],
    ]);
    const [a, b] = one.targets;
    const out = gathered({ ...one, targets: [a, { ...b, chain: dissolve }] });
    expect(childrenOf(out)[1]).toMatchObject({
      OTIO_SCHEMA: "Transition.1",
      transition_type: "SMPTE_Dissolve",
      in_offset: { value: 0 },
      out_offset: { value: 800, rate: 1000 },
    });
    const back = laid(out, [
      [0, "ferry"],
      [1, "lamp"],
    ]);
    expect(back.targets[1].chain.settings).toMatchObject([
      { effect: "video.dissolve", values: { lasts: 0.8 } },
    ]);
    // On the first clip it comes from black.
    const first = gathered({ ...one, targets: [{ ...a, chain: dissolve }, b] });
    expect(childrenOf(first).map((child) => String(child.OTIO_SCHEMA))).toEqual(["Clip.2", "Clip.2"]);
    const without = gathered({
      ...back,
      targets: [back.targets[0], { ...back.targets[1], chain: { medium: "video", settings: [] } }],
    });
    expect(childrenOf(without).map((child) => String(child.OTIO_SCHEMA))).toEqual(["Clip.2", "Clip.2"]);
  });
});
