import type Joi from "joi";
import type { Change } from "@/core/library/change";
import type { Right } from "@/core/library/roles";
import { id } from "./fields";

/**
 * What a change of a library is, for those who ask for it, describe it and carry it out alike (`server/commands`).
 * `Input` is what its schema lets through, `Result` what comes of it besides the change.
 */
export interface CommandShape<Name extends string = string, Input = never, Result extends object = object> {
  readonly name: Name;
  readonly right: Right;
  /** Which line of revisions its changes belong to. */
  readonly stream: "library" | "member" | "session";
  readonly input: Joi.ObjectSchema;
  /** Of those of a library: it can be done to the member's private cards too, as a change of theirs. */
  readonly ownToo?: true;
  /** What taking it back asks for, where that is not `right`. */
  readonly undoRight?: Right;
  /** Of numbers that JavaScript would change the text is kept, see `formats/exact-numbers`. */
  readonly exact?: true;
  /** Only notes a fact; taking back passes it by. */
  readonly isStamp?: boolean;
  /** Never there: holds the types. */
  readonly types?: (input: Input) => Result;
}

/** Declares a command. */
export const command =
  <Input = object, Result extends object = object>() =>
  <Name extends string>(
    shape: Omit<CommandShape<Name, Input, Result>, "types">,
  ): CommandShape<Name, Input, Result> =>
    shape;

/** The fields that every command's request may have besides its own. */
const envelope = { requestId: id, sessionId: id };

/** What a request for a command may hold. */
export const requestSchema = ({ input, stream }: Pick<CommandShape, "input" | "stream">): Joi.ObjectSchema =>
  input.keys(stream === "session" ? { ...envelope, sessionId: envelope.sessionId.required() } : envelope);

/** A change with what it was, in the words of the history. */
export type SignedChange = Change & { readonly summary: string };

/** What a command answers: the change that it made, null where there was nothing to change. */
export interface CommandAnswer<Result extends object = object> {
  readonly change: SignedChange | null;
  readonly result: Result;
}
