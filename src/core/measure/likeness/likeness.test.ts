import { differenceCiede2000 } from "culori";
import "../../type/load";
import { describe, expect, it } from "vitest";
import { bareSetting } from "../../search/bare-effects";
import type { Chain, EffectSetting, Json } from "../../chain/model";
import { renderAudio, type AudioMaterial } from "../../chain/run-audio";
import { renderImage, type ImageMaterial } from "../../chain/run-image";
import { effects } from "../../effects/registry";
import { comparedAs, comparedMedia, type Medium } from "../../media";
import { chainResponse } from "../response";
import { imprintForm, likeness, packImprint, unpackImprint } from "./index";
import { mostAlike, nearest, worthRendering } from "./nearest";
import { pictureLike, picturesApart } from "./picture";
import { soundLike, soundsApart } from "./sound";
import { smaller, stretchOf } from "./specimen";
import { noise, one, sine } from "../../../../testing/signals";

const rate = 48_000;
const chainOf = (medium: Medium, ...settings: EffectSetting[]): Chain => ({ medium, settings });
const set = (effect: string, values: Record<string, Json> = {}, mix = 100): EffectSetting => ({
  effect,
  values,
  on: true,
  mix,
});
const imprintOf = (chain: Chain) => likeness[comparedAs(chain.medium)].imprint(chain)!;
const apart = (a: Chain, b: Chain) =>
  likeness[comparedAs(a.medium)].imprintsApart(imprintOf(a), imprintOf(b));
/** Thirds of an octave from 40 Hz. Source: IEC 61260-1:2014. */
const bands = Array.from({ length: 27 }, (_, i) => 10 ** ((i + 16) / 10));

/** What editors could have in their hands: changing noise with a tone, and a picture with hues, darks and a bright part. */
function sound(seconds: number, seed: number): AudioMaterial {
  const length = Math.round(seconds * rate);
  const [left, right] = [noise(length, seed, 0.2), noise(length, seed + 1, 0.2)];
  const tone = sine(220, rate, length, 0.2);
  const swell = (i: number) => 0.15 + 0.85 * Math.sin((Math.PI * i) / (0.7 * rate)) ** 2;
  return {
    planes: [left, right].map((p) => p.map((v, i) => (0.4 * v + tone[i]) * swell(i))),
    sampleRate: rate,
  };
}
function picture(seed: number): ImageMaterial {
  const [width, height] = [96, 64];
  const grain = noise(width * height, seed, 0.03);
  const light = (x: number, y: number, c: number) =>
    0.02 + 0.5 * (x / width) ** 2 + 0.25 * Math.max(0, Math.sin(seed + c * 2.1 + y / 9)) * (y / height);
  return {
    width,
    height,
    planes: [0, 1, 2].map((c) =>
      Float32Array.from({ length: width * height }, (_, i) =>
        Math.max(0, light(i % width, Math.floor(i / width), c) + grain[i]),
      ),
    ),
  };
}

