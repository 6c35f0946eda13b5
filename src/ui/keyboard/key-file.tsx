import { Box } from "@chakra-ui/react";
import { useMemo, useState, type ReactNode } from "react";
import { FormatFault } from "@/core/chain/fault";
import type { InputOf } from "@/core/api/commands";
import { recalledKinds, type KeyBinding, type RecalledField } from "@/core/library/entities";
import { readKeys, resolveKeys, writeKeys } from "@/core/library/key-file";
import { count } from "@/core/library/words";
import { sayUnreadable } from "../data/api";
import { useDesk, useData } from "../data/desk";
import { ConfirmDialog } from "../parts/command-dialogs";

type Resolved = ReturnType<typeof resolveKeys>;
/** No file of so many keys is as long. */
const longestFile = 1024 * 1024;
const shownMissing = 6;

/** The member's keys as a file, and back: what would come of one is shown before it is done. */
export function useKeyFile(
  own: readonly KeyBinding[],
  nameOf: (binding: KeyBinding) => string | null,
): { save(): void; bring(file: File): Promise<void>; readonly dialog: ReactNode } {
  const { tell } = useDesk();
  const data = useData();
  const { replica } = data;
  const [read, setRead] = useState<Resolved | null>(null);
  const rowsOf = (field: RecalledField) =>
    replica[recalledKinds[field]] as ReadonlyMap<
      string,
      { readonly id: string; readonly name: string; readonly withdrawn?: boolean; readonly removed?: boolean }
    >;
  const save = () => {
    const address = URL.createObjectURL(new Blob([writeKeys(own, nameOf)], { type: "application/json" }));
    const link = Object.assign(document.createElement("a"), { href: address, download: "keys.json" });
    link.click();
    setTimeout(() => URL.revokeObjectURL(address));
    tell({ kind: "done", text: `Saved ${count(own.length, "key")} as keys.json.` });
  };
  const bring = async (file: File) => {
    try {
      if (file.size > longestFile) throw new FormatFault("This is too long for a file of keys.", file.name);
      const inUse = (row: { readonly withdrawn?: boolean; readonly removed?: boolean } | undefined) =>
        row !== undefined && !row.withdrawn && !row.removed;
      const resolved = resolveKeys(
        readKeys(await file.text()),
        (field, id) => inUse(rowsOf(field).get(id)),
        (field, name) =>
          [...rowsOf(field).values()].filter((row) => inUse(row) && row.name === name).map(({ id }) => id),
      );
      if (resolved.found.length > 0) return setRead(resolved);
      tell({ kind: "problem", text: `Nothing that “${file.name}” names is in this library.` });
    } catch (error) {
      tell({ kind: "problem", text: sayUnreadable(file.name, error) });
    }
  };
  const input = useMemo(
    (): InputOf<"set-keys"> => ({
      keys: (read?.found ?? []).map(({ key, medium, field, id }) => ({ key, medium, [field]: id })),
    }),
    [read],
  );
  const changed = (read?.found ?? []).filter(({ key }) => own.some((one) => one.key === key)).length;
  const dialog = read && (
    <ConfirmDialog
      title={`Set ${count(read.found.length, "key")}?`}
      action="Set them"
      command="set-keys"
      input={input}
      onClose={() => setRead(null)}
    >
      {`${count(read.found.length, "key")} of the file can be set here${changed > 0 ? `; ${changed} of these are bound already, and stand for something else then` : ""}. One key takes it back.`}
      {read.missing.length > 0 && (
        <Box mt="8px">
          {`Left out, since there is nothing of that name, or more than one: ${read.missing
            .slice(0, shownMissing)
            .map(({ key, name }) => `${key} “${name}”`)
            .join(
              ", ",
            )}${read.missing.length > shownMissing ? ` and ${read.missing.length - shownMissing} more` : ""}.`}
        </Box>
      )}
    </ConfirmDialog>
  );
  return { save, bring, dialog };
}
