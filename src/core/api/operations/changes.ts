import type { SignedChange } from "../command";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

const changesInput = ({ Joi, id }: Schemas) =>
  Joi.object({
    stream: Joi.string().valid("library", "member", "session").default("library"),
    sessionId: id.when("stream", { is: "session", then: Joi.required() }),
    since: Joi.string()
      .pattern(/^\d{1,9}$/)
      .default("0"),
  });

export const changes = operation<
  { readonly changes: readonly SignedChange[]; readonly more: boolean },
  {
    stream: "library" | "member" | "session";
    sessionId?: string;
    since: string;
  }
>()({
  method: "GET",
  path: `${ofLibrary}/changes`,
  summary: "What a stream has brought since a revision",
  needs: "read",
  query: changesInput,
  answer: "`changes`, the oldest first, at most 500; `more` says whether there are others",
});
