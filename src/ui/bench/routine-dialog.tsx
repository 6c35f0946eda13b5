"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { InputOf } from "@/core/api/commands";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { Routine } from "@/core/library/entities";
import { byPosition } from "@/core/library/order";
import { levelRange } from "@/core/library/sends";
import {
  mostSteps,
  namesIn,
  numberIn,
  numbersOf,
  routineNoun,
  sayStep,
  withNumber,
  type Step,
} from "@/core/library/steps";
import { capital, sentence } from "@/core/library/words";
import { kindPlural, targetKinds } from "@/core/media";
import { useDesk, useData } from "../data/desk";
import {
  noRecall,
  OwnRecallFields,
  ownRecallFields,
  useOwnRecall,
  type OwnRecall,
} from "../keeping/own-recall";
import { QuietButton } from "../parts/buttons";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { ChooseField, TextField } from "../parts/fields";
import { Form, useRequestForm } from "../parts/form";
import { inputOf, type SchemaSource } from "../parts/schema-source";
import { KeyCap } from "../parts/key-cap";

interface RoutineDialogProps {
  /** The one that is changed; else a new one is kept. */
  readonly routine?: Routine;
  /** What a new one begins with. */
  readonly steps?: readonly Step[];
  readonly onClose: () => void;
  readonly onKept?: () => void;
}

const schema: SchemaSource = async (tools) => (await inputOf("keep-routine")).keys(ownRecallFields(tools));
type Kept = InputOf<"keep-routine"> & OwnRecall;

/** Steps that say all that they need by themselves, to be put in by hand. */
const simpleSteps: readonly Step[] = [
  { kind: "choose", which: "next" },
  { kind: "choose", which: "all" },
  ...targetKinds.map((which): Step => ({ kind: "choose", which })),
  ...[25, 50, 75, 100].map((strength): Step => ({ kind: "strength", strength })),
  ...[-12, -6, -3, 0].map((level): Step => ({ kind: "level", level })),
  ...[-50, -10, 10, 50, 250].map((grow): Step => ({ kind: "range", grow })),
  { kind: "silence", below: -50, lasting: 200 },
  { kind: "cut" },
  { kind: "render" },
];

