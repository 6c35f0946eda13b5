import type { FileHandle } from "node:fs/promises";
import { mostExactPixels } from "@/core/library/media";
import { Refusal } from "./refusal";
import { sentFile } from "./sent-file";
import { isSeen, notModified, unchanging } from "./unchanging";

/**
 * Pixels at full size as an answer, made only where the asker does not have them: 16-bit sRGB codes, R G B, row by row.
 * They never change.
 */
export async function exactCodes(
  { width, height }: { readonly width: number; readonly height: number },
  tag: string,
  seen: string | null,
  make: () => Promise<FileHandle>,
): Promise<Response> {
  if (isSeen(seen, tag)) return notModified(tag);
  if (width * height > mostExactPixels)
    throw new Refusal(
      416,
      "too-large",
      `At most ${mostExactPixels.toLocaleString("en")} pixels can be asked for at once.`,
    );
  return new Response(sentFile(await make()), {
    headers: {
      "content-type": "application/octet-stream",
      ...unchanging(tag),
      "content-length": String(width * height * 6),
    },
  });
}
