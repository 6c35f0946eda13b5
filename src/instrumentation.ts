/** Runs once when the application starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs" || !process.env.DATABASE_URL) return;
  // With workers of their own the application leaves the jobs to them.
  if (process.env.FICHIER_JOBS === "elsewhere") return;
  const { startWorking } = await import("@/server/jobs/work");
  void startWorking();
}
