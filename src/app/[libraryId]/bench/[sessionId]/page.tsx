import { BenchPage } from "@/ui/bench/bench-page";

export const metadata = { title: "Bench · Fichier" };

export default async function Page({ params }: { params: Promise<{ sessionId: string }> }) {
  return <BenchPage sessionId={(await params).sessionId} />;
}
