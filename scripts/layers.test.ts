import { ESLint } from "eslint";
import { describe, expect, it } from "vitest";

const eslint = new ESLint({ cwd: `${import.meta.dirname}/..` });
const complaints = async (path: string, code: string) => (await eslint.lintText(code, { filePath: path }))[0].messages.map((m) => m.message).join("\n");

describe("the layer rule", () => {
  it.each([
    ["src/core/chain/x.ts", 'import { useState } from "react"; useState();', "core is pure"],
    ["src/core/chain/x.ts", 'import { readFileSync } from "node:fs"; readFileSync("");', "core is pure"],
    ["src/core/chain/x.ts", 'import { database } from "@/db/connection"; database();', "must not import src/db"],
    ["src/core/chain/x.ts", 'import { database } from "../../db/connection"; database();', "other layers"],
    ["src/core/chain/x.ts", "export const now = () => Date.now();", "Date.now"],
    ["src/core/chain/x.ts", "export const w = () => window.name;", "window"],
    ["src/ui/bench/x.tsx", 'import { run } from "@/server/command"; run();', "must not import src/server"],
    ["src/ui/bench/x.tsx", 'import { run } from "../../server/command"; run();', "other layers"],
    ["src/server/x.ts", 'import { eq } from "drizzle-orm"; eq();', "only SQL is in src/db"],
    ["src/db/x.ts", 'import { x } from "@/server/route"; x();', "must not import src/server"],
    ["src/app/x.ts", 'import { database } from "@/db/connection"; database();', "must not import src/db"],
  ])("%s: %s", async (path, code, words) => expect(await complaints(path, code)).toContain(words));

  it.each([
    ["src/server/x.ts", 'import { x } from "@/db/x"; import { y } from "@/core/y"; import { z } from "./media-store"; x(y, z);'],
    ["src/ui/bench/x.tsx", 'import { x } from "@/core/x"; import { y } from "../data/desk"; x(y);'],
    ["src/workers/x.ts", 'import { x } from "@/core/x"; x();'],
  ])("lets %s import what lies below", async (path, code) => expect(await complaints(path, code)).toBe(""));
});
