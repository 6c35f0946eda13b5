"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useRef } from "react";
import { queryHelp } from "@/core/search/help";
import { Dialog } from "./dialog";
import { QuietButton } from "./buttons";

/** All about queries on one page. */
export function QueryHelp({ onClose }: { readonly onClose: () => void }) {
  const top = useRef<HTMLDivElement>(null);
  return (
    <Dialog title="Queries" onClose={onClose} width="760px" initialFocus={top}>
      {/* Read from its beginning, not from the button at its end. */}
      <Box ref={top} tabIndex={-1} _focusVisible={{ outline: "none" }} />
      {queryHelp.map(({ title, words, lines }) => (
        <Box as="section" key={title} mb="16px">
          <chakra.h3 textStyle="rowTitle" mb="4px">
            {title}
          </chakra.h3>
          <chakra.p fontSize="sm" color="cardMuted" mb="6px">
            {words}
          </chakra.p>
          <Box
            as="dl"
            m="0"
            display="grid"
            gridTemplateColumns="minmax(0, 270px) minmax(0, 1fr)"
            columnGap="16px"
          >
            {lines.map(({ query, finds }) => (
              <Box key={query} display="contents">
                <chakra.dt fontFamily="mono" fontSize="sm" py="2px" overflowWrap="anywhere">
                  {query}
                </chakra.dt>
                <chakra.dd fontSize="sm" py="2px" m="0">
                  {finds}
                </chakra.dd>
              </Box>
            ))}
          </Box>
        </Box>
      ))}
      <Box display="flex" justifyContent="flex-end">
        <QuietButton keys="Escape" onClick={onClose}>
          Leave
        </QuietButton>
      </Box>
    </Dialog>
  );
}
