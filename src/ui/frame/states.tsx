import { Box, chakra } from "@chakra-ui/react";
import { sayError } from "../data/desk";
import { useKeysDropped, useKeysWait } from "../keys/held-keys";
import { MainButton } from "../parts/buttons";

/** Shown while something is fetched; keys wait for it. */
export function Waiting({ words }: { words: string }) {
  useKeysWait();
  return (
    <Box as="main" p="32px" color="muted" role="status">
      {words}
    </Box>
  );
}

/** Shown where a page could not be had, with a way on. */
export function Failed({ error, retry }: { error: Error; retry: () => void }) {
  useKeysDropped();
  return (
    <Box as="main" p="32px" maxWidth="560px">
      <chakra.h1 textStyle="screenTitle" mb="8px">
        This could not be opened
      </chakra.h1>
      <chakra.p mb="16px" role="alert">
        {sayError(error)}
      </chakra.p>
      <MainButton onClick={retry}>Try again</MainButton>
    </Box>
  );
}
