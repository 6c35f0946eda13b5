import { NoSuchPage } from "@/ui/frame/no-such-page";

export default function NotFound() {
  return <NoSuchPage />;
}
