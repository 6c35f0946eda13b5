import { createHash } from "node:crypto";
import { database } from "@/db/connection";
import { countAttempt } from "@/db/attempts";
import { Refusal } from "./refusal";

const window = 60_000;
const most = 20;

/**
 * Limits sign-in attempts on one account, from wherever they come: the auth library counts by address, and an address
 * is easily made up where no proxy vouches for it. Other requests pass.
 */
export async function limitAttempts(request: Request): Promise<void> {
  if (request.method !== "POST" || !new URL(request.url).pathname.endsWith("/sign-in/email")) return;
  const body = (await request.clone().json().catch(() => null)) as { email?: unknown } | null;
  if (typeof body?.email !== "string") return;
  // The address itself is not kept: this table also holds what strangers type.
  const key = `account:${createHash("sha256").update(body.email.trim().toLowerCase()).digest("hex")}`;
  if ((await countAttempt(database(), key, Date.now(), window)) > most)
    throw new Refusal(429, "too-many-attempts", "There were too many attempts on this account.", { hint: "Wait a minute and try again." });
}
