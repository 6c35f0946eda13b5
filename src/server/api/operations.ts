import Joi from "joi";
import type { Right } from "@/core/library/roles";
import { longestName } from "@/core/text/names";
import { cardFileInput } from "../queries/card-file";
import { changesInput } from "../queries/changes";
import { historyInput } from "../queries/history";
import { windowInput } from "../queries/media-window";
import { passwordInput } from "../accounts";
import { foundingInput } from "../founding";
import { acceptInput, invitationInput } from "../invitations";
import { copies } from "../media-store";
import { renderInput } from "../renders";
import { removalInput } from "../room";
import { scriptKeyInput } from "../script-keys";
import { settingsInput } from "../settings";
import { takeBackInput } from "../take-back";

type Method = "GET" | "POST" | "PATCH";

/** One thing that can be asked of the API besides the commands. */
export interface Operation {
  readonly method: Method;
  /** Below `/api`, with parameters in braces. */
  readonly path: string;
  readonly summary: string;
  /** What the asker must be allowed; `none` where anybody may ask, `person` where only somebody who is signed in may, `user` where a library plays no part. */
  readonly needs: Right | "none" | "person" | "user";
  readonly query?: Joi.ObjectSchema;
  readonly body?: Joi.ObjectSchema;
  /** The body is a file as it is. */
  readonly takesFile?: true;
  /** The media type of the answer, where it is not JSON. */
  readonly gives?: string;
  /** What the answer holds. */
  readonly answer: string;
}

const empty = Joi.object({});
const library = "/libraries/{libraryId}";

