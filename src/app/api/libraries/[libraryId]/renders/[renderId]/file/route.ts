import { renderedFile } from "@/core/api/operations/rendered-file";
import { renderedFile as answer } from "@/server/renders";
import { serve } from "@/server/serve";

export const GET = serve(renderedFile, async ({ member, parameters: { renderId } }) =>
  answer(member, renderId),
);
