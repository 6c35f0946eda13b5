import { Box, chakra } from "@chakra-ui/react";
import { kindPlural, media, ownKind, workingMedia } from "@/core/media";
import { useBeginnings } from "../data/use-begins";

/** What a session looks like before anything is in it. */
export function EmptySession() {
  const begins = useBeginnings();
  return (
    <Box m="auto" textAlign="center" maxWidth="460px" data-rendered="">
      <chakra.h1 textStyle="screenTitle" mb="8px">
        Nothing on the bench yet
      </chakra.h1>
      <chakra.p color="muted" mb="8px">
        Drop files onto the column at the left: a session holds whatever belongs together.
      </chakra.p>
      {workingMedia.map((id) => (
        <chakra.p key={id} color="muted" fontSize="sm">
          {media[id].takesIn}
        </chakra.p>
      ))}
      {begins.map(([medium, { name }]) => (
        <chakra.p
          key={medium}
          mt="8px"
        >{`New ${kindPlural(ownKind(medium))} begin with “${name}”.`}</chakra.p>
      ))}
    </Box>
  );
}
