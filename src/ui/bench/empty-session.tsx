import { Box, chakra } from "@chakra-ui/react";
import type { Medium } from "@/core/effects/define";

const words = {
  audio: "WAV, AIFF, FLAC, MP3, M4A, AAC, Ogg and Opus, up to eight channels and 2 GB, at their own sample rate.",
  image: "PNG, JPEG, TIFF and WebP, up to 120 megapixels and 2 GB, with their colour profiles.",
  video: "",
} as const;

/** What a session looks like before anything is in it. */
export function EmptySession({ medium }: { medium: Medium }) {
  return (
    <Box m="auto" textAlign="center" maxWidth="420px" data-rendered="">
      <chakra.h1 fontFamily="heading" fontSize="xl" fontWeight="600" mb="8px">Nothing on the bench yet</chakra.h1>
      <chakra.p color="muted">{`Drop files onto the column at the left; the session becomes one for what the first of them holds. ${words[medium]}`}</chakra.p>
    </Box>
  );
}