describe("what a chain leaves on the test signal or chart", () => {
  it.each(comparedMedia)("is nothing where the chain of %s does nothing", (medium) => {
    const imprint = imprintOf(chainOf(medium));
    expect(imprint).toHaveLength(likeness[medium].length);
    expect(Math.max(...imprint.map(Math.abs))).toBe(0);
  });

  it.each(effects)("is the same each time, finite, and fits into whole hundredths: $id", (effect) => {
    const chain = chainOf(effect.medium, bareSetting(effect));
    const imprint = imprintOf(chain);
    // Those that need a file are not there by themselves; without one they pass everything.
    expect(imprint.every(Number.isFinite)).toBe(true);
    expect(imprintOf(chain)).toEqual(imprint);
    const { imprintsApart } = likeness[comparedAs(effect.medium)];
    expect(imprintsApart(imprint, imprint).total).toBe(0);
    // Half a hundredth a figure is lost by keeping them; near zero CIEDE2000 is steepest.
    expect(imprintsApart(unpackImprint(packImprint(imprint)), imprint).total).toBeLessThan(0.06);
  });

  it("is not known where an effect is not here", () => {
    for (const medium of comparedMedia)
      expect(likeness[medium].imprint(chainOf(medium, set("image.of-another-house")))).toBeNull();
  });

  it("shows a gain as loudness, and as nothing else", () => {
    const { total, parts } = apart(one("audio.gain", { gain: 6 }), chainOf("audio"));
    expect(total).toBeCloseTo(6, 1);
    expect(parts[0]).toEqual({ name: "loudness", apart: expect.closeTo(6, 1) as number });
    expect(parts.slice(1).every((part) => part.apart < 0.05)).toBe(true);
  });

  it("shows a filter's response as its transfer function has it", () => {
    // Source: the analytic response of the same filters, which is checked against the Audio EQ Cookbook elsewhere.
    const chain = chainOf(
      "audio",
      set("audio.high-pass", { cutoff: 200 }),
      set("audio.low-pass", { cutoff: 6000 }),
    );
    const { response } = chainResponse(chain, 100, bands, rate);
    const imprint = imprintOf(chain);
    bands.forEach((frequency, i) => {
      const wanted = 20 * Math.log10(Math.hypot(response[i].re, response[i].im));
      // Within a band the filter falls: its mean is not its middle. What leaks in from stronger bands is let go.
      if (wanted > -18) expect([frequency, Math.abs(imprint[i] - wanted) < 1]).toEqual([frequency, true]);
    });
  });

  it("shows what turns loud sounds down, what rings on, what distorts and what changes sides by these", () => {
    const largest = (chain: Chain) => apart(chain, chainOf("audio")).parts[0].name;
    expect(largest(one("audio.width", { width: 0 }))).toBe("width");
    expect(largest(one("audio.saturation", { drive: 24 }))).toBe("distortion");
    expect(
      largest(one("audio.parametric-eq", { bands: [{ shape: "bell", frequency: 800, gain: 12, q: 1 }] })),
    ).toBe("response");
    expect(apart(one("audio.channel-swap"), chainOf("audio")).total).toBeGreaterThan(0.3);
    const compressed = imprintOf(one("audio.compressor", { threshold: -40, ratio: 4, makeup: 0 }));
    // 27 bands, then the steps −60, −48, −36, −24, −12 and −3 dB. Source: a ratio of 4 leaves a quarter of what is above.
    expect([...compressed.subarray(27, 29)].every((v) => Math.abs(v) < 1.2)).toBe(true);
    expect(compressed[31]).toBeCloseTo(-(28 - 28 / 4), -0.5);
    const room = apart(one("audio.room", { decay: 2 }, 60), chainOf("audio")).parts;
    expect(room.find(({ name }) => name === "decay")!.apart).toBeGreaterThan(3);
  });

  it("shows a change of colour as CIEDE2000 has it", () => {
    // Source: culori's differenceCiede2000, on greys that lose a stop of light: L* by CIE 15.
    const imprint = imprintOf(one("image.exposure", { exposure: -1 }));
    const difference = differenceCiede2000();
    const lightness = (y: number) => (y > 216 / 24389 ? 116 * Math.cbrt(y) - 16 : (24389 / 27) * y);
    let sum = 0;
    for (let i = 0; i < 9; i++) {
      const code = 0.02 + 0.12 * i;
      const light = code <= 0.04045 ? code / 12.92 : ((code + 0.055) / 1.055) ** 2.4;
      const [before, after] = [lightness(light), lightness(light / 2)];
      expect(imprint[i * 3]).toBeCloseTo(after - before, 1);
      sum += difference({ mode: "lab65", l: before, a: 0, b: 0 }, { mode: "lab65", l: after, a: 0, b: 0 });
    }
    const parts = likeness.image.imprintsApart(imprint, imprintOf(chainOf("image"))).parts;
    expect(parts.find(({ name }) => name === "greys")!.apart).toBeCloseTo(sum / 9, 1);
    const grey = imprintOf(one("image.saturation", { saturation: 0 }));
    expect(Math.max(...grey.subarray(0, 27).map(Math.abs))).toBeLessThan(0.2);
  });

  it("shows blur, grain and a dark border by these", () => {
    const largest = (chain: Chain) => apart(chain, chainOf("image")).parts[0].name;
    expect(largest(one("image.blur", { radius: 1 }))).toBe("detail");
    expect(largest(one("image.grain", { amount: 60 }))).toBe("grain");
    expect(largest(one("image.vignette", { amount: -60 }))).toBe("fall-off");
  });

  it("brings near what does nearly the same, whatever it is made of", () => {
    const warm = one("image.white-balance", { temperature: 8000 });
    const others = {
      "warm, a little less": one("image.white-balance", { temperature: 7800 }),
      "warm by gains": one("image.white-balance", { temperature: 8000 }, 90),
      cold: one("image.white-balance", { temperature: 5000 }),
      grey: one("image.saturation", { saturation: 0 }),
    };
    const found = mostAlike(
      "image",
      imprintOf(warm),
      Object.entries(others).map(([id, chain]) => [id, imprintOf(chain)] as const),
      3,
    );
    expect(
      found
        .map(({ id }) => id)
        .slice(0, 2)
        .sort(),
    ).toEqual(["warm by gains", "warm, a little less"]);
    expect(found).toHaveLength(3);
    // The same peak at 2 kHz by one band, or by two of half the gain.
    const peak = (gain: number) => ({ shape: "bell", frequency: 2000, gain, q: 1 });
    const whole = one("audio.parametric-eq", { bands: [peak(8)] });
    const halves = one("audio.parametric-eq", { bands: [peak(4), peak(4)] });
    const lower = one("audio.parametric-eq", { bands: [{ ...peak(8), frequency: 700 }] });
    expect(apart(whole, halves).total).toBeLessThan(1);
    expect(apart(whole, lower).total).toBeGreaterThan(3 * apart(whole, halves).total);
  });

  it("is kept with the form that it was made in", () => {
    // Whoever changes what an imprint holds has to count up `imprintForm`, or old and new ones are compared.
    expect({
      form: imprintForm,
      lengths: comparedMedia.map((medium) => likeness[medium].length),
      sound: [...packImprint(imprintOf(one("audio.compressor")))].reduce((sum, v) => sum + Math.abs(v), 0),
      picture: [...packImprint(imprintOf(one("image.toner")))].reduce((sum, v) => sum + Math.abs(v), 0),
    }).toMatchInlineSnapshot(`
      {
        "form": 1,
        "lengths": [
          44,
          110,
        ],
        "picture": 161935,
        "sound": 11106,
      }
    `);
  });
});

