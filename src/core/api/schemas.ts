import Joi from "joi";
import * as account from "./account";
import { drawn, inPlaceFields } from "./commands/in-place-input";
import * as fields from "./fields";

/** What the schemas of operations are made from. It is handed to them, so that an operation can be asked for without it. */
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
