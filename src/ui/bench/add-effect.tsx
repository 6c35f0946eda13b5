"use client";

import { Box, chakra, Input } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Medium } from "@/core/media";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { effectsBegun } from "@/core/search/bare-effects";
import { Dialog } from "../parts/dialog";

interface AddEffectProps {
  readonly medium: Medium;
  /** The name of the card that an effect begins as. */
  readonly beginsAs: (effect: string) => string | undefined;
  readonly onAdd: (effect: string) => void;
  readonly onClose: () => void;
}

/** Choose an effect by its first letters or by arrows; Enter puts it at the end of the chain. */
export function AddEffect({ medium, beginsAs, onAdd, onClose }: AddEffectProps) {
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  const found = useMemo(() => effectsBegun(typed, medium), [typed, medium]);
  const chosen = Math.min(at, found.length - 1);
  const chosenId = found[chosen]?.id;
  useEffect(() => {
    if (chosenId) document.getElementById(`effect-${chosenId}`)?.scrollIntoView({ block: "nearest" });
  }, [chosenId]);
  return (
    <Dialog title="Add effect" onClose={onClose} initialFocus={input}>
      <Input
        ref={input}
        role="combobox"
        aria-expanded="true"
        aria-controls="effects"
        aria-label="Effect"
        aria-activedescendant={chosenId && `effect-${chosenId}`}
        autoComplete="off"
        value={typed}
        fontFamily="mono"
        bg="fieldGround"
        borderColor="fieldRule"
        borderRadius="small"
        mb="8px"
        placeholder="first letters"
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          const move = listMove(combination(event), { at: chosen, count: found.length, typed: true });
          if (move && move !== "all") setAt(Math.max(0, move.to));
          else if (event.key === "Enter" && chosenId) onAdd(chosenId);
          else return;
          event.preventDefault();
        }}
      />
      <Box role="listbox" id="effects" aria-label="Effects" maxHeight="50vh" overflowY="auto">
        {found.map((effect, i) => (
          <Box
            key={effect.id}
            role="option"
            id={`effect-${effect.id}`}
            aria-selected={i === chosen}
            onClick={() => onAdd(effect.id)}
            px="10px"
            py="6px"
            layerStyle="cardRow"
          >
            <chakra.div textStyle="rowTitle">{effect.name}</chakra.div>
            <chakra.div fontSize="xs" color="cardMuted">
              {beginsAs(effect.id) ?? effect.summary}
            </chakra.div>
          </Box>
        ))}
        {found.length === 0 && (
          <Box p="10px" color="cardMuted">
            No effect begins like that.
          </Box>
        )}
      </Box>
    </Dialog>
  );
}
