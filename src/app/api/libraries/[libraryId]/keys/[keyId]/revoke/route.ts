import { requireMember } from "@/server/member";
import { route } from "@/server/route";
import { revokeKey } from "@/server/script-keys";

export const POST = route<{ libraryId: string; keyId: string }>(async (request, { libraryId, keyId }) =>
  revokeKey(await requireMember(request.headers, libraryId), keyId),
);
