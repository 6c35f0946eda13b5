import { Box } from "@chakra-ui/react";
import { lookOf } from "@/core/measure/consistency";
import { coloursThrough, toneCurveOf } from "@/core/measure/chain-curves";
import { ToneChart } from "../bench/tone-chart";
import { copyUrl } from "../data/material";
import { usePicture } from "../bench/use-picture";
import { Swatches } from "../library/swatches";
import { Pixels } from "../parts/pixels";
import type { LookProps, MediumRoom, PictureProps, RowProps } from "./define";
import { drawnLater } from "../parts/later";

const PictureViewer = drawnLater(async () => (await import("../bench/picture-viewer")).PictureViewer);
const TryPicture = drawnLater(async () => (await import("./try-picture")).TryPicture);

export function Miniature({ target, media }: RowProps) {
  const { rendered } = usePicture(media, "mini", target.chain, target.strength, `mini ${target.id}`);
  return (
    <Pixels
      picture={rendered}
      label=""
      aria-hidden="true"
      width="56px"
      height="42px"
      style={{
        width: 56,
        height: 42,
        objectFit: "contain",
        background: "var(--chakra-colors-surround)",
        flexShrink: 0,
      }}
    />
  );
}

export function Picture({ media, chain, label, place, turn }: PictureProps) {
  const { rendered } = usePicture(media, "mini", chain, 100, place, turn);
  return (
    <Pixels picture={rendered} label={label} style={{ width: "100%", height: "100%", objectFit: "cover" }} />
  );
}

/** Whole, so that results can be compared; on a neutral surround. */
export function Proof({ media, chain, label, place, turn }: PictureProps) {
  const { rendered, problem } = usePicture(media, "mini", chain, 100, place, turn);
  return problem ? (
    <Box role="alert" fontSize="xs" p="6px">{`✕ ${problem}`}</Box>
  ) : (
    <Pixels
      picture={rendered}
      label={label}
      data-shown={rendered ? "" : undefined}
      style={{
        width: "100%",
        height: "100%",
        objectFit: "contain",
        background: "var(--chakra-colors-surround)",
      }}
    />
  );
}

/** Measured on its small copy. */
async function look({ renderer, libraryId, media, chain, strength }: LookProps) {
  if (media.facts.kind !== "image") return null;
  const source = { url: copyUrl(libraryId, media.id, "mini"), ...media.facts.mini };
  const rendered = await renderer.picture({ place: "look", chain, strength, source });
  return rendered && lookOf(rendered.codes);
}

const grey = [[0.5], [0.5], [0.5]];

export const drawings: MediumRoom["drawings"] = [
  { has: (chain) => coloursThrough(chain, 100, grey) !== null, Drawing: Swatches },
  {
    has: (chain) => toneCurveOf(chain, 100, [0.5]) !== null,
    Drawing: ({ chain }) => <ToneChart chain={chain} strength={100} size="160px" />,
  },
];

export const image: MediumRoom = {
  Viewer: PictureViewer,
  Try: TryPicture,
  Picture,
  Proof,
  Miniature,
  look,
  drawings,
};
