import { describe, expect, it } from "vitest";
import { momentOf } from "../time/moment";
import { earlierFrameAt, earlierTimeOf, needsEarlier } from "./cut";
import type { Chain, Json } from "./model";

const chainOf = (...settings: [effect: string, values?: Record<string, Json>, on?: boolean][]): Chain => ({
  medium: "video",
  settings: settings.map(([effect, values = {}, on = true]) => ({ effect, values, on, mix: 100 })),
});
/** Four seconds at 25 frames. */
const at = (frame: number) => momentOf(frame, 100, [25, 1]);

describe("what a chain needs of the clip before", () => {
  it("is nothing without a transition and without something beneath, also where they are off", () => {
    for (const chain of [
      chainOf(),
      chainOf(["video.blend"], ["image.exposure"]),
      chainOf(["video.dissolve", {}, false], ["video.superimpose", {}, false]),
    ]) {
      expect(needsEarlier(chain)).toBe(false);
      expect(earlierTimeOf(chain, at(0))).toBeNull();
    }
  });

  it("is its end while a transition lasts, then what lies beneath", () => {
    const chain = chainOf(["video.superimpose", { along: "start" }], ["video.dissolve", { lasts: 1 }]);
    expect(needsEarlier(chain)).toBe(true);
    expect(earlierTimeOf(chain, at(0))).toEqual({ beforeEnd: 1 });
    expect(earlierTimeOf(chain, at(20))).toEqual({ beforeEnd: expect.closeTo(0.2, 9) as number });
    expect(earlierTimeOf(chain, at(25))).toEqual({ fromStart: 1 });
    expect(earlierTimeOf(chainOf(["video.dissolve", { lasts: 1 }]), at(25))).toBeNull();
    // Of several transitions the one that lasts longest.
    const two = chainOf(["video.dissolve", { lasts: 1 }], ["video.wipe", { lasts: 2 }]);
    expect(earlierTimeOf(two, at(10))).toEqual({ beforeEnd: expect.closeTo(1.6, 9) as number });
  });

  it("lies beneath from its start, or so that both end together", () => {
    const beneath = (along: string, frame: number, frames: number) =>
      earlierFrameAt(earlierTimeOf(chainOf(["video.superimpose", { along }]), at(frame))!, frames, [25, 1]);
    // Worked by hand, for a clip before of 60, 100 and 150 frames beneath one of 100.
    expect([0, 30, 59, 60, 99].map((n) => beneath("start", n, 60))).toEqual([0, 30, 59, 59, 59]);
    expect([0, 40, 41, 99].map((n) => beneath("end", n, 60))).toEqual([0, 0, 1, 59]);
    expect([0, 50, 99].map((n) => beneath("end", n, 100))).toEqual([0, 50, 99]);
    expect([0, 50, 99].map((n) => beneath("end", n, 150))).toEqual([50, 100, 149]);
    // At another rate the frame that is shown then.
    expect(earlierFrameAt({ fromStart: 1 }, 200, [30000, 1001])).toBe(29);
    expect(earlierFrameAt({ beforeEnd: 1 }, 200, [30000, 1001])).toBe(170);
  });
});
