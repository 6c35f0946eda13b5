import { isPad } from "../keys/combination";
import { SortedView } from "../numeric/sorted-view";
import { fold, sortKey } from "../text/fold";
import type { Replica, RowChange } from "./change";
import type { Alias } from "./entities/alias";
import type { CardHead, EntityRows, FavouritesList } from "./entities";
import { foldersOf } from "./filing";
import { Branches, Holdings } from "./holdings";
import { byPosition } from "./order";

/** What of the library a table shows. */
export type Place =
  | { readonly kind: "all" }
  | { readonly kind: "folder"; readonly id: string }
  | { readonly kind: "unfiled" }
  | { readonly kind: "private" }
  | { readonly kind: "tag"; readonly id: string }
  | { readonly kind: "list"; readonly id: string }
  | { readonly kind: "withdrawn" };

/** Rows that say something of a card besides its own. */
type Asides = Pick<EntityRows, "alias" | "favourite" | "keyBinding" | "effectDefault" | "rating" | "hiding">;
type Aside = keyof Asides;
const asides = [
  "alias",
  "favourite",
  "keyBinding",
  "effectDefault",
  "rating",
  "hiding",
] as const satisfies readonly Aside[];
const isAside = (entity: string): entity is Aside => (asides as readonly string[]).includes(entity);

/** Rows that belong to cards: of each kind by row, and by card. */
class AsideRows<A extends Aside> {
  readonly rows = new Map<string, Asides[A]>();
  private readonly byCard = new Map<string, Set<string>>();

  put(row: Asides[A]): void {
    this.rows.set(row.id, row);
    // What recalls a saved search or hides a folder is nothing of a card's.
    if (row.cardId === null) return;
    const of = this.byCard.get(row.cardId);
    if (of) of.add(row.id);
    else this.byCard.set(row.cardId, new Set([row.id]));
  }

  remove(id: string): Asides[A] | undefined {
    const row = this.rows.get(id);
    if (!row) return undefined;
    this.rows.delete(id);
    if (row.cardId !== null) {
      const of = this.byCard.get(row.cardId)!;
      of.delete(id);
      if (of.size === 0) this.byCard.delete(row.cardId);
    }
    return row;
  }

  of(cardId: string): Asides[A][] {
    const ids = this.byCard.get(cardId);
    return ids ? Array.from(ids, (id) => this.rows.get(id)!) : [];
  }

  has(cardId: string): boolean {
    return this.byCard.has(cardId);
  }
}

/** In use, hidden by the member though it is in use, or taken out of use. */
type State = "used" | "hidden" | "withdrawn";

/** What is kept of a card. */
interface Placed {
  readonly state: State;
  readonly folderId: string | null;
  readonly fingerprint: string;
  readonly groupId: string | null;
  /** By which it is put in order: its name, numbers by value, and what tells namesakes apart. */
  readonly key: string;
}

const keyOf = ({ id, name }: Pick<CardHead, "id" | "name">) => `${sortKey(name)}\u0000${name}\u0000${id}`;

/** Fields of a card by which it is placed. */
const placing = [
  "name",
  "folderId",
  "alsoIn",
  "tagIds",
  "maker",
  "withdrawn",
  "fingerprint",
  "groupId",
] as const satisfies readonly (keyof CardHead)[];

/** The rows that a shelf follows. */
type Shelved = Pick<Replica, "card" | "folder" | "tag" | "favouritesList" | Aside>;

/**
 * Where the cards of a library lie and in which order, and what belongs to each: what its screens ask for at every key.
 * A change costs what it touches, however large the library is. Told every row change in turn, after it was made from a
 * replica; the replica's rows themselves are not kept.
 */
