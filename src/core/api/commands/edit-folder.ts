import Joi from "joi";
import { folderSigns, type FolderSign } from "@/core/library/entities";
import { targetKinds, type TargetKind } from "@/core/media";
import { id, nameOf, seen } from "../fields";
import { command } from "../command";

/** Renames a folder, gives it a sign or the picture of a card, or limits it to cards for some kinds of target (none: it takes all). */
export const editFolder = command<{
  folderId: string;
  name?: string;
  sign?: FolderSign;
  fits?: TargetKind[];
  pictureOf?: string | null;
  seen?: number;
}>()({
  name: "edit-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({
    folderId: id.required(),
    name: nameOf("folder"),
    sign: Joi.string().valid(...folderSigns),
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique(),
    pictureOf: id.allow(null),
    seen,
  }).or("name", "sign", "fits", "pictureOf"),
});