export const operations: readonly Operation[] = [
  {
    method: "GET",
    path: "/health/live",
    summary: "Whether the application runs",
    needs: "none",
    answer: "`ok`",
  },
  {
    method: "GET",
    path: "/health/ready",
    summary: "Whether it can serve requests just now",
    needs: "none",
    answer: "`ready`, and whether `database`, `store` and `jobs` are there; 503 where one is not",
  },
  {
    method: "GET",
    path: "/openapi.json",
    summary: "This description",
    needs: "none",
    answer: "An OpenAPI 3.1 document",
  },
  {
    method: "GET",
    path: "/schemas/card",
    summary: "The schema of card files",
    needs: "none",
    answer: "A JSON Schema (2020-12)",
  },
  {
    method: "GET",
    path: "/libraries",
    summary: "The libraries that the asker belongs to",
    needs: "user",
    answer: "`libraries`: id, name, role",
  },
  {
    method: "GET",
    path: `${library}/replica`,
    summary: "All of a library that the asker may see",
    needs: "read",
    answer: "`rows` by entity, and the `streams` with the revisions at which they stand",
  },
  {
    method: "GET",
    path: `${library}/changes`,
    summary: "What a stream has brought since a revision",
    needs: "read",
    query: changesInput,
    answer: "`changes`, the oldest first, at most 500; `more` says whether there are others",
  },
  {
    method: "GET",
    path: `${library}/events`,
    summary: "What happens, as it happens",
    needs: "read",
    gives: "text/event-stream",
    answer: "Server-sent events with ids and revisions; fetch the contents with `changes`",
  },
  {
    method: "GET",
    path: `${library}/history`,
    summary: "The history, the newest first",
    needs: "read",
    query: historyInput,
    answer: "`changes`, at most 100; `more` says whether there are older ones",
  },
  {
    method: "GET",
    path: `${library}/history/{streamId}/{revision}`,
    summary: "What one change did, row by row",
    needs: "read",
    answer: "`forward` and `backward`",
  },
  {
    method: "POST",
    path: `${library}/take-back`,
    summary: "Take back a change, or do it again",
    needs: "read",
    body: takeBackInput,
    answer: "The `change` that this made, or null where there was nothing to take back",
  },
  {
    method: "GET",
    path: `${library}/cards/{cardId}/file`,
    summary: "A card as a file, a look also as a table or a colour decision",
    needs: "read",
    query: cardFileInput,
    answer: "A card file, see /schemas/card; as `cube` a .cube table, as `cc` an ASC CDL correction",
  },
  {
    method: "GET",
    path: `${library}/cards/{cardId}/versions`,
    summary: "The contents a card has had",
    needs: "read",
    answer: "`versions`, the newest first, each with its chain and what it changed",
  },
  {
    method: "GET",
    path: `${library}/sessions/{sessionId}`,
    summary: "A bench session with its targets",
    needs: "read",
    answer: "`session`, `stream`, `targets`, and the facts of their `media`",
  },
  {
    method: "POST",
    path: `${library}/material`,
    summary: "Bring in a sound, a picture or a table of colours",
    needs: "bench",
    query: Joi.object({ name: Joi.string().max(longestName).required() }),
    takesFile: true,
    answer: "The `media` that came of it: id (SHA-256 of the file), name, facts",
  },
  {
    method: "GET",
    path: `${library}/room`,
    summary: "How much material there is room for",
    needs: "bench",
    answer: "Bytes: `used`, `quota`, and what is `left`",
  },
  {
    method: "GET",
    path: `${library}/material/unused`,
    summary: "Material that nothing uses",
    needs: "govern",
    answer: "`unused`: id, name, kind, bytes, addedAt; and as `room` has it",
  },
  {
    method: "POST",
    path: `${library}/material/remove`,
    summary: "Remove material that nothing uses, for good",
    needs: "govern",
    body: removalInput,
    answer: "The ids that were `removed`, and as `room` has it",
  },
  {
    method: "GET",
    path: `${library}/files`,
    summary: "Impulse responses, textures and tables that effects may depend on",
    needs: "read",
    answer: "`files`: id (SHA-256 of the file), name, facts",
  },
  {
    method: "GET",
    path: `${library}/media/{mediaId}/{copy}`,
    summary: `A working copy of material: ${copies.join(", ")}`,
    needs: "read",
    gives: "application/octet-stream",
    answer:
      "Samples (32-bit floats, a plane a channel) or 16-bit sRGB codes, little-endian, or a table as text; byte ranges are honoured",
  },
  {
    method: "GET",
    path: `${library}/media/{mediaId}/window`,
    summary: "A window of a picture at full size",
    needs: "read",
    query: windowInput,
    gives: "application/octet-stream",
    answer: "16-bit sRGB codes, R G B, row by row, little-endian",
  },
  {
    method: "GET",
    path: `${library}/renders`,
    summary: "The asker's renderings",
    needs: "read",
    answer: "`renders`, the newest first, at most 50",
  },
  {
    method: "POST",
    path: `${library}/renders`,
    summary: "Have targets rendered as they are now",
    needs: "bench",
    body: renderInput,
    answer: "The `render` that was begun",
  },
  {
    method: "GET",
    path: `${library}/renders/{renderId}`,
    summary: "How far a rendering is",
    needs: "read",
    answer: "The `render` with its state and progress",
  },
  {
    method: "POST",
    path: `${library}/renders/{renderId}/cancel`,
    summary: "Stop a rendering",
    needs: "bench",
    body: empty,
    answer: "The `render`",
  },
  {
    method: "GET",
    path: `${library}/renders/{renderId}/file`,
    summary: "What a rendering made",
    needs: "read",
    gives: "application/octet-stream",
    answer: "The file, or a zip of several",
  },
  {
    method: "PATCH",
    path: `${library}/settings`,
    summary: "Change how the interface behaves for the asker",
    needs: "own",
    body: settingsInput,
    answer: "All `settings`",
  },
  {
    method: "GET",
    path: `${library}/keys`,
    summary: "Keys for scripts: one's own, for owners everybody's",
    needs: "person",
    answer: "`keys` in force",
  },
  {
    method: "POST",
    path: `${library}/keys`,
    summary: "Make a key for scripts",
    needs: "person",
    body: scriptKeyInput,
    answer: "The `key`, and its `token`, which is never shown again",
  },
  {
    method: "POST",
    path: `${library}/keys/{keyId}/revoke`,
    summary: "Revoke a key for scripts",
    needs: "person",
    body: empty,
    answer: "The id that was `revoked`",
  },
  {
    method: "GET",
    path: `${library}/invitations`,
    summary: "The invitations that can still be taken up",
    needs: "govern",
    answer: "`invitations`",
  },
  {
    method: "POST",
    path: `${library}/invitations`,
    summary: "Invite somebody",
    needs: "govern",
    body: invitationInput,
    answer: "The `invitation`, and its `token`, which is never shown again",
  },
  {
    method: "POST",
    path: `${library}/invitations/{invitationId}/revoke`,
    summary: "Withdraw an invitation",
    needs: "govern",
    body: empty,
    answer: "The id that was `revoked`",
  },
  {
    method: "GET",
    path: "/invitations/{token}",
    summary: "What an invitation is to",
    needs: "none",
    answer: "The library's name, the role, and who invites",
  },
  {
    method: "POST",
    path: "/invitations/{token}/accept",
    summary: "Take an invitation up, with a new account or as who is signed in",
    needs: "none",
    body: acceptInput,
    answer: "The `libraryId`",
  },
  {
    method: "POST",
    path: "/account/password",
    summary: "Change the password of who is signed in",
    needs: "person",
    body: passwordInput,
    answer: "`changed`; all other sign-ins of the asker have ended",
  },
  {
    method: "GET",
    path: "/founding/{token}",
    summary: "Whether the link that begins an empty installation can be used",
    needs: "none",
    answer: "`open`",
  },
  {
    method: "POST",
    path: "/founding/{token}",
    summary: "Make the first account and library of an empty installation",
    needs: "none",
    body: foundingInput,
    answer: "The `libraryId`",
  },
];
