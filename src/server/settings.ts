import Joi from "joi";
import { id } from "./fields";
import { database } from "@/db/connection";
import { saveSettings } from "@/db/members";
import type { MemberSettings } from "@/core/library/media";
import { validate } from "./validate";
import { requireRight, type Member } from "./member";

export const settingsInput = Joi.object({ bareKeys: Joi.boolean(), lastSessionId: id });

/** Changes how the interface behaves for one member; no part of the library. */
export async function changeSettings(member: Member, request: unknown) {
  requireRight(member, "own");
  const { libraryId, userId, settings } = member;
  const next = { ...settings, ...validate<MemberSettings>(settingsInput, request) };
  await saveSettings(database(), libraryId, userId, next);
  return { settings: next };
}
