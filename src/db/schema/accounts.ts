import { boolean, doublePrecision, pgTable, text, timestamp } from "drizzle-orm/pg-core";

/* The tables that the auth library asks for, under names of their own so that a bench session is not mistaken for a sign-in. */

const at = (name: string) => timestamp(name, { withTimezone: true });

export const user = pgTable("account_user", {
  id: text().primaryKey(),
  name: text().notNull(),
  email: text().notNull().unique(),
  emailVerified: boolean("email_verified").notNull().default(false),
  image: text(),
  createdAt: at("created_at").notNull().defaultNow(),
  updatedAt: at("updated_at").notNull().defaultNow(),
});

export const signIn = pgTable("account_sign_in", {
  id: text().primaryKey(),
  expiresAt: at("expires_at").notNull(),
  token: text().notNull().unique(),
  createdAt: at("created_at").notNull().defaultNow(),
  updatedAt: at("updated_at").notNull().defaultNow(),
  ipAddress: text("ip_address"),
  userAgent: text("user_agent"),
  userId: text("user_id")
    .notNull()
    .references(() => user.id, { onDelete: "cascade" }),
});

export const credential = pgTable("account_credential", {
  id: text().primaryKey(),
  accountId: text("account_id").notNull(),
  providerId: text("provider_id").notNull(),
  userId: text("user_id")
    .notNull()
    .references(() => user.id, { onDelete: "cascade" }),
  accessToken: text("access_token"),
  refreshToken: text("refresh_token"),
  idToken: text("id_token"),
  accessTokenExpiresAt: at("access_token_expires_at"),
  refreshTokenExpiresAt: at("refresh_token_expires_at"),
  scope: text(),
  password: text(),
  createdAt: at("created_at").notNull().defaultNow(),
  updatedAt: at("updated_at").notNull().defaultNow(),
});

export const verification = pgTable("account_verification", {
  id: text().primaryKey(),
  identifier: text().notNull(),
  value: text().notNull(),
  expiresAt: at("expires_at").notNull(),
  createdAt: at("created_at").notNull().defaultNow(),
  updatedAt: at("updated_at").notNull().defaultNow(),
});

/** How often something that could be guessed was tried of late, under a key that names who and what. */
export const pace = pgTable("account_pace", {
  key: text().primaryKey(),
  /** Tries that failed; they fade. */
  failures: doublePrecision().notNull(),
  lastAt: at("last_at").notNull(),
  /** When the next try is looked at. */
  nextAt: at("next_at").notNull(),
  /** It has succeeded before: an address that belongs to an account. */
  known: boolean().notNull().default(false),
});

/** The link by which the first owner of an empty database is made. Only its hash is kept, and only one. */
export const founding = pgTable("founding", {
  tokenHash: text("token_hash").primaryKey(),
  expiresAt: at("expires_at").notNull(),
});
