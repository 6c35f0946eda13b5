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

/** What a key for scripts may do at most; never more than its member may, and never govern. */
export const keyScopes = {
  look: ["read"],
  sessions: ["read", "own", "bench"],
  library: ["read", "own", "bench", "keep", "curate"],
} as const satisfies Record<string, readonly Right[]>;
export type KeyScope = keyof typeof keyScopes;

export const scopeAllows = (scope: KeyScope, right: Right): boolean =>
  (keyScopes[scope] as readonly Right[]).includes(right);
