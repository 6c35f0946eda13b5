import { chainDifference } from "../chain/difference";
import type { Chain } from "../chain/model";
import type { RowChange } from "./change";
import type { Entity } from "./entities";

/** Gives the name of a row, as far as it is known; ids alone tell a reader nothing. */
export type NameOf = (entity: Entity, id: string) => string | undefined;

const nouns: Record<Entity, string> = { folder: "folder", card: "card", alias: "alias", favourite: "favourite", keyBinding: "key", session: "session", target: "target", member: "member" };

/** Fields that follow from others, or only count. */
const silent = new Set(["version", "sortKey", "fingerprint", "contentVersion", "proof", "folded", "cardVersion", "medium"]);

/** Fields that name another row. */
const references: Readonly<Record<string, Entity>> = { folderId: "folder", parentId: "folder", cardId: "card", feedsId: "target" };

const labels: Readonly<Record<string, string>> = {
  folderId: "filed in", parentId: "lies in", cardId: "card", feedsId: "feeds", at: "begins at (s)", sends: "sends", fits: "fits", withdrawn: "withdrawn", removed: "removed", muted: "muted", soloed: "soloed", strength: "strength (%)",
};

const rowName = (row: object): string | undefined => ("name" in row ? String(row.name) : "text" in row ? String(row.text) : "key" in row ? String(row.key) : undefined);

/**
 * What a recorded change did to each row, a line each, the row first: `card “Small harbour room”: name “Room” → “Small
 * harbour room”`. `forward` and `backward` as recorded: the n-th step of the one is undone by the n-th from the end of the other.
 */
export function describeChange(forward: readonly RowChange[], backward: readonly RowChange[], nameOf: NameOf): string[] {
  const quoted = (entity: Entity, id: string, own?: string) => {
    const name = own ?? nameOf(entity, id);
    return name === undefined ? `a ${nouns[entity]}` : `${nouns[entity]} “${name}”`;
  };
  const say = (field: string, value: unknown): string => {
    if (value === null || value === undefined) return field === "folderId" || field === "parentId" ? "no folder" : "nothing";
    const entity = references[field];
    if (entity) return nameOf(entity, String(value)) === undefined ? `a ${nouns[entity]} that is gone` : `“${nameOf(entity, String(value))}”`;
    if (typeof value === "boolean") return value ? "yes" : "no";
    if (Array.isArray(value)) return value.length === 0 ? "none" : value.every((v) => typeof v === "string") ? value.join(", ") : `${value.length}`;
    return typeof value === "string" ? `“${value}”` : String(value);
  };
  return forward.flatMap((step, i): string[] => {
    const undo = backward[backward.length - 1 - i];
    if (step.kind === "insert") {
      const about = step.entity === "favourite" || step.entity === "keyBinding" || step.entity === "alias" ? ` for ${quoted("card", step.row.cardId)}` : "";
      return [`${quoted(step.entity, step.row.id, rowName(step.row))}${about} added`];
    }
    if (step.kind === "delete") return [`${quoted(step.entity, step.id, undo?.kind === "insert" ? rowName(undo.row) : undefined)} removed`];
    const before = (undo?.kind === "update" ? undo.set : {}) as Record<string, unknown>;
    const subject = quoted(step.entity, step.id);
    return Object.entries(step.set).flatMap(([field, value]) => {
      if (silent.has(field)) return [];
      if (field === "position") return [`${subject}: moved in its list`];
      if (field === "chain" && before.chain) return chainDifference(before.chain as Chain, value as Chain).map((line) => `${subject}: ${line}`);
      return [`${subject}: ${labels[field] ?? field} ${say(field, before[field])} → ${say(field, value)}`];
    });
  });
}
