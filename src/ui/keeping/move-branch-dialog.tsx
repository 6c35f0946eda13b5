"use client";

import { useMemo } from "react";
import { pathOf, resolvePath, type Branch } from "@/core/library/tree";
import { parsePath } from "@/core/text/names";
import { useData } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";
import { PathField } from "../parts/path-field";

type Noun = "folder" | "tag";

interface BranchDialogProps {
  readonly noun: Noun;
  readonly row: Branch & { readonly version: number };
  readonly onClose: () => void;
}

const sayingsOf = (noun: Noun, field: string) => ({
  [field]: { at: "path", words: `There is no such ${noun} yet. Make it first, or choose another.` },
});

/** The id that names the row of a command. */
const named = (noun: Noun, id: string) => (noun === "folder" ? { folderId: id } : { tagId: id });

/** Asks below which folder or tag one is to be moved; empty is the top. */
export function MoveBranchDialog({ noun, row, onClose }: BranchDialogProps) {
  const data = useData();
  const rows: ReadonlyMap<string, Branch> = data.replica[noun];
  const values = useMemo(() => ({ path: pathOf(rows, row.parentId) }), [rows, row.parentId]);
  const form = useCommandForm(`move-${noun}`, {
    first: values,
    request: ({ path }) => {
      const { id, missing } = resolvePath(rows, parsePath(path));
      // None at all is refused, which is said below; null is the top.
      return {
        ...named(noun, row.id),
        parentId: missing.length > 0 ? undefined : id,
        seen: row.version,
      } as never;
    },
    sayings: sayingsOf(noun, "parentId"),
    done: () => onClose(),
  });
  return (
    <Dialog title={`Move “${row.name}”`} onClose={onClose}>
      <Form form={form} buttons={<DialogButtons action="Move" onClose={onClose} />}>
        <PathField
          label={`Into ${noun} (empty: the top)`}
          noun={noun}
          makes={false}
          rows={rows}
          offers={[]}
          {...form.choice("path")}
        />
      </Form>
    </Dialog>
  );
}

const nowhere = { path: "" };

/** Asks into which folder or tag one is to be merged. */
export function MergeBranchDialog({ noun, row, onClose }: BranchDialogProps) {
  const data = useData();
  const rows: ReadonlyMap<string, Branch> = data.replica[noun];
  const form = useCommandForm(noun === "folder" ? "merge-folders" : "merge-tags", {
    first: nowhere,
    request: ({ path }) => {
      const { id, missing } = resolvePath(rows, parsePath(path));
      return {
        ...named(noun, row.id),
        intoId: missing.length > 0 || id === null ? undefined : id,
        seen: row.version,
      } as never;
    },
    sayings: sayingsOf(noun, "intoId"),
    done: () => onClose(),
  });
  return (
    <Dialog title={`Merge “${row.name}” into another ${noun}`} onClose={onClose}>
      <Form form={form} buttons={<DialogButtons action="Merge" onClose={onClose} />}>
        <PathField
          label={noun === "folder" ? "All that lies in it goes to" : "Cards that have it will have"}
          noun={noun}
          makes={false}
          rows={rows}
          offers={[]}
          {...form.choice("path")}
        />
      </Form>
    </Dialog>
  );
}
