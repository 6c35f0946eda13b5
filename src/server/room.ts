import { mkdir, statfs } from "node:fs/promises";
import Joi from "joi";
import { database } from "@/db/connection";
import { removeMedia, unusedMedia, usedBytes } from "@/db/media";
import { waitForLock } from "@/db/locks";
import { sayBytes } from "@/core/library/bytes";
import { configuration } from "./configuration";
import { discard, mediaRoot } from "./media-store";
import { requirePerson, requireRight, type Member } from "./member";
import { Refusal } from "./refusal";
import { validate } from "./validate";

/** How much material a library holds, how much it may, and how much more there is room for, in bytes. */
export interface Room {
  readonly used: number;
  readonly quota: number;
  readonly left: number;
}

export async function roomOf({ libraryId }: Pick<Member, "libraryId">): Promise<Room> {
  const { quota, reserve } = configuration();
  await mkdir(mediaRoot(), { recursive: true });
  const [used, disk] = [await usedBytes(database(), libraryId), await statfs(mediaRoot())];
  return {
    used,
    quota,
    left: Math.max(0, Math.floor(Math.min(quota - used, disk.bavail * disk.bsize - reserve))),
  };
}

export const tooMuch = (bytes: number, left: number) =>
  new Refusal(507, "no-room", `This takes ${sayBytes(bytes)}; there is room for ${sayBytes(left)} more.`, {
    hint: "An owner can remove material that nothing uses, under Team; whoever looks after the server can make more room.",
    left,
  });

export async function room(member: Member): Promise<Room> {
  requireRight(member, "bench");
  return roomOf(member);
}

/** Material that nothing uses, the largest first. */
export async function unused(member: Member) {
  requireRight(member, "govern");
  return { ...(await roomOf(member)), unused: await unusedMedia(database(), member.libraryId) };
}

export const removalInput = Joi.object({
  ids: Joi.array().items(Joi.string().hex().length(64)).min(1).max(10_000).unique().required(),
});

/** Removes material that nothing uses, for good. What has come into use meanwhile stays. */
export async function removeUnused(member: Member, request: unknown) {
  requirePerson(member);
  requireRight(member, "govern");
  const { ids } = validate<{ ids: string[] }>(removalInput, request);
  return waitForLock(database(), "material", async () => {
    const wanted = new Set(ids);
    const going = (await unusedMedia(database(), member.libraryId))
      .map((m) => m.id)
      .filter((id) => wanted.has(id));
    for (const id of await removeMedia(database(), member.libraryId, going)) await discard(id);
    return { removed: going, ...(await roomOf(member)) };
  });
}
