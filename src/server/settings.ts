import Joi from "joi";
import { id } from "./fields";
import { database } from "@/db/connection";
import { saveSettings } from "@/db/members";
import { columnPlaces, type MemberSettings } from "@/core/library/media";
import { validate } from "./validate";
import { requireRight, type Member } from "./member";

const widths = Joi.object()
  .pattern(Joi.string().pattern(/^[a-z]{1,20}$/), Joi.number().min(0).max(100))
  .max(5);
export const settingsInput = Joi.object({
  bareKeys: Joi.boolean(),
  lastSessionId: id,
  columns: Joi.object(Object.fromEntries(columnPlaces.map((place) => [place, widths]))),
});

/** Changes how the interface behaves for one member; no part of the library. */
export async function changeSettings(member: Member, request: unknown) {
  requireRight(member, "own");
  const { libraryId, userId, settings } = member;
  const next = { ...settings, ...validate<MemberSettings>(settingsInput, request) };
  await saveSettings(database(), libraryId, userId, next);
  return { settings: next };
}
