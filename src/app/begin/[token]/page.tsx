import { BeginPage } from "@/ui/sign-in/begin-page";

export const metadata = { title: "Begin · Fichier" };

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  return <BeginPage token={(await params).token} />;
}
