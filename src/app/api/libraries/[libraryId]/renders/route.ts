import { myRenders } from "@/core/api/operations/my-renders";
import { askRender as begin, myRenders as answer } from "@/server/renders";
import { askRender } from "@/core/api/operations/ask-render";
import { serve } from "@/server/serve";

export const GET = serve(myRenders, async ({ member }) => answer(member));

export const POST = serve(askRender, async ({ member, input }) => begin(member, input));
