import Joi from "joi";
import { command } from "../command";
import { inPlaceFields, rendered, type InPlaceWork, type Rendered } from "./in-place-input";

interface RenderInPlace extends Omit<InPlaceWork, "routineId" | "drawn"> {
  readonly rendered?: readonly Rendered[];
}

/**
 * Puts what targets were rendered to in the place of their material, with nothing left on their chains. What they were is
 * remembered, and can be brought back. Asked for by way of `renders/in-place`, which renders first.
 */
export const renderInPlace = command<RenderInPlace>()({
  name: "render-in-place",
  right: "bench",
  stream: "session",
  input: Joi.object({ ...inPlaceFields, rendered }).oxor("range", "again"),
});
