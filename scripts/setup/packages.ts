import { existsSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { capture, succeeds } from "./run";
import { say, Trouble } from "./state";

/** Seconds that another program's lock on the packages is waited for. */
const lockTimeout = 600;

/** Debian packages by the program that shows whether they are there. */
const programs = {
  postgresql: () => postgresPrograms() !== null,
  ffmpeg: () => succeeds("ffmpeg", ["-version"]) && succeeds("ffprobe", ["-version"]),
  chromium: () => existsSync("/usr/bin/chromium"),
  "chromium-headless-shell": () => existsSync("/usr/bin/chromium-headless-shell"),
  sox: () => succeeds("sox", ["--version"]),
  nginx: () => existsSync("/usr/sbin/nginx"),
} as const;
export type DebianPackage = keyof typeof programs;

/** The folder of the newest PostgreSQL server that is installed, or null. */
export function postgresPrograms(): string | null {
  const root = "/usr/lib/postgresql";
  const versions = existsSync(root) ? readdirSync(root).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions
    .map((v) => `${root}/${v}/bin`)
    .find((bin) => existsSync(`${bin}/initdb`) && existsSync(`${bin}/postgres`));
  return found ?? null;
}

/** Keeps Debian's package from making and starting a cluster of its own. A setting that is there is respected. */
function declineDebianCluster(): void {
  const path = "/etc/postgresql-common/createcluster.conf";
  if (existsSync(path)) return;
  mkdirSync("/etc/postgresql-common", { recursive: true });
  writeFileSync(path, "create_main_cluster = false\n");
}

/** Installs what is missing of the named packages from Debian. Throws Trouble that says what to type where it may not. */
export function ensurePackages(names: readonly DebianPackage[]): void {
  const missing = names.filter((name) => !programs[name]());
  if (missing.length === 0) return;
  const byHand = `apt-get install --no-install-recommends ${missing.join(" ")}`;
  if (!succeeds("apt-get", ["--version"]))
    throw new Trouble(
      `Missing: ${missing.join(", ")}. Install them with this system's package manager and start again.`,
    );
  if (process.getuid?.() !== 0)
    throw new Trouble(
      `Missing: ${missing.join(", ")}. As an administrator, run\n    ${byHand}\n  and start again.`,
    );
  say(`installing ${missing.join(", ")} from Debian`);
  if (missing.includes("postgresql")) declineDebianCluster();
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  // Another installation, such as the system's own at its start, is waited for.
  const waiting = ["-o", `DPkg::Lock::Timeout=${lockTimeout}`];
  capture("apt-get", [...waiting, "update", "-qq"], { env });
  capture("apt-get", [...waiting, "install", "-y", "-qq", "--no-install-recommends", ...missing], { env });
  const still = missing.filter((name) => !programs[name]());
  if (still.length > 0)
    throw new Trouble(
      `Debian's packages were installed, but ${still.join(", ")} cannot be found. Try: ${byHand}`,
    );
}
