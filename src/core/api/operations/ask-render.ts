import {
  filmRateIds,
  leastSide,
  mostSide,
  resultFormats,
  type FilmShape,
  type ResultFormat,
} from "@/core/library/renders";
import type { Rendering } from "./one-render";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

export interface AskRender extends FilmShape {
  readonly sessionId: string;
  readonly targetIds: readonly string[];
  readonly format: ResultFormat;
  readonly requestId?: string;
}

const renderInput = ({ Joi, id }: Schemas) =>
  Joi.object({
    sessionId: id.required(),
    targetIds: Joi.array().items(id).min(1).max(500).unique().required(),
    format: Joi.string()
      .valid(...Object.keys(resultFormats))
      .required(),
    side: Joi.number()
      .integer()
      .min(leastSide)
      .max(mostSide)
      .messages({ "number.base": "The shorter side is a number of pixels" }),
    rate: Joi.string().valid(...filmRateIds),
    requestId: id,
  });

export const askRender = operation<{ readonly render: Rendering }, AskRender>()({
  method: "POST",
  path: `${ofLibrary}/renders`,
  summary: "Have targets rendered as they are now",
  needs: "bench",
  body: renderInput,
  answer: "The `render` that was begun",
});
