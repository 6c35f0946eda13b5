import { chakra } from "@chakra-ui/react";
import { Fragment } from "react";
import type { MatchRange } from "@/core/search/explain";

/** A text with the stretches that matched set off by ground and weight. */
export function Marked({ text, ranges }: { text: string; ranges: readonly MatchRange[] | undefined }) {
  if (!ranges || ranges.length === 0) return <>{text}</>;
  let at = 0;
  const parts = ranges.map(({ start, end }, i) => {
    const before = text.slice(at, start);
    at = end;
    return (
      <Fragment key={i}>
        {before}
        <chakra.mark bg="matchGround" color="cardInk" borderRadius="small">
          {text.slice(start, end)}
        </chakra.mark>
      </Fragment>
    );
  });
  return (
    <>
      {parts}
      {text.slice(at)}
    </>
  );
}
