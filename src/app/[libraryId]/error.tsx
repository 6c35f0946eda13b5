"use client";

import { BrokenPlace } from "@/ui/frame/broken-place";

export default function PlaceError({ error, reset }: { error: Error; reset: () => void }) {
  return <BrokenPlace error={error} again={reset} />;
}
