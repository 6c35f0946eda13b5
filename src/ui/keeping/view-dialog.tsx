"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useState } from "react";
import { memberView } from "@/core/api/operations/member-view";
import { firstColumns, tableColumns, type MemberSettings } from "@/core/library/media";
import { readPreferences } from "@/core/library/variants";
import { ask } from "../data/api";
import { sayError, useDesk, useData } from "../data/desk";
import { columnsOfTable } from "../library/table-columns";
import { QuietButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { Problem } from "../parts/problem";

/** The member's own view of the library: what the table shows, a colleague's view to begin from, and a lock on all of it. */
export function ViewDialog({ onClose }: { readonly onClose: () => void }) {
  const { library, libraryId, tell } = useDesk();
  const data = useData();
  const { settings, id } = data.member;
  const {
    tableColumns: shown = firstColumns,
    isViewLocked = false,
    foldVariants = false,
    preferredFormats = [],
  } = settings;
  const [formats, setFormats] = useState(preferredFormats.join(", "));
  const [wrong, setWrong] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const [from, setFrom] = useState("");
  const colleagues = [...data.replica.member.values()].filter((m) => m.userId !== id && !m.removed);
  const save = (next: MemberSettings) =>
    library.saveSettings(next).then(
      () => setProblem(undefined),
      (error) => setProblem(sayError(error)),
    );
  const prefer = () => {
    const read = readPreferences(formats);
    if (typeof read === "string") return setWrong(read);
    setWrong(undefined);
    setFormats(read.join(", "));
    if (read.join() !== preferredFormats.join()) void save({ preferredFormats: read });
  };
  const copy = async () => {
    const colleague = data.replica.member.get(from);
    if (!colleague) return;
    try {
      const { view } = await ask(memberView, { libraryId, memberId: from });
      await save({
        ...view,
        tableColumns: view.tableColumns ?? firstColumns,
        tableSort: view.tableSort ?? null,
      });
      tell({ kind: "done", text: `The view is that of ${colleague.name} now.` });
      onClose();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <Dialog title="Your view" onClose={onClose} width="440px">
      <chakra.fieldset border="none" p="0" m="0" mb="16px" disabled={isViewLocked}>
        <chakra.legend fontSize="xs" fontWeight="600" color="cardMuted" mb="6px">
          The table shows, besides the name
        </chakra.legend>
        <Box display="grid" gridTemplateColumns="1fr 1fr" gap="4px 16px">
          {tableColumns.map((column) => (
            <chakra.label key={column} display="inline-flex" gap="8px" alignItems="center" fontSize="sm">
              <input
                type="checkbox"
                checked={shown.includes(column)}
                onChange={({ target: { checked } }) =>
                  void save({
                    tableColumns: tableColumns.filter((one) =>
                      one === column ? checked : shown.includes(one),
                    ),
                  })
                }
              />
              {columnsOfTable[column].header}
            </chakra.label>
          ))}
        </Box>
      </chakra.fieldset>
      <TextField
        label="Of variants, which first"
        hint="Formats in the order in which you prefer them, with commas: portrait, 1920×1080, stereo. With none, the nearest to the target."
        value={formats}
        problem={wrong}
        onChange={({ target }) => setFormats(target.value)}
        onBlur={prefer}
        onKeyDown={(event) => {
          if (event.key === "Enter") prefer();
        }}
      />
      <chakra.label display="flex" gap="8px" alignItems="baseline" mb="16px" fontSize="sm">
        <input
          type="checkbox"
          checked={foldVariants}
          onChange={({ target: { checked } }) => void save({ foldVariants: checked })}
        />
        <span>Of variants the table shows the first; the others are folded away</span>
      </chakra.label>
      {colleagues.length > 0 && (
        <HStack mb="16px" gap="8px" fontSize="sm">
          <chakra.label display="inline-flex" gap="8px" alignItems="center">
            Begin from the view of
            <select value={from} disabled={isViewLocked} onChange={({ target }) => setFrom(target.value)}>
              <option value="">choose a colleague</option>
              {colleagues.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </chakra.label>
          <QuietButton disabled={from === "" || isViewLocked} onClick={() => void copy()}>
            copy
          </QuietButton>
        </HStack>
      )}
      <chakra.label display="flex" gap="8px" alignItems="baseline" mb="16px" fontSize="sm">
        <input
          type="checkbox"
          checked={isViewLocked}
          onChange={({ target: { checked } }) => void save({ isViewLocked: checked })}
        />
        <span>
          Locked
          <chakra.span display="block" fontSize="xs" color="cardMuted">
            Edges of columns, the order of the table and what the index has open are not remembered anew.
          </chakra.span>
        </span>
      </chakra.label>
      <Problem>{problem}</Problem>
      <HStack justifyContent="flex-end">
        <QuietButton keys="Escape" onClick={onClose}>
          Leave
        </QuietButton>
      </HStack>
    </Dialog>
  );
}
