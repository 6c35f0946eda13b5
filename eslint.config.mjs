import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/* Which code may import which is the matter of .dependency-cruiser.mjs. */

/** What a platform has and core must not reach for. */
const outsideOfCore = [
  "window",
  "self",
  "globalThis",
  "document",
  "navigator",
  "process",
  "Buffer",
  "fetch",
  "localStorage",
  "crypto",
  "performance",
  "setTimeout",
  "setInterval",
  "require",
];

/** Core has a folder of media of its own, which is why that layer is missing here. */
const layers = ["core", "db", "workers", "cli", "server", "ui", "app"];

export default tseslint.config(
  {
    ignores: [
      "node_modules",
      ".next",
      ".state",
      "next-env.d.ts",
      "src/db/migrations",
      "src/kernels",
      "**/*.tmp.*",
      "test-results",
    ],
  },
  ...tseslint.configs.recommended,
  {
    rules: {
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_", ignoreRestSiblings: true },
      ],
      "no-console": ["error", { allow: ["error", "warn"] }],
      eqeqeq: "error",
    },
  },
  { files: ["scripts/**", "e2e/**", "demo/**", "bench/**"], rules: { "no-console": "off" } },
  {
    files: ["src/**/*.{ts,tsx}"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              group: layers.flatMap((layer) => [`../${layer}/*`, `../../${layer}/*`, `../../../${layer}/*`]),
              message: "Import other layers as @/layer/…",
            },
          ],
        },
      ],
    },
  },
  {
    // What the compiler of components relies on; one that breaks these rules is not compiled, and draws too often.
    files: ["src/{ui,app}/**/*.{ts,tsx}"],
    plugins: { "react-hooks": hooks },
    rules: {
      ...hooks.configs.flat["recommended-latest"].rules,
      "react-hooks/exhaustive-deps": "error",
      // Parts that follow another system begin anew with it; and the lists of rows are known not to be compiled.
      "react-hooks/set-state-in-effect": "off",
      "react-hooks/incompatible-library": "off",
    },
  },
  {
    files: ["src/ui/**/*.{ts,tsx}"],
    ignores: ["src/ui/theme/**", "**/*.test.ts"],
    rules: {
      // Colours have names with a value for each theme.
      "no-restricted-syntax": [
        "error",
        {
          selector: "Literal[value=/#[0-9a-fA-F]{3,8}\\b|rgba?\\(/]",
          message: "Colours are the theme's: name one.",
        },
        {
          selector: "JSXAttribute[name.name=/^fontSize$|[rR]adius$/] Literal[value=/\\d(px|r?em)$/]",
          message: "Sizes of type and corners are the theme's: name one.",
        },
        {
          selector:
            "JSXAttribute[name.name=/^(gap|rowGap|columnGap|[mp][trblxy]?)$/] Literal[value=/px/]:not([value=/^(-?(0|2px|4px|6px|8px|10px|12px|16px|20px|24px|32px|auto)( |$))+$/])",
          message: "Spaces are 2, 4, 6, 8, 10, 12, 16, 20, 24 or 32 px.",
        },
        {
          selector:
            "VariableDeclarator[id.type='ArrayPattern'][init.callee.property.name=/^(values|entries|keys)$/]",
          message: "The compiler keeps an iterator, which is at its end the second time: spread it first.",
        },
      ],
    },
  },
  {
    files: ["src/core/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-globals": ["error", ...outsideOfCore],
      // Time and chance are handed in, so that the same input gives the same output.
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random" },
        { object: "Date", property: "now" },
      ],
      "no-restricted-syntax": [
        "error",
        {
          selector:
            "NewExpression[callee.name='Date'][arguments.length=0], CallExpression[callee.name='Date']",
          message: "Time is handed in.",
        },
      ],
    },
  },
);
