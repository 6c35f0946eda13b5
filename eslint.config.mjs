import tseslint from "typescript-eslint";

/** Which layers a layer may import; imports point downward only (see docs/architecture in the README). */
export const layers = {
  core: [],
  db: ["core"],
  media: ["core"],
  workers: ["core"],
  cli: ["core", "media"],
  server: ["core", "db", "media"],
  ui: ["core", "workers"],
  app: ["core", "server", "ui"],
};

const names = Object.keys(layers);

const layerRules = names.map((layer) => {
  const forbidden = names.filter((other) => other !== layer && !layers[layer].includes(other));
  // Across layers by alias only; a relative path that climbs into another layer is refused whichever it is.
  const patterns = [
    ...forbidden.map((other) => ({ group: [`@/${other}`, `@/${other}/**`], message: `src/${layer} must not import src/${other}.` })),
    { group: names.filter((other) => other !== layer).flatMap((other) => [`**/../${other}/**`, `../${other}/**`, `../${other}`]), message: "Import other layers as @/layer/…" },
    ...(layer === "core"
      ? [{ group: ["react", "react-dom", "react/**", "next", "next/**", "drizzle-orm", "drizzle-orm/**", "pg", "node:*", "sharp", "@chakra-ui/**", "@/**"], message: "core is pure: typed arrays and plain data in, the same out." }]
      : []),
    ...(layer === "ui" ? [{ group: ["drizzle-orm", "drizzle-orm/**", "pg", "node:*", "sharp"], message: "ui talks to the server over the HTTP API." }] : []),
    ...(["app", "server", "cli"].includes(layer) ? [{ group: ["drizzle-orm", "drizzle-orm/**", "pg"], message: "The only SQL is in src/db." }] : []),
  ];
  return { files: [`src/${layer}/**/*.{ts,tsx}`], ignores: ["**/*.test.ts"], rules: { "no-restricted-imports": ["error", { patterns }] } };
});

const outsideOfCore = ["window", "document", "navigator", "process", "Buffer", "fetch", "localStorage", "crypto", "performance", "setTimeout", "require"];

export default tseslint.config(
  { ignores: ["node_modules", ".next", ".state", "next-env.d.ts", "src/db/migrations", "src/kernels", "**/*.tmp.*", "test-results"] },
  ...tseslint.configs.recommended,
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_", ignoreRestSiblings: true }],
      "no-console": ["error", { allow: ["error"] }],
      eqeqeq: "error",
    },
  },
  { files: ["scripts/**", "e2e/**", "demo/**", "bench/**"], rules: { "no-console": "off" } },
  ...layerRules,
  {
    files: ["src/core/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-globals": ["error", ...outsideOfCore],
      // Time and chance are handed in, so that the same input gives the same output.
      "no-restricted-properties": ["error", { object: "Math", property: "random" }, { object: "Date", property: "now" }],
    },
  },
);
