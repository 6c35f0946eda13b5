import { operation, ofLibrary } from "../operation";

export const revokeScriptKey = operation<{ readonly revoked: string }>()({
  method: "POST",
  path: `${ofLibrary}/keys/{keyId}/revoke`,
  summary: "Revoke a key for scripts",
  needs: "person",
  answer: "The id that was `revoked`",
});
