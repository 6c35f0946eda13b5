import { requireMember } from "@/server/member";
import { askRender, myRenders } from "@/server/renders";
import { body, route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  myRenders(await requireMember(request.headers, libraryId)),
);

export const POST = route<{ libraryId: string }>(async (request, { libraryId }) => {
  const member = await requireMember(request.headers, libraryId);
  return askRender(member, await body(request));
});
