"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import NextLink from "next/link";
import { usePathname } from "next/navigation";
import { useMemo } from "react";
import { useRouter } from "next/navigation";
import { useDesk } from "../data/desk";
import { useKeyActions, useKeyScopes } from "../keys/keys";
import { KeyCap } from "../parts/key-cap";
import { useFinding } from "./finding";
import { MemberMenu } from "./member-menu";

/** Wordmark, library, places, the apply bar's field and the member. */
export function TopBar() {
  const { data, libraryId, sessionId } = useDesk();
  const { setFinding } = useFinding();
  const { bareKeys } = useKeyScopes();
  const path = usePathname();
  const router = useRouter();
  const onBench = path.startsWith(`/${libraryId}/bench`);
  const open = data.sessions.find((s) => s.id === sessionId) ?? data.sessions[0];
  const benchPath = open ? `/${libraryId}/bench/${open.id}` : `/${libraryId}/bench`;
  const places = [
    { name: "Bench", href: benchPath, here: onBench, keys: "Alt+b" },
    { name: "Library", href: `/${libraryId}/library`, here: path.startsWith(`/${libraryId}/library`), keys: "Alt+l" },
    { name: "History", href: `/${libraryId}/history`, here: path.startsWith(`/${libraryId}/history`), keys: "Alt+h" },
    { name: "Team", href: `/${libraryId}/team`, here: path.startsWith(`/${libraryId}/team`), keys: "Alt+t" },
  ];
  const actions = useMemo(
    () => [
      { keys: ["Alt+b"], label: "Bench", quiet: true, run: () => router.push(benchPath) },
      { keys: ["Alt+l"], label: "Library", quiet: true, run: () => router.push(`/${libraryId}/library`) },
      { keys: ["Alt+h"], label: "History", quiet: true, run: () => router.push(`/${libraryId}/history`) },
      { keys: ["Alt+t"], label: "Team", quiet: true, run: () => router.push(`/${libraryId}/team`) },
    ],
    [router, benchPath, libraryId],
  );
  useKeyActions(actions);
  return (
    <HStack as="header" bg="panel" borderBottom="1px solid" borderColor="rule" px="16px" gap="22px" minWidth="0">
      <chakra.span fontFamily="heading" fontWeight="700" fontSize="xl">Fichier</chakra.span>
      <chakra.span color="muted" truncate maxWidth="200px" title={data.library.name}>{data.library.name}</chakra.span>
      <HStack as="nav" aria-label="Places" gap="18px" alignSelf="stretch">
        {places.map((place) => (
          <NextLink key={place.name} href={place.href} aria-current={place.here ? "page" : undefined} title={bareKeys ? place.keys : place.keys.replace("Alt+", "Alt+Shift+")} style={{ alignSelf: "stretch", display: "flex" }}>
            <chakra.span display="flex" alignItems="center" borderBottom="2px solid" borderColor={place.here ? "selected" : "transparent"} color={place.here ? "ink" : "muted"} pt="2px">{place.name}</chakra.span>
          </NextLink>
        ))}
      </HStack>
      <Box flex="1" />
      {onBench && (
        <chakra.button
          onClick={() => setFinding(true)} display="flex" justifyContent="space-between" alignItems="center" width="300px" height="30px" px="10px" bg="canvas" border="1px solid" borderColor="rule" borderRadius="3px" color="muted" textAlign="left"
        >
          Find and apply <KeyCap keys="/" />
        </chakra.button>
      )}
      <MemberMenu />
    </HStack>
  );
}
