import { myLibraries } from "@/core/api/operations/my-libraries";
import { myLibraries as answer } from "@/server/queries/my-libraries";
import { serve } from "@/server/serve";

export const GET = serve(myLibraries, async ({ member }) => answer(member!));
