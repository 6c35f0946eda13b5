import { describe, expect, it } from "vitest";
import type { Target } from "./entities";
import type { TargetKind } from "../media";
import { feedersOf, mixNodes, mixRate } from "./mixing";
import { routingProblem } from "./routing";

const target = (id: string, kind: TargetKind, more: Partial<Target> = {}): Target => ({
  id,
  sessionId: "s",
  kind,
  name: id,
  mediaId: kind === "clip" ? id : null,
  part: null,
  origin: null,
  position: id,
  feedsId: null,
  at: 0,
  muted: false,
  soloed: false,
  sends: [],
  chain: { medium: "audio", settings: [] },
  strength: 100,
  cardId: null,
  cardVersion: null,
  version: 1,
  ...more,
});
const facts = (sampleRate: number) =>
  ({ kind: "audio", sampleRate, channels: 1, frames: 10, peaks: [] }) as const;
const at48 = () => facts(48_000);

describe("a session as a mix", () => {
  it("what is routed nowhere goes to the output, where there is one", () => {
    const targets = [
      target("a", "clip"),
      target("b", "clip", { feedsId: "bus" }),
      target("bus", "bus"),
      target("out", "output"),
    ];
    expect(mixNodes(targets, at48).map((n) => n.feeds)).toEqual(["out", "bus", "out", null]);
    expect(mixNodes(targets.slice(0, 3), at48).map((n) => n.feeds)).toEqual([null, "bus", null]);
    expect(feedersOf(targets, targets[3]).map((t) => t.id)).toEqual(["a", "bus"]);
  });
  it("clips bring their material, groups and clips whose material is gone bring none", () => {
    const targets = [target("a", "clip", { at: 2 }), target("gone", "clip"), target("bus", "bus")];
    expect(
      mixNodes(targets, (id) => (id === "a" ? facts(44_100) : undefined)).map((n) => n.material),
    ).toEqual([{ at: 2, sampleRate: 44_100, channels: 1, frames: 10 }, null, null]);
  });
  it("is mixed at the rate of most of its sounds", () => {
    const rates: Record<string, number> = { a: 44_100, b: 48_000, c: 44_100 };
    const targets = ["a", "b", "c"].map((id) => target(id, "clip"));
    expect(mixRate(targets, (id) => facts(rates[id]))).toBe(44_100);
    expect(mixRate(targets.slice(0, 2), (id) => facts(rates[id]))).toBe(48_000);
    expect(mixRate([], at48)).toBe(48_000);
  });
  it("a return is fed by who sends to it", () => {
    const targets = [
      target("a", "clip", { sends: [{ to: "back", level: -6 }] }),
      target("b", "clip"),
      target("back", "return"),
    ];
    expect(feedersOf(targets, targets[2]).map((t) => t.id)).toEqual(["a"]);
  });
});

describe("routing", () => {
  it.each<[string, Target[], string | null]>([
    [
      "clips through a track and a bus to the output",
      [
        target("a", "clip", { feedsId: "t" }),
        target("t", "track", { feedsId: "b" }),
        target("b", "bus", { feedsId: "o" }),
        target("o", "output"),
      ],
      null,
    ],
    [
      "a send to a return",
      [target("a", "clip", { sends: [{ to: "r", level: 0 }] }), target("r", "return")],
      null,
    ],
    [
      "buses in a circle",
      [target("a", "bus", { feedsId: "b" }), target("b", "bus", { feedsId: "a" })],
      "goes-in-circles",
    ],
    ["a bus into itself", [target("a", "bus", { feedsId: "a" })], "goes-in-circles"],
    [
      "a bus that is sent to a return which feeds it",
      [target("b", "bus", { sends: [{ to: "r", level: -20 }] }), target("r", "return", { feedsId: "b" })],
      "goes-in-circles",
    ],
    ["a track into a track", [target("a", "track", { feedsId: "b" }), target("b", "track")], "feeds-nothing"],
    ["a clip into a return", [target("a", "clip", { feedsId: "r" }), target("r", "return")], "feeds-nothing"],
    ["an output into a bus", [target("o", "output", { feedsId: "b" }), target("b", "bus")], "feeds-nothing"],
    ["into what is not there", [target("a", "clip", { feedsId: "x" })], "feeds-nothing"],
    [
      "a send to a bus",
      [target("a", "clip", { sends: [{ to: "b", level: 0 }] }), target("b", "bus")],
      "sends-elsewhere",
    ],
    [
      "a return that is sent on",
      [target("r", "return", { sends: [{ to: "q", level: 0 }] }), target("q", "return")],
      "sends-elsewhere",
    ],
  ])("%s", (_, targets, code) => expect(routingProblem(targets)?.code ?? null).toBe(code));
});
