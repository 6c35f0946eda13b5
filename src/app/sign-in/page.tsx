import { SignIn } from "@/ui/sign-in/sign-in";

export const metadata = { title: "Sign in · Fichier" };

/** Only paths of this application are taken, never another site's address. */
const ownPath = (next: string | undefined) => (next && /^\/(?![/\\])/.test(next) ? next : "/");

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ next?: string }> }) {
  return <SignIn next={ownPath((await searchParams).next)} />;
}
