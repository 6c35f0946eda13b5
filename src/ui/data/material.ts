import type { Media } from "@/core/api/operations/session-replica";
import type { Target } from "@/core/library/entities";
import { mostExactPixels } from "@/core/library/media";
import { partOf } from "@/core/media/part";
import type { AudioSource, ClipSource } from "@/workers/render-messages";

/** Where a medium's working copy lies. */
export const copyUrl = (libraryId: string, mediaId: string, copy: string): string =>
  `/api/libraries/${libraryId}/media/${mediaId}/${copy}`;

/** What was made of a whole medium for a part of it: the same for the same, so that nobody takes it for another. */
const parts = new WeakMap<object, { readonly whole: Media; readonly part: Media }>();

/** The material that a target uses: where it uses a part of it, with the facts of that part. */
export function materialOf(
  media: ReadonlyMap<string, Media>,
  { mediaId, part }: Pick<Target, "mediaId" | "part">,
): Media | undefined {
  const whole = mediaId === null ? undefined : media.get(mediaId);
  if (!whole || !part || (whole.facts.kind !== "audio" && whole.facts.kind !== "video")) return whole;
  const known = parts.get(part);
  if (known?.whole === whole) return known.part;
  const { facts } = whole;
  const made = { ...whole, facts: facts.kind === "audio" ? partOf(facts, part) : partOf(facts, part) };
  parts.set(part, { whole, part: made });
  return made;
}

/** How a worker finds a sound, or the part of it that is used. */
export function soundSource(
  libraryId: string,
  id: string,
  { channels, frames, sampleRate, mask, part, whole }: Extract<Media["facts"], { kind: "audio" }>,
): AudioSource {
  return { url: copyUrl(libraryId, id, "planes"), channels, frames, sampleRate, mask, part, whole };
}

/** How a worker finds a clip, or the part of it that is used. */
export const clipSource = (
  libraryId: string,
  id: string,
  { width, height, light, rate, frames, part }: Extract<Media["facts"], { kind: "video" }>,
): ClipSource => ({
  url: copyUrl(libraryId, id, "light"),
  ...light,
  rate,
  frames,
  first: part?.from ?? 0,
  ...(width * height <= mostExactPixels && {
    exact: { url: copyUrl(libraryId, id, "frames/"), width, height },
  }),
});
