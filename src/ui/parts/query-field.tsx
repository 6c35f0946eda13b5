"use client";

import { Box, Input } from "@chakra-ui/react";
import { useId, useState, type RefObject } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { completions, type Completion } from "@/core/search/complete";
import { missingIn } from "@/core/search/query/missing";
import { parseQuery } from "@/core/search/query/parse";
import { useVocabulary } from "../data/vocabulary";
import { Field } from "./fields";
import { OfferList } from "./offer-list";

interface QueryFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (query: string) => void;
  readonly problem?: string;
  readonly ref: RefObject<HTMLInputElement | null>;
}

/** A query with completion of fields and values, and what is wrong with it or missing. Arrows choose, Tab takes the first. */
export function QueryField({ label, value, onChange, problem, ref: input }: QueryFieldProps) {
  const listId = useId();
  const known = useVocabulary();
  const [at, setAt] = useState(-1);
  const [caret, setCaret] = useState<number | null>(null);
  const offers = caret === null ? [] : completions(value, caret, known);
  const read = parseQuery(value);
  const said = read.problems[0]?.message ?? missingIn(read, known)[0];
  const take = ({ start, end, text }: Completion) => {
    onChange(value.slice(0, start) + text + value.slice(end));
    setAt(-1);
    const to = start + text.length;
    setCaret(to);
    requestAnimationFrame(() => {
      input.current?.focus();
      input.current?.setSelectionRange(to, to);
    });
  };
  return (
    <Box position="relative">
      <Field
        label={label}
        problem={problem}
        hint={said ?? "Words, in:folder, maker:, effect:, added:<7d, is:unused, -not this, OR, ( )"}
      >
        {(ids) => (
          <Input
            {...ids}
            ref={input}
            role="combobox"
            aria-expanded={offers.length > 0}
            aria-controls={listId}
            aria-activedescendant={at >= 0 ? `${listId}-${at}` : undefined}
            autoComplete="off"
            spellCheck={false}
            fontFamily="mono"
            size="sm"
            bg="fieldGround"
            color="cardInk"
            borderColor="fieldRule"
            borderRadius="small"
            value={value}
            onChange={(event) => {
              onChange(event.target.value);
              setCaret(event.target.selectionStart);
              setAt(-1);
            }}
            onBlur={() => setCaret(null)}
            onKeyDown={(event) => {
              if (offers.length === 0) return;
              const keys = combination(event);
              const move = keys.startsWith("Arrow")
                ? listMove(keys, { at, count: offers.length, typed: true })
                : null;
              if (keys === "Tab" || (keys === "Enter" && at >= 0)) take(offers[Math.max(0, at)]);
              else if (keys === "Escape") setCaret(null);
              else if (move && move !== "all") setAt(move.to);
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        )}
      </Field>
      {offers.length > 0 && (
        <OfferList
          id={listId}
          label="Completions"
          offers={offers}
          at={at}
          onTake={(i) => take(offers[i])}
          top="52px"
          mono
        />
      )}
    </Box>
  );
}
