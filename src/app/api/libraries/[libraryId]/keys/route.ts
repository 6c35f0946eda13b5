import { requireMember } from "@/server/member";
import { body, route } from "@/server/route";
import { makeScriptKey, scriptKeys } from "@/server/script-keys";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  scriptKeys(await requireMember(request.headers, libraryId)),
);

export const POST = route<{ libraryId: string }>(async (request, { libraryId }) =>
  makeScriptKey(await requireMember(request.headers, libraryId), await body(request)),
);
