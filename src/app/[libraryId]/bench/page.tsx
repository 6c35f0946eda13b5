import { BenchStart } from "@/ui/bench/bench-start";

export const metadata = { title: "Bench · Fichier" };

export default function Page() {
  return <BenchStart />;
}
