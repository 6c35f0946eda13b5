import { shortestPassword } from "@/core/api/account";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { nextCookies } from "better-auth/next-js";
import { multiSession } from "better-auth/plugins";
import { database, type Database } from "@/db/connection";
import { addressHeader } from "./http/address";
import { credential, signIn, user, verification } from "@/db/schema";

/** Builds the sign-in service over a database; `secret` signs its cookies. */
export function makeAuth(db: Database, secret: string, baseURL: string | undefined) {
  return betterAuth({
    appName: "Fichier",
    secret,
    baseURL,
    // The same machine under its other name, which people type.
    trustedOrigins: baseURL ? [baseURL.replace("//127.0.0.1", "//localhost")] : [],
    database: drizzleAdapter(db, {
      provider: "pg",
      schema: { user, session: signIn, account: credential, verification },
    }),
    // Members are made by an owner, never by whoever finds the address.
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: shortestPassword },
    session: { expiresIn: 60 * 60 * 24 * 14, updateAge: 60 * 60 * 24 },
    // Tries are slowed by `attempts`, which forgives the right person and trusts no clock.
    rateLimit: { enabled: false },
    advanced: {
      cookiePrefix: "fichier",
      ipAddress: { ipAddressHeaders: [addressHeader] },
      defaultCookieAttributes: { sameSite: "lax", httpOnly: true },
    },
    telemetry: { enabled: false },
    // A mistyped password is nothing that whoever looks after the server must know.
    // Words alone: what it says them about may be a session's token.
    logger: {
      level: "error",
      log: (level, message) => console.error(`sign-in, ${level}: ${message.split("\n")[0]}`),
    },
    // Several members at one shared machine, one of them at the desk.
    plugins: [multiSession({ maximumSessions: 6 }), nextCookies()],
  });
}

let shared: ReturnType<typeof makeAuth> | null = null;

/** The application's sign-in service. Throws where `FICHIER_SECRET` is not set. */
export function auth() {
  if (!shared) {
    const secret = process.env.FICHIER_SECRET;
    if (!secret) throw new Error("FICHIER_SECRET is not set; start the application with bin/start");
    shared = makeAuth(database(), secret, process.env.FICHIER_URL);
  }
  return shared;
}
