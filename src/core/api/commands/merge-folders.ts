import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Puts all that lies in one folder into another, those of the same name likewise, and removes the first. */
export const mergeFolders = command<
  { folderId: string; intoId: string; seen?: number },
  { movedCards: number }
>()({
  name: "merge-folders",
  right: "curate",
  stream: "library",
  input: Joi.object({ folderId: id.required(), intoId: id.required(), seen }),
});
