import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { startPath } from "@/server/queries/start-path";

/** Sends everybody where they work: to the sign-in, or to the bench of their first library. */
export default async function Start() {
  redirect(await startPath(await headers()));
}
