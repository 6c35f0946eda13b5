import "./tell-broken";
import "@/core/type/load";
import { earlierFrameAt, earlierOf, earlierTimeOf } from "@/core/chain/cut";
import { geometryOf } from "@/core/chain/geometry";
import { filesOf, type Resources } from "@/core/chain/active";
import { courseFrom } from "@/core/chain/automated";
import type { Chain } from "@/core/chain/model";
import { learnTurns, lesson, missed } from "@/core/chain/learn";
import { materialWindow, mixTurns, planMix, type ResourcesOf } from "@/core/chain/mix";
import { planImage } from "@/core/chain/plan-image";
import { renderCodes, renderWindow, widened, type CodedResult } from "@/core/chain/render-codes";
import { reachOf } from "@/core/chain/run-rows";
import { patiently, type Breathe } from "@/core/chain/turns";
import { loopTurns } from "@/core/chain/run-audio";
import type { Learnt } from "@/core/effects/define";
import type { CodedPicture } from "@/core/picture/coded";
import type { EarlierPicture, EarlierTime } from "@/core/picture/earlier";
import { momentOf } from "@/core/time/moment";
import { withFadedEdges } from "@/core/media/part";
import { integratedLoudness, loudnessCourse } from "@/core/measure/loudness";
import { truePeak } from "@/core/measure/peaks";
import { clipping, vectorscopeData, waveformData } from "@/core/measure/picture-statistics";
import { bandSpectrum } from "@/core/measure/spectrum";
import { Ahead } from "./ahead";
import { loadFrame } from "./clip";
import { letIn } from "./let-in";
import { loadPicture, loadSound, knowFiles, resourcesFor } from "./material";
import { RecentlyUsed } from "./recently-used";
import { PortHelpers } from "./row-helpers";
import type {
  AudioSource,
  ClipSource,
  ExpectShapes,
  FilesKnown,
  FrameJob,
  FrameSize,
  HelperThere,
  LoopJob,
  MixJob,
  PictureJob,
  PictureMeasuresJob,
  RenderAnswer,
  Rendered,
  RenderedFrame,
  RenderedPicture,
  RenderJob,
  SoundMeasuresJob,
} from "./render-messages";
import { vectorscopeSize, waveformColumns, waveformLevels } from "./render-messages";

/** Decoded pictures kept at hand: about 8 MB each. */
const pictures = new RecentlyUsed<Promise<CodedPicture>>(40);
/** Parts of pictures at full size. */
const windows = new RecentlyUsed<Promise<CodedPicture>>(8);

/** What nodes of mixes made, so that a new chain on one of them leaves the others as they are. */
const mixed = new RecentlyUsed<Float32Array[]>(64);

async function renderMix(
  { nodes, sources, root, sampleRate, start, end }: MixJob,
  breathe: Breathe,
): Promise<Rendered> {
  const files = await resourcesFor(nodes.map((n) => n.chain));
  const learnt = new Map<string, Lessons>();
  for (const { id, chain } of nodes)
    if (sources[id]) {
      const course = courseFrom(0, sources[id].frames, sources[id].sampleRate);
      learnt.set(id, await learnOf(sources[id], chain, { ...files, course }, breathe));
    }
  const resourcesOf: ResourcesOf = ({ id }) => ({ ...files, learnt: learnt.get(id) });
  const plan = planMix(nodes, { start, end }, sampleRate, root, resourcesOf);
  const read = new Map<object, Float32Array[]>();
  await Promise.all(
    plan.steps.map(async (step) => {
      if (!step.node.material) return;
      const { start: from, end: to } = materialWindow(step);
      read.set(step, await loadSound(sources[step.node.id], from, to));
    }),
  );
  const planes = await patiently(
    mixTurns(plan, (step) => read.get(step)!, { resourcesOf, remember: (key, make) => mixed.get(key, make) }),
    breathe,
  );
  const missedOf = nodes.flatMap(({ id, chain }) => missed(chain, learnt.get(id) ?? new Map(), files));
  return {
    kind: "loop",
    planes,
    sampleRate,
    missing: plan.missing,
    missed: missedOf,
    ...levelsOf(planes, sampleRate),
  };
}

