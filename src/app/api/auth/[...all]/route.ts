import { auth } from "@/server/auth";
import { route } from "@/server/route";

const handler = route((request) => auth().handler(request));
export { handler as GET, handler as POST };
