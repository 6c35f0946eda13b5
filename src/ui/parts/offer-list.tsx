import { Box, chakra } from "@chakra-ui/react";

interface OfferListProps {
  readonly id: string;
  readonly label: string;
  readonly offers: readonly { readonly text: string; readonly says: string }[];
  /** The chosen one; -1 for none. */
  readonly at: number;
  readonly onTake: (at: number) => void;
  /** How far below the upper edge of what it belongs to. */
  readonly top: string;
  /** As it is typed. */
  readonly mono?: boolean;
}

/** What a field offers while it is typed in: a list over what lies below, whose options are `id-0`, `id-1`, … */
export function OfferList({ id, label, offers, at, onTake, top, mono = false }: OfferListProps) {
  return (
    <Box
      id={id}
      role="listbox"
      aria-label={label}
      position="absolute"
      top={top}
      left="0"
      right="0"
      zIndex="10"
      bg="fieldGround"
      color="cardInk"
      border="1px solid"
      borderColor="cardRule"
      borderRadius="small"
      boxShadow="md"
      overflow="hidden"
    >
      {offers.map(({ text, says }, i) => (
        <Box
          key={text}
          id={`${id}-${i}`}
          role="option"
          aria-selected={i === at}
          layerStyle="cardRow"
          display="flex"
          justifyContent="space-between"
          gap="12px"
          px="10px"
          py="4px"
          cursor="default"
          fontSize="sm"
          onMouseDown={(event) => {
            event.preventDefault();
            onTake(i);
          }}
        >
          <chakra.span fontFamily={mono ? "mono" : undefined} truncate>
            {text}
          </chakra.span>
          <chakra.span fontSize="xs" color="cardMuted" flexShrink={0}>
            {says}
          </chakra.span>
        </Box>
      ))}
    </Box>
  );
}