const levelsOf = (planes: readonly Float32Array[], sampleRate: number, mask?: number) => ({
  loudness: integratedLoudness(planes, sampleRate, mask),
  truePeak: 20 * Math.log10(truePeak(planes)),
});

type Lessons = ReadonlyMap<number, Learnt>;
/** What chains have learnt of materials, so that only what they learn from makes them hear the whole again. */
const lessons = new Map<string, Lessons>();
const mostLessons = 64;

/** What has to hear everything first hears all of the material, as it will when a file is rendered, not the range alone. */
async function learnOf(
  source: AudioSource,
  chain: Chain,
  resources: Resources,
  breathe: Breathe,
): Promise<Lessons> {
  const settings = lesson(chain, resources);
  if (settings.length === 0) return new Map();
  const key = JSON.stringify([source.url, source.part, settings]);
  let learnt = lessons.get(key);
  if (!learnt) {
    const planes = await loadSound(source, 0, source.frames);
    learnt = await patiently(learnTurns({ medium: "audio", settings }, planes, source, resources), breathe);
    if (lessons.size >= mostLessons) lessons.delete(lessons.keys().next().value!);
    lessons.set(key, learnt);
  }
  return learnt;
}

async function renderSound(
  { source, chain, strength, start, end }: LoopJob,
  breathe: Breathe,
): Promise<Rendered> {
  const course = courseFrom(start, source.frames, source.sampleRate);
  const resources = { ...(await resourcesFor([chain])), course };
  const learnt = await learnOf(source, chain, { ...resources, course: { ...course, start: 0 } }, breathe);
  const planes = withFadedEdges(await loadSound(source, start, end), start, source.part);
  const loop = await patiently(
    loopTurns(chain, { planes, sampleRate: source.sampleRate, mask: source.mask }, 0, end - start, strength, {
      ...resources,
      learnt,
    }),
    breathe,
  );
  return {
    kind: "loop",
    ...loop,
    mask: source.mask,
    missed: missed(chain, learnt, resources),
    ...levelsOf(loop.planes, loop.sampleRate, source.mask),
  };
}

const helpers = new PortHelpers();

/** Surroundings are fetched in steps of so many pixels, so that another radius seldom needs others. */
const surroundings = 64;

async function renderPicture({ source, chain, strength }: PictureJob, breathe: Breathe): Promise<Rendered> {
  const moment = "window" in source ? undefined : source.moment;
  const resources = { ...(await resourcesFor([chain])), moment };
  const task = { chain, strength, resources, bits: 8 as const };
  const shown = ({ picture, missing }: CodedResult): Rendered => ({
    kind: "picture",
    width: picture.width,
    height: picture.height,
    codes: picture.codes as Uint8ClampedArray<ArrayBuffer>,
    missing,
  });
  if ("window" in source) {
    const { url, frame, window } = source;
    const reach = reachOf(planImage(chain, strength, frame, resources, "srgb")) ?? 0;
    const has = widened(window, frame, Math.ceil((reach + 1) / surroundings) * surroundings);
    const material = await windows.get(
      `${url}?left=${has.left}&top=${has.top}&width=${has.width}&height=${has.height}`,
      (address) => loadPicture({ url: address, width: has.width, height: has.height }),
    );
    return shown(await renderWindow(task, frame, material, has, window, breathe));
  }
  const material = await pictures.get(source.url, () => loadPicture(source));
  const files = filesOf(chain).flatMap(({ hash }) => {
    const file = resources.files?.(hash);
    return file ? [[hash, file] as const] : [];
  });
  return shown(await renderCodes(task, material, breathe, { helpers, files }));
}

/** How often one looks whether something is still wanted that has to come from elsewhere, in milliseconds. */
const aLook = 12;

/** Waits for a frame, unless it is no longer wanted: one of the file's own may be on its way for a while. */
async function frameOf(
  source: ClipSource,
  index: number,
  size: FrameSize,
  breathe: Breathe,
): Promise<CodedPicture> {
  const coming = loadFrame(source, index, size);
  let isHere = false;
  const here = coming.then(
    () => (isHere = true),
    () => (isHere = true),
  );
  while (!isHere) {
    await Promise.race([here, new Promise((resolve) => setTimeout(resolve, aLook))]);
    await breathe();
  }
  return coming;
}

