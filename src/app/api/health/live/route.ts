import { route } from "@/server/route";

/** Answers while the application runs; says nothing about anybody's data. */
export const GET = route(async () => ({ ok: true }));
