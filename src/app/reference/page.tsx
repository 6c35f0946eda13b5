import { openApi } from "@/server/api/openapi";
import { ReferencePage } from "@/ui/reference/reference-page";

export const metadata = { title: "Reference · Fichier" };
export const dynamic = "force-static";

export default function Page() {
  return <ReferencePage description={openApi()} />;
}