describe("what a material is like", () => {
  it("says level, loudness and width of sounds as the standards have it", () => {
    const length = 2 * rate;
    const tone = sine(1000, rate, length, 0.1);
    const like = soundLike({ planes: [tone, tone], sampleRate: rate });
    // A sine of −20 dB of full scale: that in its band, and −20 LUFS on both channels. Source: ITU-R BS.1770-5, calibration at 997 Hz.
    expect(like[14]).toBeCloseTo(-20, 1);
    expect(like[27]).toBeCloseTo(-20 + 0, 0);
    // Its crest factor is 3.01 dB; both sides are one.
    expect(like[31]).toBeCloseTo(3.01, 1);
    expect([like[32], like[33]]).toEqual([-30, 0]);
    const softer = soundLike({ planes: [tone.map((v) => v / 2), tone.map((v) => v / 2)], sampleRate: rate });
    expect(soundsApart(like, softer)).toMatchObject({
      total: expect.closeTo(6.02, 1) as number,
      parts: [{ name: "loudness" }, {}, {}, {}],
    });
  });

  it("says how a picture's colours are spread, not where they are", () => {
    const material = picture(3);
    const turned = { ...material, planes: material.planes.map((p) => p.slice().reverse()) };
    expect(picturesApart(pictureLike(material), pictureLike(turned)).total).toBeLessThan(0.05);
    const grey = {
      width: 32,
      height: 32,
      planes: [0, 1, 2].map(() => new Float32Array(1024).fill(0.1842)),
    };
    const like = pictureLike(grey);
    // CIE L* of a light of 18.42 % is 50. Source: CIE 15:2004.
    for (let zone = 0; zone < 9; zone++) expect(like[zone * 3]).toBeCloseTo(50, 1);
    const ramp = {
      width: 900,
      height: 1,
      planes: [0, 1, 2].map(() =>
        Float32Array.from({ length: 900 }, (_, i) => ((Math.floor(i / 100) * 11 + 24) / 116) ** 3),
      ),
    };
    // Nine steps of lightness, a zone each.
    pictureLike(ramp)
      .filter((_, i) => i < 27 && i % 3 === 0)
      .forEach((v, zone) => expect(v).toBeCloseTo(8 + zone * 11, 0));
  });

  it("is nothing strange of silence, black and white", () => {
    const silent = soundLike({ planes: [new Float32Array(rate)], sampleRate: rate });
    expect(silent.every(Number.isFinite)).toBe(true);
    for (const v of [0, 1, 7]) {
      const flat = { width: 9, height: 5, planes: [0, 1, 2].map(() => new Float32Array(45).fill(v)) };
      const like = pictureLike(flat);
      expect(like.every(Number.isFinite)).toBe(true);
      // Black and white themselves in every zone, and light beyond white as white (CIE 15:2004).
      for (let zone = 0; zone < 9; zone++) expect(like[zone * 3]).toBeCloseTo(v === 0 ? 0 : 100, 2);
    }
    expect(
      pictureLike({ width: 1, height: 1, planes: [0, 1, 2].map(() => new Float32Array(1)) }).every(
        Number.isFinite,
      ),
    ).toBe(true);
  });
});

