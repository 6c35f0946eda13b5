import { v7 as newId } from "uuid";
import type { Chain } from "@/core/chain/model";
import { chainText } from "@/core/chain/fingerprint";
import type { Role } from "@/core/library/roles";
import { database } from "@/db/connection";
import { readLists } from "@/db/marks";
import { furnish } from "@/db/members";
import { benchSession, library, member, stream, target } from "@/db/schema";
import * as authRoute from "@/app/api/auth/[...all]/route";
import * as cardsRoute from "@/app/api/libraries/[libraryId]/cards/route";
import * as commandRoute from "@/app/api/libraries/[libraryId]/commands/[command]/route";
import * as contentsRoute from "@/app/api/libraries/[libraryId]/contents/route";
import * as replicaRoute from "@/app/api/libraries/[libraryId]/replica/route";
import * as sessionRoute from "@/app/api/libraries/[libraryId]/sessions/[sessionId]/route";
import * as takeBackRoute from "@/app/api/libraries/[libraryId]/take-back/route";
import { addUser } from "@/server/accounts";
import { readHeads } from "../testing/heads";

export const origin = "http://fichier.test";
export const password = "correct horse battery";

export interface Answer<T = Record<string, never>> {
  readonly status: number;
  readonly body: T;
}

/** A request as a browser on the application's own page sends it. */
export function request(
  path: string,
  options: { method?: string; cookie?: string; body?: unknown; headers?: Record<string, string> } = {},
): Request {
  const { method = "GET", cookie, body, headers } = options;
  return new Request(`${origin}${path}`, {
    method,
    headers: {
      host: "fichier.test",
      ...(method !== "GET" && { origin }),
      ...(cookie && { cookie }),
      ...(body !== undefined && { "content-type": "application/json" }),
      ...headers,
    },
    ...(body !== undefined && { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });
}

export async function answer<T>(response: Response): Promise<Answer<T>> {
  return { status: response.status, body: (await response.json()) as T };
}

/** Signs in, from the one address that requests to route handlers have. */
export async function signIn(email: string, secret = password): Promise<{ status: number; cookie: string }> {
  const response = await authRoute.POST(
    request("/api/auth/sign-in/email", { method: "POST", body: { email, password: secret } }),
    { params: Promise.resolve({}) },
  );
  return {
    status: response.status,
    cookie: response.headers
      .getSetCookie()
      .map((c) => c.split(";")[0])
      .join("; "),
  };
}

/** A member of a library of their own, with what tests ask of them. */
export interface Person {
  readonly id: string;
  readonly email: string;
  readonly cookie: string;
  readonly libraryId: string;
  /** Their Favourites. */
  readonly listId: string;
  run<R = Record<string, unknown>>(
    command: string,
    body: object,
  ): Promise<
    Answer<{
      change: { revision: number; streamId: string; summary: string; forward: never[] } | null;
      result: R;
      error?: Record<string, unknown>;
    }>
  >;
  /** Puts a card on their Favourites. */
  mark(cardId: string): ReturnType<Person["run"]>;
  takeBack(
    direction: "undo" | "redo",
    sessionId?: string,
    requestId?: string,
  ): Promise<Answer<{ change: { revision: number } | null; error?: Record<string, unknown> }>>;
  /** All rows that this member sees, by entity, in the order of their ids; of cards their heads. */
  rows(sessionId?: string): Promise<Record<string, Record<string, unknown>[]>>;
  /** A card's content; undefined where the library has none of that fingerprint. */
  content(fingerprint: string): Promise<Chain | undefined>;
}

export async function join(libraryId: string, role: Role): Promise<Person> {
  const email = `${newId()}@people.example`;
  const id = await addUser(role, email, password);
  await database().insert(member).values({ id: newId(), libraryId, userId: id, name: role, role });
  await furnish(database(), libraryId, id);
  const [{ id: listId }] = await readLists(database(), libraryId, id);
  const { cookie } = await signIn(email);
  const params = <P extends object>(p: P) => ({ params: Promise.resolve({ libraryId, ...p }) });
  const base = `/api/libraries/${libraryId}`;
  const run: Person["run"] = async (command, body) =>
    answer(
      await commandRoute.POST(
        request(`${base}/commands/${command}`, { method: "POST", cookie, body }),
        params({ command }),
      ),
    );
  return {
    id,
    email,
    cookie,
    libraryId,
    listId,
    run,
    mark: (cardId) => run("mark-cards", { listId, cardIds: [cardId], on: true }),
    takeBack: async (direction, sessionId, requestId) =>
      answer(
        await takeBackRoute.POST(
          request(`${base}/take-back`, {
            method: "POST",
            cookie,
            body: { direction, ...(sessionId && { sessionId }), ...(requestId && { requestId }) },
          }),
          params({}),
        ),
      ),
    async content(fingerprint) {
      const { body } = await answer<{ chains: Record<string, Chain> }>(
        await contentsRoute.GET(request(`${base}/contents?of=${fingerprint}`, { cookie }), params({})),
      );
      return body.chains[fingerprint];
    },
    async rows(sessionId) {
      const library = await answer<{
        rows: Record<string, Record<string, unknown>[]>;
        ownCards: Record<string, unknown>[];
      }>(await replicaRoute.GET(request(`${base}/replica`, { cookie }), params({})));
      const session = sessionId
        ? await answer<{ targets: Record<string, unknown>[]; timelines: Record<string, unknown>[] }>(
            await sessionRoute.GET(
              request(`${base}/sessions/${sessionId}`, { cookie }),
              params({ sessionId }),
            ),
          )
        : null;
      const heads = await cardsRoute.GET(request(`${base}/cards`, { cookie }), params({}));
      const { cards } = readHeads(await heads.text());
      const all = {
        ...library.body.rows,
        card: [...(cards as unknown as Record<string, unknown>[]), ...library.body.ownCards],
        ...(session && { target: session.body.targets, timeline: session.body.timelines }),
      };
      return Object.fromEntries(
        Object.entries(all).map(([entity, rows]) => [
          entity,
          [...rows].sort((a, b) => (String(a.id) < String(b.id) ? -1 : 1)),
        ]),
      );
    },
  };
}

/** A new library with a bench session of two clips. */
export async function newLibrary(): Promise<{ libraryId: string; sessionId: string; targetIds: string[] }> {
  const db = database();
  const [libraryId, sessionId] = [newId(), newId()];
  await db.insert(library).values({ id: libraryId, name: `Library ${libraryId}` });
  await db.insert(stream).values({ id: newId(), libraryId });
  await db.insert(benchSession).values({ id: sessionId, libraryId, name: "Session", position: "a0" });
  const targetIds = [newId(), newId()];
  for (const [i, id] of targetIds.entries())
    await db.insert(target).values({
      id,
      libraryId,
      sessionId,
      kind: "clip",
      name: `Take ${i + 1}`,
      mediaId: "none",
      position: `a${i}`,
      chainText: chainText({ medium: "audio", settings: [] }),
    });
  return { libraryId, sessionId, targetIds };
}

export const highPass = (cutoff = 80): Chain => ({
  medium: "audio",
  settings: [{ effect: "audio.high-pass", values: { cutoff, slope: "12" }, on: true, mix: 100 }],
});
