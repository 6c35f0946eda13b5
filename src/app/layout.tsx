import type { Metadata } from "next";
import type { ReactNode } from "react";
import { Providers } from "@/ui/frame/providers";

export const metadata: Metadata = { title: "Fichier", description: "A shared library of effect presets and chains, one keystroke away." };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" className="light" suppressHydrationWarning>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
