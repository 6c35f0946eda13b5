import { afterAll, describe, expect, it } from "vitest";
import { Recording } from "../../../testing/recording";
import { noise, sine } from "../../../testing/signals";
import { speechLike } from "../../../testing/speech-like";
import type { Chain, EffectSetting, Json } from "../chain/model";
import type { AudioMaterial } from "../chain/run-audio";
import type { ImageMaterial } from "../chain/run-image";
import { comparedMedia, type ComparedMedium } from "../media";
import { resample } from "../signal/resample";
import { align } from "./alignment";
import { coloursThrough, levelCurve } from "./chain-curves";
import { correctionTo, fallingOut, lookOf, usualLook, type PictureLook } from "./consistency";
import { likeness } from "./likeness";
import { smaller } from "./likeness/specimen";
import { pictureLike } from "./likeness/picture";
import { soundLike } from "./likeness/sound";
import { integratedLoudness, loudnessCourse } from "./loudness";
import { columnsOf, Overview } from "./overview";
import { histogram, truePeak, waveformPeaks } from "./peaks";
import { clipping, differenceStatistics, vectorscopeData, waveformData } from "./picture-statistics";
import { chainResponse } from "./response";
import { bandSpectrum, soundStatistics, spectrum } from "./spectrum";

/*
 * What measures said of some material when this was recorded. That they are right is said by the other tests here; that
 * imprints, which are kept in libraries and compared with each other, stay what they are, is said by these.
 */

const recording = new Recording("measures");
afterAll(() => recording.write());

const rate = 48_000;
const set = (effect: string, values: Record<string, Json> = {}, mix = 100): EffectSetting => ({
  effect,
  values,
  on: true,
  mix,
});
const chain = (medium: ComparedMedium, ...settings: EffectSetting[]): Chain => ({ medium, settings });

const voice = speechLike(rate, rate);
const hiss = noise(rate, 5, 0.08);
const sound: AudioMaterial = {
  planes: [
    voice.map((v, i) => v + hiss[i]),
    sine(330, rate, rate, 0.2).map((v, i) => v + hiss[rate - 1 - i]),
  ],
  sampleRate: rate,
};
const [width, height] = [150, 90];
const picture: ImageMaterial = {
  width,
  height,
  planes: [0, 1, 2].map((c) => {
    const grain = noise(width * height, 21 + c, 0.04);
    return Float32Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [(i % width) / width, Math.floor(i / width) / height];
      return Math.min(1, Math.max(0, 0.4 * x ** 2 + 0.4 * Math.sin(3 + c * 2 + 5 * y) ** 2 * y + grain[i]));
    });
  }),
};
const codes = Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) =>
  i % 4 === 3 ? 255 : 255 * picture.planes[i % 4][i >> 2] ** (1 / 2.2),
);

const chains: Readonly<Record<ComparedMedium, Readonly<Record<string, Chain>>>> = {
  audio: {
    nothing: chain("audio"),
    filters: chain(
      "audio",
      set("audio.high-pass", { frequency: 180 }),
      set("audio.low-pass", { frequency: 3400 }),
    ),
    dynamics: chain(
      "audio",
      set("audio.compressor", { threshold: -30, ratio: 6 }),
      set("audio.gain", { gain: 5 }),
    ),
    driven: chain("audio", set("audio.saturation", { drive: 18 }), set("audio.width", { width: 40 })),
    space: chain("audio", set("audio.plate", { decay: 2.5 }, 40), set("audio.delay", { time: 180 }, 30)),
  },
  image: {
    nothing: chain("image"),
    tone: chain("image", set("image.contrast", { contrast: 140 }), set("image.exposure", { exposure: 0.6 })),
    colour: chain(
      "image",
      set("image.white-balance", { temperature: 4200 }),
      set("image.saturation", { saturation: -40 }),
      set("image.toner", { tone: "sepia", depth: 40 }),
    ),
    detail: chain(
      "image",
      set("image.sharpen", { amount: 180, radius: 0.4 }),
      set("image.grain", { amount: 30 }),
    ),
    frame: chain("image", set("image.vignette", { corner: -2 }), set("image.blur", { radius: 1 }, 50)),
    smaller: chain("image", set("image.crop", { left: 12, right: 5, top: 8, bottom: 20 })),
  },
};

