import { describe, expect, it } from "vitest";
import { readConfiguration } from "../configuration";
import { addressOf, memberOf } from "./address";
import { longestBodyOf } from "./limits";

describe("from where a request came", () => {
  const isProxy = memberOf(["127.0.0.1", "10.0.0.0/8", "::1"]);
  it.each([
    ["a stranger's own word counts for nothing", "203.0.113.9", "1.2.3.4", "203.0.113.9"],
    ["a proxy's does", "127.0.0.1", "203.0.113.9", "203.0.113.9"],
    ["also over both families", "::ffff:127.0.0.1", "203.0.113.9", "203.0.113.9"],
    [
      "only what the proxies themselves have added",
      "10.1.2.3",
      "1.2.3.4, 203.0.113.9, 10.9.9.9",
      "203.0.113.9",
    ],
    ["a proxy that names nobody speaks for itself", "::1", undefined, "::1"],
    ["in brackets, with a port", "127.0.0.1", "[2001:db8::7]:443", "2001:db8::7"],
    ["no peer at all", undefined, "1.2.3.4", "unknown"],
  ])("%s", (_, peer, header, address) => expect(addressOf(peer, header, isProxy)).toBe(address));
});

describe("what a request may hold", () => {
  it.each([
    ["/api/auth/sign-in/email", 16_384],
    ["/api/invitations/x/accept?y=1", 16_384],
    ["/api/libraries/x/commands/keep-card", 1_048_576],
    ["/api/libraries/x/material?name=/api/auth/", 2_147_483_648],
    ["/api/libraries/x/material/remove", 1_048_576],
    ["/", 1_048_576],
  ])("%s: %i bytes", (url, bytes) => expect(longestBodyOf(url)).toBe(bytes));
});

describe("the configuration", () => {
  it("is read from the environment, with sizes and networks", () => {
    expect(
      readConfiguration({
        FICHIER_PORT: "8080",
        FICHIER_PROXIES: "127.0.0.1, 10.0.0.0/8",
        FICHIER_QUOTA: "20G",
        FICHIER_RESERVE: "500 MB",
        OTHER: "x",
      }),
    ).toMatchObject({
      host: "127.0.0.1",
      port: 8080,
      proxies: ["127.0.0.1", "10.0.0.0/8"],
      quota: 20 * 2 ** 30,
      reserve: 500 * 2 ** 20,
      jobs: "beside",
    });
  });
  it.each([
    [{ FICHIER_PORT: "70000" }, /FICHIER_PORT/],
    [{ FICHIER_PROXIES: "10.0.0.0/33" }, /FICHIER_PROXIES.*10\.0\.0\.0\/33/],
    [{ FICHIER_QUOTA: "much" }, /FICHIER_QUOTA.*number of bytes/],
    [{ DATABASE_URL: "mysql://x" }, /DATABASE_URL/],
    [{ FICHIER_SECRET: "short" }, /FICHIER_SECRET/],
    [{ FICHIER_JOBS: "never" }, /FICHIER_JOBS/],
    [{ FICHIER_PROCESSES: "0" }, /FICHIER_PROCESSES/],
  ])("says what is wrong with %j", (environment, words) =>
    expect(() => readConfiguration(environment)).toThrow(words),
  );
});
