import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import sharp, { type Sharp } from "sharp";
import { renderCodes, type RowHelpers } from "../src/core/chain/render-codes";
import { renderAudio } from "../src/core/chain/run-audio";
import type { Chain, EffectSetting, Json } from "../src/core/chain/model";
import { writeWav } from "../src/core/formats/wav/write";
import { startHelper } from "../src/media/picture-helper";
import { randomFrom } from "../demo/random";
import { ms, programTime, ratio, table, timed } from "./measure";

const set = (effect: string, values: Record<string, Json> = {}, mix = 100): EffectSetting => ({
  effect,
  values,
  on: true,
  mix,
});
const less = (a: number | undefined, b: number | undefined) =>
  a === undefined || b === undefined ? undefined : Math.max(1, a - b);
const fastest = (...peers: (number | undefined)[]) =>
  peers.reduce((best, p) => (p !== undefined && (best === undefined || p < best) ? p : best), undefined);

const seconds = 60;
const sampleRate = 48000;

/** The standard audio chain, part by part: own settings, and what sox, ffmpeg and the nodes of Chromium have for them. */
const parts = [
  {
    name: "high-pass",
    own: [set("audio.high-pass", { cutoff: 80 })],
    sox: "highpass 80",
    ffmpeg: "highpass=f=80",
    nodes: ["highpass 80 0 0"],
  },
  {
    name: "three bells and a shelf",
    own: [
      set("audio.parametric-eq", {
        bands: [
          { shape: "bell", frequency: 240, gain: -2.5, q: 1.2 },
          { shape: "bell", frequency: 1000, gain: 2, q: 1 },
          { shape: "bell", frequency: 3200, gain: 2, q: 0.9 },
          { shape: "high-shelf", frequency: 9000, gain: 1.5, q: 0.707 },
        ],
      }),
    ],
    sox: "equalizer 240 1.2q -2.5 equalizer 1000 1q 2 equalizer 3200 0.9q 2 treble 1.5 9000 0.707q",
    ffmpeg:
      "equalizer=f=240:t=q:w=1.2:g=-2.5,equalizer=f=1000:t=q:w=1:g=2,equalizer=f=3200:t=q:w=0.9:g=2,highshelf=f=9000:t=q:w=0.707:g=1.5",
    nodes: ["peaking 240 1.2 -2.5", "peaking 1000 1 2", "peaking 3200 0.9 2", "highshelf 9000 0 1.5"],
  },
  {
    name: "compressor",
    own: [set("audio.compressor", { threshold: -20, ratio: 3 })],
    sox: "compand 0.01,0.12 6:-60,-60,-20,-20,0,-13.3",
    ffmpeg: "acompressor=threshold=-20dB:ratio=3:attack=10:release=120",
    nodes: ["compressor"],
  },
  {
    name: "delay",
    own: [set("audio.delay", { time: 130 }, 25)],
    sox: "echo 0.75 1 130 0.33",
    ffmpeg: "aecho=0.75:1:130:0.33",
    nodes: ["delay"],
  },
  {
    name: "plate",
    own: [set("audio.plate", {}, 22)],
    sox: "reverb 50",
    ffmpeg: undefined,
    nodes: ["convolver"],
  },
  {
    name: "gain",
    own: [set("audio.gain", { gain: -3 })],
    sox: "gain -3",
    ffmpeg: "volume=-3dB",
    nodes: ["gain"],
  },
] as const;

