"use client";

import { numberOf } from "@/ui/data/faults";

/** Stands for the whole document, without anything that could have broken with it. */
export default function DocumentError({ error }: { error: Error }) {
  return (
    <html lang="en">
      <body style={{ fontFamily: "sans-serif", padding: 32, maxWidth: 620 }}>
        <h1>Fichier broke</h1>
        <p>What the server has confirmed is kept.</p>
        <p>{`${error.message || "Nothing is known of why."} Fault ${numberOf(error)}`}</p>
        <button autoFocus onClick={() => window.location.reload()}>
          Load it anew
        </button>
      </body>
    </html>
  );
}
