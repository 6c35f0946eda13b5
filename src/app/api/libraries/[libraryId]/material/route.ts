import { bringMaterial } from "@/core/api/operations/bring-material";
import { takeIn } from "@/server/take-in";
import { serve } from "@/server/serve";

export const POST = serve(bringMaterial, async ({ member, input, request }) =>
  takeIn(member, input.name, request),
);
