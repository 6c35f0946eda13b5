import type Joi from "joi";
import type { Schemas } from "@/core/api/schemas";
import type { CommandName } from "@/core/api/commands";

/** Says by which schema a form's request is checked; it is asked for when the form is there. */
export type SchemaSource = (tools: Schemas) => Joi.ObjectSchema | Promise<Joi.ObjectSchema>;

/** Makes a form's schema; the tools for it are loaded with the first form. Rejects where they cannot be. */
export async function schemaFrom(source: SchemaSource): Promise<Joi.ObjectSchema> {
  const { schemas } = await import("@/core/api/schemas");
  return source(schemas);
}

/** The schema of a command's input. */
export async function inputOf(command: CommandName): Promise<Joi.ObjectSchema> {
  const { shapeOf } = await import("@/core/api/commands");
  return shapeOf(command).input;
}

/** The schema of a request for a command: its input and the envelope. */
export async function requestOf(command: CommandName): Promise<Joi.ObjectSchema> {
  const [{ shapeOf }, { requestSchema }] = await Promise.all([
    import("@/core/api/commands"),
    import("@/core/api/command"),
  ]);
  return requestSchema(shapeOf(command));
}
