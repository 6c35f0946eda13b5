import Joi from "joi";
import { mediumIds } from "@/core/media";
import { chainText } from "@/core/chain/fingerprint";
import { normaliseChain, sayProblem } from "@/core/chain/values";
import { longestChain, type Chain } from "@/core/chain/model";
import { cleanName, deepestFolder, longestName, longestNote } from "@/core/text/names";
import { Refusal } from "./refusal";

/* The fields that several commands share. */

/** A UUID as the database writes it: Joi alone would take braces and other separators too. */
export const id = Joi.string().guid({ separator: "-", wrapper: false });
/** PostgreSQL's integers end here. */
const version = () =>
  Joi.number()
    .integer()
    .min(1)
    .max(2 ** 31 - 1);
/** A version of a content. */
export const versionNumber = version();
/** The row version that the client saw; a command on an older state is refused. */
export const seen = version();
export const name = Joi.string()
  .max(longestName * 4)
  .allow("");
export const path = Joi.string()
  .max(longestName * deepestFolder)
  .allow("");
export const note = Joi.string().max(longestNote).allow("");
/** Percent, to a thousandth; less than that is nothing, and nothing that the database could hold. */
export const strength = Joi.number()
  .min(0)
  .max(100)
  .custom((value: number) => Math.round(value * 1000) / 1000);

const json = Joi.any();
export const chain = Joi.object({
  medium: Joi.string()
    .valid(...mediumIds)
    .required(),
  settings: Joi.array()
    .max(longestChain)
    .items(
      Joi.object({
        effect: Joi.string().max(100).required(),
        values: Joi.object().pattern(Joi.string(), json).required(),
        on: Joi.boolean().required(),
        mix: Joi.number().required(),
      }),
    )
    .required(),
});

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

/** A name fit to be stored. Refuses one that is empty or too long. */
export function storedName(input: string, what: string): string {
  const name = cleanName(input);
  if (name === "") throw new Refusal(400, "no-name", `Give the ${what} a name.`, { field: "name" });
  if (name.length > longestName)
    throw new Refusal(
      400,
      "long-name",
      `A ${what}'s name has at most ${longestName} characters; this one has ${name.length}.`,
      { field: "name" },
    );
  return name;
}
