import { removeMaterial } from "@/core/api/operations/remove-material";
import { removeUnused } from "@/server/room";
import { serve } from "@/server/serve";

export const POST = serve(removeMaterial, async ({ member, input }) => removeUnused(member, input));
