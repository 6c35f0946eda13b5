import { database } from "@/db/connection";
import { listFiles } from "@/db/replica";
import type { Member } from "../member";

/** Impulse responses, textures and tables: the library's media that effects may depend on, not what lies on the bench. */
export const libraryFiles = async ({ libraryId }: Member) => ({
  files: await listFiles(database(), libraryId),
});
