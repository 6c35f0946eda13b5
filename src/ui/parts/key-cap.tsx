"use client";

import { chakra } from "@chakra-ui/react";
import { useSayKeys } from "../keys/keys";

interface KeyCapProps {
  readonly keys: string;
  /** Drawn in the colour of what surrounds it, where it is only told of. */
  readonly quiet?: boolean;
}

/** A key, drawn as one, and as the member's keyboard prints it. */
export function KeyCap({ keys, quiet = false }: KeyCapProps) {
  const say = useSayKeys();
  return (
    <chakra.kbd
      textStyle="figure"
      fontWeight="600"
      lineHeight="1"
      display="inline-flex"
      alignItems="center"
      justifyContent="center"
      minWidth="19px"
      height="18px"
      px="6px"
      borderRadius="part"
      color={quiet ? "inherit" : "keyInk"}
      bg={quiet ? "transparent" : "keyGround"}
      borderBottom={quiet ? "1px solid" : undefined}
      borderColor="keyRule"
      flexShrink={0}
      whiteSpace="nowrap"
    >
      {say(keys)}
    </chakra.kbd>
  );
}
