"use client";

import { useAudition } from "./use-bench";
import { useMemo, useState } from "react";
import { finerThanPreview, geometryOf } from "@/core/chain/geometry";
import type { Media } from "@/core/api/operations/session-replica";
import type { ViewerProps } from "../media/define";
import { useActions } from "../actions/use-actions";
import { picturePlace } from "../actions/viewer/picture";
import { useEdge } from "./edge";
import { PictureFrame } from "./picture-frame";
import { Scopes } from "./scopes";
import { useFullSize } from "./use-full-size";
import { measurePicture, useMeasures } from "./use-measures";
import { usePicture } from "./use-picture";

/** A picture with its untouched state at the left of a movable edge, on a neutral surround. */
export function PictureViewer({ bench, target, media }: ViewerProps) {
  const audition = useAudition(bench);
  const facts = media.facts as Extract<Media["facts"], { kind: "image" }>;
  const chain = audition?.chain ?? target.chain;
  const strength = audition?.strength ?? target.strength;
  const full = useFullSize(facts, chain);
  const after = usePicture(media, full.part, chain, strength, "viewer");
  // Moved as the result is, so that both lie on each other.
  const moved = useMemo(() => geometryOf(chain), [chain]);
  const before = usePicture(media, full.part, moved, strength, "viewer before");
  const edge = useEdge();
  const [scopes, setScopes] = useState(false);
  const measures = useMeasures(after.rendered, scopes, measurePicture);
  const { toggle } = full;
  const isFull = full.pan.window !== null;

  useActions(picturePlace, {
    whole: edge.whole,
    scopes,
    isFull,
    toggleFull: toggle,
    setWhole: edge.setWhole,
    setScopes,
    moveEdge: edge.moveEdge,
  });

  const { width, height } = after.rendered ?? facts.preview;
  const fine = !isFull && facts.width > facts.preview.width ? finerThanPreview(chain) : [];
  const finer =
    fine.length > 0
      ? ` · ${fine.join(" and ")} finer than this: ${toggle ? "Z for full size" : "render to judge"}`
      : "";
  const size = isFull
    ? `${width} × ${height} of it at full size`
    : `shown at ${width} × ${height}${full.heldBy.length > 0 ? `, since ${full.heldBy.join(" and ").toLowerCase()} looks at all of it` : ""}`;
  const problem = after.problem ?? before.problem;
  return (
    <PictureFrame
      name={target.name}
      facts={[`${facts.width} × ${facts.height}`, `${size}${finer}`, ...(facts.notes ?? [])].join(" · ")}
      chain={chain}
      strength={strength}
      before={before.rendered}
      after={after.rendered}
      problem={problem}
      isBehind={after.isBehind}
      edge={edge}
      size={{ width, height }}
      pan={full.pan}
    >
      {scopes && <Scopes measures={measures} />}
    </PictureFrame>
  );
}
