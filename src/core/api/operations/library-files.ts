import type { Media } from "./session-replica";
import { operation, ofLibrary } from "../operation";

export const libraryFiles = operation<{ readonly files: readonly Media[] }>()({
  method: "GET",
  path: `${ofLibrary}/files`,
  summary: "Impulse responses, textures and tables that effects may depend on",
  needs: "read",
  answer: "`files`: id (SHA-256 of the file), name, facts",
});
