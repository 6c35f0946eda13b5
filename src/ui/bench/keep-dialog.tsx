"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useMemo, useRef, useState, type FormEvent } from "react";
import { chainNoun, effectName, sayChain } from "@/core/chain/describe";
import { findEffect } from "@/core/effects/registry";
import type { Target } from "@/core/library/entities";
import { kindsOf, type TargetKind } from "@/core/media";
import { folderPath } from "@/core/library/folders";
import { formatPath, parsePath } from "@/core/text/names";
import { suggestFolder } from "@/core/library/suggest";
import { count } from "@/core/library/words";
import { ApiError } from "../data/api";
import { sayError, sentence, useDesk } from "../data/desk";
import { lastFolder, rememberFolder } from "../data/last-folder";
import { MainButton, QuietButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";
import { TextArea, TextField } from "../parts/fields";
import { PathField, type PathOffer } from "../parts/path-field";

/** The kinds of target that a card for one of them is usually meant for as well. */
const alike: Partial<Record<TargetKind, readonly TargetKind[]>> = {
  clip: ["clip", "track"],
  track: ["clip", "track"],
};
interface KeepDialogProps {
  readonly target: Target;
  readonly onClose: () => void;
  readonly onKept: (cardId: string, contentVersion: number) => void;
}

interface Twin {
  readonly cardId: string;
  readonly seen: number;
  readonly supplied: boolean;
}

/** Keeps the target's chain as a card: name, folder, what travels along. */
export function KeepDialog({ target, onClose, onKept }: KeepDialogProps) {
  const { data, libraryId, send, tell } = useDesk();
  const { replica } = data;
  const { chain } = target;
  const nameField = useRef<HTMLInputElement>(null);
  const offers = useMemo<PathOffer[]>(() => {
    const similar = folderPath(replica.folder, suggestFolder(replica.card.values(), chain));
    const last = lastFolder(libraryId);
    return [
      ...(similar ? [{ path: similar, why: "similar cards" }] : []),
      ...(last && last !== similar ? [{ path: last, why: "last used" }] : []),
    ];
  }, [replica, chain, libraryId]);
  const [name, setName] = useState("");
  const [path, setPath] = useState(offers[0]?.path ?? "");
  const [note, setNote] = useState("");
  const [fits, setFits] = useState<readonly TargetKind[]>(alike[target.kind] ?? [target.kind]);
  const [problem, setProblem] = useState<{ field: string; text: string; twin?: Twin } | null>(null);
  const [busy, setBusy] = useState(false);

  const kept = async (command: string, input: object) => {
    setBusy(true);
    setProblem(null);
    try {
      const { change, result } = await send<{
        cardId: string;
        contentVersion: number;
        madeFolders?: string[];
      }>(command, () => input);
      rememberFolder(libraryId, formatPath(parsePath(path)));
      const made = result.madeFolders?.length
        ? `, with the new folder ${formatPath(result.madeFolders)}`
        : "";
      tell({ kind: "done", text: change ? sentence(`${change.summary}${made}`) : "It was already kept so." });
      onKept(result.cardId, result.contentVersion);
    } catch (error) {
      const details = error instanceof ApiError ? error.details : {};
      const twin =
        typeof details.cardId === "string"
          ? { cardId: details.cardId, seen: Number(details.seen), supplied: details.supplied === true }
          : undefined;
      setProblem({ field: String(details.field ?? ""), text: sayError(error), ...(twin && { twin }) });
      setBusy(false);
      nameField.current?.focus();
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!busy) void kept("keep-card", { name, path, note, fits, chain });
  };
  const missing = chain.settings.filter((s) => !findEffect(s.effect));
  const off = chain.settings.filter((s) => !s.on).length;
  const nameProblem = problem && ["name", ""].includes(problem.field) ? problem.text : undefined;
  const other = problem && !["name", "", "path"].includes(problem.field) ? problem.text : undefined;

  return (
    <Dialog title={`Keep as card`} onClose={onClose} initialFocus={nameField} width="520px">
      <form onSubmit={submit} aria-label="Keep as card">
        <TextField
          ref={nameField}
          label="Name: what it does"
          value={name}
          onChange={(event) => setName(event.target.value)}
          problem={nameProblem}
          required
          textStyle="rowTitle"
          hint={`${sayChain(chain)} · a ${chainNoun(chain.settings.length)}`}
          placeholder="Small harbour room"
        />
        {problem?.twin && !problem.twin.supplied && (
          <MainButton
            mb="12px"
            onClick={() =>
              void kept("revise-card", { cardId: problem.twin!.cardId, chain, seen: problem.twin!.seen })
            }
          >
            Keep as its new version instead
          </MainButton>
        )}
        <PathField
          folders={replica.folder}
          value={path}
          onChange={setPath}
          offers={offers}
          problem={problem?.field === "path" ? problem.text : undefined}
        />
        <TextArea
          label="Note"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          hint="When to use it, what to watch."
        />
        <HStack as="fieldset" gap="14px" mb="12px" fontSize="sm" border="none" p="0">
          <chakra.legend float="left" fontSize="xs" fontWeight="600" color="cardMuted" mr="10px">
            Meant for
          </chakra.legend>
          {kindsOf(chain.medium).map((kind) => (
            <chakra.label key={kind} display="inline-flex" gap="5px" alignItems="center">
              <input
                type="checkbox"
                checked={fits.includes(kind)}
                onChange={(event) =>
                  setFits(event.target.checked ? [...fits, kind] : fits.filter((k) => k !== kind))
                }
              />
              {kind}
            </chakra.label>
          ))}
        </HStack>
        <Box
          as="dl"
          fontSize="xs"
          borderTop="1px solid"
          borderColor="cardRule"
          pt="8px"
          mb="14px"
          display="grid"
          gridTemplateColumns="92px 1fr"
          rowGap="4px"
        >
          <Box as="dt" color="cardMuted">
            Carried
          </Box>
          <Box as="dd" m="0">
            {`${count(chain.settings.length, "effect")} in this order, with values, mix and on/off${off ? ` (${off} off)` : ""}.`}
            {missing.length > 0 &&
              ` Not installed here, carried untouched: ${missing.map((s) => effectName(s.effect)).join(", ")}.`}
          </Box>
          <Box as="dt" color="cardMuted">
            Not carried
          </Box>
          <Box
            as="dd"
            m="0"
          >{`The material, its level, routing and edits${target.strength === 100 ? "" : `; strength ${target.strength} % stays with the target`}.`}</Box>
        </Box>
        {other && <Box role="alert" color="cardLoss" fontSize="sm" mb="10px">{`✕ ${other}`}</Box>}
        <HStack justifyContent="flex-end">
          <QuietButton keys="Escape" onClick={onClose}>
            Leave
          </QuietButton>
          <MainButton type="submit" keys="Enter" disabled={busy}>
            {busy ? "Keeping …" : "Keep"}
          </MainButton>
        </HStack>
      </form>
    </Dialog>
  );
}
