"use client";

import { joiResolver } from "@hookform/resolvers/joi";
import type Joi from "joi";
import {
  useEffect,
  useMemo,
  useRef,
  useState,
  type ComponentProps,
  type FormEvent,
  type ReactNode,
} from "react";
import {
  get,
  set,
  useForm,
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  type Path,
  type PathValue,
  type Resolver,
  type UseFormRegisterReturn,
} from "react-hook-form";
import { hintFor, readingOptions } from "@/core/api/check";
import { ApiError, sayError } from "../data/api";
import { useKeysWaitForAnswer } from "../keys/held-keys";
import { Problem } from "./problem";
import { schemaFrom, type SchemaSource } from "./schema-source";

/** What is said of a part of the request in words of the form's own, and at which field, where that is another one. */
type Sayings = Readonly<Record<string, { readonly words?: string; readonly at?: string }>>;

export interface FormFields<Values> {
  /** What the fields hold at first; their names are those of the request's fields. */
  readonly first: Values;
  readonly sayings?: Sayings;
}

interface Options<Values, Request> extends FormFields<Values> {
  /** Of the request: what the server would refuse by it is said at its field and not sent. */
  readonly schema: SchemaSource;
  /** The request that the fields make, where it is not just they; `refusal` is what the server said last, if nothing was changed since. */
  readonly request?: (values: Values, refusal: ApiError | undefined) => unknown;
  readonly send: (request: Request) => Promise<void>;
}

export interface RequestForm<Values extends FieldValues> {
  /** For an input of that name. */
  field(name: Path<Values>): UseFormRegisterReturn & { readonly problem: string | undefined };
  /** For a part that shows a value and tells of another. */
  choice<N extends Path<Values>>(
    name: N,
  ): {
    readonly value: PathValue<Values, N>;
    readonly onChange: (value: PathValue<Values, N>) => void;
    readonly problem: string | undefined;
  };
  /** What is wrong with something that has no field here. */
  readonly problem: string | undefined;
  /** What the server said last, until something is changed. */
  readonly refusal: ApiError | undefined;
  readonly busy: boolean;
  submit(event: FormEvent): void;
  /** Something was changed: what the server said of it before is void. */
  changed(): void;
}

/** The paths of all values that are no objects. */
const pathsOf = (values: object, before = ""): string[] =>
  Object.entries(values).flatMap(([name, value]) =>
    value !== null && typeof value === "object" && !Array.isArray(value)
      ? pathsOf(value as object, `${before}${name}.`)
      : [`${before}${name}`],
  );

const asSentence = (words: string) => (/[.?!]$/.test(words) ? words : `${words}.`);

/** The problems that a schema found, by their paths. */
const problemsOf = (errors: object, before = ""): [string, string][] =>
  Object.entries(errors).flatMap(
    ([name, error]: [string, { type?: string; message?: unknown } | undefined]) =>
      typeof error?.message === "string"
        ? [
            [
              `${before}${name}`,
              [asSentence(error.message), hintFor(error.type ?? "")].filter(Boolean).join(" "),
            ] as [string, string],
          ]
        : error && typeof error === "object" && name !== "ref"
          ? problemsOf(error, `${before}${name}.`)
          : [],
  );

const sayingFor = (path: string, sayings: Sayings) =>
  Object.entries(sayings).find(([part]) => path === part || path.startsWith(`${part}.`))?.[1];

/** What a schema found, as the form says it. */
function saidOf(errors: FieldErrors, sayings: Sayings): FieldErrors {
  const said: FieldErrors = {};
  for (const [path, message] of problemsOf(errors)) {
    const saying = sayingFor(path, sayings);
    set(said, saying?.at ?? path, { type: "schema", message: saying?.words ?? message });
  }
  return said;
}

const none: Sayings = {};

const notLoaded = () => {
  throw new ApiError(0, "not-loaded", "What checks this form could not be loaded.", {
    hint: "Try again in a moment; if it stays so, load the page anew.",
  });
};
const checking = (schema: SchemaSource) => schemaFrom(schema).catch(notLoaded);

