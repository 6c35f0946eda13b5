"use client";

import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { useEffect, useId, useMemo, useRef, useState } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import {
  newPath,
  offersFor,
  readSeveral,
  type BranchOffer,
  type TypedBranch,
} from "@/core/library/branch-offers";
import type { Branch } from "@/core/library/tree";
import { formatPath, parsePath } from "@/core/text/names";
import { Dialog } from "../parts/dialog";
import { QuietButton } from "../parts/buttons";
import { KeyCap } from "../parts/key-cap";
import { sayHaving, type Having } from "./key-chooser";

interface BranchDialogProps {
  readonly title: string;
  readonly noun: "tag" | "folder";
  readonly rows: ReadonlyMap<string, Branch>;
  /** Rows that are offered only when they are typed. */
  readonly aside: ReadonlySet<string>;
  readonly havingOf: (id: string) => Having;
  /** What is said of a row that all have; else that they have it. */
  readonly having?: string;
  /** More to say of a row. */
  readonly says?: (id: string) => string;
  readonly onTake: (id: string, on: boolean) => void;
  /** A path of which something is missing; null where it may not be made. */
  readonly onMake: ((path: string) => void) | null;
  /** Several that are typed at once, where things can be given several. */
  readonly onTakeAll?: (branches: readonly TypedBranch[]) => void;
  /** Rows that are given, of which a saved search is kept; undefined: that is not offered. */
  readonly onKeepSearch?: (branches: readonly TypedBranch[]) => void;
  readonly onClose: () => void;
}

/** Rows that are drawn; of more, some more letters tell. */
const mostShown = 200;

const signOf: Readonly<Record<Having, string>> = { all: "✓", some: "–", none: "" };

/**
 * Rows of a tree that things have or lie in, chosen by typing: Enter gives or takes the chosen one and asks for the next,
 * `/` begins a new one below it, Enter with nothing typed leaves.
 */
