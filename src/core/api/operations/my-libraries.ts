import type { Role } from "@/core/library/roles";
import { operation } from "../operation";

export const myLibraries = operation<{
  readonly libraries: readonly { readonly id: string; readonly name: string; readonly role: Role }[];
}>()({
  method: "GET",
  path: "/libraries",
  summary: "The libraries that the asker belongs to",
  needs: "user",
  answer: "`libraries`: id, name, role",
});
