import { headers } from "next/headers";
import { signedInAs } from "@/server/queries/start-path";
import { JoinPage } from "@/ui/sign-in/join-page";

export const metadata = { title: "Invitation · Fichier" };

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  return <JoinPage token={(await params).token} signedInAs={await signedInAs(await headers())} />;
}
