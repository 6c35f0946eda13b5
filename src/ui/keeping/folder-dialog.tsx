"use client";

import { chakra, HStack } from "@chakra-ui/react";
import { useMemo } from "react";
import { folderSigns, type Folder } from "@/core/library/entities";
import { kindPlural, targetKinds, type TargetKind } from "@/core/media";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { DrawnChoice } from "../parts/drawn-choice";
import { Field, TextField } from "../parts/fields";
import { FolderSignOf } from "../parts/folder-sign";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

/** Asks for a folder's name, its sign, and the kinds of target of which it takes cards. */
export function FolderDialog({ folder, onClose }: { folder: Folder; onClose: () => void }) {
  const first = useMemo(() => ({ name: folder.name, sign: folder.sign, fits: [...folder.fits] }), [folder]);
  const form = useCommandForm("edit-folder", {
    first,
    request: ({ name, sign, fits }) => ({
      folderId: folder.id,
      ...(name !== folder.name && { name }),
      sign,
      fits,
      seen: folder.version,
    }),
    done: () => onClose(),
  });
  const fits = form.choice("fits");
  const toggled = (kind: TargetKind) =>
    fits.value.includes(kind) ? fits.value.filter((one) => one !== kind) : [...fits.value, kind];
  return (
    <Dialog title={`Change “${folder.name}”`} onClose={onClose}>
      <Form form={form} buttons={<DialogButtons action="Keep" onClose={onClose} />}>
        <TextField label="Name" onFocus={(event) => event.target.select()} {...form.field("name")} />
        <DrawnChoice
          label="Sign"
          options={folderSigns}
          draw={(one) => (one === "" ? "none" : <FolderSignOf sign={one} />)}
          nameOf={(one) => one || "none"}
          {...form.choice("sign")}
        />
        <Field label="Takes cards for" hint="None chosen: for anything." problem={fits.problem}>
          {({ id }) => (
            <HStack role="group" aria-label="Takes cards for" id={id} gap="6px 12px" wrap="wrap">
              {targetKinds.map((kind) => (
                <chakra.label key={kind} display="inline-flex" gap="6px" alignItems="center" fontSize="sm">
                  <chakra.input
                    type="checkbox"
                    checked={fits.value.includes(kind)}
                    onChange={() => fits.onChange(toggled(kind))}
                    accentColor="cardSelected"
                  />
                  {kindPlural(kind)}
                </chakra.label>
              ))}
            </HStack>
          )}
        </Field>
      </Form>
    </Dialog>
  );
}
