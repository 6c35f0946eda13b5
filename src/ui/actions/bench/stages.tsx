import { queryOf } from "@/core/library/stages";
import { may } from "@/core/library/roles";
import type { Action, ActionFamily } from "../action";
import type { BenchHere } from "./here";
import { later } from "../../parts/later";

const StagesDialog = later(async () => (await import("../../bench/stages-dialog")).StagesDialog);

/** What is offered at each stage of the member's order of work. */
export const stages: ActionFamily<BenchHere> = {
  each: ({ stages }) =>
    stages.map((stage, at): Action<BenchHere> => ({
      id: `stage.${at}`,
      words: `Find for the stage “${stage.name}”`,
      short: stage.name,
      keys: [`Alt+${at + 1}`],
      on: ["chain"],
      offered: ({ lead }) => lead !== null && queryOf(stage) !== null,
      run: (here) => here.findAt(stage),
    })),
};

export const editStages: Action<BenchHere> = {
  id: "stage.edit",
  words: "Lay out your stages, the order in which you work",
  short: "stages",
  keys: ["Alt+0"],
  on: ["chain"],
  offered: ({ lead, role }) => lead !== null && may(role, "own"),
  dialog: ({ here: { lead }, close }) => lead && <StagesDialog medium={lead.chain.medium} onClose={close} />,
};
