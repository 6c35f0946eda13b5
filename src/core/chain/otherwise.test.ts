import { expect, it } from "vitest";
import { prove } from "../library/proof";
import { changedSince, resultsNow } from "./otherwise";

it("a chain says which of its settings come out otherwise than it was proved, and none that was proved since", () => {
  const chain = {
    medium: "video",
    settings: ["image.saturation", "video.fade", "image.exposure"].map((effect) => ({
      effect,
      values: {},
      on: true,
      mix: 100,
    })),
  } as const;
  expect(changedSince(chain, 0).map(({ effect }) => effect)).toEqual(["image.saturation", "video.fade"]);
  expect(changedSince(chain, 1).map(({ effect }) => effect)).toEqual(["video.fade"]);
  const { results } = prove("video", "Ferry", null);
  expect(results).toBe(resultsNow);
  expect(changedSince(chain, results!)).toEqual([]);
});
