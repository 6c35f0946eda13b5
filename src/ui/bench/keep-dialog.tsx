"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { chainText } from "@/core/chain/fingerprint";
import { chainNoun, effectName, sayEffects } from "@/core/chain/describe";
import { effectsOf } from "@/core/chain/model";
import { findEffect } from "@/core/effects/registry";
import type { Chain } from "@/core/chain/model";
import { kindsOf, type TargetKind } from "@/core/media";
import { pathOf, resolvePath } from "@/core/library/tree";
import { asKept, readKeptName } from "@/core/library/typed-name";
import { formatPath, parsePath } from "@/core/text/names";
import { askAboutName } from "@/core/library/direction";
import { suggestFolder } from "@/core/library/suggest";
import { count, sentence } from "@/core/library/words";
import type { CommandAnswer } from "@/core/api/command";
import type { InputOf } from "@/core/api/commands";
import type { ApiError } from "../data/api";
import {
  noRecall,
  OwnRecallFields,
  ownRecallFields,
  useOwnRecall,
  type OwnRecall,
} from "../keeping/own-recall";
import { FitChoice } from "../keeping/fit-choice";
import { useFit } from "../keeping/use-fit";
import { DialogButtons } from "../parts/command-dialogs";
import { Form, useRequestForm } from "../parts/form";
import { inputOf, type SchemaSource } from "../parts/schema-source";
import { Problem } from "../parts/problem";
import { sayError, useDesk, useData } from "../data/desk";
import { lastFolder, rememberFolder } from "../data/last-folder";
import { MainButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";
import { TextArea, TextField } from "../parts/fields";
import { PathField, type PathOffer } from "../parts/path-field";

/** The kinds of target that a card for one of them is usually meant for as well. */
const alike: Partial<Record<TargetKind, readonly TargetKind[]>> = {
  clip: ["clip", "track"],
  track: ["clip", "track"],
};
interface KeepDialogProps {
  readonly chain: Chain;
  /** The kind of target that it is kept from. */
  readonly kind: TargetKind;
  /** The material there. */
  readonly keptOn: string | null;
  /** Percent, of the target. */
  readonly strength: number;
  /** The chain with keyframes that fit as was chosen, before it is kept. */
  readonly onFit?: (chain: Chain) => unknown;
  readonly onClose: () => void;
  readonly onKept: (cardId: string, contentVersion: number, chain: Chain) => void;
}

interface Namesake {
  readonly cardId: string;
  readonly seen: number;
  readonly supplied: boolean;
}

/** The card that has the name already, where that was why it was refused. */
function namesakeOf(refusal: ApiError | undefined): Namesake | undefined {
  const { cardId, seen, supplied } = refusal?.details ?? {};
  return typeof cardId === "string" ? { cardId, seen: Number(seen), supplied: supplied === true } : undefined;
}

const schema: SchemaSource = async (tools) => (await inputOf("keep-card")).keys(ownRecallFields(tools));
type Kept = InputOf<"keep-card"> & OwnRecall;

/** Keeps a chain as a card: name, alias and key, folder, what travels along. */
export function KeepDialog({
  chain: shaped,
  kind,
  keptOn,
  strength,
  onFit,
  onClose,
  onKept,
}: KeepDialogProps) {
  const { value: fit, choose: chooseFit, fitted: chain } = useFit(shaped, { suggests: true });
  const { libraryId, send, tell } = useDesk();
  const data = useData();
  const { replica } = data;
  const effects = useMemo(() => effectsOf(chain), [chain]);
  const offers = useMemo<PathOffer[]>(() => {
    const similar = pathOf(
      replica.folder,
      suggestFolder(replica.card.values(), { medium: chain.medium, effects }),
    );
    const isThere = (path: string) =>
      path !== "" && resolvePath(replica.folder, parsePath(path)).missing.length === 0;
    const all: PathOffer[] = [
      { path: lastFolder(libraryId, kind), why: `last kept from a ${kind}` },
      { path: similar, why: "similar cards" },
      { path: lastFolder(libraryId), why: "last used" },
    ];
    // A folder that was renamed since is left out: keeping the card would make it anew.
    return all.filter(({ path }, i) => isThere(path) && all.findIndex((one) => one.path === path) === i);
  }, [replica, chain.medium, effects, libraryId, kind]);
  const first = useMemo(
    () => ({
      name: "",
      ...noRecall,
      layer: "team" as "team" | "private",
      path: offers[0]?.path ?? "",
      note: "",
      fits: [...(alike[kind] ?? [kind])],
    }),
    [offers, kind],
  );
  const kept = (
    { change, result }: CommandAnswer<{ readonly cardId: string; contentVersion: number }>,
    made = "",
  ) => {
    tell({ kind: "done", text: change ? sentence(`${change.summary}${made}`) : "It was already kept so." });
    onKept(result.cardId, result.contentVersion, chain);
  };
  const aliasIn = (name: string) => readKeptName(replica.folder, name).alias ?? "";
  /** Name and folder, which may have been typed in one breath. */
  const placed = ({ name, layer, path }: Pick<Kept, "name" | "layer" | "path">) => {
    const typed = readKeptName(replica.folder, name);
    const folder = typed.folder ? formatPath(typed.folder) : path;
    return { name: typed.name, path: layer === "private" ? "" : folder };
  };
  /** What is on the clip fits as it is kept. */
  const fitBefore = async () => {
    if (chainText(chain) !== chainText(shaped)) await onFit?.(chain);
  };
  const { refuseTaken, give } = useOwnRecall();
  const form = useRequestForm({
    schema,
    first,
    request: (values) => ({
      ...values,
      ...placed(values),
      keptOn,
      chain,
    }),
    async send({ alias, key, ...request }: Kept) {
      refuseTaken({ alias, key }, chain.medium);
      await fitBefore();
      const answer = await send("keep-card", () => request);
      await give({ cardId: answer.result.cardId }, { alias, key });
      if (request.layer !== "private") rememberFolder(libraryId, formatPath(parsePath(request.path)), kind);
      const { madeFolders } = answer.result;
      kept(answer, madeFolders.length > 0 ? `, with the new folder ${formatPath(madeFolders)}` : "");
    },
  });
  const { problem: _, ...fits } = form.field("fits");
  const layer = form.choice("layer");
  const name = form.choice("name");
  const path = form.choice("path");
  const alias = form.choice("alias");
  const nameField = form.field("name");
  /** An alias that is typed with the name stands in its own field, and goes from there with it. */
  const nameTyped: typeof nameField.onChange = (event) => {
    const [before, now] = [name.value, (event.target as HTMLInputElement).value].map(aliasIn);
    if (now !== before && (now !== "" || alias.value === before)) alias.onChange(now);
    return nameField.onChange(event);
  };
  const put = placed({ name: name.value, layer: layer.value, path: path.value });
  const asked = askAboutName(put.name, chain);
  const namesake = namesakeOf(form.refusal);
  const [problem, setProblem] = useState<string>();
  const revise = ({ cardId, seen }: Namesake) => {
    setProblem(undefined);
    return fitBefore()
      .then(() => send("revise-card", () => ({ cardId, keptOn, chain, seen })))
      .then((answer) => kept(answer))
      .catch((error) => setProblem(sayError(error)));
  };
  const missing = chain.settings.filter((s) => !findEffect(s.effect));
  const off = chain.settings.filter((s) => !s.on).length;

  return (
    <Dialog title={`Keep as card`} onClose={onClose} width={fit ? "660px" : "520px"}>
      <Form
        form={form}
        aria-label="Keep as card"
        buttons={
          <DialogButtons
            action={form.busy ? "Keeping …" : asked ? "Keep it so" : "Keep"}
            busy={form.busy}
            onClose={onClose}
          />
        }
      >
        <TextField
          label="Name: what it does"
          textStyle="rowTitle"
          hint={`${sayEffects(effects)} · a ${chainNoun(chain.settings.length)} · typed as folder / name = alias, each part goes to its field`}
          placeholder="Small harbour room"
          {...nameField}
          onChange={nameTyped}
        />
        {asked && (
          <Box role="alert" fontSize="sm" fontWeight="600" mb="12px">
            {asked}
          </Box>
        )}
        {namesake && !namesake.supplied && (
          <MainButton mb="12px" onClick={() => void revise(namesake)}>
            Keep as its new version instead
          </MainButton>
        )}
        {layer.value === "team" && (
          <PathField
            rows={replica.folder}
            offers={offers}
            problem={path.problem}
            value={put.path}
            onChange={(next) => {
              if (next === put.path) return;
              // It was typed with the name, and now for itself.
              if (put.path !== path.value) name.onChange(asKept(put.name));
              path.onChange(next);
            }}
          />
        )}
        <OwnRecallFields form={form} />
        <chakra.label display="flex" gap="8px" alignItems="center" mb="12px" fontSize="sm">
          <input
            type="checkbox"
            checked={layer.value === "private"}
            onChange={(event) => layer.onChange(event.target.checked ? "private" : "team")}
          />
          Only for yourself
          <chakra.span fontSize="xs" color="cardMuted">
            nobody else sees it; it can be offered to the team later
          </chakra.span>
        </chakra.label>
        {fit && <FitChoice chain={shaped} value={fit} onChange={chooseFit} />}
        <TextArea label="Note" hint="When to use it, what to watch." {...form.field("note")} />
        <HStack as="fieldset" gap="16px" mb="12px" fontSize="sm" border="none" p="0">
          <chakra.legend float="left" fontSize="xs" fontWeight="600" color="cardMuted" mr="10px">
            Meant for
          </chakra.legend>
          {kindsOf(chain.medium).map((kind) => (
            <chakra.label key={kind} display="inline-flex" gap="6px" alignItems="center">
              <input type="checkbox" value={kind} {...fits} />
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
          mb="16px"
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
          >{`The material, its level, routing and edits${strength === 100 ? "" : `; strength ${strength} % stays with the target`}.`}</Box>
        </Box>
        <Problem>{problem}</Problem>
      </Form>
    </Dialog>
  );
}
