import { materialWindow, planMix, runMix } from "@/core/chain/mix";
import { renderImage, type ImageMaterial } from "@/core/chain/run-image";
import { renderLoop } from "@/core/chain/run-audio";
import { linearOfCode16, srgbCode } from "@/core/colour/srgb";
import { integratedLoudness } from "@/core/measure/loudness";
import { truePeak } from "@/core/measure/peaks";
import { RecentlyUsed } from "./recently-used";
import type { AudioSource, ImageSource, LoopJob, MixJob, PictureJob, RenderAnswer, Rendered, RenderJob } from "./render-messages";

/** Decoded material kept at hand: about 16 MB a preview picture or a minute of mono. */
const sounds = new RecentlyUsed<Promise<Float32Array[]>>(12);
const pictures = new RecentlyUsed<Promise<ImageMaterial>>(40);

async function bytes(url: string, range?: { first: number; last: number }): Promise<ArrayBuffer> {
  const response = await fetch(url, range && { headers: { range: `bytes=${range.first}-${range.last}` } });
  if (!response.ok) throw new Error("The material could not be fetched.");
  return response.arrayBuffer();
}

/** Sounds up to this many bytes are fetched whole and kept; of longer ones only what is looped. */
const fetchedWhole = 48 * 2 ** 20;

/** The samples from `start` to `end` of every channel. */
async function loadSound({ url, channels, frames }: AudioSource, start: number, end: number): Promise<Float32Array[]> {
  if (frames * channels * 4 <= fetchedWhole) {
    const planes = await sounds.get(url, async () => {
      const all = new Float32Array(await bytes(url));
      return Array.from({ length: channels }, (_, c) => all.subarray(c * frames, (c + 1) * frames));
    });
    return planes.map((plane) => plane.subarray(start, end));
  }
  return sounds.get(`${url} ${start} ${end}`, () =>
    Promise.all(Array.from({ length: channels }, async (_, c) => new Float32Array(await bytes(url, { first: (c * frames + start) * 4, last: (c * frames + end) * 4 - 1 })))),
  );
}

async function loadPicture({ url, width, height }: ImageSource): Promise<ImageMaterial> {
  const codes = new Uint16Array(await bytes(url));
  const linear = linearOfCode16();
  const planes = [0, 1, 2].map((c) => {
    const plane = new Float32Array(width * height);
    for (let i = 0; i < plane.length; i++) plane[i] = linear[codes[i * 3 + c]];
    return plane;
  });
  return { width, height, planes };
}

/** What nodes of mixes made, so that a new chain on one of them leaves the others as they are. */
const mixed = new RecentlyUsed<Float32Array[]>(64);

async function renderMix({ nodes, sources, root, sampleRate, start, end }: MixJob): Promise<Rendered> {
  const plan = planMix(nodes, { start, end }, sampleRate, root);
  const read = new Map<object, Float32Array[]>();
  await Promise.all(
    plan.steps.map(async (step) => {
      if (!step.node.material) return;
      const { start: from, end: to } = materialWindow(step);
      read.set(step, await loadSound(sources[step.node.id], from, to));
    }),
  );
  const planes = runMix(plan, (step) => read.get(step)!, { remember: (key, make) => mixed.get(key, make) });
  return { kind: "loop", planes, sampleRate, missing: plan.missing, ...levelsOf(planes, sampleRate) };
}

const levelsOf = (planes: readonly Float32Array[], sampleRate: number) => ({ loudness: integratedLoudness(planes, sampleRate), truePeak: 20 * Math.log10(truePeak(planes)) });

async function renderSound({ source, chain, strength, start, end }: LoopJob): Promise<Rendered> {
  const planes = await loadSound(source, start, end);
  const loop = renderLoop(chain, { planes, sampleRate: source.sampleRate }, 0, end - start, strength);
  return { kind: "loop", ...loop, ...levelsOf(loop.planes, loop.sampleRate) };
}

async function renderPicture({ source, chain, strength }: PictureJob): Promise<Rendered> {
  const material = await pictures.get(source.url, () => loadPicture(source));
  const { width, height, planes, missing } = renderImage(chain, material, strength);
  const codes = new Uint8ClampedArray(width * height * 4);
  const [r, g, b] = planes;
  for (let i = 0, o = 0; i < width * height; i++, o += 4) {
    codes[o] = srgbCode(r[i]);
    codes[o + 1] = srgbCode(g[i]);
    codes[o + 2] = srgbCode(b[i]);
    codes[o + 3] = 255;
  }
  return { kind: "picture", width, height, codes, missing };
}

/** Waiting jobs by place; the viewer's come before those of the lists. */
const waiting = new Map<string, RenderJob>();
let busy = false;

const answer = (message: RenderAnswer, transfer: Transferable[] = []) => self.postMessage(message, { transfer });

const transferables = (rendered: Rendered): Transferable[] =>
  rendered.kind === "loop" ? rendered.planes.map((p) => p.buffer as ArrayBuffer) : [rendered.codes.buffer];

async function work(): Promise<void> {
  if (busy) return;
  busy = true;
  while (waiting.size > 0) {
    const place = waiting.has("viewer") ? "viewer" : waiting.keys().next().value!;
    const job = waiting.get(place)!;
    waiting.delete(place);
    try {
      const rendered = job.kind === "loop" ? await renderSound(job) : job.kind === "mix" ? await renderMix(job) : await renderPicture(job);
      answer({ id: job.id, rendered }, transferables(rendered));
    } catch (error) {
      answer({ id: job.id, problem: error instanceof Error ? error.message : String(error) });
    }
    // Lets newer jobs in, so that one that was superseded is never begun.
    await new Promise((resolve) => setTimeout(resolve, 0));
  }
  busy = false;
}

self.onmessage = ({ data: job }: MessageEvent<RenderJob>) => {
  const older = waiting.get(job.place);
  if (older) answer({ id: older.id, superseded: true });
  waiting.set(job.place, job);
  void work();
};
