"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { may } from "@/core/library/roles";
import { useDesk } from "../data/desk";
import { Waiting } from "../frame/states";
import { useKeyActions } from "../keys/keys";
import { MainButton } from "../parts/buttons";
import { NewSessionDialog } from "./session-dialogs";

/** Where the bench leads when no session is named: to the first one, or to beginning one. */
export function BenchStart() {
  const { data, libraryId, takeBack } = useDesk();
  const router = useRouter();
  const [beginning, setBeginning] = useState(false);
  const first = data.sessions.find((s) => s.id === data.member.settings.lastSessionId) ?? data.sessions[0];
  useEffect(() => {
    if (first) router.replace(`/${libraryId}/bench/${first.id}`);
  }, [first, router, libraryId]);
  const allowed = may(data.member.role, "bench");
  const actions = useMemo(
    () => [
      { keys: ["Alt+n"], label: "new session", disabled: !allowed, run: () => setBeginning(true) },
      { keys: ["Backspace", "Ctrl+z"], label: "take back", run: () => void takeBack("undo") },
    ],
    [allowed, takeBack],
  );
  useKeyActions(actions);
  if (first) return <Waiting words="Laying out the session …" />;
  return (
    <Box as="main" display="grid" placeItems="center" height="100%">
      <Box textAlign="center" maxWidth="440px">
        <chakra.h1 fontFamily="heading" fontSize="2xl" fontWeight="600" mb="10px">An empty bench</chakra.h1>
        <chakra.p color="muted" mb="20px">A session holds the sounds or pictures you work on. Begin one, then bring in your own files.</chakra.p>
        <MainButton keys="Alt+n" disabled={!allowed} onClick={() => setBeginning(true)}>New session</MainButton>
      </Box>
      {beginning && (
        <NewSessionDialog
          medium="audio"
          onClose={(result) => {
            setBeginning(false);
            if (typeof result?.sessionId === "string") router.push(`/${libraryId}/bench/${result.sessionId}`);
          }}
        />
      )}
    </Box>
  );
}
