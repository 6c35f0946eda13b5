import { Box } from "@chakra-ui/react";

/** What went wrong, on a card; nothing where nothing did. */
export function Problem({ children }: { children: string | undefined }) {
  return children === undefined ? null : (
    <Box role="alert" color="cardLoss" fontSize="sm" mb="10px">{`✕ ${children}`}</Box>
  );
}
