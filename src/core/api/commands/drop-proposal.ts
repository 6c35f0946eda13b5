import Joi from "joi";
import { command } from "../command";
import { id } from "../fields";

/** Takes an offer of one's own back before it is answered. */
export const dropProposal = command<{ readonly proposalId: string }>()({
  name: "drop-proposal",
  right: "keep",
  stream: "library",
  input: Joi.object({ proposalId: id.required() }),
});
