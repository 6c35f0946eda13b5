import { afterAll, describe, it } from "vitest";
import { livelyValues, resourcesFor } from "../../../testing/effect-values";
import { Recording } from "../../../testing/recording";
import { noise, rmsDb } from "../../../testing/signals";
import { speechLike } from "../../../testing/speech-like";
import type { Resources } from "../chain/active";
import type { Chain, Json } from "../chain/model";
import { chainFacts } from "../chain/prepare-audio";
import { renderAudio } from "../chain/run-audio";
import { renderImage, type ImageMaterial } from "../chain/run-image";
import { momentOf } from "../time/moment";
import type { EffectDefinition, ImageEffect, VideoEffect } from "./define";
import { effectsFor } from "./registry";

/*
 * What every effect made of some material when this was recorded: cards of years ago shall sound and look as they did.
 */

const recording = new Recording("effects");

type Values = Record<string, Json>;

/** Values by which all of an effect is come by: its own, lively ones, two places within every range, each choice. */
function settingsOf(effect: EffectDefinition): Record<string, Values> {
  const lively = livelyValues(effect);
  const within = (share: number): Values =>
    Object.fromEntries(
      Object.entries(effect.parameters).map(([key, p]) => [
        key,
        p.kind === "number" ? p.min + (p.max - p.min) * share : lively[key],
      ]),
    );
  const choices = Object.entries(effect.parameters).flatMap(([key, p]) =>
    p.kind === "choice"
      ? p.options.map(({ value }): [string, Values] => [`${key} ${value}`, { ...lively, [key]: value }])
      : [],
  );
  return { lively, "a third": within(0.33), "far up": within(0.85), ...Object.fromEntries(choices) };
}

const chainOf = (medium: Chain["medium"], effect: string, values: Values): Chain => ({
  medium,
  settings: [{ effect, values, on: true, mix: 100 }],
});

const sampleRate = 44_100;
const voice = speechLike(30_000, sampleRate);
const hiss = noise(30_000, 7, 0.05);
const left = voice.map((v, i) => v + hiss[i] + (i % 9973 === 5000 ? 0.9 : 0));
const right = voice.map((v, i) => 0.6 * v + 0.8 * hiss[(i * 7) % 30_000] + 0.1 * Math.sin(i / 50));
const impulse: Resources = {
  files: () => ({
    kind: "impulse",
    sampleRate: 48_000,
    planes: [
      noise(900, 3).map((v, i) => v * Math.exp(-i / 200)),
      noise(900, 4).map((v, i) => v * Math.exp(-i / 150)),
    ],
  }),
};

describe.each(effectsFor("audio").map((e) => [e.id, e] as const))("%s", (id, effect) => {
  it.each(Object.entries(settingsOf(effect)))("%s", (name, values) => {
    const chain = chainOf("audio", id, values);
    const { planes } = renderAudio(chain, { planes: [left, right], sampleRate }, { resources: impulse });
    const facts = chainFacts(chain, 100, { sampleRate, channels: 2 }, impulse);
    const made = [
      ...[facts.latency, facts.tail, facts.settles].map((samples) => Math.min(samples, 1e9)),
      ...planes.flatMap((plane) => [
        plane.length,
        ...[0, 1, 2, 3, 4].map((k) => 10 ** (rmsDb(plane, k * 6000, (k + 1) * 6000) / 20)),
        ...Array.from({ length: 24 }, (_, k) => plane[1500 + k * 1189]),
      ]),
    ];
    // Feedback and detectors carry small differences of another processor's sines far.
    recording.compare(`${id} ${name}`, made, 2e-4);
  });
});

const width = 61;
const height = 43;
const picture: ImageMaterial = {
  width,
  height,
  planes: [0, 1, 2].map((c) => {
    const rough = noise(width * height, 11 + c, 0.06);
    return Float32Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [(i % width) / width, Math.floor(i / width) / height];
      const shape = Math.hypot(x - 0.6, y - 0.4) < 0.25 ? 0.35 - 0.1 * c : 0;
      // Black itself, and light beyond white: results of other effects have both.
      if (y > 0.9) return x < 0.3 ? 0 : 1 + x / 2;
      return Math.max(0, 0.05 + 0.5 * x * (c + 1) * 0.4 + 0.3 * y * (3 - c) * 0.4 + shape + rough[i]);
    });
  }),
};

/** What the clip before shows meanwhile. */
const earlier = { ...picture, planes: picture.planes.map((plane) => plane.slice().reverse()) };

describe.each((effectsFor("video") as readonly (ImageEffect | VideoEffect)[]).map((e) => [e.id, e] as const))(
  "%s",
  (id, effect) => {
    it.each(Object.entries(settingsOf(effect)))("%s", (name, values) => {
      const made = renderImage(chainOf("video", id, values), picture, 100, {
        ...resourcesFor(effect),
        ...(effect.medium === "video" && { moment: momentOf(7, 50, [25, 1]), earlier }),
      });
      const size = made.width * made.height;
      recording.compare(
        `${id} ${name}`,
        [
          made.width,
          made.height,
          ...made.planes.flatMap((plane) => [
            plane.reduce((sum, v) => sum + v, 0) / size,
            ...Array.from({ length: 30 }, (_, k) => plane[Math.floor(((k + 0.37) / 30) * size)]),
          ]),
        ],
        2e-5,
      );
    });
  },
);

it("nothing is recorded that there is no more", () => recording.expectWhole());

afterAll(() => recording.write());