export class Shelf {
  private readonly cards = new Map<string, Placed>();
  private readonly folders = new Branches();
  private readonly tags = new Branches();
  /** By state, what lies in folders and has tags. */
  private readonly filed: Readonly<Record<State, Holdings>>;
  private readonly tagged: Readonly<Record<State, Holdings>>;
  private readonly unfiled = new Set<string>();
  /** The member's private ones. */
  private readonly own = new Set<string>();
  private readonly used = new SortedView<string>((id) => this.cards.get(id)!.key);
  private readonly withdrawn = new SortedView<string>((id) => this.cards.get(id)!.key);
  private readonly counts: Record<State, number> = { used: 0, hidden: 0, withdrawn: 0 };
  private readonly asides: { readonly [A in Aside]: AsideRows<A> } = {
    alias: new AsideRows(),
    favourite: new AsideRows(),
    keyBinding: new AsideRows(),
    effectDefault: new AsideRows(),
    rating: new AsideRows(),
    hiding: new AsideRows(),
  };
  /** The favourites lists in use, and what is on each. */
  private readonly lists = new Map<string, FavouritesList>();
  private readonly onList = new Map<string, Set<string>>();
  private inTheirOrder: readonly FavouritesList[] | null = null;
  /** The lists of cards, as they were asked for since a list or what is on one changed: the same object each time. */
  private readonly cardLists = new Map<string, readonly FavouritesList[]>();
  /** Folders and makers, folded, that are hidden with what is in them or by them, each with the rows that say so. */
  private readonly hiddenFolders = new Map<string, Set<string>>();
  private readonly hiddenMakers = new Map<string, Set<string>>();
  /** The cards in use with each content: nearly always one. */
  private readonly sameContent = new Map<string, string | Set<string>>();
  /** The cards in use of each group of variants. */
  private readonly groups = new Map<string, Set<string>>();

  constructor(replica: Shelved) {
    const holdings = (of: Branches) => ({
      used: new Holdings(of),
      hidden: new Holdings(of),
      withdrawn: new Holdings(of),
    });
    this.filed = holdings(this.folders);
    this.tagged = holdings(this.tags);
    for (const folder of replica.folder.values()) this.folders.put(folder);
    for (const tag of replica.tag.values()) this.tags.put(tag);
    for (const list of replica.favouritesList.values()) this.putList(list);
    for (const entity of asides) for (const row of replica[entity].values()) this.putAside(entity, row);
    for (const card of replica.card.values()) this.putCard(card);
  }

  /** The same shelf as another object, for who remembers by the object what it said: they ask anew. */
  seenAnew(): Shelf {
    return Object.create(this) as Shelf;
  }

