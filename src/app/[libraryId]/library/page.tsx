import { LibraryScreen } from "@/ui/library/library-screen";

export const metadata = { title: "Library · Fichier" };

export default function Page() {
  return <LibraryScreen />;
}
