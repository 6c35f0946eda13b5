import { useEffect, useState } from "react";
import { copyUrl } from "../data/material";
import type { Chain } from "@/core/chain/model";
import { pictureDifference } from "@/core/measure/difference";
import { momentOf } from "@/core/time/moment";
import type { PictureWindow } from "@/core/chain/render-codes";
import type { RenderedPicture } from "@/workers/render-messages";
import { useDesk } from "../data/desk";
import type { Turn } from "../data/turns";
import type { Media } from "@/core/api/operations/session-replica";
import { benchResult, useBenchResult } from "./bench-result";

const atOnce: Turn = (ask) => ask();

/** A working copy, or a part of the picture at full size. */
/** Where in its clip the frame is that stands for it. */
const posterMoment = (facts: Media["facts"]) =>
  facts.kind === "video" ? { moment: momentOf(facts.poster, facts.frames, facts.rate) } : {};

type Part = "preview" | "mini" | PictureWindow;

interface Shown {
  readonly mediaId: string;
  readonly rendered: RenderedPicture | null;
  readonly problem: string | null;
  /** What it was rendered from. */
  readonly of: { readonly chain: Chain; readonly strength: number; readonly part: Part } | null;
}

/**
 * A picture as rendered by the worker; `isBehind` while a newer one is on its way. The last one stays until the next is there, so that nothing flickers.
 * `part` must be memoised. `place` names who asks: a newer question from the same place replaces an older one.
 */
export function usePicture(
  media: Media,
  part: Part,
  chain: Chain,
  strength: number,
  place: string,
  turn: Turn = atOnce,
) {
  const { libraryId, renderer } = useDesk();
  const [state, setState] = useState<Shown>({ mediaId: media.id, rendered: null, problem: null, of: null });
  const { facts, id, name } = media;
  const result = useBenchResult();
  useEffect(() => {
    if (!("preview" in facts)) return;
    let wanted = true;
    const source =
      typeof part === "string"
        ? { url: copyUrl(libraryId, id, part), ...facts[part], ...posterMoment(facts) }
        : {
            url: copyUrl(libraryId, id, "window"),
            frame: { width: facts.width, height: facts.height },
            window: part,
          };
    turn(() => (wanted ? renderer.picture({ place, chain, strength, source }) : Promise.resolve(null)))
      .then((rendered) => {
        if (!wanted || !rendered) return;
        setState({ mediaId: id, rendered, problem: null, of: { chain, strength, part } });
        if (place === "viewer")
          result.current = benchResult({
            medium: "image",
            on: name,
            chain,
            rendered,
            render: (kept) => renderer.picture({ place: "proof", chain: kept, strength, source }),
            difference: (a, b) => pictureDifference(a.codes, b.codes),
          });
      })
      .catch(
        (error: Error) =>
          wanted &&
          setState({ mediaId: id, rendered: null, problem: error.message, of: { chain, strength, part } }),
      );
    return () => {
      wanted = false;
    };
  }, [renderer, libraryId, id, name, facts, part, chain, strength, place, turn, result]);
  // Of another picture nothing is shown, however good it looks, nor of another size.
  const shown =
    state.mediaId === id &&
    (!state.of || (typeof part === "string" ? state.of.part === part : typeof state.of.part !== "string"))
      ? state
      : { mediaId: id, rendered: null, problem: null, of: null };
  return {
    ...shown,
    isBehind: shown.of?.chain !== chain || shown.of.strength !== strength || shown.of.part !== part,
  };
}
