import { chakra } from "@chakra-ui/react";
import { lookOf } from "@/core/measure/consistency";
import { clipSource, copyUrl } from "../data/material";
import { useDesk } from "../data/desk";
import type { LookProps, MediumRoom, RowProps } from "./define";
import { drawings, Miniature, Picture, Proof } from "./image";
import { drawnLater } from "../parts/later";

const VideoViewer = drawnLater(async () => (await import("../bench/video-viewer")).VideoViewer);
const TryPicture = drawnLater(async () => (await import("./try-picture")).TryPicture);

/** Pictures from all of the clip side by side, untouched. */
function Strip({ media }: RowProps) {
  const { libraryId } = useDesk();
  return (
    <chakra.img
      src={copyUrl(libraryId, media.id, "strip")}
      alt=""
      width="100%"
      height="16px"
      my="2px"
      objectFit="cover"
      loading="lazy"
    />
  );
}

/** Where it is looked at, as shares of its length. */
const lookedAt = [0.1, 0.3, 0.5, 0.7, 0.9];

/** Measured over its length, as it is played. */
async function look({ renderer, libraryId, media, chain, strength, isWanted }: LookProps) {
  if (media.facts.kind !== "video") return null;
  const source = clipSource(libraryId, media.id, media.facts);
  const frames: Uint8ClampedArray[] = [];
  for (const share of lookedAt) {
    // Whoever measures anew asks from the same place: neither takes the other's turn.
    if (!isWanted()) return null;
    const index = Math.min(source.frames - 1, Math.floor(share * source.frames));
    const made = await renderer.frame({ place: "look", source, index, size: "half", chain, strength });
    if (made) frames.push(made.after.codes);
  }
  return lookOf(...frames);
}

/** A clip away from the bench is the one frame that stands for it. */
export const video: MediumRoom = {
  Viewer: VideoViewer,
  Try: TryPicture,
  Picture,
  Proof,
  Miniature,
  Strip,
  look,
  drawings,
};
