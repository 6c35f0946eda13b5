import type { RenderState } from "@/core/library/renders";
import { operation, ofLibrary } from "../operation";

/** A rendering as its asker sees it. */
export interface Rendering {
  readonly id: string;
  readonly name: string;
  readonly format: string;
  readonly count: number;
  readonly state: RenderState;
  /** 0…1. */
  readonly progress: number;
  readonly problem: string | null;
  /** What is to know of the result, in words. */
  readonly notes: readonly string[];
  readonly fileName: string | null;
  readonly bytes: number | null;
  /** What it becomes is put into its session, and no file to be fetched. */
  readonly inPlace: boolean;
  /** What was done to the session once it was rendered, in words; the targets that are chosen then. */
  readonly said: string | null;
  readonly selected: readonly string[] | null;
  readonly askedAt: string;
  readonly endedAt: string | null;
}

export const oneRender = operation<{ readonly render: Rendering }>()({
  method: "GET",
  path: `${ofLibrary}/renders/{renderId}`,
  summary: "How far a rendering is",
  needs: "read",
  answer: "The `render` with its state and progress",
});
