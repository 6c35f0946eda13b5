import { unusedMaterial } from "@/core/api/operations/unused-material";
import { unused } from "@/server/room";
import { serve } from "@/server/serve";

export const GET = serve(unusedMaterial, async ({ member }) => unused(member));
