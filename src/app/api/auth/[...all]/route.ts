import { limitAttempts } from "@/server/attempts";
import { auth } from "@/server/auth";
import { route } from "@/server/route";

const handler = route(async (request) => {
  await limitAttempts(request);
  return auth().handler(request);
});
export { handler as GET, handler as POST };
