import fc from "fast-check";
import { generateNKeysBetween } from "fractional-indexing";
import { describe, expect, it } from "vitest";
import { aGainChain, aTarget } from "../../../testing/library";
import { materialWindow, planMix, runMix } from "../chain/mix";
import { placeInFile } from "../media/part";
import { cut, offsetOf } from "./cutting";
import type { Target } from "./entities/target";
import { bringBack, renderInPlace, renewed } from "./in-place";
import type { MediaFacts } from "./media";
import { mixNodes, mixRate } from "./mixing";
import { byPosition } from "./order";
import { put } from "./putting";
import { mostTargets, type Stand, type TimeRange } from "./stand";

const frames = 48_000;
const sine = (rate: number, hertz: number) =>
  Float32Array.from({ length: frames }, (_, i) => 0.5 * Math.sin((2 * Math.PI * hertz * i) / rate));
/** The files, by their ids, with their rates. */
const files: Readonly<Record<string, { rate: number; plane: Float32Array }>> = {
  low: { rate: 48_000, plane: sine(48_000, 200) },
  other: { rate: 44_100, plane: sine(44_100, 330) },
};
const factsOf = (id: string): MediaFacts | undefined =>
  files[id] && { kind: "audio", sampleRate: files[id].rate, channels: 1, frames, peaks: [] };

let made = 0;
const newId = () => `new-${++made}`;
const clip = (id: string, mediaId: string, more: Partial<Target> = {}) =>
  aTarget({ id, name: id, mediaId, chain: aGainChain(), position: "a1", ...more });
const stand = (range?: TimeRange, ...targets: Target[]): Stand => ({
  targets,
  selected: [targets[0].id],
  ...(range && { range }),
  factsOf,
});

/** What is heard of all of it, from the beginning of the timeline on. */
function heard({ targets }: Stand, seconds = 1.2): Float32Array {
  const rate = mixRate(targets, factsOf);
  const plan = planMix(mixNodes(targets, factsOf), { start: 0, end: Math.round(seconds * rate) }, rate);
  const mediaOf = new Map(targets.map(({ id, mediaId }) => [id, mediaId!]));
  return runMix(plan, (step) => {
    const { start, end } = materialWindow(step);
    const { first } = placeInFile(step.node.material!);
    return [files[mediaOf.get(step.node.id)!].plane.subarray(first + start, first + end)];
  })[0];
}
const farthest = (a: Float32Array, b: Float32Array) =>
  a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i])), 0);

