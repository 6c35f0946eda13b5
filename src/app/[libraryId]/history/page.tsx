import { HistoryScreen } from "@/ui/history/history-screen";

export const metadata = { title: "History · Fichier" };

export default function Page() {
  return <HistoryScreen />;
}
