"use client";

import { Box, chakra } from "@chakra-ui/react";

/** An address that leads nowhere, with a way to where one can go on. */
export function NoSuchPage() {
  return (
    <Box as="main" p="32px" maxWidth="560px" minHeight="100vh" bg="canvas" color="ink">
      <chakra.h1 textStyle="screenTitle" mb="8px">
        There is no such page
      </chakra.h1>
      <chakra.p mb="16px">The address leads nowhere, or to something that has been removed.</chakra.p>
      <chakra.a href="/" textDecoration="underline">
        Go to your library
      </chakra.a>
    </Box>
  );
}
