import { chakra } from "@chakra-ui/react";

/** The rubber stamp of a favourites list: one letter in a square. */
export function Stamp({ letter, name }: { letter: string; name: string }) {
  return (
    <chakra.span
      role="img"
      aria-label={`marked: ${name}`}
      title={name}
      display="inline-flex"
      alignItems="center"
      justifyContent="center"
      width="18px"
      height="18px"
      border="1px solid"
      borderColor="cardSelected"
      color="cardSelected"
      bg="card"
      borderRadius="small"
      fontFamily="mono"
      fontSize="2xs"
      fontWeight="700"
      transform="rotate(4deg)"
      flexShrink={0}
    >
      {letter}
    </chakra.span>
  );
}
