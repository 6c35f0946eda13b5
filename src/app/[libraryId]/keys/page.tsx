import { KeysScreen } from "@/ui/keyboard/keys-screen";

export const metadata = { title: "Keys · Fichier" };

export default function Page() {
  return <KeysScreen />;
}
