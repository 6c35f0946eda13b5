import type { BoardId } from "../keys/boards";
import { waysFor, type WayId } from "../chain/ways";
import { mediumOfKind, type MaterialOf, type Medium, type TargetKind, type WorkingMedium } from "../media";
import type { Stages } from "./stages";

/** What was learnt about a file when it was decoded: of a medium, or of a table of colours (.cube), which effects depend on. */
export type MediaFacts =
  | { readonly [M in WorkingMedium]: { readonly kind: M } & MaterialOf<M> }[WorkingMedium]
  | { readonly kind: "lut"; readonly dimensions: 1 | 3; readonly size: number };

/** The screens whose columns a member can move. */
export const columnPlaces = ["bench", "library", "keys", "upkeep", "history", "team"] as const;
export type ColumnPlace = (typeof columnPlaces)[number];

/** By what rows that were found can be put together. */
export const barGroupings = ["maker", "effect", "folder", "kind"] as const;
export type BarGrouping = (typeof barGroupings)[number];

/** What the table of cards can show of one besides its name, in the order in which it does. */
export const tableColumns = [
  "chain",
  "length",
  "folder",
  "tags",
  "fits",
  "maker",
  "origin",
  "rating",
  "uses",
  "used",
  "added",
  "changed",
  "key",
] as const;
export type TableColumnId = (typeof tableColumns)[number];
/** What it shows where nobody chose. */
export const firstColumns: readonly TableColumnId[] = ["chain", "origin", "key"];

/** What a member chose for the interface. */
export interface MemberSettings {
  /** Where the edges of a screen's columns are: percent of the width, by column. */
  readonly columns?: { readonly [P in ColumnPlace]?: { readonly [column: string]: number } };
  /** Keys that are one bare character work without a modifier (WCAG 2.1.4). */
  readonly bareKeys?: boolean;
  /** The apply bar stands in the column of targets, so that the material is seen whole. */
  readonly narrowBar?: boolean;
  /** In the apply bar an alias acts with its last letter, where no other one goes on from there. */
  readonly aliasesAct?: boolean;
  /** How cards usually come onto what they are put on, by its kind; as `applyWay` says of those that are left out. */
  readonly applyWays?: { readonly [K in TargetKind]?: WayId };
  /** In place of the chain, where it is left out. */
  readonly applyWay?: WayId;
  /** The cards that new targets of a kind begin with, by their ids; null and left out: with nothing. */
  readonly begins?: { readonly [K in TargetKind]?: string | null };
  /** The folders that lie open on the filing desk, by their ids; the fullest ones, where it is left out. */
  readonly openFolders?: readonly string[];
  /** Folders and tags whose contents the index does not show, by their ids. */
  readonly closedRows?: readonly string[];
  /** What the table of cards shows. */
  readonly tableColumns?: readonly TableColumnId[];
  /** By what the table of cards is put in order; null for the order of the place. */
  readonly tableSort?: { readonly by: TableColumnId | "name"; readonly desc: boolean } | null;
  /** Formats of which variants are preferred, the first before the others. */
  readonly preferredFormats?: readonly string[];
  /** Of variants the table of cards shows the one that is preferred; the others are folded away. */
  readonly foldVariants?: boolean;
  /** What of the view is remembered does not change by what is done in it. */
  readonly isViewLocked?: boolean;
  /** The keyboard that keys are drawn on; the one most like what the browser says of its own, where it is left out. */
  readonly board?: BoardId;
  /** The order in which the member works; see `library/stages`. */
  readonly stages?: Stages;
  /** The bench session that was open last; where signing in leads. */
  readonly lastSessionId?: string;
}

/** What of the settings is the view, which can be copied from somebody else. */
export const viewSettings = [
  "columns",
  "closedRows",
  "tableColumns",
  "tableSort",
  "foldVariants",
  "stages",
] as const;
export type ViewSettings = Pick<MemberSettings, (typeof viewSettings)[number]>;

/** Pixels at full size that can be asked for at once: a large screen with its surroundings. */
export const mostExactPixels = 16_000_000;

/*
 * Working copies: what a browser fetches instead of the original. Sound: one plane after another, 32-bit floats, and an
 * overview for drawing it at any zoom. Pictures: 16-bit sRGB codes, interleaved, in a size for the viewer and a small
 * one for lists; of video the same of one frame, besides what is played (MP4) and a strip of pictures (JPEG). Little-endian. Blobs are named by the SHA-256 of the original, so that the same file is kept once,
 * whoever brings it.
 */
export const copies = ["planes", "overview", "preview", "mini", "table", "light", "strip"] as const;
export type Copy = (typeof copies)[number];

/** How cards usually come onto targets of a kind; in place of their chains, where nothing of its medium is mixed. */
export function usualWay({ applyWays, applyWay = "replace" }: MemberSettings, kind: string): WayId {
  const way = applyWays?.[kind as TargetKind] ?? applyWay;
  const medium = mediumOfKind(kind as TargetKind) as Medium | undefined;
  return medium === undefined || waysFor(medium).includes(way) ? way : "replace";
}
