export const roles = ["owner", "curator", "editor", "viewer"] as const;
export type Role = (typeof roles)[number];

/** What a role may do: `own` covers a member's own favourites, keys and aliases. */
export type Right = "read" | "own" | "bench" | "keep" | "curate" | "govern";

const rights = {
  owner: ["read", "own", "bench", "keep", "curate", "govern"],
  curator: ["read", "own", "bench", "keep", "curate"],
  editor: ["read", "own", "bench", "keep"],
  viewer: ["read", "own"],
} as const satisfies Record<Role, readonly Right[]>;

export const may = (role: Role, right: Right): boolean => (rights[role] as readonly Right[]).includes(right);
