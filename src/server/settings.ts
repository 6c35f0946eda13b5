import { database } from "@/db/connection";
import { saveSettings } from "@/db/members";
import { type MemberSettings } from "@/core/library/media";
import { type Member } from "./member";

/** Changes how the interface behaves for one member; no part of the library. */
export async function changeSettings(member: Member, chosen: MemberSettings) {
  const { libraryId, userId } = member;
  return { settings: await saveSettings(database(), libraryId, userId, chosen) };
}
