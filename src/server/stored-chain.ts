import { chainText } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { normaliseChain, sayProblem } from "@/core/chain/values";
import { Refusal } from "./refusal";

/** Characters of a chain as it is stored, with all that effects unknown here carry. */
const longestChainText = 64 * 1024;

/** A chain fit to be stored. Refuses values that an effect of this installation cannot take. */
export function storedChain(input: Chain): Chain {
  const { chain, problems } = normaliseChain(input);
  if (problems.length > 0)
    throw new Refusal(400, "bad-chain", sayProblem(problems[0]), { field: problems[0].path, problems });
  if (chainText(chain).length > longestChainText)
    throw new Refusal(400, "long-chain", `This chain takes more than ${longestChainText / 1024} kB.`, {
      field: "chain",
      hint: "Leave out what is not needed.",
    });
  return chain;
}
