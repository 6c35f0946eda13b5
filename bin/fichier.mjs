#!/usr/bin/env node
// The command line of Fichier; `npx fichier --help` tells what it can do.
import { fileURLToPath } from "node:url";
import { register } from "tsx/esm/api";

// Named, since it would else be looked for in whichever folder this is called from.
register({ tsconfig: fileURLToPath(new URL("../tsconfig.json", import.meta.url)) });
if (process.env.FICHIER_BESIDE && process.send) {
  const { serveBeside } = await import("../src/cli/serve-beside.ts");
  serveBeside();
} else {
  const { main } = await import("../src/cli/main.ts");
  // Whoever reads has seen enough, as `head` has: nothing is wrong.
  process.stdout.on("error", (error) => process.exit(error.code === "EPIPE" ? 0 : 1));
  process.exitCode = await main(process.argv.slice(2));
}
