import { requireMember } from "@/server/member";
import { renderedFile } from "@/server/renders";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; renderId: string }>(async (request, { libraryId, renderId }) =>
  renderedFile(await requireMember(request.headers, libraryId), renderId),
);
