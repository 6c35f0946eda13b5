import { defineEntity, type Versioned } from "./define";

export interface Session extends Versioned {
  readonly name: string;
  readonly position: string;
  readonly removed: boolean;
}

export const session = defineEntity<Session>()({
  noun: "session",
  of: "library",
  nameOf: (row) => row.name,
});
