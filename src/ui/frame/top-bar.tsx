"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import NextLink from "next/link";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { ActionList } from "../actions/action-list";
import { openMenuOfFocus } from "../actions/context-menu";
import { framePlace } from "../actions/frame";
import type { PlaceName } from "../actions/frame/here";
import type { ActionScope } from "../actions/stack";
import { useActions, useActionStack } from "../actions/use-actions";
import { useGo } from "../keys/use-go";
import { useDesk, useData, useOpenSession } from "../data/desk";
import { useSayKeys } from "../keys/keys";
import { KeyCap } from "../parts/key-cap";
import { goToPart } from "../parts/screen-parts";
import { useFinding } from "./finding";
import { MemberMenu } from "./member-menu";

/** Wordmark, library, places, the apply bar's field and the member. */
export function TopBar() {
  const { libraryId } = useDesk();
  const sessions = useData((data) => data.sessions);
  const name = useData(({ library }) => library.name);
  const sessionId = useOpenSession();
  const { setFinding } = useFinding();
  const stack = useActionStack();
  const say = useSayKeys();
  const [accountOpen, setAccountOpen] = useState(false);
  /** What lies below the list of all actions, as it was when it was opened. */
  const [below, setBelow] = useState<readonly ActionScope[] | null>(null);
  const path = usePathname();
  const go = useGo();
  const onBench = path.startsWith(`/${libraryId}/bench`);
  const open = sessions.find((s) => s.id === sessionId) ?? sessions[0];
  const benchPath = open ? `/${libraryId}/bench/${open.id}` : `/${libraryId}/bench`;
  const paths: Record<PlaceName, string> = {
    bench: benchPath,
    library: `/${libraryId}/library`,
    keys: `/${libraryId}/keys`,
    upkeep: `/${libraryId}/upkeep`,
    history: `/${libraryId}/history`,
    team: `/${libraryId}/team`,
  };
  const places = [
    { name: "Bench", place: "bench", here: onBench, keys: "Alt+b" },
    { name: "Library", place: "library", here: path.startsWith(paths.library), keys: "Alt+l" },
    { name: "Keys", place: "keys", here: path.startsWith(paths.keys), keys: "Alt+k" },
    { name: "Upkeep", place: "upkeep", here: path.startsWith(paths.upkeep), keys: "Alt+u" },
    { name: "History", place: "history", here: path.startsWith(paths.history), keys: "Alt+h" },
    { name: "Team", place: "team", here: path.startsWith(paths.team), keys: "Alt+t" },
  ] as const;
  useActions(framePlace, {
    go: (place) => go(paths[place]),
    goToPart,
    openAccount: () => setAccountOpen(true),
    openMenu: () => openMenuOfFocus(),
    openAll: () => setBelow(stack.current()),
  });
  return (
    <HStack
      as="header"
      bg="panel"
      borderBottom="1px solid"
      borderColor="rule"
      px="16px"
      gap="24px"
      minWidth="0"
    >
      <chakra.span fontFamily="heading" fontWeight="700" fontSize="xl">
        Fichier
      </chakra.span>
      <chakra.span color="muted" truncate maxWidth="200px" title={name}>
        {name}
      </chakra.span>
      <HStack as="nav" aria-label="Places" gap="16px" alignSelf="stretch">
        {places.map((place) => (
          <NextLink
            key={place.name}
            href={paths[place.place]}
            aria-current={place.here ? "page" : undefined}
            title={say(place.keys)}
            style={{ alignSelf: "stretch", display: "flex" }}
          >
            <chakra.span
              display="flex"
              alignItems="center"
              borderBottom="2px solid"
              borderColor={place.here ? "selected" : "transparent"}
              color={place.here ? "ink" : "muted"}
              pt="2px"
            >
              {place.name}
            </chakra.span>
          </NextLink>
        ))}
      </HStack>
      <Box flex="1" />
      {onBench && (
        <chakra.button
          onClick={() => setFinding({})}
          display="flex"
          justifyContent="space-between"
          alignItems="center"
          width="300px"
          height="30px"
          px="10px"
          bg="canvas"
          border="1px solid"
          borderColor="rule"
          borderRadius="part"
          color="muted"
          textAlign="left"
        >
          Find and apply <KeyCap keys="/" />
        </chakra.button>
      )}
      <MemberMenu open={accountOpen} onOpen={setAccountOpen} />
      {below && <ActionList scopes={below} onClose={() => setBelow(null)} />}
    </HStack>
  );
}