describe("cutting", () => {
  it("leaves everything sounding as it was, wherever it cuts and however often, also at another rate than the mix's", () => {
    const range = fc.tuple(
      fc.double({ min: 0, max: 0.9, noNaN: true }),
      fc.double({ min: 0.02, max: 0.5, noNaN: true }),
    );
    fc.assert(
      fc.property(
        fc.array(range, { minLength: 1, maxLength: 3 }),
        fc.constantFrom("low", "other"),
        fc.nat(9),
        (ranges, mediaId, delay) => {
          // Two of the one, so that the mix has its rate.
          const first = stand(
            undefined,
            clip("cut", mediaId, { at: delay / 100, chain: aGainChain(-3) }),
            clip("one", "low", { position: "a2", muted: true }),
            clip("two", "low", { position: "a3", muted: true }),
          );
          const before = heard(first);
          let now = first;
          for (const [start, length] of ranges) {
            const reaches = Math.min(start + length, delay / 100 + frames / files[mediaId].rate);
            const from = Math.max(start, delay / 100);
            const { part, at } = now.targets.find(({ id }) => id === "cut")!;
            const lasts = ((part?.to ?? frames) - (part?.from ?? 0)) / files[mediaId].rate;
            // Only what is there can be cut.
            if (Math.min(reaches, at + lasts) - Math.max(from, at) < 0.011) continue;
            now = cut({ ...now, range: { start, end: start + length } }, newId);
          }
          expect(farthest(heard(now), before)).toBeLessThan(2e-6);
          expect([...now.targets].sort(byPosition)).toEqual(now.targets);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("stays what is within, with the rest beside it under names that tell where", () => {
    const { targets } = cut(
      stand({ start: 0.4, end: 0.6 }, clip("Take", "low", { at: 0.1, sends: [{ to: "x", level: -3 }] })),
      newId,
    );
    expect(targets.map(({ name, part, at }) => [name, part, at])).toEqual([
      // Half of five milliseconds on either side of 0.3 and 0.5 seconds of the file.
      ["Take to 00:00.40", { from: 0, to: 14_520, fadeIn: 0, fadeOut: 240 }, 0.1],
      ["Take", { from: 14_280, to: 24_120, fadeIn: 240, fadeOut: 240 }, 0.1 + 14_280 / 48_000],
      ["Take from 00:00.60", { from: 23_880, to: 48_000, fadeIn: 240, fadeOut: 0 }, 0.1 + 23_880 / 48_000],
    ]);
    expect(targets[1].id).toBe("Take");
    expect(targets.every(({ sends }) => sends.length === 1)).toBe(true);
    // Cut again, a piece says where it ends by now, not where it ended.
    const again = cut({ ...stand({ start: 0.2, end: 0.3 }, ...targets), selected: [targets[0].id] }, newId);
    expect(again.targets.map(({ name }) => name)).toEqual([
      "Take to 00:00.20",
      "Take to 00:00.40",
      "Take to 00:00.40 from 00:00.30",
      "Take",
      "Take from 00:00.60",
    ]);
  });

  it("cuts nothing off that would be shorter than its fade, and nothing where all of it is marked", () => {
    const all = stand({ start: 0, end: 1 }, clip("Take", "low"));
    expect(cut(all, newId).targets).toEqual(all.targets);
    const near = cut(stand({ start: 0.001, end: 0.5 }, clip("Take", "low")), newId);
    expect(near.targets.map(({ part }) => part?.from)).toEqual([0, 23_880]);
  });

  it("cannot grow a session beyond what it may hold", () => {
    const clips = generateNKeysBetween(null, null, 1000).map((position, i) =>
      clip(`c${i}`, "low", { position }),
    );
    const all = { ...stand({ start: 0.4, end: 0.6 }, ...clips), selected: clips.map(({ id }) => id) };
    expect(() => cut(all, newId)).toThrow(`The session would have more than ${mostTargets} targets.`);
  });

  it.each<[string, TimeRange | undefined, Partial<Target>]>([
    ["No range is marked.", undefined, {}],
    ["The range does not reach into “Take”.", { start: 4, end: 5 }, {}],
    ["The range on “Take” is shorter than 10 ms.", { start: 0.5, end: 0.505 }, {}],
    ["“Take” has no sound of its own to cut.", { start: 0.1, end: 0.5 }, { mediaId: null, kind: "bus" }],
  ])("says: %s", (said, range, more) => {
    expect(() => cut(stand(range, clip("Take", "low", more)), newId)).toThrow(said);
  });

  /** How much of a sound is heard above the sine itself: the largest step of its second difference. */
  const roughness = (plane: Float32Array) => {
    let most = 0;
    for (let i = 1; i < plane.length - 1; i++)
      most = Math.max(most, Math.abs(plane[i - 1] - 2 * plane[i] + plane[i + 1]));
    return most;
  };

  it("a card on the range comes and goes without a click", () => {
    const half = {
      puts: [
        { said: "“Half”", name: "Half", chain: aGainChain(-6), pin: { cardId: "card", cardVersion: 1 } },
      ],
      how: "range",
      strength: 100,
    } as const;
    // Where the sine is at its highest, so that a hard cut would be heard most.
    const range = { start: 0.30125, end: 0.60125 };
    const {
      stand: next,
      onto,
      summary,
    } = put(stand(range, clip("Take", "low", { chain: aGainChain(-1) })), half, newId);
    expect([onto.map(({ name }) => name), summary]).toEqual([["Take"], "“Half” on a range of “Take”"]);
    expect(
      next.targets.map(({ cardId, chain }) => [cardId, chain.settings.map(({ values }) => values.gain)]),
    ).toEqual([
      [null, [-1]],
      // It keeps what it had, or it would not sound like what is around it.
      ["card", [-1, -6]],
      [null, [-1]],
    ]);
    const made = heard(next, 0.99);
    const alone = heard(stand(undefined, clip("Take", "low", { chain: aGainChain(-1) })), 0.99);
    const hard = Float32Array.from(alone, (v, i) => (i >= 14_460 && i < 28_860 ? v * 10 ** (-6 / 20) : v));
    const extra = (plane: Float32Array) => 20 * Math.log10(roughness(plane) / roughness(alone));
    expect(extra(hard)).toBeGreaterThan(40);
    // Within the sine's own curve: nothing that an ear could take for an edge.
    expect(extra(made)).toBeLessThan(1);
    // Away from the edges it is what it should be, to the last digits of a float.
    const off = (from: number, to: number) => farthest(made.subarray(from, to), hard.subarray(from, to));
    expect(Math.max(off(0, 14_000), off(15_000, 28_000), off(29_500, 47_000))).toBeLessThan(1e-6);
  });
});

describe("rendered in place", () => {
  const treated = clip("Take", "low", {
    chain: aGainChain(-6),
    strength: 80,
    cardId: "card",
    cardVersion: 2,
    part: { from: 1000, to: 9000, fadeIn: 240, fadeOut: 0 },
  });
  const renderedOf = () => "rendered";

  it("takes the place of what it was, which comes back whole", () => {
    const before = stand(undefined, treated, clip("Other", "low", { position: "a2" }));
    const after = renderInPlace(before, renderedOf);
    expect(after.targets[0]).toMatchObject({
      mediaId: "rendered",
      part: null,
      chain: { settings: [] },
      strength: 100,
      cardId: null,
      cardVersion: null,
      at: treated.at,
    });
    expect(after.targets[1]).toBe(before.targets[1]);
    // What is marked stays on what is heard.
    expect(offsetOf(after.targets[0])).toBe(1000);
    expect(bringBack(after).targets).toEqual(before.targets);
    expect(() => bringBack({ ...after, selected: ["Other"] })).toThrow(
      "Nothing of “Other” was rendered in place.",
    );
  });

  it("once more on top keeps what each was made from, up to a bound", () => {
    const on = (now: Stand) => ({
      ...now,
      targets: now.targets.map((target) => ({ ...target, chain: aGainChain(1) })),
    });
    let now = stand(undefined, treated);
    for (let i = 0; i < 8; i++) now = renderInPlace(on(now), (target) => `${target.mediaId}'`);
    expect(now.targets[0].mediaId).toBe("low''''''''");
    expect(() => renderInPlace(on(now), renderedOf)).toThrow("“Take” was rendered in place 8 times already.");
    for (let i = 0; i < 8; i++) now = bringBack(now);
    expect(now.targets[0]).toMatchObject({ mediaId: "low", origin: null, part: treated.part });
  });

  it("a piece of it comes back as the piece of what it was", () => {
    const files = (id: string): MediaFacts | undefined =>
      id === "rendered"
        ? { kind: "audio", sampleRate: 48_000, channels: 1, frames: 8000, peaks: [] }
        : factsOf(id);
    const rendered = {
      ...renderInPlace(stand({ start: 0.05, end: 0.1 }, treated), renderedOf),
      factsOf: files,
    };
    const pieces = cut(rendered, newId);
    const back = bringBack(pieces);
    const [middle, original] = [pieces.targets[1].part!, back.targets[1].part!];
    expect(original).toEqual({ ...middle, from: middle.from + 1000, to: middle.to + 1000 });
    expect(offsetOf(pieces.targets[1])).toBe(offsetOf(back.targets[1]));
  });

  it("is rendered again with the card as it is now, unless somebody has changed it by hand", () => {
    const contents = (then: number) => ({
      now: (id: string) => (id === "card" ? { chain: aGainChain(-9), version: 3 } : undefined),
      at: () => aGainChain(then),
    });
    const rendered = renderInPlace(stand(undefined, treated), renderedOf);
    const again = renewed(rendered, contents(-6));
    expect(again.targets[0]).toMatchObject({ mediaId: "low", cardVersion: 3, origin: null, strength: 80 });
    expect(again.targets[0].chain).toEqual(aGainChain(-9));
    expect(() => renewed(rendered, contents(-5))).toThrow("changed by hand");
  });

  it.each<[string, Partial<Target>]>([
    ["There is nothing on “Take” to be rendered.", { chain: aGainChain() }],
    ["“Take” has no material of its own to be rendered.", { mediaId: null, kind: "track" }],
  ])("says: %s", (said, more) => {
    expect(() => renderInPlace(stand(undefined, { ...treated, ...more }), renderedOf)).toThrow(said);
  });
});
