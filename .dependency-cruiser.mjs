/*
 * Which code may import which. `npx depcruise` reads all imports, also `import()`, `typeof import(…)`, types, and those of
 * tests; what a rule says of core's folders is the order of the list below it.
 */

/** A layer and those that it may import; imports point downward only (see docs/architecture.md). */
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

/** Core's folders, the lowest first: each may import those before it. */
export const coreOrder = [
  "text",
  "keys",
  "media",
  "numeric",
  "time",
  "type",
  "colour",
  "kernels",
  "signal",
  "picture",
  "effects",
  "chain",
  "measure",
  "formats",
  "library",
  "search",
  "api",
  "upkeep",
];

/** The packages that core may import: pure computation without a platform. */
const corePackages = ["@noble/hashes", "fast-xml-parser", "fractional-indexing", "joi"];

const anyOf = (names) => `(?:${names.join("|")})`;
const isTest = "\\.test\\.tsx?$";

const layerRules = Object.entries(layers).map(([layer, lower]) => ({
  name: `${layer}-points-downward`,
  comment: `src/${layer} may import ${[layer, ...lower].join(", ")}.`,
  severity: "error",
  from: { path: `^src/${layer}/`, pathNot: isTest },
  to: { path: "^(?:src|demo|scripts|bench)/", pathNot: `^src/${anyOf([layer, ...lower])}/` },
}));

const coreRules = coreOrder.map((folder, i) => ({
  name: `core-${folder}-is-above`,
  comment: `core/${folder} may import ${["itself", ...coreOrder.slice(0, i)].join(", ")}.`,
  severity: "error",
  from: { path: `^src/core/${folder}/`, pathNot: isTest },
  to: { path: "^src/core/", pathNot: `^src/core/${anyOf(coreOrder.slice(0, i + 1))}/` },
}));

export default {
  forbidden: [
    {
      name: "no-circles",
      comment: "Neither between layers nor within one; types count.",
      severity: "error",
      from: { path: "^(?:src|demo|scripts|bench|testing)/" },
      to: { circular: true },
    },
    ...layerRules,
    ...coreRules,
    {
      name: "core-has-a-place-in-the-order",
      comment: "A new folder of core takes its place in `coreOrder`.",
      severity: "error",
      from: { path: "^src/core/", pathNot: `^src/core/${anyOf(coreOrder)}/` },
      to: {},
    },
    {
      name: "core-is-pure",
      comment: "Typed arrays and plain data in, the same out; packages by name only.",
      severity: "error",
      from: { path: "^src/core/", pathNot: isTest },
      to: {
        dependencyTypesNot: ["local", "aliased", "aliased-tsconfig"],
        pathNot: `^src/|(?:^|/)node_modules/${anyOf(corePackages)}/`,
      },
    },
    {
      name: "one-place-for-sql",
      comment: "The only SQL is in src/db.",
      severity: "error",
      from: { path: "^src/", pathNot: `^src/db/|${isTest}` },
      to: { path: "(?:^|/)node_modules/(?:drizzle-orm|pg)/" },
    },
    {
      name: "ui-runs-in-browsers",
      comment: "The interface talks to the server over the HTTP API.",
      severity: "error",
      from: { path: "^src/(?:ui|workers)/", pathNot: isTest },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "ui-has-no-native-packages",
      severity: "error",
      from: { path: "^src/(?:ui|workers)/", pathNot: isTest },
      to: { path: "(?:^|/)node_modules/(?:sharp|pg|drizzle-orm|pg-boss|better-auth)/" },
    },
  ],
  options: {
    // Types are imports too: what a file is understood with.
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "\\.next|src/kernels/|src/db/migrations/" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
