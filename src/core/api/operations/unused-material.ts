import type { MediaFacts } from "@/core/library/media";
import type { Room } from "./room";
import { operation, ofLibrary } from "../operation";

export interface UnusedMaterial {
  readonly id: string;
  readonly name: string;
  readonly kind: MediaFacts["kind"];
  readonly bytes: number;
  readonly addedAt: string;
}

export const unusedMaterial = operation<Room & { readonly unused: readonly UnusedMaterial[] }>()({
  method: "GET",
  path: `${ofLibrary}/material/unused`,
  summary: "Material that nothing uses",
  needs: "govern",
  answer: "`unused`: id, name, kind, bytes, addedAt; and as `room` has it",
});
