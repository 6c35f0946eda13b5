import type { Finding } from "../define";
import { nameOfRecalled } from "../recalled";

export const deadKeys: Finding = {
  id: "dead-keys",
  title: "Keys that lead nowhere",
  why: "A key is the shortest way there is; these are spent on what is out of use.",
  of: "keyBinding",
  find: (look) =>
    [...look.replica.keyBinding.values()]
      .filter((binding) => nameOfRecalled(binding, look) === null)
      .map(({ id }) => ({ id, ids: [id] })),
  says: () => "what it stood for is out of use",
  remedies: [
    {
      id: "free-key",
      most: 400,
      words: (found) => (found.length === 1 ? "Free the key" : `Free ${found.length} keys`),
      steps: (found, { replica }) =>
        found.flatMap(({ ids }) => {
          const binding = replica.keyBinding.get(ids[0]);
          return binding
            ? [
                {
                  command: "bind-key" as const,
                  input: { key: binding.key, medium: binding.medium, cardId: null },
                },
              ]
            : [];
        }),
    },
  ],
};