/** The package's resolver is typed for schemas of another kind. */
const resolverOf = <Request extends FieldValues>(schema: Joi.ObjectSchema) =>
  (joiResolver as unknown as (schema: Joi.ObjectSchema, options: Joi.ValidationOptions) => Resolver<Request>)(
    schema,
    { ...readingOptions, abortEarly: false },
  );

/** The state of a form that makes a request. */
export function useRequestForm<Values extends FieldValues, Request extends FieldValues = Values>({
  schema,
  first,
  request,
  send,
  sayings = none,
}: Options<Values, Request>): RequestForm<Values> {
  const [failure, setFailure] = useState<unknown>();
  const refusal = failure instanceof ApiError ? failure : undefined;
  const sending = useRef(false);
  const keysWait = useKeysWaitForAnswer();
  // While it is filled in.
  useEffect(() => void checking(schema).catch(() => undefined), [schema]);
  const resolver: Resolver<Values, unknown, Request> = async (values, context, options) => {
    const made = request ? request(values, refusal) : values;
    const found = await resolverOf<Request>(await checking(schema))(
      made as Request,
      context,
      options as never,
    );
    return (
      Object.keys(found.errors).length === 0 ? found : { values: {}, errors: saidOf(found.errors, sayings) }
    ) as Awaited<ReturnType<Resolver<Values, unknown, Request>>>;
  };
  const { register, watch, setValue, setFocus, clearErrors, handleSubmit, formState } = useForm<
    Values,
    unknown,
    Request
  >({
    defaultValues: first as DefaultValues<Values>,
    resolver,
  });
  const { errors, isSubmitting, isSubmitted } = formState;
  const shown = useMemo(() => pathsOf(first), [first]);
  const refused = typeof refusal?.details.field === "string" ? refusal.details.field : "";
  const problemAt = (name: string): string | undefined => {
    if (refusal && refused === name) return sayError(refusal);
    const { message } = (get(errors, name) ?? {}) as { message?: string };
    return message;
  };
  const elsewhere = problemsOf(errors as FieldErrors).find(([path]) => !shown.includes(path));
  const isTaken = useRef(false);
  const sendIt = handleSubmit(async (made) => {
    setFailure(undefined);
    try {
      await send(made);
      isTaken.current = true;
    } catch (error) {
      setFailure(error);
      const field = error instanceof ApiError ? error.details.field : undefined;
      if (typeof field === "string" && shown.includes(field)) setFocus(field as Path<Values>);
    }
  });
  return {
    field: (name) => ({ ...register(name), problem: problemAt(name) }),
    choice: (name) => ({
      value: watch(name),
      onChange: (value) => {
        setFailure(undefined);
        setValue(name, value, { shouldValidate: isSubmitted });
      },
      problem: problemAt(name),
    }),
    problem: failure !== undefined && !shown.includes(refused) ? sayError(failure) : elsewhere?.[1],
    refusal,
    busy: isSubmitting,
    submit(event) {
      event.preventDefault();
      // Enter pressed twice is one request.
      if (sending.current) return;
      sending.current = true;
      isTaken.current = false;
      const answered = keysWait();
      void sendIt(event)
        .catch(setFailure)
        .finally(() => {
          sending.current = false;
          answered(isTaken.current);
        });
    },
    changed() {
      setFailure(undefined);
      // Whatever it was about may be what was changed; else the next sending says it again.
      if (elsewhere) clearErrors(elsewhere[0] as Path<Values>);
    },
  };
}

interface FormProps<Values extends FieldValues> extends Omit<ComponentProps<"form">, "onSubmit" | "form"> {
  readonly form: RequestForm<Values>;
  readonly buttons: ReactNode;
}

/** The form itself: its fields, what is wrong with none of them, and the buttons at the foot. */
export function Form<Values extends FieldValues>({ form, children, buttons, ...rest }: FormProps<Values>) {
  return (
    <form
      noValidate
      onSubmit={form.submit}
      onInput={form.changed}
      onKeyDown={(event) => {
        // In a field of several lines Enter begins the next one.
        if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
        event.preventDefault();
        event.currentTarget.requestSubmit();
      }}
      {...rest}
    >
      {children}
      <Problem>{form.problem}</Problem>
      {buttons}
    </form>
  );
}
