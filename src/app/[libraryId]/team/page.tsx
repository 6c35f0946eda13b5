import { TeamScreen } from "@/ui/team/team-screen";

export const metadata = { title: "Team · Fichier" };

export default function Page() {
  return <TeamScreen />;
}
