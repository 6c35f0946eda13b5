import type { SignedChange } from "../command";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

export interface TakeBack {
  readonly direction?: "undo" | "redo";
  readonly sessionId?: string;
  readonly change?: { readonly streamId: string; readonly revision: number };
  readonly requestId?: string;
}

const takeBackInput = ({ Joi, id }: Schemas) =>
  Joi.object({
    direction: Joi.string().valid("undo", "redo"),
    sessionId: id,
    change: Joi.object({
      streamId: id.required(),
      revision: Joi.number()
        .integer()
        .min(1)
        .max(2 ** 31 - 1)
        .required(),
    }),
    requestId: id,
  })
    .xor("direction", "change")
    .without("change", "sessionId");

export const takeBack = operation<{ readonly change: SignedChange | null }, TakeBack>()({
  method: "POST",
  path: `${ofLibrary}/take-back`,
  summary: "Take back a change, or do it again",
  needs: "read",
  body: takeBackInput,
  answer: "The `change` that this made, or null where there was nothing to take back",
});
