import { useMemo } from "react";
import type { FieldValues } from "react-hook-form";
import type { CommandName, InputOf, ResultOf } from "@/core/api/commands";
import type { ApiError } from "../data/api";
import { sentence } from "@/core/library/words";
import { useDesk } from "../data/desk";
import { useRequestForm, type FormFields, type RequestForm } from "./form";
import { requestOf } from "./schema-source";

interface CommandOptions<N extends CommandName, Values> extends FormFields<Values> {
  readonly request: (values: Values, refusal: ApiError | undefined) => InputOf<N>;
  readonly done: (result: ResultOf<N>) => void;
}

/** The state of a form that asks for a command. What was done is said at the foot of the window. */
export function useCommandForm<N extends CommandName, Values extends FieldValues>(
  command: N,
  { done, ...options }: CommandOptions<N, Values>,
): RequestForm<Values> {
  const { send, tell } = useDesk();
  const schema = useMemo(() => () => requestOf(command), [command]);
  return useRequestForm<Values, InputOf<N>>({
    ...options,
    schema,
    async send(input) {
      const { change, result } = await send(command, () => input);
      if (change) tell({ kind: "done", text: sentence(change.summary) });
      done(result);
    },
  });
}
