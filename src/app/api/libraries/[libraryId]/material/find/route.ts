import { findMaterial } from "@/core/api/operations/find-material";
import { findMaterial as answer } from "@/server/queries/find-material";
import { serve } from "@/server/serve";

export const POST = serve(findMaterial, async ({ member, input }) => answer(member, input));
