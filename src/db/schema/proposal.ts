import { sql } from "drizzle-orm";
import { check, index, pgTable, text, uuid } from "drizzle-orm/pg-core";
import { proposalStates, type ProposalState } from "@/core/library/entities/proposal";
import type { Medium, TargetKind } from "@/core/media";
import { user } from "./accounts";
import { card } from "./card";
import { now, version } from "./columns";
import { library } from "./libraries";

/** Private cards that are offered to the team. */
export const proposal = pgTable(
  "proposal",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    byId: text()
      .notNull()
      .references(() => user.id),
    /** No reference: the card is its member's own matter, and may go. */
    ownCardId: uuid().notNull(),
    name: text().notNull(),
    medium: text().$type<Medium>().notNull(),
    fits: text().array().$type<TargetKind[]>().notNull(),
    note: text().notNull(),
    maker: text().notNull(),
    madeFor: text().notNull(),
    keptOn: text(),
    effects: text().array().notNull(),
    fingerprint: text().notNull(),
    path: text().notNull(),
    state: text().$type<ProposalState>().notNull(),
    answer: text().notNull().default(""),
    cardId: uuid().references(() => card.id),
    offeredAt: now(),
    version: version(),
  },
  (t) => [
    index("proposal_of_library").on(t.libraryId, t.byId),
    check("proposal_state", sql`${t.state} in (${sql.raw(proposalStates.map((s) => `'${s}'`).join(", "))})`),
  ],
);
