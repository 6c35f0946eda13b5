import { Box, chakra } from "@chakra-ui/react";
import { kindPlural, media, ownKind, type Medium } from "@/core/media";
import { useBeginning } from "../data/use-begins";

/** What a session looks like before anything is in it. */
export function EmptySession({ medium }: { medium: Medium }) {
  const begins = useBeginning(medium);
  return (
    <Box m="auto" textAlign="center" maxWidth="420px" data-rendered="">
      <chakra.h1 textStyle="screenTitle" mb="8px">
        Nothing on the bench yet
      </chakra.h1>
      <chakra.p color="muted">{`Drop files onto the column at the left; the session becomes one for what the first of them holds. ${media[medium].takesIn}`}</chakra.p>
      {begins && (
        <chakra.p mt="8px">{`New ${kindPlural(ownKind(medium))} begin with “${begins.name}”.`}</chakra.p>
      )}
    </Box>
  );
}
