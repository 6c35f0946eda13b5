import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { levelCurve } from "@/core/measure/chain-curves";
import { chainResponse } from "@/core/measure/response";
import { LevelChart } from "../bench/level-chart";
import { ResponseChart } from "../bench/response-chart";
import { Wave } from "../bench/wave";
import { MediumSign } from "../parts/medium-sign";
import type { MediumRoom } from "./define";
import { SoundPicture, SoundProof } from "./sound-picture";
import { drawnLater } from "../parts/later";

const SoundViewer = drawnLater(async () => (await import("../bench/sound-viewer")).SoundViewer);
const TrySound = drawnLater(async () => (await import("./try-sound")).TrySound);

/** Samples a second; what a filter does to what can be heard hardly depends on it. */
const usualRate = 48_000;

const Drawn = ({ children }: { children: ReactNode }) => (
  <Box height="150px" display="flex">
    {children}
  </Box>
);

export const audio: MediumRoom = {
  Viewer: SoundViewer,
  Try: TrySound,
  Picture: SoundPicture,
  Proof: SoundProof,
  Miniature: () => <MediumSign medium="audio" />,
  Strip: ({ media: { facts }, selected }) =>
    "peaks" in facts && (
      <Box my="2px">
        <Wave peaks={facts.peaks} columns={96} colour={selected ? "selected" : "muted"} height="22px" />
      </Box>
    ),
  drawings: [
    {
      has: (chain) => chainResponse(chain, 100, [1000], usualRate).counted > 0,
      Drawing: ({ chain }) => (
        <Drawn>
          <ResponseChart chain={chain} strength={100} sampleRate={usualRate} />
        </Drawn>
      ),
    },
    {
      has: (chain) => levelCurve(chain, 100, [0]) !== null,
      Drawing: ({ chain }) => (
        <Drawn>
          <LevelChart chain={chain} strength={100} />
        </Drawn>
      ),
    },
  ],
};
