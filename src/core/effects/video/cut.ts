import { eased, namedEases } from "../../time/ease";
import type { Moment } from "../../time/moment";
import { secondsIn } from "../../time/ratio";
import { choice, seconds } from "../parameter";
import { easeChoice } from "./fade";

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
  course: easeChoice,
};

interface CutValues {
  readonly lasts: number;
  readonly course: string;
}

/** A transition is never longer than its clip. */
const lastsOn = ({ lasts }: CutValues, { length }: Moment): number => Math.min(lasts, secondsIn(length));

/** How far the later clip has come, 0…1; 1 once the transition is over. */
export const come = (values: CutValues, moment: Moment): number =>
  eased(namedEases[values.course as keyof typeof namedEases].ease, moment.time / lastsOn(values, moment));

/** How long before the end of the clip before its frame is, in seconds; null where none is needed. */
export function beforeEnd(values: CutValues, moment: Moment): number | null {
  const left = lastsOn(values, moment) - moment.time;
  return left > 1e-9 ? left : null;
}

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
