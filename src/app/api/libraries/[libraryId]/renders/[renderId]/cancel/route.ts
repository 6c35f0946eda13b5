import { cancelRender } from "@/core/api/operations/cancel-render";
import { cancelRender as cancel } from "@/server/renders";
import { serve } from "@/server/serve";

export const POST = serve(cancelRender, async ({ member, parameters: { renderId } }) =>
  cancel(member, renderId),
);
