"use client";

import { NativeSelect } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import { useDesk } from "../data/desk";
import type { Session } from "@/core/library/entities";
import { useKeyActions } from "../keys/keys";

/** The session's name, which opens the list of the others. */
export function SessionChooser({ session }: { session: Session }) {
  const { data, libraryId } = useDesk();
  const router = useRouter();
  const actions = useMemo(() => {
    const { sessions } = data;
    const go = (step: 1 | -1) => {
      const at = sessions.findIndex((each) => each.id === session.id);
      const next = sessions[(at + step + sessions.length) % sessions.length];
      if (next) router.push(`/${libraryId}/bench/${next.id}`);
    };
    return [
      { keys: ["Alt+PageDown"], label: "next session", quiet: true, run: () => go(1) },
      { keys: ["Alt+PageUp"], label: "session before", quiet: true, run: () => go(-1) },
    ];
  }, [data, session.id, libraryId, router]);
  useKeyActions(actions);
  return (
    <NativeSelect.Root pl="8px" variant="plain" size="sm">
      <NativeSelect.Field
        aria-label="Session" title="Alt+PgUp, Alt+PgDn" fontFamily="heading" fontWeight="600" fontSize="md" value={session.id} color="ink" css={{ "& option": { bg: "panel", color: "ink" } }}
        onChange={(event) => router.push(`/${libraryId}/bench/${event.target.value}`)}
      >
        {data.sessions.map((each) => (
          <option key={each.id} value={each.id}>{each.name}</option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
