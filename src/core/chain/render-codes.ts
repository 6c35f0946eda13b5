import { decodeSrgb } from "../colour/srgb";
import type { DecodedFile } from "../effects/define";
import type { EarlierPicture } from "../picture/earlier";
import type { Moment } from "../time/moment";
import { rowKernels } from "../picture/local-kernels";
import { decodeCodes, encodeCodes, sourceTable, whiteCode, type CodedPicture } from "../picture/coded";
import type { Frame } from "../picture/frame";
import { convert, fuse, prepareSteps } from "../picture/point-program";
import type { Resources } from "./active";
import type { Chain } from "./model";
import { planImage, type ImagePlan } from "./plan-image";
import { forEachStrip, imageTurns, runPoints, runner, type ImageRunner } from "./run-image";
import { reachOf, renderRows } from "./run-rows";
import { atOnce, patiently, type Breathe } from "./turns";

/** A chain over a picture of codes. */
export interface PictureTask {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly resources: Resources;
  /** Bits of the result's codes: 8 as opaque RGBA, 16 as R G B. */
  readonly bits: 8 | 16;
}

export interface CodedResult {
  readonly picture: CodedPicture;
  readonly missing: readonly string[];
}

const emptyPicture = ({ width, height }: Frame, bits: 8 | 16): CodedPicture =>
  bits === 8
    ? { width, height, channels: 4, codes: new Uint8ClampedArray(width * height * 4) }
    : { width, height, channels: 3, codes: new Uint16Array(width * height * 3) };

/** Rows of a picture that another thread renders. */
export interface RowTask {
  readonly chain: Chain;
  readonly strength: number;
  readonly bits: 8 | 16;
  /** The files that the chain depends on, by hash. */
  readonly files: readonly (readonly [string, DecodedFile])[];
  readonly moment: Moment | undefined;
  readonly earlier: EarlierPicture | null | undefined;
  /** Size of the whole picture. */
  readonly frame: Frame;
  /** The rows from `top` on that are needed; its memory serves for the result where that fits. */
  readonly source: CodedPicture;
  readonly top: number;
  readonly from: number;
  readonly to: number;
}

/** Renders the rows of a task: their codes, in a memory of their own that can be handed on. */
export function runRowTask({
  chain,
  strength,
  bits,
  files,
  moment,
  earlier,
  frame,
  source,
  top,
  from,
  to,
}: RowTask): CodedPicture["codes"] {
  const known = new Map(files);
  const plan = planImage(
    chain,
    strength,
    frame,
    { files: (hash) => known.get(hash), moment, earlier },
    "srgb",
  );
  const made = emptyPicture({ width: frame.width, height: to - from }, bits);
  atOnce(renderRows(plan, frame, { picture: source, top }, { picture: made, top: from }, from, to));
  return made.codes;
}

/** Others that render rows meanwhile; each takes one task at a time. */
export interface RowHelpers {
  readonly count: number;
  run(helper: number, task: RowTask): Promise<CodedPicture["codes"]>;
}

/** Smaller pictures are done before another thread has its part. */
const worthSharing = 200_000;

/**
 * Renders a chain over a picture of codes, with helpers where there are any: each takes a share of the rows where every
 * row depends on few others, else all is done here. Where `inPlace`, the source's memory is used up and, where it fits,
 * used for the result. The result is the same to the bit however the work is shared.
 */
export async function renderCodes(
  task: PictureTask,
  source: CodedPicture,
  breathe: Breathe,
  options: {
    helpers?: RowHelpers;
    runner?: ImageRunner;
    inPlace?: boolean;
    files?: readonly (readonly [string, DecodedFile])[];
  } = {},
): Promise<CodedResult> {
  const { chain, strength, resources, bits } = task;
  const { helpers, inPlace = false } = options;
  const frame = { width: source.width, height: source.height };
  const plan = planImage(chain, strength, frame, resources, "srgb");
  const { missing } = plan;
  const reach = reachOf(plan);
  if (reach === null)
    return { picture: await renderPlanes(task, source, inPlace, breathe, options.runner ?? runner), missing };
  const { width, height } = frame;
  const parts = helpers && width * height >= worthSharing ? helpers.count + 1 : 1;
  const bounds = Array.from({ length: parts + 1 }, (_, n) => Math.round((height * n) / parts));
  const others = bounds.slice(1, -1).map((from, n) => {
    const to = bounds[n + 2];
    const [top, end] = [Math.max(0, from - reach), Math.min(height, to + reach)];
    const own = width * source.channels;
    const rows = source.codes.subarray(top * own, end * own);
    // A memory of its own, which can be handed over.
    const codes = new (whiteCode(source) === 65535 ? Uint16Array : Uint8Array)(rows.length);
    codes.set(rows);
    const part = { ...source, height: end - top, codes };
    return {
      from,
      codes: helpers!.run(n, {
        chain,
        strength,
        bits,
        files: options.files ?? [],
        moment: resources.moment,
        earlier: resources.earlier,
        frame,
        source: part,
        top,
        from,
        to,
      }),
    };
  });
  // A failure is met below; until then nobody listens.
  others.forEach(({ codes }) => codes.catch(() => undefined));
  const target =
    inPlace && bits === 16 && source.channels === 3 && whiteCode(source) === 65535
      ? source
      : emptyPicture(frame, bits);
  await patiently(
    renderRows(plan, frame, { picture: source, top: 0 }, { picture: target, top: 0 }, 0, bounds[1]),
    breathe,
  );
  for (const { from, codes } of others) target.codes.set(await codes, from * width * target.channels);
  return { picture: target, missing };
}

