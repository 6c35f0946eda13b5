import { revokeScriptKey } from "@/core/api/operations/revoke-script-key";
import { revokeKey } from "@/server/script-keys";
import { serve } from "@/server/serve";

export const POST = serve(revokeScriptKey, async ({ member, parameters: { keyId } }) =>
  revokeKey(member, keyId),
);
