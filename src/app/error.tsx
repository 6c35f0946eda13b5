"use client";

import { Broken } from "@/ui/frame/broken";

export default function PageError({ error }: { error: Error }) {
  // The frame of the page itself broke, so drawing it again is not enough: the page is loaded anew.
  return (
    <Broken
      error={error}
      again={() => window.location.reload()}
      kept="What the server has confirmed is kept."
    />
  );
}
