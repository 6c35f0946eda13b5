import type Joi from "joi";
import { Refusal } from "./refusal";

/** Checks input against a schema. Refuses with the first problem, in words, and its field. */
export function validate<T>(schema: Joi.ObjectSchema, input: unknown): T {
  const { error, value } = schema.validate(input, {
    abortEarly: true,
    convert: false,
    errors: { wrap: { label: false } },
  });
  if (error) {
    const [detail] = error.details;
    throw new Refusal(400, "bad-input", `${detail.message}.`, { field: detail.path.join(".") });
  }
  return value as T;
}
