import type Joi from "joi";

/** How the API reads what it is sent: as it is, nothing guessed. */
export const readingOptions = {
  convert: false,
  errors: { wrap: { label: false } },
} as const satisfies Joi.ValidationOptions;

/** The first thing wrong with an input: where, and in words. */
export interface InputProblem {
  /** Ours where the schema says one, else `bad-input`. */
  readonly code: string;
  readonly field: string;
  readonly message: string;
  readonly hint?: string;
}

const hints: Readonly<Record<string, string>> = {
  "weak-password": "Several words that have nothing to do with each other are easy to remember.",
  "key-reserved": "Choose a digit or another letter; all actions with their keys are shown by ?.",
};

/** What to do about a problem of that code, where its message does not say it. */
export const hintFor = (code: string): string | undefined => hints[code];

/** Joi's own types are two words with a dot; the schemas here give theirs without one. */
const problemOf = ({ type, message, path }: Joi.ValidationErrorItem): InputProblem => ({
  code: type.includes(".") ? "bad-input" : type,
  field: path.join("."),
  message: `${message}.`,
  ...(hintFor(type) !== undefined && { hint: hintFor(type) }),
});

/** Reads an input by its schema; gives what it lets through, or the first problem. */
export function check<T>(schema: Joi.ObjectSchema, input: unknown): { value: T } | { problem: InputProblem } {
  const { error, value } = schema.validate(input, { ...readingOptions, abortEarly: true });
  return error ? { problem: problemOf(error.details[0]) } : { value: value as T };
}
