import { database } from "@/db/connection";
import { listLibraries } from "@/db/replica";

/** The libraries of which a user is a member. */
export const myLibraries = async ({ id }: { id: string }) => ({ libraries: await listLibraries(database(), id) });
