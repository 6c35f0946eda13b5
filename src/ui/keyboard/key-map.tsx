import { Box, chakra } from "@chakra-ui/react";
import type { KeyboardEvent, RefObject } from "react";
import type { planeOf } from "@/core/keys/boards";
import type { Meaning } from "./meaning";

type Rows = ReturnType<typeof planeOf>;

/** A key among those that are drawn. */
export interface At {
  readonly row: number;
  readonly at: number;
}

/** How each kind of key is drawn: shape and words say it, colour goes with them. */
export const looks: Readonly<Record<Meaning["kind"], object>> = {
  bound: {
    bg: "card",
    color: "cardInk",
    borderColor: "cardInk",
    borderBottomWidth: "4px",
    borderBottomColor: "keyGround",
  },
  lost: { borderStyle: "double", borderWidth: "4px", borderColor: "loss", color: "loss" },
  "built in": { bg: "raised", borderColor: "rule", color: "muted" },
  browser: { bg: "transparent", borderColor: "muted", borderStyle: "dotted", color: "muted" },
  free: { bg: "transparent", borderColor: "muted", borderStyle: "dashed", color: "muted" },
  elsewhere: { bg: "transparent", borderColor: "rule", color: "muted" },
  none: { bg: "transparent", borderColor: "rule", color: "muted" },
};

interface KeyMapProps {
  readonly rows: Rows;
  readonly meaning: (at: At) => Meaning;
  readonly chosen: At;
  readonly label: string;
  /** Pixels that a key takes. */
  readonly size: { readonly width: number; readonly height: number };
  readonly onChoose: (at: At) => void;
  readonly onOpen: () => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

/** Keys as they lie, with what each does. */
export function KeyMap({
  rows,
  meaning,
  chosen,
  label,
  size,
  onChoose,
  onOpen,
  onKeyDown,
  ref,
}: KeyMapProps) {
  return (
    <Box
      ref={ref}
      role="grid"
      aria-label={label}
      tabIndex={0}
      aria-activedescendant={`key-${chosen.row}-${chosen.at}`}
      onKeyDown={onKeyDown}
      width="fit-content"
      p="6px"
      data-keymap
    >
      {rows.map(({ indent, cells }, row) => (
        <Box
          key={row}
          role="row"
          display="flex"
          gap="4px"
          mb="4px"
          style={{ marginLeft: indent * (size.width + 4) }}
        >
          {cells.map(({ prints, keys }, at) => {
            const { kind, words } = meaning({ row, at });
            const isChosen = chosen.row === row && chosen.at === at;
            return (
              <Box
                key={at}
                id={`key-${row}-${at}`}
                role="gridcell"
                aria-selected={isChosen}
                aria-label={`${prints || "nothing"}: ${words || "nothing"}`}
                data-kind={kind}
                data-keys={keys[0]}
                border="1px solid"
                borderRadius="part"
                px="4px"
                pt="2px"
                overflow="hidden"
                cursor="default"
                style={{ width: size.width, height: size.height }}
                {...looks[kind]}
                outline={isChosen ? "3px solid {colors.selected}" : undefined}
                outlineOffset="0"
                onClick={() => onChoose({ row, at })}
                onDoubleClick={onOpen}
              >
                <chakra.div fontFamily="mono" fontSize="xs" fontWeight="600" lineHeight="14px">
                  {prints || " "}
                </chakra.div>
                <chakra.div
                  fontSize="2xs"
                  lineHeight="11px"
                  overflowWrap="anywhere"
                  lineClamp={size.height > 70 ? 4 : 3}
                  title={words}
                >
                  {kind === "lost" ? `✕ ${words}` : words}
                </chakra.div>
              </Box>
            );
          })}
        </Box>
      ))}
    </Box>
  );
}
