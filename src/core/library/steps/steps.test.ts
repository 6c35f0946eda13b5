import { describe, expect, it } from "vitest";
import { FormatFault } from "../../chain/fault";
import type { Json } from "../../chain/model";
import { aGainChain, aTarget } from "../../../../testing/library";
import { normaliseChain } from "../../chain/values";
import { Overview } from "../../measure/overview";
import type { Target } from "../entities";
import type { Put } from "../putting";
import { mostTargets, type Stand } from "../stand";
import {
  cardsOfSteps,
  drawsOf,
  mostSteps,
  mustRender,
  numberIn,
  numbersOf,
  readSteps,
  routineNoun,
  runSteps,
  sayStep,
  withNumber,
  type Step,
} from "./index";

const card = "01a21aea-2720-7169-9627-e4815d97d03e";
const gone = "01a21aea-2720-7169-9627-e4815d97d03f";
const quiet: Put = {
  said: "“Quiet”",
  name: "Quiet",
  chain: aGainChain(-20),
  pin: { cardId: card, cardVersion: 2 },
};
let made = 0;
const overviews: Record<string, Int16Array> = {};
const world = {
  putOf: (id: string) => (id === card ? quiet : undefined),
  newId: () => `made-${++made}`,
  drawnFor: (step: object) => ("searchId" in step && step.searchId === card ? quiet : undefined),
  overviewOf: (id: string) => overviews[id],
  renderedOf: ({ id }: { readonly id: string }) => `rendered-${id}`,
};
const stand = (): Stand => ({
  targets: [
    aTarget({ id: "a", name: "Take 1", position: "a0", chain: aGainChain(1) }),
    aTarget({ id: "b", name: "Take 2", position: "a1", chain: aGainChain() }),
    aTarget({ id: "t", name: "Voices", kind: "track", mediaId: null, position: "a2", chain: aGainChain() }),
  ],
  selected: ["a"],
});
const run = (...steps: Step[]) => runSteps(steps, stand(), world);
const of = (next: Stand, id: string) => next.targets.find((target) => target.id === id)!;

