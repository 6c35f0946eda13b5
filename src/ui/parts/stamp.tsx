import { chakra } from "@chakra-ui/react";
import type { FavouritesList, Ink } from "@/core/library/entities";

/** The rubber stamp of a favourites list: one letter in a square. */
export function Stamp({ letter, name, ink }: { letter: string; name: string; ink: Ink }) {
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
      borderColor={`stamp.${ink}`}
      color={`stamp.${ink}`}
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

/** The stamp of a favourites list: its mark, or where it has none the first letter of its name. */
export const ListStamp = ({ list: { name, mark, ink, ownerId } }: { list: FavouritesList }) => (
  <Stamp
    ink={ink}
    letter={mark || name.slice(0, 1).toUpperCase()}
    name={ownerId === null ? `${name}, the team's` : name}
  />
);