const looks: readonly Chain[] = [
  chainOf(
    "image",
    set("image.white-balance", { temperature: 8200 }),
    set("image.contrast", { contrast: 130 }),
  ),
  chainOf("image", set("image.white-balance", { temperature: 4800 })),
  one("image.saturation", { saturation: 20 }),
  one("image.saturation", { saturation: 160 }),
  one("image.exposure", { exposure: 1 }),
  one("image.exposure", { exposure: -1.5 }),
  one("image.contrast", { contrast: 180 }),
  one("image.toner"),
  one("image.split-tone"),
  one("image.black-and-white"),
  one("image.vignette", { amount: -70 }),
  one("image.blur", { radius: 1 }),
];
const treatments: readonly Chain[] = [
  chainOf(
    "audio",
    set("audio.high-pass", { cutoff: 300 }),
    set("audio.compressor", { threshold: -30, ratio: 4 }),
  ),
  one("audio.low-pass", { cutoff: 2500 }),
  one("audio.gain", { gain: -6 }),
  one("audio.gain", { gain: 6 }),
  one("audio.saturation", { drive: 20 }),
  one("audio.width", { width: 0 }),
  one("audio.parametric-eq", { bands: [{ shape: "bell", frequency: 3000, gain: 9, q: 1 }] }),
  one("audio.parametric-eq", { bands: [{ shape: "bell", frequency: 300, gain: -9, q: 1 }] }),
  one("audio.compressor", { threshold: -40, ratio: 8 }),
];

const renderers = {
  image: (seed: number) => {
    const material = picture(seed);
    return (chain: Chain, strength: number) => pictureLike(renderImage(chain, material, strength));
  },
  audio: (seed: number) => {
    const material = sound(0.5, seed);
    return (chain: Chain, strength: number) => soundLike(renderAudio(chain, material, { strength }));
  },
};

