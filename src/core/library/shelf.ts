import { SortedView } from "../numeric/sorted-view";
import { sortKey } from "../text/fold";
import type { Replica, RowChange } from "./change";
import type { Alias } from "./entities/alias";
import type { CardHead, EntityRows, Folder } from "./entities";

/** What of the library a table shows. */
export type Place =
  | { readonly kind: "all" }
  | { readonly kind: "folder"; readonly id: string }
  | { readonly kind: "unfiled" }
  | { readonly kind: "favourites" }
  | { readonly kind: "withdrawn" };

/** Rows that say something of a card besides its own. */
type Asides = Pick<EntityRows, "alias" | "favourite" | "keyBinding" | "effectDefault">;
type Aside = keyof Asides;
const asides = ["alias", "favourite", "keyBinding", "effectDefault"] as const satisfies readonly Aside[];

/** What is kept of each: the word, place, key or effect. */
const saidBy: { readonly [A in Aside]: (row: Asides[A]) => string } = {
  alias: ({ text }) => text,
  favourite: ({ position }) => position,
  keyBinding: ({ key }) => key,
  effectDefault: ({ effect }) => effect,
};

/** What is kept of a card. */
interface Placed {
  readonly folderId: string | null;
  readonly withdrawn: boolean;
  readonly fingerprint: string;
  readonly groupId: string | null;
  /** By which it is put in order: its name, numbers by value, and what tells namesakes apart. */
  readonly key: string;
}

const keyOf = ({ id, name }: Pick<CardHead, "id" | "name">) => `${sortKey(name)}\u0000${name}\u0000${id}`;

/**
 * Where the cards of a library lie and in which order, and what belongs to each: what its screens ask for at every key.
 * A change costs what it touches, however large the library is. Told every row change in turn, after it was made from a
 * replica; the replica's rows themselves are not kept.
 */
export class Shelf {
  private readonly cards = new Map<string, Placed>();
  /** Those in use, and the others. */
  private readonly inFolder = new Map<string | null, Set<string>>();
  private readonly withdrawnFrom = new Map<string | null, Set<string>>();
  /** The folder in which each lies, and the other way round. */
  private readonly folders = new Map<string, string | null>();
  private readonly below = new Map<string | null, Set<string>>();
  private readonly used = new SortedView<string>((id) => this.cards.get(id)!.key);
  private readonly withdrawn = new SortedView<string>((id) => this.cards.get(id)!.key);
  private withdrawnCount = 0;
  private readonly rows = new Map<string, Asides[Aside]>();
  /** What the rows of each kind say, by card and row. */
  private readonly said: { readonly [A in Aside]: Map<string, Map<string, string>> } = {
    alias: new Map(),
    favourite: new Map(),
    keyBinding: new Map(),
    effectDefault: new Map(),
  };
  private counts: ReadonlyMap<string, number> | null = null;
  /** The cards in use with each content: nearly always one. */
  private readonly sameContent = new Map<string, string | Set<string>>();
  /** The cards in use of each group of variants. */
  private readonly groups = new Map<string, Set<string>>();

  constructor(replica: Pick<Replica, "card" | "folder" | Aside>) {
    for (const folder of replica.folder.values()) this.putFolder(folder);
    for (const card of replica.card.values()) this.putCard(card);
    for (const entity of asides) for (const row of replica[entity].values()) this.putAside(entity, row);
  }

