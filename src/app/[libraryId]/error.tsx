"use client";

import { BrokenPlace } from "@/ui/frame/broken";

export default function PlaceError({ error, reset }: { error: Error; reset: () => void }) {
  return <BrokenPlace error={error} again={reset} />;
}
