import { spawnSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, type Page } from "@playwright/test";
import { readHeads } from "../testing/heads";

/** The card as exported by the application, put on a file by the command line; `folder` takes the card's file. */
export async function byCommandLine(
  page: Page,
  folder: string,
  cardName: string,
  input: string,
  output: string,
): Promise<Buffer> {
  const libraryId = new URL(page.url()).pathname.split("/")[1];
  const { cards } = readHeads(await (await page.request.get(`/api/libraries/${libraryId}/cards`)).text());
  const card = cards.find((c) => c.name === cardName)!;
  const path = join(folder, `${card.id}.card.json`);
  writeFileSync(
    path,
    await (await page.request.get(`/api/libraries/${libraryId}/cards/${card.id}/file`)).body(),
  );
  const done = spawnSync(
    process.execPath,
    [join(import.meta.dirname, "../bin/fichier.mjs"), "render", input, output, "--card", path],
    { encoding: "utf8" },
  );
  expect([done.status, done.stderr.replace(/^ {2}.*%\n/gm, "")]).toEqual([0, ""]);
  return readFileSync(output);
}