describe("steps of a routine", () => {
  it("act one after another on what is selected by then", () => {
    const next = run(
      { kind: "put", of: { cardId: card }, how: "after", strength: 100 },
      { kind: "strength", strength: 40 },
      { kind: "choose", which: "track" },
      { kind: "put", of: { name: "Loud", chain: aGainChain(6) }, how: "replace", strength: 70 },
      { kind: "choose", which: "next" },
    );
    const gains = (id: string) => of(next, id).chain.settings.map(({ values }) => values.gain);
    expect([gains("a"), gains("b"), gains("t")]).toEqual([[1, -20], [], [6]]);
    expect([of(next, "a").strength, of(next, "t").strength]).toEqual([40, 70]);
    expect(of(next, "a")).toMatchObject({ cardId: card, cardVersion: 2 });
    expect(of(next, "t").cardId).toBeNull();
    // Behind the last one there is none: it stays.
    expect(next.selected).toEqual(["t"]);
  });

  it("a set makes the returns that are missing, at their levels, and a second time nothing", () => {
    const set: Step = {
      kind: "returns",
      parts: [
        { of: { cardId: card }, level: -6 },
        { of: { name: "Plate", chain: aGainChain(2) }, level: 0 },
      ],
    };
    const once = run({ kind: "choose", which: "clip" }, set);
    const returns = once.targets.filter(({ kind }) => kind === "return");
    expect(returns.map(({ name, cardId }) => [name, cardId])).toEqual([
      ["Quiet", card],
      ["Plate", null],
    ]);
    const sends = returns.map(({ id }, i) => ({ to: id, level: [-6, 0][i] }));
    expect([of(once, "a").sends, of(once, "b").sends, of(once, "t").sends]).toEqual([sends, sends, []]);
    expect(runSteps([set], once, world).targets).toEqual(once.targets);
    expect(routineNoun([set])).toBe("set");
    expect(routineNoun([set, { kind: "strength", strength: 3 }])).toBe("routine");
  });

  it("set the level of all sends of what is selected, and say so where nothing is sent", () => {
    const set: Step = { kind: "returns", parts: [{ of: { cardId: card }, level: -6 }] };
    const next = run(set, { kind: "level", level: -9.5 });
    expect(of(next, "a").sends.map(({ level }) => level)).toEqual([-9.5]);
    expect(of(next, "b").sends).toEqual([]);
    expect(sayStep({ kind: "level", level: -9.5 }, () => "")).toBe("set all sends to −9.5 dB");
    expect(() => run({ kind: "level", level: 0 })).toThrow("Nothing is sent from “Take 1” to a return.");
  });

  it("switch an effect wherever it stands, and say so where it stands nowhere", () => {
    const off = run({ kind: "switch", effect: "audio.gain", on: false });
    expect(of(off, "a").chain.settings.map(({ on }) => on)).toEqual([false]);
    expect(() => run({ kind: "switch", effect: "audio.gate", on: true })).toThrow(
      "There is no Expander and gate on “Take 1”.",
    );
  });

  it.each<[string, Step]>([
    [
      "A card of this routine is out of use.",
      { kind: "put", of: { cardId: gone }, how: "after", strength: 100 },
    ],
    ["This session has no buses.", { kind: "choose", which: "bus" }],
    [
      "“Voices” has no material of its own to copy.",
      { kind: "put", of: { cardId: card }, how: "parallel", strength: 100 },
    ],
  ])("%s", (said, step) => {
    const before = stand();
    expect(() => runSteps([{ kind: "choose", which: "track" }, step], before, world)).toThrow(said);
    // Nothing of it is done: a stand is never changed.
    expect(before).toEqual(stand());
  });

  it("cannot grow a session beyond what it may hold, however often they copy all of it", () => {
    const copy: Step[] = [
      { kind: "choose", which: "clip" },
      { kind: "put", of: { cardId: card }, how: "parallel", strength: 100 },
    ];
    const often = Array.from({ length: mostSteps / 2 }, () => copy).flat();
    expect(() => run(...often)).toThrow(`The session would have more than ${mostTargets} targets.`);
    // Each copy lies behind its original.
    const once = run(...copy);
    expect(once.targets.map(({ name }) => name)).toEqual([
      "Take 1",
      "Take 1, Quiet",
      "Take 2",
      "Take 2, Quiet",
      "Voices",
    ]);
    const places = once.targets.map(({ position }) => position);
    expect(places).toEqual([...places].sort());
  });

  it("make the range longer, cut at its ends and render, with what is chosen then", () => {
    const facts = { kind: "audio", sampleRate: 1000, channels: 1, frames: 9000, peaks: [] } as const;
    const marked = { ...stand(), range: { start: 2, end: 3 }, factsOf: () => facts };
    const next = runSteps(
      [{ kind: "range", grow: 500 }, { kind: "cut" }, { kind: "render" }, { kind: "choose", which: "next" }],
      marked,
      world,
    );
    expect(next.range).toEqual({ start: 1.5, end: 3.5 });
    expect(next.targets.map(({ name, mediaId }) => [name, mediaId]).slice(0, 4)).toEqual([
      ["Take 1 to 00:01.50", "media-1"],
      ["Take 1", "rendered-a"],
      ["Take 1 from 00:03.50", "media-1"],
      ["Take 2", "media-1"],
    ]);
    expect(next.selected).toEqual([next.targets[2].id]);
    const shrunk: Step = { kind: "range", grow: -500 };
    expect(() => runSteps([shrunk], marked, world)).toThrow("Nothing would be left of the range.");
    expect(() => run(shrunk)).toThrow("No range is marked.");
    expect([mustRender([{ kind: "cut" }, { kind: "render" }]), mustRender([shrunk])]).toEqual([true, false]);
  });

  it("make the range reach to where the clip that it ends in is silent next", () => {
    // 1024 samples a second: 16 pairs. Loud but for 0.5 s from 4 s on, and a gap of an eighth of a second at 3 s.
    const overview = new Overview();
    const loud = Float32Array.from({ length: 9 * 1024 }, (_, i) =>
      (i >= 4096 && i < 4608) || (i >= 3072 && i < 3200) ? 0.001 : 0.5 * (-1) ** i,
    );
    overview.add([loud]);
    overviews["media-1"] = overview.finish();
    const facts = { kind: "audio", sampleRate: 1024, channels: 1, frames: 9 * 1024, peaks: [] } as const;
    const silence: Step = { kind: "silence", below: -50, lasting: 250 };
    const [first, second] = stand().targets;
    const endOf = (end: number, more: Partial<Target> = {}, step = silence) =>
      runSteps(
        [step],
        {
          targets: [{ ...first, ...more }, second],
          selected: ["a"],
          range: { start: 1, end },
          factsOf: () => facts,
        },
        world,
      ).range;
    expect(endOf(2)).toEqual({ start: 1, end: 4 });
    expect(endOf(2, {}, { ...silence, lasting: 125 })).toEqual({ start: 1, end: 3 });
    // −60 dB is not silent under −61.
    expect(endOf(2, {}, { ...silence, below: -61 })).toEqual({ start: 1, end: 9 });
    expect(endOf(4.25)).toEqual({ start: 1, end: 4.25 });
    // Not enough of it is left: what ends the clip ends the range.
    expect(endOf(4.4)).toEqual({ start: 1, end: 9 });
    // A clip laid out at 10 s that uses the file from 2 s on.
    const part = { from: 2048, to: 9 * 1024, fadeIn: 0, fadeOut: 0 };
    expect(endOf(11, { at: 10, part })).toEqual({ start: 1, end: 12 });
    expect(() => endOf(9.5)).toThrow("The range ends in none of the selected clips.");
    expect(() => run(silence)).toThrow("No range is marked.");
    expect(sayStep(silence, () => "")).toBe(
      "make the range reach to the next 250 ms of silence under −50 dB",
    );
  });

  it("put on what was drawn by chance, and say so where nothing was", () => {
    const draw: Step = { kind: "draw", searchId: card, how: "after", strength: 50 };
    expect(of(run(draw), "a").chain.settings.map(({ values }) => values.gain)).toEqual([1, -20]);
    expect(of(run({ ...draw, how: "replace" }), "a")).toMatchObject({ cardId: card, strength: 50 });
    expect(() => run({ ...draw, searchId: gone })).toThrow("No card was drawn");
    expect(drawsOf([{ kind: "cut" }, draw, draw])).toEqual([draw, draw]);
    expect(sayStep(draw, () => "Fog")).toBe("add a card by chance of “Fog” after the chain at 50 %");
  });

  it("say what they do", () => {
    const nameOf = () => "Quiet";
    const said = (step: Step) => sayStep(step, nameOf);
    expect(said({ kind: "put", of: { cardId: card }, how: "before", strength: 50 })).toBe(
      "add “Quiet” before the chain at 50 %",
    );
    expect(
      said({
        kind: "returns",
        parts: [
          { of: { cardId: card }, level: -6 },
          { of: { name: "Plate", chain: aGainChain(2) }, level: 0 },
        ],
      }),
    ).toBe("send to 2 returns: “Quiet” at −6 dB, “Plate”");
    expect(said({ kind: "range", grow: -20 })).toBe("make the range 20 ms shorter at both ends");
    expect(said({ kind: "render" })).toBe("render in place");
    expect(said({ kind: "choose", which: "next" })).toBe("go to the next target");
    expect(said({ kind: "switch", effect: "audio.gain", on: false })).toBe("switch Gain off");
  });

  it("have numbers that can be set by hand, within the limits in which they are read", () => {
    const steps: Step[] = [
      { kind: "put", of: { cardId: card }, how: "after", strength: 50 },
      { kind: "draw", searchId: card, how: "after", strength: 50 },
      { kind: "strength", strength: 50 },
      { kind: "level", level: -6 },
      { kind: "range", grow: 20 },
      { kind: "silence", below: -50, lasting: 200 },
    ];
    const said = steps.flatMap((step) => numbersOf(step).map(({ label, unit }) => `${label} ${unit}`));
    expect(said).toHaveLength(7);
    for (const step of steps)
      for (const number of numbersOf(step)) {
        const far = [withNumber(step, number, -1e9), withNumber(step, number, 1e9)];
        expect(far.map((one) => numberIn(one, number))).toEqual([number.least, number.most]);
        expect(readSteps(far as unknown as Json)).toEqual(far);
        const beyond = { ...step, [number.key]: number.most + 1 };
        expect(() => readSteps([beyond] as unknown as Json)).toThrow("This is a number from");
        expect(numberIn(withNumber(step, number, number.least + number.by), number)).toBe(
          number.least + number.by,
        );
      }
    expect(numbersOf({ kind: "cut" })).toEqual([]);
    // Left out, some are usual.
    expect(readSteps([{ kind: "silence" }, { kind: "put", of: { cardId: card } }])).toEqual([
      { kind: "silence", below: -50, lasting: 200 },
      { kind: "put", of: { cardId: card }, how: "replace", strength: 100 },
    ]);
  });

  it("are read as they were written, and what is wrong is said with its place", () => {
    const steps: Step[] = [
      { kind: "choose", which: "all" },
      { kind: "put", of: { cardId: card }, how: "missing", strength: 80 },
      {
        kind: "returns",
        parts: [{ of: { name: "Plate", chain: normaliseChain(aGainChain(2)).chain }, level: -3 }],
      },
      { kind: "switch", effect: "audio.gate", on: true },
      { kind: "strength", strength: 0 },
      { kind: "silence", below: -60, lasting: 100 },
      { kind: "draw", searchId: card, how: "before", strength: 30 },
    ];
    expect(readSteps(JSON.parse(JSON.stringify(steps)) as Json)).toEqual(steps);
    expect(cardsOfSteps([...steps, ...steps])).toEqual([card]);
    const faults: [unknown, string][] = [
      [[], "steps"],
      ["no list", "steps"],
      [Array.from({ length: mostSteps + 1 }, () => steps[0]), "steps"],
      [[{ kind: "fly" }], "steps[0].kind"],
      [[null], "steps[0].kind"],
      [[{ kind: "toString" }], "steps[0].kind"],
      [[steps[0], { kind: "strength", strength: 101 }], "steps[1].strength"],
      [[{ kind: "silence", below: 0 }], "steps[0].below"],
      [[{ kind: "draw", searchId: "fog" }], "steps[0].searchId"],
      [[{ kind: "draw", searchId: card, how: "at" }], "steps[0].how"],
      [[{ kind: "strength", strength: "40" }], "steps[0].strength"],
      [[{ kind: "level", level: -61 }], "steps[0].level"],
      [[{ kind: "range", grow: 10_001 }], "steps[0].grow"],
      [[{ kind: "choose", which: "none" }], "steps[0].which"],
      [[{ kind: "put", of: { cardId: "x" } }], "steps[0].of.cardId"],
      [[{ kind: "put", of: { cardId: card }, how: "at" }], "steps[0].how"],
      [[{ kind: "put", of: { name: " ", chain: aGainChain(1) } }], "steps[0].of.name"],
      [[{ kind: "put", of: { name: "x", chain: aGainChain() } }], "steps[0].of.chain"],
      [[{ kind: "returns", parts: [] }], "steps[0].parts"],
      [[{ kind: "returns", parts: [{ of: { cardId: card }, level: 13 }] }], "steps[0].parts[0].level"],
      [[{ kind: "switch", effect: "", on: true }], "steps[0].effect"],
      [[{ kind: "switch", effect: "audio.gain", on: 1 }], "steps[0].on"],
      [[{ kind: "switch", effect: "x".repeat(70_000), on: true }], "steps"],
    ];
    for (const [value, where] of faults) {
      const read = () => readSteps(value as Json);
      expect(read, JSON.stringify(value).slice(0, 80)).toThrow(FormatFault);
      try {
        read();
      } catch (fault) {
        expect((fault as FormatFault).where).toBe(where);
      }
    }
  });
});
