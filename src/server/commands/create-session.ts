import { createSession as shape } from "@/core/api/commands/create-session";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { lastSessionPlace } from "../sessions";

export const createSession = carryOut(shape, async (ledger, { name }) => {
  const { id } = await ledger.insert("session", {
    id: newId(),
    name,
    position: await lastSessionPlace(ledger),
    removed: false,
  });
  return { summary: `began the session “${name}”`, result: { sessionId: id } };
});
