import { Box, chakra } from "@chakra-ui/react";
import { X } from "lucide-react";

/** A part of what is asked, which a click takes out. */
export const Part = ({
  title,
  onClick,
  children,
}: {
  title: string;
  onClick: () => void;
  children: string;
}) => (
  <chakra.button
    type="button"
    title={title}
    onMouseDown={(event) => event.preventDefault()}
    onClick={onClick}
    display="flex"
    alignItems="center"
    gap="4px"
    px="6px"
    border="1px solid"
    borderColor="cardRule"
    borderRadius="small"
    fontFamily="mono"
    fontSize="sm"
    whiteSpace="nowrap"
    color="cardInk"
  >
    {children}
    <X size={12} aria-hidden />
  </chakra.button>
);

/** Pixels. */
export const headingHeight = 26;

/** What the rows below it have in common. */
export const Heading = ({ top, children }: { readonly top: number; readonly children: string }) => (
  <Box
    role="presentation"
    position="absolute"
    left="0"
    right="0"
    style={{ top, height: headingHeight }}
    px="16px"
    pt="6px"
    bg="cardFoot"
    fontSize="xs"
    fontWeight="600"
    color="cardMuted"
    truncate
  >
    {children}
  </Box>
);
