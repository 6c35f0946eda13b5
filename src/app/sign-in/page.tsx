import { ownPath } from "@/core/library/own-path";
import { SignIn } from "@/ui/sign-in/sign-in";

export const metadata = { title: "Sign in · Fichier" };

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<{ next?: string | string[] }>;
}) {
  return <SignIn next={ownPath([(await searchParams).next].flat()[0])} />;
}
