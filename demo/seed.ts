import { createHash } from "node:crypto";
import { mkdir, readFile, rename, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { and, eq } from "drizzle-orm";
import { generateKeyBetween, generateNKeysBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { chainText, fingerprint } from "../src/core/chain/fingerprint";
import { emptyChain } from "../src/core/chain/model";
import { normaliseChain } from "../src/core/chain/values";
import { parsePath } from "../src/core/text/names";
import type { Card } from "../src/core/library/entities";
import type { Database, Executor } from "../src/db/connection";
import { Ledger } from "../src/db/ledger";
import { benchSession, library, member, stream, target } from "../src/db/schema";
import { lockStream, record } from "../src/db/streams";
import { addUser } from "../src/server/accounts";
import { makeAuth } from "../src/server/auth";
import { allBranches, ensurePath } from "../src/server/branches";
import { ownKind, type Medium, type WorkingMedium } from "../src/core/media";
import { noteDay, noteUse } from "../src/db/habits";
import { readLists } from "../src/db/marks";
import { noteMedia } from "../src/db/media";
import { furnish } from "../src/db/members";
import { store, type StoredMedia } from "../src/server/media-store";
import { demoDependencies } from "./dependencies";
import { demoCards } from "./library/cards";
import {
  demoAges,
  demoFilings,
  demoFolderPictures,
  demoKeptOn,
  demoRatings,
  demoRoutines,
  demoSigns,
  demoTags,
  demoTeamList,
  demoUse,
} from "./keeping";
import { demoFiles, type DemoFile } from "./material";
import { demoLibraryName, demoMembers, demoPassword } from "./members";
import { mixSession } from "./mix-session";

interface Desk {
  readonly medium: "audio" | "image";
  readonly keys: [string, string][];
  readonly routineKeys: [string, string][];
  readonly aliases: [string, string][];
  readonly favourites: string[];
  readonly searches: { readonly name: string; readonly query: string; readonly alias: string }[];
  /** What they applied lately, the oftenest first. */
  readonly applied: string[];
}

const daysAgo = (days: number) => new Date(Date.now() - days * 24 * 3_600_000);

/** Searches of the team. */
const teamSearches = [
  { name: "Sea and weather", query: "sea OR wind OR foghorn* OR in:/Island*" },
  { name: "Long chains", query: "length:>=4" },
];

/** Own things by member, so that the demo opens as a desk somebody works at. */
const own: Record<string, Desk> = {
  sound: {
    medium: "audio",
    keys: [
      ["1", "Small harbour room"],
      ["2", "Foghorn distance"],
      ["3", "Wind off"],
      ["Num7", "Chapel, long"],
      ["PadA1", "Small harbour room"],
      ["PadA2", "Foghorn distance"],
      ["PadA3", "Wind off"],
      ["PadA5", "Phone from the ferry"],
      ["PadA6", "Boathouse slap"],
    ],
    routineKeys: [
      ["0", "Spaces of the harbour"],
      ["9", "Click out"],
    ],
    aliases: [
      ["shr", "Small harbour room"],
      ["pf", "Phone from the ferry"],
    ],
    favourites: ["Small harbour room", "Wind off", "Foghorn distance"],
    searches: [{ name: "Voice, mending", query: "in:repair OR wind", alias: "vm" }],
    applied: ["Small harbour room", "Wind off", "Phone from the ferry", "Foghorn distance"],
  },
  stills: {
    medium: "image",
    keys: [
      ["1", "Fog, opened"],
      ["2", "Selenium, quiet"],
      ["PadA1", "Fog, opened"],
      ["PadA2", "Selenium, quiet"],
    ],
    routineKeys: [],
    aliases: [["fo", "Fog, opened"]],
    favourites: ["Fog, opened", "Selenium, quiet"],
    searches: [{ name: "Toned prints", query: "effect:toner", alias: "tp" }],
    applied: ["Fog, opened", "Selenium, quiet"],
  },
};

/** Who made the cards that came with the library, by what they are for. */
const makers: Record<Medium, string> = { audio: "Fog", image: "Hut Darkroom", video: "Causeway" };

/** The path of a made file in the cache, made now where it is missing. The cache's folder is named by the code that makes them. */
async function fileOf(demoFile: DemoFile, cache: string): Promise<string> {
  const path = join(cache, `${demoFile.kind}-${demoFile.name}`.replace(/[^\p{L}\p{N}]+/gu, "-"));
  if (await stat(path).catch(() => null)) return path;
  await mkdir(cache, { recursive: true });
  await writeFile(`${path}.part`, await demoFile.make());
  await rename(`${path}.part`, path);
  return path;
}

/**
 * Fills an empty database with the demo: members, a library of cards, and a sound, a stills and a film session of generated
 * material. Does nothing where the demo is there already. `say` is told what is going on.
 */
export async function seedDemo(
  db: Database,
  secret: string,
  cache: string,
  say: (line: string) => void,
): Promise<void> {
  if ((await db.select({ id: library.id }).from(library).where(eq(library.name, demoLibraryName))).length > 0)
    return;
  say("making the demo's sounds, pictures and clips (once)");
  const auth = makeAuth(db, secret, "http://127.0.0.1");
  const files = new Map<DemoFile, string>();
  for (const file of demoFiles) files.set(file, await fileOf(file, cache));
  // One transaction: a demo that was interrupted leaves nothing half done. Members are made outside of it, by the auth library.
  const ids = new Map<string, string>();
  for (const { name, email } of demoMembers) {
    const known = await (await auth.$context).internalAdapter.findUserByEmail(email);
    ids.set(name, known?.user.id ?? (await addUser(name, email, demoPassword, auth)));
  }
  await db.transaction(async (tx) => {
    const libraryId = newId();
    await tx.insert(library).values({ id: libraryId, name: demoLibraryName });
    for (const { name, role } of demoMembers) {
      await tx.insert(member).values({ id: newId(), libraryId, userId: ids.get(name)!, name, role });
      await furnish(tx, libraryId, ids.get(name)!);
    }

    const curator = ids.get("curator")!;
    const ledger = new Ledger(tx, libraryId, curator, "library");
    const cardIds = new Map<string, string>();
    const groups = new Map(
      demoCards.flatMap(({ variantOf }) => (variantOf ? [[variantOf, newId()] as const] : [])),
    );
    const at = new Date().toISOString();
    const tagsOf = async (name: string) => {
      const tagIds: string[] = [];
      for (const path of demoTags[name] ?? [])
        tagIds.push((await ensurePath(ledger, "tag", parsePath(path))).id!);
      return tagIds;
    };
    /** The sum of a demo file, under which it is stored. */
    const sumOf = async (name: string | undefined, kind: Medium) => {
      const path = files.get(demoFiles.find((one) => one.name === name && one.kind === kind)!);
      return path
        ? createHash("sha256")
            .update(await readFile(path))
            .digest("hex")
        : null;
    };
    for (const demo of demoCards) {
      const { id: folderId } = await ensurePath(ledger, "folder", parsePath(demo.path));
      const { chain } = normaliseChain(demo.chain);
      const id = newId();
      cardIds.set(demo.name, id);
      await ledger.insert("card", {
        id,
        layer: demo.layer,
        ownerId: null,
        name: demo.name,
        medium: chain.medium,
        fits: demo.fits,
        folderId,
        alsoIn: [],
        tagIds: await tagsOf(demo.name),
        note: demo.note,
        madeFor: demo.madeFor ?? "",
        keptOn: demo.layer === "team" ? await sumOf(demoKeptOn[demo.path], chain.medium) : null,
        groupId: groups.get(demo.variantOf ?? demo.name) ?? null,
        maker: demo.layer === "supplied" ? makers[chain.medium] : "",
        contentVersion: 1,
        fingerprint: fingerprint(chainText(chain)),
        chain,
        authorId: demo.layer === "supplied" ? null : curator,
        addedAt: daysAgo(demoAges[demo.name] ?? 0).toISOString(),
        changedAt: at,
        withdrawn: false,
        proof: null,
      });
    }
    for (const [name, path] of Object.entries(demoFilings)) {
      const { id } = await ensurePath(ledger, "folder", parsePath(path));
      await ledger.update("card", cardIds.get(name)!, { alsoIn: [id!] });
    }
    for (const folder of (await allBranches(ledger, "folder")).values())
      if (folder.name in demoSigns)
        await ledger.update("folder", folder.id, { sign: demoSigns[folder.name] });
    for (const folder of (await allBranches(ledger, "folder")).values())
      if (folder.name in demoFolderPictures)
        await ledger.update("folder", folder.id, {
          pictureOf: cardIds.get(demoFolderPictures[folder.name])!,
        });
    const teamList = await ledger.insert("favouritesList", {
      id: newId(),
      ownerId: null,
      name: demoTeamList.name,
      mark: demoTeamList.mark,
      ink: "ochre",
      position: "a0",
      removed: false,
    });
    const listPlaces = generateNKeysBetween(null, null, demoTeamList.cards.length);
    for (const [i, card] of demoTeamList.cards.entries())
      await ledger.insert("favourite", {
        id: newId(),
        ownerId: null,
        listId: teamList.id,
        cardId: cardIds.get(card)!,
        position: listPlaces[i],
      });
    const searchPlaces = generateNKeysBetween(null, null, teamSearches.length);
    for (const [i, search] of teamSearches.entries())
      await ledger.insert("savedSearch", {
        id: newId(),
        ownerId: null,
        ...search,
        sort: "name",
        placed: [],
        position: searchPlaces[i],
        removed: false,
      });
    const routines = demoRoutines((name) => cardIds.get(name)!);
    const routinePlaces = generateNKeysBetween(null, null, routines.length);
    const routineIds = new Map<string, string>();
    for (const [i, routine] of routines.entries()) {
      const row = { id: newId(), ...routine, position: routinePlaces[i], removed: false };
      routineIds.set(routine.name, (await ledger.insert("routine", row)).id);
    }
    const write = (to: Ledger, locked: typeof stream.$inferSelect, actorId: string, summary: string) =>
      record(tx, locked, {
        requestId: newId(),
        command: "seed-demo",
        summary,
        actorId,
        forward: to.forward,
        backward: to.backward,
        result: {},
      });
    await write(
      ledger,
      await lockStream(tx, { libraryId }, newId()),
      curator,
      "filled the library for the demo",
    );

    for (const [
      name,
      { medium, keys, routineKeys, aliases, favourites, searches, applied },
    ] of Object.entries(own)) {
      const ownerId = ids.get(name)!;
      const mine = new Ledger(tx, libraryId, ownerId, "member");
      for (const [key, card] of keys)
        await mine.insert("keyBinding", {
          id: newId(),
          ownerId,
          key,
          medium,
          cardId: cardIds.get(card)!,
          searchId: null,
          folderId: null,
          routineId: null,
        });
      for (const [key, routine] of routineKeys)
        await mine.insert("keyBinding", {
          id: newId(),
          ownerId,
          key,
          medium: null,
          cardId: null,
          searchId: null,
          folderId: null,
          routineId: routineIds.get(routine)!,
        });
      for (const [text, card] of aliases)
        await mine.insert("alias", {
          id: newId(),
          ownerId,
          text,
          cardId: cardIds.get(card)!,
          searchId: null,
          folderId: null,
          routineId: null,
        });
      const mySearches = generateNKeysBetween(null, null, searches.length);
      for (const [i, { alias, ...search }] of searches.entries()) {
        const { id } = await mine.insert("savedSearch", {
          id: newId(),
          ownerId,
          ...search,
          sort: "name",
          placed: [],
          position: mySearches[i],
          removed: false,
        });
        await mine.insert("alias", {
          id: newId(),
          ownerId,
          text: alias,
          cardId: null,
          searchId: id,
          folderId: null,
          routineId: null,
        });
      }
      for (const [i, card] of applied.entries()) {
        const cardId = cardIds.get(card)!;
        const kind = demoCards.find((one) => one.name === card)!.fits[0] ?? ownKind(medium);
        // The first ones oftener than the others.
        for (let times = applied.length - i; times > 0; times--)
          await noteUse(tx, { libraryId, memberId: ownerId, cardId, kinds: [kind], at: new Date() });
      }
      const places = generateNKeysBetween(null, null, favourites.length);
      const [first] = await readLists(tx, libraryId, ownerId);
      for (const [i, card] of favourites.entries())
        await mine.insert("favourite", {
          id: newId(),
          ownerId,
          listId: first.id,
          cardId: cardIds.get(card)!,
          position: places[i],
        });
      await write(
        mine,
        await lockStream(tx, { libraryId, memberId: ownerId }, newId()),
        ownerId,
        "set up the demo desk",
      );
    }

    for (const [i, { name, role }] of demoMembers.entries())
      if (role !== "viewer")
        for (const [ago, used] of demoUse(i + 1).entries())
          if (used.uses > 0)
            await noteDay(tx, { libraryId, memberId: ids.get(name)!, at: daysAgo(ago) }, used);

    for (const [name, ratings] of Object.entries(demoRatings)) {
      const ownerId = ids.get(name)!;
      const mine = new Ledger(tx, libraryId, ownerId, "member");
      for (const [card, stars] of Object.entries(ratings))
        await mine.insert("rating", { id: newId(), ownerId, cardId: cardIds.get(card)!, stars });
      await write(
        mine,
        await lockStream(tx, { libraryId, memberId: ownerId }, newId()),
        ownerId,
        "rated some cards for the demo",
      );
    }

    for (const { name, bytes } of demoDependencies) {
      const path = await fileOf({ name, kind: "audio", make: async () => bytes }, cache);
      const { id, ...stored } = await store(path, true);
      await noteMedia(tx, { libraryId, id, name, ...stored });
    }

    const sessions = [
      { name: "Reel 3: the fog week", kind: "audio", of: "sound" },
      { name: "Fog week, stills", kind: "image", of: "stills" },
      { name: "The crossing, film", kind: "video", of: "picture" },
    ] as const;
    // What is laid out in time comes before the film.
    const [first, second, laidOut, third] = generateNKeysBetween(null, null, sessions.length + 1);
    const sessionPlaces = [first, second, third];
    const mediaIds = new Map<string, string>();
    for (const [s, { name, kind, of }] of sessions.entries()) {
      const sessionId = newId();
      await tx.insert(benchSession).values({ id: sessionId, libraryId, name, position: sessionPlaces[s] });
      await tx.insert(stream).values({ id: newId(), libraryId, sessionId });
      // Each begins with what they have to do.
      await tx
        .update(member)
        .set({ settings: { lastSessionId: sessionId } })
        .where(and(eq(member.libraryId, libraryId), eq(member.userId, ids.get(of)!)));
      const list = demoFiles.filter((f) => f.kind === kind);
      let last: string | null = null;
      const lay = async (medium: WorkingMedium, name: string, { id: mediaId, bytes, facts }: StoredMedia) => {
        await noteMedia(tx, { libraryId, id: mediaId, name, bytes, facts });
        last = generateKeyBetween(last, null);
        await tx.insert(target).values({
          id: newId(),
          libraryId,
          sessionId,
          kind: ownKind(medium),
          name,
          mediaId,
          position: last,
          chainText: chainText(emptyChain(medium)),
        });
      };
      for (const file of list) {
        const stored = await store(files.get(file)!, true);
        if (kind === "audio") mediaIds.set(file.name, stored.id);
        await lay(kind, file.name, stored);
        if (stored.sound) await lay("audio", `${file.name}, sound`, stored.sound);
      }
    }
    await seedMix(tx, libraryId, laidOut, mediaIds, (card) => ledger.read("card", cardIds.get(card)!));
  });
}

/** The sequence of the foghorn, laid out in time: clips through a track and a bus, a return, and an output. */
async function seedMix(
  db: Executor,
  libraryId: string,
  position: string,
  mediaIds: ReadonlyMap<string, string>,
  findCard: (name: string) => Promise<Card | null>,
): Promise<void> {
  const sessionId = newId();
  await db.insert(benchSession).values({ id: sessionId, libraryId, name: mixSession.name, position });
  await db.insert(stream).values({ id: newId(), libraryId, sessionId });
  const ids = new Map(mixSession.targets.map((t) => [t.name, newId()]));
  const places = generateNKeysBetween(null, null, mixSession.targets.length);
  for (const [
    i,
    { name, kind, material, at = 0, feeds, sends = [], card: cardName },
  ] of mixSession.targets.entries()) {
    const card = cardName === undefined ? null : await findCard(cardName);
    await db.insert(target).values({
      id: ids.get(name)!,
      libraryId,
      sessionId,
      kind,
      name,
      mediaId: material === undefined ? null : mediaIds.get(material)!,
      position: places[i],
      at,
      feedsId: feeds === undefined ? null : ids.get(feeds)!,
      sends: sends.map(([to, level]) => ({ to: ids.get(to)!, level })),
      chainText: chainText(card?.chain ?? { medium: "audio", settings: [] }),
      cardId: card?.id ?? null,
      cardVersion: card?.contentVersion ?? null,
    });
  }
}

/** A name for the cache that changes with the code of the generators. */
export function cacheName(sources: readonly string[]): string {
  const hash = createHash("sha256");
  for (const source of sources) hash.update(source);
  return hash.digest("hex").slice(0, 16);
}
