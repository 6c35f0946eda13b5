"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { searchSorts, type SearchSort } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { count, sentence } from "@/core/library/words";
import type { Group } from "@/core/search/groups";
import { compileQuery, ownIn } from "@/core/search/query/compile";
import { freeNameOfQuery } from "@/core/search/query/name";
import { parseQuery } from "@/core/search/query/parse";
import type { InputOf } from "@/core/api/commands";
import { noRecall, ownRecallFields, useOwnRecall, type OwnRecall } from "../keeping/own-recall";
import { useDesk, useData } from "../data/desk";
import { useHeld } from "../data/use-standing";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { ChooseField, TextField } from "../parts/fields";
import { Form, useRequestForm } from "../parts/form";
import { inputOf, type SchemaSource } from "../parts/schema-source";
import { QueryField } from "../parts/query-field";
import { QuietButton } from "../parts/buttons";
import type { ShownSearch } from "../state/places";

const sortNames: Readonly<Record<SearchSort, string>> = {
  name: "name",
  added: "last added",
  changed: "last changed",
  used: "last used",
  habit: "most used",
  length: "most settings",
};

const sayFields = (fields: readonly string[]) =>
  fields.length === 1 ? fields[0] : `${fields.slice(0, -1).join(", ")} and ${fields.at(-1)}`;

/** The cards that a query holds, by the words that let them in. One key takes a group out, another takes it alone. */
function Groups({
  groups,
  onQuery,
}: {
  readonly groups: readonly Group[];
  readonly onQuery: (query: string) => void;
}) {
  const [wanted, setAt] = useState(0);
  const at = Math.min(wanted, groups.length - 1);
  const chosen = groups[at];
  return (
    <Box mb="12px">
      <Box fontSize="xs" fontWeight="600" color="cardMuted" id="groups-title" mb="4px">
        What lets them in
      </Box>
      <Box
        role="listbox"
        aria-labelledby="groups-title"
        aria-activedescendant={chosen && `group-${at}`}
        tabIndex={0}
        maxHeight="132px"
        overflowY="auto"
        border="1px solid"
        borderColor="cardRule"
        onKeyDown={(event) => {
          const keys = combination(event);
          const move = listMove(keys, { at, count: groups.length });
          if (keys === "Delete" && chosen?.without) onQuery(chosen.without);
          else if (keys === "o" && chosen?.alone) onQuery(chosen.alone);
          else if (move && move !== "all") setAt(move.to);
          // A list is no field of a form: Enter would not send it by itself.
          else if (keys === "Enter") event.currentTarget.closest("form")?.requestSubmit();
          else return;
          event.preventDefault();
        }}
      >
        {groups.map(({ word, fields, count: n }, i) => (
          <Box
            key={`${word} ${fields.join()}`}
            id={`group-${i}`}
            role="option"
            aria-selected={i === at}
            layerStyle="cardRow"
            display="flex"
            gap="8px"
            px="8px"
            py="4px"
            fontSize="sm"
            onMouseDown={() => setAt(i)}
          >
            <chakra.span fontFamily="mono">{word}</chakra.span>
            <chakra.span color="cardMuted">{`in ${sayFields(fields)}`}</chakra.span>
            <chakra.span textStyle="figure" ml="auto">
              {n}
            </chakra.span>
          </Box>
        ))}
      </Box>
      <HStack gap="4px">
        <QuietButton
          keys="Delete"
          disabled={!chosen?.without}
          onClick={() => chosen?.without && onQuery(chosen.without)}
        >
          leave out
        </QuietButton>
        <QuietButton
          keys="o"
          disabled={!chosen?.alone}
          onClick={() => chosen?.alone && onQuery(chosen.alone)}
        >
          only these
        </QuietButton>
      </HStack>
    </Box>
  );
}

const without = (ids: readonly string[], others: readonly string[] | null) => {
  const known = new Set(others);
  return ids.filter((id) => !known.has(id));
};

interface SearchDialogProps {
  /** The one that is changed; a new one where it is left out. */
  readonly search?: ShownSearch;
  /** What a new one begins with. */
  readonly query?: string;
  readonly onClose: (searchId?: string) => void;
}

