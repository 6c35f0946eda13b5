import { Box, chakra } from "@chakra-ui/react";
import { media, type Medium } from "@/core/media";

/** What a session looks like before anything is in it. */
export function EmptySession({ medium }: { medium: Medium }) {
  return (
    <Box m="auto" textAlign="center" maxWidth="420px" data-rendered="">
      <chakra.h1 textStyle="screenTitle" mb="8px">
        Nothing on the bench yet
      </chakra.h1>
      <chakra.p color="muted">{`Drop files onto the column at the left; the session becomes one for what the first of them holds. ${media[medium].takesIn}`}</chakra.p>
    </Box>
  );
}