describe("what comes nearest to a reference", () => {
  for (const [medium, chains] of [
    ["image", looks],
    ["audio", treatments],
  ] as const)
    describe(medium, () => {
      const render = renderers[medium](4);
      it.each(chains.map((chain, i) => ({ i, name: chain.settings.map((s) => s.effect).join(" + ") })))(
        "finds $name in what it was made with, and its strength: $i",
        async ({ i }) => {
          const strength = 35 + ((i * 37) % 60);
          const want = render(chains[i], strength);
          const found = await nearest({
            medium,
            want,
            chains: new Map(chains.map((chain, k) => [String(k), chain])),
            closely: 4,
            untouched: Infinity,
            render: (chain, s) => Promise.resolve(render(chain, s)),
          });
          expect(found[0].id).toBe(String(i));
          expect(Math.abs(found[0].strength - strength)).toBeLessThanOrEqual(1);
          expect(found[0].apart.total).toBeLessThan(0.2);
          expect(found).toHaveLength(4);
        },
      );

      it("has it among the few that imprints say are worth rendering", () => {
        const have = render(chainOf(medium), 100);
        const imprints = chains.map((chain, k) => [String(k), imprintOf(chain)] as const);
        const ranks = chains.map((chain, i) =>
          worthRendering(medium, { have, want: render(chain, 100) }, imprints, chains.length).indexOf(
            String(i),
          ),
        );
        expect(ranks.filter((rank) => rank < 3)).toHaveLength(chains.length);
      });

      it("finds it by another material that was treated with it", async () => {
        // Not the same scene: the figures alone say what was done, so it is among the first few.
        const other = renderers[medium](9);
        const found = await nearest({
          medium,
          want: other(chains[2], 100),
          chains: new Map(chains.map((chain, k) => [String(k), chain])),
          closely: 3,
          untouched: Infinity,
          render: (chain, s) => Promise.resolve(render(chain, s)),
        });
        expect(found.map(({ id }) => id)).toContain("2");
      });
    });

  it("says what is nearest so far, and leaves out what comes no nearer than the material by itself", async () => {
    const render = renderers.image(4);
    const [have, want] = [render(chainOf("image"), 100), render(looks[2], 100)];
    const untouched = likeness.image.apart(have, want).total;
    const told: string[][] = [];
    const found = await nearest({
      medium: "image",
      want,
      chains: new Map(looks.map((chain, k) => [String(k), chain])),
      closely: 12,
      untouched,
      soFar: (near) => told.push(near.map(({ id }) => id)),
      render: (chain, s) => Promise.resolve(render(chain, s)),
    });
    expect(told).toEqual([expect.arrayContaining(["2"])]);
    expect(found[0].id).toBe("2");
    // More colour takes it further away.
    expect(found.map(({ id }) => id)).not.toContain("3");
    expect(found.every(({ apart }) => apart.total < untouched)).toBe(true);
  });

  it("leaves out what cannot be rendered", async () => {
    const render = renderers.image(4);
    const found = await nearest({
      medium: "image",
      want: render(looks[1], 100),
      chains: new Map([
        ["a", looks[1]],
        ["b", looks[2]],
      ]),
      closely: 5,
      untouched: Infinity,
      render: (chain, s) => Promise.resolve(chain === looks[1] ? null : render(chain, s)),
    });
    expect(found.map(({ id }) => id)).toEqual(["b"]);
  });
});

describe("specimens", () => {
  it("are the middle of what is long, and all of what is short", () => {
    expect(stretchOf(0, 20 * rate, rate)).toEqual([9 * rate, 11 * rate]);
    expect(stretchOf(100, 300, rate)).toEqual([100, 300]);
  });

  it("are as bright as what they stand for", () => {
    const planes = [0, 1, 2].map((c) => noise(403 * 301, c + 1).map((v) => v * v));
    const small = smaller({ width: 403, height: 301, planes });
    expect([small.width, small.height]).toEqual([200, 149]);
    const mean = (p: Float32Array) => p.reduce((a, b) => a + b, 0) / p.length;
    small.planes.forEach((p, c) => expect(mean(p)).toBeCloseTo(mean(planes[c]), 2));
    const tiny = { width: 10, height: 4, planes: [0, 1, 2].map(() => new Float32Array(40)) };
    expect(smaller(tiny)).toBe(tiny);
  });
});
