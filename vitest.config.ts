import { availableParallelism } from "node:os";
import { resolve } from "node:path";
import { defineConfig } from "vitest/config";

const alias = { "@": resolve(import.meta.dirname, "src") };

export default defineConfig({
  resolve: { alias },
  test: {
    // The runner leaves one processor free by itself, which on two is half of them.
    maxWorkers: availableParallelism(),
    projects: [
      {
        resolve: { alias },
        test: {
          name: "unit",
          include: [
            "src/{cli,core,db,media,server,ui,workers}/**/*.test.ts",
            "bench/**/*.test.ts",
            "demo/**/*.test.ts",
            "scripts/**/*.test.ts",
          ],
          testTimeout: 60000,
          hookTimeout: 60000,
          // What the files share is loaded once a worker; that none of them leaves anything changed is seen to.
          isolate: false,
          setupFiles: "./testing/leaves-nothing.ts",
        },
      },
      {
        resolve: { alias },
        // Components by themselves, in a document without layout: what is measured or painted is the browser tests' matter.
        test: {
          name: "screen",
          include: ["src/ui/**/*.test.tsx"],
          environment: "jsdom",
          isolate: false,
          setupFiles: "./testing/screen.tsx",
          testTimeout: 30000,
          hookTimeout: 60000,
        },
      },
      {
        resolve: { alias },
        // One database for all: the files run one after another, each in a library of its own.
        test: {
          name: "api",
          include: ["api-tests/**/*.test.ts"],
          globalSetup: "./api-tests/database.ts",
          fileParallelism: false,
          isolate: false,
          setupFiles: "./testing/leaves-nothing.ts",
          testTimeout: 60000,
          hookTimeout: 60000,
        },
      },
    ],
  },
});
