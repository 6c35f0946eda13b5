import type { Proposal } from "@/core/library/entities";
import type { Ledger } from "@/db/ledger";
import { Refusal } from "./refusal";
import { requireRow } from "./rows";

const answered: Record<Proposal["state"], string> = {
  open: "",
  accepted: "accepted",
  declined: "declined",
  dropped: "taken back",
};

/** An offered card that waits for an answer. */
export async function requireOpenProposal(ledger: Ledger, id: string, seen?: number): Promise<Proposal> {
  const row = await requireRow(ledger, "proposal", id, seen);
  if (row.state !== "open")
    throw new Refusal(409, "answered", `“${row.name}” was ${answered[row.state]} already.`);
  return row;
}
