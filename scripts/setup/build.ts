import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { show } from "./run";
import { checkout, readJson, say, statePath, Trouble } from "./state";

/** All files below a folder, sorted, as full paths. */
export function filesBelow(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}

function sourcesHash(): string {
  const hash = createHash("sha256");
  const files = [
    ...filesBelow(join(checkout, "src")).filter((file) => !file.endsWith(".test.ts")),
    ...["package-lock.json", "next.config.ts", "tsconfig.json"].map((f) => join(checkout, f)),
  ];
  for (const file of files) hash.update(file).update(readFileSync(file));
  return hash.digest("hex");
}

/** Builds the application where its sources changed since the last build. */
export async function ensureBuild(): Promise<void> {
  const stamp = statePath("build.json");
  const wanted = sourcesHash();
  if (readJson<string>(stamp) === wanted && existsSync(join(checkout, ".next/BUILD_ID"))) return;
  say("building (sources changed)");
  const env = { ...process.env, NODE_ENV: "production" as const, NEXT_TELEMETRY_DISABLED: "1" };
  const code = await show(process.execPath, [join(checkout, "node_modules/next/dist/bin/next"), "build"], {
    cwd: checkout,
    env,
  });
  if (code !== 0) throw new Trouble("The application could not be built; the messages above say why.");
  writeFileSync(stamp, JSON.stringify(wanted));
}
