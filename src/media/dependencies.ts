import { createHash } from "node:crypto";
import { readdir, readFile, stat } from "node:fs/promises";
import { join } from "node:path";
import { filesOf, type Resources } from "@/core/chain/active";
import type { Chain } from "@/core/chain/model";
import { linearOfCode16 } from "@/core/colour/srgb";
import { longestResponse } from "@/core/effects/audio/convolution-reverb";
import type { DecodedFile } from "@/core/effects/define";
import type { FileKind } from "@/core/effects/parameter";
import { readCube } from "@/core/formats/cube/read";
import { decodeAudio } from "./decode-audio";
import { decodeImage } from "./decode-image";

const decoders: Record<FileKind, (bytes: Uint8Array) => Promise<DecodedFile>> = {
  impulse: async (bytes) => {
    const { planes, sampleRate } = await decodeAudio(bytes, longestResponse);
    return { kind: "impulse", planes, sampleRate };
  },
  texture: async (bytes) => {
    const { width, height, codes } = await decodeImage(bytes);
    const linear = linearOfCode16();
    return {
      kind: "texture",
      width,
      height,
      planes: [0, 1, 2].map((c) =>
        Float32Array.from({ length: width * height }, (_, i) => linear[codes[i * 3 + c]]),
      ),
    };
  },
  lut: async (bytes) => ({ kind: "lut", lut: readCube(new TextDecoder().decode(bytes)) }),
};

/**
 * Decodes the files that a chain depends on. `pathOf` tells where the file of a hash lies, or null where it is not here;
 * the chain's rendering then names it as missing. Throws `UnreadableMedia` or a FormatFault for what cannot be read.
 */
export async function decodeFiles(
  chain: Chain,
  pathOf: (hash: string) => string | null,
): Promise<NonNullable<Resources["files"]>> {
  const decoded = new Map<string, DecodedFile>();
  for (const { hash, holds } of filesOf(chain)) {
    const path = pathOf(hash);
    if (path !== null) decoded.set(hash, await decoders[holds](await readFile(path)));
  }
  return (hash) => decoded.get(hash);
}

/** The files in a folder by the SHA-256 of their bytes; of one file, that file alone. */
export async function filesByHash(place: string): Promise<Map<string, string>> {
  const paths = (await stat(place)).isDirectory()
    ? (await readdir(place, { withFileTypes: true }))
        .filter((e) => e.isFile())
        .map((e) => join(place, e.name))
    : [place];
  const found = new Map<string, string>();
  for (const path of paths)
    found.set(
      createHash("sha256")
        .update(await readFile(path))
        .digest("hex"),
      path,
    );
  return found;
}
