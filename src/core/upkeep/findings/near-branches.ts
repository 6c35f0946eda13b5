import type { Replica } from "../../library/change";
import { pathOf, upwards } from "../../library/tree";
import type { Finding, Found, Look, Step } from "../define";
import { nearNames } from "../naming";

/* Folders or tags whose names are nearly the same. */

interface Kind {
  readonly of: "folder" | "tag";
  readonly id: string;
  readonly title: string;
  readonly why: string;
  countIn(look: Look, id: string): number;
  merge(id: string, intoId: string): Step;
}

function nearBranches({ of, id, title, why, countIn, merge }: Kind): Finding {
  const rowsOf = ({ replica }: { replica: Replica }) => replica[of];
  return {
    id,
    title,
    why,
    of,
    firstStays: true,
    find(look) {
      const rows = rowsOf(look);
      return nearNames(rows.values()).flatMap(([a, b]): Found[] => {
        // What lies in its own namesake was made so on purpose.
        if (upwards(rows, a.id).includes(b.id) || upwards(rows, b.id).includes(a.id)) return [];
        const [kept, other] = countIn(look, a.id) >= countIn(look, b.id) ? [a, b] : [b, a];
        return [{ id: `${a.id} ${b.id}`, ids: [kept.id, other.id] }];
      });
    },
    says({ ids: [kept, other] }, look) {
      return `${pathOf(rowsOf(look), kept)} (${countIn(look, kept)}) and ${pathOf(rowsOf(look), other)} (${countIn(look, other)})`;
    },
    remedies: [
      {
        id: "merge",
        most: 200,
        words: (found, look) =>
          found.length === 1
            ? `Merge into “${pathOf(rowsOf(look), found[0].ids[0])}”`
            : `Merge ${found.length} into the fuller one of each`,
        steps(found) {
          const gone = new Set<string>();
          return found.flatMap(({ ids: [kept, other] }) => {
            // What is merged away by one of them is there no more for the next.
            if (gone.has(kept) || gone.has(other)) return [];
            gone.add(other);
            return [merge(other, kept)];
          });
        },
      },
    ],
  };
}

export const nearFolders = nearBranches({
  of: "folder",
  id: "near-folders",
  title: "Folders of nearly one name",
  why: "What is filed in one is looked for in the other.",
  countIn: ({ shelf }, id) => shelf.count({ kind: "folder", id }),
  merge: (folderId, intoId) => ({ command: "merge-folders", input: { folderId, intoId } }),
});

export const nearTags = nearBranches({
  of: "tag",
  id: "near-tags",
  title: "Tags of nearly one name",
  why: "Half of the cards have one, half the other, and no search finds all.",
  countIn: ({ shelf }, id) => shelf.count({ kind: "tag", id }),
  merge: (tagId, intoId) => ({ command: "merge-tags", input: { tagId, intoId } }),
});