  /**
   * Takes in changes of rows; `after` is the replica that they led to. Gives the ids of the cards of which they say
   * something else than before: their own rows, aliases, marks and keys, the names of the folders they lie in, of their
   * tags and lists and of who kept them, whether they are hidden, and whether another has the same content.
   */
  take(
    changes: readonly RowChange[],
    after: Pick<Replica, "card" | "folder" | "tag" | "member" | "favouritesList">,
  ): ReadonlySet<string> {
    const touched = new Set<string>();
    const touch = (ids: Iterable<string>) => {
      for (const id of ids) touched.add(id);
    };
    const touchWithin = (holdings: Readonly<Record<State, Holdings>>, id: string) => {
      for (const one of Object.values(holdings)) touch(one.within(id));
    };
    const put = (id: string) => {
      // Of two of the same content the other one is alone then, or is so no more.
      const pairs = [this.onlyDoubleOf(id)];
      const card = after.card.get(id);
      if (card) this.putCard(card);
      else this.removeCard(id);
      pairs.push(this.onlyDoubleOf(id));
      touch(pairs.filter((other) => other !== undefined));
      touched.add(id);
    };
    for (const change of changes) {
      const id = change.kind === "insert" ? change.row.id : change.id;
      const isNamedAnew = change.kind !== "update" || "name" in change.set || "parentId" in change.set;
      switch (change.entity) {
        case "card":
          if (change.kind !== "update" || placing.some((key) => key in change.set)) put(id);
          touched.add(id);
          break;
        case "member": {
          const who = change.kind === "insert" ? change.row.userId : after.member.get(id)?.userId;
          if (change.kind === "delete" || (change.kind === "update" && !("name" in change.set))) break;
          for (const card of after.card.values()) if (card.authorId === who) touched.add(card.id);
          break;
        }
        case "folder": {
          const before = this.folders.above([id]);
          const folder = after.folder.get(id);
          if (folder) this.folders.put(folder);
          else this.folders.remove(id);
          if (!isNamedAnew) break;
          touchWithin(this.filed, id);
          // What lies in it may be hidden now with what it lies in, or be so no more.
          const hides = [...before, ...this.folders.above([id])].some((one) => this.hiddenFolders.has(one));
          if (hides) for (const state of states) for (const card of this.filed[state].within(id)) put(card);
          break;
        }
        case "tag": {
          const tag = after.tag.get(id);
          if (tag) this.tags.put(tag);
          else this.tags.remove(id);
          if (isNamedAnew) touchWithin(this.tagged, id);
          break;
        }
        case "favouritesList": {
          const list = after.favouritesList.get(id);
          if (list) this.putList(list);
          else {
            this.lists.delete(id);
            this.forgetLists();
          }
          touch(this.cardsOn(id));
          break;
        }
        default: {
          const { entity } = change;
          if (!isAside(entity)) break;
          const before = this.removeAside(entity, id);
          const now =
            change.kind === "insert"
              ? change.row
              : change.kind === "update" && before
                ? ({ ...before, ...change.set } as typeof before)
                : undefined;
          if (now) this.putAside(entity, now as Asides[typeof entity]);
          for (const row of [before, now] as (Asides[Aside] | undefined)[]) {
            if (!row) continue;
            if (row.cardId !== null) touched.add(row.cardId);
            if (entity !== "hiding") continue;
            for (const card of this.hiddenBy(row as Asides["hiding"], after)) put(card);
          }
        }
      }
    }
    return touched;
  }

  /** The cards that a hiding is about. */
  private hiddenBy({ cardId, folderId, maker }: Asides["hiding"], { card }: Pick<Replica, "card">): string[] {
    if (cardId !== null) return card.has(cardId) ? [cardId] : [];
    if (folderId !== null) return states.flatMap((state) => [...this.filed[state].within(folderId)]);
    if (maker === null) return [];
    const folded = fold(maker);
    return Array.from(card.values()).flatMap(({ id, maker }) => (fold(maker) === folded ? [id] : []));
  }

  /** The ids of a place's cards, a folder's or tag's with those below it: by name, those of a list in its own order. */
  at(place: Place): string[] {
    switch (place.kind) {
      case "all":
        return [...this.usedInOrder()];
      case "withdrawn":
        return [...this.withdrawn.from(() => this.idsThat("withdrawn"))];
      case "unfiled":
        return this.inOrder(this.unfiled);
      case "private":
        return this.inOrder(this.own);
      case "folder":
        return this.inOrder(this.filed.used.within(place.id));
      case "tag":
        return this.inOrder(this.tagged.used.within(place.id));
      case "list":
        return this.lists.has(place.id)
          ? this.cardsOn(place.id).filter((id) => this.cards.get(id)?.state === "used")
          : [];
    }
  }

  /** How many cards a place holds. */
  count(place: Place): number {
    switch (place.kind) {
      case "all":
        return this.counts.used;
      case "withdrawn":
        return this.counts.withdrawn;
      case "unfiled":
        return this.unfiled.size;
      case "private":
        return this.own.size;
      case "folder":
        return this.filed.used.countWithin(place.id);
      case "tag":
        return this.tagged.used.countWithin(place.id);
      case "list":
        return this.at(place).length;
    }
  }

