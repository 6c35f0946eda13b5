"use client";

import { Broken } from "@/ui/frame/broken";

export default function PageError({ error }: { error: Error }) {
  // What holds the page together broke: it is loaded anew.
  return (
    <Broken
      error={error}
      again={() => window.location.reload()}
      kept="What the server has confirmed is kept."
    />
  );
}
