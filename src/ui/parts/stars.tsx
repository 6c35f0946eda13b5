import { chakra } from "@chakra-ui/react";
import { Star, X } from "lucide-react";
import { sayRating } from "@/core/library/rating";

/** A member's rating of a card; nothing where there is none. */
export function Stars({ stars }: { stars: number }) {
  if (stars === 0) return null;
  return (
    <chakra.span
      role="img"
      aria-label={sayRating(stars)}
      title={sayRating(stars)}
      display="inline-flex"
      alignItems="center"
      flexShrink={0}
      color={stars < 0 ? "muted" : undefined}
    >
      {stars < 0 ? (
        <X size={12} aria-hidden="true" />
      ) : (
        Array.from({ length: stars }, (_, i) => (
          <Star key={i} size={10} fill="currentColor" aria-hidden="true" />
        ))
      )}
    </chakra.span>
  );
}