/** A rectangle within a picture, in its pixels. */
export interface PictureWindow extends Frame {
  readonly left: number;
  readonly top: number;
}

/** A window with all that its pixels depend on, as far as the picture goes. */
export function widened(
  { left, top, width, height }: PictureWindow,
  frame: Frame,
  by: number,
): PictureWindow {
  const [x, y] = [Math.max(0, left - by), Math.max(0, top - by)];
  return {
    left: x,
    top: y,
    width: Math.min(frame.width, left + width + by) - x,
    height: Math.min(frame.height, top + height + by) - y,
  };
}

/**
 * Renders a window of a picture at full size: what the whole picture's rendering has there, to the bit. `source` holds
 * the codes of `has`, which is the window `widened` by what `reachOf` says or more. Throws where the chain looks at the
 * whole picture.
 */
export async function renderWindow(
  { chain, strength, resources, bits }: PictureTask,
  frame: Frame,
  source: CodedPicture,
  has: PictureWindow,
  window: PictureWindow,
  breathe: Breathe,
): Promise<CodedResult> {
  const plan = planImage(chain, strength, frame, resources, "srgb");
  if (!rowKernels())
    throw new Error(
      "Full size needs WebAssembly with SIMD, which does not run here; render the picture to judge it.",
    );
  if (reachOf(plan) === null)
    throw new Error("This chain looks at the whole picture; render it to judge it at full size.");
  const made = emptyPicture({ width: has.width, height: window.height }, bits);
  await patiently(
    renderRows(
      plan,
      frame,
      { picture: source, top: has.top },
      { picture: made, top: window.top },
      window.top,
      window.top + window.height,
      { left: has.left, columns: has.width },
    ),
    breathe,
  );
  const picture = emptyPicture(window, bits);
  const { channels } = picture;
  for (let y = 0; y < window.height; y++) {
    const from = (y * has.width + window.left - has.left) * channels;
    picture.codes.set(made.codes.subarray(from, from + window.width * channels), y * window.width * channels);
  }
  return { picture, missing: plan.missing };
}

/** By planes of the whole picture in linear light. */
async function renderPlanes(
  { chain, strength, resources, bits }: PictureTask,
  source: CodedPicture,
  inPlace: boolean,
  breathe: Breathe,
  by: ImageRunner,
): Promise<CodedPicture> {
  const { width, height } = source;
  const plan: ImagePlan = planImage(chain, strength, { width, height }, resources);
  const planes = [0, 1, 2].map(() => by.plane(width * height));
  const linear = sourceTable(decodeSrgb, whiteCode(source) as 255 | 65535);
  decodeCodes(source, 0, width * height, [linear, linear, linear], planes);
  await breathe();
  const rendered = await patiently(imageTurns(plan, { width, height, planes }, by), breathe);
  const target =
    inPlace &&
    bits === 16 &&
    source.channels === 3 &&
    whiteCode(source) === 65535 &&
    rendered.width === width &&
    rendered.height === height
      ? source
      : emptyPicture(rendered, bits);
  const encode = prepareSteps(fuse(convert("linear", "srgb")));
  forEachStrip(rendered.width, rendered.height, (strip) => {
    const [first, count] = [strip.top * strip.width, strip.rows * strip.width];
    const part = rendered.planes.map((p) => p.subarray(first, first + count));
    runPoints(encode, part, strip);
    encodeCodes(part, count, target, first);
  });
  return target;
}