/** What the clip before shows then, through its own chain. */
async function earlierFrame(
  { source, chain, strength }: NonNullable<FrameJob["earlier"]>,
  time: EarlierTime | null,
  size: FrameSize,
  breathe: Breathe,
): Promise<EarlierPicture | null> {
  if (!time) return null;
  const index = earlierFrameAt(time, source.frames, source.rate);
  const frame = await frameOf(source, index, size, breathe);
  if (chain.settings.length === 0) return earlierOf(frame);
  const resources = {
    ...(await resourcesFor([chain])),
    moment: momentOf(index, source.frames, source.rate),
  };
  return earlierOf((await renderCodes({ chain, strength, resources, bits: 8 }, frame, breathe)).picture);
}

type KeptFrame = Pick<RenderedFrame, "after" | "before">;
const bytesOf = ({ after, before }: KeptFrame) => after.codes.byteLength + before.codes.byteLength;
/** Frames that were rendered last, for whoever goes back and forth or round: up to so many bytes. */
const renderedFrames = new RecentlyUsed<KeptFrame>(192 * 2 ** 20, bytesOf);

const copyOf = (picture: RenderedPicture): RenderedPicture => ({ ...picture, codes: picture.codes.slice() });

async function renderFrame(job: FrameJob, breathe: Breathe): Promise<Rendered> {
  const began = performance.now();
  const { source, index, size, chain, strength, earlier } = job;
  const key = JSON.stringify([
    source.url,
    source.first,
    source.frames,
    index,
    size,
    chain,
    strength,
    earlier,
  ]);
  const known = renderedFrames.known(key);
  // What is kept is not handed over, its copy is.
  const { after, before } = known ?? renderedFrames.keep(key, await makeFrame(job, breathe));
  return {
    kind: "frame",
    index,
    after: copyOf(after),
    before: copyOf(before),
    took: performance.now() - began,
    wasKept: known !== undefined,
  };
}

async function makeFrame(
  { source, index, size, chain, strength, earlier }: FrameJob,
  breathe: Breathe,
): Promise<KeptFrame> {
  const frame = await frameOf(source, index, size, breathe);
  const moment = momentOf(index, source.frames, source.rate);
  const resources = {
    ...(await resourcesFor([chain])),
    moment,
    earlier: earlier ? await earlierFrame(earlier, earlierTimeOf(chain, moment), size, breathe) : null,
  };
  const known = filesOf(chain).flatMap(({ hash }) => {
    const file = resources.files?.(hash);
    return file ? [[hash, file] as const] : [];
  });
  const through = async (of: Chain) => {
    const task = { chain: of, strength, resources, bits: 8 as const };
    const { picture, missing } = await renderCodes(task, frame, breathe, { helpers, files: known });
    const { width, height } = picture;
    const codes = picture.codes as Uint8ClampedArray<ArrayBuffer>;
    return { kind: "picture", width, height, codes, missing } as const;
  };
  // What nothing is on is shown as it was decoded, where it was decoded to what is shown.
  const seen = async (of: Chain) =>
    of.settings.length > 0 || frame.channels === 3 ? through(of) : { ...shownAs(frame), missing: [] };
  return { after: await seen(chain), before: await seen(geometryOf(chain)) };
}

/** A decoded frame as it is. */
const shownAs = ({ width, height, codes }: CodedPicture) =>
  ({ kind: "picture", width, height, codes: codes as Uint8ClampedArray<ArrayBuffer> }) as const;

function measureSound({ planes, sampleRate, mask }: SoundMeasuresJob): Rendered {
  return {
    kind: "measured sound",
    bands: bandSpectrum(planes, sampleRate),
    loudness: loudnessCourse(planes, sampleRate, mask),
  };
}

function measurePicture({ width, codes }: PictureMeasuresJob): Rendered {
  const waveforms = ([0, 1, 2] as const).map((channel) =>
    waveformData(codes, width, waveformColumns, waveformLevels, channel),
  );
  return {
    kind: "measured picture",
    waveforms,
    vectorscope: vectorscopeData(codes, vectorscopeSize),
    clipping: clipping(codes),
  };
}

const ahead = new Ahead();