/** Milliseconds that Chromium's offline rendering takes for nodes in series, the material already decoded. */
async function nodesTime(chains: readonly (readonly string[])[]): Promise<(number | undefined)[]> {
  const browser = await chromium
    .launch({
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
    })
    .catch(() => null);
  if (!browser) return chains.map(() => undefined);
  try {
    const page = await browser.newPage();
    // The compiler that runs this file names functions by a helper that the page does not have.
    await page.evaluate("globalThis.__name = (f) => f");
    const times: number[] = [];
    for (const nodes of chains)
      times.push(
        await page.evaluate(
          async ([names, length, rate]) => {
            const run = async () => {
              const context = new OfflineAudioContext(2, length * rate, rate);
              const buffer = context.createBuffer(2, length * rate, rate);
              for (let c = 0; c < 2; c++)
                buffer
                  .getChannelData(c)
                  .forEach((_, i, a) => (a[i] = 0.3 * Math.sin(i * 0.01 * (c + 1)) * Math.sin(i * 0.0003)));
              const source = new AudioBufferSourceNode(context, { buffer });
              let last: AudioNode = source;
              const then = (node: AudioNode) => {
                last.connect(node);
                last = node;
              };
              for (const name of names) {
                const [kind, f, q, g] = name.split(" ");
                if (kind === "compressor")
                  then(
                    new DynamicsCompressorNode(context, {
                      threshold: -20,
                      ratio: 3,
                      knee: 6,
                      attack: 0.01,
                      release: 0.12,
                    }),
                  );
                else if (kind === "gain") then(new GainNode(context, { gain: 0.708 }));
                else if (kind === "delay" || kind === "convolver") {
                  const sum = new GainNode(context);
                  last.connect(sum);
                  let wet: AudioNode = new DelayNode(context, { delayTime: 0.13 });
                  if (kind === "convolver") {
                    const response = context.createBuffer(2, Math.round(1.2 * rate), rate);
                    for (let c = 0; c < 2; c++)
                      response
                        .getChannelData(c)
                        .forEach(
                          (_, i, a) =>
                            (a[i] = (((i * 7919 + c * 31) % 1000) / 500 - 1) * Math.exp(-i / (0.17 * rate))),
                        );
                    wet = new ConvolverNode(context, { buffer: response });
                  }
                  last
                    .connect(wet)
                    .connect(new GainNode(context, { gain: 0.25 }))
                    .connect(sum);
                  last = sum;
                } else
                  then(
                    new BiquadFilterNode(context, {
                      type: kind as BiquadFilterType,
                      frequency: Number(f),
                      Q: Number(q),
                      gain: Number(g),
                    }),
                  );
              }
              last.connect(context.destination);
              source.start();
              const began = performance.now();
              await context.startRendering();
              return performance.now() - began;
            };
            const runs: number[] = [];
            for (let i = 0; i < 4; i++) runs.push(await run());
            return runs.slice(1).sort((a, b) => a - b)[1];
          },
          [nodes, seconds, sampleRate] as const,
        ),
      );
    return times;
  } finally {
    await browser.close();
  }
}

