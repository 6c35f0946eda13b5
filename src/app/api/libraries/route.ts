import { requireUser } from "@/server/member";
import { myLibraries } from "@/server/queries/my-libraries";
import { route } from "@/server/route";

export const GET = route(async (request) => myLibraries(await requireUser(request.headers)));
