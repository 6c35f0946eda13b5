import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { sayEffects } from "@/core/chain/describe";
import type { Replica } from "@/core/library/change";
import type { CardHead } from "@/core/library/entities";
import type { Habit } from "@/core/library/habit";
import type { TableColumnId } from "@/core/library/media";
import type { Shelf } from "@/core/library/shelf";
import { pathOf } from "@/core/library/tree";
import { fold } from "@/core/text/fold";
import { sayOrigin } from "../apply/apply-row";
import { KeyCap } from "../parts/key-cap";
import { Stars } from "../parts/stars";

/** What the table says of cards from. */
export interface TableLook {
  readonly replica: Pick<Replica, "folder" | "tag">;
  readonly shelf: Shelf;
  readonly habitsOf: (cardId: string) => readonly Habit[];
  readonly memberId: string;
}

/** What the table can show of a card. */
interface TableColumn {
  readonly header: string;
  /** As CSS Grid writes the size of a track. */
  readonly track: string;
  text(card: CardHead, look: TableLook): string;
  /** By what it is put in order; its text, where this is left out. */
  order?(card: CardHead, look: TableLook): string | number;
  /** How the text is shown, where it is not as it is. */
  readonly shown?: (text: string) => ReactNode;
}

const day = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "2-digit" });
const figure = (text: string) => (
  <chakra.span textStyle="figure" color="muted">
    {text}
  </chakra.span>
);
const usesOf = ({ id }: CardHead, { habitsOf }: TableLook) =>
  habitsOf(id).reduce((sum, { uses }) => sum + uses, 0);
const lastUse = ({ id }: CardHead, { habitsOf }: TableLook) =>
  habitsOf(id).reduce((last, { lastAt }) => Math.max(last, lastAt), 0);

const folded = new WeakMap<object, Map<string, string>>();

/** A folder's path as it is put in order; remembered for each tree, since many cards lie in one. */
function foldedPath(folders: TableLook["replica"]["folder"], id: string | null): string {
  if (id === null) return "";
  const known = folded.get(folders) ?? new Map<string, string>();
  folded.set(folders, known);
  const path = known.get(id) ?? fold(pathOf(folders, id));
  known.set(id, path);
  return path;
}

export const columnsOfTable: Readonly<Record<TableColumnId, TableColumn>> = {
  chain: { header: "Chain", track: "minmax(0, 3fr)", text: (card) => sayEffects(card.effects) },
  length: {
    header: "Settings",
    track: "58px",
    text: (card) => String(card.effects.length),
    order: (card) => card.effects.length,
    shown: figure,
  },
  folder: {
    header: "Folder",
    track: "minmax(0, 2fr)",
    text: (card, { replica }) => pathOf(replica.folder, card.folderId),
    order: (card, { replica }) => foldedPath(replica.folder, card.folderId),
  },
  tags: {
    header: "Tags",
    track: "minmax(0, 2fr)",
    text: (card, { replica }) => card.tagIds.map((id) => replica.tag.get(id)?.name ?? "").join(", "),
  },
  fits: {
    header: "Meant for",
    track: "minmax(0, 1fr)",
    text: (card) => (card.fits.length === 0 ? "any" : card.fits.join(", ")),
  },
  maker: { header: "Made by", track: "minmax(0, 1fr)", text: (card) => card.maker },
  origin: { header: "Kept by", track: "74px", text: (card, { memberId }) => sayOrigin(card, memberId) },
  rating: {
    header: "Rating",
    track: "76px",
    text: (card, { shelf }) => String(shelf.starsOf(card.id)),
    order: (card, { shelf }) => shelf.starsOf(card.id),
    shown: (text) => <Stars stars={Number(text)} />,
  },
  uses: {
    header: "Applied",
    track: "58px",
    text: (card, look) => String(usesOf(card, look) || ""),
    order: usesOf,
    shown: figure,
  },
  used: {
    header: "Last applied",
    track: "82px",
    text: (card, look) => (lastUse(card, look) > 0 ? day.format(lastUse(card, look)) : ""),
    order: lastUse,
    shown: figure,
  },
  added: {
    header: "Added",
    track: "82px",
    text: (card) => day.format(new Date(card.addedAt)),
    order: (card) => card.addedAt,
    shown: figure,
  },
  changed: {
    header: "Changed",
    track: "82px",
    text: (card) => day.format(new Date(card.changedAt)),
    order: (card) => card.changedAt,
    shown: figure,
  },
  key: {
    header: "Key",
    track: "56px",
    text: (card, { shelf }) => shelf.keyOf(card.id) ?? "",
    shown: (text) => (text ? <KeyCap keys={text} /> : null),
  },
};

/** By what a column puts a card in order. */
export const orderIn = (id: TableColumnId, card: CardHead, look: TableLook): string | number => {
  const { order, text } = columnsOfTable[id];
  return order ? order(card, look) : fold(text(card, look));
};
