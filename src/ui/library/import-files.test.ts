import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { longestCardFile } from "@/core/formats/card/card-file";
import { readCardFile } from "@/core/formats/card/read";
import { writeCardFile } from "@/core/formats/card/write";
import { writeColourDecisions } from "@/core/formats/cdl/write";
import { settingOf } from "@/core/formats/cdl/correction";
import { cardsOf } from "./import-files";

const file = (name: string, text: string) => new File([text], name);
const brought: string[] = [];
const bring = async ({ name }: File) => (brought.push(name), { id: "d".repeat(64) });
const correction = (id: string, slope: number) =>
  ({ id, slope: [slope, 1, 1], offset: [0, 0, 0], power: [1, 1, 1], saturation: 1 }) as const;
const cube = (title: string) => `${title}LUT_3D_SIZE 2\n${"0 0 0\n1 1 1\n".repeat(4)}`;

describe("files that become cards", () => {
  it("a card file goes to the server as it is", async () =>
    expect(await cardsOf(file("a.card.json", "{}"), bring)).toEqual([{ file: "{}" }]));

  it("what a card file carries is brought in first, by the hash of its bytes", async () => {
    const bytes = new TextEncoder().encode("an impulse response");
    const sha256 = createHash("sha256").update(bytes).digest("hex");
    const chain = {
      medium: "audio",
      settings: [{ effect: "audio.convolution", values: { response: sha256 }, on: true, mix: 25 }],
    } as const;
    const text = writeCardFile({
      name: "Yard",
      note: "",
      fits: [],
      folder: [],
      chain,
      files: [
        { sha256, name: "yard.wav", base64: Buffer.from(bytes).toString("base64") },
        { sha256: "f".repeat(64), name: "large.wav" },
      ],
    });
    const came: [string, string][] = [];
    const [card] = await cardsOf(
      file("yard.card.json", text),
      async (f) => (came.push([f.name, await f.text()]), { id: sha256 }),
    );
    expect(came).toEqual([["yard.wav", "an impulse response"]]);
    expect(readCardFile((card as { file: string }).file)).toMatchObject({ name: "Yard", chain, files: [] });
    await expect(cardsOf(file("yard.card.json", text.replace("YW4g", "YW5u")), bring)).rejects.toThrow(
      /“yard.card.json”: The bytes are not those that the hash names/,
    );
  });

  it("every correction of a list becomes a card, named by its id or numbered", async () => {
    const text = writeColourDecisions([correction("Dusk", 1.2), correction("", 0.8)], "ccc");
    expect(await cardsOf(file("Reel 2.ccc", text), bring)).toEqual([
      {
        name: "Dusk",
        note: "From Reel 2.ccc.",
        chain: { medium: "image", settings: [settingOf(correction("Dusk", 1.2))] },
      },
      {
        name: "Reel 2 2",
        note: "From Reel 2.ccc.",
        chain: { medium: "image", settings: [settingOf(correction("", 0.8))] },
      },
    ]);
    expect(
      await cardsOf(file("Alone.cc", writeColourDecisions([correction("", 2)], "cc")), bring),
    ).toMatchObject([{ name: "Alone" }]);
  });

  it("a table is brought in, and its card depends on it", async () => {
    const chain = {
      medium: "image",
      settings: [{ effect: "image.lut", values: { table: "d".repeat(64) }, on: true, mix: 100 }],
    };
    expect(await cardsOf(file("Cold.CUBE", cube('TITLE "Cold morning"\n')), bring)).toEqual([
      { name: "Cold morning", note: "From Cold.CUBE.", chain },
    ]);
    expect(await cardsOf(file("Plain.cube", cube("")), bring)).toMatchObject([{ name: "Plain" }]);
    expect(brought).toEqual(["Cold.CUBE", "Plain.cube"]);
  });

  it.each([
    ["bad.cube", "LUT_3D_SIZE 2\n0 0 0\n", /“bad.cube”: .+\(/],
    ["bad.cc", "<ColorCorrection><SOPNode>", /“bad.cc”: .+\(line 1\)/],
    ["huge.json", "x".repeat(longestCardFile + 1), /“huge.json”: it is too large/],
  ])(
    "%s is refused with its name and the place of the fault, and nothing is brought in",
    async (name, text, words) => {
      const before = brought.length;
      await expect(cardsOf(file(name, text), bring)).rejects.toThrow(words);
      expect(brought).toHaveLength(before);
    },
  );
});
