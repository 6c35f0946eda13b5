import { fold } from "../../text/fold";
import { isSameRecalled, type EntityRows } from "../../library/entities";
import type { Finding, Found } from "../define";
import { nameOfRecalled } from "../recalled";

export const clashingAliases: Finding = {
  id: "clashing-aliases",
  title: "Aliases that clash or lead nowhere",
  why: "Your own alias wins over the team's of the same word, which nothing reaches then.",
  of: "alias",
  find(look) {
    const teams = new Map<string, EntityRows["alias"]>();
    for (const alias of look.replica.alias.values())
      if (alias.ownerId === null) teams.set(fold(alias.text), alias);
    const found: Found[] = [];
    for (const alias of look.replica.alias.values()) {
      if (alias.ownerId === null) continue;
      const team = teams.get(fold(alias.text));
      if (nameOfRecalled(alias, look) === null) found.push({ id: alias.id, ids: [alias.id] });
      else if (team && !isSameRecalled(team, alias) && nameOfRecalled(team, look) !== null)
        found.push({ id: alias.id, ids: [alias.id, team.id] });
    }
    return found;
  },
  says({ ids }, look) {
    const [own, team] = ids.map((id) => look.replica.alias.get(id));
    if (!own) return "";
    const name = nameOfRecalled(own, look);
    if (name === null) return "what it recalled is out of use";
    return `yours recalls “${name}”, the team's “${team ? nameOfRecalled(team, look) : ""}”`;
  },
  remedies: [
    {
      id: "remove-alias",
      most: 400,
      words: (found) => (found.length === 1 ? "Remove your alias" : `Remove ${found.length} of your aliases`),
      steps: (found) => found.map(({ ids }) => ({ command: "remove-alias", input: { aliasId: ids[0] } })),
    },
  ],
};
