import { run } from "@/server/command";
import { findCommand } from "@/server/commands";
import { requireMember } from "@/server/member";
import { body, route } from "@/server/route";

export const POST = route<{ libraryId: string; command: string }>(async (request, { libraryId, command }) => {
  const member = await requireMember(request.headers, libraryId);
  const found = findCommand(command);
  return run(found, member, await body(request, { exact: found.exact }));
});
