import { spawnSync } from "node:child_process";
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { demoCards } from "../demo/library/cards";
import { sine } from "../testing/signals";
import { writeCardFile } from "@/core/formats/card/write";
import { writeWav } from "@/core/formats/wav/write";

const checkout = join(import.meta.dirname, "..");
const readme = readFileSync(join(checkout, "README.md"), "utf8");
const commands = [...readme.matchAll(/^npx fichier (.+)$/gm)].map(([, rest]) => rest);

/** The words of a command line as a shell takes them: quotes hold words together. */
const wordsOf = (line: string) =>
  [...line.matchAll(/"([^"]*)"|(\S+)/g)].map(([, quoted, bare]) => quoted ?? bare);

describe("what the README promises", () => {
  let folder: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), "fichier-readme-"));
    writeFileSync(
      join(folder, "in.wav"),
      writeWav({ planes: [sine(440, 48_000, 48_000, 0.3)], sampleRate: 48_000 }),
    );
    mkdirSync(join(folder, "stills"));
    for (const name of ["one", "two"])
      await sharp({ create: { width: 60, height: 40, channels: 3, background: "slategray" } })
        .png()
        .toFile(join(folder, "stills", `${name}.png`));
    mkdirSync(join(folder, "cards"));
    for (const [i, { name, chain }] of demoCards.entries())
      writeFileSync(
        join(folder, "cards", `${i}.card.json`),
        writeCardFile({ name, note: "", fits: [], folder: [], chain, files: [] }),
      );
    for (const [, name] of readme.matchAll(/--card "(.+)\.card\.json"/g)) {
      const card = demoCards.find((c) => c.name === name);
      expect(card, `the demo has a card “${name}”`).toBeDefined();
      writeFileSync(
        join(folder, `${name}.card.json`),
        writeCardFile({ name, note: "", fits: [], folder: [], chain: card!.chain, files: [] }),
      );
    }
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  it("has commands", () => expect(commands.length).toBeGreaterThan(4));
  // One after the other: later ones take what earlier ones made.
  it.each(commands)("npx fichier %s", (line) => {
    const { status, stderr } = spawnSync(
      process.execPath,
      [join(checkout, "bin/fichier.mjs"), ...wordsOf(line)],
      { cwd: folder, encoding: "utf8" },
    );
    expect([status, stderr.trim()]).toEqual([0, expect.not.stringMatching(/error/i)]);
  });
  it("and they made what they say", () => {
    expect(existsSync(join(folder, "out.wav"))).toBe(true);
    expect(readdirSync(join(folder, "prints"))).toHaveLength(2);
    expect(readFileSync(join(folder, "look.cube"), "utf8")).toContain("LUT_3D_SIZE");
  });
  it("names only files, scripts and steps that are there", () => {
    for (const [, path] of readme.matchAll(/\]\((?!http)([^)#]+)[^)]*\)/g))
      expect(existsSync(join(checkout, path)), path).toBe(true);
    for (const [, path] of readme.matchAll(/`((?:src|docs|deploy|bin)\/[\w./-]*)`/g))
      expect(existsSync(join(checkout, path)), path).toBe(true);
    const { scripts } = JSON.parse(readFileSync(join(checkout, "package.json"), "utf8")) as {
      scripts: Record<string, string>;
    };
    for (const [, script] of readme.matchAll(/`npm run ([\w-]+)/g)) expect(scripts).toHaveProperty(script);
  });
  it("has fewer than twenty pictures, each of which is shown", () => {
    const pictures = readdirSync(join(checkout, "docs/screenshots"));
    expect(pictures.length).toBeLessThan(20);
    for (const picture of pictures) expect(readme).toContain(`docs/screenshots/${picture}`);
  });
});
