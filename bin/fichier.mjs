#!/usr/bin/env node
// The command line of Fichier; `npx fichier --help` tells what it can do.
import { register } from "tsx/esm/api";

register();
const { main } = await import("../src/cli/main.ts");
process.exitCode = await main(process.argv.slice(2));
