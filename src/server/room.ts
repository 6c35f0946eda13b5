import { mkdir, statfs } from "node:fs/promises";
import { database } from "@/db/connection";
import { noteMedia, removeMedia, unusedMedia, usedBytes } from "@/db/media";
import { waitForLock } from "@/db/locks";
import type { Room } from "@/core/api/operations/room";
import { sayBytes } from "@/core/library/bytes";
import { configuration } from "./configuration";
import { discard, mediaRoot } from "./media-store";
import { requirePerson, type Member } from "./member";
import { Refusal } from "./refusal";

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

/** Bytes on the disk of the material that may still be taken by what is made for a while, such as results. */
export async function diskRoom(): Promise<number> {
  await mkdir(mediaRoot(), { recursive: true });
  const disk = await statfs(mediaRoot());
  return Math.max(0, disk.bavail * disk.bsize - configuration().reserve);
}

export const noDisk = (bytes: number, left: number) =>
  new Refusal(
    507,
    "disk-full",
    `The result takes ${sayBytes(bytes)}; the server's disk has room for ${sayBytes(left)}.`,
    {
      hint: "Render less at a time, or ask whoever looks after the server to make room.",
    },
  );

export const tooMuch = (bytes: number, left: number) =>
  new Refusal(507, "no-room", `This takes ${sayBytes(bytes)}; there is room for ${sayBytes(left)} more.`, {
    hint: "An owner can remove material that nothing uses, under Team; whoever looks after the server can make more room.",
    left,
  });

type Noted = Omit<Parameters<typeof noteMedia>[1], "libraryId">;

/**
 * Takes stored material into a library, all of it or none; of several that come at once those for which there is room.
 * `stillThere` is asked first, while nothing can be thrown away. Throws a Refusal where the library's room ends before.
 */
export async function noteInRoom(
  { libraryId }: Pick<Member, "libraryId">,
  all: readonly Noted[],
  stillThere: () => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  await waitForLock(database(), "material", async () => {
    await stillThere();
    const { quota } = configuration();
    await database().transaction(async (tx) => {
      const before = await usedBytes(tx, libraryId);
      for (const one of all) await noteMedia(tx, { libraryId, ...one });
      const after = await usedBytes(tx, libraryId);
      // A file that the library had already adds no bytes.
      if (after > quota && after > before) throw tooMuch(after - before, Math.max(0, quota - before));
    });
  });
}

/** Bytes that are on their way into libraries. */
const comingIn = new Map<string, number>();

/** Keeps room for something that is on its way. `left` is that of the others; `end` gives it back. */
export async function roomBeside(member: Pick<Member, "libraryId">, bytes: number) {
  const { libraryId } = member;
  const add = (more: number) => comingIn.set(libraryId, (comingIn.get(libraryId) ?? 0) + more);
  const left = Math.max(0, (await roomOf(member)).left - (comingIn.get(libraryId) ?? 0));
  add(bytes);
  return { left, end: () => void add(-bytes) };
}

/** Material that nothing uses, the largest first. */
export async function unused(member: Member) {
  const list = await unusedMedia(database(), member.libraryId);
  return {
    ...(await roomOf(member)),
    unused: list.map((m) => ({ ...m, addedAt: m.addedAt.toISOString() })),
  };
}

/** Removes material that nothing uses, for good. What has come into use meanwhile stays. */
export async function removeUnused(member: Member, { ids }: { ids: readonly string[] }) {
  requirePerson(member);
  return waitForLock(database(), "material", async () => {
    const wanted = new Set(ids);
    const going = (await unusedMedia(database(), member.libraryId))
      .map((m) => m.id)
      .filter((id) => wanted.has(id));
    for (const id of await removeMedia(database(), member.libraryId, going)) await discard(id);
    return { removed: going, ...(await roomOf(member)) };
  });
}
