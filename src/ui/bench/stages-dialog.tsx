"use client";

import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useState } from "react";
import { effectsFor } from "@/core/effects/registry";
import { movedTo } from "@/core/library/drop";
import { mostStages, stagesOf, suppliedStages, type Stage } from "@/core/library/stages";
import type { WorkingMedium } from "@/core/media";
import { longestQuery } from "@/core/search/query/parse";
import { longestName } from "@/core/text/names";
import { sayError, useDesk, useData } from "../data/desk";
import { QuietButton } from "../parts/buttons";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { Problem } from "../parts/problem";

/** A stage while it is written. */
interface Row {
  readonly id: number;
  readonly name: string;
  readonly effects: string;
  readonly query: string;
}

let last = 0;
const rowOf = ({ name, effects, query }: Stage): Row => ({
  id: ++last,
  name,
  effects: effects.join(", "),
  query,
});

/** The member's order of work in a medium: stages with what is offered at each. Begins with the supplied one. */
export function StagesDialog({
  medium,
  onClose,
}: {
  readonly medium: WorkingMedium;
  readonly onClose: () => void;
}) {
  const { library, tell } = useDesk();
  const data = useData();
  const { stages: own } = data.member.settings;
  const [rows, setRows] = useState(() => stagesOf(own, medium).map(rowOf));
  const [problem, setProblem] = useState<string>();
  const all = effectsFor(medium);
  const known = new Map(
    all.flatMap(({ id, name, category }) => [
      [id, id],
      [name.toLowerCase(), id],
      [category, category],
    ]),
  );
  const change = (id: number, set: Partial<Row>) =>
    setRows((now) => now.map((row) => (row.id === id ? { ...row, ...set } : row)));
  const move = (at: number, to: number) => setRows((now) => movedTo(now, at, to));

  const keep = async () => {
    const stages: Stage[] = [];
    for (const { name, effects, query } of rows) {
      if (name.trim() === "") return setProblem("Give each stage a name.");
      const named = effects
        .split(",")
        .map((one) => one.trim())
        .filter(Boolean);
      const strange = named.find((one) => !known.has(one) && !known.has(one.toLowerCase()));
      if (strange)
        return setProblem(
          `“${strange}” is neither an effect nor one of the kinds ${[...new Set(all.map(({ category }) => category))].join(", ")}.`,
        );
      stages.push({
        name: name.trim(),
        effects: [...new Set(named.map((one) => known.get(one) ?? known.get(one.toLowerCase())!))],
        query: query.trim(),
      });
    }
    try {
      await library.saveSettings({ stages: { ...own, [medium]: stages } });
      tell({ kind: "done", text: "Your stages are kept." });
      onClose();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  const field = (row: Row, key: "name" | "effects" | "query", label: string, at: number) => (
    <Input
      aria-label={`${label} of stage ${at + 1}`}
      size="xs"
      bg="fieldGround"
      borderColor="fieldRule"
      fontFamily={key === "query" ? "mono" : undefined}
      maxLength={key === "query" ? longestQuery : key === "name" ? longestName : 2000}
      value={row[key]}
      onChange={(event) => change(row.id, { [key]: event.target.value })}
    />
  );
  return (
    <Dialog title="Your stages" onClose={onClose} width="720px">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <Box mb="8px" fontSize="sm">
          In the order of work. What stands behind a later stage in a chain is pointed out.
        </Box>
        <Box
          display="grid"
          gridTemplateColumns="20px 1fr 1.6fr 1.6fr 84px"
          gap="6px 8px"
          alignItems="center"
          fontSize="xs"
        >
          <span />
          <chakra.span fontWeight="600">Stage</chakra.span>
          <chakra.span fontWeight="600">Effects, or kinds of them</chakra.span>
          <chakra.span fontWeight="600">Cards by a query (empty: by its effects)</chakra.span>
          <span />
          {rows.map((row, at) => (
            <Box key={row.id} display="contents">
              <chakra.span textStyle="figure">{at + 1}</chakra.span>
              {field(row, "name", "Name", at)}
              {field(row, "effects", "Effects", at)}
              {field(row, "query", "Query", at)}
              <HStack gap="0">
                <QuietButton
                  size="xs"
                  aria-label={`Stage ${at + 1} earlier`}
                  disabled={at === 0}
                  onClick={() => move(at, at - 1)}
                >
                  <ArrowUp size={13} aria-hidden="true" />
                </QuietButton>
                <QuietButton
                  size="xs"
                  aria-label={`Stage ${at + 1} later`}
                  disabled={at === rows.length - 1}
                  onClick={() => move(at, at + 1)}
                >
                  <ArrowDown size={13} aria-hidden="true" />
                </QuietButton>
                <QuietButton
                  size="xs"
                  aria-label={`Remove stage ${at + 1}`}
                  onClick={() => setRows((now) => now.filter(({ id }) => id !== row.id))}
                >
                  <X size={13} aria-hidden="true" />
                </QuietButton>
              </HStack>
            </Box>
          ))}
        </Box>
        <HStack mt="10px" mb="12px" gap="12px">
          <QuietButton
            size="xs"
            disabled={rows.length >= mostStages}
            onClick={() => setRows((now) => [...now, rowOf({ name: "", effects: [], query: "" })])}
          >
            one more
          </QuietButton>
          <QuietButton size="xs" onClick={() => setRows(suppliedStages[medium].map(rowOf))}>
            as supplied
          </QuietButton>
        </HStack>
        <Problem>{problem}</Problem>
        <DialogButtons action="Keep" onClose={onClose} />
      </form>
    </Dialog>
  );
}
