import Joi from "joi";
import type { CommandShape } from "../command";
import { mostCards, sayMostCards } from "../fields";

/** Commands that one request carries out together, as one change. */
export const mostSteps = 500;

interface TidyStep {
  readonly command: string;
  /** As that command takes it. */
  readonly input: object;
}
export interface Tidy {
  /** Carried out in their order; where one is refused nothing is changed. */
  readonly steps: readonly TidyStep[];
}

interface Numerous {
  readonly cardIds?: readonly string[];
}

/** The input of a command that carries out several of some others. */
export const tidyInput = (shapes: readonly CommandShape<string, never, object>[]): Joi.ObjectSchema =>
  Joi.object({
    steps: Joi.array()
      .items(
        Joi.object({
          command: Joi.string()
            .valid(...shapes.map(({ name }) => name))
            .required(),
          input: Joi.object()
            .required()
            .when("command", {
              switch: shapes.map(({ name, input }) => ({ is: name, then: input })),
            }),
        }),
      )
      .min(1)
      .max(mostSteps)
      .custom((steps: Tidy["steps"], { error }) => {
        const cards = steps.reduce((sum, { input }) => sum + ((input as Numerous).cardIds?.length ?? 1), 0);
        return cards > mostCards ? error("array.cards") : steps;
      })
      .required()
      .messages({
        "array.max": `At most ${mostSteps} things can be done at once. Choose fewer`,
        "array.cards": sayMostCards,
      }),
  });
