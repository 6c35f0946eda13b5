import Joi from "joi";
import * as account from "./account";
import { drawn, inPlaceFields } from "./commands/in-place-input";
import * as fields from "./fields";

/** The tools that schemas of operations are made with. They are handed to the operation, so that a client can ask for it without loading them. */
export const schemas = { Joi, ...fields, ...account, drawn, inPlaceFields };
export type Schemas = typeof schemas;

interface Described {
  readonly query?: (tools: Schemas) => Joi.ObjectSchema;
  readonly body?: (tools: Schemas) => Joi.ObjectSchema;
}
interface Made {
  readonly query: Joi.ObjectSchema | undefined;
  readonly body: Joi.ObjectSchema | undefined;
}
const made = new WeakMap<Described, Made>();

/** The schemas of an operation, made once. */
export function schemasOf(operation: Described): Made {
  const known = made.get(operation) ?? {
    query: operation.query?.(schemas),
    body: operation.body?.(schemas),
  };
  made.set(operation, known);
  return known;
}
