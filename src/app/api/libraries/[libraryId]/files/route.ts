import { libraryFiles } from "@/core/api/operations/library-files";
import { libraryFiles as answer } from "@/server/queries/library-files";
import { serve } from "@/server/serve";

export const GET = serve(libraryFiles, async ({ member }) => answer(member));
