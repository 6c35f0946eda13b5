import { signingIn } from "@/server/sign-in";
import { route } from "@/server/route";

const handler = route(signingIn);
export { handler as GET, handler as POST };
