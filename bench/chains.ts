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
import {
  cheapest,
  clockTime,
  cpuTime,
  inTurn,
  programTime,
  ratio,
  sayCost,
  table,
  type Way,
} from "./measure";

const set = (effect: string, values: Record<string, Json> = {}, mix = 100): EffectSetting => ({
  effect,
  values,
  on: true,
  mix,
});
/** Rounds of everything in turn. */
const rounds = 7;
const seconds = 120;
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

/** Chromium's nodes: how long its offline rendering takes for some in series, the material already decoded. */
interface Nodes {
  run(nodes: readonly string[]): Promise<number | undefined>;
  close(): Promise<void>;
}

async function startNodes(): Promise<Nodes> {
  const browser = await chromium
    .launch({
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
    })
    .catch(() => null);
  if (!browser) return { run: async () => undefined, close: async () => undefined };
  const page = await browser.newPage();
  // The compiler that runs this file names functions by a helper that the page does not have.
  await page.evaluate("globalThis.__name = (f) => f");
  return {
    close: () => browser.close(),
    run: (nodes) =>
      page.evaluate(
        async ([names, length, rate]) => {
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
        },
        [nodes, seconds, sampleRate] as const,
      ),
  };
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
    const nodes = await startNodes();
    const program = (name: string, args: readonly string[], idle: readonly string[]): Way => ({
      run: () => programTime(name, args),
      idle: () => programTime(name, idle),
    });
    const render = (settings: readonly EffectSetting[]) =>
      cpuTime(() => renderAudio({ medium: "audio", settings }, { planes, sampleRate }));
    const decoded = ["-v", "error", "-i", file];
    const lines: string[][] = [];
    for (const { name, used } of rows) {
      const filters = used.map((p) => p.ffmpeg);
      const ways: (Way | undefined)[] = [
        { run: () => render(used.flatMap((p) => p.own)), idle: () => render([]) },
        program("sox", [file, "-n", ...used.flatMap((p) => p.sox.split(" "))], [file, "-n"]),
        filters.includes(undefined)
          ? undefined
          : program(
              "ffmpeg",
              [...decoded, "-af", filters.join(","), "-f", "null", "-"],
              [...decoded, "-f", "null", "-"],
            ),
        {
          run: () => nodes.run(used.flatMap((p) => p.nodes as readonly string[])),
          idle: () => nodes.run([]),
        },
      ];
      const measured = await inTurn(
        ways.filter((way) => way !== undefined),
        rounds,
      );
      const [own, ...peers] = ways.map((way) => (way ? measured.shift() : undefined));
      lines.push([
        name,
        sayCost(own),
        ...ways.slice(1).map((way, i) => (way ? sayCost(peers[i]) : "–")),
        ratio(own, cheapest(peers)),
      ]);
    }
    await nodes.close();
    table(
      `Sound: ${seconds} s, stereo, 48 kHz; least … median ± spread of ${rounds} rounds in turn, each less an idle run just before it; CPU time, but for Chromium's nodes, which tell only the clock's (above 1 × Fichier is faster than the fastest peer)`,
      [["", "Fichier", "sox", "ffmpeg", "Chromium's nodes", ""], ...lines],
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The standard chain for pictures. */
export const look: Chain = {
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

/** Fichier's ways with a picture: on one thread and on two, by the clock, and by CPU time. */
function ownWays(width: number, height: number, codes: Uint8Array, helpers: RowHelpers | undefined) {
  const source = { width, height, channels: 3 as const, codes: codes.subarray(0, width * height * 3) };
  const render = (by?: RowHelpers) =>
    renderCodes({ chain: look, strength: 100, resources: {}, bits: 8 }, source, () => undefined, {
      helpers: by,
    });
  return {
    one: { run: () => clockTime(() => render()) },
    two: { run: async () => (helpers ? clockTime(() => render(helpers)) : undefined) },
    cpu: { run: () => cpuTime(() => render()) },
  };
}

/** What ffmpeg has for the same. */
export const lookInFfmpeg =
  "format=gbrp,exposure=exposure=0.3,curves=all='0/0 0.25/0.2 0.75/0.8 1/1',format=yuv444p,hue=s=1.12,vignette=angle=PI/5,unsharp=9:9:0.8";

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
  const whole = () => tone(sharp(codes, raw)).composite([shade]).sharpen({ sigma: 1 }).raw().toBuffer();
  const stages = async () => {
    const toned = await tone(sharp(codes, raw)).raw().toBuffer();
    const shaded = await sharp(toned, raw).composite([shade]).removeAlpha().raw().toBuffer();
    await sharp(shaded, raw).sharpen({ sigma: 1 }).raw().toBuffer();
  };
  const folder = mkdtempSync(join(tmpdir(), "fichier-bench-"));
  const helper = startHelper(Infinity);
  try {
    const file = join(folder, "in.rgb");
    writeFileSync(file, codes);
    const format = ["-f", "rawvideo", "-pix_fmt", "rgb24", "-s", `${width}x${height}`];
    const input = ["-v", "error", ...format, "-i", file];
    const filters = lookInFfmpeg;
    const large = ownWays(width, height, codes, helper?.rows);
    const small = ownWays(1280, 853, codes, helper?.rows);
    const [one, two, pipeline, apart, cpu, ffmpeg, smallOne, smallTwo] = await inTurn(
      [
        large.one,
        large.two,
        { run: () => clockTime(whole) },
        { run: () => clockTime(stages) },
        large.cpu,
        {
          run: () => programTime("ffmpeg", [...input, "-vf", filters, "-f", "null", "-"]),
          idle: () => programTime("ffmpeg", [...input, "-f", "null", "-"]),
        },
        small.one,
        small.two,
      ],
      rounds,
    );
    const best = cheapest([one, two]);
    table(
      `Picture: exposure, contrast curve, saturation, vignette, unsharp mask; 12 megapixels, 8-bit codes to 8-bit codes; least … median ± spread of ${rounds} rounds in turn (Fichier: floats between; sharp by two threads of its own)`,
      [
        ["", "time", "Fichier's best against it"],
        ["Fichier, one thread", sayCost(one), ""],
        ["Fichier, two threads", sayCost(two), ""],
        ["sharp, one pipeline", sayCost(pipeline), ratio(best, pipeline)],
        ["sharp, three stages", sayCost(apart), ratio(best, apart)],
        ["Fichier, CPU time", sayCost(cpu), ""],
        ["ffmpeg, CPU time", sayCost(ffmpeg), ratio(cpu, ffmpeg)],
      ],
    );
    table("The same at 1280 × 853, as the bench shows it", [
      ["", "time"],
      ["one thread", sayCost(smallOne)],
      ["two threads", sayCost(smallTwo)],
    ]);
  } finally {
    helper?.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

export async function benchChains(): Promise<void> {
  await sound();
  await picture();
}
