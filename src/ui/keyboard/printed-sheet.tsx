import { Box, chakra } from "@chakra-ui/react";
import { planeOf, type BoardId, type PlaneId } from "@/core/keys/boards";
import type { KeyBinding } from "@/core/library/entities";
import { media, type WorkingMedium } from "@/core/media";
import { meaningOf } from "./meaning";

interface PrintedSheetProps {
  readonly board: BoardId;
  readonly bound: ReadonlyMap<string, KeyBinding>;
  readonly does: ReadonlyMap<string, string>;
  readonly nameOf: (binding: KeyBinding) => string | null;
  readonly medium: WorkingMedium;
}

const drawn: readonly (readonly [PlaneId, string])[] = [
  ["plain", "Alone"],
  ["shift", "With Shift"],
  ["alt", "With Alt"],
];

/** All planes on one page, black on white: only on paper. */
export function PrintedSheet({ board, bound, does, nameOf, medium }: PrintedSheetProps) {
  const apart = [...bound.values()].filter(({ key }) => key.startsWith("Num") || key.startsWith("Pad"));
  return (
    <Box className="only-printed" aria-hidden="true">
      <chakra.h2 fontFamily="heading" fontSize="md">{`Keys on ${media[medium].plural}`}</chakra.h2>
      {drawn.map(([plane, title]) => (
        <Box key={plane} mt="6px">
          <chakra.h3 fontSize="xs">{title}</chakra.h3>
          {planeOf(plane, board).map(({ indent, cells }, row) => (
            <Box key={row} display="flex" gap="2px" mb="2px" style={{ marginLeft: indent * 20 }}>
              {cells.map((cell, at) => {
                const { kind, words } = meaningOf(cell, bound, does, nameOf);
                return (
                  <Box
                    key={at}
                    width="74px"
                    height="34px"
                    border="1px solid"
                    borderWidth={kind === "bound" ? "2px" : "1px"}
                    px="2px"
                    overflow="hidden"
                    fontSize="2xs"
                    lineHeight="9px"
                  >
                    <chakra.b fontFamily="mono">{cell.prints}</chakra.b>{" "}
                    {kind === "bound" || kind === "built in" ? words : ""}
                  </Box>
                );
              })}
            </Box>
          ))}
        </Box>
      ))}
      {apart.length > 0 && (
        <Box mt="6px" fontSize="xs" columnCount={3}>
          {apart.map((binding) => (
            <div key={binding.id}>
              <b>{binding.key.replace(/^(Num|Pad)/, "$1 ")}</b> {nameOf(binding) ?? ""}
            </div>
          ))}
        </Box>
      )}
    </Box>
  );
}
