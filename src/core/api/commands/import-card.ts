import type { KeptCard } from "./keep-card";
import Joi from "joi";
import { longestCard } from "@/core/formats/card/card-file";
import { command } from "../command";

/** Takes a `*.card.json` file in as a new card of the team, in the folder it names. Files that it carries are brought in before, as any material is. */
export const importCard = command<{ file: string }, KeptCard>()({
  name: "import-card",
  right: "keep",
  stream: "library",
  input: Joi.object({ file: Joi.string().max(longestCard).required() }),
});
