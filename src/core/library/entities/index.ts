import { alias } from "./alias";
import { card } from "./card";
import { effectDefault } from "./effect-default";
import { favourite } from "./favourite";
import { favouritesList } from "./favourites-list";
import { folder } from "./folder";
import { hiding } from "./hiding";
import { keyBinding } from "./key-binding";
import { member } from "./member";
import { proposal } from "./proposal";
import { rating } from "./rating";
import { routine } from "./routine";
import { savedSearch } from "./saved-search";
import { session } from "./session";
import { tag } from "./tag";
import { target } from "./target";
import { timeline } from "./timeline";
import type { EntityFacts, Versioned } from "./define";

export type { Card, CardHead, CardLayer } from "./card";
export { cardLayers, headFields, headFrom } from "./card";
export type { FavouritesList, Ink } from "./favourites-list";
export { firstLists, inks } from "./favourites-list";
export type { Folder, FolderSign } from "./folder";
export { folderSigns } from "./folder";
export type { KeyBinding } from "./key-binding";
export type { Hiding } from "./hiding";
export type { Membership } from "./member";
export type { Proposal } from "./proposal";
export { ratings } from "./rating";
export type { Recalled, RecalledField } from "./recalled";
export { isSameRecalled, nothingRecalled, recalledBy, recalledFields, recalledKinds } from "./recalled";
export type { Routine } from "./routine";
export type { SavedSearch, SearchSort } from "./saved-search";
export { mostPlaced, searchSorts } from "./saved-search";
export type { Session } from "./session";
export type { Tag } from "./tag";
export type { Origin, Send, Target } from "./target";
export { bareTarget } from "./target";
export type { Timeline, TimelineHead } from "./timeline";

/**
 * Every kind of row that changes travel with, in an order in which a row only refers to those before it. A new one is a
 * file here, a table in `db/schema`, and a line in either list; all else follows.
 */
export const entities = {
  member,
  folder,
  tag,
  card,
  proposal,
  savedSearch,
  routine,
  alias,
  favouritesList,
  favourite,
  keyBinding,
  effectDefault,
  rating,
  hiding,
  session,
  target,
  timeline,
} as const;

export type Entity = keyof typeof entities;
export type EntityRows = { [E in Entity]: NonNullable<(typeof entities)[E]["row"]> };
/** What a copy of the library keeps of each. */
export type EntityHeads = { [E in Entity]: NonNullable<(typeof entities)[E]["head"]> };
export const entityNames = Object.keys(entities) as Entity[];

/** What is said of a kind of row, whichever it is. */
export const factsOf = (entity: Entity): EntityFacts<Versioned & Record<string, unknown>> =>
  entities[entity] as EntityFacts<never>;

/** The part of a row's fields that a copy of the library keeps. */
export const headOf = <E extends Entity>(
  entity: E,
  fields: Partial<EntityRows[E]>,
): Partial<EntityHeads[E]> => (factsOf(entity).headOf?.(fields) ?? fields) as Partial<EntityHeads[E]>;

/** What a reader knows a row by; undefined for those that have no name. */
export const nameOfRow = (entity: Entity, row: object): string | undefined =>
  factsOf(entity).nameOf?.(row as never);

type OfSession = { [E in Entity]: (typeof entities)[E]["of"] extends "session" ? E : never }[Entity];
/** The kinds of which a library's copy holds the rows; those of sessions come with their session. */
export type LibraryEntity = Exclude<Entity, OfSession>;
/** Cards are read apart from the others: there may be very many. */
export type SmallEntity = Exclude<LibraryEntity, "card">;
export const libraryEntities = entityNames.filter((e): e is LibraryEntity => entities[e].of !== "session");
export const smallEntities = libraryEntities.filter((e): e is SmallEntity => e !== "card");
