import { headers } from "next/headers";
import { redirect } from "next/navigation";
import type { ReactNode } from "react";
import { preload } from "react-dom";
import { libraryReplica } from "@/core/api/operations/library-replica";
import { isSignedIn } from "@/server/queries/start-path";
import { firstPresses } from "@/ui/keys/held-presses";
import { addressOf } from "@/ui/data/api";
import { LibraryFrame } from "@/ui/frame/library-frame";

export default async function LibraryLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ libraryId: string }>;
}) {
  const { libraryId } = await params;
  const asked = await headers();
  if (!(await isSignedIn(asked))) redirect("/sign-in");
  // The library comes while the scripts do that ask for it.
  preload(addressOf(libraryReplica, { libraryId }), { as: "fetch", crossOrigin: "anonymous" });
  const nonce = /'nonce-([^']+)'/.exec(asked.get("content-security-policy") ?? "")?.[1];
  return (
    <>
      <script
        nonce={nonce}
        suppressHydrationWarning
        dangerouslySetInnerHTML={{ __html: `(${firstPresses.toString()})()` }}
      />
      <LibraryFrame libraryId={libraryId}>{children}</LibraryFrame>
    </>
  );
}
