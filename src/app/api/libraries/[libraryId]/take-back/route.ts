import { requireMember } from "@/server/member";
import { body, route } from "@/server/route";
import { takeBack } from "@/server/take-back";

export const POST = route<{ libraryId: string }>(async (request, { libraryId }) => {
  const member = await requireMember(request.headers, libraryId);
  return takeBack(member, await body(request));
});