async function sound(): Promise<void> {
  const random = randomFrom(3);
  const planes = [0, 1].map((_, c) =>
    Float32Array.from(
      { length: seconds * sampleRate },
      (_v, i) => 0.3 * Math.sin(i * 0.01 * (c + 1)) * Math.sin(i * 0.0003) + (random() - 0.5) * 0.05,
    ),
  );
  const folder = mkdtempSync(join(tmpdir(), "fichier-bench-"));
  try {
    const file = join(folder, "in.wav");
    writeFileSync(file, writeWav({ planes, sampleRate }));
    const rows = [
      ...parts.map((p) => ({ name: p.name, used: [p] })),
      { name: "all without the plate", used: parts.filter((p) => p.name !== "plate") },
      { name: "all", used: [...parts] },
    ];
    const plain = {
      sox: programTime("sox", [file, "-n"]),
      ffmpeg: programTime("ffmpeg", ["-v", "error", "-i", file, "-f", "null", "-"]),
    };
    const [nothing, ...nodes] = await nodesTime([
      [],
      ...rows.map((r) => r.used.flatMap((p) => p.nodes as readonly string[])),
    ]);
    const render = (settings: readonly EffectSetting[]) =>
      timed(() => renderAudio({ medium: "audio", settings }, { planes, sampleRate }), 7);
    // As with the peers: reading and writing without an effect between them.
    const idle = await render([]);
    const lines: string[][] = [];
    for (const [i, { name, used }] of rows.entries()) {
      const own = less(await render(used.flatMap((p) => p.own)), idle)!;
      const sox = less(programTime("sox", [file, "-n", ...used.flatMap((p) => p.sox.split(" "))]), plain.sox);
      const filters = used.map((p) => p.ffmpeg);
      const ffmpeg = filters.includes(undefined)
        ? undefined
        : less(
            programTime("ffmpeg", ["-v", "error", "-i", file, "-af", filters.join(","), "-f", "null", "-"]),
            plain.ffmpeg,
          );
      const browser = less(nodes[i], nothing);
      lines.push([
        name,
        ms(own),
        ms(sox),
        ffmpeg === undefined ? "–" : ms(ffmpeg),
        ms(browser),
        ratio(own, fastest(sox, ffmpeg, browser)),
      ]);
    }
    table(
      "Sound: 60 s, stereo, 48 kHz, CPU time; the same run without effects subtracted for all (a ratio above 1 means Fichier is faster than the fastest peer)",
      [["", "Fichier", "sox", "ffmpeg", "Chromium's nodes", ""], ...lines],
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const look: Chain = {
  medium: "image",
  settings: [
    set("image.exposure", { exposure: 0.3 }),
    set("image.tone-curve", {
      points: [
        [0, 0],
        [0.25, 0.2],
        [0.75, 0.8],
        [1, 1],
      ],
    }),
    set("image.saturation", { saturation: 112 }),
    set("image.vignette", { corner: -1 }),
    set("image.sharpen", { amount: 80, radius: 0.02 }),
  ],
};

async function ownPicture(width: number, height: number, codes: Uint8Array) {
  const source = { width, height, channels: 3 as const, codes: codes.subarray(0, width * height * 3) };
  const run = (helpers?: RowHelpers) =>
    timed(
      () =>
        renderCodes({ chain: look, strength: 100, resources: {}, bits: 8 }, source, () => undefined, {
          helpers,
        }),
      7,
      3,
    );
  const one = await run();
  const helper = startHelper(Infinity);
  try {
    return { one, two: helper ? await run(helper.rows) : undefined };
  } finally {
    helper?.stop();
  }
}

async function picture(): Promise<void> {
  const [width, height] = [4000, 3000];
  const random = randomFrom(4);
  const codes = Buffer.from(Uint8Array.from({ length: width * height * 3 }, () => random() * 256));
  const raw = { raw: { width, height, channels: 3 as const } };
  const corner = Buffer.from(
    Uint8Array.from({ length: width * height * 3 }, (_, i) => {
      const n = Math.floor(i / 3);
      return 255 * 2 ** -(((n % width) / width - 0.5) ** 2 + (Math.floor(n / width) / height - 0.5) ** 2);
    }),
  );
  const tone = (p: Sharp) => p.linear(1.23, 0).linear(1.2, -20).modulate({ saturation: 1.12 });
  const shade = { input: corner, raw: raw.raw, blend: "multiply" as const };
  sharp.concurrency(2);
  const whole = await timed(
    () => tone(sharp(codes, raw)).composite([shade]).sharpen({ sigma: 1 }).raw().toBuffer(),
    3,
    1,
  );
  const stages = await timed(
    async () => {
      const toned = await tone(sharp(codes, raw)).raw().toBuffer();
      const shaded = await sharp(toned, raw).composite([shade]).removeAlpha().raw().toBuffer();
      await sharp(shaded, raw).sharpen({ sigma: 1 }).raw().toBuffer();
    },
    3,
    1,
  );
  const folder = mkdtempSync(join(tmpdir(), "fichier-bench-"));
  let ffmpeg: number | undefined;
  try {
    const file = join(folder, "in.rgb");
    writeFileSync(file, codes);
    const input = [
      "-v",
      "error",
      "-f",
      "rawvideo",
      "-pix_fmt",
      "rgb24",
      "-s",
      `${width}x${height}`,
      "-i",
      file,
    ];
    const filters =
      "format=gbrp,exposure=exposure=0.3,curves=all='0/0 0.25/0.2 0.75/0.8 1/1',format=yuv444p,hue=s=1.12,vignette=angle=PI/5,unsharp=9:9:0.8";
    ffmpeg = less(
      programTime("ffmpeg", [...input, "-vf", filters, "-f", "null", "-"], 3),
      programTime("ffmpeg", [...input, "-f", "null", "-"], 3),
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  const { one, two } = await ownPicture(width, height, codes);
  const small = await ownPicture(1280, 853, codes);
  const best = fastest(one, two)!;
  const peer = fastest(whole, stages)!;
  table(
    "Picture: exposure, contrast curve, saturation, vignette, unsharp mask; 12 megapixels, 8-bit codes to 8-bit codes (Fichier: floats between; sharp and ffmpeg by their own threads)",
    [
      ["", "time", "Fichier's best against it"],
      ["Fichier, one thread", ms(one), ""],
      ["Fichier, two threads", ms(two), ""],
      ["sharp, one pipeline", ms(whole), ratio(best, whole)],
      ["sharp, three stages", ms(stages), ratio(best, stages)],
      ["sharp, its fastest", ms(peer), ratio(best, peer)],
      ["ffmpeg, CPU time", ms(ffmpeg), ratio(best, ffmpeg)],
    ],
  );
  table("The same at 1280 × 853, as the bench shows it", [
    ["", "time"],
    ["one thread", ms(small.one)],
    ["two threads", ms(small.two)],
  ]);
}

export async function benchChains(): Promise<void> {
  await sound();
  await picture();
}
