import { scriptKeys } from "@/core/api/operations/script-keys";
import { makeScriptKey as make, scriptKeys as answer } from "@/server/script-keys";
import { makeScriptKey } from "@/core/api/operations/make-script-key";
import { serve } from "@/server/serve";

export const GET = serve(scriptKeys, async ({ member }) => answer(member));

export const POST = serve(makeScriptKey, async ({ member, input }) => make(member, input));
