"use client";

import { chakra, Menu } from "@chakra-ui/react";
import { Menu as MenuSign } from "lucide-react";
import { useCallback } from "react";
import type { Session, Target } from "@/core/library/entities";
import { timelineExtension } from "@/core/formats/timeline/model";
import { media, workingMedia } from "@/core/media";
import { MenuOfOffers } from "../actions/menu-of-offers";
import { sessionPlace } from "../actions/session";
import { offersOn, type ActionScope } from "../actions/stack";
import { useActions, useScopes } from "../actions/use-actions";
import { useGo } from "../keys/use-go";
import { useDesk, useData } from "../data/desk";
import { chooseFiles } from "../parts/choose-files";
import { saveTimeline, type Bringing } from "./use-bringing";

/** Of all that can be brought in. */
const endings = [
  ...workingMedia.flatMap((id) => media[id].endings.map((ending) => `.${ending}`)),
  timelineExtension,
].join(",");

const onSession = (scopes: readonly ActionScope[]) => offersOn("session", scopes);

/** Offers what can be done with the sessions; gives what is opened by it. */
export function useSessionActions(
  session: Session | null,
  { bring, begin, missing, findMissing }: Bringing,
  selected: readonly Target[] = [],
) {
  const { libraryId } = useDesk();
  const sessions = useData((data) => data.sessions);
  const role = useData(({ member }) => member.role);
  const go = useGo();
  return useActions(sessionPlace, {
    session,
    sessions,
    role,
    selected,
    go: (id) => go(id === undefined ? `/${libraryId}/bench` : `/${libraryId}/bench/${id}`),
    // The ending of a file may lie; the server looks into it.
    chooseFiles: () => session && chooseFiles(endings, bring),
    chooseTimeline: () => chooseFiles(endings, begin),
    missing,
    saveTimeline: () => session && saveTimeline(libraryId, session.id),
    findMissing,
  });
}

/** What can be done with a session: bring in material, begin, rename, duplicate, remove. */
export function SessionMenu({
  session,
  selected,
  bringing,
}: {
  readonly session: Session;
  readonly selected: readonly Target[];
  readonly bringing: Bringing;
}) {
  const opened = useSessionActions(session, bringing, selected);
  const offers = useScopes(onSession);
  const run = useCallback((id: string) => offers.find((offer) => offer.id === id)?.run(), [offers]);
  return (
    <>
      <Menu.Root onSelect={({ value }) => run(value)}>
        <Menu.Trigger asChild>
          <chakra.button
            aria-label="Session menu"
            px="8px"
            height="30px"
            color="muted"
            borderRadius="part"
            disabled={offers.length === 0}
            _hover={{ color: "ink" }}
            _disabled={{ opacity: 0.4 }}
          >
            <MenuSign size={16} aria-hidden="true" />
          </chakra.button>
        </Menu.Trigger>
        <MenuOfOffers offers={offers} />
      </Menu.Root>
      {opened}
    </>
  );
}
