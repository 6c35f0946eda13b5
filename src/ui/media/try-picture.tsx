import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import { geometryOf } from "@/core/chain/geometry";
import type { Media } from "@/core/api/operations/session-replica";
import { usePicture } from "../bench/use-picture";
import { Pixels } from "../parts/pixels";
import type { TryProps } from "./define";

/** Shows what a chain makes of a picture. */
export function TryPicture({ media, chain, without }: TryProps) {
  const { preview } = media.facts as Extract<Media["facts"], { preview: object }>;
  // Moved as the result is, so that both lie on each other.
  const moved = useMemo(() => geometryOf(chain), [chain]);
  const { rendered, problem, isBehind } = usePicture(media, "preview", without ? moved : chain, 100, "try");
  if (problem) return <Box role="alert" color="loss">{`✕ This could not be rendered: ${problem}`}</Box>;
  return (
    <Box
      bg="surround"
      p="10px"
      display="flex"
      justifyContent="center"
      minHeight="120px"
      aria-busy={isBehind}
      data-shown={rendered ? "" : undefined}
    >
      <Pixels
        picture={rendered}
        label={`${media.name} ${without ? "without the card" : "with the card"}`}
        style={{ maxWidth: "100%", maxHeight: 260, aspectRatio: `${preview.width} / ${preview.height}` }}
      />
    </Box>
  );
}
