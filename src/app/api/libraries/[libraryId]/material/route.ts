import { requireMember } from "@/server/member";
import { route } from "@/server/route";
import { takeIn } from "@/server/take-in";

export const POST = route<{ libraryId: string }>(async (request, { libraryId }) =>
  takeIn(
    await requireMember(request.headers, libraryId),
    new URL(request.url).searchParams.get("name"),
    request,
  ),
);
