import { found, readFounding } from "@/server/founding";
import { longestSignIn } from "@/server/http/limits";
import { body, route } from "@/server/route";

export const GET = route<{ token: string }>(async (_request, { token }) => readFounding(token));

export const POST = route<{ token: string }>(async (request, { token }) =>
  found(token, await body(request, longestSignIn)),
);
