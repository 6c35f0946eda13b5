import { oneRender } from "@/core/api/operations/one-render";
import { oneRender as answer } from "@/server/renders";
import { serve } from "@/server/serve";

export const GET = serve(oneRender, async ({ member, parameters: { renderId } }) => answer(member, renderId));
