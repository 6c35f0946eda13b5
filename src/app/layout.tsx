import type { Metadata } from "next";
import { connection } from "next/server";
import type { ReactNode } from "react";
import { Providers } from "@/ui/frame/providers";

export const metadata: Metadata = {
  title: "Fichier",
  description: "A shared library of effect presets and chains, one keystroke away.",
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  // Each page is made for its request: its scripts carry that answer's nonce, which what was made before cannot.
  await connection();
  return (
    <html lang="en" className="light" suppressHydrationWarning>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  );
}
