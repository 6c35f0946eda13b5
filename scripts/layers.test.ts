import { execFile } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { ESLint } from "eslint";
import { afterAll, beforeAll, describe, expect, it } from "vitest";

const checkout = join(import.meta.dirname, "..");

/** A file that must not pass, what it holds, and the rule that refuses it. */
const refused = [
  ["src/core/chain/a.ts", 'import { useState } from "react"; useState();', "core-is-pure"],
  ["src/core/chain/b.ts", 'import { readFileSync } from "node:fs"; readFileSync("");', "core-is-pure"],
  ["src/core/chain/c.ts", 'import { x } from "@/db/x"; x;', "core-points-downward"],
  ["src/core/chain/d.ts", 'import { x } from "../../db/x"; x;', "core-points-downward"],
  ["src/core/chain/e.ts", 'export const later = () => import("@/db/x");', "core-points-downward"],
  ["src/core/chain/f.ts", 'export type X = typeof import("@/db/x");', "core-points-downward"],
  ["src/core/chain/g.ts", 'import type { X } from "@/db/x"; export type Y = X;', "core-points-downward"],
  ["src/core/signal/h.ts", 'import { low } from "../chain/low"; low;', "core-signal-is-above"],
  [
    "src/core/signal/i.ts",
    'import type { low } from "../chain/low"; export type L = typeof low;',
    "core-signal-is-above",
  ],
  ["src/core/elsewhere/j.ts", 'import { low } from "../chain/low"; low;', "core-has-a-place-in-the-order"],
  ["src/ui/bench/k.tsx", 'import { x } from "@/server/x"; x;', "ui-points-downward"],
  ["src/ui/bench/l.tsx", 'import { readFileSync } from "node:fs"; readFileSync("");', "ui-runs-in-browsers"],
  ["src/server/m.ts", 'import { eq } from "drizzle-orm"; eq;', "one-place-for-sql"],
  ["src/db/n.ts", 'import { x } from "@/server/x"; x;', "db-points-downward"],
  ["src/app/o.ts", 'import { x } from "@/db/x"; x;', "app-points-downward"],
  ["src/ui/p.ts", 'import { q } from "./q"; export const p = q;', "no-circles"],
] as const;

/** The other half of a circle, which is said once. */
const companions = [
  ["src/ui/q.ts", 'import type { p } from "./p"; export const q = 1 as unknown as typeof p;'],
] as const;

/** What may be: each imports what lies below it. */
const allowed = [
  ["src/core/chain/low.ts", "export const low = 1;"],
  ["src/db/x.ts", 'import { low } from "@/core/chain/low"; export const x = low; export type X = number;'],
  [
    "src/server/x.ts",
    'import { x as y } from "@/db/x"; import { low } from "@/core/chain/low"; export const x = y + low;',
  ],
  [
    "src/ui/r.tsx",
    'import { low } from "@/core/chain/low"; import { useState } from "react"; useState(low);',
  ],
  ["src/core/formats/s.ts", 'import { low } from "../chain/low"; low;'],
] as const;

describe("who may import whom", () => {
  let folder: string;
  const found = new Map<string, string[]>();

  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), "fichier-layers-"));
    for (const file of [".dependency-cruiser.mjs", "tsconfig.json", "package.json"])
      cpSync(join(checkout, file), join(folder, file));
    symlinkSync(join(checkout, "node_modules"), join(folder, "node_modules"));
    for (const [path, code] of [...refused, ...companions, ...allowed]) {
      mkdirSync(dirname(join(folder, path)), { recursive: true });
      writeFileSync(join(folder, path), code);
    }
    const output = await new Promise<string>((resolve) =>
      execFile(
        join(checkout, "node_modules/.bin/depcruise"),
        ["--config", ".dependency-cruiser.mjs", "--output-type", "json", "src"],
        { cwd: folder, maxBuffer: 2 ** 26 },
        (_error, stdout) => resolve(stdout),
      ),
    );
    const { summary } = JSON.parse(output) as {
      summary: { violations: { from: string; rule: { name: string } }[] };
    };
    for (const { from, rule } of summary.violations) found.set(from, [...(found.get(from) ?? []), rule.name]);
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  it.each(refused)("%s with %s is refused", (path, _code, rule) => expect(found.get(path)).toContain(rule));
  it.each(allowed)("%s passes", (path) => expect(found.get(path)).toBeUndefined());
});

const eslint = new ESLint({ cwd: checkout });
const complaints = async (path: string, code: string) =>
  (await eslint.lintText(code, { filePath: join(checkout, path) }))[0].messages
    .map((m) => m.message)
    .join("\n");

describe("what core may reach for", () => {
  it.each([
    ["export const now = () => Date.now();", "Date.now"],
    ["export const now = () => new Date();", "Time is handed in"],
    ["export const w = () => window.name;", "window"],
    ['export const f = () => globalThis.fetch("");', "globalThis"],
    ["export const r = () => Math.random();", "Math.random"],
  ])("not %s", async (code, words) => expect(await complaints("src/core/chain/x.ts", code)).toContain(words));
  it("a day that is given is no clock", async () =>
    expect(await complaints("src/core/chain/x.ts", "export const day = (ms: number) => new Date(ms);")).toBe(
      "",
    ));
});

it("other layers are named as such", async () =>
  expect(
    await complaints("src/ui/bench/x.tsx", 'import { run } from "../../server/command"; run();'),
  ).toContain("@/layer"));
