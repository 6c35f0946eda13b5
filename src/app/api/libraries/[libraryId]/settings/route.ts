import { changeSettings } from "@/core/api/operations/change-settings";
import { changeSettings as change } from "@/server/settings";
import { serve } from "@/server/serve";

export const PATCH = serve(changeSettings, async ({ member, input }) => change(member, input));
