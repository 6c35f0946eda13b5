"use client";

import { NativeSelect } from "@chakra-ui/react";
import { useGo } from "../keys/use-go";
import { useDesk, useData } from "../data/desk";
import type { Session } from "@/core/library/entities";
import { useSayKeys } from "../keys/keys";

/** The session's name, which opens the list of the others. */
export function SessionChooser({ session }: { session: Session }) {
  const { libraryId } = useDesk();
  const sessions = useData((data) => data.sessions);
  const go = useGo();
  const say = useSayKeys();
  return (
    <NativeSelect.Root pl="8px" variant="plain" size="sm">
      <NativeSelect.Field
        aria-label="Session"
        title={`${say("Alt+PageUp")}, ${say("Alt+PageDown")}`}
        fontFamily="heading"
        fontWeight="600"
        fontSize="md"
        value={session.id}
        color="ink"
        css={{ "& option": { bg: "panel", color: "ink" } }}
        onChange={(event) => go(`/${libraryId}/bench/${event.target.value}`)}
      >
        {sessions.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