export function BranchDialog(props: BranchDialogProps) {
  const {
    title,
    noun,
    rows,
    aside,
    havingOf,
    having = sayHaving.all,
    says,
    onTake,
    onMake,
    onTakeAll,
    onKeepSearch,
    onClose,
  } = props;
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(-1);
  const isSeveral = onTakeAll !== undefined;
  const { before, last } = useMemo(
    () => (isSeveral ? readSeveral(rows, typed, aside) : { before: [], last: typed }),
    [isSeveral, rows, typed, aside],
  );
  const { offers, more } = useMemo(
    () => offersFor(rows, last, { first: (row) => havingOf(row) !== "none", aside, limit: mostShown }),
    [rows, last, aside, havingOf],
  );
  const isNew = parsePath(last).length > 0 && !offers.some(({ isWhole }) => isWhole);
  const count = offers.length + (isNew && onMake ? 1 : 0);
  // What is typed means the first that answers to it; with nothing typed nothing is meant yet.
  const chosen = Math.min(count - 1, at < 0 && last.trim() !== "" ? 0 : at);
  useEffect(() => {
    document.getElementById(`${id}-${chosen}`)?.scrollIntoView({ block: "nearest" });
  }, [id, chosen]);
  const type = (text: string) => {
    setTyped(text);
    setAt(-1);
  };
  const done = () => {
    type("");
    input.current?.focus();
  };
  const branchOf = ({ id, path }: BranchOffer): TypedBranch => ({ id, path: formatPath(path) });
  const made: TypedBranch = { id: null, path: isNew ? newPath(rows, last) : "" };
  /** A row, behind all that was typed before it. */
  const take = (branch: TypedBranch) => {
    if (before.length > 0) onTakeAll?.([...before, branch]);
    else if (branch.id === null) onMake?.(branch.path);
    else onTake(branch.id, havingOf(branch.id) !== "all");
    done();
  };
  /** The chosen row; undefined where none is. */
  const meant = chosen < 0 ? undefined : chosen < offers.length ? branchOf(offers[chosen]) : made;
  const onEnter = () => {
    if (meant) take(meant);
    else if (before.length > 0) {
      onTakeAll?.(before);
      done();
    } else if (typed.trim() === "") onClose();
  };
  const named = meant ? [...before, meant] : before;
  const keepSearch = () => {
    if (named.length > 0) onKeepSearch?.(named);
  };
  return (
    <Dialog title={title} onClose={onClose} initialFocus={input} width="460px">
      <Input
        ref={input}
        role="combobox"
        aria-label={noun === "tag" ? "Tag" : "Folder"}
        aria-expanded="true"
        aria-controls={id}
        aria-activedescendant={chosen >= 0 ? `${id}-${chosen}` : undefined}
        autoComplete="off"
        size="sm"
        bg="fieldGround"
        color="cardInk"
        borderColor="fieldRule"
        borderRadius="small"
        placeholder={
          isSeveral
            ? `Type ${noun}s, with commas between; or ${noun} / ${noun} below`
            : `Type a ${noun}, or ${noun} / ${noun} below`
        }
        value={typed}
        onChange={(event) => type(event.target.value)}
        onKeyDown={(event) => {
          const keys = combination(event);
          const move = listMove(keys, { at: chosen, count, typed: true });
          const offer = chosen >= 0 ? offers[chosen] : undefined;
          if (move && move !== "all") setAt(move.to);
          else if (keys === "Enter") onEnter();
          else if (keys === "Ctrl+Enter" && onKeepSearch) keepSearch();
          else if (keys === "/" && offer && !offer.isWhole)
            type(
              `${typed.slice(0, typed.length - last.length)}${before.length > 0 ? " " : ""}${formatPath(offer.path)} / `,
            );
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      />
      {before.length > 0 && (
        <Box mt="8px" fontSize="sm" aria-live="polite">
          <chakra.span color="cardMuted">With: </chakra.span>
          {before.map(({ id: known, path }) => (known === null ? `${path} (new)` : path)).join(", ")}
        </Box>
      )}
      <Box
        id={id}
        role="listbox"
        aria-label={noun === "tag" ? "Tags" : "Folders"}
        mt="8px"
        mx="-16px"
        minHeight="180px"
        maxHeight="46vh"
        overflowY="auto"
      >
        {offers.map((offer, i) => {
          const has = havingOf(offer.id);
          return (
            <Box
              key={offer.id}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === chosen}
              layerStyle="cardRow"
              display="grid"
              gridTemplateColumns="16px minmax(0, 1fr) auto"
              gap="8px"
              alignItems="center"
              px="16px"
              py="4px"
              cursor="default"
              fontSize="sm"
              onClick={() => take(branchOf(offer))}
            >
              <chakra.span aria-hidden="true" fontWeight="700">
                {signOf[has]}
              </chakra.span>
              <chakra.span truncate title={formatPath(offer.path)}>
                <chakra.span color="cardMuted">
                  {offer.path.slice(0, -1).map((name) => `${name} / `)}
                </chakra.span>
                {offer.path.at(-1)}
              </chakra.span>
              <chakra.span fontSize="xs" color="cardMuted" whiteSpace="nowrap">
                {[has === "all" ? having : sayHaving[has], says?.(offer.id)].filter(Boolean).join(" · ")}
              </chakra.span>
            </Box>
          );
        })}
        {isNew && onMake && (
          <Box
            id={`${id}-${offers.length}`}
            role="option"
            aria-selected={chosen === offers.length}
            layerStyle="cardRow"
            display="grid"
            gridTemplateColumns="16px minmax(0, 1fr)"
            gap="8px"
            px="16px"
            py="4px"
            cursor="default"
            fontSize="sm"
            onClick={() => take(made)}
          >
            <chakra.span aria-hidden="true">+</chakra.span>
            <chakra.span truncate>{`Make “${made.path}”`}</chakra.span>
          </Box>
        )}
        {count === 0 && (
          <Box px="16px" py="4px" fontSize="sm" color="cardMuted">
            {typed.trim() === "" ? `No ${noun}s yet. Type one to make it.` : `No ${noun} answers to this.`}
          </Box>
        )}
        {more > 0 && (
          <Box px="16px" py="4px" fontSize="xs" color="cardMuted">
            {`${more.toLocaleString("en")} more: type on.`}
          </Box>
        )}
      </Box>
      <Box mt="8px" fontSize="xs" color="cardMuted">
        <KeyCap keys="Enter" /> {`gives or takes it, `}
        {isSeveral && (
          <>
            <KeyCap keys="," /> {`goes on to another, `}
          </>
        )}
        <KeyCap keys="/" /> begins one below it
      </Box>
      <HStack mt="8px" gap="8px" justifyContent="flex-end">
        {onKeepSearch && (
          <QuietButton keys="Ctrl+Enter" disabled={named.length === 0} onClick={keepSearch}>
            Give, and keep a search of it
          </QuietButton>
        )}
        <QuietButton keys="Escape" onClick={onClose}>
          Done
        </QuietButton>
      </HStack>
    </Dialog>
  );
}
