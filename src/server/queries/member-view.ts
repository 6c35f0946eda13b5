import { viewSettings, type ViewSettings } from "@/core/library/media";
import { database } from "@/db/connection";
import { readSettingsOf } from "@/db/members";
import { isId } from "../ids";
import type { Member } from "../member";
import { notFound } from "../refusal";

/** How a member of the asker's library looks at it. */
export async function memberView({ libraryId }: Member, memberId: string): Promise<{ view: ViewSettings }> {
  const settings = isId(memberId) ? await readSettingsOf(database(), libraryId, memberId) : null;
  if (!settings) throw notFound("member");
  return { view: Object.fromEntries(viewSettings.map((key) => [key, settings[key]])) };
}
