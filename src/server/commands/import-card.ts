import { importCard as shape } from "@/core/api/commands/import-card";
import { carryOut } from "../command";
import { readCardFile } from "@/core/formats/card/read";
import { FormatFault } from "@/core/chain/fault";
import { formatPath } from "@/core/text/names";
import { Refusal } from "../refusal";
import { keepCard } from "./keep-card";

export const importCard = carryOut(shape, async (ledger, { file }, member) => {
  try {
    const { name, note, maker, madeFor, fits, folder, chain } = readCardFile(file);
    const { result, summary } = await keepCard.run(
      ledger,
      { name, note, maker, madeFor, fits: [...fits], path: formatPath(folder), chain },
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
});
