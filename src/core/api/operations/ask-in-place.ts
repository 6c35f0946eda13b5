import type { InPlaceWork } from "../commands/in-place-input";
import { operation, ofLibrary } from "../operation";
import type { Rendering } from "./one-render";

export interface AskInPlace extends InPlaceWork {
  readonly requestId?: string;
}

export const askInPlace = operation<{ readonly render: Rendering }, AskInPlace>()({
  method: "POST",
  path: `${ofLibrary}/renders/in-place`,
  summary:
    "Have targets rendered in place, or a routine run that does so, as one change once all is rendered",
  needs: "bench",
  body: ({ Joi, drawn, inPlaceFields, id }) =>
    Joi.object({ sessionId: id.required(), ...inPlaceFields, routineId: id, drawn, requestId: id })
      .with("drawn", "routineId")
      .oxor("routineId", "again")
      .oxor("range", "again"),
  answer: "The `render` that was begun; `said` tells what came of it",
});
