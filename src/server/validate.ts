import type Joi from "joi";
import { check } from "@/core/api/check";
import { Refusal } from "./refusal";

/** Checks input against a schema. Refuses with the first problem, in words, and its field. */
export function validate<T>(schema: Joi.ObjectSchema, input: unknown): T {
  const checked = check<T>(schema, input);
  if ("value" in checked) return checked.value;
  const { code, message, ...details } = checked.problem;
  throw new Refusal(400, code, message, details);
}
