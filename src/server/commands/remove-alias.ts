import Joi from "joi";
import { defineCommand } from "../command";
import { id } from "../fields";
import { notFound } from "../refusal";
import { requireRow } from "../rows";

export const removeAlias = defineCommand<{ aliasId: string }>()({
  name: "remove-alias",
  right: "own",
  stream: "member",
  input: Joi.object({ aliasId: id.required() }),
  async run(ledger, { aliasId }, member) {
    const row = await requireRow(ledger, "alias", aliasId);
    // Another member's alias does not exist for this one.
    if (row.ownerId !== member.userId) throw notFound("alias");
    await ledger.delete("alias", aliasId);
    return { summary: `took away the alias “${row.text}”` };
  },
});
