import { readFile } from "node:fs/promises";
import Joi from "joi";
import { database } from "@/db/connection";
import { readMedia } from "@/db/replica";
import { decodeImage, type DeepPicture } from "@/media/decode-image";
import { validate } from "../command";
import { originalPath } from "../media-store";
import type { Member } from "../member";
import { notFound, Refusal } from "../refusal";

/** Pixels that can be asked for at once: a large screen with its surroundings. */
const mostPixels = 16_000_000;

/** Whole pixels; a query holds text. */
const place = Joi.string().pattern(/^\d{1,6}$/).required();
const extent = Joi.string().pattern(/^[1-9]\d{0,5}$/).required();
export const windowInput = Joi.object({ left: place, top: place, width: extent, height: extent });

/** The picture that was decoded last, for a while: whoever looks at it at full size soon looks at another part of it. */
let last: { readonly id: string; readonly picture: Promise<DeepPicture>; forget: NodeJS.Timeout } | null = null;
const keptFor = 60_000;

function wholePicture(id: string): Promise<DeepPicture> {
  if (last) clearTimeout(last.forget);
  const picture = last?.id === id ? last.picture : readFile(originalPath(id)).then(decodeImage);
  const forget = () => void (last = null);
  last = { id, picture, forget: setTimeout(forget, keptFor).unref() };
  picture.catch(forget);
  return picture;
}

/** A window of a picture at full size: 16-bit sRGB codes, R G B, row by row. It never changes, so a browser may keep it. */
export async function mediaWindow({ libraryId }: Member, mediaId: string, query: URLSearchParams): Promise<Response> {
  const asked = validate<Record<"left" | "top" | "width" | "height", string>>(windowInput, Object.fromEntries(query));
  const [left, top, width, height] = [asked.left, asked.top, asked.width, asked.height].map(Number);
  const known = await readMedia(database(), libraryId, mediaId);
  if (known?.facts.kind !== "image") throw notFound("picture");
  const { facts } = known;
  if (left + width > facts.width || top + height > facts.height)
    throw new Refusal(416, "no-range", `This picture is ${facts.width} × ${facts.height}; the window goes beyond it.`);
  if (width * height > mostPixels) throw new Refusal(416, "too-large", `At most ${mostPixels.toLocaleString("en")} pixels can be asked for at once.`);
  const { codes } = await wholePicture(mediaId);
  const window = new Uint16Array(width * height * 3);
  for (let y = 0; y < height; y++) {
    const from = ((top + y) * facts.width + left) * 3;
    window.set(codes.subarray(from, from + width * 3), y * width * 3);
  }
  return new Response(window, {
    headers: { "content-type": "application/octet-stream", "cache-control": "private, max-age=31536000, immutable", "content-length": String(window.byteLength) },
  });
}
