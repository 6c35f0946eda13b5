import { describe, expect, it } from "vitest";
import { reference } from "../../../../scripts/reference";
import { isRecord, type Json } from "../../chain/model";
import { endOf, longestTimeline, rescaled, secondsOfTime, type JsonRecord, type Time } from "./model";
import { lengthOf, readTimeline, readTimelineText, referenceOf, shownSpan } from "./read";
import { clipJson, gapJson, timelineJson, trackJson, transitionJson, wholeTimeline } from "./write";

interface TimeCase {
  readonly id: string;
  readonly op: string;
  readonly time: Time;
  readonly newRate: number;
  readonly value: number;
  readonly seconds: number;
  readonly start: Time;
  readonly duration: Time;
  readonly end_time_exclusive: number;
}

const frames = (value: number, rate = 24): Time => ({ value, rate });
const clip = (name: string, from: number, length: number) =>
  clipJson(
    name,
    { start: frames(from), duration: frames(length) },
    { file: `${name}.mov`, all: { start: frames(0), duration: frames(240) }, metadata: {} },
  );
const timeline = (children: readonly JsonRecord[], kind: "pictures" | "sounds" = "pictures") =>
  wholeTimeline(timelineJson("Week"), [
    { kind, json: trackJson("V1", kind), items: children.map((json) => ({ kind: "clip", json })) },
  ]);

describe("times", () => {
  // Source: definitions of opentime, from memory; plain arithmetic. See there.
  it.each(reference<TimeCase>("otio_time_math").map((one) => [one.id, one] as const))("%s", (_, one) => {
    if (one.op === "rescaled_to") {
      expect(rescaled(one.time, one.newRate).value).toBeCloseTo(one.value, 9);
      expect(secondsOfTime(one.time)).toBeCloseTo(one.seconds, 9);
    } else expect(endOf(one).value).toBeCloseTo(one.end_time_exclusive, 9);
  });
});

/** All objects within some JSON that name a schema. */
function objectsIn(json: Json): JsonRecord[] {
  if (Array.isArray(json)) return json.flatMap(objectsIn);
  if (!isRecord(json)) return [];
  const inner = Object.values(json).flatMap(objectsIn);
  return typeof json.OTIO_SCHEMA === "string" ? [json, ...inner] : inner;
}

describe("what is written", () => {
  // Source: OpenTimelineIO's serialised data, from memory; see there.
  const keysOf = new Map(
    reference<{ id: string; keys?: string[] }>("otio_structure").map(({ id, keys = [] }) => [id, keys]),
  );
  const written = objectsIn(
    timeline([
      clip("a", 0, 48),
      transitionJson("Dissolve", "SMPTE_Dissolve", frames(0), frames(12)),
      clip("b", 24, 48),
      gapJson(frames(12)),
    ]),
  );
  it.each([
    "RationalTime.1",
    "TimeRange.1",
    "Timeline.1",
    "Stack.1",
    "Track.1",
    "Clip.2",
    "Gap.1",
    "Transition.1",
    "ExternalReference.1",
  ])("%s has all keys of its schema", (schema) => {
    const ones = written.filter((json) => json.OTIO_SCHEMA === schema);
    expect(ones).not.toHaveLength(0);
    for (const one of ones) expect(Object.keys(one)).toEqual(expect.arrayContaining(keysOf.get(schema)!));
  });
});