/** Waiting jobs by place; the viewer's come before those of the lists. */
const waiting = new Map<string, RenderJob>();

/** Makes what will probably be asked for, one after another, until something is asked for. */
async function workAhead(): Promise<void> {
  for (let job = ahead.next(); job && waiting.size === 0; job = ahead.next()) {
    let last = performance.now();
    const breathe = async () => {
      if (performance.now() - last < aBreath) return;
      await letIn();
      last = performance.now();
      if (waiting.size > 0) throw new Overtaken();
    };
    try {
      ahead.keep(job, await renderJob(job, breathe));
    } catch (error) {
      if (error instanceof Overtaken) return;
      ahead.keep(job, null);
    }
    await letIn();
  }
}

const answer = (message: RenderAnswer, transfer: Transferable[] = []) =>
  self.postMessage(message, { transfer });

const transferables = (rendered: Rendered): Transferable[] =>
  rendered.kind === "loop"
    ? rendered.planes.map((p) => p.buffer as ArrayBuffer)
    : rendered.kind === "picture"
      ? [rendered.codes.buffer]
      : rendered.kind === "frame"
        ? [rendered.after.codes.buffer, rendered.before.codes.buffer]
        : [];

/** What a job throws that somebody no longer waits for, or that makes room for one that matters more. */
class Overtaken extends Error {}

/** How long a job goes on before it looks whether it is still wanted, in milliseconds. */
const aBreath = 8;

/** Ends a job that a newer one for its place, or a viewer's job, has overtaken. */
function breatheFor(job: RenderJob): Breathe {
  let last = performance.now();
  return async () => {
    if (performance.now() - last < aBreath) return;
    await letIn();
    last = performance.now();
    if (waiting.has(job.place) || (waiting.has("viewer") && job.place !== "viewer")) throw new Overtaken();
  };
}

function renderJob(job: RenderJob, breathe: Breathe): Promise<Rendered> | Rendered {
  switch (job.kind) {
    case "loop":
      return renderSound(job, breathe);
    case "frame":
      return renderFrame(job, breathe);
    case "mix":
      return renderMix(job, breathe);
    case "picture":
      return renderPicture(job, breathe);
    case "measure sound":
      return measureSound(job);
    case "measure picture":
      return measurePicture(job);
  }
}

let isWorking = false;
async function work(): Promise<void> {
  if (isWorking) return;
  isWorking = true;
  while (waiting.size > 0 || ahead.next()) {
    if (waiting.size === 0) {
      await workAhead();
      continue;
    }
    const place = waiting.has("viewer") ? "viewer" : waiting.keys().next().value!;
    const job = waiting.get(place)!;
    waiting.delete(place);
    try {
      const rendered = await renderJob(job, breatheFor(job));
      answer({ id: job.id, rendered }, transferables(rendered));
    } catch (error) {
      if (!(error instanceof Overtaken))
        answer({ id: job.id, problem: error instanceof Error ? error.message : String(error) });
      else if (waiting.has(job.place)) answer({ id: job.id, superseded: true });
      // Only put back: it is done once the viewer has what it waits for.
      else waiting.set(job.place, job);
    }
    // Lets newer jobs in, so that one that was superseded is never begun.
    await letIn();
  }
  isWorking = false;
}

self.onmessage = ({
  data,
  ports: [port],
}: MessageEvent<RenderJob | FilesKnown | HelperThere | ExpectShapes>) => {
  if (data.kind === "helper") return helpers.add(port);
  if (data.kind === "files") {
    ahead.forget();
    renderedFrames.clear();
    return knowFiles(data.files);
  }
  if (data.kind === "expect") {
    ahead.expect(data.shapes);
    return void work();
  }
  const job = data;
  const older = waiting.get(job.place);
  if (older) answer({ id: older.id, superseded: true });
  waiting.delete(job.place);
  // What stands is looked at as it is rendered once it has stood; what may come next is made as it is first shown.
  const isFirst = job.place === "viewer" && !(job.kind === "frame" && job.size === "exact");
  const made = isFirst ? ahead.asked(job) : undefined;
  // Kept and not handed over: the next press may come back to it.
  if (made) answer({ id: job.id, rendered: made });
  else waiting.set(job.place, job);
  void work();
};
