import { filesOf, type Resources } from "@/core/chain/active";
import type { Chain } from "@/core/chain/model";
import { needsLearning } from "@/core/chain/learn";
import { materialWindow, planMix, runMix } from "@/core/chain/mix";
import { renderImage, type ImageMaterial } from "@/core/chain/run-image";
import { renderLoop } from "@/core/chain/run-audio";
import type { DecodedFile } from "@/core/effects/define";
import { readCube } from "@/core/formats/cube/read";
import { linearOfCode16, srgbCode } from "@/core/colour/srgb";
import { integratedLoudness } from "@/core/measure/loudness";
import { truePeak } from "@/core/measure/peaks";
import { RecentlyUsed } from "./recently-used";
import type { AudioSource, FileSource, FilesKnown, ImageSource, LoopJob, MixJob, PictureJob, RenderAnswer, Rendered, RenderJob } from "./render-messages";

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

let known = new Map<string, FileSource>();
const decoded = new RecentlyUsed<Promise<DecodedFile>>(16);

async function decodeFile(source: FileSource): Promise<DecodedFile> {
  switch (source.kind) {
    case "audio":
      return { kind: "impulse", planes: await loadSound(source, 0, source.frames), sampleRate: source.sampleRate };
    case "image":
      return { kind: "texture", ...(await loadPicture(source)) };
    case "lut":
      return { kind: "lut", lut: readCube(new TextDecoder().decode(await bytes(source.url))) };
  }
}

/** Who waits for a file that is not known yet: one that was just brought in, or asked for before the list was there. */
const hopeful = new Set<() => void>();
const patience = 1500;

async function sourceOf(hash: string): Promise<FileSource | undefined> {
  if (!known.has(hash))
    await new Promise<void>((resolve) => {
      const timer = setTimeout(done, patience);
      function done() {
        clearTimeout(timer);
        hopeful.delete(look);
        resolve();
      }
      const look = () => known.has(hash) && done();
      hopeful.add(look);
    });
  return known.get(hash);
}

/** The files that chains depend on, fetched and decoded; those that the library does not have are missing. */
async function resourcesFor(chains: readonly Chain[]): Promise<Resources> {
  const files = new Map<string, DecodedFile>();
  await Promise.all(
    chains.flatMap((chain) => filesOf(chain)).map(async ({ hash }) => {
      const source = await sourceOf(hash);
      if (source) files.set(hash, await decoded.get(hash, () => decodeFile(source)));
    }),
  );
  return { files: (hash) => files.get(hash) };
}

/** What nodes of mixes made, so that a new chain on one of them leaves the others as they are. */
const mixed = new RecentlyUsed<Float32Array[]>(64);

async function renderMix({ nodes, sources, root, sampleRate, start, end }: MixJob): Promise<Rendered> {
  const resources = await resourcesFor(nodes.map((n) => n.chain));
  const plan = planMix(nodes, { start, end }, sampleRate, root, resources);
  const read = new Map<object, Float32Array[]>();
  await Promise.all(
    plan.steps.map(async (step) => {
      if (!step.node.material) return;
      const { start: from, end: to } = materialWindow(step);
      read.set(step, await loadSound(sources[step.node.id], from, to));
    }),
  );
  const planes = runMix(plan, (step) => read.get(step)!, { resources, remember: (key, make) => mixed.get(key, make) });
  return { kind: "loop", planes, sampleRate, missing: plan.missing, ...levelsOf(planes, sampleRate) };
}

const levelsOf = (planes: readonly Float32Array[], sampleRate: number) => ({ loudness: integratedLoudness(planes, sampleRate), truePeak: 20 * Math.log10(truePeak(planes)) });

async function renderSound({ source, chain, strength, start, end }: LoopJob): Promise<Rendered> {
  const resources = await resourcesFor([chain]);
  // What has to hear everything first hears all of the material, as it will when a file is rendered, not the range alone.
  const [from, to] = needsLearning(chain, resources) ? [0, source.frames] : [start, end];
  const planes = await loadSound(source, from, to);
  const loop = renderLoop(chain, { planes, sampleRate: source.sampleRate }, start - from, end - from, strength, resources);
  return { kind: "loop", ...loop, ...levelsOf(loop.planes, loop.sampleRate) };
}

async function renderPicture({ source, chain, strength }: PictureJob): Promise<Rendered> {
  const material = await pictures.get(source.url, () => loadPicture(source));
  const { width, height, planes, missing } = renderImage(chain, material, strength, await resourcesFor([chain]));
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

self.onmessage = ({ data }: MessageEvent<RenderJob | FilesKnown>) => {
  if (data.kind === "files") {
    known = new Map(data.files.map((file) => [file.hash, file]));
    [...hopeful].forEach((look) => look());
    return;
  }
  const job = data;
  const older = waiting.get(job.place);
  if (older) answer({ id: older.id, superseded: true });
  waiting.set(job.place, job);
  void work();
};
