import { libraryReplica } from "@/core/api/operations/library-replica";
import { libraryReplica as answer } from "@/server/queries/library-replica";
import { serve } from "@/server/serve";

export const GET = serve(libraryReplica, async ({ member }) => answer(member));
