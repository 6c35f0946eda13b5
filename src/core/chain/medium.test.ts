import { describe, expect, it } from "vitest";
import { aTarget } from "../../../testing/library";
import { boundOn } from "../library/bindings";
import type { KeyBinding } from "../library/entities/key-binding";
import { put } from "../library/putting";
import { formatOf } from "../library/variants";
import { comparedAs, goesOn, mediumOfKind, targetKinds, kindsOf } from "../media";
import { fitsTarget } from "../search/document";
import { effectsFor } from "../effects/registry";
import { chainOn, narrowest, sameSettings } from "./medium";
import type { Chain, EffectSetting } from "./model";
import { normaliseChain } from "./values";

const set = (effect: string): EffectSetting => ({ effect, values: {}, on: true, mix: 100 });
const look: Chain = { medium: "image", settings: [set("image.exposure")] };

describe("media that take what others do", () => {
  it("a look goes on a clip, and nothing of a clip or a sound on a picture", () => {
    expect([
      goesOn("image", "video"),
      goesOn("video", "image"),
      goesOn("audio", "video"),
      goesOn("video", "video"),
    ]).toEqual([true, false, false, true]);
    expect(comparedAs("video")).toBe("image");
    expect(comparedAs("audio")).toBe("audio");
    for (const kind of targetKinds) expect(kindsOf(mediumOfKind(kind))).toContain(kind);
  });

  it("its effects are those of a clip too, and are checked as such", () => {
    expect(effectsFor("video").map(({ id }) => id)).toEqual(
      expect.arrayContaining(effectsFor("image").map(({ id }) => id)),
    );
    expect(effectsFor("image").some(({ medium }) => medium !== "image")).toBe(false);
    expect(normaliseChain(chainOn(look, "video")).problems).toEqual([]);
    expect(normaliseChain({ ...look, medium: "audio" }).problems).toMatchObject([{ code: "wrong-medium" }]);
  });

  it("is put on as settings of the clip, in every way, and a clip's chain on no picture", () => {
    const clip = aTarget({
      id: "v",
      kind: "video clip",
      chain: { medium: "video", settings: [set("image.vignette")] },
    });
    const photo = aTarget({ id: "p", kind: "photo", chain: { medium: "image", settings: [] } });
    const putLook = (target: typeof clip, chain: Chain, how: "replace" | "after") =>
      put(
        { targets: [target], selected: [target.id] },
        {
          puts: [{ said: "“Look”", name: "Look", chain, pin: { cardId: "c", cardVersion: 1 } }],
          how,
          strength: 100,
        },
        () => "new",
      ).stand.targets[0];
    expect(putLook(clip, look, "replace")).toMatchObject({
      chain: { medium: "video", settings: [set("image.exposure")] },
      cardId: "c",
    });
    expect(putLook(clip, look, "after").chain.settings.map(({ effect }) => effect)).toEqual([
      "image.vignette",
      "image.exposure",
    ]);
    expect(() => putLook(photo, { ...look, medium: "video" }, "replace")).toThrow("is for video");
    expect(() => putLook(clip, { medium: "audio", settings: [set("audio.gain")] }, "replace")).toThrow(
      "is for audio",
    );
  });

  it("what is kept from a clip is as narrow as its effects, and is the same on both", () => {
    const onClip = chainOn(look, "video");
    expect(narrowest(onClip)).toEqual(look);
    expect(narrowest(look)).toBe(look);
    const foreign: Chain = { medium: "video", settings: [...look.settings, set("video.of-another-house")] };
    expect(narrowest(foreign)).toBe(foreign);
    expect(narrowest({ medium: "video", settings: [] }).medium).toBe("video");
    expect(sameSettings(look, onClip)).toBe(true);
    expect(sameSettings(look, { ...onClip, settings: [set("image.contrast")] })).toBe(false);
  });

  it("is found for a clip", () => {
    const clip = { medium: "video", kind: "video clip" } as const;
    expect(fitsTarget({ medium: "image", fits: [] }, clip)).toBe(true);
    // A photo is all that a look for pictures could be meant for; of sound some is not all.
    expect(fitsTarget({ medium: "image", fits: ["photo"] }, clip)).toBe(true);
    expect(fitsTarget({ medium: "audio", fits: ["clip"] }, { medium: "audio", kind: "bus" })).toBe(false);
    expect(fitsTarget({ medium: "video", fits: [] }, { medium: "image", kind: "photo" })).toBe(false);
  });

  it("keys for looks work on clips, unless a clip has its own; those for any medium come last", () => {
    const binding = (id: string, key: string, medium: KeyBinding["medium"]) =>
      ({ id, key, medium }) as KeyBinding;
    const all = [
      binding("any", "1", null),
      binding("look", "1", "image"),
      binding("clip", "1", "video"),
      binding("sound", "1", "audio"),
    ];
    for (const order of [all, [...all].reverse()]) {
      expect(boundOn(order, "video").get("1")!.id).toBe("clip");
      expect(boundOn(order, "image").get("1")!.id).toBe("look");
      expect(
        boundOn(
          order.filter(({ id }) => id !== "clip"),
          "video",
        ).get("1")!.id,
      ).toBe("look");
      expect(
        boundOn(
          order.filter(({ medium }) => medium === null || medium === "audio"),
          "video",
        ).get("1")!.id,
      ).toBe("any");
      expect(boundOn(order, undefined).get("1")!.id).toBe("any");
    }
  });

  it("a clip's format says its size, shape and frame rate", () => {
    const facts = { kind: "video", width: 1080, height: 1920, rate: [30000, 1001] } as never;
    expect(formatOf(facts)).toBe("1080×1920 29.97 fps");
  });
});