  /**
   * Takes in changes of rows; `after` is the replica that they led to. Gives the ids of the cards of which they say
   * something else than before: their own rows, aliases, marks and keys, the names of the folders they lie in and of who
   * kept them, and whether another has the same content.
   */
  take(
    changes: readonly RowChange[],
    after: Pick<Replica, "card" | "folder" | "member">,
  ): ReadonlySet<string> {
    const touched = new Set<string>();
    const touchWithin = (folderId: string) => {
      for (const id of this.within(folderId))
        for (const cards of [this.inFolder, this.withdrawnFrom])
          for (const card of cards.get(id) ?? []) touched.add(card);
    };
    for (const change of changes) {
      const id = change.kind === "insert" ? change.row.id : change.id;
      switch (change.entity) {
        case "card": {
          const card = after.card.get(id);
          const moves =
            change.kind !== "update" ||
            ["name", "folderId", "withdrawn", "fingerprint", "groupId"].some((key) => key in change.set);
          if (moves) {
            // Of two of the same content the other one is alone then, or is so no more.
            const pairs = [this.onlyDoubleOf(id)];
            if (card) this.putCard(card);
            else this.removeCard(id);
            pairs.push(this.onlyDoubleOf(id));
            for (const other of pairs) if (other !== undefined) touched.add(other);
          }
          touched.add(id);
          break;
        }
        case "member": {
          const who = change.kind === "insert" ? change.row.userId : after.member.get(id)?.userId;
          if (change.kind === "delete" || (change.kind === "update" && !("name" in change.set))) break;
          for (const card of after.card.values()) if (card.authorId === who) touched.add(card.id);
          break;
        }
        case "folder": {
          const folder = after.folder.get(id);
          if (folder) this.putFolder(folder);
          else this.removeFolder(id);
          if (change.kind !== "update" || "name" in change.set || "parentId" in change.set) touchWithin(id);
          break;
        }
        case "alias":
        case "favourite":
        case "keyBinding":
        case "effectDefault": {
          const before = this.rows.get(`${change.entity} ${id}`);
          if (before) {
            this.removeAside(change.entity, before);
            if (before.cardId !== null) touched.add(before.cardId);
          }
          const now =
            change.kind === "insert"
              ? change.row
              : change.kind === "update" && before
                ? ({ ...before, ...change.set } as typeof before)
                : null;
          if (now) {
            this.putAside(change.entity, now);
            if (now.cardId !== null) touched.add(now.cardId);
          }
        }
      }
    }
    return touched;
  }

  /** The ids of a place's cards, a folder's with those below it: by name, favourites in their own order. */
  at(place: Place): string[] {
    switch (place.kind) {
      case "all":
        return [...this.usedInOrder()];
      case "withdrawn":
        return [...this.withdrawn.from(() => this.idsThat((card) => card.withdrawn))];
      case "unfiled":
        return this.inOrder(this.inFolder.get(null) ?? []);
      case "folder":
        return this.inOrder([...this.within(place.id)].flatMap((id) => [...(this.inFolder.get(id) ?? [])]));
      case "favourites":
        return [...this.said.favourite]
          .map(([cardId, positions]) => [[...positions.values()].sort()[0], cardId] as const)
          .filter(([, cardId]) => this.cards.get(cardId)?.withdrawn === false)
          .sort(([a, x], [b, y]) => (a < b ? -1 : a > b ? 1 : x < y ? -1 : 1))
          .map(([, cardId]) => cardId);
    }
  }

  /** How many cards a place holds. */
  count(place: Place): number {
    switch (place.kind) {
      case "all":
        return this.cards.size - this.withdrawnCount;
      case "withdrawn":
        return this.withdrawnCount;
      case "unfiled":
        return this.inFolder.get(null)?.size ?? 0;
      case "folder":
        return (this.counts ??= this.countAll()).get(place.id) ?? 0;
      case "favourites":
        return this.at(place).length;
    }
  }

