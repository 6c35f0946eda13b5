import Joi from "joi";
import { workingMedia, type WorkingMedium } from "@/core/media";
import { v7 as newId } from "uuid";
import { defineCommand } from "../command";
import { name, storedName } from "../fields";
import { lastSessionPlace } from "../sessions";

/** Begins an empty bench session. */
export const createSession = defineCommand<{ name: string; medium: WorkingMedium }>()({
  name: "create-session",
  right: "bench",
  stream: "library",
  input: Joi.object({
    name: name.required(),
    medium: Joi.string()
      .valid(...workingMedia)
      .required(),
  }),
  async run(ledger, { name, medium }) {
    const clean = storedName(name, "session");
    const { id } = await ledger.insert("session", {
      id: newId(),
      name: clean,
      medium,
      position: await lastSessionPlace(ledger),
      removed: false,
    });
    return { summary: `began the session “${clean}”`, result: { sessionId: id } };
  },
});
