import { requireMember } from "@/server/member";
import { body, route } from "@/server/route";
import { changeSettings } from "@/server/settings";

export const PATCH = route<{ libraryId: string }>(async (request, { libraryId }) => {
  const member = await requireMember(request.headers, libraryId);
  return changeSettings(member, await body(request));
});
