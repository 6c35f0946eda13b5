"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { byPosition } from "@/core/library/order";
import { routineNoun } from "@/core/library/steps";
import { pathOf } from "@/core/library/tree";
import { ownKind, type WorkingMedium } from "@/core/media";
import { beginningIn } from "@/core/text/beginnings";
import { useDesk, useData } from "../data/desk";
import { Dialog } from "../parts/dialog";
import { FindInput } from "../parts/find-input";

/** Something that a key can stand for. */
export interface Bindable {
  readonly of:
    | { readonly cardId: string }
    | { readonly searchId: string }
    | { readonly folderId: string }
    | { readonly routineId: string };
  readonly name: string;
  readonly noun: string;
}

const most = 40;

/** Cards, by what is typed as in the apply bar; searches, routines and folders, by the beginnings of their words. */
function useBindable(typed: string, medium: WorkingMedium): readonly Bindable[] {
  const { finder } = useDesk();
  const data = useData();
  const { replica } = data;
  const [cards, setCards] = useState<readonly Bindable[]>([]);
  const { card } = replica;
  useEffect(() => {
    let wanted = true;
    const target = { medium, kind: ownKind(medium) };
    void finder.ask("recall", { query: typed, target, limit: most }).then(({ hits }) => {
      if (wanted)
        setCards(
          hits.flatMap(({ id }) => {
            const found = card.get(id);
            return found ? [{ of: { cardId: id }, name: found.name, noun: "card" }] : [];
          }),
        );
    });
    return () => {
      wanted = false;
    };
  }, [finder, typed, medium, card]);
  const others = useMemo(() => {
    const fits = beginningIn(typed);
    const inUse = <Row extends { readonly id: string; readonly removed: boolean; readonly position: string }>(
      rows: ReadonlyMap<string, Row>,
    ) => [...rows.values()].filter(({ removed }) => !removed).sort(byPosition);
    const all: Bindable[] = [
      ...inUse(replica.routine).map(({ id, name, steps }) => ({
        of: { routineId: id },
        name,
        noun: routineNoun(steps),
      })),
      ...inUse(replica.savedSearch).map(({ id, name }) => ({
        of: { searchId: id },
        name,
        noun: "saved search",
      })),
      ...[...replica.folder.values()].map(({ id }) => ({
        of: { folderId: id },
        name: pathOf(replica.folder, id),
        noun: "folder",
      })),
    ];
    return all.filter(({ name }) => fits(name));
  }, [typed, replica.routine, replica.savedSearch, replica.folder]);
  // What is typed whole, or has few rivals, before a long row of cards.
  return useMemo(
    () =>
      (typed.trim() === ""
        ? [...cards, ...others]
        : [...cards.slice(0, 6), ...others, ...cards.slice(6)]
      ).slice(0, most),
    [typed, cards, others],
  );
}

interface BindDialogProps {
  /** As the member's keyboard prints it. */
  readonly printed: string;
  readonly medium: WorkingMedium;
  readonly onBind: (what: Bindable) => void;
  readonly onClose: () => void;
}

/** Chooses what a key shall stand for: type, arrows, Enter. */
export function BindDialog({ printed, medium, onBind, onClose }: BindDialogProps) {
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const field = useRef<HTMLInputElement>(null);
  const shown = useBindable(typed, medium);
  const chosen = Math.max(0, Math.min(at, shown.length - 1));
  const bind = (what: Bindable | undefined) => {
    if (!what) return;
    onClose();
    onBind(what);
  };
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const move = listMove(keys, { at: chosen, count: shown.length, typed: true });
    if (move && move !== "all") setAt(move.to);
    else if (keys === "Enter") bind(shown[chosen]);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  useEffect(() => {
    document.getElementById(`bindable-${chosen}`)?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  return (
    <Dialog title={`${printed} stands for`} onClose={onClose} initialFocus={field}>
      <FindInput
        ref={field}
        label="Find what the key stands for"
        placeholder="a card, a routine, a search or a folder"
        list="bindable"
        chosen={shown.length > 0 ? `bindable-${chosen}` : undefined}
        value={typed}
        onValue={(text) => {
          setTyped(text);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <Box
        role="listbox"
        id="bindable"
        aria-label="What it can stand for"
        mt="10px"
        mx="-16px"
        height="300px"
        overflowY="auto"
      >
        {shown.map((what, i) => (
          <Box
            key={Object.values(what.of)[0] as string}
            id={`bindable-${i}`}
            role="option"
            aria-selected={i === chosen}
            layerStyle="cardRow"
            px="16px"
            py="4px"
            display="flex"
            gap="8px"
            cursor="default"
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => bind(what)}
          >
            <chakra.span textStyle="rowTitle" truncate title={what.name}>
              {what.name}
            </chakra.span>
            <chakra.span ml="auto" fontSize="xs" color="cardMuted" flexShrink={0}>
              {what.noun}
            </chakra.span>
          </Box>
        ))}
        {shown.length === 0 && (
          <Box px="16px" py="8px" color="cardMuted">
            Nothing here is called that.
          </Box>
        )}
      </Box>
    </Dialog>
  );
}
