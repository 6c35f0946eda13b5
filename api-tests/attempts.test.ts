import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { isKnown, succeeded, takeTurn } from "@/db/attempts";
import { database } from "@/db/connection";
import { trySigningIn } from "@/server/attempts";
import { join, newLibrary, password, signIn, type Person } from "./world";

const pace = { free: 3, longest: 8 };
let keys = 0;
const fresh = () => `test:${++keys}`;
const turns = async (key: string, count: number) => {
  const waits: (number | null)[] = [];
  for (let i = 0; i < count; i++) waits.push(await takeTurn(database(), key, pace));
  return waits;
};

describe("turns", () => {
  it("are free at first, then further and further apart, until nobody would wait for them", async () => {
    const waits = await turns(fresh(), 12);
    expect(waits.slice(0, 4)).toEqual([0, 0, 0, 0]);
    // 1, 2, 4, then 8 seconds apart.
    [1, 3, 7, 15].forEach((wait, i) => expect(Math.abs(waits[4 + i]! - wait)).toBeLessThan(0.5));
    expect(waits.slice(8)).toEqual([null, null, null, null]);
  });

  it("are given one after the other to tries that are made at once", async () => {
    const key = fresh();
    await turns(key, 4);
    const waits = (await Promise.all(Array.from({ length: 6 }, () => takeTurn(database(), key, pace))))
      .map((wait) => wait ?? Infinity)
      .sort((a, b) => a - b);
    [1, 3, 7, 15, Infinity, Infinity].forEach((wait, i) =>
      wait === Infinity ? expect(waits[i]).toBe(wait) : expect(Math.abs(waits[i] - wait)).toBeLessThan(0.5),
    );
  });

  it("are forgiven by a success, and what succeeded is known", async () => {
    const key = fresh();
    await turns(key, 8);
    expect(await isKnown(database(), key)).toBe(false);
    await succeeded(database(), key, true);
    expect(await isKnown(database(), key)).toBe(true);
    expect(await turns(key, 3)).toEqual([0, 0, 0]);
  });

  it("fade: a quarter of an hour later a failure counts half", async () => {
    const key = fresh();
    await turns(key, 6);
    await database().execute(
      sql`update account_pace set last_at = last_at - interval '45 minutes', next_at = now() where key = ${key}`,
    );
    // Six eighths and one.
    expect(await turns(key, 2)).toEqual([0, 0]);
  });

  it("last no longer where a clock was set back", async () => {
    const key = fresh();
    await turns(key, 6);
    await database().execute(
      sql`update account_pace set last_at = now() + interval '1 day', next_at = now() + interval '1 day' where key = ${key}`,
    );
    expect(await takeTurn(database(), key, pace)).toBe(0);
  });
});

describe("signing in", () => {
  let person: Person;
  beforeAll(async () => {
    person = await join((await newLibrary()).libraryId, "viewer");
  });
  const wrong = (email: string, address: string) =>
    trySigningIn(email, address, async () => ({ succeeded: false, result: 401 })).catch(
      (error: { status: number }) => error.status,
    );

  it("of many accounts from one address is looked at one after the other, and then told to come back", async () => {
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, i) => wrong(`sprayed-${i}@people.example`, "203.0.113.50")),
    );
    expect(answers.filter((status) => status === 429).length).toBeGreaterThan(20);
    expect(answers.filter((status) => status === 401).length).toBeLessThan(20);
  }, 60_000);

  it("of one account from many addresses is slowed, but not for who has signed in from theirs before", async () => {
    // As guessed from elsewhere.
    const guesses = await Promise.all(
      Array.from({ length: 60 }, (_, i) => wrong(person.email, `198.51.100.${i}`)),
    );
    expect(guesses.filter((status) => status === 429).length).toBeGreaterThan(20);
    expect((await signIn(person.email)).status).toBe(200);
    expect((await signIn(person.email, "not it")).status).toBe(401);
    expect((await signIn(person.email, password)).status).toBe(200);
  }, 60_000);
});
