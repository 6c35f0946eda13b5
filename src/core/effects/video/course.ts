import { easeIds, namedEases, type Ease } from "../../time/ease";
import { choice } from "../parameter";

/** How an effect that takes its time goes from one to the other. */
export const courseChoice = choice({
  label: "Course",
  help: "How it goes from one to the other.",
  options: easeIds.filter((id) => id !== "hold").map((id) => ({ value: id, label: namedEases[id].label })),
  default: "linear",
});

/** The ease of a choice that was checked. */
export const courseEase = (course: string): Ease => namedEases[course as keyof typeof namedEases].ease;
