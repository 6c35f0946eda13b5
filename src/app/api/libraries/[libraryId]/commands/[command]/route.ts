import { run } from "@/server/command";
import { findCommand } from "@/server/commands";
import { requireMember } from "@/server/member";
import { body, route } from "@/server/route";

export const POST = route<{ libraryId: string; command: string }>(async (request, { libraryId, command }) => {
  const member = await requireMember(request.headers, libraryId);
  return run(findCommand(command), member, await body(request));
});
