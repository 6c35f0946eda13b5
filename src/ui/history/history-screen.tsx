"use client";

import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "next/navigation";
import type { Replica } from "@/core/library/change";
import { nameOfRow } from "@/core/library/entities";
import type { NameOf } from "@/core/library/describe-change";
import { ask } from "../data/api";
import { useDesk, useData } from "../data/desk";
import { historyKey, nameOfMember } from "../data/library-data";
import { history } from "@/core/api/operations/history";
import { Failed } from "../frame/states";
import { historyPlace } from "../actions/history";
import { ActionButton } from "../actions/action-button";
import { useActions } from "../actions/use-actions";
import { KeyCap } from "../parts/key-cap";
import { Columns } from "../parts/columns";
import { settleFocus } from "../parts/settle-focus";
import { useSelection } from "../parts/use-selection";
import { ChangeDetails } from "./change-details";
import { entryId, HistoryList } from "./history-list";

/** A card, folder or tag by name; undefined where there is none. */
function subjectOf(id: string, replica: Replica): string | undefined {
  const found = replica.card.get(id) ?? replica.folder.get(id) ?? replica.tag.get(id);
  return found && `“${found.name}”`;
}

/** Everything that was done to the library, and taking back any of it. */
export function HistoryScreen() {
  const { libraryId, takeBackChange } = useDesk();
  const data = useData();
  const { replica, member } = data;
  const [typed, setTyped] = useState("");
  const words = useDeferredValue(typed.trim());
  const asked = useSearchParams();
  const actor = asked.get("actor") ?? "";
  const of = asked.get("of") ?? "";
  const narrow = (by: { readonly actor?: string; readonly of?: string }) => {
    // As it stands by now: what is on its way is not asked about.
    const next = new URLSearchParams(window.location.search);
    for (const [key, value] of Object.entries(by)) next.set(key, value);
    for (const [key, value] of [...next]) if (value === "") next.delete(key);
    window.history.replaceState(null, "", next.size > 0 ? `?${next.toString()}` : window.location.pathname);
  };
  const subject = of === "" ? undefined : subjectOf(of, replica);
  const list = useRef<HTMLDivElement>(null);
  const filter = useRef<HTMLInputElement>(null);
  const query = useInfiniteQuery({
    queryKey: [...historyKey(libraryId), words, actor, of],
    queryFn: ({ pageParam }) =>
      ask(
        history,
        { libraryId },
        {
          words,
          ...(actor && { actor }),
          ...(of && { of }),
          ...(pageParam !== null && { before: String(pageParam) }),
        },
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => (page.more ? page.changes[page.changes.length - 1].sequence : undefined),
    placeholderData: keepPreviousData,
    // Anything may have happened since it was shown last.
    staleTime: 0,
  });
  const entries = useMemo(() => query.data?.pages.flatMap((page) => page.changes) ?? [], [query.data]);
  const order = useMemo(() => entries.map(entryId), [entries]);
  const selection = useSelection(order);
  const entry = entries.find((e) => entryId(e) === selection.lead);
  const who = useCallback(
    (id: string) => (id === member.id ? "you" : (nameOfMember(replica, id) ?? "somebody")),
    [replica, member.id],
  );
  const nameOf = useCallback<NameOf>(
    (entity, id) => {
      const row = replica[entity].get(id);
      return row && nameOfRow(entity, row);
    },
    [replica],
  );
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = query;
  const onEnd = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);

  const members = useMemo(
    () => [...replica.member.values()].sort((a, b) => (a.name < b.name ? -1 : 1)),
    [replica.member],
  );
  useEffect(() => {
    settleFocus(list.current);
  }, []);

  useActions(historyPlace, {
    entry,
    takeBackChange,
    find: () => filter.current?.focus(),
    isNarrowed: of !== "",
    ofAll: () => narrow({ of: "" }),
  });

  if (query.error && !query.data) return <Failed error={query.error} retry={() => void query.refetch()} />;
  return (
    <>
      <Columns
        place="history"
        columns={[
          {
            id: "changes",
            least: 420,
            content: (
              <Box
                as="section"
                aria-label="All changes"
                display="flex"
                flexDirection="column"
                minHeight="0"
                pt="16px"
                pb="10px"
                px="16px"
              >
                <HStack justifyContent="space-between" pb="12px" gap="16px">
                  <chakra.h1 textStyle="screenTitle" truncate>
                    {subject ? `History of ${subject}` : "History"}
                  </chakra.h1>
                  <HStack gap="6px" flexShrink={0}>
                    {of !== "" && <ActionButton action="history.of-all" short />}
                    <chakra.select
                      aria-label="By whom"
                      bg="raised"
                      border="1px solid"
                      borderColor="rule"
                      borderRadius="part"
                      height="32px"
                      px="6px"
                      value={actor}
                      onChange={(event) => narrow({ actor: event.target.value })}
                    >
                      <option value="">by anybody</option>
                      {members.map((one) => (
                        <option key={one.userId} value={one.userId}>
                          {one.userId === member.id ? "by you" : `by ${one.name}`}
                        </option>
                      ))}
                    </chakra.select>
                    <Input
                      ref={filter}
                      aria-label="Find in the history"
                      placeholder="Words of what was done"
                      size="sm"
                      width="200px"
                      bg="raised"
                      borderColor="rule"
                      borderRadius="part"
                      maxLength={200}
                      value={typed}
                      onChange={(event) => setTyped(event.target.value)}
                      onKeyDown={(event) => {
                        if (!["Escape", "Enter", "ArrowDown"].includes(event.key)) return;
                        if (event.key === "Escape") setTyped("");
                        event.preventDefault();
                        list.current?.focus();
                      }}
                    />
                    <KeyCap keys="/" />
                  </HStack>
                </HStack>
                <HistoryList ref={list} entries={entries} who={who} selection={selection} onEnd={onEnd} />
                {entries.length === 0 && (
                  <Box flex="6" color="muted" role="status">
                    {query.isFetching
                      ? "Looking …"
                      : words
                        ? `Nothing in the history has “${words}”.`
                        : actor || of
                          ? "Nothing in the history is of this."
                          : "Nothing has been changed yet."}
                  </Box>
                )}
              </Box>
            ),
          },
          {
            id: "change",
            width: 380,
            least: 260,
            content: (
              <Box
                as="aside"
                aria-label="Chosen change"
                bg="panel"
                p="16px 16px"
                overflowY="auto"
                minHeight="0"
              >
                {entry ? (
                  <ChangeDetails
                    libraryId={libraryId}
                    entry={entry}
                    who={who(entry.actorId)}
                    nameOf={nameOf}
                  />
                ) : (
                  <Box color="muted">Choose a change to see what it did.</Box>
                )}
              </Box>
            ),
          },
        ]}
      />
    </>
  );
}
