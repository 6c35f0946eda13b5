import { createHash } from "node:crypto";
import { database } from "@/db/connection";
import { forgetTries, isKnown, longestWait, succeeded, takeTurn, type Pace } from "@/db/attempts";
import { addressHeader } from "./http/address";
import { Refusal } from "./refusal";

/*
 * Guessing is made slow instead of locking anybody out: a try waits for its turn under what names it. An account from
 * one address is slowed soonest; an address that tries many accounts, and an account that is tried from many addresses,
 * later. Who has signed in from an address before is not slowed there by what others try elsewhere.
 */
const paces = {
  pair: { free: 5, longest: 20 },
  address: { free: 10, longest: 5 },
  account: { free: 20, longest: 10 },
} as const satisfies Record<string, Pace>;

/** Tries that wait in this process; each holds a line. */
const mostWaiting = 200;
let waiting = 0;

const tooMany = () =>
  new Refusal(
    429,
    "too-many-attempts",
    "There were many attempts of late, so they are looked at one after the other.",
    { hint: `Wait ${longestWait} s and try again.`, retryAfter: longestWait },
  );

/** Waits for the latest of some turns. */
async function wait(turns: readonly (number | null)[]): Promise<void> {
  if (turns.includes(null)) throw tooMany();
  const seconds = Math.max(...(turns as number[]));
  if (seconds === 0) return;
  if (waiting >= mostWaiting) throw tooMany();
  waiting++;
  try {
    await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
  } finally {
    waiting--;
  }
}

// What strangers type is not kept, only its hash.
const keyOf = (kind: string, ...parts: string[]) =>
  `${kind}:${createHash("sha256").update(JSON.stringify(parts)).digest("hex")}`;

/** From where a request came, as the guard before the application says. */
export const addressOfRequest = (headers: Headers): string => headers.get(addressHeader) ?? "unknown";

/**
 * Lets a try to sign in wait for its turn, then carries it out; `work` says whether it succeeded. Throws a 429 refusal
 * for tries that would wait too long.
 */
export async function trySigningIn<T>(
  email: string,
  address: string,
  work: () => Promise<{ readonly succeeded: boolean; readonly result: T }>,
): Promise<T> {
  const db = database();
  const account = email.trim().toLowerCase();
  const pair = keyOf("pair", account, address);
  const known = await isKnown(db, pair);
  const others = known
    ? []
    : ([
        ["address", keyOf("address", address)],
        ["account", keyOf("account", account)],
      ] as const);
  const turns = [await takeTurn(db, pair, paces.pair)];
  for (const [kind, key] of others) turns.push(await takeTurn(db, key, paces[kind]));
  await wait(turns);
  const { succeeded: done, result } = await work();
  if (done) {
    await succeeded(db, pair, true);
    for (const [, key] of others) await succeeded(db, key, false);
    await forgetTries(db);
  }
  return result;
}

/** The same for somebody who is signed in and proves once more who they are; `work` throws where they do not. */
export async function tryProving<T>(userId: string, work: () => Promise<T>): Promise<T> {
  const key = keyOf("proof", userId);
  await wait([await takeTurn(database(), key, paces.pair)]);
  const result = await work();
  await succeeded(database(), key, true);
  return result;
}
