"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useState } from "react";
import { numberOf } from "../data/faults";
import { MainButton } from "../parts/buttons";
import { KeyCap } from "../parts/key-cap";

export interface BrokenProps {
  readonly error: Error;
  /** Draws anew what broke. */
  readonly again: () => void;
}

/** What is shown in the place of something that broke: what happened, its number, and the way back. */
export function Broken({ error, again, kept }: BrokenProps & { readonly kept: string }) {
  const [number] = useState(() => numberOf(error));
  return (
    <Box as="main" p="32px" maxWidth="620px" role="alert">
      <chakra.h1 textStyle="screenTitle" mb="8px">
        This screen broke
      </chakra.h1>
      <chakra.p mb="8px">{kept}</chakra.p>
      <chakra.p mb="16px" color="muted" overflowWrap="anywhere">
        {`${error.message || "Nothing is known of why."} Fault ${number}`}
      </chakra.p>
      <MainButton autoFocus onClick={again}>
        Begin again <KeyCap keys="Enter" quiet />
      </MainButton>
    </Box>
  );
}
