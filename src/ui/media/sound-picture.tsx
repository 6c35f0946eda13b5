import { Box } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import { columnsOf, Overview } from "@/core/measure/overview";
import type { Media } from "@/core/api/operations/session-replica";
import { copyUrl } from "../bench/use-picture";
import { Wave } from "../bench/wave";
import { useDesk } from "../data/desk";
import type { PictureProps } from "./define";

/** Seconds of a sound that its picture is made of: those in its middle. */
const lasts = 6;

/** The waveform of what a chain makes of a sound. */
export function SoundPicture({ media, chain, label, place, columns }: PictureProps) {
  const { libraryId, renderer } = useDesk();
  const { frames, sampleRate, channels, mask } = media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const source = useMemo(
    () => ({ url: copyUrl(libraryId, media.id, "planes"), channels, frames, sampleRate, mask }),
    [libraryId, media.id, channels, frames, sampleRate, mask],
  );
  const [peaks, setPeaks] = useState<Float32Array>();
  useEffect(() => {
    let wanted = true;
    const length = Math.min(frames, lasts * sampleRate);
    const start = Math.floor((frames - length) / 2);
    renderer
      .loop({ place, chain, strength: 100, source, start, end: start + length })
      .then((loop) => {
        if (!wanted || !loop) return;
        const overview = new Overview();
        overview.add(loop.planes);
        setPeaks(columnsOf(overview.finish(), 0, loop.planes[0].length, columns));
      })
      // It is a picture: where it cannot be made there is none.
      .catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, [renderer, source, chain, place, frames, sampleRate, columns]);
  return (
    <Box role="img" aria-label={label} bg="plot" width="100%" height="100%">
      {peaks && <Wave peaks={peaks} columns={columns} colour="selected" height="100%" />}
    </Box>
  );
}
