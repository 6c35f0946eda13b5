import { Fragment } from "react";
import type { MatchRange } from "@/core/search/explain";
import { useClasses } from "../theme/classes";

const styles = { mark: { bg: "matchGround", color: "cardInk", borderRadius: "small" } } as const;

/** A text with the stretches that matched set off by ground and weight. */
export function Marked({ text, ranges }: { text: string; ranges: readonly MatchRange[] | undefined }) {
  const classes = useClasses(styles);
  if (!ranges || ranges.length === 0) return <>{text}</>;
  return (
    <>
      {ranges.map(({ start, end }, i) => (
        <Fragment key={i}>
          {text.slice(ranges[i - 1]?.end ?? 0, start)}
          <mark className={classes.mark}>{text.slice(start, end)}</mark>
        </Fragment>
      ))}
      {text.slice(ranges.at(-1)!.end)}
    </>
  );
}