describe("imprints", () => {
  for (const medium of comparedMedia) {
    const { imprint, imprintsApart, after } = likeness[medium];
    const material = medium === "audio" ? soundLike(sound) : pictureLike(picture);
    it.each(Object.entries(chains[medium]))(`of ${medium}: %s`, (name, of) => {
      const made = imprint(of)!;
      recording.compare(`imprint ${medium} ${name}`, made, 2e-3);
      recording.compare(`after ${medium} ${name}`, after(material, made, 60), 2e-3);
    });
    it(`of ${medium} are as far apart as they were`, () => {
      const [first, ...others] = Object.values(chains[medium]).map((one) => imprint(one)!);
      for (const [i, other] of others.entries()) {
        const { total, parts } = imprintsApart(first, other);
        recording.compare(`apart ${medium} ${i}`, [total, ...parts.map(({ apart }) => apart)], 2e-3);
        expect(imprintsApart(other, first).total).toBeCloseTo(total, 6);
      }
    });
  }
  it("of materials", () => {
    recording.compare("sound", soundLike(sound), 1e-3);
    recording.compare("picture", pictureLike(picture), 1e-3);
    const little = smaller(picture, 40);
    recording.compare("smaller", [little.width, little.height, ...little.planes[1].slice(0, 60)], 1e-5);
    const [a, b] = [
      soundLike(sound),
      soundLike({ ...sound, planes: [sound.planes[1], sound.planes[0].map((v) => v / 3)] }),
    ];
    recording.compare("sounds apart", [likeness.audio.apart(a, b).total], 1e-3);
    recording.compare(
      "pictures apart",
      [likeness.image.apart(pictureLike(picture), pictureLike(little)).total],
      1e-3,
    );
  });
});

describe("measures", () => {
  it("of sounds", () => {
    const { planes } = sound;
    recording.compare(
      "bands",
      bandSpectrum(planes, rate).flatMap(({ frequency, level }) => [frequency, level]),
      1e-5,
    );
    recording.compare("spectrum", spectrum(planes, 256), 1e-5);
    recording.compare(
      "statistics",
      Object.values(soundStatistics(planes) as unknown as Record<string, number>).flat(),
      1e-5,
    );
    recording.compare("loudness", [integratedLoudness(planes, rate), ...loudnessCourse(planes, rate)], 1e-5);
    recording.compare("peaks", [truePeak(planes), ...waveformPeaks(planes, 31)], 1e-5);
    const overview = new Overview();
    overview.add(planes.map((plane) => plane.subarray(0, 12_345)));
    overview.add(planes.map((plane) => plane.subarray(12_345)));
    const pairs = overview.finish();
    recording.compare("overview", [pairs.length, ...columnsOf(pairs, 777, 41_000, 37)], 1e-5);
    const { offsetSamples, correlation, sumGainDb } = align(
      planes[0].subarray(0, 3000),
      planes[0].subarray(137, 2500),
    );
    recording.compare("alignment", [offsetSamples, correlation, sumGainDb], 1e-5);
    recording.compare("resampled", resample(planes[0], 0, 48_000, 44_100, 300, 420), 1e-5);
    recording.compare("resampled up", resample(planes[1], 100, 44_100, 48_000, 400, 520), 1e-5);
  });

  it("of pictures", () => {
    recording.compare("waveform", waveformData(codes, width, 20, 16, 1), 0);
    recording.compare("vectorscope", vectorscopeData(codes, 12), 0);
    recording.compare(
      "histogram",
      histogram(codes).flatMap((counts) => [...counts.slice(0, 64)]),
      0,
    );
    const { black, white } = clipping(codes);
    recording.compare("clipping", [black, white], 1e-6);
    const [a, b] = [codes, codes.map((v, i) => v + (i % 5))].map((all) => all.filter((_, i) => i % 4 !== 3));
    const { mean, p95, max } = differenceStatistics(a, b, 255);
    recording.compare("difference", [mean, p95, max], 1e-6);
  });

  it("of a series", () => {
    const shade = (by: number, warm: number) =>
      codes.map((v, i) => (i % 4 === 3 ? 255 : v * by + (i % 4 === 0 ? warm : 0)));
    const looks = [1, 1.02, 0.98, 0.6, 1.01].map((by, i) => lookOf(shade(by, i === 4 ? 40 : i))!);
    const flat = (look: PictureLook) => [look.exposure, look.red, look.blue, look.contrast];
    recording.compare("looks", looks.flatMap(flat), 1e-6);
    const usual = usualLook(looks);
    recording.compare("usual look", flat(usual), 1e-6);
    const out = fallingOut(looks);
    recording.compare(
      "falling out",
      out.map((measures) => measures.length),
      0,
    );
    recording.compare(
      "corrections",
      looks.flatMap((look) =>
        correctionTo(look, usual, ["exposure", "red", "blue", "contrast"]).flatMap(({ values }) =>
          Object.values(values).filter((v): v is number => typeof v === "number"),
        ),
      ),
      1e-4,
    );
  });

  it("of chains", () => {
    const { filters, dynamics } = chains.audio;
    recording.compare(
      "response",
      chainResponse(filters, 80, [20, 100, 400, 2000, 9000], rate).response.flatMap(({ re, im }) => [re, im]),
      1e-6,
    );
    recording.compare("levels", levelCurve(dynamics, 70, [-80, -40, -30, -20, -3])!, 1e-6);
    const ramp = [0, 1, 2].map((c) => Array.from({ length: 12 }, (_, i) => ((i + c) % 12) / 11));
    recording.compare(
      "colours",
      coloursThrough(chains.image.colour, 90, ramp)!.flatMap((plane) => [...plane]),
      1e-5,
    );
  });
});

it("nothing is recorded that there is no more", () => recording.expectWhole());
