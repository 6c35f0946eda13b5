import type { NextConfig } from "next";

/** Cross-origin isolation lets workers share memory; the rest keeps other sites out. The policy for scripts changes with every answer: see src/server/http/guard.ts. */
const headers = [
  { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
  { key: "Cross-Origin-Embedder-Policy", value: "require-corp" },
  { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "X-Frame-Options", value: "DENY" },
  { key: "Referrer-Policy", value: "same-origin" },
];

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  reactCompiler: true,
  // Types and lint are checked by bin/test, in their own steps.
  typescript: { ignoreBuildErrors: true },
  // Loaded once for all route handlers: else each brings a copy of its own, which is memory and time at the first request.
  serverExternalPackages: ["better-auth", "drizzle-orm", "joi", "lcms-wasm"],
  experimental: { optimizePackageImports: ["@chakra-ui/react"] },
  headers: async () => [{ source: "/:path*", headers }],
};

export default config;
