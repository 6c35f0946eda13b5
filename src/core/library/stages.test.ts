import { describe, expect, it } from "vitest";
import type { WorkingMedium } from "../media";
import { effects, effectsFor } from "../effects/registry";
import { parseQuery } from "../search/query/parse";
import type { EffectSetting } from "../chain/model";
import { outOfOrder, queryOf, stageOfEffect, stagesOf, suppliedStages } from "./stages";

const setting = (effect: string, on = true): EffectSetting => ({ effect, values: {}, on, mix: 100 });
const chain = (...settings: EffectSetting[]) => ({ medium: "audio" as const, settings });
const { audio } = suppliedStages;

describe("the supplied stages", () => {
  it("have a place for every effect, each in one alone", () => {
    for (const { id, medium, category } of effects) {
      const stages = suppliedStages[medium as "audio"];
      expect([id, stages.filter((stage) => stage.effects.includes(category)).length]).toEqual([id, 1]);
    }
  });
  it("name only kinds of effects that there are", () => {
    for (const [medium, stages] of Object.entries(suppliedStages)) {
      const kinds = effectsFor(medium as WorkingMedium).map(({ category }) => category);
      for (const stage of stages) expect(kinds).toEqual(expect.arrayContaining([...stage.effects]));
    }
  });
  it("are asked for by queries that say what they mean", () => {
    for (const stage of [...audio, ...suppliedStages.image]) {
      const { problems } = parseQuery(queryOf(stage)!);
      expect([stage.name, problems]).toEqual([stage.name, []]);
    }
  });
});

describe("a member's own stages", () => {
  const own = [
    { name: "Mend", effects: ["audio.hum-removal", "tone"], query: "" },
    { name: "Finish", effects: [], query: "list:Favourites" },
  ];
  it("stand in place of the supplied ones of their medium", () => {
    expect(stagesOf({ audio: own }, "audio")).toBe(own);
    expect(stagesOf({ audio: own }, "image")).toBe(suppliedStages.image);
    expect(stagesOf({ image: [] }, "video")).toBe(suppliedStages.video);
  });
  it("take an effect by itself before its category, and are asked for by their own query", () => {
    const both = [
      { name: "All of it", effects: ["filter"], query: "" },
      { name: "Low", effects: ["audio.high-pass"], query: "" },
    ];
    expect(stageOfEffect(both, "audio.high-pass")).toBe(1);
    expect(stageOfEffect(both, "audio.low-pass")).toBe(0);
    expect(stageOfEffect(both, "audio.limiter")).toBe(-1);
    expect(stageOfEffect(both, "audio.unknown")).toBe(-1);
    expect(own.map(queryOf)).toEqual(['effect:("audio.hum-removal", "tone")', "list:Favourites"]);
    expect(queryOf({ name: "Empty", effects: [], query: " " })).toBeNull();
  });
});

describe("the order of a chain", () => {
  it("is as recommended where no stage comes before an earlier one", () => {
    expect(
      outOfOrder(
        chain(setting("audio.hum-removal"), setting("audio.high-pass"), setting("audio.limiter")),
        audio,
      ).size,
    ).toBe(0);
    expect(outOfOrder(chain(), audio).size).toBe(0);
  });
  it("is warned of at each setting behind a later stage, but not where that is off or belongs nowhere", () => {
    const late = chain(
      setting("audio.high-pass"),
      setting("audio.plate"),
      setting("audio.unknown"),
      setting("audio.hum-removal"),
      setting("audio.limiter"),
      setting("audio.gain"),
    );
    const found = outOfOrder(late, audio);
    expect(Array.from(found, ([at, { stage, before }]) => [at, stage.name, before.name])).toEqual([
      [3, "Repair", "Space"],
      [4, "Dynamics", "Space"],
    ]);
    const off = chain(setting("audio.plate", false), setting("audio.hum-removal"));
    expect(outOfOrder(off, audio).size).toBe(0);
  });
});
