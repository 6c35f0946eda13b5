import { chakra } from "@chakra-ui/react";
import { copyUrl } from "../data/material";
import { useDesk } from "../data/desk";
import { VideoViewer } from "../bench/video-viewer";
import type { MediumRoom, RowProps } from "./define";
import { drawings, Miniature, Picture, Proof } from "./image";
import { TryPicture } from "./try-picture";

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

/** A clip away from the bench is the one frame that stands for it. */
export const video: MediumRoom = {
  Viewer: VideoViewer,
  Try: TryPicture,
  Picture,
  Proof,
  Miniature,
  Strip,
  drawings,
};
