import { expect, it } from "vitest";
import {
  failuresOfPlaywright,
  failuresOfVitest,
  slowest,
  tookOfPlaywright,
  tookOfVitest,
} from "./setup/failures";

it("a failed test is named with its file and the beginning of why, and so is a file that could not be loaded", () => {
  const test = (fullName: string, status: string, failureMessages: string[] = []) => ({
    fullName,
    status,
    failureMessages,
  });
  const report = {
    numPassedTests: 1,
    numFailedTests: 1,
    testResults: [
      {
        name: "/here/src/core/a.test.ts",
        startTime: 1000,
        endTime: 3500,
        status: "failed",
        message: "",
        assertionResults: [
          test("a adds", "passed"),
          test("a takes away", "failed", ["\u001b[31mno\u001b[39m\n\n  at b"]),
        ],
      },
      {
        startTime: 0,
        endTime: 0,
        name: "/here/src/core/c.test.ts",
        status: "failed",
        message: "cannot load",
        assertionResults: [],
      },
      {
        name: "/here/src/core/d.test.ts",
        startTime: 2000,
        endTime: 12000,
        status: "passed",
        message: "",
        assertionResults: [test("d", "skipped")],
      },
    ],
  };
  expect(failuresOfVitest(report, "/here")).toEqual([
    { what: "src/core/a.test.ts › a takes away", why: "no\nat b" },
    { what: "src/core/c.test.ts", why: "cannot load" },
  ]);
  expect(slowest(tookOfVitest(report, "/here"), 2)).toEqual([
    "   10.0 s  src/core/d.test.ts",
    "    2.5 s  src/core/a.test.ts",
  ]);
});

it("browser tests are named however deep they stand, and so is what only passed at a second try", () => {
  const spec = (title: string, ...statuses: string[]) => ({
    title,
    tests: [
      {
        results: statuses.map((status) => ({
          status,
          duration: 1500,
          errors: [{ message: `${title} was ${status}` }],
        })),
      },
    ],
  });
  const report = {
    stats: { expected: 2, unexpected: 1, flaky: 1 },
    errors: [],
    suites: [
      {
        file: "a.spec.ts",
        specs: [spec("opens", "passed"), spec("waits", "timedOut")],
        suites: [
          { file: "a.spec.ts", specs: [spec("closes", "failed", "passed"), spec("later", "skipped")] },
        ],
      },
    ],
  };
  expect(failuresOfPlaywright(report)).toEqual([
    { what: "a.spec.ts › waits", why: "waits was timedOut" },
    { what: "a.spec.ts › closes", why: "closes was failed" },
  ]);
  // With what was tried twice.
  expect(tookOfPlaywright(report)).toEqual([{ file: "e2e/a.spec.ts", seconds: 7.5 }]);
});
