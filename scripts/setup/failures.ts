/** One thing that failed, and the beginning of why. */
export interface Failure {
  what: string;
  why: string;
}

/** What this reads of Vitest's JSON report; a file that could not be loaded has a message and no tests. */
export interface VitestReport {
  numPassedTests: number;
  numFailedTests: number;
  testResults: {
    name: string;
    status: string;
    message: string;
    /** Milliseconds. */
    startTime: number;
    endTime: number;
    assertionResults: { fullName: string; status: string; failureMessages?: string[] }[];
  }[];
}

interface Suite {
  file: string;
  suites?: Suite[];
  specs: {
    title: string;
    tests: { results: { status: string; duration: number; errors: { message?: string }[] }[] }[];
  }[];
}
/** What this reads of Playwright's JSON report. */
export interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number };
  suites: Suite[];
  errors: { message?: string }[];
}

/** How long the tests of a file took, in seconds. */
export interface Took {
  readonly file: string;
  readonly seconds: number;
}

export const tookOfVitest = (report: VitestReport, root: string): Took[] =>
  report.testResults.map(({ name, startTime, endTime }) => ({
    file: name.replace(`${root}/`, ""),
    seconds: (endTime - startTime) / 1000,
  }));

export function tookOfPlaywright(report: PlaywrightReport): Took[] {
  const of = (suite: Suite): number =>
    [
      ...suite.specs.flatMap(({ tests }) => tests.flatMap(({ results }) => results.map((r) => r.duration))),
      ...(suite.suites ?? []).map(of),
    ].reduce((sum, one) => sum + one, 0);
  return report.suites.map((suite) => ({ file: `e2e/${suite.file}`, seconds: of(suite) / 1000 }));
}

/** The files that took longest, longest first, as lines. */
export const slowest = (took: readonly Took[], most: number): string[] =>
  [...took]
    .sort((a, b) => b.seconds - a.seconds)
    .slice(0, most)
    .map(({ file, seconds }) => `${seconds.toFixed(1).padStart(7)} s  ${file}`);

// A terminal's colours would stand in the text of a log.
const colours = /\u001b\[[0-9;]*m/g;
const beginning = (message = "") =>
  message
    .replace(colours, "")
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean)
    .slice(0, 6)
    .join("\n")
    .slice(0, 600);

/** What failed by Vitest's report, with paths below `root`. */
export const failuresOfVitest = (report: VitestReport, root: string): Failure[] =>
  report.testResults.flatMap(({ name, status, message, assertionResults }) => {
    const file = name.replace(`${root}/`, "");
    const failed = assertionResults.filter((one) => one.status === "failed");
    if (failed.length > 0)
      return failed.map((one) => ({
        what: `${file} › ${one.fullName}`,
        why: beginning(one.failureMessages?.[0]),
      }));
    return status === "failed" ? [{ what: file, why: beginning(message) }] : [];
  });

/** What failed by Playwright's report; what only passed when it was tried again counts as failed. */
export function failuresOfPlaywright(report: PlaywrightReport): Failure[] {
  const inSuite = (suite: Suite): Failure[] => [
    ...suite.specs.flatMap(({ title, tests }) => {
      const results = tests.flatMap((one) => one.results);
      const wrong = results.find(({ status }) => status !== "passed" && status !== "skipped");
      return wrong ? [{ what: `${suite.file} › ${title}`, why: beginning(wrong.errors[0]?.message) }] : [];
    }),
    ...(suite.suites ?? []).flatMap(inSuite),
  ];
  return [
    ...report.errors.map(({ message }) => ({ what: "browser tests", why: beginning(message) })),
    ...report.suites.flatMap(inSuite),
  ];
}
