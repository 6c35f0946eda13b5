import { ofLibrary, type Operation, type Parameters } from "@/core/api/operation";
import { schemasOf } from "@/core/api/schemas";
import { longestSignIn } from "./http/limits";
import { requireMember, requirePerson, requireRight, requireUser, type Asker, type Member } from "./member";
import { body, route } from "./route";
import { validate } from "./validate";

interface Asked<Path extends string, Takes> {
  readonly request: Request;
  readonly parameters: Parameters<Path>;
  /** Who asks, allowed what the operation needs: a member of the library, else a user; null where anybody may ask. */
  readonly member: Path extends `${typeof ofLibrary}${string}` ? Member : Asker | null;
  /** What its body or its query holds. */
  readonly input: Takes;
}

const concernsLibrary = ({ path }: Pick<Operation, "path">) => path.startsWith(ofLibrary);

async function askerOf({ needs }: Operation, request: Request): Promise<Asker | null> {
  if (needs === "none") return null;
  const asker = await requireUser(request.headers);
  if (needs === "person") requirePerson({ scope: asker.key?.scope ?? null });
  return asker;
}

async function memberFor({ needs }: Operation, request: Request, libraryId: string): Promise<Member> {
  const member = await requireMember(request.headers, libraryId);
  if (needs === "person") requirePerson(member);
  else if (needs !== "none" && needs !== "user") requireRight(member, needs);
  return member;
}

async function inputOf(operation: Operation, request: Request): Promise<unknown> {
  const { query, body: schema } = schemasOf(operation);
  if (query) return validate(query, Object.fromEntries(new URL(request.url).searchParams));
  // Outside of a library anybody may ask.
  if (schema)
    return validate(
      schema,
      await body(request, { most: concernsLibrary(operation) ? undefined : longestSignIn }),
    );
  return {};
}

/** The route handler of an operation: who asks is known, may ask, and asks for something that there is. */
export const serve = <Path extends string, Takes extends object, Answer>(
  operation: Operation<Path, Takes, Answer>,
  answer: (asked: Asked<Path, Takes>) => Promise<([Answer] extends [never] ? never : Answer) | Response>,
) =>
  route<Parameters<Path>>(async (request, parameters) => {
    const described = operation as Operation;
    const { libraryId } = parameters as { readonly libraryId?: string };
    const member = concernsLibrary(described)
      ? await memberFor(described, request, libraryId!)
      : await askerOf(described, request);
    const input = await inputOf(described, request);
    return answer({ request, parameters, member, input } as Asked<Path, Takes>) as Promise<object | Response>;
  });
