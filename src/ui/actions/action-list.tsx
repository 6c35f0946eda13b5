"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useMemo, useRef, useState, type KeyboardEvent } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { fold } from "@/core/text/fold";
import { useSayKeys } from "../keys/keys";
import { Dialog } from "../parts/dialog";
import { FindInput } from "../parts/find-input";
import { KeyCap } from "../parts/key-cap";
import type { Offer } from "./action";
import type { ActionScope } from "./stack";

interface Entry extends Offer {
  readonly place: string;
}

/** All that the places offer, the uppermost first, once each; what cannot be done just now is told of too. */
export function listed(scopes: readonly ActionScope[]): Entry[] {
  const seen = new Set<string>();
  return [...scopes].reverse().flatMap(({ title, offers }) =>
    offers.flatMap((offer) => {
      if (offer.words === "" || seen.has(offer.id)) return [];
      seen.add(offer.id);
      return { ...offer, place: title };
    }),
  );
}

/** Those of which every typed word begins a word of what it does, where it belongs, or is its key as `say` prints it. */
export function matching(entries: readonly Entry[], typed: string, say: (keys: string) => string): Entry[] {
  const wanted = fold(typed).split(/\s+/).filter(Boolean);
  return entries.filter(({ words, place, keys }) => {
    const have = fold(`${words} ${place}`).split(/[^\p{L}\p{N}]+/u);
    return wanted.every(
      (word) => have.some((one) => one.startsWith(word)) || keys.some((key) => fold(say(key)) === word),
    );
  });
}

/** The list of all actions: type to find one, see its key, run it. `scopes` are those that lie below. */
export function ActionList({ scopes, onClose }: { scopes: readonly ActionScope[]; onClose: () => void }) {
  const say = useSayKeys();
  const field = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState("");
  const [chosen, setChosen] = useState(0);
  const entries = useMemo(() => listed(scopes), [scopes]);
  const shown = useMemo(() => matching(entries, typed, say), [entries, typed, say]);
  const at = Math.min(chosen, shown.length - 1);
  const run = (entry: Entry | undefined) => {
    if (!entry?.offered) return;
    onClose();
    // The dialog is gone by then, and what it covered reached again.
    setTimeout(entry.run);
  };
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const move = keys === "Home" || keys === "End" ? null : listMove(keys, { at, count: shown.length });
    if (keys === "Enter") run(shown[at]);
    else if (move && move !== "all") {
      setChosen(move.to);
      document.getElementById(`action-${shown[move.to]?.id}`)?.scrollIntoView({ block: "nearest" });
    } else return;
    event.preventDefault();
  };
  return (
    <Dialog title="All actions" onClose={onClose} initialFocus={field} width="680px">
      <FindInput
        ref={field}
        label="Find an action"
        placeholder="first letters of what to do, or its key"
        list="all-actions"
        chosen={shown[at] && `action-${shown[at].id}`}
        value={typed}
        onValue={(text) => {
          setTyped(text);
          setChosen(0);
        }}
        onKeyDown={onKey}
      />
      <Box
        role="listbox"
        id="all-actions"
        aria-label="Actions"
        mt="10px"
        mx="-16px"
        mb="-16px"
        maxHeight="52vh"
        overflowY="auto"
      >
        {shown.map((entry, i) => (
          <Box
            key={entry.id}
            id={`action-${entry.id}`}
            role="option"
            aria-selected={i === at}
            aria-disabled={!entry.offered}
            display="grid"
            gridTemplateColumns="96px minmax(0, 1fr) auto"
            gap="12px"
            alignItems="center"
            px="16px"
            py="6px"
            layerStyle="cardRow"
            color={entry.offered ? undefined : "cardMuted"}
            cursor="default"
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => run(entry)}
          >
            <chakra.span fontSize="xs" color="cardMuted">
              {entry.place}
            </chakra.span>
            <chakra.span truncate title={entry.words}>
              {entry.words}
              {!entry.offered && <chakra.span fontSize="xs">{" · not just now"}</chakra.span>}
            </chakra.span>
            {entry.keys.length > 0 && <KeyCap keys={entry.keys[0]} />}
          </Box>
        ))}
        {shown.length === 0 && (
          <Box px="16px" py="12px" color="cardMuted">
            {`No action has words that begin with “${typed}”.`}
          </Box>
        )}
      </Box>
    </Dialog>
  );
}
