import { columnPlaces, tableColumns, type MemberSettings } from "@/core/library/media";
import { boardIds } from "@/core/keys/boards";
import { wayIds } from "@/core/chain/ways";
import { mostOpen } from "@/core/library/desk";
import { mostStages } from "@/core/library/stages";
import { mostPreferred } from "@/core/library/variants";
import { targetKinds, workingMedia } from "@/core/media";
import { longestQuery } from "@/core/search/query/parse";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

const settingsInput = ({ Joi, id, madeFor, nameOf }: Schemas) => {
  const widths = Joi.object()
    .pattern(Joi.string().pattern(/^[a-z]{1,20}$/), Joi.number().min(0).max(100))
    .max(5);
  const way = Joi.string().valid(...wayIds);
  return Joi.object({
    bareKeys: Joi.boolean(),
    narrowBar: Joi.boolean(),
    aliasesAct: Joi.boolean(),
    applyWay: way,
    applyWays: Joi.object(Object.fromEntries(targetKinds.map((kind) => [kind, way]))),
    begins: Joi.object(Object.fromEntries(targetKinds.map((kind) => [kind, id.allow(null)]))),
    lastSessionId: id,
    board: Joi.string().valid(...boardIds),
    closedRows: Joi.array().items(id).unique().max(2000),
    tableColumns: Joi.array()
      .items(Joi.string().valid(...tableColumns))
      .unique(),
    tableSort: Joi.object({
      by: Joi.string()
        .valid("name", ...tableColumns)
        .required(),
      desc: Joi.boolean().required(),
    }).allow(null),
    preferredFormats: Joi.array().items(madeFor).unique().max(mostPreferred),
    foldVariants: Joi.boolean(),
    isViewLocked: Joi.boolean(),
    stages: Joi.object(
      Object.fromEntries(
        workingMedia.map((medium) => [
          medium,
          Joi.array()
            .items(
              Joi.object({
                name: nameOf("stage").required(),
                effects: Joi.array().items(Joi.string().max(100)).max(100).unique().required(),
                query: Joi.string().allow("").max(longestQuery).required(),
              }),
            )
            .max(mostStages),
        ]),
      ),
    ),
    openFolders: Joi.array().items(id).unique().max(mostOpen),
    columns: Joi.object(Object.fromEntries(columnPlaces.map((place) => [place, widths]))),
  });
};

export const changeSettings = operation<{ readonly settings: MemberSettings }, MemberSettings>()({
  method: "PATCH",
  path: `${ofLibrary}/settings`,
  summary: "Change how the interface behaves for the asker",
  needs: "own",
  body: settingsInput,
  answer: "All `settings`",
});
