import Joi from "joi";
import { command } from "../command";
import { id, nameOf, note, path, seen } from "../fields";

interface AnswerProposal {
  readonly proposalId: string;
  /** Whether the team takes it. */
  readonly accept: boolean;
  /** The folder that it is filed in; the one that was meant, where it is left out. */
  readonly path?: string;
  /** What the card is called then; as it was offered, where it is left out. */
  readonly name?: string;
  /** What is to be said to whoever offered it. */
  readonly answer?: string;
  readonly seen?: number;
}

/** Takes an offered card into the team's library, as a card of whoever offered it, or declines it. */
export const answerProposal = command<AnswerProposal, { readonly cardId: string | null }>()({
  name: "answer-proposal",
  right: "curate",
  stream: "library",
  input: Joi.object({
    proposalId: id.required(),
    accept: Joi.boolean().required(),
    path,
    name: nameOf("card"),
    answer: note,
    seen,
  }),
});
