import type Joi from "joi";
import type { Right } from "@/core/library/roles";
import type { Schemas } from "./schemas";

/**
 * One thing that can be asked of the API besides the commands: for those who ask (`ui/data/api.ts`), answer
 * (`server/serve.ts`) and describe it alike. `Takes` is what its body or query lets through, `Answer` its JSON.
 */
export interface Operation<Path extends string = string, Takes extends object = never, Answer = unknown> {
  readonly method: "GET" | "POST" | "PATCH";
  /** Below `/api`, with parameters in braces. */
  readonly path: Path;
  readonly summary: string;
  /** What the asker must be allowed; `none` where anybody may ask, `person` where only somebody who is signed in may, `user` where a library plays no part. */
  readonly needs: Right | "none" | "person" | "user";
  /** The schema of what is sent. A function of the tools it is made with, so that a client which only asks loads none of them. */
  readonly query?: (tools: Schemas) => Joi.ObjectSchema;
  readonly body?: (tools: Schemas) => Joi.ObjectSchema;
  /** The body is a file as it is. */
  readonly takesFile?: true;
  /** The media type of the answer, where it is not JSON. */
  readonly gives?: string;
  /** What the answer holds. */
  readonly answer: string;
  /** Never there: holds the types. */
  readonly types?: (takes: Takes) => Answer;
}

/** Declares an operation. */
export const operation =
  <Answer, Takes extends object = object>() =>
  <Path extends string>(
    described: Omit<Operation<Path, Takes, Answer>, "types">,
  ): Operation<Path, Takes, Answer> =>
    described;

/** The parameters in an operation's path. */
export type Parameters<Path extends string> = {
  readonly [N in NamesIn<Path>]: string;
};
type NamesIn<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}`
  ? Name | NamesIn<Rest>
  : never;

/** Whom an operation concerns begins with this. */
export const ofLibrary = "/libraries/{libraryId}";