  /** The words that recall a card; a member's own before the team's. */
  aliasesOf = (cardId: string): Alias[] =>
    this.asides.alias.of(cardId).sort((a, b) => Number(a.ownerId === null) - Number(b.ownerId === null));
  /** The key that applies a card, if it has one: one that is pressed before a pad. */
  keyOf = (cardId: string): string | undefined => {
    const keys = this.asides.keyBinding.of(cardId).map(({ key }) => key);
    return keys.find((key) => !isPad(key)) ?? keys[0];
  };
  /** The favourites lists that a card is on, the member's own before the team's, in their order. */
  listsOf = (cardId: string): readonly FavouritesList[] => {
    if (!this.asides.favourite.has(cardId)) return noLists;
    let lists = this.cardLists.get(cardId);
    if (!lists) {
      const all = this.asides.favourite.of(cardId).flatMap(({ listId }) => this.lists.get(listId) ?? []);
      this.cardLists.set(cardId, (lists = all.sort(listOrder)));
    }
    return lists;
  };
  /** True where an effect begins with this card's values. */
  isDefault = (cardId: string): boolean => this.asides.effectDefault.has(cardId);
  /** The member's own rating: stars, -1 for rejected, 0 for none. */
  starsOf = (cardId: string): number => this.asides.rating.of(cardId)[0]?.stars ?? 0;
  /** True where the member has hidden a card that is in use, by itself or with its home or maker. */
  isHidden = ({
    id,
    withdrawn,
    folderId,
    maker,
  }: Pick<CardHead, "id" | "withdrawn" | "folderId" | "maker">): boolean => {
    if (withdrawn) return false;
    if (this.asides.hiding.has(id)) return true;
    if (this.hiddenMakers.size > 0 && this.hiddenMakers.has(fold(maker))) return true;
    if (this.hiddenFolders.size === 0 || folderId === null) return false;
    for (const one of this.folders.above([folderId])) if (this.hiddenFolders.has(one)) return true;
    return false;
  };
  /** The favourites lists in use, the member's own before the team's, in their order; the same object until one changes. */
  allLists = (): readonly FavouritesList[] =>
    (this.inTheirOrder ??= [...this.lists.values()].sort(listOrder));
  /** True where the member has hidden the card by itself. */
  isHiddenAlone = (cardId: string): boolean => this.asides.hiding.has(cardId);

  /** The other card in use with the same content, where there are just two. */
  private onlyDoubleOf(id: string): string | undefined {
    const card = this.cards.get(id);
    const same = card && this.sameContent.get(card.fingerprint);
    return same instanceof Set && same.size === 2 && same.has(id)
      ? [...same].find((other) => other !== id)
      : undefined;
  }

  /** True where another card in use has the same content. */
  isDouble = (id: string): boolean => {
    const card = this.cards.get(id);
    return (
      card !== undefined &&
      card.state !== "withdrawn" &&
      this.sameContent.get(card.fingerprint) instanceof Set
    );
  };

  /** The cards in use that are variants of a card, itself among them; none where it has no others. */
  variantsOf = (id: string): readonly string[] => {
    const groupId = this.cards.get(id)?.groupId;
    const group = groupId ? this.groups.get(groupId) : undefined;
    return group && group.size > 1 ? [...group] : [];
  };

  /** The cards in use of each group of variants. */
  variantGroups = (): Iterable<ReadonlySet<string>> => this.groups.values();

  private putContent(id: string, fingerprint: string): void {
    const same = this.sameContent.get(fingerprint);
    if (same === undefined) this.sameContent.set(fingerprint, id);
    else if (same instanceof Set) same.add(id);
    else this.sameContent.set(fingerprint, new Set([same, id]));
  }

  private removeContent(id: string, fingerprint: string): void {
    const same = this.sameContent.get(fingerprint);
    if (!(same instanceof Set)) this.sameContent.delete(fingerprint);
    else {
      same.delete(id);
      if (same.size === 1) this.sameContent.set(fingerprint, same.values().next().value!);
    }
  }

  private usedInOrder(): readonly string[] {
    return this.used.from(() => this.idsThat("used"));
  }

  private *idsThat(state: State): Iterable<string> {
    for (const [id, card] of this.cards) if (card.state === state) yield id;
  }