  /** The words that recall a card; a member's own before the team's. */
  aliasesOf = (cardId: string): Alias[] =>
    Array.from(this.said.alias.get(cardId)?.keys() ?? [], (id) => this.rows.get(`alias ${id}`) as Alias).sort(
      (a, b) => Number(a.ownerId === null) - Number(b.ownerId === null),
    );
  /** The key that applies a card, if it has one. */
  keyOf = (cardId: string): string | undefined => this.said.keyBinding.get(cardId)?.values().next().value;
  isFavourite = (cardId: string): boolean => this.said.favourite.has(cardId);
  /** True where an effect begins with this card's values. */
  isDefault = (cardId: string): boolean => this.said.effectDefault.has(cardId);

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
    return card !== undefined && !card.withdrawn && this.sameContent.get(card.fingerprint) instanceof Set;
  };

  /** The cards in use that are variants of a card, itself among them; none where it has no others. */
  variantsOf = (id: string): readonly string[] => {
    const groupId = this.cards.get(id)?.groupId;
    const group = groupId ? this.groups.get(groupId) : undefined;
    return group && group.size > 1 ? [...group] : [];
  };

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
    return this.used.from(() => this.idsThat((card) => !card.withdrawn));
  }

  private *idsThat(test: (card: Placed) => boolean): Iterable<string> {
    for (const [id, card] of this.cards) if (test(card)) yield id;
  }

  private inOrder(ids: Iterable<string>): string[] {
    const some = new Set(ids);
    // Of many it is quicker to pass by the others than to put them in order again.
    if (some.size > this.cards.size / 16) return this.usedInOrder().filter((id) => some.has(id));
    const keyed = Array.from(some, (id) => [this.cards.get(id)!.key, id] as const);
    return keyed.sort(([a], [b]) => (a < b ? -1 : 1)).map(([, id]) => id);
  }

  /** A folder and all that lie below it. */
  private within(id: string): ReadonlySet<string> {
    const found = new Set([id]);
    for (const folder of found) for (const child of this.below.get(folder) ?? []) found.add(child);
    return found;
  }

  private countAll(): Map<string, number> {
    const counts = new Map<string, number>();
    for (const [folder, ids] of this.inFolder) {
      const seen = new Set<string>();
      for (let at = folder; at !== null && !seen.has(at); at = this.folders.get(at) ?? null) {
        seen.add(at);
        counts.set(at, (counts.get(at) ?? 0) + ids.size);
      }
    }
    return counts;
  }

  private putFolder({ id, parentId }: Folder): void {
    if (this.folders.has(id)) {
      if (this.folders.get(id) === parentId) return;
      this.removeFolder(id);
    }
    this.folders.set(id, parentId);
    const siblings = this.below.get(parentId);
    if (siblings) siblings.add(id);
    else this.below.set(parentId, new Set([id]));
    this.counts = null;
  }

  private removeFolder(id: string): void {
    const parentId = this.folders.get(id);
    if (parentId === undefined) return;
    this.below.get(parentId)!.delete(id);
    this.folders.delete(id);
    this.counts = null;
  }

  /** Takes in a card, new or changed. */
  putCard(card: CardHead): void {
    const { id, folderId, withdrawn, fingerprint, groupId } = card;
    this.removeCard(id);
    this.cards.set(id, { folderId, withdrawn, fingerprint, groupId, key: keyOf(card) });
    const homes = withdrawn ? this.withdrawnFrom : this.inFolder;
    const home = homes.get(folderId);
    if (home) home.add(id);
    else homes.set(folderId, new Set([id]));
    if (withdrawn) {
      this.withdrawn.add(id);
      this.withdrawnCount++;
      return;
    }
    this.used.add(id);
    this.putContent(id, fingerprint);
    if (groupId !== null) {
      const group = this.groups.get(groupId);
      if (group) group.add(id);
      else this.groups.set(groupId, new Set([id]));
    }
    this.counts = null;
  }

  removeCard(id: string): void {
    const card = this.cards.get(id);
    if (!card) return;
    if (card.withdrawn) {
      this.withdrawn.remove(id);
      this.withdrawnFrom.get(card.folderId)!.delete(id);
      this.withdrawnCount--;
    } else {
      this.used.remove(id);
      this.removeContent(id, card.fingerprint);
      if (card.groupId !== null) this.groups.get(card.groupId)!.delete(id);
      this.inFolder.get(card.folderId)!.delete(id);
      this.counts = null;
    }
    this.cards.delete(id);
  }

  private putAside<A extends Aside>(entity: A, row: Asides[A]): void {
    this.rows.set(`${entity} ${row.id}`, row);
    // What recalls a saved search or a folder is nothing of a card's.
    if (row.cardId === null) return;
    const said = saidBy[entity](row);
    const of = this.said[entity].get(row.cardId);
    if (of) of.set(row.id, said);
    else this.said[entity].set(row.cardId, new Map([[row.id, said]]));
  }

  private removeAside(entity: Aside, row: Asides[Aside]): void {
    this.rows.delete(`${entity} ${row.id}`);
    if (row.cardId === null) return;
    const of = this.said[entity].get(row.cardId);
    of?.delete(row.id);
    if (of?.size === 0) this.said[entity].delete(row.cardId);
  }
}
