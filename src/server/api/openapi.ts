import type Joi from "joi";
import { describeRight } from "../member";
import { requestSchema } from "@/core/api/command";
import { commands } from "../commands";
import type { Operation } from "@/core/api/operation";
import { schemasOf } from "@/core/api/schemas";
import { operations } from "@/core/api/operations";

type Schema = Record<string, unknown>;

/** A Joi schema as a JSON Schema of draft 2020-12, which OpenAPI 3.1 takes as it is. */
function jsonSchema(schema: Joi.Schema): Schema {
  const made = schema["~standard"] as unknown as {
    jsonSchema: { input(options: { target: string }): Schema };
  };
  return made.jsonSchema.input({ target: "draft-2020-12" });
}

const errorAnswer = (description: string) => ({
  description,
  content: { "application/json": { schema: { $ref: "#/components/schemas/Error" } } },
});

const parameters = (path: string, query: Joi.ObjectSchema | undefined) => {
  const { properties = {}, required = [] } = query
    ? (jsonSchema(query) as { properties?: Record<string, Schema>; required?: string[] })
    : {};
  return [
    ...[...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: "path",
      required: true,
      schema: { type: "string" },
    })),
    ...Object.entries(properties).map(([name, schema]) => ({
      name,
      in: "query",
      required: required.includes(name),
      schema,
    })),
  ];
};

const needs = (needed: Operation["needs"]) =>
  needed === "none"
    ? "Anybody may ask."
    : needed === "user"
      ? "For whoever is signed in, and for keys."
      : needed === "person"
        ? "For members who are signed in; keys may not."
        : `For members who may ${describeRight(needed)}.`;

function describeOperation(operation: Operation) {
  const { method, path, summary, needs: needed, takesFile, gives, answer } = operation;
  const { query, body } = schemasOf(operation);
  const content = takesFile
    ? { "application/octet-stream": { schema: { type: "string", format: "binary" } } }
    : body && { "application/json": { schema: jsonSchema(body) } };
  return {
    operationId: `${method.toLowerCase()}${path.replace(/[{}]/g, "").replace(/[/.-]+(\w)/g, (_, letter: string) => letter.toUpperCase())}`,
    summary,
    description: needs(needed),
    ...(needed === "none" ? { security: [] } : {}),
    parameters: parameters(path, query),
    ...(content && { requestBody: { required: true, content } }),
    responses: {
      200: {
        description: answer,
        content: gives ? { [gives]: {} } : { "application/json": { schema: { type: "object" } } },
      },
      ...((body || query) && {
        400: errorAnswer("The request is not as described; the error names the field."),
      }),
      ...(needed !== "none" && {
        401: errorAnswer("Nobody is signed in, or the key is not in force."),
        403: errorAnswer("The asker may not do this."),
        404: errorAnswer("It does not exist for the asker."),
      }),
    },
  };
}

/** The commands as operations: each is a POST of its own. */
const commandOperations: readonly Operation[] = commands.map((command) => ({
  method: "POST",
  path: `/libraries/{libraryId}/commands/${command.name}`,
  summary: `Command ${command.name}`,
  needs: command.right,
  body: () => requestSchema(command),
  answer: "The recorded `change` (null where there was nothing to change), and the command's `result`",
}));

export const allOperations: readonly Operation[] = [...operations, ...commandOperations];

/** The description of the whole API. */
export function openApi() {
  const paths: Record<string, Record<string, object>> = {};
  for (const operation of allOperations)
    (paths[operation.path] ??= {})[operation.method.toLowerCase()] = describeOperation(operation);
  return {
    openapi: "3.1.0",
    info: {
      title: "Fichier",
      version: "1",
      description:
        "Everything that the interface does. A script shows its key as `Authorization: Bearer …`; keys are made under Team. Every change is a command; with a `requestId` (a UUID) of its own it can be sent again after a lost answer and is carried out once. A command that carries `seen`, the version of the row it was made on, is refused with 409 where the row has changed since; the error holds what was `seen` and the `current` row.",
    },
    servers: [{ url: "/api" }],
    security: [{ key: [] }],
    paths,
    components: {
      securitySchemes: { key: { type: "http", scheme: "bearer" } },
      schemas: {
        Error: {
          type: "object",
          required: ["error"],
          properties: {
            error: {
              type: "object",
              required: ["code", "message"],
              properties: {
                code: { type: "string" },
                message: { type: "string" },
                field: { type: "string" },
                hint: { type: "string" },
              },
            },
          },
        },
      },
    },
  };
}
