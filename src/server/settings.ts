import Joi from "joi";
import { database } from "@/db/connection";
import { saveSettings } from "@/db/members";
import type { MemberSettings } from "@/core/library/media";
import { validate } from "./command";
import type { Member } from "./member";

export const settingsInput = Joi.object({ bareKeys: Joi.boolean(), lastSessionId: Joi.string().guid() });

/** Changes how the interface behaves for one member; no part of the library. */
export async function changeSettings({ libraryId, userId, settings }: Member, request: unknown) {
  const next = { ...settings, ...validate<MemberSettings>(settingsInput, request) };
  await saveSettings(database(), libraryId, userId, next);
  return { settings: next };
}
