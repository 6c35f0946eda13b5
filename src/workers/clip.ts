import { ALL_FORMATS, Input, UrlSource, VideoSampleSink, type VideoSample } from "mediabunny";
import { halfRgbaOfFrame, rgbaOfFrame, type CodedPlane } from "@/core/picture/ycbcr";
import type { CodedPicture } from "@/core/picture/coded";
import { loadPicture } from "./material";
import { RecentlyUsed } from "./recently-used";
import type { ClipSource, FrameSize } from "./render-messages";

/* Frames of what the server made of a video for the browser: H.264, whose codes are brought to R, G and B here. */

/** A clip that is being read, and where its decoder stands. */
class Clip {
  private readonly sink: Promise<VideoSampleSink>;
  private running: { next: number; readonly samples: AsyncGenerator<VideoSample, void, unknown> } | null =
    null;
  /** One frame after the other: the decoder stands at one place. */
  private turn: Promise<unknown> = Promise.resolve();

  constructor(private readonly source: ClipSource) {
    const input = new Input({ source: new UrlSource(source.url), formats: ALL_FORMATS });
    this.sink = input.getPrimaryVideoTrack().then((track) => {
      if (!track) throw new Error("The clip cannot be read by this browser.");
      return new VideoSampleSink(track);
    });
    this.sink.catch(() => undefined);
  }

  frame(index: number, half: boolean): Promise<CodedPicture> {
    const next = this.turn.then(() => this.read(index, half));
    this.turn = next.catch(() => undefined);
    return next;
  }

  private async read(index: number, half: boolean): Promise<CodedPicture> {
    const [frames, seconds] = this.source.rate;
    const timeOf = (n: number) => (n * seconds) / frames;
    // A few frames on it is quicker to go there than to begin anew.
    if (!this.running || index < this.running.next || index > this.running.next + 12) {
      await this.running?.samples.return();
      this.running = { next: index, samples: (await this.sink).samples(timeOf(index) + 1e-6) };
    }
    const running = this.running;
    try {
      while (true) {
        const { value: sample, done } = await running.samples.next();
        if (done || !sample) throw new Error("The clip ends before this frame.");
        running.next++;
        if (running.next <= index) {
          sample.close();
          continue;
        }
        try {
          return await picture(sample, half);
        } finally {
          sample.close();
        }
      }
    } catch (error) {
      this.running = null;
      throw error;
    }
  }
}

let memory = new Uint8Array(0);

async function picture(sample: VideoSample, half: boolean): Promise<CodedPicture> {
  const frame = sample.toVideoFrame();
  try {
    const { width, height } = frame.visibleRect!;
    if (frame.format !== "I420" && frame.format !== "NV12")
      throw new Error(
        `This browser decodes video to ${frame.format ?? "something of its own"}, which is not known here.`,
      );
    const bytes = frame.allocationSize();
    if (memory.length < bytes) memory = new Uint8Array(bytes);
    const [y, first, second] = (await frame.copyTo(memory)) as CodedPlane[];
    const [codes, planes] =
      frame.format === "I420" ? ([memory, [y, first, second]] as const) : parted(y, first, width, height);
    const read = half ? halfRgbaOfFrame : rgbaOfFrame;
    return {
      width: half ? width / 2 : width,
      height: half ? height / 2 : height,
      channels: 4,
      codes: read(codes, planes as [CodedPlane, CodedPlane, CodedPlane], width, height),
    };
  } finally {
    frame.close();
  }
}

/** Colours that come in pairs, as two planes of their own behind the frame's. */
function parted(y: CodedPlane, pairs: CodedPlane, width: number, height: number) {
  const [columns, rows] = [width / 2, height / 2];
  const end = y.offset + y.stride * height;
  const out = new Uint8Array(end + 2 * columns * rows);
  out.set(memory.subarray(0, end));
  for (let row = 0; row < rows; row++)
    for (let k = 0; k < columns; k++) {
      const at = pairs.offset + row * pairs.stride + 2 * k;
      out[end + row * columns + k] = memory[at];
      out[end + columns * rows + row * columns + k] = memory[at + 1];
    }
  const plane = (offset: number) => ({ offset, stride: columns });
  return [out, [y, plane(end), plane(end + columns * rows)]] as const;
}

/** Clips that are kept open. */
const clips = new RecentlyUsed<Clip>(3);
/** Frames that were decoded last: a chain that changes while the picture stands is put on the same one again. */
const frames = new RecentlyUsed<Promise<CodedPicture>>(6);
/** The file's own, which may be large: one of a clip, and one of the clip before. */
const exactFrames = new RecentlyUsed<Promise<CodedPicture>>(2);

/** A frame of what is used of a clip. */
export function loadFrame(source: ClipSource, index: number, size: FrameSize): Promise<CodedPicture> {
  const at = source.first + index;
  const { exact } = source;
  if (size === "exact" && exact)
    return exactFrames.get(`${exact.url}${at}`, (url) => loadPicture({ ...exact, url }));
  return frames.get(`${source.url} ${at} ${size}`, () =>
    clips.get(source.url, () => new Clip(source)).frame(at, size === "half"),
  );
}