/** Keeps steps as a routine, or changes one: its name, what recalls it, its steps in their order. */
export function RoutineDialog({ routine, steps: given = [], onClose, onKept }: RoutineDialogProps) {
  const { send, tell } = useDesk();
  const data = useData();
  const { refuseTaken, give } = useOwnRecall();
  const [steps, setSteps] = useState(routine?.steps ?? given);
  const [at, setAt] = useState(0);
  const list = useRef<HTMLDivElement>(null);
  const chosen = Math.max(0, Math.min(at, steps.length - 1));
  const noun = routineNoun(steps);
  const numbers = steps.length > 0 ? numbersOf(steps[chosen]) : [];
  const first = useMemo(
    () => ({ name: routine?.name ?? "", steps: [] as readonly Step[], ...noRecall }),
    [routine],
  );
  const form = useRequestForm({
    schema,
    first,
    request: ({ name, alias, key }) => ({
      name,
      alias,
      key,
      steps,
      ...(routine && { routineId: routine.id, seen: routine.version }),
    }),
    async send({ alias, key, ...request }: Kept) {
      refuseTaken({ alias, key }, null);
      const { change, result } = await send("keep-routine", () => request);
      await give(result, { alias, key });
      if (change) tell({ kind: "done", text: sentence(change.summary) });
      onKept?.();
      onClose();
    },
  });
  const nameOf = namesIn(data.replica);
  const offered = useMemo(
    () => [
      ...simpleSteps,
      ...[...data.replica.savedSearch.values()]
        .filter(({ ownerId, removed }) => ownerId === null && !removed)
        .sort(byPosition)
        .map(({ id }): Step => ({ kind: "draw", searchId: id, how: "replace", strength: 100 })),
    ],
    [data.replica.savedSearch],
  );
  const put = (next: readonly Step[], to: number) => {
    setSteps(next);
    setAt(to);
    form.changed();
  };
  const shift = (by: 1 | -1) => {
    const to = chosen + by;
    if (to < 0 || to >= steps.length) return;
    const next = [...steps];
    [next[chosen], next[to]] = [next[to], next[chosen]];
    put(next, to);
  };
  const remove = (index: number) =>
    put(
      steps.filter((_, i) => i !== index),
      index,
    );
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const move = listMove(keys, { at: chosen, count: steps.length });
    const does: Record<string, () => void> = {
      "Alt+ArrowUp": () => shift(-1),
      "Alt+ArrowDown": () => shift(1),
      Delete: () => remove(chosen),
    };
    if (does[keys]) does[keys]();
    else if (move && move !== "all") setAt(move.to);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const replaced = (index: number, by: Step) => steps.map((step, i) => (i === index ? by : step));
  const setLevel = (index: number, part: number, level: number) => {
    const step = steps[index];
    if (step.kind !== "returns") return;
    const parts = step.parts.map((one, j) => (j === part ? { ...one, level } : one));
    put(replaced(index, { ...step, parts }), index);
  };
  return (
    <Dialog title={routine ? `Change “${routine.name}”` : `Keep a ${noun}`} onClose={onClose} width="560px">
      <Form form={form} buttons={<DialogButtons action="Keep" busy={form.busy} onClose={onClose} />}>
        <TextField
          label="Name"
          textStyle="rowTitle"
          placeholder={noun === "set" ? "Harbour spaces" : "Click off"}
          {...form.field("name")}
        />
        {!routine && <OwnRecallFields form={form} />}
        <chakra.div id="routine-steps" fontSize="xs" fontWeight="600" color="cardMuted" mb="4px">
          Steps, on what is selected then
        </chakra.div>
        <Box
          ref={list}
          role="listbox"
          aria-labelledby="routine-steps"
          aria-activedescendant={steps.length > 0 ? `step-${chosen}` : undefined}
          tabIndex={0}
          border="1px solid"
          borderColor="cardRule"
          maxHeight="230px"
          overflowY="auto"
          fontSize="sm"
          _focusVisible={{ outline: "2px solid {colors.cardSelected}" }}
          onKeyDown={onKey}
        >
          {steps.map((step, i) => (
            <Box
              key={i}
              id={`step-${i}`}
              role="option"
              aria-selected={i === chosen}
              layerStyle="cardRow"
              px="12px"
              py="6px"
              onClick={() => setAt(i)}
            >
              <HStack alignItems="flex-start" gap="8px">
                <chakra.span textStyle="figure" color="cardMuted">{`${i + 1}`}</chakra.span>
                <chakra.span flex="1">{capital(sayStep(step, nameOf))}</chakra.span>
                <chakra.button
                  type="button"
                  tabIndex={-1}
                  title="take the step out"
                  px="6px"
                  onClick={(event) => {
                    event.stopPropagation();
                    remove(i);
                  }}
                >
                  ✕
                </chakra.button>
              </HStack>
              {step.kind === "returns" && (
                <Box pl="20px" pt="4px">
                  {step.parts.map(({ of, level }, j) => {
                    const name = "cardId" in of ? nameOf(of.cardId) : of.name;
                    return (
                      <HStack key={j} gap="8px" py="2px">
                        <chakra.span flex="1" truncate title={name}>
                          {name}
                        </chakra.span>
                        <StepNumberInput
                          label={`Level of ${name}`}
                          {...levelRange}
                          by={0.5}
                          value={level}
                          onChange={(value) => setLevel(i, j, value)}
                        />
                        dB
                      </HStack>
                    );
                  })}
                </Box>
              )}
            </Box>
          ))}
          {steps.length === 0 && (
            <Box px="12px" py="8px" color="cardMuted">
              No steps. Put one in below, or do it once on the bench and keep that.
            </Box>
          )}
        </Box>
        {numbers.length > 0 && (
          <HStack role="group" aria-label="Of the chosen step" mt="8px" gap="16px" wrap="wrap" fontSize="sm">
            {numbers.map((number) => (
              <HStack key={number.key} gap="8px">
                {number.label}
                <StepNumberInput
                  label={number.label}
                  least={number.least}
                  most={number.most}
                  by={number.by}
                  value={numberIn(steps[chosen], number)}
                  onChange={(value) =>
                    put(replaced(chosen, withNumber(steps[chosen], number, value)), chosen)
                  }
                />
                {number.unit}
              </HStack>
            ))}
          </HStack>
        )}
        <HStack justifyContent="space-between" mt="4px" mb="12px" fontSize="xs" color="cardMuted">
          <HStack gap="4px">
            <KeyCap keys="Alt+ArrowUp" quiet /> <KeyCap keys="Alt+ArrowDown" quiet /> move
            <KeyCap keys="Delete" quiet /> take out
          </HStack>
          <HStack gap="0">
            <QuietButton disabled={chosen === 0} onClick={() => shift(-1)}>
              Earlier
            </QuietButton>
            <QuietButton disabled={chosen >= steps.length - 1} onClick={() => shift(1)}>
              Later
            </QuietButton>
          </HStack>
        </HStack>
        <ChooseField
          label="Put in behind the chosen step"
          value=""
          onChange={({ target }) => {
            const step = target.value === "" ? undefined : offered[Number(target.value)];
            if (step && steps.length < mostSteps)
              put([...steps.slice(0, chosen + 1), step, ...steps.slice(chosen + 1)], chosen + 1);
          }}
        >
          <option value="">choose a step</option>
          {offered.map((step, i) => (
            <option key={i} value={i}>
              {step.kind === "choose" && step.which !== "next" && step.which !== "all"
                ? `choose all ${kindPlural(step.which)}`
                : sayStep(step, nameOf)}
            </option>
          ))}
        </ChooseField>
      </Form>
    </Dialog>
  );
}

interface StepNumberInputProps {
  readonly label: string;
  readonly least: number;
  readonly most: number;
  /** What arrow keys change it by. */
  readonly by: number;
  readonly value: number;
  onChange(value: number): void;
}

/** A number of a step; its keys stay its own, but for Enter. */
const StepNumberInput = ({ label, least, most, by, value, onChange }: StepNumberInputProps) => (
  <chakra.input
    type="number"
    aria-label={label}
    min={least}
    max={most}
    step={by}
    width="72px"
    fontFamily="mono"
    bg="fieldGround"
    border="1px solid"
    borderColor="fieldRule"
    px="6px"
    value={value}
    onKeyDown={(event) => event.key !== "Enter" && event.stopPropagation()}
    onChange={({ target }) => Number.isFinite(target.valueAsNumber) && onChange(target.valueAsNumber)}
  />
);
