"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import type { Target } from "@/core/library/entities";
import { namesOfSeveral } from "@/core/library/file-names";
import { kindPlural, media } from "@/core/media";
import { capital, count } from "@/core/library/words";
import { dropBefore } from "@/core/library/drop";
import { may } from "@/core/library/roles";
import { ActionButton } from "../actions/action-button";
import { useDesk, useData } from "../data/desk";
import { materialOf } from "../data/material";
import { useListKeys } from "../parts/use-list-keys";
import { pressRow, type RowPress } from "../parts/row-press";
import { Sortable } from "../parts/sortable";
import { settleFocus } from "../parts/settle-focus";
import { KeyCap } from "../parts/key-cap";
import { SessionChooser } from "./session-chooser";
import { SessionMenu } from "./session-menu";
import { TakeInTray } from "./take-in-tray";
import { TargetRow } from "./target-row";
import { useBringing } from "./use-bringing";
import type { Bench } from "./use-bench";

/** What is listed: the kind of it, or that there are several. */
function heading(targets: readonly Target[]): string {
  const kinds = new Set(targets.flatMap(({ mediaId, kind }) => (mediaId === null ? [] : [kind])));
  const [kind] = kinds;
  const groups = targets.some(({ mediaId }) => mediaId === null) ? " and groups" : "";
  return kinds.size === 1 ? `${capital(kindPlural(kind))}${groups}` : "Targets";
}

/** Lists one medium of a session alone, or all of it. */
function Narrowing({ bench: { media: there, narrowed, narrow, targets } }: { bench: Bench }) {
  return (
    <HStack role="group" aria-label="Listed" px="12px" pb="6px" gap="2px" wrap="wrap">
      {[null, ...there].map((medium) => (
        <chakra.button
          key={medium ?? ""}
          type="button"
          aria-pressed={medium === narrowed}
          px="6px"
          py="2px"
          fontSize="xs"
          borderRadius="part"
          color={medium === narrowed ? "ink" : "muted"}
          bg={medium === narrowed ? "raised" : undefined}
          _hover={{ color: "ink" }}
          onClick={() => narrow(medium)}
        >
          {medium === null
            ? "all"
            : `${media[medium].plural} ${targets.filter(({ chain }) => chain.medium === medium).length}`}
        </chakra.button>
      ))}
    </HStack>
  );
}

/** The session's targets. Arrows move, with Shift they extend; Ctrl+A takes all. */
export function TargetList({ bench }: { bench: Bench }) {
  const { act, takeIn } = useDesk();
  const list = useRef<HTMLDivElement>(null);
  const { selection, targets, listed, session } = bench;
  const exceptions = useMemo(() => new Set(bench.exceptions), [bench.exceptions]);
  const sessionId = session.session.id;
  const incoming = useSyncExternalStore(
    takeIn.subscribe,
    () => takeIn.incoming(sessionId),
    () => takeIn.incoming(sessionId),
  );
  const head = [...session.replica.timeline.values()].at(0);
  const bringing = useBringing({ id: sessionId, head });
  const { bring, missing } = bringing;
  const [over, setOver] = useState(false);
  const allowed = useData(({ member }) => may(member.role, "bench"));
  // The latest selection for rows that are not drawn again when it changes.
  const latest = useRef(selection);
  useEffect(() => {
    latest.current = selection;
  });

  useEffect(() => {
    settleFocus(list.current);
  }, [sessionId]);
  useEffect(() => {
    if (selection.lead)
      document.getElementById(`target-${selection.lead}`)?.scrollIntoView({ block: "nearest" });
  }, [selection.lead]);

  const onPress = useCallback((id: string, press: RowPress) => pressRow(latest.current, id, press), []);

  const shared = useMemo(() => namesOfSeveral(targets), [targets]);
  const names = useMemo(() => new Map(targets.map((t) => [t.id, t.name])), [targets]);

  const order = useMemo(() => listed.map((t) => t.id), [listed]);
  const onKey = useListKeys(order, selection);
  /** All that is selected moves where one of it is taken. */
  const onDrop = (dragged: string, over: string) => {
    const moving = selection.ids.has(dragged) ? selection.ids : new Set([dragged]);
    void act("move-targets", {
      sessionId,
      targetIds: order.filter((id) => moving.has(id)),
      before: dropBefore(order, moving, dragged, over),
    });
  };

  return (
    <Box
      as="nav"
      aria-label="Session"
      bg="panel"
      display="flex"
      flexDirection="column"
      minHeight="0"
      outline={over ? "2px dashed {colors.selected}" : undefined}
      outlineOffset="-4px"
      onDragOver={(event) => {
        if (!allowed || !event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) =>
        !event.currentTarget.contains(event.relatedTarget as Node | null) && setOver(false)
      }
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        if (allowed) bring([...event.dataTransfer.files]);
      }}
    >
      <HStack gap="0" pr="6px" pt="12px" pb="8px">
        <Box flex="1" minWidth="0">
          <SessionChooser session={session.session} />
        </Box>
        <SessionMenu session={session.session} selected={bench.selected} bringing={bringing} />
      </HStack>
      <HStack px="16px" pb="6px" justifyContent="space-between" textStyle="hint">
        <chakra.span>{heading(bench.listed)}</chakra.span>
        <chakra.span fontFamily="mono">{`${selection.ids.size} of ${listed.length} selected`}</chakra.span>
      </HStack>
      {bench.media.length > 1 && <Narrowing bench={bench} />}
      <Box
        ref={list}
        role="listbox"
        aria-label="Targets"
        data-begins=""
        data-subject="session"
        aria-multiselectable="true"
        tabIndex={0}
        overflowY="auto"
        flex={targets.length > 0 ? "1" : "0 0 auto"}
        minHeight="0"
        aria-activedescendant={selection.lead ? `target-${selection.lead}` : undefined}
        onKeyDown={onKey}
        // An empty list has no height to draw an outline around; what stands below it says what to do.
        _focusVisible={targets.length > 0 ? { outlineOffset: "-2px" } : { outline: "none" }}
      >
        <Sortable ids={order} disabled={!allowed} onDrop={onDrop}>
          {listed.map((target) => {
            const material = materialOf(session.media, target);
            return (
              <TargetRow
                key={target.id}
                target={target}
                media={material}
                selected={selection.ids.has(target.id)}
                lead={target.id === selection.lead}
                file={shared.has(target.name) ? material?.name : undefined}
                isException={exceptions.has(target.id)}
                goesTo={names.get(target.feedsId ?? "")}
                onPress={onPress}
              />
            );
          })}
        </Sortable>
      </Box>
      {targets.length === 0 && (
        <Box p="16px" flex="1" color="muted">
          {allowed ? (
            <>
              Nothing here yet. Drop files onto this column, or press <KeyCap keys="i" />.
            </>
          ) : (
            "This session is empty."
          )}
        </Box>
      )}
      {missing > 0 && (
        <HStack px="16px" py="8px" gap="8px" borderTop="1px solid" borderColor="rule" fontSize="sm">
          <chakra.span flex="1">{`${count(missing, "clip")} ${missing === 1 ? "waits" : "wait"} for ${missing === 1 ? "its file" : "their files"}.`}</chakra.span>
          <ActionButton action="session.find-missing" short />
        </HStack>
      )}
      {bringing.dialog}
      <TakeInTray incoming={incoming} onClear={() => takeIn.clear(sessionId)} />
    </Box>
  );
}
