import Joi from "joi";
import { longestCard } from "@/core/formats/card/card-file";
import { readCardFile } from "@/core/formats/card/read";
import { FormatFault } from "@/core/chain/fault";
import { formatPath } from "@/core/text/names";
import { defineCommand } from "../command";
import { Refusal } from "../refusal";
import { keepCard } from "./keep-card";

/** Takes a `*.card.json` file in as a new card of the team, in the folder it names. Files that it carries are brought in before, as any material is. */
export const importCard = defineCommand<{ file: string }>()({
  name: "import-card",
  right: "keep",
  stream: "library",
  input: Joi.object({ file: Joi.string().max(longestCard).required() }),
  async run(ledger, { file }, member) {
    try {
      const { name, note, fits, folder, chain } = readCardFile(file);
      const { result, summary } = await keepCard.run(
        ledger,
        { name, note, fits: [...fits], path: formatPath(folder), chain },
        member,
      );
      return { summary: summary.replace(/^kept/, "imported"), ...(result && { result }) };
    } catch (error) {
      if (error instanceof FormatFault)
        throw new Refusal(400, "bad-card-file", error.message, {
          field: "file",
          where: error.where,
          hint: `Look at ${error.where}.`,
        });
      throw error;
    }
  },
});
