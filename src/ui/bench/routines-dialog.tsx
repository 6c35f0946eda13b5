"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useMemo, useRef, useState, type KeyboardEvent } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { Routine } from "@/core/library/entities";
import { byPosition } from "@/core/library/order";
import { may } from "@/core/library/roles";
import { namesIn, routineNoun, sayStep } from "@/core/library/steps";
import { capital } from "@/core/library/words";
import { beginningIn } from "@/core/text/beginnings";
import { useDesk, useData } from "../data/desk";
import { QuietButton } from "../parts/buttons";
import { AliasDialog, KeyDialog } from "../parts/card-dialogs";
import { Dialog } from "../parts/dialog";
import { FindInput } from "../parts/find-input";
import { KeyCap } from "../parts/key-cap";
import { RoutineDialog } from "./routine-dialog";

interface RoutinesDialogProps {
  /** False where nothing is selected that it could be run on. */
  readonly canRun: boolean;
  readonly onRun: (routine: Routine) => void;
  readonly onClose: () => void;
}

type Opened = "change" | "key" | "alias";

/** The routines and sets of the library: type to find one, Enter runs it; its keys change it. */
export function RoutinesDialog({ canRun, onRun, onClose }: RoutinesDialogProps) {
  const { act } = useDesk();
  const data = useData();
  const { routine, keyBinding } = data.replica;
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const [opened, setOpened] = useState<Opened | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const nameOf = namesIn(data.replica);
  const shown = useMemo(() => {
    const fits = beginningIn(typed);
    return [...routine.values()].filter(({ removed, name }) => !removed && fits(name)).sort(byPosition);
  }, [routine, typed]);
  const chosen = Math.max(0, Math.min(at, shown.length - 1));
  const one: Routine | undefined = shown[chosen];
  const mayKeep = may(data.member.role, "keep");
  const keyOf = (id: string) => [...keyBinding.values()].find(({ routineId }) => routineId === id)?.key;
  const run = (which: Routine | undefined) => {
    if (!which || !canRun) return;
    onClose();
    onRun(which);
  };
  const does: Record<string, () => void> = {
    Enter: () => run(one),
    "Alt+g": () => setOpened("key"),
    "Alt+n": () => setOpened("alias"),
    ...(mayKeep && {
      "Alt+e": () => setOpened("change"),
      "Alt+Delete": () => void act("remove-routine", { routineId: one.id }),
    }),
  };
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const move = listMove(keys, { at: chosen, count: shown.length, typed: true });
    if (move && move !== "all") setAt(move.to);
    else if (one && does[keys]) does[keys]();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const back = () => {
    setOpened(null);
    field.current?.focus();
  };
  const button = (keys: string, words: string, can = true) => (
    <QuietButton keys={keys} disabled={!one || !can} onClick={does[keys]}>
      {words}
    </QuietButton>
  );
  return (
    <Dialog title="Routines and sets" onClose={onClose} initialFocus={field} width="600px">
      <FindInput
        ref={field}
        label="Find a routine"
        placeholder="first letters of its name"
        list="routines"
        chosen={one && `routine-${one.id}`}
        value={typed}
        onValue={(text) => {
          setTyped(text);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <Box
        role="listbox"
        id="routines"
        aria-label="Routines"
        mt="10px"
        mx="-16px"
        minHeight="120px"
        maxHeight="46vh"
        overflowY="auto"
      >
        {shown.map((which, i) => {
          const key = keyOf(which.id);
          return (
            <Box
              key={which.id}
              id={`routine-${which.id}`}
              role="option"
              aria-selected={i === chosen}
              layerStyle="cardRow"
              px="16px"
              py="6px"
              cursor="default"
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => setAt(i)}
              onDoubleClick={() => run(which)}
            >
              <Box display="flex" gap="8px" alignItems="center">
                <chakra.span textStyle="rowTitle" truncate title={which.name}>
                  {which.name}
                </chakra.span>
                {key && <KeyCap keys={key} />}
                <chakra.span ml="auto" fontSize="xs" color="cardMuted">
                  {routineNoun(which.steps)}
                </chakra.span>
              </Box>
              <Box fontSize="xs" color="cardMuted">
                {which.steps.map((step) => capital(sayStep(step, nameOf))).join(". ")}.
              </Box>
            </Box>
          );
        })}
        {shown.length === 0 && (
          <Box px="16px" py="12px" color="cardMuted">
            {typed.trim() !== ""
              ? `No routine's name begins with “${typed}”.`
              : "No routines yet. Do something once on the bench and keep it, or keep a draft as a set."}
          </Box>
        )}
      </Box>
      <Box display="flex" flexWrap="wrap" gap="4px" mt="8px" mx="-8px">
        {button("Enter", "Run", canRun)}
        {button("Alt+e", "Change", mayKeep)}
        {button("Alt+g", "Key")}
        {button("Alt+n", "Alias")}
        {button("Alt+Delete", "Remove", mayKeep)}
      </Box>
      {opened === "change" && one && <RoutineDialog routine={one} onClose={back} />}
      {opened === "key" && one && (
        <KeyDialog
          of={{ routineId: one.id }}
          name={one.name}
          current={keyOf(one.id)}
          does="runs it at once"
          onClose={back}
        />
      )}
      {opened === "alias" && one && <AliasDialog of={{ routineId: one.id }} name={one.name} onClose={back} />}
    </Dialog>
  );
}
