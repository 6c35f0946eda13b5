import { Fragment } from "react";
import type { MatchRange } from "@/core/search/explain";
import { useClasses } from "../theme/classes";

const styles = { mark: { bg: "matchGround", color: "cardInk", borderRadius: "small" } } as const;

/** A text with the stretches that matched set off by ground and weight. */
export function Marked({ text, ranges }: { text: string; ranges: readonly MatchRange[] | undefined }) {
  const classes = useClasses(styles);
  if (!ranges || ranges.length === 0) return <>{text}</>;
  let at = 0;
  const parts = ranges.map(({ start, end }, i) => {
    const before = text.slice(at, start);
    at = end;
    return (
      <Fragment key={i}>
        {before}
        <mark className={classes.mark}>{text.slice(start, end)}</mark>
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
