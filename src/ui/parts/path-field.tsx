"use client";

import { Box, Input } from "@chakra-ui/react";
import { useId, useMemo, useState } from "react";
import { pathOf, treeRows, resolvePath, type Branch } from "@/core/library/tree";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { formatPath, parsePath } from "@/core/text/names";
import { fold } from "@/core/text/fold";
import { Field } from "./fields";
import { OfferList } from "./offer-list";

export interface PathOffer {
  readonly path: string;
  /** Why it is offered: `last used`, `similar cards`. */
  readonly why: string;
}

interface PathFieldProps {
  readonly rows: ReadonlyMap<string, Branch>;
  readonly noun?: "folder" | "tag";
  /** What is missing of a path is made. */
  readonly makes?: boolean;
  readonly value: string;
  readonly onChange: (path: string) => void;
  readonly offers: readonly PathOffer[];
  readonly problem?: string;
  readonly label?: string;
}

const mostShown = 6;

/** A typed path of folders or tags with completion. Names that do not exist yet are said to be made. Arrows and Enter choose. */
export function PathField({
  rows,
  noun = "folder",
  makes = true,
  value,
  onChange,
  offers,
  problem,
  label = "Folder",
}: PathFieldProps) {
  const listId = useId();
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(-1);
  // Until something is typed, all is offered, not only what fits the present path.
  const [typing, setTyping] = useState(false);
  const paths = useMemo(() => treeRows(rows).map(({ row }) => pathOf(rows, row.id)), [rows]);
  const shown = useMemo(() => {
    const typed = typing ? fold(value.trim()) : "";
    const words = typed.split(/[\s/]+/).filter(Boolean);
    const special = offers.filter((o) => o.path !== value);
    const fitting = paths.filter(
      (p) =>
        p !== value &&
        !offers.some((o) => o.path === p) &&
        words.every((w) =>
          fold(p)
            .split(/[\s/]+/)
            .some((part) => part.startsWith(w)),
        ),
    );
    return [...special, ...fitting.map((path) => ({ path, why: "" }))].slice(0, mostShown);
  }, [value, typing, offers, paths]);
  const { missing } = useMemo(() => resolvePath(rows, parsePath(value)), [rows, value]);
  const hint =
    missing.length > 0
      ? makes
        ? `New: ${formatPath(missing)} will be made.`
        : `There is no ${noun} ${formatPath(missing)} yet.`
      : value.trim() === ""
        ? makes
          ? "Empty: the card stays unfiled."
          : ""
        : "Names are separated by /.";
  const choose = (path: string) => {
    onChange(path);
    setAt(-1);
    setOpen(false);
  };
  return (
    <Box position="relative">
      <Field label={label} hint={hint} problem={problem}>
        {(ids) => (
          <Input
            {...ids}
            role="combobox"
            aria-expanded={open && shown.length > 0}
            aria-controls={listId}
            aria-activedescendant={at >= 0 ? `${listId}-${at}` : undefined}
            autoComplete="off"
            size="sm"
            bg="fieldGround"
            color="cardInk"
            borderColor="fieldRule"
            borderRadius="small"
            value={value}
            placeholder={noun === "folder" ? "Narration / Rooms" : "weather / rain"}
            onFocus={(event) => {
              setOpen(true);
              setTyping(false);
              event.target.select();
            }}
            onBlur={() => setOpen(false)}
            onChange={(event) => {
              onChange(event.target.value);
              setTyping(true);
              setOpen(true);
              setAt(-1);
            }}
            onKeyDown={(event) => {
              const move = listMove(combination(event), { at, count: shown.length, typed: true });
              if (move && move !== "all") {
                setOpen(true);
                setAt(move.to);
              } else if (event.key === "Enter" && at >= 0 && shown[at]) choose(shown[at].path);
              else if (event.key === "Escape" && open && at >= 0) setAt(-1);
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        )}
      </Field>
      {open && shown.length > 0 && (
        <OfferList
          id={listId}
          label={noun === "folder" ? "Folders" : "Tags"}
          offers={shown.map(({ path, why }) => ({ text: path, says: why }))}
          at={at}
          onTake={(i) => choose(shown[i].path)}
          top="calc(100% + 3px)"
        />
      )}
    </Box>
  );
}
