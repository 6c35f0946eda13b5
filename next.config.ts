import type { NextConfig } from "next";

/** Cross-origin isolation lets workers share memory; the rest keeps other sites and inserted scripts out. */
const headers = [
  { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
  { key: "Cross-Origin-Embedder-Policy", value: "require-corp" },
  { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "X-Frame-Options", value: "DENY" },
  { key: "Referrer-Policy", value: "same-origin" },
  {
    key: "Content-Security-Policy",
    value: "default-src 'self'; script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; worker-src 'self' blob:; connect-src 'self'; frame-ancestors 'none'; base-uri 'self'; form-action 'self'",
  },
];

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  // Types and lint are checked by bin/test, in their own steps.
  typescript: { ignoreBuildErrors: true },
  experimental: { optimizePackageImports: ["@chakra-ui/react"] },
  headers: async () => [{ source: "/:path*", headers }],
};

export default config;
