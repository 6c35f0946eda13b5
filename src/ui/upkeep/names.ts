import { pathOf } from "@/core/library/tree";
import type { Finding, Found, Look } from "@/core/upkeep/define";
import { nameOfRecalled } from "@/core/upkeep/recalled";

/** What a row that something was found of is called, and where it is; `undefined` where it is gone. */
export function nameOf(
  { of }: Finding,
  id: string,
  look: Look,
): { readonly name: string; readonly where: string } | undefined {
  const { replica } = look;
  switch (of) {
    case "card": {
      const card = replica.card.get(id);
      return card && { name: card.name, where: pathOf(replica.folder, card.folderId) || "in no folder" };
    }
    case "folder":
    case "tag": {
      const row = replica[of].get(id);
      return row && { name: row.name, where: pathOf(replica[of], row.parentId) };
    }
    case "favouritesList": {
      const list = replica.favouritesList.get(id);
      return list && { name: list.name, where: list.ownerId === null ? "the team's" : "yours" };
    }
    case "alias": {
      const alias = replica.alias.get(id);
      return (
        alias && {
          name: alias.text,
          where: `${alias.ownerId === null ? "the team's" : "yours"}, ${nameOfRecalled(alias, look) ?? "leads nowhere"}`,
        }
      );
    }
    case "keyBinding": {
      const binding = replica.keyBinding.get(id);
      return binding && { name: binding.key, where: "your key" };
    }
  }
}

/** The name of what something was found of. */
export const titleOf = (finding: Finding, { ids }: Found, look: Look): string =>
  nameOf(finding, ids[0], look)?.name ?? "";
