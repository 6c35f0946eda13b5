import {
  cmsFLAGS_BLACKPOINTCOMPENSATION,
  cmsFLAGS_HIGHRESPRECALC,
  cmsFLAGS_NOOPTIMIZE,
  instantiate,
  INTENT_PERCEPTUAL,
  TYPE_CMYK_16,
  TYPE_GRAY_16,
  TYPE_RGB_16,
  type Lcms,
} from "lcms-wasm";
import sharp from "sharp";

/*
 * Profiles that hold tables of colours, which is all of CMYK's, are applied by Little CMS, from a picture's own codes
 * straight to sRGB's, each pixel exactly. sharp goes by way of Lab and by tables it makes beforehand, which cost up to
 * twenty codes of 255 near the edge of what sRGB can show.
 */

const made = (space: "srgb" | "cmyk"): Promise<Buffer> =>
  sharp({ create: { width: 1, height: 1, channels: 3, background: "black" } })
    .toColourspace(space)
    .withIccProfile(space)
    .tiff()
    .toBuffer()
    .then(async (file) => (await sharp(file).metadata()).icc!);
const kept: { [S in "srgb" | "cmyk"]?: Promise<Buffer> } = {};

/** A profile that sharp ships: sRGB's, or the one that stands for CMYK where a picture names none. */
export const shippedProfile = (space: "srgb" | "cmyk"): Promise<Buffer> => (kept[space] ??= made(space));

let engine: Promise<Lcms> | null = null;

const formats = { 1: TYPE_GRAY_16, 3: TYPE_RGB_16, 4: TYPE_CMYK_16 } as const;
/** Pixels up to which each is computed by itself, at 1.3 µs; more go through a fine table, which rounds saturated colours. */
const mostExact = 32_000_000;
/** Pixels at a time. */
const stretch = 65_536;

/**
 * Interleaved codes of 16 bits of a profile's own channels (one of grey, R G B or C M Y K) as sRGB's: R G B. By perceptual
 * intent, black to black. Null where the profile cannot be read, or is not of so many channels.
 */
export async function throughProfile(
  codes: Uint16Array,
  channels: 1 | 3 | 4,
  profile: Uint8Array,
): Promise<Uint16Array | null> {
  const lcms = await (engine ??= instantiate());
  const pixels = codes.length / channels;
  const held: number[] = [];
  const profiles: number[] = [];
  let transform = 0;
  const memory = (bytes: number) => {
    const place = lcms._malloc(bytes);
    if (place === 0) throw new Error("there is no memory left for it");
    held.push(place);
    return place;
  };
  const number = (name: string, ...values: number[]) =>
    lcms.ccall(
      name,
      "number",
      values.map(() => "number" as const),
      values,
    );
  const opened = (bytes: Uint8Array) => {
    const place = memory(bytes.length);
    lcms.HEAPU8.set(bytes, place);
    const handle = number("cmsOpenProfileFromMem", place, bytes.length);
    if (handle !== 0) profiles.push(handle);
    return handle;
  };
  try {
    const [from, to] = [opened(profile), opened(await shippedProfile("srgb"))];
    if (from === 0 || to === 0) return null;
    transform = number(
      "cmsCreateTransform",
      from,
      formats[channels],
      to,
      TYPE_RGB_16,
      INTENT_PERCEPTUAL,
      (pixels > mostExact ? cmsFLAGS_HIGHRESPRECALC : cmsFLAGS_NOOPTIMIZE) | cmsFLAGS_BLACKPOINTCOMPENSATION,
    );
    if (transform === 0) return null;
    const result = new Uint16Array(pixels * 3);
    const [input, output] = [memory(stretch * channels * 2), memory(stretch * 6)];
    for (let first = 0; first < pixels; first += stretch) {
      const count = Math.min(stretch, pixels - first);
      // The memory may have moved while it grew.
      const view = () => new Uint16Array(lcms.HEAPU8.buffer);
      view().set(codes.subarray(first * channels, (first + count) * channels), input / 2);
      lcms.ccall(
        "cmsDoTransform",
        undefined,
        ["number", "number", "number", "number"],
        [transform, input, output, count],
      );
      result.set(view().subarray(output / 2, output / 2 + 3 * count), first * 3);
    }
    return result;
  } finally {
    if (transform !== 0) lcms.ccall("cmsDeleteTransform", undefined, ["number"], [transform]);
    for (const handle of profiles) number("cmsCloseProfile", handle);
    for (const place of held) lcms._free(place);
  }
}
