import { headers } from "next/headers";
import { redirect } from "next/navigation";
import type { ReactNode } from "react";
import { isSignedIn } from "@/server/queries/start-path";
import { LibraryFrame } from "@/ui/frame/library-frame";

export default async function LibraryLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ libraryId: string }>;
}) {
  const { libraryId } = await params;
  if (!(await isSignedIn(await headers()))) redirect("/sign-in");
  return <LibraryFrame libraryId={libraryId}>{children}</LibraryFrame>;
}
