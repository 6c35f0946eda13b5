import { missingFiles } from "@/core/api/operations/missing-files";
import { missingFiles as answer } from "@/server/queries/missing-files";
import { serve } from "@/server/serve";

export const GET = serve(missingFiles, async ({ member }) => answer(member));
