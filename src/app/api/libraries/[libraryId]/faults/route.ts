import { reportFault } from "@/core/api/operations/report-fault";
import { noteFault } from "@/server/faults";
import { serve } from "@/server/serve";

export const POST = serve(reportFault, async ({ member, input }) => noteFault(member, input));
