import type { Room } from "./room";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

const removalInput = ({ Joi }: Schemas) =>
  Joi.object({
    ids: Joi.array().items(Joi.string().hex().length(64)).min(1).max(10_000).unique().required(),
  });

export const removeMaterial = operation<Room & { readonly removed: readonly string[] }, { ids: string[] }>()({
  method: "POST",
  path: `${ofLibrary}/material/remove`,
  summary: "Remove material that nothing uses, for good",
  needs: "govern",
  body: removalInput,
  answer: "The ids that were `removed`, and as `room` has it",
});
