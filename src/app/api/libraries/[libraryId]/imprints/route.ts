import { imprints } from "@/core/api/operations/imprints";
import { imprints as answer } from "@/server/queries/imprints";
import { serve } from "@/server/serve";

export const GET = serve(imprints, async ({ member, input }) => Promise.resolve(answer(member, input)));
