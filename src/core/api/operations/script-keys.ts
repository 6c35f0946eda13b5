import type { KeyScope } from "@/core/library/roles";
import { operation, ofLibrary } from "../operation";

export interface ScriptKey {
  readonly id: string;
  readonly userId: string;
  readonly name: string;
  readonly scope: KeyScope;
  readonly madeAt: string;
  readonly expiresAt: string;
  readonly usedAt: string | null;
}

export const scriptKeys = operation<{ readonly keys: readonly ScriptKey[] }>()({
  method: "GET",
  path: `${ofLibrary}/keys`,
  summary: "Keys for scripts: one's own, for owners everybody's",
  needs: "person",
  answer: "`keys` in force",
});
