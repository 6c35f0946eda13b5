import { requireMember } from "@/server/member";
import { libraryFiles } from "@/server/queries/library-files";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  libraryFiles(await requireMember(request.headers, libraryId)),
);