describe("reading a timeline", () => {
  it("finds tracks, clips, what they show and how long all of it lasts", () => {
    const { name, tracks } = readTimeline(
      timeline([
        clip("a", 12, 48),
        transitionJson("", "SMPTE_Dissolve", frames(6), frames(6)),
        gapJson(frames(12)),
      ]),
    );
    expect(name).toBe("Week");
    expect(tracks[0].items.map(({ kind }) => kind)).toEqual(["clip", "transition", "gap"]);
    // A transition takes no time of its own in the track.
    expect(tracks[0].items.map(lengthOf)).toEqual([2, 0, 0.5]);
    expect(shownSpan(tracks[0].items[0].json)).toEqual({ start: frames(12), duration: frames(48) });
  });

  it("reads both forms of a clip's file: the only one, and the one in use of several", () => {
    const available_range = { start_time: { value: 0, rate: 25 }, duration: { value: 50, rate: 25 } };
    const first = { OTIO_SCHEMA: "ExternalReference.1", target_url: "first.mov", available_range };
    const second = { ...first, target_url: "second.mov" };
    expect(referenceOf({ media_reference: first })).toBe(first);
    const several = { media_references: { DEFAULT_MEDIA: first, proxy: second } };
    expect(referenceOf(several)).toBe(first);
    expect(referenceOf({ ...several, active_media_reference_key: "proxy" })).toBe(second);
    expect(referenceOf({ ...several, active_media_reference_key: "other" })).toBeNull();
    // Without a range of its own it shows all of its file.
    expect(lengthOf({ kind: "clip", json: { source_range: null, media_reference: first } })).toBe(2);
    expect(lengthOf({ kind: "clip", json: { source_range: null } })).toBeNull();
  });

  it("reads the first timeline of a collection", () => {
    const collection = { OTIO_SCHEMA: "SerializableCollection.1", children: [{ a: 1 }, timeline([])] };
    expect(readTimeline(collection).name).toBe("Week");
  });

  const faulty = (change: (json: Record<string, Json>) => void) => {
    const json = JSON.parse(JSON.stringify(timeline([clip("a", 0, 24)]))) as Record<string, Json>;
    change(json);
    return json;
  };
  const firstClip = (json: Record<string, Json>) =>
    (json as unknown as { tracks: { children: { children: Record<string, Json>[] }[] } }).tracks.children[0]
      .children[0];
  it.each<[string, Json, RegExp]>([
    ["no timeline", { OTIO_SCHEMA: "Clip.1" }, /no timeline/],
    ["a list", [], /no timeline/],
    ["no stack", faulty((json) => (json.tracks = null)), /stack/],
    ["a child without a schema", faulty((json) => delete firstClip(json).OTIO_SCHEMA), /OTIO_SCHEMA/],
    [
      "a rate of 0",
      faulty(
        (json) =>
          (firstClip(json).source_range = {
            start_time: { value: 0, rate: 0 },
            duration: { value: 1, rate: 24 },
          }),
      ),
      /rate is above 0/,
    ],
    [
      "a length below 0",
      faulty(
        (json) =>
          (firstClip(json).source_range = {
            start_time: { value: 0, rate: 24 },
            duration: { value: -1, rate: 24 },
          }),
      ),
      /duration/,
    ],
    [
      "a time without end",
      faulty(
        (json) =>
          (firstClip(json).source_range = {
            start_time: { value: 1e300, rate: 1e-300 },
            duration: { value: 1, rate: 24 },
          }),
      ),
      /too long/,
    ],
    [
      "a time that is text",
      faulty((json) => (firstClip(json).source_range = { start_time: "now", duration: 1 } as Json)),
      /value and a rate/,
    ],
    [
      "children that are no list",
      faulty((json) => ((json.tracks as { children: Json }).children = {})),
      /list/,
    ],
  ])("refuses %s, and says what is wrong", (_, json, words) => {
    expect(() => readTimeline(json)).toThrow(words);
  });

  it("refuses what is too large or too deep, and text that is no JSON", () => {
    expect(() => readTimeline({ ...timeline([]), metadata: { x: "x".repeat(longestTimeline) } })).toThrow(
      /at most/,
    );
    let deep: Json = 1;
    for (let i = 0; i < 5000; i++) deep = [deep];
    expect(() => readTimeline({ ...timeline([]), metadata: { deep } })).toThrow(/deeper/);
    expect(() => readTimelineText("{")).toThrow(/JSON/);
  });
});
