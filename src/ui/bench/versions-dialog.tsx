"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { CardHead } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { ask } from "../data/api";
import { sayError, useDesk, useData } from "../data/desk";
import { nameOfMember } from "../data/library-data";
import { cardVersions } from "@/core/api/operations/card-versions";
import { Dialog } from "../parts/dialog";
import { KeyCap } from "../parts/key-cap";
import type { Bench } from "./use-bench";

const when = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "long",
  year: "numeric",
  hour: "2-digit",
  minute: "2-digit",
});

/** The versions of the card on the lead target: arrows audition each on the material, Enter puts it on, R makes it the newest. */
export function VersionsDialog({
  bench,
  card,
  onClose,
}: {
  bench: Bench;
  card: CardHead;
  onClose: () => void;
}) {
  const { libraryId, act } = useDesk();
  const data = useData();
  const { setAudition, lead, apply } = bench;
  const list = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const [moved, setMoved] = useState(false);
  const query = useQuery({
    queryKey: ["versions", libraryId, card.id, card.contentVersion],
    queryFn: () => ask(cardVersions, { libraryId, cardId: card.id }),
  });
  const versions = useMemo(() => query.data?.versions ?? [], [query.data]);
  const chosen = versions[Math.min(at, versions.length - 1)];
  const editable = may(data.member.role, "keep") && card.layer !== "supplied";
  const strength = lead?.strength ?? 100;
  useEffect(() => {
    if (moved && chosen) setAudition({ chain: chosen.chain, strength });
  }, [moved, chosen, strength, setAudition]);
  useEffect(() => () => setAudition(null), [setAudition]);
  useEffect(() => {
    if (versions.length > 0) list.current?.focus();
  }, [versions.length]);
  const onKey = (event: KeyboardEvent) => {
    const move = listMove(combination(event), { at, count: versions.length });
    const does: Record<string, () => void> = {
      Enter: () => {
        if (!chosen) return;
        apply(
          { ...card, contentVersion: chosen.number },
          { how: "replace", strength, just: { chain: chosen.chain } },
        );
        onClose();
      },
      r: () => {
        if (!chosen || !editable || chosen.number === card.contentVersion) return;
        void act("revise-card", {
          cardId: card.id,
          chain: chosen.chain,
          keptOn: card.keptOn,
          seen: card.version,
        });
        onClose();
      },
    };
    const run =
      move && move !== "all"
        ? () => {
            setMoved(true);
            setAt(move.to);
          }
        : does[combination(event)];
    if (!run) return;
    event.preventDefault();
    event.stopPropagation();
    run();
  };
  return (
    <Dialog title={`Versions of “${card.name}”`} onClose={onClose} initialFocus={list} width="560px">
      <Box
        ref={list}
        role="listbox"
        aria-label="Versions"
        tabIndex={0}
        onKeyDown={onKey}
        maxHeight="50vh"
        overflowY="auto"
        aria-activedescendant={chosen ? `version-${chosen.number}` : undefined}
      >
        {versions.map((version, i) => {
          const author =
            version.authorId === null
              ? "supplied with Fichier"
              : (nameOfMember(data.replica, version.authorId) ?? "a former member");
          return (
            <Box
              key={version.number}
              role="option"
              id={`version-${version.number}`}
              aria-selected={i === at}
              px="12px"
              py="8px"
              layerStyle="cardRow"
              onClick={() => {
                setMoved(true);
                setAt(i);
              }}
            >
              <HStack justifyContent="space-between" gap="12px">
                <chakra.span textStyle="rowTitle">
                  {`Version ${version.number}`}
                  {version.number === card.contentVersion && " · current"}
                  {lead?.cardId === card.id && lead.cardVersion === version.number && " · on this target"}
                </chakra.span>
                <chakra.span
                  fontSize="xs"
                  color="cardMuted"
                >{`${when.format(new Date(version.at))}, ${author}`}</chakra.span>
              </HStack>
              {version.difference.length > 0 && (
                <chakra.div fontSize="sm" color="cardMuted" overflowWrap="anywhere">
                  {version.difference.join(" · ")}
                </chakra.div>
              )}
            </Box>
          );
        })}
        {query.isLoading && (
          <Box p="12px" color="cardMuted">
            Looking them up …
          </Box>
        )}
        {query.error && <Box p="12px" role="alert" color="cardLoss">{`✕ ${sayError(query.error)}`}</Box>}
      </Box>
      <HStack mt="12px" gap="16px" fontSize="sm" color="cardMuted">
        <HStack gap="6px">
          <KeyCap keys="ArrowDown" quiet />
          audition
        </HStack>
        <HStack gap="6px">
          <KeyCap keys="Enter" quiet />
          put on
        </HStack>
        {editable && (
          <HStack gap="6px">
            <KeyCap keys="r" quiet />
            make it the newest
          </HStack>
        )}
        <HStack gap="6px">
          <KeyCap keys="Escape" quiet />
          leave
        </HStack>
      </HStack>
    </Dialog>
  );
}
