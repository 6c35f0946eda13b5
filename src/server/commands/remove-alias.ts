import { removeAlias as shape } from "@/core/api/commands/remove-alias";
import { carryOut } from "../command";
import { notFound } from "../refusal";
import { requireRow } from "../rows";

export const removeAlias = carryOut(shape, async (ledger, { aliasId }, member) => {
  const row = await requireRow(ledger, "alias", aliasId);
  // Another member's alias does not exist for this one.
  if (row.ownerId !== member.userId) throw notFound("alias");
  await ledger.delete("alias", aliasId);
  return { summary: `took away the alias “${row.text}”` };
});
