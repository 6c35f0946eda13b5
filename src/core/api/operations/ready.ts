import { operation } from "../operation";

/** What requests need, part by part. */
export interface Readiness {
  readonly ready: boolean;
  readonly database: boolean;
  readonly store: boolean;
  readonly jobs: boolean;
}

export const ready = operation<Readiness>()({
  method: "GET",
  path: "/health/ready",
  summary: "Whether it can serve requests just now",
  needs: "none",
  answer: "`ready`, and whether `database`, `store` and `jobs` are there; 503 where one is not",
});