  private inOrder(some: ReadonlySet<string>): string[] {
    // Of many it is quicker to pass by the others than to put them in order again.
    if (some.size > this.cards.size / 16) return this.usedInOrder().filter((id) => some.has(id));
    const keyed = Array.from(some, (id) => [this.cards.get(id)!.key, id] as const);
    return keyed.sort(([a], [b]) => (a < b ? -1 : 1)).map(([, id]) => id);
  }

  /** Takes in a card, new or changed. */
  putCard(card: CardHead): void {
    const { id, folderId, fingerprint, groupId, ownerId } = card;
    this.removeCard(id);
    const state = card.withdrawn ? "withdrawn" : this.isHidden(card) ? "hidden" : "used";
    this.cards.set(id, { state, folderId, fingerprint, groupId, key: keyOf(card) });
    this.counts[state]++;
    this.filed[state].put(id, foldersOf(card));
    this.tagged[state].put(id, card.tagIds);
    if (state === "withdrawn") return this.withdrawn.add(id);
    if (state === "used") {
      this.used.add(id);
      if (ownerId !== null) this.own.add(id);
      else if (folderId === null) this.unfiled.add(id);
    }
    this.putContent(id, fingerprint);
    if (groupId !== null) {
      const group = this.groups.get(groupId);
      if (group) group.add(id);
      else this.groups.set(groupId, new Set([id]));
    }
  }

  removeCard(id: string): void {
    const card = this.cards.get(id);
    if (!card) return;
    const { state } = card;
    this.counts[state]--;
    this.filed[state].remove(id);
    this.tagged[state].remove(id);
    if (state === "withdrawn") this.withdrawn.remove(id);
    else {
      if (state === "used") this.used.remove(id);
      this.unfiled.delete(id);
      this.own.delete(id);
      this.removeContent(id, card.fingerprint);
      if (card.groupId !== null) this.groups.get(card.groupId)!.delete(id);
    }
    this.cards.delete(id);
  }

  private forgetLists(): void {
    this.cardLists.clear();
    this.inTheirOrder = null;
  }

  private putList(list: FavouritesList): void {
    this.forgetLists();
    if (list.removed) this.lists.delete(list.id);
    else this.lists.set(list.id, list);
  }

  /** The ids of the cards on a list, in its order. */
  private cardsOn(listId: string): string[] {
    const rows = Array.from(this.onList.get(listId) ?? [], (id) => this.asides.favourite.rows.get(id)!);
    return rows.sort(byPosition).map(({ cardId }) => cardId);
  }

  private putAside<A extends Aside>(entity: A, row: Asides[A]): void {
    (this.asides[entity] as AsideRows<A>).put(row);
    this.cardLists.delete(row.cardId ?? "");
    const [sets, key] = this.setsOf(entity, row);
    if (key !== null) sets!.set(key, (sets!.get(key) ?? new Set()).add(row.id));
  }

  private removeAside<A extends Aside>(entity: A, id: string): Asides[A] | undefined {
    const row = (this.asides[entity] as AsideRows<A>).remove(id);
    if (!row) return undefined;
    this.cardLists.delete(row.cardId ?? "");
    const [sets, key] = this.setsOf(entity, row);
    if (key !== null) {
      sets!.get(key)!.delete(id);
      if (sets!.get(key)!.size === 0) sets!.delete(key);
    }
    return row;
  }

  /** By what else than its card a row is found. */
  private setsOf(entity: Aside, row: Asides[Aside]): [Map<string, Set<string>> | null, string | null] {
    if (entity === "favourite") return [this.onList, (row as Asides["favourite"]).listId];
    if (entity !== "hiding") return [null, null];
    const { folderId, maker } = row as Asides["hiding"];
    return maker !== null ? [this.hiddenMakers, fold(maker)] : [this.hiddenFolders, folderId];
  }
}

const noLists: readonly FavouritesList[] = [];
const states = ["used", "hidden", "withdrawn"] as const satisfies readonly State[];

const listOrder = (a: FavouritesList, b: FavouritesList): number =>
  Number(a.ownerId === null) - Number(b.ownerId === null) || byPosition(a, b);
