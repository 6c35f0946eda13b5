import { UpkeepScreen } from "@/ui/upkeep/upkeep-screen";

export const metadata = { title: "Upkeep · Fichier" };

export default function Page() {
  return <UpkeepScreen />;
}
