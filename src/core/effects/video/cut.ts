import { eased } from "../../time/ease";
import { covering, type EarlierPicture, type EarlierTime } from "../../picture/earlier";
import type { Frame } from "../../picture/frame";
import type { PictureWork } from "../../picture/work";
import type { Moment } from "../../time/moment";
import { secondsIn } from "../../time/ratio";
import { onStrips } from "../image/work";
import { choice, seconds } from "../parameter";
import { courseChoice, courseEase } from "./course";

/** What every transition over the cut at a clip's start has. */
export const cutParameters = {
  lasts: seconds({
    label: "Lasts",
    help: "From the clip's start; the end of the clip before is seen for as long.",
    min: 0.04,
    max: 20,
    default: 1,
    taper: "log",
    keyframes: false,
  }),
  course: courseChoice,
};

interface CutValues {
  readonly lasts: number;
  readonly course: string;
}

/** A transition is never longer than its clip. */
const lastsOn = ({ lasts }: CutValues, { length }: Moment): number => Math.min(lasts, secondsIn(length));

/** How far the later clip has come, 0…1; 1 once the transition is over. */
export const come = (values: CutValues, moment: Moment): number =>
  eased(courseEase(values.course), moment.time / lastsOn(values, moment));

/** What all of them are. */
export const cutFacts = {
  category: "transitions",
  encoding: "linear",
  lively: true,
  earlierAt(values: CutValues, moment: Moment): EarlierTime | null {
    const beforeEnd = lastsOn(values, moment) - moment.time;
    return beforeEnd > 1e-9 ? { beforeEnd } : null;
  },
} as const;

/** The side from which the later clip comes. */
export const sideChoice = choice({
  label: "From",
  help: "The side from which the clip comes.",
  options: [
    { value: "left", label: "left" },
    { value: "right", label: "right" },
    { value: "above", label: "above" },
    { value: "below", label: "below" },
  ],
  default: "right",
});

/** The way along which it comes, across and down, in shares of the frame. */
export const ways = { left: [1, 0], right: [-1, 0], above: [0, 1], below: [0, -1] } as const;

/** The later picture over the earlier one, at each pixel as much of it as `seen` says. */
export function overEarlier(
  frame: Frame,
  earlier: EarlierPicture | null | undefined,
  seen: (x: number, y: number) => number,
): PictureWork {
  const before = covering(earlier, frame);
  return onStrips((planes, { width, left, top, columns, rows }) => {
    for (let row = 0, i = 0; row < rows; row++)
      for (let x = left, at = (top + row) * width + left; x < left + columns; x++, i++, at++) {
        const share = seen(x, top + row);
        for (let c = 0; c < 3; c++) {
          const was = before.planes[c][at];
          planes[c][i] = was + (planes[c][i] - was) * share;
        }
      }
  });
}
