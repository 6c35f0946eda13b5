"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useMemo, useRef } from "react";
import type { Proposal } from "@/core/library/entities";
import { openOffers } from "@/core/library/proposals";
import { offersPlace } from "../actions/offers";
import { useActions } from "../actions/use-actions";
import { ActionButton } from "../actions/action-button";
import { useContent } from "../data/contents";
import { useDesk, useData } from "../data/desk";
import { nameOfMember } from "../data/library-data";
import { CardLine, IndexCard } from "../parts/index-card";
import { Note } from "../parts/note";
import { MediumSign } from "../parts/medium-sign";
import { useListKeys } from "../parts/use-list-keys";
import { useSelection } from "../parts/use-selection";
import { SettingLines } from "./setting-lines";
import { WhatItDoes } from "./what-it-does";

const date = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long" });

/** The cards that members offer to the team, for a curator to take in or decline. */
export function OffersDesk({ onLeave }: { readonly onLeave: () => void }) {
  const { library, act, takeBack } = useDesk();
  const data = useData();
  const { replica, member } = data;
  const open = useMemo(() => openOffers(replica.proposal.values()), [replica.proposal]);
  const order = useMemo(() => open.map(({ id }) => id), [open]);
  const selection = useSelection(order);
  const offer = open.find(({ id }) => id === selection.lead);
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => list.current?.focus(), []);
  const onKey = useListKeys(order, selection, { many: false });
  const who = ({ byId }: Proposal) =>
    byId === member.id ? "you" : (nameOfMember(replica, byId) ?? "a former member");
  const opened = useActions(
    offersPlace,
    { offer, role: member.role, memberId: member.id, act, takeBack, leave: onLeave },
    { modal: true },
  );
  return (
    <Box
      as="main"
      aria-label="Offered cards"
      display="grid"
      gridTemplateColumns="minmax(300px, 420px) minmax(0, 1fr)"
      gap="24px"
      p="16px 24px"
      minHeight="0"
      overflow="hidden"
    >
      <Box minHeight="0" display="flex" flexDirection="column">
        <HStack justifyContent="space-between" mb="12px" alignItems="baseline">
          <chakra.h1 textStyle="screenTitle">Offered to the team</chakra.h1>
          <chakra.span color="muted" aria-live="polite">
            {open.length}
          </chakra.span>
        </HStack>
        <Box
          ref={list}
          role="listbox"
          aria-label="Offers"
          tabIndex={0}
          flex="1"
          minHeight="0"
          overflowY="auto"
          onKeyDown={onKey}
          aria-activedescendant={offer && `offer-${offer.id}`}
          _focusVisible={{ outlineOffset: "-2px" }}
        >
          {open.map((one) => (
            <Box
              key={one.id}
              id={`offer-${one.id}`}
              role="option"
              aria-selected={one.id === offer?.id}
              data-subject="offer"
              data-subject-name={one.name}
              layerStyle="row"
              px="10px"
              py="6px"
              borderBottom="1px solid"
              borderBottomColor="rule"
              onMouseDown={() => selection.only(one.id)}
            >
              <HStack gap="8px">
                <MediumSign medium={one.medium} />
                <chakra.span textStyle="rowTitle" truncate>
                  {one.name}
                </chakra.span>
              </HStack>
              <Box textStyle="hint">{`by ${who(one)}, ${date.format(new Date(one.offeredAt))}`}</Box>
            </Box>
          ))}
        </Box>
        {open.length === 0 && (
          <Box flex="6" color="muted" role="status">
            Nothing waits for an answer. <ActionButton action="offers.leave" />
          </Box>
        )}
      </Box>
      <Box minHeight="0" overflowY="auto" pb="16px">
        {offer && <Offered key={offer.id} offer={offer} who={who(offer)} library={library} />}
      </Box>
      {opened}
    </Box>
  );
}

interface OfferedProps {
  readonly offer: Proposal;
  readonly who: string;
  readonly library: ReturnType<typeof useDesk>["library"];
}

/** An offered card, with what can be said to it. */
function Offered({ offer, who, library }: OfferedProps) {
  const content = useContent(library.contents, offer.fingerprint);
  return (
    <Box maxWidth="460px">
      <IndexCard
        label="Offered card"
        tab={offer.path || "for any folder"}
        title={
          <chakra.h2 textStyle="cardTitle" overflowWrap="anywhere">
            {offer.name}
          </chakra.h2>
        }
      >
        <SettingLines
          effects={offer.effects}
          content={content}
          onAgain={() => library.contents.ahead([offer.fingerprint])}
        />
        <Box as="dl" m="0">
          <CardLine name="Offered by">{`${who}, ${date.format(new Date(offer.offeredAt))}`}</CardLine>
          {offer.note !== "" && (
            <CardLine name="Note">
              <Note>{offer.note}</Note>
            </CardLine>
          )}
          {offer.maker !== "" && <CardLine name="Made by">{offer.maker}</CardLine>}
          <CardLine name="Meant for">
            {offer.fits.length === 0 ? "any target" : offer.fits.join(", ")}
          </CardLine>
        </Box>
      </IndexCard>
      <HStack mt="16px" gap="8px" flexWrap="wrap">
        <ActionButton action="offers.accept" main />
        <ActionButton action="offers.decline" />
        <ActionButton action="offers.drop" />
      </HStack>
      {content.chain && <WhatItDoes chain={content.chain} />}
    </Box>
  );
}
