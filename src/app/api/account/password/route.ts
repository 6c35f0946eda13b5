import { changePassword } from "@/server/accounts";
import { longestSignIn } from "@/server/http/limits";
import { body, route } from "@/server/route";

export const POST = route(async (request) =>
  changePassword(request.headers, await body(request, longestSignIn)),
);