/** Keeps a query as a saved search, or changes one: what it holds, what would join or leave, and what lets cards in. */
export function SearchDialog({ search, query: first = "", onClose }: SearchDialogProps) {
  const { finder, send, tell } = useDesk();
  const data = useData();
  /** The name that a query gives itself, beside those that there are. */
  const nameFor = (text: string) => freeNameOfQuery(text, data.replica.savedSearch.values());
  const kept = search?.kept;
  const mayShare = may(data.member.role, "keep");
  const [whose, setWhose] = useState<"own" | "team">(kept && kept.ownerId === null ? "team" : "own");
  const begin = useMemo(
    () => ({
      name: search?.name ?? "",
      alias: "",
      query: search?.query ?? first,
      sort: search?.sort ?? "name",
    }),
    [search, first],
  );
  const command = whose === "team" ? ("keep-team-search" as const) : ("keep-search" as const);
  const { refuseTaken, give } = useOwnRecall();
  const schema: SchemaSource = useCallback(
    async (tools) => (await inputOf(command)).keys({ alias: ownRecallFields(tools).alias }),
    [command],
  );
  const form = useRequestForm({
    schema,
    first: begin as { name: string; alias: string; query: string; sort: SearchSort },
    request: ({ name, ...values }) => ({
      ...values,
      name: name.trim() === "" ? nameFor(values.query) : name,
      ...(kept && { searchId: kept.id, seen: kept.version }),
    }),
    async send({ alias, ...request }: InputOf<"keep-search"> & Pick<OwnRecall, "alias">) {
      const recall = { ...noRecall, alias };
      refuseTaken(recall, null);
      const { change, result } = await send(command, () => request);
      if (change) tell({ kind: "done", text: sentence(change.summary) });
      await give({ searchId: result.searchId }, recall);
      onClose(result.searchId);
    },
  });
  const query = form.choice("query");
  const read = useMemo(() => parseQuery(query.value), [query.value]);
  const proposed = nameFor(query.value);
  const sort = form.choice("sort");
  const holds = useHeld(useMemo(() => ({ query: query.value, sort: "name" as const }), [query.value]));
  const held = useHeld(useMemo(() => (kept ? { query: kept.query, sort: "name" as const } : null), [kept]));
  const [groups, setGroups] = useState<readonly Group[]>([]);
  useEffect(() => {
    let wanted = true;
    void finder.ask("groups", { query: query.value }).then((found) => wanted && setGroups(found));
    return () => {
      wanted = false;
    };
  }, [finder, query.value, data.replica]);
  const input = useRef<HTMLInputElement>(null);
  const isGrouped = groups.length > 0;
  useLayoutEffect(() => {
    // The list of groups has gone with the last of them: the keys go on in the query, before another one is pressed.
    if (!isGrouped && document.activeElement === document.body) input.current?.focus();
  }, [isGrouped]);
  const own = ownIn(read);
  const isAll = compileQuery(read).test === null;
  const joins = kept && holds && held ? without(holds, held) : [];
  const leaves = kept && holds && held ? without(held, holds) : [];
  const names = (ids: readonly string[]) =>
    ids
      .slice(0, 4)
      .map((id) => `“${data.replica.card.get(id)?.name ?? "a card"}”`)
      .join(", ") + (ids.length > 4 ? " …" : "");
  return (
    <Dialog
      title={kept ? `Search “${kept.name}”` : "Keep this search"}
      onClose={() => onClose()}
      {...(begin.query === "" && { initialFocus: input })}
      width="560px"
    >
      <Form
        form={form}
        buttons={<DialogButtons action={kept ? "Keep the change" : "Keep"} onClose={onClose} />}
      >
        <HStack gap="16px" alignItems="flex-start">
          <Box flex="1">
            <TextField
              label="Name"
              onFocus={(event) => event.target.select()}
              placeholder={proposed}
              hint={!kept && proposed !== "" && `Left empty, it is called “${proposed}”.`}
              {...form.field("name")}
            />
          </Box>
          {!kept && (
            <Box width="140px">
              <TextField label="Alias" hint="Typed, it opens it." {...form.field("alias")} />
            </Box>
          )}
        </HStack>
        <QueryField label="Query" ref={input} {...query} />
        <Box mb="12px" fontSize="sm" aria-live="polite">
          <chakra.span fontWeight="600">
            {holds === null ? "…" : `${count(holds.length, "card")}${isAll ? ", which is all of them" : ""}`}
          </chakra.span>
          {joins.length > 0 && <Box>{`${joins.length} would join: ${names(joins)}`}</Box>}
          {leaves.length > 0 && <Box>{`${leaves.length} would leave: ${names(leaves)}`}</Box>}
        </Box>
        {groups.length > 0 && <Groups groups={groups} onQuery={query.onChange} />}
        <ChooseField
          label="In the order of"
          value={sort.value}
          onChange={(event) => sort.onChange(event.target.value as SearchSort)}
        >
          {searchSorts.map((one) => (
            <option key={one} value={one}>
              {sortNames[one]}
            </option>
          ))}
        </ChooseField>
        {!kept && mayShare && (
          <Choice
            label="For"
            value={whose}
            onChange={setWhose}
            options={[
              { value: "own", label: "me" },
              {
                value: "team",
                label: "the team",
                ...(own.length > 0 && { hint: `${own.join(", ")} differs from member to member` }),
              },
            ]}
          />
        )}
      </Form>
    </Dialog>
  );
}
