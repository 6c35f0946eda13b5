import { randomUUID } from "node:crypto";
import { mkdir, open, rm, stat, type FileHandle } from "node:fs/promises";
import { join } from "node:path";
import { mediaRoot } from "../media-store";
import { Lane, type TaskOf } from "./lane";
import type { BakeTask, FrameTask, TaskResult, WindowTask } from "./tasks";

/*
 * Two lanes: what is brought in may take minutes, and nobody who looks at a picture should wait for that. Next.js loads
 * route handlers as bundles of their own; they share these.
 */
const shared = globalThis as { fichierLanes?: { readonly incoming: Lane; readonly looking: Lane } };
const lanes = () => (shared.fichierLanes ??= { incoming: new Lane(100), looking: new Lane(40) });

/** Milliseconds of computing: for any file, and for each of its megabytes; a megabyte of video may be half a minute of it. */
const [atLeast, aMegabyte] = [120_000, 6000];
const lookingFor = 60_000;

export const windowsFolder = (): string => join(mediaRoot(), "windows");

/** What is written to a place that is named, as a file that is gone once it is closed. */
async function fileFrom(write: (out: string) => Promise<unknown>): Promise<FileHandle> {
  await mkdir(windowsFolder(), { recursive: true });
  const out = join(windowsFolder(), randomUUID());
  try {
    await write(out);
    return await open(out);
  } finally {
    await rm(out, { force: true });
  }
}

export const decoding = {
  /** Takes a file into the store; its working copies take at most `room` bytes. Throws `UnreadableMedia`, `NoRoom` or a refusal. */
  async store(path: string, room: number, of: TaskOf = {}): Promise<TaskResult<"store">> {
    const { size } = await stat(path);
    return lanes().incoming.run("store", { path, room }, atLeast + (size / 2 ** 20) * aMegabyte, of);
  },

  /** A window of a picture at full size as a file that is gone once it is closed. */
  window: (task: Omit<WindowTask, "out">): Promise<FileHandle> =>
    fileFrom((out) => lanes().looking.run("window", { ...task, out }, lookingFor)),

  /** A frame of a clip at full size, as such a file. */
  frame: (task: Omit<FrameTask, "out">): Promise<FileHandle> =>
    fileFrom((out) => lanes().looking.run("frame", { ...task, out }, lookingFor)),

  bake: (task: BakeTask): Promise<TaskResult<"bake">> => lanes().looking.run("bake", task, lookingFor),
};
